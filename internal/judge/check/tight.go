package check

import (
	"fmt"
	"math"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/layout"
)

// tight tells of columns that are narrower than their content is comfortable in, over which widths, and the fewest
// units that would do. Between the edges of a breakpoint, and the width at which its container stops growing, a column
// grows evenly. On a long page that is laid out by its stylesheets, where another width takes long, it is told for the
// lane's alone.
func (c *checker) tight() {
	all := c.stages()
	for i := range all {
		r := c.extent(i)
		for _, lines := range all[i].rows {
			row, on := lines[0].Row, 0
			for n := range row.Cells {
				if len(c.found) >= most {
					return
				}
				for on+1 < len(lines) && n >= lines[on].Run.End {
					on++
				}
				cell := &row.Cells[n]
				wide := r.wide(c, 0, cell.Index())
				if wide <= 0 || // it is hidden, or starved, which is told
					!cell.Counted() && row.PerLine < 2 || cell.Units >= float64(row.Columns.N()) {
					continue
				}
				need := c.needs(cell.Node, i, wide)
				if wide >= need-0.5 {
					continue
				}
				text := fmt.Sprintf("%s wide at %s, %s under what its content needs%s", px(wide), px(r.at[0]),
					px(need-wide), r.upTo(c, cell.Index(), need))
				c.tell(finding.TooTight, cell.Node.ID, all[i].name, text,
					c.wider(&all[i], &lines[on], cell, wide, need)...)
			}
		}
	}
}

// estimated is which part of its comfortable width a content must have that is only estimated.
const estimated = 0.8

// needs is how wide the content of a column must be to be comfortable at breakpoint i, where that is more than it has:
// as declared, or somewhat less than estimated, and no wider than its words are in one line.
func (c *checker) needs(column *page.Node, i int, has float64) (need float64) {
	if c.l.Comfort(column) <= has {
		return 0
	}
	for _, n := range column.Children {
		comfort := c.l.Comfort(n)
		switch {
		case n.Kind != page.Block:
			comfort *= estimated
		case n.Content.Comfort.IsZero():
			if comfort *= estimated; comfort > max(need, has) {
				comfort = min(comfort, content.Wide(n.Content, c.l.Kit(), i))
			}
		}
		need = max(need, comfort)
	}
	return need
}

// wider is the fix by which a column takes the fewest units in which its content is comfortable, and another on its
// line gives up what the line has not; none in rows of so many a line.
func (c *checker) wider(s *stage, line *layout.Line, cell *layout.Cell, wide, need float64) []finding.Fix {
	row := line.Row
	n := row.Columns.N()
	if row.PerLine > 0 || cell.Width.Term != page.Taken || row.Columns.IsUneven() || cell.Units == 0 {
		return nil
	}
	t := row.Track(measure.Plain(layout.Roomy))
	gutter := t.Gutter.Px
	if row.Where.IsInside() {
		gutter = 0
	}
	pitch := (wide + gutter) / cell.Units
	units := int(math.Ceil((need + gutter) / pitch))
	if units > n {
		return nil
	}
	label := fmt.Sprintf("Make it %d", units)
	settings := c.from(s, row, cell.Node, page.Width, page.Take(units))
	if len(settings) == 0 {
		return nil
	}
	if over := units - int(cell.Units) - int(line.Free()); over > 0 {
		var widest *layout.Cell
		cells := line.Cells()
		for i := range cells {
			o := &cells[i]
			if o.Node != cell.Node && o.Width.Term == page.Taken && (widest == nil || o.Units > widest.Units) &&
				o.Units > float64(over) {
				if left := (o.Units-float64(over))*pitch - gutter; left < c.needs(o.Node, s.at, left) {
					continue
				}
				widest = o
			}
		}
		if widest != nil {
			left := int(widest.Units) - over
			gives := c.from(s, row, widest.Node, page.Width, page.Take(left))
			if len(gives) == 0 {
				return nil
			}
			label += fmt.Sprintf(", and %s %d", widest.Node.Name, left)
			settings = append(settings, gives...)
		}
	}
	return c.set(label, settings...)
}
