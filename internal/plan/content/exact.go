package content

import (
	"cmp"
	"slices"
)

// exact is where a browser had the nodes of a page from HTML that the plan does not work out: as the page was, in windows
// of some widths.
type exact struct {
	Digest uint64
	At     []exactAt // by width
}

type exactAt struct {
	Width float64
	Boxes map[string]Spot // by node; one that is not shown is narrower than nothing
}

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
	at, known := slices.BinarySearchFunc(all[n].At, w, func(e exactAt, w float64) int { return cmp.Compare(e.Width, w) })
	widths := slices.Clone(all[n].At)
	switch one := (exactAt{w, boxes}); {
	case known && same(widths[at].Boxes, boxes):
		return
	case known:
		widths[at] = one
	case len(widths) < mostWidths:
		widths = slices.Insert(widths, at, one)
	default:
		widths[min(at, len(widths)-1)] = one
	}
	all[n].At, b.exacts = widths, all
	b.version++
}

func same(a, b map[string]Spot) bool {
	if len(a) != len(b) {
		return false
	}
	for id, s := range a {
		if o, is := b[id]; !is || o != s {
			return false
		}
	}
	return true
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
		if n, is := slices.BinarySearchFunc(e.At, w, func(e exactAt, w float64) int { return cmp.Compare(e.Width, w) }); is {
			return e.At[n].Boxes
		}
	}
	return nil
}
