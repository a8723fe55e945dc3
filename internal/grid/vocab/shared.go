package vocab

import (
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// WantsShared are what must hold of the fields of a container or a block, which other kinds of node have as well, at
// the breakpoints of kit k at which what it stands in is shown; seen is nil for all.
func WantsShared(k *kit.Kit, n *page.Node, seen []bool) (wants []Want) {
	for _, f := range page.Settable(n.Kind) {
		wants = append(wants, Want{Field: f, Start: f.Default(n.Kind)})
	}
	for i := range k.Breakpoints {
		if seen != nil && !seen[i] {
			continue
		}
		held := n.HeldAt(k, i)
		for w := range wants {
			wants[w].Must[i], wants[w].Place[i] = held[wants[w].Field].Value, int8(i)
		}
	}
	return wants
}
