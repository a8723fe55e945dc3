package check

import (
	"fmt"
	"strings"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// standIns tells of texts that hold the place of content to come, all at once: while a page is built there are many.
func (c *checker) standIns() {
	var columns []string
	c.l.Page().Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Block && n.Content.Stand && at.Parent != nil {
			columns = append(columns, at.Parent.Name)
		}
	})
	if n := len(columns); n > 0 {
		in := strings.Join(columns[:min(n, 4)], ", ")
		if n > 4 {
			in += fmt.Sprintf(" and %d more", n-4)
		}
		c.put(finding.New(finding.StandIn, "", fmt.Sprintf("texts to come, which are in the code that is taken away, "+
			"in %s", in)))
	}
}

// starved tells of columns that take units in the narrowest viewport of a breakpoint, where the gutters beside them
// leave none.
func (c *checker) starved() {
	k := c.l.Kit()
	for i, bp := range k.Breakpoints {
		low, _, _ := k.Range(i)
		upTo, is := k.Cramped(i)
		if !is {
			continue
		}
		boxes := c.l.Plan(low).Boxes
		for _, b := range boxes {
			cell := c.l.Cell(b.ID, i)
			if b.Kind != page.Column || !b.Shown || cell == nil || !cell.Counted() || b.Width-b.Before-b.After > 0.5 {
				continue
			}
			n := c.find(b.ID).node
			f := finding.New(finding.Starved, b.ID, fmt.Sprintf("%s has no room: %s of %d units at %s px, up to %s px or so",
				n.Name, kit.Figure(cell.Units), c.l.RowAround(b.ID, i).Columns.N(), kit.Number(low), kit.Number(upTo)))
			f.Breakpoints = []string{bp.Name}
			c.put(f)
		}
	}
}
