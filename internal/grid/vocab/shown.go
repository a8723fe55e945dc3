package vocab

import (
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// WantShown is where a block must be shown and where not, at the breakpoints of kit k at which what it stands in is
// shown; nil for all.
func WantShown(k *kit.Kit, block *page.Node, seen []bool) Want {
	want := Want{Field: page.Shown, Start: page.Shows}
	for i := range k.Breakpoints {
		if seen == nil || seen[i] {
			want.Must[i], want.Place[i] = block.HeldAt(k, i)[page.Shown].Value, int8(i)
		}
	}
	return want
}
