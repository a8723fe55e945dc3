package check

import (
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
)

// hidden tells of columns and blocks that no breakpoint shows.
func (c *checker) hidden() {
	k := c.l.Kit()
	c.l.Page().Walk(func(n *page.Node, at page.Place) {
		if len(n.At) == 0 || n.Kind != page.Column && n.Kind != page.Block {
			return
		}
		for i := range k.Breakpoints {
			if n.ShownAt(k, i) {
				return
			}
		}
		c.tell(finding.HiddenEverywhere, n.ID, "", "it is hidden at every breakpoint",
			finding.Fix{Label: "Delete it", Remove: []string{n.ID}})
	})
}
