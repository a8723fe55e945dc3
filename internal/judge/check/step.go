package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// manyAlike is from how many columns a line on a step between them and one is missed.
const manyAlike = 3

// steps tells of rows whose many columns a line become one at the next narrower breakpoint, and proposes half as many
// between them.
func (c *checker) steps() {
	all := c.stages()
	for i := 1; i < len(all); i++ {
		narrow := map[string][]layout.Line{}
		for _, lines := range all[i-1].rows {
			narrow[lines[0].Row.ID] = lines
		}
		for _, lines := range all[i].rows {
			row, n := lines[0].Row, len(lines[0].Cells())
			if n < manyAlike || len(row.Cells) < n || !stacked(narrow[row.ID]) {
				continue
			}
			c.tell(finding.MissingStep, row.ID, all[i].name, fmt.Sprintf("%d on a line, and one below %s: nothing stands "+
				"between",
				n, all[i].name), c.between(all, i, lines)...)
		}
	}
}

// stacked reports whether every line of a row holds one column that fills it.
func stacked(lines []layout.Line) bool {
	for _, l := range lines {
		if len(l.Cells()) != 1 || l.Free() > 0 {
			return false
		}
	}
	return len(lines) > 1
}

// between is the fix that has half as many on a line at breakpoint i, and as many as now from the next one on.
func (c *checker) between(all []stage, i int, lines []layout.Line) []finding.Fix {
	row, n := lines[0].Row, len(lines[0].Cells())
	half := (n + 1) / 2
	if i+1 == len(all) {
		return nil
	}
	node := c.find(row.ID).node
	label := fmt.Sprintf("%d a line at %s", half, all[i].name)
	if row.PerLine > 0 {
		settings := []finding.Setting{given(node, all[i].name, page.PerLine, page.Of(half))}
		if !node.SettingAt(all[i+1].name).Has(page.PerLine) {
			settings = append(settings, given(node, all[i+1].name, page.PerLine, page.Of(n)))
		}
		return c.set(label, settings...)
	}
	units := row.Columns.N() / half
	if row.Columns.N()%half != 0 || !alike(lines) {
		return nil
	}
	var settings []finding.Setting
	for at := range row.Cells {
		cell := &row.Cells[at]
		settings = append(settings, given(cell.Node, all[i].name, page.Width, page.Take(units)))
		if !cell.Node.SettingAt(all[i+1].name).Has(page.Width) {
			settings = append(settings, given(cell.Node, all[i+1].name, page.Width, cell.Width))
		}
	}
	return c.set(label, settings...)
}
