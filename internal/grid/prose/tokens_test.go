package prose

import (
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"
)

// A text in which no element begins is the same read as words and by its tokens.
func TestWordsAreTheirTokens(t *testing.T) {
	pieces := []string{"<", ">", "</", "<!--", "-->", "<terns>", "<p>", "</strong>", "<script>", "<textarea>", "<?x",
		"&", "&amp;",
		"&lt", "&#60;", "&notit;", "b", "strong", " ", "\n", "Log", "=", "\"", "é", "<br2", "<ab>", "/>"}
	r := rand.New(rand.NewPCG(4, 4))
	tried := 0
	for range 20_000 {
		var b strings.Builder
		for range 1 + r.IntN(9) {
			b.WriteString(pieces[r.IntN(len(pieces))])
		}
		text := b.String()
		if opens(text) {
			continue
		}
		tried++
		if got, want := Parse(text), tokens(text); !reflect.DeepEqual(got, want) {
			t.Fatalf("%q: %+v, by its tokens %+v", text, got, want)
		}
	}
	if tried < 5_000 {
		t.Errorf("only %d texts without an element", tried)
	}
}
