package content

import (
	"cmp"
	"slices"
)

// at is something that was measured in a width.
type at interface{ width() float64 }

// find is where what was measured in a width stands among others in the order of theirs, or would; is reports whether
// it is there.
func find[T at](all []T, w float64) (n int, is bool) {
	return slices.BinarySearchFunc(all, w, func(one T, w float64) int { return cmp.Compare(one.width(), w) })
}

// with is a list with one more in it, in the place of what was measured in the same width. Of a list that is full, what
// was measured nearest to it goes.
func with[T at](all []T, one T) []T {
	n, known := find(all, one.width())
	all = slices.Clone(all)
	switch {
	case known:
		all[n] = one
	case len(all) < mostWidths:
		all = slices.Insert(all, n, one)
	default:
		all[min(n, len(all)-1)] = one
	}
	return all
}
