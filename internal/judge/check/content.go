package check

import (
	"fmt"
	"strings"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// standIns tells of texts that hold the place of content to come, all at once: while a page is built there are many.
func (c *checker) standIns() {
	var columns []string
	c.l.Page().Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Block && n.Content.Stand && at.Parent != nil {
			columns = append(columns, at.Parent.Name)
		}
	})
	if n := len(columns); n > 0 {
		in := strings.Join(columns[:min(n, 4)], ", ")
		if n > 4 {
			in += fmt.Sprintf(" and %d more", n-4)
		}
		c.put(finding.New(finding.StandIn, "", fmt.Sprintf("texts to come, which are in the code that is taken away, in %s", in)))
	}
}

// bursts tells of columns whose content, as it was measured, is wider than they are, at the widths of the lanes.
func (c *checker) bursts() {
	for _, bp := range c.l.Kit().Breakpoints {
		for _, b := range c.l.Plan(bp.Lane.Px()).Boxes {
			room := b.Width - b.Before - b.After
			if !b.Shown || b.Needs <= room {
				continue
			}
			n, _ := c.l.Page().Find(b.ID)
			f := finding.New(finding.Burst, b.ID, fmt.Sprintf("the content of %s needs %s px, and has %s px at %s px",
				n.Name, kit.Figure(b.Needs), kit.Figure(room), kit.Figure(bp.Lane.Px())))
			f.Breakpoints = []string{bp.Name}
			c.put(f)
		}
	}
}
