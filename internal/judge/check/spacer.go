package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// spacers tells of columns without content that stand before another: a skip of that does as well.
func (c *checker) spacers() {
	told := map[string]bool{}
	c.eachRow(func(s *stage, row *layout.Row, lines []layout.Line) {
		for _, l := range lines {
			cells := l.Cells()
			for i := range cells[:len(cells)-1] {
				n := cells[i].Node
				if len(n.Children) > 0 || told[n.ID] || c.holds(n) || row.PerLine > 0 {
					continue
				}
				told[n.ID] = true
				c.tell(finding.SpacerColumn, n.ID, "", fmt.Sprintf("it has no content: %s may skip its units", cells[i+1].Node.Name),
					c.skips(n, cells[i+1].Node)...)
			}
		}
	})
}

// holds reports whether the element of a column in a file has anything in it.
func (c *checker) holds(n *page.Node) bool {
	s, is := c.stretches[n]
	if !is {
		return false
	}
	m := s.Element()
	return m == nil || len(m.Children) > 0
}

// skips is the fix by which a column is taken away and the next one skips its units, at every breakpoint; none where it
// does not stand on the line of the next one at some.
func (c *checker) skips(spacer, next *page.Node) []finding.Fix {
	var settings []finding.Setting
	held := -1
	for _, s := range c.stages() {
		a, b := c.l.Cell(spacer.ID, s.at), c.l.Cell(next.ID, s.at)
		skip := 0
		if b == nil {
			return nil
		}
		if a != nil {
			units, is := whole(a.Wants() + b.Skip)
			if !is || !a.Counted() || b.Begin > 0 || !beside(s, spacer.ID, next.ID) {
				return nil
			}
			skip = units
		}
		if skip != held {
			settings = append(settings, given(next, s.name, page.Skip, page.Of(skip)))
		}
		held = skip
	}
	fixes := c.set(fmt.Sprintf("Skip them before %s", next.Name), settings...)
	for i := range fixes {
		fixes[i].Remove = []string{spacer.ID}
	}
	return fixes
}

// beside reports whether one column stands straight before another on a line.
func beside(s stage, a, b string) bool {
	for _, lines := range s.rows {
		for _, l := range lines {
			cells := l.Cells()
			for i := 1; i < len(cells); i++ {
				if cells[i-1].Node.ID == a && cells[i].Node.ID == b {
					return true
				}
			}
		}
	}
	return false
}
