package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
)

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
