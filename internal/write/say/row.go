package say

import (
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A row is what the code of one row and its columns must say, while it is worked out.
type row struct {
	kit     *kit.Kit
	node    *page.Node
	live    []bool        // at each breakpoint, whether all above it is shown
	want    []*layout.Row // at each breakpoint, as worked out
	at      [][]int32     // at each breakpoint and of each column, where in want its cell stands; −1 where it is hidden
	own     []course
	columns [][]course
	room    *room // what they are kept in

	tracked bool   // by grid tracks at every breakpoint
	told    bool   // of floats, so many a line: its columns say where they stand
	counted bool   // of floats, so many a line: the row's rule counts where lines begin
	elastic []bool // at each breakpoint, whether a share or a spread can come to what a width says
	uneven  bool   // some breakpoint's columns are
	padded  bool   // by a part of the row, which a column must know to hold its gutter
}

// A room is what rows of one page are worked out in, one after another, so that each need
// not make its own.
type room struct {
	courses []course // of rows and columns, one after another
	trial   trial
}

func newRow(l *layout.Layout, n *page.Node, live []bool, room *room) *row {
	r := &row{
		kit: l.Kit(), node: n, live: live, want: make([]*layout.Row, len(live)), at: make([][]int32, len(live)),
		elastic: make([]bool, len(live)), columns: make([][]course, len(n.Children)),
		room: room,
	}
	r.counted = r.kit.Technique == kit.Float
	perLine := false
	r.tracked = true
	for i := range r.want {
		want := l.Row(n.ID, i)
		r.want[i], r.at[i] = want, slices.Repeat([]int32{-1}, len(n.Children))
		for at := range want.Cells {
			r.at[i][want.Cells[at].Child] = int32(at)
		}
		r.padded = r.padded || r.kit.GutterPlace.IsInside() && r.kit.GutterAt(i).IsFraction()
		r.uneven = r.uneven || r.kit.ColumnsAt(i).IsUneven()
		r.tracked = r.tracked && want.Tracked()
		perLine = perLine || live[i] && want.PerLine > 0
		r.counted = r.counted && !(live[i] && want.PerLine > 0 && len(want.Cells) < len(n.Children))
		r.elastic[i] = want.Spread != page.Start || want.PerLine > 0 ||
			slices.ContainsFunc(want.Cells, func(c layout.Cell) bool { return c.Width == page.Share })
	}
	r.told = perLine && !r.counted && r.kit.Technique == kit.Float
	r.musts()
	return r
}

// A demand is that a field have a value; it is said at a breakpoint.
type demand func(f page.Field, v page.Value, at int)

// musts fills in what must hold of the row and its columns.
func (r *row) musts() {
	var t [page.NumFields]course
	r.own = r.filled(&t, page.Row, func(i int, must demand) {
		r.mustOwn(i, must)
	})
	for n := range r.columns {
		t[page.Line].start = page.Value{Term: page.Turns}
		if n == 0 {
			t[page.Line].start.Term = page.Leads
		}
		r.columns[n] = r.filled(&t, page.Column, func(i int, must demand) {
			if r.live[i] {
				r.mustColumn(i, r.cell(n, i), must)
			}
		})
	}
}

// cell is the column at n as worked out at breakpoint i; nil where it is hidden.
func (r *row) cell(n, i int) *layout.Cell {
	if r.at[i][n] < 0 {
		return nil
	}
	return &r.want[i].Cells[r.at[i][n]]
}

// filled gives the courses of what must hold at each breakpoint, but for those whose
// default does.
func (r *row) filled(t *[page.NumFields]course, kind page.Kind, fill func(i int, must demand)) []course {
	var moves [page.NumFields]bool
	for f := range t {
		c := &t[f]
		c.field, c.must = page.Field(f), [kit.MaxBreakpoints]page.Value{}
		if c.field != page.Line {
			c.start = c.field.Default(kind)
		}
	}
	count := 0
	for i := range r.live {
		fill(i, func(f page.Field, v page.Value, at int) {
			t[f].must[i], t[f].place[i] = v, int8(at)
			if !moves[f] && v != t[f].start && !r.alike(f, t[f].start, -1, v, i) {
				moves[f] = true
				count++
			}
		})
	}
	if count == 0 {
		return nil
	}
	all := r.room.courses
	if cap(all)-len(all) < count {
		all = make([]course, 0, 512)
	}
	first := len(all)
	for f := range t {
		if moves[f] {
			all = append(all, t[f])
			c := &all[len(all)-1]
			c.run(func(now page.Value, from int8, i int) bool { return r.alike(c.field, now, from, c.must[i], i) })
		}
	}
	r.room.courses = all
	return all[first:len(all):len(all)]
}

// mustOwn demands what the row itself says at breakpoint i.
func (r *row) mustOwn(i int, must demand) {
	want := r.want[i]
	divides := page.Fresh
	if want.Columns != r.kit.ColumnsAt(i) {
		divides = page.Of(want.Columns.N())
	}
	must(page.Divides, divides, i) // even where nothing is seen: what is set there may be carried on
	if !r.live[i] {
		return
	}
	if len(want.Cells) > 0 || want.Where.Reaches() {
		must(page.GapX, want.Held[page.GapX].Value, i)
	}
	must(page.Before, want.Held[page.Before].Value, i)
	must(page.After, want.Held[page.After].Value, i)
	if len(want.Cells) == 0 {
		return
	}
	must(page.PerLine, page.Of(want.PerLine), i)
	must(page.GapY, want.Held[page.GapY].Value, i)
	if want.Technique != kit.Float {
		must(page.Align, want.Align, i)
		must(page.Spread, want.Spread, i)
	}
}

// mustColumn demands what a column says at breakpoint i; it has no cell where it is
// hidden.
func (r *row) mustColumn(i int, cell *layout.Cell, must demand) {
	if cell == nil {
		must(page.Shown, page.Hides, i)
		return
	}
	want := r.want[i]
	must(page.Shown, page.Shows, i)
	for _, p := range plains {
		if v := p.get(want, cell); v.Term != page.None {
			must(p.field, v, i)
		}
	}
	if want.Technique == kit.Float && !(r.counted && want.PerLine > 0) {
		must(page.Line, page.Value{Term: cell.Line}, i)
	}
	if want.PerLine > 0 {
		return
	}
	at := placesOf(want, cell)
	if r.tracked && !r.padded && cell.Skip == 0 && cell.Trail == 0 && cell.Nudge == 0 {
		at.width = 0 // tracks know how wide they are
	}
	if cell.Counted() && cell.Units >= float64(want.Columns.N()) {
		must(page.Width, page.Full, i)
	} else if cell.Width.Term == page.Taken {
		r.mustUnits(i, page.Width, cell.Units, at.width, cell, must)
	} else {
		must(page.Width, cell.Width, i)
	}
	r.mustUnits(i, page.Skip, cell.Skip, at.width, cell, must)
	r.mustUnits(i, page.Trail, cell.Trail+cell.Fill, at.trail, cell, must)
	r.mustUnits(i, page.Nudge, cell.Nudge, at.width, cell, must)
}

// mustUnits demands so many units: as they come out here or, off the grid, as they
// were set where they are carried from.
func (r *row) mustUnits(i int, f page.Field, units float64, at uint8, cell *layout.Cell, must demand) {
	v := page.Value{Term: page.Number, At: at, N: int16(units), Of: int16(r.want[i].Columns.N())}
	if f == page.Width {
		v.Term = page.Taken
	}
	if float64(int(units)) != units {
		origin := int(cell.Held[f].From)
		before := r.want[origin].Columns.N()
		most := before // of a row's columns a width may take all, anything else all but one
		if f != page.Width {
			most--
		}
		v.N, v.Of = int16(max(-most, min(cell.Held[f].Int(), most))), int16(before)
		i = origin
	}
	must(f, v, i)
}

// places are the units, from 1, at which a column's width, skip and nudge, and its
// trail are said in an uneven grid; 0 in an equal one.
type places struct{ width, trail uint8 }

func placesOf(r *layout.Row, c *layout.Cell) places {
	if !r.Columns.IsUneven() {
		return places{}
	}
	start := int(c.Unit) + 1
	return places{uint8(start), uint8(start + int(c.Units))}
}

// alike reports whether a value said at breakpoint from comes to what must hold at i:
// units by their part of the row and, in an uneven one, where they begin.
func (r *row) alike(f page.Field, now page.Value, from int8, must page.Value, i int) bool {
	switch {
	case f == page.Line:
		return now == must || standAlike(r.want[i], now.Term, must.Term)
	case f.IsSpace():
		return space(r.kit, now, i) == space(r.kit, must, i)
	case !f.IsUnits():
		return now == must
	}
	n, of, ok := now.Part()
	m, all, also := must.Part()
	switch {
	case !ok || !also:
		return now.Term == must.Term
	case n == 0 || m == 0:
		return n == m
	case f == page.Width && n == of && m == all:
		return true
	}
	if now.At == 0 || must.At == 0 {
		return now.At == must.At && n*all == m*of
	}
	columns := r.want[i].Columns
	return from >= 0 && r.want[from].Columns == columns && f.Extent(now, columns) == f.Extent(must, columns)
}

// space is a space before or after something at breakpoint i, in px.
func space(k *kit.Kit, v page.Value, i int) float64 {
	if v == page.KitGap {
		return k.RowGutterAt(i).Px()
	}
	return float64(v.N)
}

// standAlike reports whether two places in a float row come to the same: without a
// gutter running on is as leading, without one between lines as running on in
// another.
func standAlike(r *layout.Row, a, b page.Term) bool {
	gutter := r.Track(measure.Plain(layout.Roomy)).Gutter.Px
	if r.Where.IsInside() {
		gutter = 0 // none stands between them
	}
	pair := func(x, y page.Term) bool { return a == x && b == y || a == y && b == x }
	return gutter == 0 && pair(page.Leads, page.Runs) || r.GapY == 0 && pair(page.Runs, page.Under) ||
		gutter == 0 && r.GapY == 0 && pair(page.Leads, page.Under)
}
