package layout

import (
	"hash/fnv"
	"slices"

	"github.com/go-json-experiment/json"
)

// Digest is of all that decides how the page looks, and of what its nodes are; 0 of one that is not laid out by its
// content.
func (l *Layout) Digest() uint64 {
	if d := l.foreign.Digest(); d != 0 || l.real == nil {
		return d
	}
	return l.real.digest()
}

// digestOf is that of a page that is made here.
func digestOf(l *Layout) uint64 {
	h := fnv.New64a()
	for _, part := range []any{l.page, l.kit} {
		if err := json.MarshalWrite(h, part, json.Deterministic(true)); err != nil {
			return 0
		}
	}
	return max(h.Sum64(), 1)
}

// exact gives boxes that are in doubt the places that a browser had them at, where it was this page in a window of this
// width.
func (c *real) exact(l *Layout, plan *Plan) {
	doubtful := func(b Box) bool { return b.Estimated }
	if !c.book.HasExact(plan.Width) || !slices.ContainsFunc(plan.Boxes, doubtful) {
		return
	}
	known := c.book.Exact(l.Digest(), plan.Width)
	for i := range plan.Boxes {
		b := &plan.Boxes[i]
		s, is := known[b.ID]
		if !b.Estimated || !is || b.Shown != (s.Width >= 0) {
			continue
		}
		b.X, b.Y, b.Width, b.Height, b.Estimated = s.X, s.Y, s.Width, s.Height, false
	}
}
