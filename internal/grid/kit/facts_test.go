package kit_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/kit"
)

// The ready kits' facts against numbers worked out by hand.
func TestFacts(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	say := func(s kit.Span) string {
		if s.From == s.To {
			return kit.Figure(s.From)
		}
		return kit.Figure(s.From) + " to " + kit.Figure(s.To)
	}
	for id, want := range map[string][]string{
		// 600 − 40 = 560, less 11 gutters of 28 leaves 252, by 12 is 21; and so on.
		"plain-twelve": {
			"base 320 to 629: container 320 to 629, content 280 to 589, column 8.67 to 34.42, gutter 16, edge 20, pitch " +
				"24.67 to 50.42",
			"mid 630 to 909: container 600, content 560, column 21, gutter 28, edge 20, pitch 49",
			"wide 910 to 1239: container 888, content 848, column 45, gutter 28, edge 20, pitch 73",
			"full 1240 to 0: container 1212, content 1172, column 72, gutter 28, edge 20, pitch 100",
		},
	} {
		for i, f := range p.Kit(id).Facts() {
			got := fmt.Sprintf("%s %s: container %s, content %s, column %s, gutter %s, edge %s, pitch %s",
				f.Breakpoint, say(f.Range),
				say(f.Container), say(f.Content), say(f.Column), say(f.Gutter), say(f.Edge), say(f.Pitch))
			if got != want[i] {
				t.Errorf("%s:\n got %s\nwant %s", id, got, want[i])
			}
		}
	}
}

// In a fluid container without an upper end what grows goes on for ever, and what does not is the
// same at both ends.
func TestFactsWithoutAnEnd(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	d, err := p.Kit("plain-twelve").NewDraft([]kit.Step{{Field: "container", Breakpoint: "full", Text: "fluid"}})
	if err != nil {
		t.Fatal(err)
	}
	f := d.Kit.Facts()[3]
	got := fmt.Sprint(f.Container, "; ", f.Column, "; ", f.Gutter, "; ", f.Edge, "; ", d.Kit.UnitSpan(3, 2), "; ",
		d.Kit.UnitSpan(2, 2))
	if want := "1240 and up; 74.33 and up; 28; 20; 176.67 and up; 118"; got != want {
		t.Errorf("got %s, want %s", got, want)
	}
}

// A gutter of a fifth of a column: 1 of 12 columns in W px is W ÷ (12 + 11 ÷ 5). Of uneven
// columns the narrowest counts, and every start has its widths.
func TestWidths(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	fifth := p.Kit("fifth-gap")
	for _, v := range []float64{400, 800, 1100, 1900} {
		i := fifth.BreakpointAt(v)
		at, n := fifth.FactsAt(i, v), fifth.ColumnsAt(i).N()
		c := at.Content / (float64(n) + float64(n-1)/5)
		widths := fifth.Widths(v)
		if len(widths) != n || math.Abs(widths[0][0]-c) > 1e-9 || math.Abs(widths[2][0]-(3*c+2*c/5)) > 1e-9 ||
			math.Abs(at.Column-c) > 1e-9 {
			t.Errorf("at %v px: %v, a column is %v", v, widths, c)
		}
	}
	uneven := p.Kit("five-uneven").Widths(1000)
	if len(uneven) != 5 || len(uneven[0]) != 5 || len(uneven[4]) != 1 || math.Abs(uneven[0][1]-2*uneven[0][0]) > 1e-9 {
		t.Errorf("1 2 3 2 1: %v", uneven)
	}
}

// What is wanted is found among the spans, the nearest first.
func TestFind(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	k := p.Kit("plain-twelve")
	for wanted, want := range map[string]string{
		"30%":     "4 units, 264 px, 9.6 over; 3 units, 191 px, -63.4 over", // of 848: 254.4
		"1:2":     "4 units, 264 px, -9.33 over; 5 units, 337 px, 63.67 over",
		"280px":   "4 units, 264 px, -16 over; 5 units, 337 px, 57 over",
		"848":     "12 units, 848 px, 0 over; 11 units, 775 px, -73 over",
		"0%":      "a part such as 30%, a ratio such as 1:2, or a length such as 280px",
		"1:":      "a part such as 30%",
		"half":    "a part such as 30%",
		"101%":    "a part such as 30%",
		"-4px":    "a part such as 30%",
		"1e400px": "a part such as 30%",
	} {
		w, err := kit.ParseWanted(wanted)
		got := fmt.Sprint(err)
		if err == nil {
			all := k.Find(w, 1000)
			got = ""
			for _, f := range all[:2] {
				got += fmt.Sprintf("%d units, %s px, %s over; ", f.Units, kit.Figure(f.Px), kit.Figure(f.Error))
			}
		}
		if !strings.Contains(got, want) {
			t.Errorf("%s: got %s, want %s", wanted, got, want)
		}
	}
	if all := p.Kit("five-uneven").Find(kit.Wanted{Share: 1.0 / 3}, 1000); all[0].From != 1 || all[0].Units != 2 ||
		all[2].From != 3 {
		t.Errorf("a third of 1 2 3 2 1 is its first two columns, as wide as the last two; then its middle one: %+v",
			all[:3])
	}
}

// Every pair makes up the width, and none is left out.
func TestPairs(t *testing.T) {
	none := kit.EdgeOf(kit.Px(0))
	for _, c := range []struct {
		width, n int
		edge     kit.Edge
		want     string
	}{
		{960, 12, kit.HalfGutter, "80+0 79+1 78+2"},
		{940, 12, none, "71+8 60+20 49+32"}, // 940 = 12 c + 11 g: g is 8 more than a multiple of 12
		{100, 1, none, "100+0"},
		{888, 12, kit.EdgeOf(kit.Px(20)), "67+4 56+16 45+28"}, // 848 = 12 c + 11 g
	} {
		pairs, err := kit.Pairs(c.width, c.n, c.edge)
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, p := range pairs {
			got = append(got, fmt.Sprintf("%d+%d", p.Column, p.Gutter))
			content, gaps := c.width, c.n-1
			switch {
			case c.edge == kit.HalfGutter:
				gaps = c.n
			case c.edge != none:
				content -= 40 // 20 on either side
			}
			if c.n*p.Column+gaps*p.Gutter != content {
				t.Errorf("%d: %+v is not whole", c.width, p)
			}
		}
		if !strings.HasPrefix(strings.Join(got, " "), c.want) {
			t.Errorf("%d in %d: %v, want %s", c.width, c.n, got, c.want)
		}
	}
	for _, bad := range []struct{ width, n int }{{0, 12}, {960, 0}, {960, 49}, {30000, 12}} {
		if _, err := kit.Pairs(bad.width, bad.n, none); err == nil {
			t.Errorf("%+v was taken", bad)
		}
	}
}
