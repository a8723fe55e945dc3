package bench

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/ship"
)

// demoWith is the demo with what was typed into cells such as "log/wide".
func demoWith(t *testing.T, typed map[string]string) *project.Project {
	t.Helper()
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	for at, text := range typed {
		node, breakpoint, _ := strings.Cut(at, "/")
		change, err := edit.Apply(p,
			edit.Operation{Page: "front-page",
				Type: &edit.Type{Cells: []edit.Cell{{Node: node, Breakpoint: breakpoint}}, Text: text}})
		if err != nil {
			t.Fatal(err)
		}
		p = change.Project
	}
	return p
}

func node(t *testing.T, b *Bench, id string) Node {
	t.Helper()
	for _, n := range b.Nodes {
		if n.ID == id {
			return n
		}
	}
	t.Fatalf("no node %s", id)
	return Node{}
}

// The ledger of the row Body (Log, Tide table) at wide, as the sheet shows it.
func TestSums(t *testing.T) {
	for _, c := range []struct {
		log, tide          string
		text, state, short string
		full               bool
	}{
		{"8", "1_3", "8 + 1 + 3 = 12", "1 line, full", "full", true},
		{"5", "1_5", "5 + 1 + 5 = 11", "1 line, 1 free", "1 free", false},
		{"*", "12", "12 · 12", "2 lines, full", "2 lines", true},
		{"8", "8", "8 · 8", "2 lines, 8 free", "8 free", false},
		{"x", "1_*", "1 + 12 = 13", "1 line, 1 over", "1 over", true},
		{"=", "1_3", "share 8 + 1 + 3 = 12", "1 line, full", "full", true},
		{"0_4_2", "6", "4 + 2 + 6 = 12", "1 line, full", "full", true},
		{"x", "x", "", "nothing shown", "–", false},
	} {
		p := demoWith(t, map[string]string{"log/wide": c.log, "tide-table/wide": c.tide})
		got := node(t, made(t, p, p.Pages[0], View{}), "body").Sums[2]
		if got.Text != c.text || got.State != c.state || got.Short != c.short || got.Full != c.full {
			t.Errorf("%s and %s: got %+v, want %+v", c.log, c.tide, got, c)
		}
	}
}

func TestCellsSayWhereTheyAreFrom(t *testing.T) {
	p := demoWith(t, map[string]string{"log/full": "x", "body/wide": "÷2"})
	change, err := edit.Apply(p, edit.Operation{Page: "front-page", Adjust: &edit.Adjust{
		Cells: []edit.Cell{{Node: "log", Breakpoint: "mid"}},
		Set:   page.Setting{}.With(page.Order, page.Last).With(page.Nudge, page.Of(1))}})
	if err != nil {
		t.Fatal(err)
	}
	b := made(t, change.Project, change.Project.Pages[0], View{})
	more := "order last, nudge 1"
	want := []Cell{{"*", false, "", "", ""}, {"7", true, "mid", more, ""}, {"8", true, "wide", more, ""},
		{"x", true, "full", more, ""}}
	if got := node(t, b, "log").Cells; fmt.Sprint(got) != fmt.Sprint(want) {
		t.Errorf("Log: got %v, want %v", got, want)
	}
	if got := node(t, b, "tide-table").Cells[3]; got != (Cell{"1_3", false, "wide", "", ""}) {
		t.Errorf("Tide table at full: %v", got)
	}
	if got := node(t, b, "body").Cells; got[1].Text != "" || got[2] != (Cell{"÷2", true, "wide", "", ""}) ||
		got[3] != (Cell{"÷2", false, "wide", "", ""}) {
		t.Errorf("Body: %v", got)
	}
}

// What a technique cannot do, or a carried width that is off the grid, is said in
// the cell.
func TestCellsSayWhatIsWrong(t *testing.T) {
	p := demoWith(t, nil)
	b := made(t, p, p.Pages[1], View{})
	find := node(t, b, "find").Cells
	if find[3].Text != "4.5" || find[3].Wrong != "3 of 12 set at wide is 4.5 of 18 here: off the grid" ||
		find[2].Wrong != "" {
		t.Errorf("Find a bird: %v", find)
	}
}

func TestExplain(t *testing.T) {
	p := demoWith(t, nil)
	why := Explain(p, p.Pages[0], nil, "tide-table", 1080)
	var steps []string
	for _, s := range why.Chain {
		text := s.Breakpoint + ":"
		for _, said := range s.Said {
			text += fmt.Sprintf(" %s (%s)", said.Text, said.State)
		}
		steps = append(steps, text+" · "+s.From+" · "+s.Classes)
	}
	want := `: full line (lost) ·  · kr-cell
base: ·  · 
mid: take 5 of 12 (lost) ·  · kr-take-5-mid
wide: skip 1 (wins) take 3 of 12 (wins) ·  · kr-skip-1-wide kr-take-3-wide
full: · wide · `
	if got := strings.Join(steps, "\n"); got != want {
		t.Errorf("chain:\n%s\nwant\n%s", got, want)
	}
	width, _ := why.Holds.Get(page.Width)
	skip, _ := why.Here.Get(page.Skip)
	if why.Units != 12 || width != page.Take(3) || skip != page.Of(1) || why.Here.Has(page.Order) {
		t.Errorf("settings: %+v", why)
	}
	if Explain(p, p.Pages[0], nil, "nowhere", 1080) != nil {
		t.Error("a node that is not there was explained")
	}
}

// Two columns 200 px wide by their content stand on one line from 2 · 200 + 24 of
// gutter + 2 · 12 of edge = 448 px on, but for the tolerance; a breakpoint's own
// edge is no change of it.
func TestChanges(t *testing.T) {
	k := sample.Twelve()
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Row"}
	for _, id := range []string{"a", "b"} {
		block := &page.Node{ID: id + "-text", Kind: page.Block, Name: "Text",
			Content: &page.Content{Type: page.Text, Width: kit.Px(200)}}
		row.Children = append(row.Children, &page.Node{ID: id, Kind: page.Column, Name: id,
			Children: []*page.Node{block},
			At: []page.Setting{page.At("base").With(page.Width, page.Natural), page.At("wide").With(page.Width,
				page.Full)}})
	}
	pg := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}}
	if got, want := fmt.Sprint(Changes(sample.Of(pg, k), pg, nil)),
		"map[base:[{447.95 [row]}] full:[] mid:[] wide:[]]"; got != want {
		t.Errorf("got %s, want %s", got, want)
	}
}

// What a lane draws besides boxes: at wide the row begins at 116 px and a pitch is
// 876 ÷ 12 = 73 px.
func TestLaneMarks(t *testing.T) {
	p := demoWith(t, map[string]string{"log/wide": "8", "tide-table/wide": "2_4", "mark/wide": "1",
		"site-links/wide": "9"})
	lane := made(t, p, p.Pages[0], View{}).Lanes[2]
	if lane.Breakpoint != "wide" || lane.Container != 848 || len(lane.Units) != 12 || lane.Units[1].X != 189 {
		t.Errorf("lane %s, container %v, units %v", lane.Breakpoint, lane.Container, lane.Units)
	}
	if len(lane.Empty) != 1 || lane.Empty[0].X != 116 || lane.Empty[0].Width != 118 || lane.Empty[0].Trail {
		t.Errorf("empty %v", lane.Empty)
	}
	// Masthead leaves 2 units, Body 4 on its first line and 6 on its second.
	if len(lane.Bare) != 12 || lane.Bare[0].X != 846 {
		t.Errorf("%d bare units, the first at %v", len(lane.Bare), lane.Bare[0].X)
	}
	if len(lane.Breaks) != 1 || lane.Breaks[0].Reason != "8 + 2 + 4 = 14 > 12, so Tide table starts line 2" {
		t.Errorf("breaks %v", lane.Breaks)
	}
}

// A lane is drawn where asked within its breakpoint, else at the nearest edge.
func TestLaneWidthsStayInTheirRange(t *testing.T) {
	p := demoWith(t, nil)
	for asked, want := range map[float64]float64{1000: 1000, 10: 910, 5000: 1239} {
		if got := made(t, p, p.Pages[0], View{Lanes: map[string]float64{"wide": asked}}).Lanes[2].Width; got != want {
			t.Errorf("asked for %v: drawn at %v, want %v", asked, got, want)
		}
	}
}

// On any page the Bench has a cell and a ledger for every breakpoint and a box in
// every lane for every node, and each node has its lines of code.
func TestBenchIsWhole(t *testing.T) {
	r := sample.New(41)
	for range 60 {
		p := sample.Project(r)
		k, pg := p.Kits[0], p.Pages[0]
		b := made(t, p, pg, View{Ends: true})
		for _, n := range b.Nodes {
			if n.Kind == page.Column && len(n.Cells) != len(k.Breakpoints) || n.Kind == page.Row &&
				len(n.Sums) != len(k.Breakpoints) {
				t.Fatalf("%s has %d cells and %d sums", n.ID, len(n.Cells), len(n.Sums))
			}
			if !slices.ContainsFunc(b.Code.Lines, func(l CodeLine) bool { return l.Node == n.ID }) {
				t.Fatalf("%s has no line of code", n.ID)
			}
		}
		for _, l := range b.Lanes {
			if len(l.Boxes) != len(b.Nodes) {
				t.Fatalf("lane %s has %d boxes of %d nodes", l.Breakpoint, len(l.Boxes), len(b.Nodes))
			}
		}
	}
}

// The code of a long page, and what is told of it, are left out where nobody waits for them.
func TestLongPage(t *testing.T) {
	p := sample.Of(sample.Wide(1000))
	b := made(t, p, p.Pages[0], View{})
	if !b.Code.Left || len(b.Code.Lines) > 0 || len(b.Document) > 0 || b.Findings == nil || len(b.Findings) > 0 {
		t.Errorf("code left out: %v, %d findings", b.Code.Left, len(b.Findings))
	}
	told := made(t, p, p.Pages[0], View{Told: true})
	if l := layout.Real(p.Kits[0], p.Pages[0], nil); len(told.Findings) == 0 ||
		len(told.Findings) != len(check.Of(l, ship.Checked(l, p))) {
		t.Errorf("%d findings are told", len(told.Findings))
	}
}

func BenchmarkMake(b *testing.B) {
	p := sample.Of(sample.Wide(1000))
	for b.Loop() {
		made(b, p, p.Pages[0], View{})
	}
}

// made is a Bench for somebody who waits for it.
func made(t testing.TB, p *project.Project, pg *page.Page, v View) *Bench {
	t.Helper()
	b, err := Make(t.Context(), p, pg, 1, v)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// Work stops when nobody waits for it any more.
func TestStopping(t *testing.T) {
	p := sample.Of(sample.Wide(1000))
	ctx, stop := context.WithCancel(t.Context())
	stop()
	if _, err := Make(ctx, p, p.Pages[0], 1, View{}); !errors.Is(err, context.Canceled) {
		t.Errorf("Make: %v", err)
	}
	if _, err := Costs(ctx, p, p.Pages[0]); !errors.Is(err, context.Canceled) {
		t.Errorf("Costs: %v", err)
	}
	if _, err := Compare(ctx, p, p, "wide", View{}); !errors.Is(err, context.Canceled) {
		t.Errorf("Compare: %v", err)
	}
}

// A cell shows the units that hold where its row has no longer so many a line, and not what was set before.
func TestCellsAfterSoManyALine(t *testing.T) {
	k := sample.Twelve()
	k.Breakpoints[1].Columns = kit.Equal(24)
	column := &page.Node{Kind: page.Column, ID: "column", At: []page.Setting{
		page.At("base").With(page.Width, page.Take(6))}}
	row := &page.Node{Kind: page.Row, ID: "row", Children: []*page.Node{column}, At: []page.Setting{
		page.At("wide").With(page.PerLine, page.Of(3)), page.At("full").With(page.PerLine, page.Of(0))}}
	pg := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{Kind: page.Container, ID: "container", Children: []*page.Node{row}}}}
	texts := []string{}
	for _, c := range newCells(layout.Of(k, pg), column) {
		texts = append(texts, c.Text)
	}
	if want := []string{"6", "12", "6", "12"}; !slices.Equal(texts, want) {
		t.Errorf("the cells show %q, want %q", texts, want)
	}
}
