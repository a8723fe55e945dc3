package check

import (
	"cmp"
	"fmt"
	"slices"

	"kitrows/internal/grid/finding"
	"kitrows/internal/plan/layout"
)

// farOff is by how many places a column may stand from where it is read.
const farOff = 2

// orders tells of columns that stand far from where they are read, by keyboard or by a screen reader.
func (c *checker) orders() {
	c.eachRow(func(s *stage, row *layout.Row, _ []layout.Line) {
		order := make([]int, len(row.Cells)) // where the columns that are shown stand, in the order in which they are read
		for stands := range order {
			order[stands] = stands
		}
		slices.SortFunc(order, func(a, b int) int { return cmp.Compare(row.Cells[a].Child, row.Cells[b].Child) })
		reads := make([]int, len(order))
		for read, stands := range order {
			reads[stands] = read
		}
		for stands, read := range reads {
			cell := &row.Cells[stands]
			if cell.Held != nil && cell.Order.Rank() != 0 && max(read-stands, stands-read) >= farOff {
				c.tell(finding.ReadingOrder, cell.Node.ID, s.name,
					fmt.Sprintf("it is read as number %d and stands as number %d of %d", read+1, stands+1, len(reads)))
			}
		}
	})
}
