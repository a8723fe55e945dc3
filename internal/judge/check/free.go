package check

import (
	"fmt"
	"slices"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// free tells of units of a row's only line that nothing uses.
func (c *checker) free() {
	c.eachRow(func(s *stage, row *layout.Row, lines []layout.Line) {
		cells := lines[0].Cells()
		left := lines[0].Free()
		if len(lines) > 1 || len(cells) < 2 || row.PerLine > 0 || left == 0 || lines[0].InPx() || row.Spread != page.Start {
			return
		}
		last := &cells[len(cells)-1]
		var fixes []finding.Fix
		if n, is := whole(left + last.Units); is && last.Width.Term == page.Taken {
			fixes = c.set(fmt.Sprintf("Make %s %d", last.Node.Name, n), c.from(s, row, last.Node, page.Width, page.Take(n))...)
		}
		if row.Technique != kit.Float && !c.placing(row) {
			fixes = append(fixes, c.set("Spread the columns",
				c.from(s, row, c.find(row.ID).node, page.Spread, page.Between)...)...)
		}
		if n, is := whole(left + last.Trail); is {
			trail := c.set("Leave them free", c.from(s, row, last.Node, page.Trail, page.Of(n))...)
			for i := range trail {
				trail[i].Keeps = true
			}
			fixes = append(fixes, trail...)
		}
		c.tell(finding.FreeUnits, row.ID, s.name, lines[0].String(), fixes...)
	})
}

// placing reports whether a column of a row is set to begin at a unit at some breakpoint, which spreading undoes.
func (c *checker) placing(row *layout.Row) bool {
	return slices.ContainsFunc(c.find(row.ID).node.Children, func(n *page.Node) bool {
		return slices.ContainsFunc(n.At, func(s page.Setting) bool { return s.Has(page.Begin) })
	})
}
