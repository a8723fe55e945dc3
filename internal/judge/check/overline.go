package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// overLine tells of columns that ask for more units than their row has.
func (c *checker) overLine() {
	c.eachRow(func(s *stage, row *layout.Row, lines []layout.Line) {
		n := float64(row.Columns.N())
		for i := range row.Cells {
			cell := &row.Cells[i]
			if cell.Wants() <= n+1e-6 || cell.Width == page.Share || row.PerLine > 0 {
				continue
			}
			var fixes []finding.Fix
			if left, is := whole(n - cell.Skip - cell.Trail); is && cell.Width.Term != page.OfContent {
				fixes = c.set(fmt.Sprintf("Make it %d", left), c.from(s, row, cell.Node, page.Width, page.Take(left))...)
			}
			c.tell(finding.OverLine, cell.Node.ID, s.name, overText(cell, row), fixes...)
		}
	})
}

func overText(cell *layout.Cell, row *layout.Row) string {
	text := ""
	for _, part := range []struct {
		name  string
		units float64
	}{{"skip", cell.Skip}, {"width", cell.Units}, {"trail", cell.Trail}} {
		if part.units > 0 {
			if text != "" {
				text += " + "
			}
			text += fmt.Sprintf("%s %s", part.name, kit.Figure(part.units))
		}
	}
	return fmt.Sprintf("%s = %s > %d", text, kit.Figure(cell.Wants()), row.Columns.N())
}
