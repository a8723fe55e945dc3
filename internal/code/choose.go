package code

import (
	"slices"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
)

// chosen is the classes of a row and of each of its columns, by the columns'
// place in the source, and at which breakpoints each column is seen.
type chosen struct {
	counted bool // of floats, so many a line: the row's rule counts where lines begin
	row     []class
	columns [][]class
	seen    [][]bool
}

// choose gives the fewest classes with which a row lays out as worked out at
// every breakpoint. live tells at which breakpoints everything above the row is
// shown; what holds where it is not, or where a column is hidden, needs no class.
// In mixin-based code a row of so many floats a line counts them itself, unless some
// are hidden there.
//
// Each setting is a sequence over the breakpoints; a class is written where the
// value that must hold is not the one carried there. What is then still without
// effect, such as trailing units at the end of a line, is taken away again.
func choose(l *layout.Layout, n *page.Node, live []bool, mixins bool) chosen {
	return newChooser(l, n, live, mixins).choose()
}

func newChooser(l *layout.Layout, n *page.Node, live []bool, mixins bool) *chooser {
	c := &chooser{l: l, kit: l.Kit(), node: n, live: live, rows: make([]*layout.Row, len(live)), spots: make([][]spot, len(live))}
	for i := range c.rows {
		c.rows[i] = l.Row(n.ID, i)
		c.uneven = c.uneven || c.kit.ColumnsAt(i).IsUneven()
	}
	c.elastic = elastic(c.rows)
	c.counted = mixins && c.kit.Technique == kit.Float
	for i, r := range c.rows {
		c.counted = c.counted && !(live[i] && r.PerLine > 0 && len(r.Cells) < len(n.Children))
	}
	for i := range c.spots {
		if live[i] {
			c.spots[i] = c.spotsAt(i)
		}
	}
	return c
}

func (c *chooser) choose() chosen {
	n := len(c.node.Children)
	out := chosen{counted: c.counted, row: c.ruling(), columns: make([][]class, n), seen: make([][]bool, n)}
	for i := range n {
		out.columns[i], out.seen[i] = c.column(i)
	}
	c.prune(&out)
	return out
}

type chooser struct {
	l         *layout.Layout
	kit       *kit.Kit
	node      *page.Node
	live      []bool
	rows      []*layout.Row // at each breakpoint
	spots     [][]spot      // at each breakpoint, in source order
	elastic   bool          // a share or a spread can come to what a width says
	uneven    bool          // some breakpoint's columns are
	counted   bool          // of floats, so many a line: the row's rule counts where lines begin, not its columns
	narrowest []float64     // how wide the row is at the least, at each breakpoint; nil until asked
}

// counts tells whether what the row itself says has an effect at breakpoint i.
func (c *chooser) counts(i int) bool { return c.live[i] && len(c.rows[i].Cells) > 0 }

// ruling writes the row's own settings.
func (c *chooser) ruling() []class {
	var all []class
	state := map[meaning]int{of: asKit, per: 0, gapX: asKit, gapY: asKit, align: int(page.Stretch), spread: int(page.Start)}
	for i, r := range c.rows {
		gap := func(g page.Gap) int {
			if px, own := g.Px(); own {
				return px
			}
			return asKit
		}
		units := asKit
		if !r.Columns.Same(c.kit.ColumnsAt(i)) {
			units = r.Columns.N()
		}
		say := func(m meaning, n int) {
			if state[m] != n {
				state[m] = n
				all = append(all, class{meaning: m, n: n, bp: i})
			}
		}
		say(of, units) // even where nothing is seen: what is set there may be carried on
		if !c.counts(i) {
			continue
		}
		say(per, r.PerLine)
		say(gapX, gap(r.Held.GapX))
		say(gapY, gap(r.Held.GapY))
		if r.Technique != kit.Float {
			say(align, int(r.Align))
			say(spread, int(r.Spread))
		}
	}
	return all
}

// amount is a number of units as a class carries it: n of so many, from unit at
// on in an uneven grid of those columns.
type amount struct {
	n, of, at int
	columns   kit.Columns
}

// is tells whether the amount is v of the units of a row of columns, from unit at
// on.
func (a amount) is(v float64, columns kit.Columns, at int) bool {
	if v == 0 && a.n == 0 {
		return true
	}
	d := float64(a.n)*float64(columns.N()) - v*float64(a.of)
	return a.at == at && d < 1e-6 && d > -1e-6 && (at == 0 || a.columns.Same(columns))
}

// column writes the settings of the row's column at index in and tells where it
// is seen.
func (c *chooser) column(in int) (all []class, seen []bool) {
	seen = make([]bool, len(c.live))
	shown, order, width, wide, ownAlign := true, page.Order(0), page.Full, amount{n: 1, of: 1}, page.RowsAlign
	runs := map[meaning]amount{skip: {of: 1}, trail: {of: 1}, nudge: {of: 1}}
	where := turn
	if in == 0 {
		where = lead
	}
	for i, r := range c.rows {
		if !c.live[i] {
			continue
		}
		add := func(m meaning, v int) { all = append(all, class{meaning: m, n: v, bp: i}) }
		spot := c.spots[i][in]
		cell := spot.cell
		if cell == nil {
			if shown {
				shown = false
				add(gone, 0)
			}
			continue
		}
		seen[i] = true
		if !shown {
			shown = true
			add(back, 0)
		}
		if cell.Order != order {
			order = cell.Order
			add(place, int(order))
		}
		units := r.Columns.N()
		// measured writes an amount where it is not carried: as it comes out here or,
		// off the grid, as it was set where it is carried from.
		measured := func(m meaning, state *amount, v float64, set int, origin page.Origin, at int) {
			if state.is(v, r.Columns, at) {
				return
			}
			*state = amount{int(v), units, at, r.Columns}
			said := class{meaning: m, n: int(v), at: at, bp: i}
			if float64(int(v)) != v {
				before := c.rows[origin].Columns.N()
				most := before // of a row's columns a width may take all, anything else all but one
				if m != take {
					most--
				}
				set = max(-most, min(set, most))
				*state = amount{set, before, at, r.Columns}
				said = class{meaning: m, n: set, bp: int(origin)}
			}
			all = append(all, said)
		}
		run := func(m meaning, v float64, set int, origin page.Origin, at int) {
			if v == 0 {
				at = 0
			}
			state := runs[m]
			measured(m, &state, v, set, origin, at)
			runs[m] = state
		}
		if r.PerLine == 0 {
			start, first, after := spot.at(r)
			run(skip, cell.Skip, cell.Held.Skip, cell.Held.From.Skip, first)
			kind := cell.Width
			if kind.Units() > 0 {
				kind = page.Take(1) // any number
			}
			switch {
			case kind == page.Share || kind == page.Natural:
				if width != kind {
					add(map[page.Width]meaning{page.Share: share, page.Natural: natural}[kind], 0)
				}
				wide = amount{of: 1}
			case cell.Units >= float64(units):
				if width != page.Full && !(width == page.Take(1) && wide.n == wide.of) {
					add(full, 0)
				} else {
					kind = width
				}
				wide = amount{n: 1, of: 1}
			case width == page.Take(1):
				measured(take, &wide, cell.Units, cell.Held.Width.Units(), cell.Held.From.Width, start)
			default:
				wide = amount{of: 1}
				measured(take, &wide, cell.Units, cell.Held.Width.Units(), cell.Held.From.Width, start)
			}
			width = kind
			run(trail, cell.Trail, cell.Held.Trail, cell.Held.From.Trail, after)
			run(nudge, cell.Nudge, cell.Held.Nudge, cell.Held.From.Nudge, first)
		}
		if cell.Self != ownAlign {
			ownAlign = cell.Self
			add(self, int(ownAlign))
		}
		if r.Technique == kit.Float && !(c.counted && r.PerLine > 0) && !alike(r, spot.where, where) && spot.where != where {
			where = spot.where
			add(where, 0)
		}
	}
	slices.SortStableFunc(all, func(a, b class) int { return a.bp - b.bp })
	return all, seen
}

// alike tells whether two places in a float row come to the same: without a
// gutter running on is as leading, without one between lines as running on in
// another.
func alike(r *layout.Row, a, b meaning) bool {
	gutter := r.Track(kit.Plain(roomy)).Gutter.Px
	pair := func(x, y meaning) bool { return a == x && b == y || a == y && b == x }
	return gutter == 0 && pair(lead, run) || r.GapY == 0 && pair(run, under) || gutter == 0 && r.GapY == 0 && pair(lead, under)
}

// spot is where a column stands in its row, as far as classes say it: its cell,
// nil when hidden; its first unit and how many it spans; and in a float row
// whether it begins or runs on in the first or another line.
type spot struct {
	cell        *layout.Cell
	unit, units float64
	where       meaning
}

// at gives the units, from 1, at which the column's width, skip and trail are
// said in an uneven grid; 0 in an equal one.
func (s spot) at(r *layout.Row) (width, first, after int) {
	if !r.Columns.IsUneven() {
		return 0, 0, 0
	}
	start := int(s.unit) + 1
	return start, start, start + int(s.units)
}

// roomy is a row width, in px, at which no grid is starved.
const roomy = 1 << 17

// spotsAt gives the spots of the row's columns at breakpoint i, in source order.
func (c *chooser) spotsAt(i int) []spot {
	r, spots := c.rows[i], make([]spot, len(c.node.Children))
	inSource := func(cell *layout.Cell) *spot { return &spots[slices.Index(c.node.Children, cell.Node)] }
	for at := range r.Cells {
		inSource(&r.Cells[at]).cell = &r.Cells[at]
	}
	if !r.Columns.IsUneven() && r.Technique != kit.Float {
		return spots
	}
	w := kit.Plain(roomy)
	if r.Natural { // floats keep these only where the row breaks alike at every width
		low, _, _ := c.kit.Range(i)
		w = kit.Plain(c.width(low))
	}
	t := r.Track(w)
	for line, run := range r.Break(t, nil, 0, new(float64)) {
		r.Place(run, t, func(cell *layout.Cell, p layout.Spot) {
			s := inSource(cell)
			s.unit, s.units = p.Unit, p.Units
			s.where = whereabouts(line, cell == &r.Cells[run.First])
		})
	}
	return spots
}

// width is how wide the row is in a viewport of v px.
func (c *chooser) width(v float64) float64 {
	for _, b := range c.l.Plan(v).Boxes {
		if b.ID == c.node.ID {
			return b.Width
		}
	}
	return roomy
}

func whereabouts(line int, first bool) meaning {
	switch {
	case line == 0 && first:
		return lead
	case line == 0:
		return run
	case first:
		return turn
	}
	return under
}
