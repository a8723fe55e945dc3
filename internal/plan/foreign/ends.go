package foreign

import (
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// ends is what the columns of a row must say of being the first or the last of their lines, in stylesheets
// where they stand in rows only with words for that: of each column what must hold of the one, and of the other.
func (c *chooser) ends(row *page.Node, nested bool) map[*page.Node][][]vocab.Want {
	if where := c.reading.Ends; where == infer.NoEnds || where == infer.NestedEnds && !nested {
		return nil
	}
	wants := map[*page.Node][][]vocab.Want{}
	for i := range c.kit.Breakpoints {
		begins, ends := c.v.Saying(page.Column, page.Ends, page.First, i) != nil, c.v.Saying(page.Column, page.Ends,
			page.Last, i) != nil
		for n, at := range c.lines(row, i) {
			if wants[n] == nil {
				wants[n] = [][]vocab.Want{{{Field: page.Ends, Place: anywhere}}, {{Field: page.Ends, Place: anywhere}}}
			}
			if first := &wants[n][0][0]; begins && at.begins {
				first.Must[i] = page.First
			} else if begins {
				first.Must[i] = page.Of(0)
			}
			if last := &wants[n][1][0]; ends && at.fills {
				last.Must[i] = page.Last
			} else if ends && !at.ends {
				last.Must[i] = page.Of(0)
			}
		}
	}
	return wants
}

// A spot is where a column stands in its line: whether it begins it, ends it, and is the last of several that
// fill it.
type spot struct{ begins, ends, fills bool }

// little is how many units a column counts that is as wide as its content.
const little = .01

// lines are the spots of the columns of a row that are shown at breakpoint i, by the units that they take.
func (c *chooser) lines(row *page.Node, i int) map[*page.Node]spot {
	spots := map[*page.Node]spot{}
	of := float64(c.kit.ColumnsAt(i).N())
	per := row.HeldAt(c.kit, i)[page.PerLine].Int()
	units, count := 0.0, 0
	begun := c.begun(row, i)
	var last *page.Node
	end := func() {
		if last != nil {
			s := spots[last]
			s.ends, s.fills = true, count > 1 && units > of-1e-6
			spots[last] = s
		}
		units, count = 0, 0
	}
	for _, n := range row.Columns() {
		h := n.HeldAt(c.kit, i)
		if h[page.Shown].Value == page.Hides {
			continue
		}
		width := h[page.Width].Value.UnitsOf(int(of))
		if h[page.Width].From < 0 {
			width = c.v.Unset(page.Column, page.Width, i).UnitsOf(int(of))
		}
		skip, trail := float64(h[page.Skip].Int()), float64(h[page.Trail].Int())
		if begun != nil {
			skip, trail = begun[n].Skip, begun[n].Trail+begun[n].Fill
		}
		wants := skip + trail + max(width, little)
		if per > 0 {
			wants = of / float64(per)
		}
		if count > 0 && units+wants > of+1e-6 {
			end()
		}
		spots[n] = spot{begins: count == 0 && skip == 0}
		units, count, last = units+wants, count+1, n
	}
	end()
	return spots
}
