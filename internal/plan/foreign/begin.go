package foreign

import (
	"cmp"
	"slices"

	"kitrows/internal/grid/page"
)

// beginsAt is a row at a breakpoint.
type beginsAt struct {
	row *page.Node
	i   int
}

// begun keeps what begin gives.
func (c *chooser) begun(row *page.Node, i int) map[*page.Node]page.Asked {
	key := beginsAt{row, i}
	asked, known := c.begins[key]
	if !known {
		asked = c.begin(row, i)
		c.begins[key] = asked
	}
	return asked
}

// begin is, of the columns of a row at breakpoint i some of which begin at a unit of their own, what they ask of their
// lines; nil where none does.
func (c *chooser) begin(row *page.Node, i int) map[*page.Node]page.Asked {
	begins := func(n *page.Node) bool {
		return slices.ContainsFunc(n.At, func(s page.Setting) bool { return s.Has(page.Begin) })
	}
	if !slices.ContainsFunc(row.Children, begins) || row.HeldAt(c.kit, i)[page.PerLine].N > 0 {
		return nil
	}
	of := c.kit.ColumnsAt(i).N()
	why := ""
	if spread := row.HeldAt(c.kit, i)[page.Spread]; spread.From >= 0 && spread.Value != page.Start {
		why = "its row spreads what is free"
	}
	var shown []*page.Node
	held := map[*page.Node]*page.Held{}
	for _, n := range row.Columns() {
		if h := n.HeldAt(c.kit, i); h[page.Shown].Value != page.Hides {
			shown, held[n] = append(shown, n), h
			if h[page.Width].Value == page.Natural {
				why = "a column of its row is as wide as its content"
			}
		}
	}
	slices.SortStableFunc(shown, func(a, b *page.Node) int {
		return cmp.Compare(held[a][page.Order].Rank(), held[b][page.Order].Rank())
	})
	units := func(n *page.Node, f page.Field) float64 {
		h := held[n][f]
		if h.From < 0 {
			return c.v.Unset(page.Column, f, i).UnitsOf(of)
		}
		if h.Term == page.Number || h.Term == page.Taken {
			return page.Carried(h.Int(), of, c.kit.ColumnsAt(int(h.From)).N())
		}
		return h.UnitsOf(of)
	}
	all := make([]page.Asked, len(shown))
	for at, n := range shown {
		all[at] = page.Asked{Units: units(n, page.Width), Trail: units(n, page.Trail),
			Shares: held[n][page.Width].Value == page.Share, Why: why}
		if all[at].Shares {
			all[at].Units = 1
		}
		if begin := held[n][page.Begin]; begin.N > 0 {
			all[at].Begin, _ = page.BeginAt(begin.Int(), of, c.kit.ColumnsAt(int(begin.From)).N())
		} else {
			all[at].Skip = units(n, page.Skip)
		}
	}
	page.Begins(all, float64(of))
	asked := map[*page.Node]page.Asked{}
	for at, n := range shown {
		if a := &all[at]; a.Why != "" {
			a.Begin = 0
		}
		asked[n] = all[at]
		if on := c.track(all[at], i); on && at > 0 { // tracks need no empty units before the next line
			before := asked[shown[at-1]]
			before.Fill = 0
			asked[shown[at-1]] = before
		}
	}
	return asked
}

// track reports whether a word names the track that a column begins at.
func (c *chooser) track(a page.Asked, i int) bool {
	return a.Begin > 0 && !a.Over && c.v.Saying(page.Column, page.Begin, page.Of(a.Begin), i) != nil
}

// asked is what a column must have of a field where columns of its row begin at units of their own: on a track by its
// word, else by the skip that it comes to.
func (c *chooser) asked(a page.Asked, f page.Field, value page.Value, i int) page.Value {
	track := c.track(a, i)
	units := func(v float64) page.Value {
		if whole := page.Of(int(v)); float64(whole.N) == v {
			whole.Of = int16(c.kit.ColumnsAt(i).N())
			return whole
		}
		return value
	}
	switch {
	case f == page.Begin && track:
		return page.Of(a.Begin)
	case f == page.Begin:
		return page.Of(0)
	case f == page.Skip && track:
		return page.Of(0)
	case f == page.Skip:
		return units(a.Skip)
	case f == page.Trail && a.Fill > 0:
		return units(a.Trail + a.Fill)
	}
	return value
}
