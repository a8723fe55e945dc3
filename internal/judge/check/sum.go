package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// sums tells of lines that come to more than their row has: a column drops to the next line, and units stay free.
func (c *checker) sums() {
	c.eachRow(func(s *stage, row *layout.Row, lines []layout.Line) {
		if row.PerLine > 0 {
			return
		}
		for i := 1; i < len(lines); i++ {
			before, line := lines[i-1], lines[i]
			dropped := &line.Cells()[0]
			left := before.Free()
			if left == 0 || before.InPx() || !dropped.Counted() || dropped.Units == float64(row.Columns.N()) || alike(lines) {
				continue
			}
			c.tell(finding.SumOver, row.ID, s.name, line.Reason(), c.narrowed(s, dropped, left)...)
		}
	})
}

// alike reports whether all columns of a row take the same: then its lines are those of a gallery.
func alike(lines []layout.Line) bool {
	cells := lines[0].Row.Cells
	for i := range cells {
		if cells[i].Wants() != cells[0].Wants() {
			return false
		}
	}
	return len(cells) > 2
}

// narrowed is the fix by which a column takes the units that are left for it.
func (c *checker) narrowed(s *stage, cell *layout.Cell, left float64) []finding.Fix {
	n, is := whole(left - cell.Skip - cell.Trail)
	if !is || cell.Width.Term != page.Taken {
		return nil
	}
	return c.set(fmt.Sprintf("Make %s %d", cell.Node.Name, n), given(cell.Node, s.name, page.Width, page.Take(n)))
}
