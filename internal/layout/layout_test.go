package layout

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/sample"
)

// The kit of this page's numbers: a row of 1176 px with gutters of 24 is 1200
// px of pitches, so one unit of 12 is 100 px of pitch and 76 px wide.
var hundred = &kit.Kit{
	Columns: 12, Gutter: kit.Px(24), RowGutter: kit.Px(10), Edge: kit.EdgeOf(kit.Px(0)),
	Breakpoints: []kit.Breakpoint{{Name: "base"}, {Name: "wide", From: kit.Px(1000), Container: kit.Fixed(kit.Px(1176))}},
}

// column is a column 40 px high of so many units (0 is the full line) after so
// many skipped.
func column(id string, skip, take int, children ...*page.Node) *page.Node {
	s := page.Setting{From: "base", Width: new(page.Take(take)), Skip: &skip}
	if take == 0 {
		s.Width = new(page.Full)
	}
	block := &page.Node{ID: id + "-block", Kind: page.Block, Content: &page.Content{Type: page.Text, Height: kit.Px(40)}}
	return &page.Node{ID: id, Name: id, Kind: page.Column, At: []page.Setting{s}, Children: append([]*page.Node{block}, children...)}
}

func hidden(n *page.Node) *page.Node {
	n.At[0].Shown = new(false)
	return n
}

func row(id string, columns ...*page.Node) *page.Node {
	return &page.Node{ID: id, Kind: page.Row, Children: columns}
}

func onePage(rows ...*page.Node) *page.Page {
	return &page.Page{Body: []*page.Node{{ID: "frame", Kind: page.Container, Children: rows}}}
}

// Each case is a row in a viewport of 1376 px, so that the container begins at
// 100. A box reads "x+width line/unit".
func TestLines(t *testing.T) {
	for _, c := range []struct {
		name    string
		columns []*page.Node
		boxes   string
		ledgers string
	}{
		{"three and nine", []*page.Node{column("a", 0, 3), column("b", 0, 9)},
			"a 100+276 1/1, b 400+876 1/4", "3 + 9 = 12, full"},
		{"a skip before the last", []*page.Node{column("a", 0, 8), column("b", 1, 3)},
			"a 100+776 1/1, b 1000+276 1/10", "8 + 1 + 3 = 12, full"},
		{"one unspent", []*page.Node{column("a", 0, 5), column("b", 1, 5)},
			"a 100+476 1/1, b 700+476 1/7", "5 + 1 + 5 = 11, 1 unspent"},
		{"13 of 12 breaks the line", []*page.Node{column("a", 1, 6), column("Tide table", 0, 6)},
			"a 200+576 1/2, Tide table 100+576 2/1", "1 + 6 = 7, 5 unspent; 6, 6 unspent"},
		{"full columns stack", []*page.Node{column("a", 0, 0), column("b", 0, 0)},
			"a 100+1176 1/1, b 100+1176 2/1", "12, full; 12, full"},
		{"a skip pushes a column over", []*page.Node{column("a", 0, 7), column("b", 1, 5)},
			"a 100+676 1/1, b 200+476 2/2", "7, 5 unspent; 1 + 5 = 6, 6 unspent"},
		{"skip and full alone on a line run over", []*page.Node{column("a", 2, 0)},
			"a 300+1176 1/3", "2 + 12 = 14, 2 over"},
		{"hidden columns take no room", []*page.Node{hidden(column("a", 0, 6)), column("b", 0, 12)},
			"b 100+1176 1/1", "12, full"},
		{"everything hidden", []*page.Node{hidden(column("a", 0, 6))}, "", ""},
	} {
		plan := Make(hundred, onePage(row("row", c.columns...)), 1376)
		var boxes, ledgers []string
		for _, b := range plan.Boxes {
			if b.Kind == page.Column && b.Shown {
				boxes = append(boxes, fmt.Sprintf("%s %v+%v %d/%d", b.ID, math.Round(b.X), math.Round(b.Width), b.Line, b.Unit))
			}
		}
		for _, l := range plan.Lines {
			ledgers = append(ledgers, l.String())
		}
		if got := strings.Join(boxes, ", "); got != c.boxes {
			t.Errorf("%s: boxes %q, want %q", c.name, got, c.boxes)
		}
		if got := strings.Join(ledgers, "; "); got != c.ledgers {
			t.Errorf("%s: ledgers %q, want %q", c.name, got, c.ledgers)
		}
	}
}

func TestReasonNamesTheColumnAndTheSum(t *testing.T) {
	plan := Make(hundred, onePage(row("row", column("a", 1, 6), column("Tide table", 0, 6))), 1376)
	if got, want := plan.Lines[1].Reason(), "1 + 6 + 6 = 13 > 12, so Tide table starts line 2"; got != want {
		t.Errorf("got %q, want %q", got, want)
	}
}

// Heights: lines are 10 px apart, rows too; columns stretch to their line; a row
// nested under a block is 10 px below it.
func TestHeights(t *testing.T) {
	nested := column("outer", 0, 6, row("inner", column("in", 0, 6), column("in2", 0, 6)))
	plan := Make(hundred, onePage(row("first", nested, column("beside", 0, 6), column("below", 0, 6)), row("second", column("last", 0, 12))), 1376)
	want := map[string][4]float64{ // x, y, width, height
		"frame":  {100, 0, 1176, 190},
		"first":  {100, 0, 1176, 140},
		"outer":  {100, 0, 576, 90},
		"inner":  {100, 50, 576, 40},
		"in":     {100, 50, 276, 40},
		"in2":    {400, 50, 276, 40},
		"beside": {700, 0, 576, 90},
		"below":  {100, 100, 576, 40},
		"last":   {100, 150, 1176, 40},
	}
	for _, b := range plan.Boxes {
		if w, ok := want[b.ID]; ok && ([4]float64{math.Round(b.X), b.Y, math.Round(b.Width), b.Height}) != w {
			t.Errorf("%s: got %v %v %v %v, want %v", b.ID, b.X, b.Y, b.Width, b.Height, w)
		}
	}
}

// Whatever the page and the width, a plan holds numbers a browser could show.
func TestPlansAreSane(t *testing.T) {
	r := sample.New(7)
	for range 200 {
		k := sample.Kit(r)
		p := sample.Page(r, k)
		for _, v := range []float64{1, 77.7, 319.9, 620.5, 1e4} {
			for _, b := range Make(k, p, v).Boxes {
				for _, n := range []float64{b.X, b.Y, b.Width, b.Height} {
					if math.IsNaN(n) || math.IsInf(n, 0) {
						t.Fatalf("%s at %v px: %+v", b.ID, v, b)
					}
				}
				if b.Width < 0 || b.Height < 0 || b.Shown && b.Kind == page.Column && (b.Line < 1 || b.Unit < 1 || b.Units > k.Columns) {
					t.Fatalf("%s at %v px: %+v", b.ID, v, b)
				}
			}
		}
	}
}

func BenchmarkPlan(b *testing.B) {
	for _, columns := range []int{1000, 10000} {
		p, k := sample.Wide(columns)
		b.Run(fmt.Sprintf("%d columns, %d breakpoints", columns, len(k.Breakpoints)), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				for _, bp := range k.Breakpoints {
					Make(k, p, bp.Lane.Px())
				}
			}
		})
	}
}
