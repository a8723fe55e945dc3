package say

import (
	"math"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
)

// read lays out what is said at breakpoint i.
func (t *trial) read(i int) {
	s := &t.stages[i]
	s.got = t.reading(i)
	for w := range s.tracks {
		s.tracks[w] = s.got.Track(kit.Plain(widths[w])).Smooth()
	}
	if s.at == nil {
		s.at = make([]int, len(t.columns))
	}
	for n := range s.at {
		s.at[n] = -1
	}
	for at := range s.got.Cells {
		s.at[s.got.Cells[at].Child] = at
	}
}

// reading is the row as the stylesheet lays it out at breakpoint i by what is said.
func (t *trial) reading(i int) layout.Row {
	want := t.want[i]
	r := layout.Row{ID: want.ID, Technique: want.Technique, Columns: t.divided(i), Gutter: t.kit.GutterAt(i),
		GapY: t.kit.RowGutterAt(i).Px(), Align: page.Stretch, Spread: page.Start}
	for c := range t.own {
		switch v := t.own[c].now[i]; t.own[c].field {
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
	r.Cells = make([]layout.Cell, 0, len(want.Cells))
	ordered := false
	for n := range t.columns {
		if cell, shown := t.cell(n, i, &r); shown {
			r.Parted = r.Parted || cell.Units != math.Trunc(cell.Units)
			ordered = ordered || cell.Order != page.Of(0)
			r.Cells = append(r.Cells, cell)
		}
	}
	if ordered {
		r.Sort()
	}
	return r
}

// divided is what the row divides into at breakpoint i by what is said.
func (r *row) divided(i int) kit.Columns {
	for c := range r.own {
		if v := r.own[c].now[i]; r.own[c].field == page.Divides && v != page.Fresh {
			return kit.Equal(v.Int())
		}
	}
	return r.kit.ColumnsAt(i)
}

// cell is the column at n in a row, as it holds at breakpoint i by what is said.
func (t *trial) cell(n, i int, r *layout.Row) (cell layout.Cell, shown bool) {
	columns := float64(r.Columns.N())
	cell = layout.Cell{Width: page.Full, Units: columns, Order: page.Of(0), Self: page.RowsAlign, Child: n}
	shown = true
	courses := t.columns[n].courses
	for c := range courses {
		v := courses[c].now[i]
		units := float64(v.N)
		if of := v.Of; v.Term == page.Portion {
			units = units * columns / float64(of)
		} else if from := courses[c].from[i]; from >= 0 && units != 0 {
			units = units * columns / float64(t.divided(int(from)).N())
		}
		switch courses[c].field {
		case page.Shown:
			shown = v == page.Shows
		case page.Order:
			cell.Order = v
		case page.Skip:
			cell.Skip = units
		case page.Trail:
			cell.Trail = units
		case page.Nudge:
			cell.Nudge = units
		case page.Align:
			cell.Self = v
		case page.Width:
			switch cell.Width = v; v.Term {
			case page.Taken, page.Portion:
				cell.Units = units
			case page.Shared:
				cell.Units = 1
			case page.OfContent:
				cell.Units = 0
			}
		}
	}
	if r.PerLine > 0 {
		cell.Width, cell.Units, cell.Skip, cell.Trail, cell.Nudge = page.Full, 1, 0, 0, 0
	}
	if cell.Align = r.Align; cell.Self != page.RowsAlign {
		cell.Align = cell.Self
	}
	return cell, shown
}

// accept lays the column at n, or at −1 the row, out by what is said at breakpoint i.
func (t *trial) accept(n, i int) {
	switch s := &t.stages[i]; {
	case !t.live[i]:
	case n < 0:
		t.read(i)
	case s.at[n] >= 0:
		s.got.Cells[s.at[n]], _ = t.cell(n, i, &s.got)
	}
}
