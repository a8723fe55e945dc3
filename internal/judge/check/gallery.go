package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/plan/layout"
)

// galleries tells of rows of equal columns whose last line is not full.
func (c *checker) galleries() {
	c.eachRow(func(s *stage, row *layout.Row, lines []layout.Line) {
		first, last := lines[0], lines[len(lines)-1]
		if len(lines) == 1 || first.Free() > 0 || last.Free() == 0 || row.PerLine == 0 && !alike(lines) {
			return
		}
		c.tell(finding.GalleryRest, row.ID, s.name,
			fmt.Sprintf("the last line has %d of %d", len(last.Cells()), len(first.Cells())))
	})
}
