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

// galleries tells of rows of equal columns whose last line is not full.
func (c *checker) galleries() {
	c.eachRow(func(s *stage, row *layout.Row, lines []layout.Line) {
		first, last := lines[0], lines[len(lines)-1]
		if len(lines) == 1 || first.Free() > 0 || last.Free() == 0 || row.PerLine == 0 && !alike(lines) {
			return
		}
		c.tell(finding.GalleryRest, row.ID, s.name, fmt.Sprintf("the last line has %d of %d", len(last.Cells()), len(first.Cells())))
	})
}

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
				fixes = c.set(fmt.Sprintf("Make it %d", left), given(cell.Node, s.name, page.Width, page.Take(left)))
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
