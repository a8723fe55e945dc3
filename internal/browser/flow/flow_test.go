package flow_test

import (
	"fmt"
	"math"
	"strconv"
	"strings"
	"testing"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
)

// laid lays out markup that is written as indented lines, each a class, in a body without margins, and
// gives the boxes by their classes: x y width height. A number after a class is the height of its content.
func laid(sheet, markup string, width float64) (map[string]string, flow.Result) {
	html := &css.Element{Type: "html"}
	body := html.Add(&css.Element{Type: "body"})
	open := []*css.Element{body}
	high := map[*css.Element]float64{}
	for line := range strings.SplitSeq(strings.Trim(markup, "\n"), "\n") {
		depth := len(line) - len(strings.TrimLeft(line, "\t"))
		fields := strings.Fields(line)
		e := open[depth].Add(&css.Element{Type: "div", Classes: strings.Split(fields[0], "."), Space: true})
		if len(fields) > 1 {
			high[e], _ = strconv.ParseFloat(fields[1], 64)
		}
		open = append(open[:depth+1], e)
	}
	c := css.NewCascade(nil, []css.Source{{Name: "a.css", Text: "body { margin: 0 }" + sheet}}, flow.Expand)
	view := flow.Viewport{Width: width, Height: 800}
	d := &drawn{high: high}
	root := flow.NewStyler(nil, c, view).Tree(html, nil, d)
	result := flow.Layout(nil, root, view)
	boxes := map[string]string{}
	var visit func(b *flow.Box)
	visit = func(b *flow.Box) {
		if b.Node >= 0 && len(d.order[b.Node].Classes) > 0 {
			r := func(v float64) float64 { return math.Round(v*100) / 100 }
			boxes[d.order[b.Node].Classes[0]] = fmt.Sprintf("%v %v %v %v", r(b.X), r(b.Y), r(b.Width), r(b.Height))
		}
		for _, k := range b.Children {
			visit(k)
		}
	}
	visit(root)
	return boxes, result
}

// drawn is content by its height; every element is numbered.
type drawn struct {
	high  map[*css.Element]float64
	order []*css.Element
}

func (d *drawn) Leaf(e *css.Element, _ *flow.Style) *flow.Leaf {
	if h, is := d.high[e]; is {
		return &flow.Leaf{Wide: 40, High: func(float64) float64 { return h }}
	}
	return nil
}

func (d *drawn) Text(*css.Element, *flow.Style, int) *flow.Leaf { return nil }

func (d *drawn) Lines(*css.Element, *flow.Style) func(int) *flow.Leaf { return nil }

func (d *drawn) Node(e *css.Element) int32 {
	d.order = append(d.order, e)
	return int32(len(d.order) - 1)
}

// Boxes worked out by hand. (That Chromium agrees, random pages show in the browser tests.)
func TestLayout(t *testing.T) {
	for _, c := range []struct{ name, sheet, markup, want string }{
		{"block, centred", ".f { width: 300px; margin: 0 auto; padding: 0 10px }", "f\n\ta 20",
			"f 90 0 320 20; a 100 0 300 20"},
		{"border box", ".f { box-sizing: border-box; width: 300px; padding: 0 10px }", "f\n\ta 20",
			"f 0 0 300 20; a 10 0 280 20"},
		{"margins collapse", ".a { margin: 10px 0 } .b { margin: 30px 0 }", "f\n\ta 20\n\tb 20",
			"f 0 10 500 70; a 0 10 500 20; b 0 60 500 20"},
		{"padding keeps margins in", ".f { padding: 1px } .a { margin: 10px 0 }", "f\n\ta 20",
			"f 0 0 500 42; a 1 11 498 20"},
		{"floats in a cleared row", ".r::after { content: ''; display: table; clear: both } .a, .b, .c { float: " +
			"left; width: 50% }",
			"r\n\ta 20\n\tb 40\n\tc 10", "r 0 0 500 50; a 0 0 250 20; b 250 0 250 40; c 0 40 250 10"},
		{"a float catches", ".r { overflow: hidden } .a, .b, .c { float: left; width: 40% }",
			"r\n\ta 40\n\tb 20\n\tc 10", "r 0 0 500 40; a 0 0 200 40; b 200 0 200 20; c 200 20 200 10"},
		{"a float as wide as its content has its padding in percent of the row",
			".r { display: flow-root } .a { float: left; padding: 0 2%; box-sizing: border-box }", "r\n\ta\n\t\tb 20",
			"r 0 0 500 20; a 0 0 60 20; b 10 0 40 20"},
		{"what keeps floats out stands beside one",
			".r { overflow: hidden } .a { float: left; width: 60% } .b { overflow: hidden }", "r\n\ta 40\n\tb 20",
			"r 0 0 500 40; a 0 0 300 40; b 300 0 200 20"},
		{"a row without clearing", ".a { float: left; width: 50% }", "r\n\ta 20", "r 0 0 500 0; a 0 0 250 20"},
		{"a row reaches out", ".f { padding: 0 20px } .r { margin: 0 -10px; display: flow-root } .a { float: " +
			"left; width: 50%; padding: 0 10px; box-sizing: border-box }",
			"f\n\tr\n\t\ta 20", "f 0 0 500 20; r 10 0 480 20; a 10 0 240 20"},
		{"flexible boxes wrap", ".r { display: flex; flex-wrap: wrap; gap: 10px 20px } .a, .b { flex: 0 0 60% }",
			"r\n\ta 20\n\tb 20", "r 0 0 500 50; a 0 0 300 20; b 0 30 300 20"},
		{"they share and stretch", ".r { display: flex } .a { flex: 1 } .b { flex: 0 0 100px }", "r\n\ta 20\n\tb 40",
			"r 0 0 500 40; a 0 0 400 40; b 400 0 100 40"},
		{"they shrink to a least width",
			".r { display: flex } .a { flex: 0 1 400px; min-width: 380px } .b { flex: 0 1 400px; min-width: 0 }",
			"r\n\ta 20\n\tb 20", "r 0 0 500 20; a 0 0 380 20; b 380 0 120 20"},
		{"they spread", ".r { display: flex; justify-content: space-between; align-items: center } .a, .b { " +
			"width: 100px }", "r\n\ta 20\n\tb 40", "r 0 0 500 40; a 0 10 100 20; b 400 0 100 40"},
		{"their order", ".r { display: flex } .a { order: 2 } .a, .b { width: 100px }", "r\n\ta 20\n\tb 20",
			"r 0 0 500 20; a 100 0 100 20; b 0 0 100 20"},
		{"grid tracks", ".r { display: grid; grid-template-columns: repeat(4, 1fr); gap: 20px } .a { grid-column: " +
			"span 3 } .b { grid-column: 2 / span 2 }",
			"r\n\ta 20\n\tb 20", "r 0 0 500 60; a 0 0 370 20; b 130 40 240 20"},
		{"inline blocks", ".r { font-size: 0 } .a, .b { display: inline-block; width: 50%; vertical-align: top }",
			"r\n\ta 20\n\tb 40", "r 0 0 500 40; a 0 0 250 20; b 250 0 250 40"},
		{"custom properties", ":root { --n: 4 } .a { width: calc(100% / var(--n) - 5px) }", "a 20", "a 0 0 120 20"},
		{"min() and em", ".f { font-size: 20px; width: min(100% - 2em, 30rem) }", "f\n\ta 20",
			"f 0 0 460 20; a 0 0 460 20"},
		{"hidden", ".a { display: none }", "f\n\ta 20\n\tb 20", "f 0 0 500 20; a 0 0 0 0; b 0 0 500 20"},
		{"moved alone", ".a { position: relative; left: 10% } .b { transform: translateX(50%) }", "f\n\ta 20\n\tb 20",
			"f 0 0 500 40; a 50 0 500 20; b 250 20 500 20"},
		{"stretched heights reach what is in them",
			".r { display: flex } .a { display: flex; width: 50% } .card { flex: 1; border: 1px solid } .b { width: 50% }",
			"r\n\ta\n\t\tcard\n\t\t\tc 20\n\tb 50", "r 0 0 500 50; a 0 0 250 50; card 0 0 250 50; c 1 1 248 20"},
		{"a part of a stretched height", ".r { display: flex } .a { width: 50% } .card { height: 100% }",
			"r\n\ta\n\t\tcard\n\t\t\tc 20\n\tb 50", "card 0 0 250 50"},
		{"boxes under one another grow",
			".r { display: flex; flex-direction: column; height: 100px } .a { flex: 1 } .b { margin-top: auto }",
			"r\n\ta\n\t\tc 20\n\tb 30", "r 0 0 500 100; a 0 0 500 70; b 0 70 500 30"},
		{"lines in a height", ".r { display: flex; flex-wrap: wrap; height: 100px; align-content: space-between } " +
			".a, .b { width: 60% }", "r\n\ta 20\n\tb 20", "a 0 0 300 20; b 0 80 300 20"},
		{"a line from the right", ".r { display: flex; flex-direction: row-reverse; justify-content: left } .a { " +
			"width: 100px; margin-left: 20px } .b { width: 100px }",
			"r\n\ta 20\n\tb 20", "a 120 0 100 20; b 0 0 100 20"},
		{"an order by column and named lines",
			".r { display: grid; grid-template-columns: [full] 20px [main] 1fr 1fr [main-end] 20px [full-end] } .a { " +
				"grid-column: main } .b { grid-column: full / full-end }",
			"r\n\ta 20\n\tb 10", "a 20 0 460 20; b 0 20 500 10"},
		{"areas", `.r { display: grid; grid-template: "a b" 30px "a c" auto / 1fr 2fr; width: 300px } .a { grid-area: a }
.b { grid-area: b } .c { grid-area: c }`,
			"r\n\tc 20\n\tb 10\n\ta 5", "r 0 0 300 50; a 0 0 100 50; b 100 0 200 30; c 100 30 200 20"},
		{"rows that are fractions", ".r { display: grid; grid-template-rows: 20px 1fr 2fr; height: 200px }",
			"r\n\ta 5\n\tb 5\n\tc 5", "a 0 0 500 20; b 0 20 500 60; c 0 80 500 120"},
		{"an item over rows", ".r { display: grid; grid-template-columns: 1fr 1fr } .a { grid-row: span 2 }",
			"r\n\ta 100\n\tb 20\n\tc 40", "a 0 0 250 100; b 250 0 250 40; c 250 40 250 60"},
		{"an item over a row with nothing else in it",
			".r { display: grid; grid-template-columns: 1fr 1fr } .a { grid-row: span 2 }", "r\n\ta 100\n\tb 10",
			"r 0 0 500 100; b 250 0 250 10"},
		{"an element without a box", ".r { display: flex } .thru { display: contents } .a, .b { width: 100px }",
			"r\n\tthru\n\t\ta 20\n\tb 10", "a 0 0 100 20; b 100 0 100 20"},
		{"a property that is not inherited",
			"@property --n { syntax: '*'; inherits: false; initial-value: 4 } .f { --n: 2 } .a, .f { width: calc(100% / " +
				"var(--n)) }", "f\n\ta 20", "f 0 0 250 20; a 0 0 62.5 20"},
		{"names of custom properties by their case", ".f { --Wide: 100px; --wide: 200px } .a { width: var(--Wide) }",
			"f\n\ta 20", "a 0 0 100 20"},
		{"a ratio", ".a { aspect-ratio: 2 / 1; width: 100px }", "a\n\tb 20", "a 0 0 100 50"},
		{"a block that aligns itself", ".a { justify-self: end }", "a\n\tb 20", "a 460 0 40 20"},
		{"inherited box-sizing", "html { box-sizing: border-box } * { box-sizing: inherit } .a { width: 100px; " +
			"padding: 10px }", "a 20", "a 0 0 100 40"},
	} {
		boxes, _ := laid(c.sheet, c.markup, 500)
		for want := range strings.SplitSeq(c.want, "; ") {
			name, box, _ := strings.Cut(want, " ")
			if boxes[name] != box {
				t.Errorf("%s: %s is %s, want %s", c.name, name, boxes[name], box)
			}
		}
	}
}

// Layout says up to which width lines stay as they are, and what it cannot work out.
func TestResult(t *testing.T) {
	_, r := laid(".r { display: flex; flex-wrap: wrap } .a, .b { width: 300px }", "r\n\ta 20\n\tb 20", 500)
	if math.Abs(r.Until-600) > .1 {
		t.Errorf("lines stay up to %v, want 600", r.Until)
	}
	_, r = laid(".a { width: 3ch } .b { transform: rotate(3deg) }", "f\n\ta 20\n\tb 20", 500)
	var said []string
	for _, d := range r.Doubts {
		said = append(said, d.What)
	}
	if got := strings.Join(said, "; "); got != "the length 3ch; the transform rotate(3deg)" {
		t.Errorf("doubts: %s", got)
	}
}

// What a declaration is said to do to boxes.
func TestBearing(t *testing.T) {
	for name, want := range map[string]flow.Bearing{
		"width": flow.Planned, "-webkit-flex": flow.Planned, "container": flow.Planned, "--n": flow.Planned,
		"color":            flow.Still,
		"border-top-color": flow.Still, "-moz-box-sizing": flow.Still, "-webkit-mask": flow.Still,
		"hyphens": flow.OfWords, "font-weight": flow.OfWords,
		"shape-outside": flow.Unplanned, "content-visibility": flow.Unplanned, "offset-path": flow.Still,
		"margin-trim": flow.Unplanned, "widht": flow.Unplanned,
	} {
		if got := flow.BearingOf(name); got != want {
			t.Errorf("%s: %d, want %d", name, got, want)
		}
	}
	_, r := laid(".a { shape-outside: circle(); content-visibility: visible } .b { height: 10vh }",
		"f\n\ta 20\n\tb 20", 500)
	var said []string
	for _, d := range r.Doubts {
		said = append(said, d.What)
	}
	if got := strings.Join(said, "; "); got != "the property shape-outside; a part of the window's height, which "+
		"is taken to be 800 px" {
		t.Errorf("doubts: %s", got)
	}
}

func ExampleLayout() {
	boxes, _ := laid(".row { display: flex } .a { flex: 1 }", "row\n\ta 20\n\tb 20", 500)
	fmt.Println(boxes["a"])
	// Output: 0 0 460 20
}
