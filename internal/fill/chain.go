package fill

import (
	"math"

	"kitrows/internal/layout"
	"kitrows/internal/page"
)

// A held is what holds for a column at a breakpoint: its width, skip and trail, of
// so many units.
type held struct {
	width             page.Width // Take stands for any take
	units, skip, tail float64
	of                int  // the units its row divides into
	hidden            bool // so that its width is of no matter
}

// same tells whether two come to the same, of as many units or in proportion.
func (h held) same(o held) bool {
	if h.hidden || o.hidden {
		return true
	}
	scale := float64(h.of) / float64(o.of)
	full := func(h held) bool {
		return h.width == page.Full || h.width.Units() > 0 && h.units >= float64(h.of)-1e-6
	}
	if !near(h.skip, o.skip*scale) || !near(h.tail, o.tail*scale) || full(h) != full(o) {
		return false
	}
	taken := h.width.Units() > 0 && o.width.Units() > 0
	return full(h) || taken && near(h.units, o.units*scale) || !taken && h.width == o.width
}

// setting is what says it.
func (h held) setting(k interface{ Suffix(int) string }, i int) page.Setting {
	width := h.width
	if width.Units() > 0 {
		width = page.Take(int(math.Round(h.units)))
		if h.units >= float64(h.of)-1e-6 {
			width = page.Full
		}
	}
	return page.Setting{Width: &width, Skip: new(int(math.Round(h.skip))), Trail: new(int(math.Round(h.tail)))}
}

// A choice is one way for a row's columns at a breakpoint.
type choice struct {
	cells []held // of every column, in source order
	lines []int  // how many columns each line has
	order []int  // the columns on screen, as indices of cells
	fresh int    // cells that are other than now
}

// asNow is what holds for a row's columns now.
func (f *filler) asNow(row *page.Node, i int) choice {
	r := f.was.Row(row.ID, i)
	c := choice{cells: make([]held, len(row.Children))}
	for at := range row.Children {
		c.cells[at] = held{hidden: true}
	}
	for _, cell := range r.Cells {
		for at, column := range row.Children {
			if column.ID == cell.Node.ID {
				width := cell.Width
				if width == page.Full && cell.Held.Width.Units() > 0 {
					width = cell.Held.Width
				}
				c.cells[at] = held{width: width, units: cell.Units, skip: cell.Skip, tail: cell.Trail, of: r.Columns.N()}
				c.order = append(c.order, at)
			}
		}
	}
	return c
}

// dealt is a deal for the columns a row shows at breakpoint i.
func (f *filler) dealt(row *page.Node, i int, r *layout.Row, d deal) choice {
	now := f.asNow(row, i)
	c := choice{cells: make([]held, len(row.Children)), lines: d.lines, order: now.order}
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
// made, and of those the fewest cells are other than now; of equals, the first.
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
		s := was
		s.Width, s.Skip, s.Trail = nil, nil, nil
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
			if !full.same(held{width: carried.width, units: carried.units, of: carried.of}) {
				s.Width = said.Width
			}
			if !near(carried.skip, want.skip) {
				s.Skip = said.Skip
			}
			if !near(carried.tail, want.tail) {
				s.Trail = said.Trail
			}
			settled = *settled.WithSetting(f.k, s)
		}
		changed = changed || !sameSetting(settled.SettingAt(f.k.Breakpoints[i].Name), was)
	}
	if !changed {
		return nil
	}
	return &settled
}

// carried is what holds for a column at breakpoint i by what is set before it, in
// a row of so many units.
func (f *filler) carried(column *page.Node, i, of int, chosen []choice, at int) held {
	s := column.SpanAt(f.k, i)
	in := func(units int, from page.Origin) float64 {
		before := of
		if from >= 0 && chosen[from].cells[at].of > 0 {
			before = chosen[from].cells[at].of
		}
		return page.Carried(units, of, before)
	}
	h := held{width: s.Width, units: in(s.Width.Units(), s.From.Width), skip: in(s.Skip, s.From.Skip), tail: in(s.Trail, s.From.Trail), of: of}
	if s.Width == page.Full {
		h.units = float64(of)
	}
	return h
}

func sameSetting(a, b page.Setting) bool {
	return equal(a.Width, b.Width) && equal(a.Skip, b.Skip) && equal(a.Trail, b.Trail)
}

func equal[T comparable](a, b *T) bool { return a == b || a != nil && b != nil && *a == *b }

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
