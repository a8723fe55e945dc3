package check

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/measure"
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
				next := cells[i+1].Node
				c.tell(finding.SpacerColumn, n.ID, "", fmt.Sprintf("it has no content: %s may skip its units", next.Name),
					c.skips(n, next)...)
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

// skips is the fix by which a column is taken away and the next one skips its units. Where the column has a line to
// itself, as it mostly has at narrow breakpoints, that line goes, and the label says so. There is none where the column
// stands otherwise at some breakpoint.
func (c *checker) skips(spacer, next *page.Node) []finding.Fix {
	var settings []finding.Setting
	var closed []string
	held := -1
	for _, s := range c.stages() {
		a, b := c.l.Cell(spacer.ID, s.at), c.l.Cell(next.ID, s.at)
		skip := 0
		height, alone := alone(s, spacer.ID)
		switch {
		case b == nil:
			return nil
		case a == nil:
		case !c.plain(spacer.ID, s.at):
			return nil
		case alone:
			skip = int(b.Skip)
			if height > 0 {
				closed = append(closed, s.name)
			}
		default:
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
	label := "Skip them before " + next.Name
	if len(closed) > 0 {
		label += ", and no empty line at " + strings.Join(closed, " and ")
	}
	fixes := c.set(label, settings...)
	for i := range fixes {
		fixes[i].Remove = []string{spacer.ID}
		fixes[i].Keeps = len(closed) == 0
	}
	return fixes
}

// plain reports whether the row of a column is laid out by whole units alone at breakpoint i, from the narrowest
// viewport to the widest: then a skip takes exactly the room of a column.
func (c *checker) plain(column string, i int) bool {
	row := c.l.RowAround(column, i)
	if row == nil || row.Natural || row.Parted || row.Stacked || row.Spread != page.Start || row.Columns.IsUneven() {
		return false
	}
	narrowest := row.Track(measure.Plain(row.Narrowest))
	return !row.Tight(&narrowest) && !slices.ContainsFunc(row.Cells, func(cell layout.Cell) bool {
		return cell.Width == page.Share || cell.Begin > 0 || cell.Nudge != 0
	})
}

// alone is how high the line is that a column has to itself, with the gap before the next; is says whether it has one.
func alone(s stage, id string) (height float64, is bool) {
	for _, l := range s.plan.Lines {
		if cells := l.Cells(); len(cells) == 1 && cells[0].Node.ID == id {
			return l.Height + l.Row.GapY, true
		}
	}
	return 0, false
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
