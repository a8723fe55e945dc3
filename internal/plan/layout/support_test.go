package layout

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
)

// Section 6.6: what a technique cannot do is left out and said, never drawn as it
// would not be. A case that says nothing is done as it was set.
func TestSupport(t *testing.T) {
	nested := cell(t, "a: ~",
		&page.Node{ID: "inner", Name: "Inner", Kind: page.Row, Children: []*page.Node{cell(t, "in: 6")}})
	with := func(f page.Field, v page.Value) *page.Node {
		r := row(t, "3 | 3")
		r.Children[0].At[0] = r.Children[0].At[0].With(f, v)
		return r
	}
	spread := func() *page.Node { return ruled(row(t, "3 | 3"), page.Setting{}.With(page.Spread, page.End)) }
	for _, c := range []struct {
		name              string
		row               func() *page.Node
		flex, grid, float string
	}{
		{"take, skip, trail", func() *page.Node { return row(t, "3 | 1_3_1") }, "", "", ""},
		{"order", func() *page.Node { return row(t, "a: 3@last | b: 3") }, "", "", "floats keep the source order"},
		{"per line", func() *page.Node {
			return ruled(row(t, "* | *"), page.Setting{}.With(page.PerLine,
				page.Of(2)))
		}, "",
			"", ""},
		{"hidden", func() *page.Node { return row(t, "x | 3") }, "", "", ""},
		{"shares of a whole row", func() *page.Node { return row(t, "= | = | =") }, "", "", ""},
		{"a share beside a take", func() *page.Node { return row(t, "3 | =") }, "",
			"grid tracks share only rows where every column shares one line", ""},
		{"shares that do not come out whole", func() *page.Node { return row(t, "= | = | = | = | =") }, "", "",
			"the shares of this row do not come out whole"},
		{"natural", func() *page.Node { return row(t, "~ | 3") }, "", "grid tracks are never as wide as their content",
			""},
		{"natural with a row in it", func() *page.Node {
			return &page.Node{ID: "row", Name: "Row", Kind: page.Row, Children: []*page.Node{nested}}
		},
			"a column that holds a row has no width of its own", "grid tracks are never as wide as their content",
			"a column that holds a row has no width of its own"},
		{"natural whose line breaks in the middle of a breakpoint", func() *page.Node { return row(t, "~ | ~ | ~") },
			"",
			"grid tracks are never as wide as their content", "its line would break at other widths than a breakpoint"},
		{"a part that is whole units", func() *page.Node { return row(t, "1/3 | 50%") }, "", "", ""},
		{"a part that is not", func() *page.Node { return row(t, "30% | 3") }, "",
			"30% of the row is 3.6 of 12 units, and grid tracks hold whole ones only: drawn as 4", ""},
		{"nudge", func() *page.Node { return with(page.Nudge, page.Of(2)) }, "", "", ""},
		{"align of one column", func() *page.Node { return with(page.Align, page.Bottom) }, "", "",
			"floats cannot align: it stands at the top of its line"},
		{"align of a row", func() *page.Node {
			return ruled(row(t, "3 | 3"),
				page.Setting{}.With(page.Align, page.Middle))
		}, "", "", "floats cannot align: its columns stand at the top"},
		{"spread", spread, "", "", "floats cannot spread"},
	} {
		for technique, want := range map[kit.Technique]string{kit.Flex: c.flex, kit.Grid: c.grid, kit.Float: c.float} {
			l := Of(hundred(func(k *kit.Kit) { k.Technique = technique }), onePage(c.row()))
			said := ""
			for _, r := range l.Findings {
				if r.Code != finding.Unsupported {
					t.Errorf("%s with %s: %+v", c.name, technique, r)
				}
				said = r.Text
			}
			if (want == "") != (said == "") || !strings.Contains(said, want) {
				t.Errorf("%s with %s: said %q, want %q", c.name, technique, said, want)
			}
		}
	}
}

// What cannot be had is drawn as something that can.
func TestWhatIsDrawnInstead(t *testing.T) {
	for _, c := range []struct {
		name  string
		kit   *kit.Kit
		row   *page.Node
		boxes string
	}{
		{"a share in uneven columns is the full line", hundred(columns(kit.Uneven(1, 2, 3, 2, 1))), row(t, "1 | ="),
			"a 100+120 1/1, b 100+1176 2/1"},
		{"a natural column with grid tracks too", hundred(technique(kit.Grid)), row(t, "3 | ~"),
			"a 100+276 1/1, b 100+1176 2/1"},
		{"floats stand in their order in the source", hundred(technique(kit.Float)), row(t, "a: 6@last | b: 6"),
			"a 100+576 1/1, b 700+576 1/7"},
		{"uneven tracks end with the line", hundred(columns(kit.Uneven(1, 2, 3, 2, 1)), technique(kit.Grid)),
			row(t, "2_4"), "a 244+1032 1/2"},
	} {
		if boxes, _ := told(Make(c.kit, onePage(c.row), 1376)); boxes != c.boxes {
			t.Errorf("%s: got %s, want %s", c.name, boxes, c.boxes)
		}
	}
	// A row of 300 px has no room for 36 gutters of 24: its floats are stacked.
	l := Of(hundred(technique(kit.Float)),
		onePage(ruled(row(t, "6 | 6"), page.Setting{}.With(page.Divides, page.Of(36)))))
	if boxes, _ := told(l.Plan(300)); boxes != "a 0+300 1/1, b 0+300 2/1" {
		t.Errorf("36 columns in 300 px: %s", boxes)
	}
}

// Floats are told in which line they stand by content as it is declared. What is measured changes neither that nor
// which columns are as wide as their content; where lines break otherwise than the code says, the plan is an estimate.
func TestFloatsByMeasures(t *testing.T) {
	k := hundred(technique(kit.Float))
	p := onePage(row(t, "~ | 6"))
	column := p.Body[0].Children[0].Children[0]
	column.Children[0].Content = &page.Content{Type: page.Picture, Height: kit.Px(20), Width: kit.Px(60)}
	for _, c := range []struct {
		wide, v float64
		boxes   string
		sure    bool
	}{
		{60, 400, "a 0+60 1/1, b 84+188 1/1", true},
		{350, 900, "a 0+350 1/1, b 374+438 1/1", true},
		{350, 400, "a 0+350 1/1, b 0+188 2/1", false}, // at 300 px as well, where the code says one line
		{900, 900, "a 0+900 1/1, b 0+438 2/1", false},
	} {
		book := &content.Book{}
		book.PutIntrinsic(column, Real(k, p, book).Look("a"), 0, content.Intrinsic{Wide: c.wide, Least: 10})
		l := Real(k, p, book)
		for _, b := range l.Plan(c.v).Boxes {
			if run := l.Runs(b.ID)[0]; run != nil {
				book.Put(run, 0, b.Width, content.Laid{Height: 20, Spots: make([]content.Spot, len(run.Blocks))})
			}
		}
		plan := Real(k, p, book).Plan(c.v)
		boxes, _ := told(plan)
		sure := !slices.ContainsFunc(plan.Boxes, func(b Box) bool { return b.ID == "row" && b.Estimated })
		if boxes != c.boxes || sure != c.sure {
			t.Errorf("%v px of content in %v px: got %s, sure %t; want %s, sure %t", c.wide, c.v, boxes, sure, c.boxes, c.sure)
		}
	}
}

// A picture that changes by breakpoint is as high as the one that is shown.
func TestPicturesThatChange(t *testing.T) {
	r := row(t, "12")
	r.Children[0].Children[0].Content = &page.Content{Type: page.Picture, Picture: "p", Height: kit.Px(72),
		Sources: []page.Source{{From: "wide", Picture: "q", Height: kit.Px(64)}}}
	l := Of(hundred(), onePage(r))
	var heights []string
	for _, v := range []float64{300, 999, 1000, 1376} {
		heights = append(heights, fmt.Sprint(l.Plan(v).Boxes[0].Height))
	}
	if got := strings.Join(heights, " "); got != "72 72 64 64" {
		t.Errorf("heights %s", got)
	}
}
