package infer

import (
	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
)

// A lab lays out elements by a stylesheet, to see what comes of them.
type lab struct {
	budget  *budget.Budget
	c       *css.Cascade
	customs *customs
	stylers map[float64]*flow.Styler
	known   map[signAt]*flow.Style
}

func newLab(b *budget.Budget, c *css.Cascade, own *customs) *lab {
	return &lab{b, c, own, map[float64]*flow.Styler{}, map[signAt]*flow.Style{}}
}

// styler is the styler in a viewport so wide.
func (l *lab) styler(width float64) *flow.Styler {
	s := l.stylers[width]
	if s == nil {
		s = flow.NewStyler(l.budget, l.c, flow.Viewport{Width: width, Height: 800})
		l.stylers[width] = s
	}
	return s
}

// leafHigh and leafWide are the size of what stands in columns that are tried.
const (
	leafHigh = 20
	leafWide = 8
)

// A trial is a page that is tried: what is in its body, with the boxes that come of it.
type trial struct {
	*lab
	width float64
	html  *css.Element
	body  *css.Element
	boxes map[*css.Element]*flow.Box
	order []*css.Element // by their numbers
	flow.Result
}

func (l *lab) trial(width float64) *trial {
	t := &trial{lab: l, width: width, html: element("html"), boxes: map[*css.Element]*flow.Box{}}
	t.body = t.html.Add(element("body"))
	return t
}

// leaf adds content.
func leaf(e *css.Element) {
	e.Add(element("div")).Attributes = []css.Attr{{Name: "data-leaf", Value: ""}}
}

// Leaf is the content that leaf added.
func (t *trial) Leaf(e *css.Element, _ *flow.Style) *flow.Leaf {
	if len(e.Attributes) == 1 && e.Attributes[0].Name == "data-leaf" {
		return &flow.Leaf{Wide: leafWide, High: func(float64) float64 { return leafHigh }}
	}
	return nil
}

// Text is nil: there are no words.
func (t *trial) Text(*css.Element, *flow.Style, int) *flow.Leaf { return nil }

// Node numbers elements in their order.
func (t *trial) Lines(*css.Element, *flow.Style) func(int) *flow.Leaf { return nil }

func (t *trial) Node(e *css.Element) int32 {
	t.order = append(t.order, e)
	return int32(len(t.order) - 1)
}

// lay lays the page out.
func (t *trial) lay() {
	root := t.styler(t.width).Tree(t.html, nil, t)
	t.Result = flow.Layout(t.budget, root, flow.Viewport{Width: t.width, Height: 800})
	var visit func(b *flow.Box)
	visit = func(b *flow.Box) {
		if b.Node >= 0 {
			t.boxes[t.order[b.Node]] = b
		}
		for _, k := range b.Children {
			visit(k)
		}
	}
	visit(root)
	for _, e := range t.order { // of those without a box of their own
		if t.boxes[e] == nil {
			t.boxes[e] = &flow.Box{Style: &flow.Style{Display: flow.Contents}, Node: -1}
		}
	}
}

// inner is the content box of an element that was laid out: where it begins and how wide it is.
func (t *trial) inner(e *css.Element) (x, w float64) {
	b := t.boxes[e]
	return b.X + b.Pad[flow.Left], b.Width - b.Pad[flow.Left] - b.Pad[flow.Right]
}

// between gives the element and the style of a column with words, between two others of its row.
func (l *lab) between(r roles, width float64, words ...string) (*css.Element, *flow.Style) {
	styler := l.styler(width)
	html := element("html")
	e := html.Add(element("body"))
	style := styler.Style(e, styler.Root(html))
	for _, words := range [][]string{r.around, wordOf(r.row)} {
		e = e.Add(element("div", words...))
		style = styler.Style(e, style)
	}
	e.Add(element("div", wordOf(r.cell)...))
	own := e.Add(element("div", append(wordOf(r.cell), words...)...))
	e.Add(element("div", wordOf(r.cell)...))
	return own, styler.Style(own, style)
}
