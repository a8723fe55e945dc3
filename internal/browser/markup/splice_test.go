package markup_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"kitrows/internal/browser/markup"
)

// A difference makes the one file of the other and leaves alone what both have.
func TestDifference(t *testing.T) {
	for _, c := range []struct{ from, to, want string }{
		{"a\nb\nc\nd\ne\n", "a\nB\nc\nd\nE\n", `2-3 "B", 8-9 "E"`},
		{"a\nb\n", "a\nb\n", ""},
		{"a\nb\nc\n", "a\nc\n", `2-4 ""`},
		{"x class=\"a\" y", "x class=\"ab\" y", `10-10 "b"`},
		{"", "a", `0-0 "a"`},
		{"a\na\na\n", "a\na\n", `4-6 ""`},
	} {
		var got []string
		for _, p := range markup.Difference([]byte(c.from), []byte(c.to)) {
			got = append(got, fmt.Sprintf("%d-%d %q", p.From, p.To, p.Bytes))
		}
		if strings.Join(got, ", ") != c.want {
			t.Errorf("%q to %q: %s, want %s", c.from, c.to, strings.Join(got, ", "), c.want)
		}
	}
	r := rand.New(rand.NewPCG(1, 2))
	text := func() []byte {
		var b strings.Builder
		for range r.IntN(30) {
			b.WriteString(strings.Repeat(string(rune('a'+r.IntN(12))), 1+r.IntN(2)) + []string{"\n", "",
				"\r\n"}[r.IntN(3)])
		}
		return []byte(b.String())
	}
	for range 3000 {
		from, to := text(), text()
		all := markup.Difference(from, to)
		if got := markup.Spliced(from, all); string(got) != string(to) {
			t.Fatalf("%q to %q: %q", from, to, got)
		}
		if got := markup.Spliced(to, markup.Back(from, all)); string(got) != string(from) {
			t.Fatalf("%q back to %q: %q", to, from, got)
		}
	}
}
