package say

import (
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A plain field of a column is said as it holds for its cell, and is without effect only where a trial shows it.
type plain struct {
	field page.Field
	get   func(r *layout.Row, c *layout.Cell) page.Value // None where nothing must hold
	set   func(r *layout.Row, c *layout.Cell, v page.Value)
}

var plains = []plain{
	{page.Order,
		func(_ *layout.Row, c *layout.Cell) page.Value { return c.Order },
		func(_ *layout.Row, c *layout.Cell, v page.Value) { c.Order = v }},
	{page.Align,
		func(_ *layout.Row, c *layout.Cell) page.Value { return c.Self },
		func(r *layout.Row, c *layout.Cell, v page.Value) {
			if c.Self, c.Align = v, v; v == page.RowsAlign {
				c.Align = r.Align
			}
		}},
	{page.Begin, track, func(r *layout.Row, c *layout.Cell, v page.Value) {
		if c.Begin, c.Track = 0, v.N > 0 && r.PerLine == 0; c.Track {
			c.Begin = v.N
		}
	}},
}

// track is the grid track that a column's code names.
func track(r *layout.Row, c *layout.Cell) page.Value {
	switch {
	case !r.Tracked() || r.PerLine > 0:
		return page.Value{}
	case c.Track:
		return page.Of(int(c.Begin))
	}
	return page.Of(0)
}

// plainOf are the plain fields; nil of others.
var plainOf = func() (all [page.NumFields]*plain) {
	for i := range plains {
		all[plains[i].field] = &plains[i]
	}
	return all
}()
