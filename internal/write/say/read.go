package say

import (
	"math"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// read keeps how the row lays out at breakpoint i by what is said.
func (t *trial) read(i int, got layout.Row) {
	s := &t.stages[i]
	s.got = got
	s.track, s.narrowest = s.got.Track(roomy).Smooth(), s.got.Track(measure.Plain(t.want[i].Narrowest))
}

// reading is the row as the stylesheet lays it out at breakpoint i by what is said.
func (t *trial) reading(i int) layout.Row {
	r := t.ruling(i)
	r.Cells = make([]layout.Cell, 0, len(t.columns))
	for at := range t.want[i].Cells {
		t.add(&r, int(t.want[i].Cells[at].Child), i)
	}
	for n, at := range t.at[i] {
		if at < 0 {
			t.add(&r, n, i)
		}
	}
	for at := 1; at < len(r.Cells); at++ {
		if !ordered(&r.Cells[at-1], &r.Cells[at]) {
			r.Sort()
			break
		}
	}
	return r
}

// ruling is the row without its cells.
func (t *trial) ruling(i int) layout.Row {
	want := t.want[i]
	r := layout.Row{ID: want.ID, Technique: want.Technique, Columns: t.divided(i), Gutter: t.kit.GutterAt(i),
		Where: t.kit.GutterPlace, GapY: t.kit.RowGutterAt(i).Px(), Align: page.Stretch, Spread: page.Start}
	for c := range t.own {
		switch v, _ := t.own[c].now(i); t.own[c].field {
		case page.PerLine:
			r.PerLine = v.Int()
		case page.GapX:
			if v != page.KitGap {
				r.Gutter = kit.GutterOf(kit.Px(float64(v.N)))
			}
		case page.GapY:
			if v != page.KitGap {
				r.GapY = float64(v.N)
			}
		case page.Align:
			r.Align = v
		case page.Spread:
			r.Spread = v
		}
	}
	if r.Technique == kit.Float {
		r.Align = page.Top
	}
	return r
}

// add gives a row the column at n, if it is shown.
func (t *trial) add(r *layout.Row, n, i int) {
	cell := layout.Cell{Width: page.Full, Units: float64(r.Columns.N()), Order: page.Of(0), Align: r.Align,
		Self: page.RowsAlign, Child: int32(n)}
	if t.kit.GutterPlace.Trims() {
		cell.First, cell.Last = n == 0, n == len(t.columns)-1
	}
	if r.PerLine > 0 {
		cell.Units = 1
	}
	for c := range t.columns[n] {
		course := &t.columns[n][c]
		if v, _ := course.now(i); v == page.Hides {
			return
		}
		t.put(&cell, course, i, r)
	}
	r.Parted = r.Parted || parted(&cell)
	r.Cells = append(r.Cells, cell)
}

func parted(c *layout.Cell) bool { return c.Units != math.Trunc(c.Units) }

// divided is what the row divides into at breakpoint i by what is said.
func (r *row) divided(i int) kit.Columns {
	for c := range r.own {
		if v, _ := r.own[c].now(i); r.own[c].field == page.Divides && v != page.Fresh {
			return kit.Equal(v.Int())
		}
	}
	return r.kit.ColumnsAt(i)
}

// put gives a cell what a course says at breakpoint i.
func (t *trial) put(cell *layout.Cell, c *course, i int, r *layout.Row) {
	v, from := c.now(i)
	if p := plainOf[c.field]; p != nil {
		p.set(r, cell, v)
		return
	}
	if !c.field.IsUnits() || r.PerLine > 0 {
		return
	}
	columns, units := float64(r.Columns.N()), float64(v.N)
	if v.Term == page.Portion {
		units = v.UnitsOf(r.Columns.N())
	} else if from >= 0 && units != 0 {
		units = units * columns / float64(t.divided(int(from)).N())
	}
	switch c.field {
	case page.Skip:
		cell.Skip = units
	case page.Trail:
		cell.Trail = units
	case page.Nudge:
		cell.Nudge = units
	case page.Width:
		switch cell.Width = v; v.Term {
		case page.Whole:
			cell.Units = columns
		case page.Taken, page.Portion:
			cell.Units = units
		case page.Shared:
			cell.Units = 1
		case page.OfContent:
			cell.Units = 0
		}
	}
}

// accept lays the column at n, or at −1 the row, out by what a course says at breakpoint i.
func (t *trial) accept(n int, c *course, i int) {
	switch s := &t.stages[i]; {
	case !t.live[i]:
	case n < 0:
		t.read(i, t.reading(i))
	case t.at[i][n] >= 0:
		t.put(&s.got.Cells[t.at[i][n]], c, i, &s.got)
	}
}
