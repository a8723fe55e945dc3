package layout

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// The kit of this page's numbers: a row of 1176 px with gutters of 24 is 1200
// px of pitches, so one unit of 12 is 100 px of pitch and 76 px wide. A viewport
// of 1376 px puts the container's left end at 100.
func hundred(change ...func(*kit.Kit)) *kit.Kit {
	k := &kit.Kit{
		ID: "hundred", Name: "Hundred", Technique: kit.Flex, Naming: kit.OurNaming, Narrowest: kit.Px(300),
		Columns: kit.Equal(12), Gutter: kit.GutterOf(kit.Px(24)), RowGutter: kit.Px(10), Edge: kit.EdgeOf(kit.Px(0)),
		Breakpoints: []kit.Breakpoint{
			{Name: "base", Lane: kit.Px(300)},
			{Name: "wide", From: kit.Px(1000), Container: kit.Fixed(kit.Px(1176)), Lane: kit.Px(1376)},
		},
	}
	for _, c := range change {
		c(k)
	}
	return k
}

func technique(t kit.Technique) func(*kit.Kit) { return func(k *kit.Kit) { k.Technique = t } }
func columns(c kit.Columns) func(*kit.Kit)     { return func(k *kit.Kit) { k.Columns = c } }
func gutter(g kit.Gutter) func(*kit.Kit)       { return func(k *kit.Kit) { k.Gutter = g } }

// A cell is a column in a row of these tests: "Tide table: 1_3_2" skips 1, takes 3
// and trails 2; =, ~ and * are share, natural (120 px of content) and the full
// line; x is hidden, and @ an order.
func cell(t *testing.T, text string, children ...*page.Node) *page.Node {
	t.Helper()
	name, notation, found := strings.Cut(text, ": ")
	if !found {
		name, notation = text, text
	}
	s := page.At("base")
	if before, order, ok := strings.Cut(notation, "@"); ok {
		place, err := page.Order.Parse(order)
		if err != nil {
			t.Fatal(err)
		}
		notation, s = before, s.With(page.Order, place)
	}
	parts := strings.Split(notation, "_")
	number := func(text string) int {
		n := 0
		if _, err := fmt.Sscan(text, &n); err != nil {
			t.Fatal(err)
		}
		return n
	}
	if len(parts) > 1 {
		s, parts = s.With(page.Skip, page.Of(number(parts[0]))), parts[1:]
	}
	if len(parts) > 1 {
		s = s.With(page.Trail, page.Of(number(parts[1])))
	}
	switch parts[0] {
	case "*":
		s = s.With(page.Width, page.Full)
	case "=":
		s = s.With(page.Width, page.Share)
	case "~":
		s = s.With(page.Width, page.Natural)
	case "x":
		s = s.With(page.Shown, page.Hides)
	default:
		if part, ok := page.ParsePart(parts[0]); ok {
			s = s.With(page.Width, part)
			break
		}
		s = s.With(page.Width, page.Take(number(parts[0])))
	}
	block := &page.Node{ID: name + "-block", Name: "Text", Kind: page.Block,
		Content: &page.Content{Type: page.Text, Height: kit.Px(40), Width: kit.Px(120)}}
	return &page.Node{ID: name, Name: name, Kind: page.Column, At: []page.Setting{s},
		Children: append([]*page.Node{block}, children...)}
}

func row(t *testing.T, cells string) *page.Node {
	t.Helper()
	r := &page.Node{ID: "row", Name: "Row", Kind: page.Row}
	for i, text := range strings.Split(cells, " | ") {
		c := cell(t, text)
		if !strings.Contains(text, ": ") {
			c.ID = string(rune('a' + i))
			c.Name = c.ID
		}
		r.Children = append(r.Children, c)
	}
	return r
}

func ruled(r *page.Node, s page.Setting) *page.Node {
	s.From = "base"
	r.At = []page.Setting{s}
	return r
}

func onePage(rows ...*page.Node) *page.Page {
	return &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en",
		Body: []*page.Node{{ID: "frame", Name: "Frame", Kind: page.Container, Children: rows}}}
}

// told writes a plan's shown columns as "id x+width line/unit" and its ledgers.
func told(plan *Plan) (boxes, ledgers string) {
	var b, l []string
	for _, box := range plan.Boxes {
		if box.Kind == page.Column && box.Shown {
			b = append(b, fmt.Sprintf("%s %v+%v %d/%s", box.ID, math.Round(box.X*10)/10, math.Round(box.Width*10)/10,
				box.Line, kit.Figure(box.Unit)))
		}
	}
	for _, line := range plan.Lines {
		l = append(l, line.String())
	}
	return strings.Join(b, ", "), strings.Join(l, "; ")
}

// Section 6, rule by rule.
func TestArithmetic(t *testing.T) {
	perLine := func(n int) page.Setting { return page.Setting{}.With(page.PerLine, page.Of(n)) }
	for _, c := range []struct {
		name    string
		kit     *kit.Kit
		row     *page.Node
		boxes   string
		ledgers string
	}{
		{"three and nine", hundred(), row(t, "3 | 9"), "a 100+276 1/1, b 400+876 1/4", "3 + 9 = 12, full"},
		{"a skip before the last", hundred(), row(t, "8 | 1_3"), "a 100+776 1/1, b 1000+276 1/10",
			"8 + 1 + 3 = 12, full"},
		{"one free", hundred(), row(t, "5 | 1_5"), "a 100+476 1/1, b 700+476 1/7", "5 + 1 + 5 = 11, 1 free"},
		{"a trail keeps units free", hundred(), row(t, "0_3_2 | 7"), "a 100+276 1/1, b 600+676 1/6",
			"3 + 2 + 7 = 12, full"},
		{"full columns stack", hundred(), row(t, "* | *"), "a 100+1176 1/1, b 100+1176 2/1", "12, full; 12, full"},
		{"13 of 12 breaks the line", hundred(), row(t, "1_6 | 6"), "a 200+576 1/2, b 100+576 2/1",
			"1 + 6 = 7, 5 free; 6, 6 free"},
		{"a skip pushes a column out", hundred(), row(t, "7 | 1_5"), "a 100+676 1/1, b 200+476 2/2",
			"7, 5 free; 1 + 5 = 6, 6 free"},
		{"7 + 5 fills, a skip of 1 after it does not fit", hundred(), row(t, "7 | 5 | 1_1"),
			"a 100+676 1/1, b 800+476 1/8, c 200+76 2/2", "7 + 5 = 12, full; 1 + 1 = 2, 10 free"},
		{"skip and full alone on a line run over", hundred(), row(t, "2_*"), "a 300+1176 1/3", "2 + 12 = 14, 2 over"},
		{"hidden columns take no room", hundred(), row(t, "x | 12"), "b 100+1176 1/1", "12, full"},
		{"everything hidden", hundred(), row(t, "x | x"), "", ""},

		{"five equal shares", hundred(), row(t, "= | = | = | = | ="),
			"a 100+216 1/1, b 340+216 1/3.4, c 580+216 1/5.8, d 820+216 1/8.2, e 1060+216 1/10.6",
			"share 2.4 + share 2.4 + share 2.4 + share 2.4 + share 2.4 = 12, full"},
		{"one of 5 among three shares", hundred(), row(t, "= | 5 | ="),
			"a 100+326 1/1, b 450+476 1/4.5, c 950+326 1/9.5", "share 3.5 + 5 + share 3.5 = 12, full"},
		{"7 + 5 + share: the share has no unit left", hundred(), row(t, "7 | 5 | ="),
			"a 100+676 1/1, b 800+476 1/8, c 100+1176 2/1", "7 + 5 = 12, full; share 12, full"},
		{"7 + 2 + share", hundred(), row(t, "7 | 2 | ="), "a 100+676 1/1, b 800+176 1/8, c 1000+276 1/10",
			"7 + 2 + share 3 = 12, full"},
		{"7 + 2 + share and a fourth of 3", hundred(), row(t, "7 | 2 | = | 3"),
			"a 100+676 1/1, b 800+176 1/8, c 1000+276 1/10, d 100+276 2/1", "7 + 2 + share 3 = 12, full; 3, 9 free"},
		{"natural is as wide as its content, in px", hundred(), row(t, "~ | ="),
			"a 100+120 1/1, b 244+1032 1/1", "120 + 1032 + 1 × 24 = 1176 px, full"},
		{"natural beside 11 of 12 fits by px: 1076 + 24 + 76 < 1176 is not so for 120", hundred(), row(t, "11 | ~"),
			"a 100+1076 1/1, b 100+120 2/1", "1076 px, 100 px free; 120 px, 1056 px free"},

		{"a part of the row, of no whole number of units", hundred(), row(t, "1/3 | 3/8 | ="),
			"a 100+376 1/1, b 500+426 1/5, c 950+326 1/9.5", "4 + 4.5 + share 3.5 = 12, full"},
		{"thirds of seven columns", hundred(columns(kit.Equal(7))), row(t, "1/3 | 1/3 | 1/3"),
			"a 100+376 1/1, b 500+376 1/3.33, c 900+376 1/5.67", "2.33 + 2.33 + 2.33 = 7, full"},
		{"the first and the last order stand outside every number", hundred(),
			row(t, "a: 3@99 | b: 3@last | c: 3@first | d: 3@-99"),
			"c 100+276 1/1, d 400+276 1/4, a 700+276 1/7, b 1000+276 1/10", "3 + 3 + 3 + 3 = 12, full"},
		{"order is what is seen, not what is read", hundred(), row(t, "a: 4@last | b: 4 | c: 4@first"),
			"c 100+376 1/1, b 500+376 1/5, a 900+376 1/9", "4 + 4 + 4 = 12, full"},
		{"5 per line of 12: (1176 + 24) ÷ 5 − 24", hundred(), ruled(row(t, "* | * | * | * | * | *"), perLine(5)),
			"a 100+216 1/1, b 340+216 1/2, c 580+216 1/3, d 820+216 1/4, e 1060+216 1/5, f 100+216 2/1",
			"5 of 5 a line, full; 1 of 5 a line, 4 free"},
		{"a gutter of its own", hundred(), ruled(row(t, "6 | 6"), page.Setting{}.With(page.GapX, page.NoGap)),
			"a 100+588 1/1, b 688+588 1/7", "6 + 6 = 12, full"},
		{"what is free goes between", hundred(), ruled(row(t, "3 | 3"), page.Setting{}.With(page.Spread, page.Between)),
			"a 100+276 1/1, b 1000+276 1/4", "3 + 3 = 6, 6 free"},
		{"or at the start", hundred(), ruled(row(t, "3 | 3"), page.Setting{}.With(page.Spread, page.End)),
			"a 700+276 1/1, b 1000+276 1/4", "3 + 3 = 6, 6 free"},
		{"or half at either side", hundred(), ruled(row(t, "3 | 3"), page.Setting{}.With(page.Spread, page.Centre)),
			"a 400+276 1/1, b 700+276 1/4", "3 + 3 = 6, 6 free"},

		// (1176 − 4 · 24) ÷ 9 = 120 px a part.
		{"tracks of 1:2:3:2:1", hundred(columns(kit.Uneven(1, 2, 3, 2, 1)), technique(kit.Grid)), row(t, "1 | 1_2 | 1"),
			"a 100+120 1/1, b 508+624 1/3, c 1156+120 1/5", "1 + 1 + 2 + 1 = 5, full"},
		// 1176 − 4 · 400 leaves −35.3 px a part of 12: c comes to line 2 as wide as from unit 4, which its class names.
		{"a row narrower than its gutters keeps the units that classes name",
			hundred(columns(kit.Uneven(1, 2, 3, 2, 4)), gutter(kit.GutterOf(kit.Px(400)))), row(t, "1 | 2 | 2"),
			"a 100+0 1/1, b 500+223.3 1/2, c 100+188 2/4",
			"0 + 223.33 + 1 × 400 = 623.33 px, 552.67 px free; 188 px, 988 px free"},
		{"a line of uneven columns that the next would fit into by px", hundred(columns(kit.Uneven(1, 2, 3, 2, 1))),
			row(t, "1 | 3 | 2 | 1"), "a 100+120 1/1, b 244+888 1/2, c 100+384 2/1, d 508+360 2/3",
			"1 + 3 = 4, 1 free; 2 + 1 = 3, 2 free"},
		{"grid tracks in a row narrower than their gutters",
			hundred(technique(kit.Grid), gutter(kit.GutterOf(kit.Px(200)))), row(t, "6 | 6"),
			"a 100+1176 1/1, b 100+1176 2/1", "1 of 1 a line, full; 1 of 1 a line, full"},
		// A gutter of 1/5 of a column: 1176 ÷ (12 + 11/5) = 82.8 a column, 16.6 a gutter.
		{"a gutter that is a fifth of a column", hundred(gutter(kit.Fraction(1, 5))), row(t, "3 | 9"),
			"a 100+281.6 1/1, b 398.1+877.8 1/4", "3 + 9 = 12, full"},
		{"a share with floats that comes out whole", hundred(technique(kit.Float)), row(t, "8 | ="),
			"a 100+776 1/1, b 900+376 1/9", "8 + 4 = 12, full"},
		{"one that does not is the full line", hundred(technique(kit.Float)), row(t, "5 | = | ="),
			"a 100+476 1/1, b 100+1176 2/1, c 100+1176 3/1", "5, 7 free; 12, full; 12, full"},
		{"shares with grid tracks stand on one line", hundred(technique(kit.Grid)), row(t, "= | = | ="),
			"a 100+376 1/1, b 500+376 1/2, c 900+376 1/3", "3 of 3 a line, full"},
	} {
		boxes, ledgers := told(Make(c.kit, onePage(c.row), 1376))
		if boxes != c.boxes {
			t.Errorf("%s:\n got %s\nwant %s", c.name, boxes, c.boxes)
		}
		if ledgers != c.ledgers {
			t.Errorf("%s:\n got %s\nwant %s", c.name, ledgers, c.ledgers)
		}
	}
}

// Section 6.5: a row nested in 9 of 12 is 876 px wide.
func TestNesting(t *testing.T) {
	into := func(d page.Value, cells string) *page.Node {
		return ruled(row(t, cells), page.Setting{}.With(page.Divides, d))
	}
	for _, c := range []struct {
		name  string
		kit   *kit.Kit
		outer string
		inner *page.Node
		boxes string
	}{
		{"fresh 12: (876 + 24) ÷ 12 = 75 a unit", hundred(), "o: 9", into(page.Fresh, "6 | 6"),
			"o 100+876 1/1, a 100+426 1/1, b 550+426 1/7"},
		{"the parent's 9: the page's own 100 a unit", hundred(), "o: 9", into(page.ParentUnits, "6 | 3"),
			"o 100+876 1/1, a 100+576 1/1, b 700+276 1/7"},
		{"4: (876 + 24) ÷ 4 = 225 a unit", hundred(), "o: 9", into(page.Of(4), "1 | 3"),
			"o 100+876 1/1, a 100+201 1/1, b 325+651 1/2"},
		// The page's gutter is 16.56 px; a fresh one in 9 of 12, 878 px, is 878 ÷ 71 = 12.36.
		{"a fifth of a fresh column is narrower", hundred(gutter(kit.Fraction(1, 5))), "o: 9",
			into(page.Fresh, "6 | 6"), "o 100+877.8 1/1, a 100+432.7 1/1, b 545.1+432.7 1/7"},
		{"a fifth of the parent's unit is the page's gutter", hundred(gutter(kit.Fraction(1, 5))), "o: 9",
			into(page.ParentUnits, "3 | 6"),
			"o 100+877.8 1/1, a 100+281.6 1/1, b 398.1+579.7 1/4"},
		// (1176 + 24) ÷ 18 = 66.67 a unit; 15 units are 976 px, and a third of them 5 units.
		{"5 of 18 beside a third of what is nested in 15", hundred(columns(kit.Equal(18))), "o: 15",
			into(page.Of(3), "1 | 2"),
			"o 100+976 1/1, a 100+309.3 1/1, b 433.3+642.7 1/2"},
		{"the parent's units of a share: it has none, so fresh", hundred(), "o: =", into(page.ParentUnits, "6 | 6"),
			"o 100+1176 1/1, a 100+576 1/1, b 700+576 1/7"},
	} {
		outer := &page.Node{ID: "outer", Name: "Outer", Kind: page.Row,
			Children: []*page.Node{cell(t, c.outer, c.inner)}}
		if boxes, _ := told(Make(c.kit, onePage(outer), 1376)); boxes != c.boxes {
			t.Errorf("%s:\n got %s\nwant %s", c.name, boxes, c.boxes)
		}
	}
}

// Section 6.1: the same page in containers of 1000 and 1300 px, and in a viewport
// that is narrower.
func TestContainers(t *testing.T) {
	hold := func(px float64) func(*kit.Kit) {
		return func(k *kit.Kit) {
			k.Breakpoints[1].Container, k.Edge, k.Cap = kit.Fixed(kit.Px(px)), kit.HalfGutter, kit.Px(500)
		}
	}
	for _, c := range []struct {
		name     string
		kit      *kit.Kit
		frame    page.Frame
		viewport float64
		boxes    string
	}{
		// (976 + 24) ÷ 12 × 6 − 24 = 476
		{"1000 px", hundred(hold(1000)), page.FixedFrame, 1400, "a 212+476 1/1, b 712+476 1/7"},
		{"1300 px", hundred(hold(1300)), page.FixedFrame, 1400, "a 62+626 1/1, b 712+626 1/7"},
		{"1300 px in 1100", hundred(hold(1300)), page.FixedFrame, 1100, "a 12+526 1/1, b 562+526 1/7"},
		{"fluid", hundred(hold(1000)), page.FluidFrame, 1400, "a 12+676 1/1, b 712+676 1/7"},
		{"fluid below wide, above it", hundred(hold(1000)), page.FluidBelow("wide"), 1400,
			"a 212+476 1/1, b 712+476 1/7"},
		{"fluid below wide, below it", hundred(hold(1000)), page.FluidBelow("wide"), 800,
			"a 12+376 1/1, b 412+376 1/7"},
		{"capped at 500", hundred(hold(1000)), page.CappedFrame, 1400, "a 462+226 1/1, b 712+226 1/7"},
	} {
		p := onePage(row(t, "6 | 6"))
		p.Body[0].Frame = c.frame
		if boxes, _ := told(Make(c.kit, p, c.viewport)); boxes != c.boxes {
			t.Errorf("%s:\n got %s\nwant %s", c.name, boxes, c.boxes)
		}
	}
}

// Section 5: where the columns change from 12 to 18, 4 of 12 is carried as 6 of 18
// and 5 of 12 as 7.5, which is drawn truly and reported; grid tracks hold whole
// columns only, so that a kit of theirs cannot change to 18.
func TestCarriedInProportion(t *testing.T) {
	k := hundred(func(k *kit.Kit) { k.Breakpoints[1].Columns = kit.Equal(18) })
	l := Of(k, onePage(row(t, "4 | 5")))
	if boxes, _ := told(l.Plan(1376)); boxes != "a 100+376 1/1, b 500+476 1/7" {
		t.Errorf("boxes %s", boxes)
	}
	if len(l.Findings) != 1 || l.Findings[0].Node != "b" ||
		l.Findings[0].Text != "5 of 12 set at base is 7.5 of 18 here: off the grid" {
		t.Errorf("reports %v", l.Findings)
	}
	k.Technique = kit.Grid
	if err := k.Check(); err == nil || !strings.Contains(err.Error(), "a multiple of the 12 columns of base") {
		t.Errorf("grid: %v", err)
	}
}

func TestReasonNamesTheColumnAndTheSum(t *testing.T) {
	for cells, want := range map[string]string{
		"1_6 | Tide table: 6":    "1 + 6 + 6 = 13 > 12, so Tide table starts line 2",
		"7 | 5 | Tide table: =":  "7 + 5 + share 1 = 13 > 12, so Tide table starts line 2",
		"11 | Tide table: ~":     "1076 + 120 + 1 × 24 = 1220 px > 1176, so Tide table starts line 2",
		"0_4_4 | Tide table: 6":  "4 + 4 + 6 = 14 > 12, so Tide table starts line 2",
		"* | Tide table: 1":      "12 + 1 = 13 > 12, so Tide table starts line 2",
		"6 | 6 | Tide table: 12": "6 + 6 + 12 = 24 > 12, so Tide table starts line 2",
	} {
		if got := Make(hundred(), onePage(row(t, cells)), 1376).Lines[1].Reason(); got != want {
			t.Errorf("%s: got %q, want %q", cells, got, want)
		}
	}
}

// Heights: lines are 10 px apart, rows too; columns stretch to their line or stand
// in it; a row nested under a block is 10 px below it.
func TestHeights(t *testing.T) {
	nested := cell(t, "outer: 6",
		ruled(&page.Node{ID: "inner", Name: "Inner", Kind: page.Row,
			Children: []*page.Node{cell(t, "in: 6"), cell(t, "in2: 6")}}, page.Setting{}))
	nested.Children[1].At = nil
	middle := cell(t, "beside: 6")
	middle.At[0] = middle.At[0].With(page.Align, page.Middle)
	first := &page.Node{ID: "first", Name: "First", Kind: page.Row,
		Children: []*page.Node{nested, middle, cell(t, "below: 6")}}
	second := &page.Node{ID: "second", Name: "Second", Kind: page.Row, Children: []*page.Node{cell(t, "last: 12")}}
	want := map[string][4]float64{ // x, y, width, height
		"frame":  {100, 0, 1176, 190},
		"first":  {100, 0, 1176, 140},
		"outer":  {100, 0, 576, 90},
		"inner":  {100, 50, 576, 40},
		"in":     {100, 50, 276, 40},
		"in2":    {400, 50, 276, 40},
		"beside": {700, 25, 576, 40},
		"below":  {100, 100, 576, 40},
		"last":   {100, 150, 1176, 40},
	}
	for _, b := range Make(hundred(), onePage(first, second), 1376).Boxes {
		if w, ok := want[b.ID]; ok && ([4]float64{math.Round(b.X), b.Y, math.Round(b.Width), b.Height}) != w {
			t.Errorf("%s: got %v %v %v %v, want %v", b.ID, b.X, b.Y, b.Width, b.Height, w)
		}
	}
}

// What the three techniques can all do they do alike (section 6.6).
func TestTechniquesAgree(t *testing.T) {
	r := sample.New(8)
	compared := 0
	for range 300 {
		k := sample.Kit(r)
		p := sample.Page(r, k)
		lays := map[kit.Technique]*Layout{}
		for _, technique := range []kit.Technique{kit.Flex, kit.Grid, kit.Float} {
			same := *k
			same.Technique = technique
			if l := Of(&same, p); same.Check() == nil && len(l.Findings) == 0 {
				lays[technique] = l
			}
		}
		flex := lays[kit.Flex]
		if flex == nil || len(lays) < 2 {
			continue
		}
		for _, b := range k.Breakpoints {
			want := flex.Plan(b.Lane.Px())
			for technique, l := range lays {
				for i, box := range l.Plan(b.Lane.Px()).Boxes {
					compared++
					w := want.Boxes[i]
					// each counts in its own sixty-fourths of a px
					same := func(a, b float64) bool { return math.Abs(a-b) < 0.5 }
					// an empty one is 1 px high, so that it holds its place
					if technique == kit.Float {
						box.Y, box.Height = w.Y, w.Height
					}
					if w.ID != box.ID || w.Line != box.Line || !same(w.X, box.X) || !same(w.Y, box.Y) ||
						!same(w.Width, box.Width) ||
						!same(w.Height, box.Height) {
						t.Fatalf("%s at %s: %+v, with flex %+v", technique, b.Name, box, w)
					}
				}
			}
		}
	}
	if compared < 1000 {
		t.Errorf("only %d boxes were compared", compared)
	}
}

// Between two change points the lines are the same at every width, and on either
// side of one they are not.
func TestChangePoints(t *testing.T) {
	// Two natural columns of 120 px: 2 · 120 + 24 = 264 px, less the tolerance.
	k := hundred(func(k *kit.Kit) { k.Narrowest = kit.Px(200) })
	points := Of(k, onePage(row(t, "~ | ~"))).ChangePoints(200, 900)
	if len(points) != 1 || math.Abs(points[0].Width-263.95) > 0.01 || fmt.Sprint(points[0].Rows) != "[row]" ||
		points[0].Breakpoint {
		t.Errorf("two natural columns: %+v", points)
	}
	const near = 1.0
	const step = 0.03 // a browser's sixty-fourths, of a container that is a part of the viewport
	r := sample.New(9)
	found := 0
	for range 150 {
		k := sample.Kit(r)
		l := Of(k, sample.Page(r, k))
		low, high := k.Narrowest.Px(), k.Breakpoints[len(k.Breakpoints)-1].From.Px()+400
		points := l.ChangePoints(low, high)
		from := low
		for _, p := range append(points, ChangePoint{Width: high}) {
			for range 4 {
				v := from + step + r.Float64()*(p.Width-from-2*step)
				if v > from && v < p.Width && len(changed(l.Plan(math.Min(from+step, v)), l.Plan(v))) > 0 {
					t.Fatalf("lines change between %v and %v, at %v", from, p.Width, v)
				}
			}
			if p.Rows != nil {
				found++
				// The sixty-fourths of a narrow nested row are more of the viewport.
				if p.Width-from > 4*near && len(changed(l.Plan(p.Width-near), l.Plan(p.Width+near))) == 0 {
					t.Fatalf("nothing changes at %v", p.Width)
				}
			}
			from = p.Width
		}
	}
	if found < 100 {
		t.Errorf("only %d change points", found)
	}
}

// Whatever the page and the width, a plan holds numbers a browser could show.
func TestPlansAreSane(t *testing.T) {
	r := sample.New(7)
	for range 200 {
		k := sample.Kit(r)
		l := Of(k, sample.Page(r, k))
		for _, v := range []float64{1, 77.7, 319.9, 620.5, 1e4} {
			if wrong := l.Plan(v).insane(); wrong != "" {
				t.Fatalf("at %v px: %s", v, wrong)
			}
		}
	}
}

// insane says what in a plan no browser could show.
func (p *Plan) insane() string {
	for _, b := range p.Boxes {
		for _, n := range []float64{b.X, b.Y, b.Width, b.Height} {
			if math.IsNaN(n) || math.IsInf(n, 0) {
				return fmt.Sprintf("%+v", b)
			}
		}
		if b.Width < 0 || b.Height < 0 || b.Shown && b.Kind == page.Column && (b.Line < 1 || b.Unit < 1) {
			return fmt.Sprintf("%+v", b)
		}
	}
	return ""
}

func BenchmarkPlan(b *testing.B) {
	for _, columns := range []int{1000, 10000} {
		p, k := sample.Wide(columns)
		b.Run(fmt.Sprintf("%d columns, %d breakpoints", columns, len(k.Breakpoints)), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				l := Of(k, p)
				for _, bp := range k.Breakpoints {
					l.Plan(bp.Lane.Px())
				}
			}
		})
	}
	p, k := sample.Wide(1000)
	l := Of(k, p)
	b.Run("one plan more of 1000 columns", func(b *testing.B) {
		b.ReportAllocs() // what a plan holds is what it allocates
		for b.Loop() {
			l.Worked(1080)
		}
	})
}
