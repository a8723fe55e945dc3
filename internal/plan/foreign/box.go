package foreign

import (
	"context"
	"slices"
	"sync"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
)

// A Box is where the box of a node is laid out, in px from the page's top left corner.
type Box struct {
	X, Y, Width, Height float64
	Before, After       float64 // border and padding at its left and right, with those of the element inside a column
	Line                int     // of a column: the line of its row, from 1
	Shown               bool
	Estimated           bool    // it depends on what the plan does not work out
	Needs               float64 // of a column: how wide content that does not fit it is, in px; 0 where all fits
}

// filling is what the blocks of a page hold at a breakpoint.
type filling struct {
	*Page
	at int
}

func (f filling) Leaf(e *css.Element, s *flow.Style) *flow.Leaf {
	if f.written != nil {
		h := heldBy(e)
		if h.piece != nil && h.piece.whole && s.Contains() {
			if leaf := f.ofPiece(h.piece); leaf != nil {
				return leaf
			}
		}
		leaf := f.measured(h.leaf, f.at, f.own(e, s))
		if leaf != nil && h.piece != nil && len(h.piece.nodes) > 0 {
			leaf.Run = h.piece
		}
		return leaf
	}
	if run := heldBy(e).run; run != nil {
		return f.ofRun(run)
	}
	at := heldBy(e).node
	if at < 0 || f.nodes[at].Kind != page.Block {
		return nil
	}
	c := f.nodes[at].Content
	return &flow.Leaf{Wide: content.Wide(c, f.kit, f.at), Replaced: c.Type == page.Picture, Fills: true,
		High: func(w float64) float64 { return c.HeightIn(f.kit, f.at, w) }}
}

func (f filling) Text(e *css.Element, s *flow.Style, before int) *flow.Leaf {
	if f.written == nil {
		return nil
	}
	for _, l := range heldBy(e).between {
		if l.before == before {
			leaf := l.text.estimated(s)
			leaf.Node = l.node
			return f.measured(l.leaf, f.at, leaf)
		}
	}
	return nil
}

func (f filling) Lines(e *css.Element, _ *flow.Style) func(number int) *flow.Leaf {
	of := heldBy(e).lines
	if of == 0 || f.book == nil {
		return nil
	}
	return func(number int) *flow.Leaf {
		m := f.book.Leaf(LinesOf(of, number), f.at)
		if m == nil {
			return nil
		}
		leaf := &flow.Leaf{Wide: m.Intrinsic.Wide, Least: m.Intrinsic.Least, Sized: m.Intrinsic.Known}
		leaf.High = func(w float64) float64 {
			high, sure := m.High(w, func(float64) float64 { return 0 })
			if leaf.Estimate = ""; !sure {
				leaf.Estimate = inWords
			}
			return high
		}
		return leaf
	}
}

func (f filling) Node(e *css.Element) int32 {
	return heldBy(e).node
}

// laidOut is the boxes of a page at a width, which a page that never changes has always.
type laidOut struct {
	width float64
	boxes []Box
	until float64
}

// mostLaid is at how many widths the boxes of a page are kept: a page has at most eight lanes, and is measured at some
// widths more.
const mostLaid = 12

// mostTrees is how many trees of boxes a page keeps: those of the lanes that most kits have.
const mostTrees = 4

// Boxes lays the page out in a viewport so wide and gives the boxes of its nodes, in page order, which must not be
// changed; and up to which width lines break as they do. Those of the last widths are kept.
func (f *Page) Boxes(width float64, i int) (boxes []Box, until float64) {
	f.keeping.Lock()
	f.fresh()
	at := slices.IndexFunc(f.laidOut, func(l laidOut) bool { return l.width == width })
	if at >= 0 {
		defer f.keeping.Unlock()
		return f.laidOut[at].boxes, f.laidOut[at].until
	}
	f.keeping.Unlock()
	boxes, until = f.boxes(width, i)
	f.keeping.Lock()
	defer f.keeping.Unlock()
	if len(f.laidOut) == mostLaid {
		f.laidOut = slices.Delete(f.laidOut, 0, 1)
	}
	f.laidOut = append(f.laidOut, laidOut{width, boxes, until})
	return boxes, until
}

func (f *Page) boxes(width float64, i int) (boxes []Box, until float64) {
	if f.written != nil {
		f.written.drawn()
	}
	root, result, release := f.laid(width, i)
	defer release()
	boxes = make([]Box, len(f.nodes))
	var visit func(b *flow.Box)
	visit = func(b *flow.Box) {
		if b.Style.Display == flow.None {
			return
		}
		if b.Node >= 0 {
			box := Box{X: b.X, Y: b.Y, Width: b.Width, Height: b.Height, Line: b.Line, Shown: true,
				Before: b.Pad[flow.Left], After: b.Pad[flow.Right]}
			if f.nodes[b.Node].Kind == page.Column && f.Inner() != "" && len(b.Children) > 0 {
				box.Before += b.Children[0].Pad[flow.Left]
				box.After += b.Children[0].Pad[flow.Right]
			}
			if had := boxes[b.Node]; had.Shown { // of several elements and texts
				box = had.and(box)
			}
			boxes[b.Node] = box
		}
		if run := runOf(b); run != nil {
			f.spread(run, b, i, boxes)
		} else if b.Leaf != nil {
			if p, is := b.Leaf.Run.(*piece); is {
				f.scatter(p, b, i, boxes)
			}
		}
		for _, k := range b.Children {
			visit(k)
		}
	}
	visit(root)
	f.note(i, root, result.Doubts, boxes)
	f.exact(i, width, boxes)
	return boxes, result.Until
}

// laid lays the page out by its stylesheets or, where that takes more than may be spent, by none: which is then told.
// The boxes are the caller's until they are released.
func (f *Page) laid(width float64, i int) (root *flow.Box, result flow.Result, release func()) {
	view := flow.Viewport{Width: width, Height: 800}
	by := func(b *budget.Budget, c *css.Cascade) error {
		s := flow.TakeStyler(b, c, view)
		if root = f.tree(s); root == nil || f.written == nil { // what stands in pages made here goes by the breakpoint
			root = s.Tree(f.html, nil, filling{f, i})
		}
		result = flow.Layout(b, root, view)
		of := root
		release = func() {
			f.keepTree(s, of)
			s.Release(c)
		}
		return nil
	}
	within := func() error {
		return budget.Within(context.Background(), budget.Plan, func(b *budget.Budget) error {
			b.Reading("the page, by its stylesheets,")
			return by(b, f.cascade)
		})
	}
	var err error
	first := false
	f.heavy.once.Do(func() { // the others wait for the first, which tells whether there is any use
		first = true
		err = within()
		f.heavy.failed(err)
	})
	if !first {
		if err = f.heavy.last(); err == nil {
			err = within()
			f.heavy.failed(err)
		}
	}
	if err != nil {
		_ = by(nil, css.None())
	}
	return root, result, release
}

// tree takes the page's boxes with the styles of a styler, ready to be laid out; nil where none are kept.
func (f *Page) tree(s *flow.Styler) *flow.Box {
	f.keeping.Lock()
	defer f.keeping.Unlock()
	root := f.trees[s]
	delete(f.trees, s)
	if root != nil {
		root.Again()
	}
	return root
}

// keepTree keeps the page's boxes for when that styler lays them out again.
func (f *Page) keepTree(s *flow.Styler, root *flow.Box) {
	f.keeping.Lock()
	defer f.keeping.Unlock()
	if f.trees == nil || len(f.trees) >= mostTrees {
		f.trees = map[*flow.Styler]*flow.Box{}
	}
	f.trees[s] = root
}

// heavy is whether a page takes more to lay out than may be spent.
type heavy struct {
	once sync.Once
	mu   sync.Mutex
	err  error
}

func (h *heavy) failed(err error) {
	if err != nil {
		h.mu.Lock()
		defer h.mu.Unlock()
		h.err = err
	}
}

func (h *heavy) last() error {
	h.mu.Lock()
	defer h.mu.Unlock()
	return h.err
}

// Heavy is why the page, or some of its stylesheets, are left out of the plan: they take more than may be spent. Nil
// where nothing is.
func (f *Page) Heavy() (all []error) {
	if f == nil {
		return nil
	}
	if f.written != nil {
		f.written.drawn()
		for _, spent := range f.written.left {
			all = append(all, spent)
		}
	}
	if err := f.heavy.last(); err != nil {
		all = append(all, err)
	}
	return all
}

// and is the box around two.
func (b Box) and(o Box) Box {
	x, y := min(b.X, o.X), min(b.Y, o.Y)
	b.Width, b.Height = max(b.X+b.Width, o.X+o.Width)-x, max(b.Y+b.Height, o.Y+o.Height)-y
	b.X, b.Y = x, y
	return b
}
