package fill

import (
	"math"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A held is what holds for a column at a breakpoint: its width, skip and trail, of
// so many units.
type held struct {
	width             page.Value
	units, skip, tail float64
	begin             int  // the unit it begins at, from 1, which its skip comes of; 0 for none
	of                int  // the units its row divides into
	hidden            bool // so that its width is of no matter
}

// counted reports whether the column is some units wide, a take or a part.
func (h held) counted() bool { return h.width.Term == page.Taken || h.width.Term == page.Portion }

// same reports whether two come to the same, of as many units or in proportion.
func (h held) same(o held) bool {
	if h.hidden || o.hidden {
		return true
	}
	scale := float64(h.of) / float64(o.of)
	full := func(h held) bool {
		return h.width == page.Full || h.counted() && h.units >= float64(h.of)-1e-6
	}
	if h.begin != o.begin || h.begin == 0 && !near(h.skip, o.skip*scale) || !near(h.tail, o.tail*scale) ||
		full(h) != full(o) {
		return false
	}
	taken := h.counted() && o.counted()
	return full(h) || taken && near(h.units, o.units*scale) || !taken && h.width == o.width
}

// setting is what says it.
func (h held) setting(k *kit.Kit, i int) page.Setting {
	width := h.width
	if width.Units() > 0 {
		width = page.Take(int(math.Round(h.units)))
		if h.units >= float64(h.of)-1e-6 {
			width = page.Full
		}
	}
	return page.Setting{}.With(page.Width, width).
		With(page.Skip, page.Of(int(math.Round(h.skip)))).With(page.Begin, page.Of(h.begin)).
		With(page.Trail, page.Of(int(math.Round(h.tail))))
}

// A choice is one way for a row's columns at a breakpoint.
type choice struct {
	cells []held // of every column, in source order
	lines []int  // how many columns each line has
	order []int  // the columns on screen, as indices of cells
	fresh int    // cells that change
}

// asNow is what holds for a row's columns now.
func (f *filler) asNow(row *page.Node, i int) choice {
	r := f.was.Row(row.ID, i)
	columns := row.Columns()
	c := choice{cells: make([]held, len(columns))}
	for at := range columns {
		c.cells[at] = held{hidden: true}
	}
	skips := r.Skips()
	for n, cell := range r.Cells {
		for at, column := range columns {
			if column.ID == cell.Node.ID {
				width := cell.Width
				if was := cell.Held[page.Width].Value; width == page.Full && was.Term == page.Taken {
					width = was
				}
				c.cells[at] = held{width: width, units: cell.Units, skip: skips[n], tail: cell.Trail, begin: int(cell.Begin),
					of: r.Columns.N()}
				c.order = append(c.order, at)
			}
		}
	}
	return c
}

// dealt is a deal for the columns a row shows at breakpoint i.
func (f *filler) dealt(row *page.Node, i int, r *layout.Row, d deal) choice {
	now := f.asNow(row, i)
	c := choice{cells: make([]held, len(row.Columns())), lines: d.lines, order: now.order}
	for at := range c.cells {
		c.cells[at] = held{hidden: true}
	}
	for n, at := range now.order {
		c.cells[at] = held{width: page.Take(d.takes[n]), units: float64(d.takes[n]), of: r.Columns.N()}
		if !c.cells[at].same(now.cells[at]) {
			c.fresh++
		}
	}
	return c
}

// cheapest takes one choice for every breakpoint such that the fewest settings are
// made, and of those the fewest cells change; of equals, the first.
func cheapest(stages [][]choice) []choice {
	type cost struct{ settings, fresh, from int }
	costs := make([][]cost, len(stages))
	for i, stage := range stages {
		costs[i] = make([]cost, len(stage))
		for j := range stage {
			if i == 0 {
				costs[i][j] = cost{settings: settings(nil, &stage[j]), fresh: stage[j].fresh}
				continue
			}
			best := cost{settings: math.MaxInt}
			for b := range stages[i-1] {
				before := costs[i-1][b]
				c := cost{before.settings + settings(&stages[i-1][b], &stage[j]), before.fresh + stage[j].fresh, b}
				if c.settings < best.settings || c.settings == best.settings && c.fresh < best.fresh {
					best = c
				}
			}
			costs[i][j] = best
		}
	}
	last := len(stages) - 1
	at := 0
	for j, c := range costs[last] {
		if b := costs[last][at]; c.settings < b.settings || c.settings == b.settings && c.fresh < b.fresh {
			at = j
		}
	}
	chosen := make([]choice, len(stages))
	for i := last; i >= 0; i-- {
		chosen[i] = stages[i][at]
		at = costs[i][at].from
	}
	return chosen
}

// settings is how many columns must be set anew where before held, or nothing.
func settings(before, now *choice) (count int) {
	for at, cell := range now.cells {
		had := held{width: page.Full, units: 1, of: 1}
		if before != nil {
			had = before.cells[at]
		}
		if !cell.same(had) {
			count++
		}
	}
	return count
}

// settled is a column with what was chosen set where it is not carried; nil when
// nothing changes. Its other settings stay.
func (f *filler) settled(column *page.Node, at int, chosen []choice) *page.Node {
	settled, changed := *column, false
	for i, c := range chosen {
		was := column.SettingAt(f.k.Breakpoints[i].Name)
		var none page.Value
		s := was.With(page.Width, none).With(page.Skip, none).With(page.Trail, none).With(page.Begin, none)
		settled = *settled.WithSetting(f.k, s)
		want := c.cells[at]
		if want.hidden { // whatever it says
			settled = *settled.WithSetting(f.k, was)
			continue
		}
		carried := f.carried(&settled, i, want.of, chosen, at)
		if !want.same(carried) {
			said := want.setting(f.k, i)
			full := held{width: want.width, units: want.units, of: want.of}
			say := func(f page.Field) {
				v, _ := said.Get(f)
				s = s.With(f, v)
			}
			if !full.same(held{width: carried.width, units: carried.units, of: carried.of}) {
				say(page.Width)
			}
			if carried.begin != want.begin {
				say(page.Begin)
			}
			if want.begin == 0 && !near(carried.skip, want.skip) {
				say(page.Skip)
			}
			if !near(carried.tail, want.tail) {
				say(page.Trail)
			}
			settled = *settled.WithSetting(f.k, s)
		}
		changed = changed || settled.SettingAt(f.k.Breakpoints[i].Name) != was
	}
	if !changed {
		return nil
	}
	return &settled
}

// carried is what holds for a column at breakpoint i by what is set before it, in
// a row of so many units.
func (f *filler) carried(column *page.Node, i, of int, chosen []choice, at int) held {
	s := column.HeldAt(f.k, i)
	before := func(field page.Field) int { // how many units the row had where it was set
		if from := s[field].From; from >= 0 && chosen[from].cells[at].of > 0 {
			return chosen[from].cells[at].of
		}
		return of
	}
	in := func(field page.Field) float64 { return page.Carried(s[field].Int(), of, before(field)) }
	h := held{width: s[page.Width].Value, skip: in(page.Skip), tail: in(page.Trail), of: of}
	if s[page.Begin].N > 0 {
		h.begin, _ = page.BeginAt(s[page.Begin].Int(), of, before(page.Begin))
	}
	if h.units = h.width.UnitsOf(of); h.width.Term == page.Taken {
		h.units = in(page.Width)
	}
	return h
}

// sums writes the sums of a choice's lines.
func sums(c choice) string {
	var units []float64
	n := 0
	for _, at := range c.order {
		cell := c.cells[at]
		units = append(units, cell.skip+cell.units+cell.tail)
		n = cell.of
	}
	return texts(units, n)
}
