package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// bursts tells of nodes whose content, as a browser measured it, is wider than they are; of columns over which widths,
// and the fewest units that would do.
func (c *checker) bursts() {
	all := c.stages()
	for i := range all {
		s := &all[i]
		for _, b := range s.plan.Boxes {
			room, at, over := b.Width-b.Before-b.After, s.plan.Width, ""
			if !b.Shown || b.Needs <= room {
				continue
			}
			var fixes []finding.Fix
			if line, cell := s.cell(b.Node); cell != nil && b.Kind == page.Column {
				if r := c.extent(i); 0 < r.wide(c, 0, b.Node) && r.wide(c, 0, b.Node) < b.Needs {
					room, at = r.wide(c, 0, b.Node), r.at[0]
					over = r.upTo(c, b.Node, b.Needs)
				}
				fixes = c.wider(s, line, cell, room, b.Needs)
			}
			c.tell(finding.Burst, b.ID, s.name, fmt.Sprintf("the content of %s needs %s, and has %s at %s%s",
				c.find(b.ID).node.Name, px(b.Needs), px(room), px(at), over), fixes...)
		}
	}
}

// cell is that of a column, and the line that it stands in; nil where it stands in none.
func (s *stage) cell(node int32) (*layout.Line, *layout.Cell) {
	for _, lines := range s.rows {
		for l := range lines {
			cells := lines[l].Cells()
			for n := range cells {
				if cells[n].Index() == node {
					return &lines[l], &cells[n]
				}
			}
		}
	}
	return nil, nil
}
