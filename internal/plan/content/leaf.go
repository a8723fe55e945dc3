package content

import (
	"math"
	"slices"

	"kitrows/internal/grid/kit"
)

// A Leaf is what was measured of words that stand together in an element of a page from HTML: how high they are in
// widths, and how wide by themselves.
type Leaf struct {
	At [kit.MaxBreakpoints]LeafAt
}

// LeafAt is the same at one breakpoint.
type LeafAt struct {
	Intrinsic Intrinsic
	Heights   []Height  // by width
	Inside    []SpotsAt `json:",omitzero"` // the same
	Natural   Natural   `json:",omitzero"`
}

// Natural is how large the file of a picture is, in px; nothing where that is not known.
type Natural struct{ Width, Height float64 }

// SpotsAt are where nodes stand in what has so much room, from its top left corner. One that is not shown is narrower
// than nothing.
type SpotsAt struct {
	Width float64
	Spots []Spot
}

// A Height is how high words are that have so much room, in px; and how wide they are where they do not fit it.
type Height struct {
	Width, Height float64
	Needs         float64 `json:",omitzero"`
}

func (h Height) width() float64 { return h.Width }

func (s SpotsAt) width() float64 { return s.Width }

// mostLeaves is how many are kept: of those of a long page, as many as a few hundred edits make.
const mostLeaves = 50_000

// PutLeaf keeps what was measured of words at breakpoint i, by a digest of all that they depend on.
func (b *Book) PutLeaf(digest uint64, i int, at Height, is *Intrinsic) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.leaves == nil || len(b.leaves) >= mostLeaves {
		b.leaves = map[uint64]*Leaf{}
	}
	l := &Leaf{}
	if had := b.leaves[digest]; had != nil { // those who read it go on with what was
		*l = *had
	}
	now := &l.At[i]
	changed := false
	if is != nil {
		is.Known = true
		changed = now.Intrinsic != *is
		now.Intrinsic = *is
	}
	if n, known := find(now.Heights, at.Width); !known || now.Heights[n] != at {
		now.Heights, changed = with(now.Heights, at), true
	}
	if changed {
		b.leaves[digest] = l
		b.version++
	}
}

// PutNatural keeps how large the file of a picture is that is shown at breakpoint i.
func (b *Book) PutNatural(digest uint64, i int, is Natural) {
	b.mu.Lock()
	defer b.mu.Unlock()
	l := &Leaf{}
	if had := b.leaves[digest]; had != nil {
		*l = *had
	}
	if l.At[i].Natural == is {
		return
	}
	l.At[i].Natural = is
	if b.leaves == nil || len(b.leaves) >= mostLeaves {
		b.leaves = map[uint64]*Leaf{}
	}
	b.leaves[digest] = l
	b.version++
}

// Natural is how large the file of a picture is that is shown at breakpoint i.
func (b *Book) Natural(digest uint64, i int) Natural {
	if b == nil {
		return Natural{}
	}
	b.mu.RLock()
	defer b.mu.RUnlock()
	if l := b.leaves[digest]; l != nil {
		return l.At[i].Natural
	}
	return Natural{}
}

// PutInside keeps where the nodes in a piece of content stand, at breakpoint i in a width, by a digest of all that they
// depend on. How high it is must be kept before.
func (b *Book) PutInside(digest uint64, i int, at SpotsAt) {
	b.mu.Lock()
	defer b.mu.Unlock()
	had := b.leaves[digest]
	if had == nil {
		return
	}
	all := had.At[i].Inside
	if n, known := find(all, at.Width); known && slices.Equal(all[n].Spots, at.Spots) {
		return
	}
	l := *had
	l.At[i].Inside = with(all, at)
	b.leaves[digest] = &l
	b.version++
}

// Spots are where so many nodes stand in a piece of content that is w px wide: as measured there, or alike in more and
// in less room; else as at the nearest width, and not sure. Nil where nothing was measured.
func (l *LeafAt) Spots(w float64, nodes int) (spots []Spot, sure bool) {
	n, _ := find(l.Inside, w)
	least := math.Inf(1)
	for _, at := range []int{n - 1, n} {
		if at < 0 || at >= len(l.Inside) || len(l.Inside[at].Spots) != nodes {
			continue
		}
		if far := math.Abs(l.Inside[at].Width - w); far < least {
			spots, least = l.Inside[at].Spots, far
		}
	}
	if least <= near {
		return spots, true
	}
	return spots, n > 0 && n < len(l.Inside) && slices.Equal(l.Inside[n-1].Spots, l.Inside[n].Spots) && spots != nil
}

// Needs is how wide the content is that does not fit so much room, by what was measured nearest to it; 0 where all
// fits.
func (l *LeafAt) Needs(w float64) float64 {
	near := Height{Width: math.Inf(1)}
	for _, h := range l.Heights {
		if math.Abs(h.Width-w) < math.Abs(near.Width-w) {
			near = h
		}
	}
	if near.Needs <= w {
		return 0
	}
	return near.Needs
}

// Between is how high the words are in a width by those that were measured beside it.
func (l *LeafAt) Between(w float64) float64 {
	n, _ := find(l.Heights, w)
	switch {
	case n == 0:
		return l.Heights[0].Height
	case n == len(l.Heights):
		return l.Heights[n-1].Height
	}
	low, high := l.Heights[n-1], l.Heights[n]
	return low.Height + (high.Height-low.Height)*(w-low.Width)/(high.Width-low.Width)
}

// Leaf is what was measured of words at breakpoint i; nil where nothing was.
func (b *Book) Leaf(digest uint64, i int) *LeafAt {
	if b == nil {
		return nil
	}
	b.mu.RLock()
	defer b.mu.RUnlock()
	if l := b.leaves[digest]; l != nil && len(l.At[i].Heights) > 0 {
		return &l.At[i]
	}
	return nil
}

// High is how high the words are in a width: as measured there, or in more and in less room alike; else as estimated,
// beside the nearest that was measured.
func (l *LeafAt) High(w float64, estimate func(w float64) float64) (height float64, sure bool) {
	n, _ := find(l.Heights, w)
	for _, at := range []int{n - 1, n} {
		if at >= 0 && at < len(l.Heights) && max(l.Heights[at].Width-w, w-l.Heights[at].Width) <= near {
			return l.Heights[at].Height, true
		}
	}
	switch {
	case n > 0 && n < len(l.Heights) && l.Heights[n-1].Height == l.Heights[n].Height:
		return l.Heights[n].Height, true
	case n == len(l.Heights) && l.Intrinsic.Known && l.Intrinsic.Wide <= l.Heights[n-1].Width:
		return l.Heights[n-1].Height, true // they stood in as few lines as they can
	case n > 0:
		n--
	}
	known := l.Heights[n]
	if was := estimate(known.Width); was > 0 {
		return estimate(w) * known.Height / was, false
	}
	return estimate(w), false
}
