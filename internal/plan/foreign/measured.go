package foreign

import (
	"hash/fnv"
	"io"
	"strconv"

	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
)

// measured is a leaf of words as they were measured at breakpoint i, by the digest of what they depend on.
func (f *Page) measured(digest uint64, i int, leaf *flow.Leaf) *flow.Leaf {
	if leaf == nil || digest == 0 {
		return leaf
	}
	m := f.book.Leaf(digest, i)
	if m == nil {
		return leaf
	}
	if m.Intrinsic.Known {
		leaf.Wide, leaf.Least = m.Intrinsic.Wide, m.Intrinsic.Least
	}
	estimate := leaf.High
	leaf.High = func(w float64) float64 {
		high, sure := m.High(w, estimate)
		if leaf.Estimate = ""; !sure {
			leaf.Estimate = inWords
		}
		return high
	}
	return leaf
}

// A piece is content of an element that a browser measures: how high it is, and where the nodes in it stand.
type piece struct {
	digest uint64
	nodes  []int32 // their numbers, in the order of the file
	whole  bool    // whatever stands in the element
}

// ofPiece is the whole content of an element as it was measured; nil where it was not.
func (f filling) ofPiece(p *piece) *flow.Leaf {
	m := f.book.Leaf(p.digest, f.at)
	if m == nil || !m.Intrinsic.Known {
		return nil
	}
	leaf := &flow.Leaf{Flows: true, Node: -1, Run: p, Wide: m.Intrinsic.Wide, Least: m.Intrinsic.Least}
	leaf.High = func(w float64) float64 {
		high, sure := m.High(w, m.Between)
		if leaf.Estimate = ""; !sure {
			leaf.Estimate = inWords
		}
		return high
	}
	return leaf
}

// inside are the numbers of the nodes that stand in a box that is measured.
func (f *Page) inside(b *flow.Box) (all []int32) {
	if b.Leaf == nil {
		return nil
	}
	switch of := b.Leaf.Run.(type) {
	case *piece:
		return of.nodes
	case *content.Run:
		for at := range of.Blocks {
			all = append(all, int32(f.first[of]+at))
		}
	}
	return all
}

// scatter gives the nodes in a piece of content their boxes: where they were measured or, where they were not, all the
// room there is.
func (f *Page) scatter(p *piece, b *flow.Box, i int, boxes []Box) {
	x, y := b.X+b.Pad[flow.Left], b.Y+b.Pad[flow.Top]
	w := b.Width - b.Pad[flow.Left] - b.Pad[flow.Right]
	var spots []content.Spot
	sure := false
	if m := f.book.Leaf(p.digest, i); m != nil {
		spots, sure = m.Spots(w, len(p.nodes))
		if b.Node >= 0 && p.whole {
			boxes[b.Node].Needs = m.Needs(w)
		}
	}
	for at, number := range p.nodes {
		switch {
		case spots == nil:
			boxes[number] = Box{X: x, Y: y, Width: w, Height: b.Height - b.Pad[flow.Top] - b.Pad[flow.Bottom], Shown: true,
				Estimated: true}
		case spots[at].Width < 0:
			boxes[number] = Box{Estimated: !sure}
		default:
			s := spots[at]
			boxes[number] = Box{X: x + s.X, Y: y + s.Y, Width: s.Width, Height: s.Height, Shown: true, Estimated: !sure}
		}
	}
}

// ofRun is a run of blocks as one leaf.
func (f filling) ofRun(run *content.Run) *flow.Leaf {
	// of one that is not shown nothing is asked, and nothing is in doubt
	leaf := &flow.Leaf{Flows: true, Node: -1, Run: run}
	for _, n := range run.Blocks {
		if !n.ShownAt(f.kit, f.at) {
			continue
		}
		leaf.Wide = max(leaf.Wide, content.Wide(n.Content, f.kit, f.at))
	}
	leaf.Least = leaf.Wide
	leaf.High = func(w float64) float64 {
		laid := f.book.Laid(run, f.kit, f.at, w)
		if leaf.Estimate = ""; !laid.Sure {
			leaf.Estimate = inWords
		}
		return laid.Height
	}
	return leaf
}

// runOf is the run of blocks that a box is of; nil of others.
func runOf(b *flow.Box) *content.Run {
	if b.Leaf == nil {
		return nil
	}
	run, _ := b.Leaf.Run.(*content.Run)
	return run
}

// spread gives the blocks of a run their boxes.
func (f *Page) spread(run *content.Run, b *flow.Box, i int, boxes []Box) {
	x, y := b.X+b.Pad[flow.Left], b.Y+b.Pad[flow.Top]
	laid := f.book.Laid(run, f.kit, i, b.Width-b.Pad[flow.Left]-b.Pad[flow.Right])
	for at, s := range laid.Spots {
		boxes[f.first[run]+at] = Box{X: x + s.X, Y: y + s.Y, Width: s.Width, Height: s.Height, Shown: true,
			Estimated: !laid.Sure}
	}
}

// exact gives boxes that are in doubt the places that a browser had them at, where it was this page in a window of this
// width.
func (f *Page) exact(i int, width float64, boxes []Box) {
	if !f.book.HasExact(width) { // the digest takes long
		return
	}
	known := f.book.Exact(f.Digest(), width)
	if known == nil {
		return
	}
	left := false
	for n := range boxes {
		if !boxes[n].Estimated {
			continue
		}
		s, is := known[f.nodes[n].ID]
		if left = left || !is; !is {
			continue
		}
		b := &boxes[n]
		b.Shown, b.Estimated = s.Width >= 0, false
		if b.X, b.Y, b.Width, b.Height = s.X, s.Y, s.Width, s.Height; !b.Shown {
			*b = Box{}
		}
	}
	if !left {
		f.noted.settle(i)
	}
}

// Digest is of all that decides how a page from HTML looks, and of what its nodes are; 0 of a page that is made here.
func (f *Page) Digest() uint64 {
	if f == nil || f.written == nil {
		return 0
	}
	w := f.written
	w.once.Do(func() {
		h := fnv.New64a()
		h.Write(f.page.Origin.Bytes())
		for _, s := range Files(f.kit, f.page) {
			io.WriteString(h, s.Name+"\x00"+s.Text)
		}
		f.page.Walk(func(n *page.Node, _ page.Place) { io.WriteString(h, n.ID+"\x00"+string(n.Kind)) })
		w.digest = h.Sum64()
	})
	return w.digest
}

// A LeafNode is words of a page from HTML that a browser measures: an element that holds them alone, a text among
// elements, or an element in which lines may stand; and the digest of what their size depends on.
type LeafNode struct {
	Node   *markup.Node
	Digest uint64
	Whole  bool // all that stands in the element is measured, whatever it is
}

// Leaves are the words of a page from HTML, in the order of its file; none of a page that is made here.
func (f *Page) Leaves() []LeafNode {
	if f == nil || f.written == nil {
		return nil
	}
	f.written.drawn()
	return f.written.leaves
}

// LinesOf is the digest of the lines of that number, from 0, in an element of which that is one.
func LinesOf(element uint64, number int) uint64 {
	return digest(element, "lines", strconv.Itoa(number))
}

// digest is of what an element's words depend on: what it stands in, what it is, and its words.
func digest(above uint64, texts ...string) uint64 {
	h := fnv.New64a()
	io.WriteString(h, strconv.FormatUint(above, 36))
	for _, t := range texts {
		io.WriteString(h, t)
		h.Write([]byte{0})
	}
	return h.Sum64()
}

// inside is the digest of an element that stands in another.
func inside(above uint64, n *markup.Node) uint64 {
	texts := []string{n.Tag}
	for _, a := range n.Attrs {
		texts = append(texts, a.Name, a.Value)
	}
	return digest(above, texts...)
}
