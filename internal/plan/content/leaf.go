package content

import (
	"cmp"
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
	Heights   []Height // by width
}

// A Height is how high words are that have so much room, in px.
type Height struct{ Width, Height float64 }

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
	n, known := slices.BinarySearchFunc(now.Heights, at.Width, func(h Height, w float64) int { return cmp.Compare(h.Width, w) })
	switch {
	case known && now.Heights[n] == at:
	case known:
		now.Heights = slices.Clone(now.Heights)
		now.Heights[n] = at
		changed = true
	case len(now.Heights) < mostWidths:
		now.Heights = slices.Insert(slices.Clone(now.Heights), n, at)
		changed = true
	default:
		now.Heights = slices.Clone(now.Heights)
		now.Heights[min(n, len(now.Heights)-1)] = at
		changed = true
	}
	if changed {
		b.leaves[digest] = l
		b.version++
	}
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
	n, _ := slices.BinarySearchFunc(l.Heights, w, func(h Height, w float64) int { return cmp.Compare(h.Width, w) })
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
