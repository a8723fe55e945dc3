package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
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
			fits := before.Spent()+dropped.Wants() <= before.Whole() // it turns for another reason
			if left == 0 || fits || before.InPx() || !dropped.Counted() || dropped.Units == float64(row.Columns.N()) ||
				alike(lines) {
				continue
			}
			c.tell(finding.SumOver, row.ID, s.name, line.Reason(), c.fitted(s, row, dropped, left)...)
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

// fitted are the fixes by which a column that drops takes the units that are left for it, shares them, or has a line to
// itself, so that the drop is said.
func (c *checker) fitted(s *stage, row *layout.Row, cell *layout.Cell, left float64) (fixes []finding.Fix) {
	room := left - cell.Skip - cell.Trail
	width := func(label string, v page.Value) {
		fixes = append(fixes, c.set(label, c.from(s, row, cell.Node, page.Width, v)...)...)
	}
	if n, is := whole(room); is && cell.Width.Term == page.Taken {
		width(fmt.Sprintf("Make %s %d", cell.Node.Name, n), page.Take(n))
	}
	if room >= 1 && row.Technique == kit.Flex {
		width(cell.Node.Name+" shares what is left", page.Share)
	}
	if cell.Skip+cell.Trail == 0 && len(row.Cells) == 2 {
		width("Give "+cell.Node.Name+" a full line", page.Full)
	}
	return fixes
}
