package content

import (
	"maps"
	"slices"
)

// exact is where a browser had the nodes that the plan does not work out: as the page was, in windows of some widths.
type exact struct {
	Digest uint64
	At     []exactAt // by width
}

type exactAt struct {
	Width float64
	Boxes map[string]Spot // by node; one that is not shown is narrower than nothing
}

func (e exactAt) width() float64 { return e.Width }

// mostPages is how many states of a page are kept so: those that undo and redo lead to at once.
const mostPages = 3

// PutExact keeps where a browser had nodes, in px of the page, by a digest of all of the page, in a window w px wide.
func (b *Book) PutExact(digest uint64, w float64, boxes map[string]Spot) {
	b.mu.Lock()
	defer b.mu.Unlock()
	n := slices.IndexFunc(b.exacts, func(e exact) bool { return e.Digest == digest })
	all := slices.Clone(b.exacts)
	if n < 0 {
		if len(all) == mostPages {
			all = slices.Delete(all, 0, 1)
		}
		all, n = append(all, exact{Digest: digest}), len(all)
	}
	if at, known := find(all[n].At, w); known && maps.Equal(all[n].At[at].Boxes, boxes) {
		return
	}
	all[n].At, b.exacts = with(all[n].At, exactAt{w, boxes}), all
	b.version++
}

// HasExact reports whether a browser had some state of the page in a window of that width.
func (b *Book) HasExact(w float64) bool {
	if b == nil {
		return false
	}
	b.mu.RLock()
	defer b.mu.RUnlock()
	return slices.ContainsFunc(b.exacts, func(e exact) bool { _, is := find(e.At, w); return is })
}

// Exact is where a browser had nodes, by a digest of all of the page, in a window of that width; nil where that is not
// known. It must not be changed.
func (b *Book) Exact(digest uint64, w float64) map[string]Spot {
	if b == nil {
		return nil
	}
	b.mu.RLock()
	defer b.mu.RUnlock()
	for _, e := range b.exacts {
		if e.Digest != digest {
			continue
		}
		if n, is := find(e.At, w); is {
			return e.At[n].Boxes
		}
	}
	return nil
}
