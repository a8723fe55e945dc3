package layout

import (
	"hash/fnv"
	"io"
	"slices"
	"strconv"
	"sync"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
)

// real is the content of a page as a browser shows it, in place of blocks that are as high as declared.
type real struct {
	book *content.Book
	code func() *Layout // what code is written from
	runs []*content.Run // by the node that a run begins with; of a row before which nothing stands, or a column, none
	// of all that decides how the page looks
	digest func() uint64
	look   []uint64 // of all but blocks, by node: what besides the blocks decides how they look
}

// Real works out page p, laid out on k, with its content as a browser shows it: as measured in book, else estimated.
// Where book is nil, all is.
func Real(k *kit.Kit, p *page.Page, book *content.Book) *Layout {
	l := &Layout{kit: k, page: p, at: make([]stage, len(k.Breakpoints)), real: &real{book: book}}
	l.real.code = sync.OnceValue(func() *Layout { return Of(k, p) })
	l.real.digest = sync.OnceValue(func() uint64 { return digestOf(l) })
	l.make()
	return l
}

// Like works out another page, with its content as this one has it: as measured in the same book, or as declared.
func (l *Layout) Like(k *kit.Kit, p *page.Page) *Layout {
	if l.real == nil {
		return Of(k, p)
	}
	return Real(k, p, l.real.book)
}

// find finds the runs of the page.
func (c *real) find(l *Layout) {
	c.runs, c.look = make([]*content.Run, len(l.nodes)), make([]uint64, len(l.nodes))
	styled := fnv.New64a()
	io.WriteString(styled, l.page.Style)
	for _, f := range l.kit.Files() {
		io.WriteString(styled, f.Text)
	}
	for i := range l.kit.Breakpoints {
		io.WriteString(styled, l.kit.RowGutterAt(i).String()+" ")
	}
	style := styled.Sum64()
	for n := range l.nodes {
		node := &l.nodes[n]
		h := fnv.New64a()
		above := style
		if node.parent >= 0 {
			above = c.look[node.parent]
		}
		if node.Kind != page.Block {
			io.WriteString(h, strconv.FormatUint(above, 36)+" "+node.Element+" "+node.Anchor+"\x00"+node.ID)
			for _, class := range node.Classes {
				io.WriteString(h, class+" ")
			}
			c.look[n] = h.Sum64()
		}
		if node.Kind == page.Column {
			c.column(l, int32(n))
		}
	}
}

// begins are the runs by the blocks that they begin with.
func (c *real) begins(l *Layout) map[*page.Node]*content.Run {
	all := map[*page.Node]*content.Run{}
	for n, run := range c.runs {
		if run != nil {
			all[l.nodes[n].Node] = run
		}
	}
	return all
}

// column finds the runs of a column.
func (c *real) column(l *Layout, n int32) {
	var run *content.Run
	number, after := 0, false
	l.children(n, func(child int32) {
		if l.nodes[child].Kind != page.Block {
			run, after = nil, true
			number++
			return
		}
		if run == nil {
			run = &content.Run{Column: l.nodes[n].ID, Number: number, Style: c.look[n], After: after,
				Texts: c.book.Texts()}
			c.runs[child] = run
		}
		run.Blocks = append(run.Blocks, l.nodes[child].Node)
		if next := l.nodes[child].end; next < l.nodes[n].end && l.nodes[next].Kind == page.Row {
			run.Before = true
		}
	})
}

// words gives the words of a block, by its number.
func (c *real) words(l *Layout) func(block int32) string {
	first := make([]int32, len(l.nodes)) // of a block in a run: one more than the block that the run begins with
	for n, run := range c.runs {
		if run != nil {
			for at := range run.Blocks {
				first[n+at] = int32(n) + 1
			}
		}
	}
	return func(block int32) string {
		if first[block] == 0 {
			return l.nodes[block].Content.Words()
		}
		n := first[block] - 1
		return c.runs[n].Words(int(block - n))
	}
}

// stack places the rows and blocks in the column at n under one another, w wide, from x, y on, and gives their height.
func (c *real) stack(m *maker, n int32, x, y float64, w measure.Measure) float64 {
	top, needs := y, 0.0
	var before page.Kind
	m.l.children(n, func(child int32) {
		if m.l.nodes[child].Kind == page.Row {
			switch before {
			case page.Row:
				y += m.gap(child, m.stage.lines)
			case "":
				y += m.gap(child, 0)
			}
			y += m.row(child, x, y, w)
		} else if run := c.runs[child]; run != nil {
			laid := c.book.Laid(run, m.l.kit, m.i, w.Px)
			for at, s := range laid.Spots {
				b := child + int32(at)
				if m.l.HeldOf(b, m.i)[page.Shown].Value == page.Hides {
					m.hide(b)
					continue
				}
				m.box(Box{ID: m.l.nodes[b].ID, Kind: page.Block, X: x + s.X, Y: y + s.Y, Width: s.Width, Height: s.Height,
					Shown: true, Node: b, Estimated: m.unsure || !laid.Sure})
			}
			m.unsure, needs = m.unsure || !laid.Sure, max(needs, laid.Needs)
			y += laid.Height
		}
		before = m.l.nodes[child].Kind
	})
	if before == page.Row {
		y += m.end(n)
	}
	m.needs = needs
	return y - top
}

// frame is what the page's own styles give to the element of the node at n; there is none where the page has no styles
// of its own but those that all begin with. What was not measured is in doubt from there on.
func (c *real) frame(m *maker, n int32) (f content.Frame, is bool) {
	if m.l.page.Style == "" {
		return f, false
	}
	f, known := c.book.Frame(m.l.nodes[n].ID, c.framed(m.l, n), m.i, m.plan.Width)
	m.unsure = m.unsure || !known || f.Off
	return f, known || f != (content.Frame{})
}

// Moved reports whether the page's own styles have the element of a node elsewhere, in a viewport v px wide at
// breakpoint i, than its padding and margins come to.
func (l *Layout) Moved(n int32, i int, v float64) bool {
	if l.real == nil || l.page.Style == "" {
		return false
	}
	f, _ := l.real.book.Frame(l.nodes[n].ID, l.real.framed(l, n), i, v)
	return f.Off
}

// end is how far what stands last in the node at n is from its end, by the page's own styles.
func (m *maker) end(n int32) float64 {
	if m.l.real == nil {
		return 0
	}
	f, _ := m.l.real.frame(m, n)
	return f.Tail
}

// framed is what decides how much space there is around what is in the node at n: its look, and what is set of that.
func (c *real) framed(l *Layout, n int32) uint64 {
	h := fnv.New64a()
	empty := h.Sum64()
	for _, s := range l.nodes[n].At {
		for _, f := range [...]page.Field{page.Before, page.After} {
			if v, set := s.Get(f); set {
				io.WriteString(h, s.From+" "+f.String()+" "+v.String()+"\x00")
			}
		}
	}
	return c.look[n] ^ h.Sum64() ^ empty // its look where nothing is set
}

// space is what is set as the space before and after what is in the container or row at n.
func (m *maker) space(n int32) (before, after float64) {
	if len(m.l.nodes[n].At) == 0 {
		return 0, 0
	}
	held := m.l.HeldOf(n, m.i)
	px := func(f page.Field) float64 {
		if held[f].Value == page.KitGap {
			return m.stage.lines
		}
		return float64(held[f].N)
	}
	return px(page.Before), px(page.After)
}

// padding is what is between a box's border and its content: at its top, right, bottom and left, in px.
type padding [4]float64

// framed is the content box of the node at n, whose border box begins at x and y, with the padding that the kit or what
// is set gives it, and is w wide without it; and the padding that it has, which the page's own styles may say.
func (m *maker) framed(n int32, x, y float64, given padding, w measure.Measure) (cx, cy float64, cw measure.Measure,
	pad padding) {
	pad = given
	if m.l.real != nil {
		if f, is := m.l.real.frame(m, n); is {
			pad = f.Pad
		}
	}
	cw = w
	if by := given[1] + given[3] - pad[1] - pad[3]; by != 0 {
		cw = w.Plus(measure.Plain(by)).AtLeastZero()
	}
	return x + pad[3], y + pad[0], cw, pad
}

// gap is how far the node at n is from what stands before it, where the page's own styles say so; else what the kit
// says.
func (m *maker) gap(n int32, kits float64) float64 {
	if m.l.real != nil {
		if f, is := m.l.real.frame(m, n); is {
			return f.Gap
		}
	}
	return kits
}

// Code is the layout that code is written from: that of the page with blocks as high as declared, for code is the same
// whatever is measured.
func (l *Layout) Code() *Layout {
	if l.real == nil {
		return l
	}
	return l.real.code()
}

// breaks reports whether the lines of a row that are broken so are those that its code says: floats say themselves in
// which line they stand.
func (c *real) breaks(m *maker, r *Row, t *kit.Track, runs []Run) bool {
	if !r.Natural || r.Technique != kit.Float {
		return true
	}
	own := *t
	said := c.code().at[m.i].row(r.index).Break(&own, nil, m.plan.Width, new(float64))
	return slices.EqualFunc(runs, said, func(a, b Run) bool { return a.First == b.First && a.End == b.End })
}

// Runs are the runs of blocks in the column of that id, by their numbers; nil where the page has no such column, or is
// not laid out by its content.
func (l *Layout) Runs(column string) map[int]*content.Run {
	n, ok := l.index()[column]
	if !ok || l.real == nil || l.nodes[n].Kind != page.Column {
		return nil
	}
	all := map[int]*content.Run{}
	for c := n + 1; c < l.nodes[n].end; c++ {
		if run := l.real.runs[c]; run != nil && run.Column == column {
			all[run.Number] = run
		}
	}
	return all
}

// Look is what besides its content decides how the section, container, row or column of that id looks.
func (l *Layout) Look(id string) uint64 {
	if n, ok := l.index()[id]; ok && l.real != nil {
		return l.real.framed(l, n)
	}
	return 0
}
