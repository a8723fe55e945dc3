package content

import (
	"math"

	"kitrows/internal/grid/kit"
)

// A Frame is what a page's own styles give to an element of the grid, as a browser has it. All is in px.
type Frame struct {
	Pad  [4]float64 // padding with the border: top, right, bottom, left
	Gap  float64    // from what stands before it, or from the start of what it stands in
	Tail float64    // from the last that stands in it to its end
	Off  bool       // it is not where the plan has it with these
}

// framed is what was measured of one element, as it was.
type framed struct {
	Digest uint64
	At     [kit.MaxBreakpoints][]frameAt // by the width of the viewport
}

type frameAt struct {
	Width float64
	Frame Frame
}

func (f frameAt) width() float64 { return f.Width }

// PutFrame keeps what a page's own styles give to the element of a node in a viewport w px wide, at breakpoint i. Look
// is what decides that.
func (b *Book) PutFrame(node string, look uint64, i int, w float64, is Frame) {
	b.mu.Lock()
	defer b.mu.Unlock()
	next := &framed{Digest: look}
	if had := b.frames[node]; had != nil && had.Digest == look {
		*next = *had
	}
	all := next.At[i]
	if n, known := find(all, w); known && all[n].Frame == is {
		return
	}
	next.At[i] = with(all, frameAt{w, is})
	if b.frames == nil {
		b.frames = map[string]*framed{}
	}
	b.frames[node] = next
	b.version++
}

// Frame is what a page's own styles give to the element of a node in a viewport w px wide, at breakpoint i: as it was
// measured at that width, or the same at all that were; known is false where it is that of the nearest, or of none.
func (b *Book) Frame(node string, look uint64, i int, w float64) (is Frame, known bool) {
	if b == nil {
		return is, false
	}
	b.mu.RLock()
	defer b.mu.RUnlock()
	f := b.frames[node]
	if f == nil || f.Digest != look || len(f.At[i]) == 0 {
		return is, false
	}
	all := f.At[i]
	same, near := true, 0
	for n := range all {
		same = same && all[n].Frame == all[0].Frame
		if math.Abs(all[n].Width-w) < math.Abs(all[near].Width-w) {
			near = n
		}
	}
	return all[near].Frame, same || all[near].Width == w
}
