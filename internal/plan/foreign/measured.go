package foreign

import (
	"hash/fnv"
	"io"
	"strconv"

	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
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

// ofRun is a run of blocks as one leaf.
func (f filling) ofRun(run *content.Run) *flow.Leaf {
	leaf := &flow.Leaf{Flows: true, Node: -1, Run: run} // of one that is not shown nothing is asked, and nothing is in doubt
	for _, n := range run.Blocks {
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

// A LeafNode is words of a page from HTML that a browser measures: an element that holds them alone, a text among
// elements, or an element in which lines may stand; and the digest of what their size depends on.
type LeafNode struct {
	Node   *markup.Node
	Digest uint64
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
