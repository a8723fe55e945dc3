package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/plan/layout"
)

// farOff is by how many places a column may stand from where it is read.
const farOff = 2

// orders tells of columns that stand far from where they are read, by keyboard or by a screen reader.
func (c *checker) orders() {
	c.eachRow(func(s *stage, row *layout.Row, _ []layout.Line) {
		for stands := range row.Cells {
			cell := &row.Cells[stands]
			read := 0 // among those that are shown
			for other := range row.Cells {
				if row.Cells[other].Child < cell.Child {
					read++
				}
			}
			if cell.Held != nil && cell.Order.Rank() != 0 && max(read-stands, stands-read) >= farOff {
				c.tell(finding.ReadingOrder, cell.Node.ID, s.name,
					fmt.Sprintf("it is read as number %d and stands as number %d of %d", read+1, stands+1, len(row.Cells)))
			}
		}
	})
}
