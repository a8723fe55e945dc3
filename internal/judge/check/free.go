package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
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
			fixes = c.set(fmt.Sprintf("Make %s %d", last.Node.Name, n), given(last.Node, s.name, page.Width, page.Take(n)))
		}
		if n, is := whole(left + last.Trail); is {
			fixes = append(fixes, c.set("Leave them free", given(last.Node, s.name, page.Trail, page.Of(n)))...)
		}
		c.tell(finding.FreeUnits, row.ID, s.name, lines[0].String(), fixes...)
	})
}
