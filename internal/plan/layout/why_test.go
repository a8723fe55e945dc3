package layout

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// text writes an explanation: what each breakpoint says (lost settings struck
// with hyphens, later ones in brackets), then the arithmetic and the ledgers.
func (w *Why) text() string {
	var lines []string
	for _, step := range w.Chain {
		var said []string
		for _, s := range step.Said {
			said = append(said, map[State]string{Wins: s.Text, Lost: "-" + s.Text + "-", Later: "(" + s.Text +
				")"}[s.State])
		}
		if len(said) == 0 {
			said = append(said, fmt.Sprintf("from %d", step.From))
		}
		lines = append(lines, fmt.Sprintf("%d: %s", step.Breakpoint, strings.Join(said, ", ")))
	}
	lines = append(append(lines, w.Sums...), w.Ledgers...)
	for _, f := range w.Findings {
		lines = append(lines, f.Text)
	}
	return strings.Join(lines, "\n")
}

func TestWhy(t *testing.T) {
	three := hundred(func(k *kit.Kit) {
		k.Breakpoints = append(k.Breakpoints,
			kit.Breakpoint{Name: "full", From: kit.Px(1500), Container: kit.Fixed(kit.Px(1176)), Lane: kit.Px(1500),
				Columns: kit.Equal(18)})
	})
	set := func(r *page.Node, settings ...page.Setting) *page.Node {
		last := r.Children[len(r.Children)-1]
		last.At = settings
		return r
	}
	for name, c := range map[string]struct {
		kit  *kit.Kit
		row  *page.Node
		node string
		at   float64
		want string
	}{
		"a take with a skip": {three, set(row(t, "8 | Tide: 5"),
			page.At("base").With(page.Width, page.Take(5)),
			page.At("wide").With(page.Width, page.Take(3)).With(page.Skip, page.Of(1)),
			page.At("full").With(page.Skip, page.Of(0))), "Tide", 1376,
			`-1: -full line-
0: -take 5 of 12-
1: skip 1, take 3 of 12
2: (skip 0)
row 1176 px + gutter 24 = 1200
1200 ÷ 12 × 3 − 24 = 276 px wide
skip 1: 100 px
starts at unit 10 of line 1
line 1: 8 + 1 + 3 = 12, full`},
		"carried off the grid": {three, set(row(t, "5"), page.At("base").With(page.Width, page.Take(5))), "a", 1500,
			`-1: -full line-
0: take 5 of 12
1: from 0
2: from 0
row 1176 px + gutter 24 = 1200
1200 ÷ 18 × 7.5 − 24 = 476 px wide
starts at unit 1 of line 1
line 1: 7.5, 10.5 free
5 of 12 set at base is 7.5 of 18 here: off the grid`},
		"a share": {three, row(t, "5 | = | ="), "b", 1376,
			`-1: -full line-
0: share
1: from 0
2: from 0
row 1176 px + gutter 24 = 1200
one unit 1200 ÷ 12 − 24 = 76 px, and 500 px left ÷ 2 shares: 326 px wide
starts at unit 6 of line 1
line 1: 5 + share 3.5 + share 3.5 = 12, full`},
		"a fraction of a column": {hundred(gutter(kit.Fraction(1, 5))), row(t, "3"), "a", 1376,
			`-1: -full line-
0: take 3 of 12
1: from 0
gutter 1/5 of a column: 1176 ÷ (12 + 11 × 1/5) = 82.82 px a column, 16.56 px a gutter
row 1176 px + gutter 16.56 = 1192.56
1192.56 ÷ 12 × 3 − 16.56 = 281.58 px wide
starts at unit 1 of line 1
line 1: 3, 9 free`},
		"uneven tracks": {hundred(columns(kit.Uneven(1, 2, 3, 2, 1)), technique(kit.Grid)), row(t, "1 | 1_2"), "b",
			1376,
			`-1: -full line-
0: skip 1, take 2 of 5
1: from 0
1176 − 4 × gutter 24 = 1080 ÷ 9 parts = 120 px a part
5 parts × 120 + 1 × 24 = 624 px wide
skip 1: 264 px
starts at unit 3 of line 1
line 1: 1 + 1 + 2 = 4, 1 free`},
		"hidden": {three, row(t, "x | 3"), "a", 1376,
			`-1: full line
0: hidden
1: from 0
2: from 0
hidden here, takes no room`},
		"a row": {three, ruled(row(t, "* | * | *"),
			page.Setting{}.With(page.PerLine, page.Of(2)).With(page.GapX, page.Px(16))), "row", 1376,
			`-1: -as its columns say-
0: 2 per line, gutter 16px
1: from 0
2: from 0
row 1176 px
line 1: 2 of 2 a line, full
line 2: 1 of 2 a line, 1 free; 2 a line, so c starts line 2`},
		"a container": {three, row(t, "3"), "frame", 1376,
			`container fixed: 1176 px, (1376 − 1176) ÷ 2 = 100 px either side`},
		"a row whose gutters, lines and columns are its own": {three,
			ruled(row(t, "2 | 2 | x"),
				page.Setting{}.With(page.PerLine, page.Of(0)).With(page.Divides, page.Of(4)).With(page.GapX,
					page.Px(0)).With(page.GapY, page.KitGap).With(page.Align, page.Middle).With(page.Spread,
					page.Between)), "row",
			1376,
			`-1: -as its columns say-
0: divides into 4 columns, as its columns say, gutter none, line gutter kit, align middle, spread between
1: from 0
2: from 0
row 1176 px
line 1: 2 + 2 = 4, full`},
		"a container wider than the viewport": {three, row(t, "3"), "frame", 1150,
			`container fixed: 1176 px, but the viewport has 1150`},
		"a row with everything hidden": {three, row(t, "x | x"), "row", 1376,
			`-1: as its columns say
0: from -1
1: from -1
2: from -1
row 1176 px
nothing shown`},
	} {
		p := onePage(c.row)
		if got := Of(c.kit, p).Why(c.node, c.at).text(); got != c.want {
			t.Errorf("%s: got\n%s\nwant\n%s", name, got, c.want)
		}
	}
	if Of(three, onePage()).Why("nowhere", 900) != nil {
		t.Error("a node that is not there was explained")
	}
}

// The width an explanation ends with is the plan's, whatever the page.
var numbers = regexp.MustCompile(`[0-9.]+`)

func TestWhyAgreesWithThePlan(t *testing.T) {
	r := sample.New(10)
	for range 60 {
		k := sample.Kit(r)
		l := Of(k, sample.Page(r, k))
		v := k.Breakpoints[r.IntN(len(k.Breakpoints))].Lane.Px()
		for _, b := range l.Plan(v).Boxes {
			if b.Kind != page.Column {
				continue
			}
			text := strings.Join(l.Why(b.ID, v).Sums, "\n")
			said := !b.Shown && strings.Contains(text, "hidden here")
			for _, number := range numbers.FindAllString(text, -1) {
				px, err := strconv.ParseFloat(number, 64) // on paper, without what a browser cuts off
				said = said || b.Shown && err == nil && math.Abs(px-b.Width) < 0.2
			}
			if !said {
				t.Fatalf("%s is %s wide at %v px; explained as\n%s", b.ID, kit.Figure(b.Width), v, text)
			}
		}
	}
}

func BenchmarkWhy(b *testing.B) {
	p, k := sample.Wide(1000)
	l := Of(k, p)
	b.ReportAllocs()
	for b.Loop() {
		l.Why("column-500", 1080)
	}
}
