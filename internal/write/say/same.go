package say

import (
	"math"
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// same reports whether the row lays out as worked out at breakpoint i with what a course
// of the column at n now says, or at −1 of the row itself.
func (t *trial) same(n int, c *course, i int) bool {
	switch {
	case !t.live[i]:
		return true
	case n < 0:
		return t.sameRule(i, c.field)
	case t.at[i][n] < 0:
		return true
	}
	got, at := &t.stages[i].got, int(t.at[i][n])
	was := got.Cells[at]
	cell := was
	if t.put(&cell, c, i, got); cell != was && !t.sameCell(i, at, c.field, cell) {
		return false
	}
	return t.placedAlike(i, got, n)
}

// sameCell reports whether the row lays out as worked out with that cell at that place, of
// which one field is new; with the cell that is there, it does.
func (t *trial) sameCell(i, at int, field page.Field, cell layout.Cell) bool {
	want, s := t.want[i], &t.stages[i]
	got := &s.got
	switch field { // often there is no need to lay anything out
	case page.Order:
		return (at == 0 || ordered(&got.Cells[at-1], &cell)) && (at+1 == len(got.Cells) ||
			ordered(&cell, &got.Cells[at+1]))
	case page.Align:
		return cell.Align == want.Cells[at].Align || s.shape.alone(at, want)
	case page.Trail:
		if !s.shape.none() && !t.elastic[i] && at+1 < s.shape.runs[s.shape.line(at)].End {
			return false // the next one moves
		}
	}
	if !s.tight && parted(&cell) && cell.Tight(&s.narrowest) || got.Technique == kit.Grid && parts(cell) {
		return false
	}
	if s.shape.none() {
		return cellAlike(want, at, &cell)
	}
	was := got.Cells[at]
	got.Cells[at] = cell
	same := s.shape.sameAt(got, &s.track, at, &t.runs)
	got.Cells[at] = was
	return same
}

// sameRule reports whether the row lays out as worked out with one field of its own new.
func (t *trial) sameRule(i int, field page.Field) bool {
	want, s := t.want[i], &t.stages[i]
	var got layout.Row
	switch field {
	case page.Align:
		rows := t.ruling(i).Align
		for at := range s.got.Cells {
			if s.got.Cells[at].Self == page.RowsAlign && want.Cells[at].Align != rows && !s.shape.alone(at, want) {
				return false
			}
		}
		return true
	case page.GapX, page.GapY, page.Spread:
		got = t.ruling(i)
		got.Cells, got.Parted = s.got.Cells, s.got.Parted
	default:
		got = t.reading(i)
	}
	return t.sameRow(i, &got)
}

// sameRow is the same for a row of which all may be new.
func (t *trial) sameRow(i int, got *layout.Row) bool {
	want, s := t.want[i], &t.stages[i]
	if len(want.Cells) == 0 && len(got.Cells) == 0 { // the row may reach out all the same
		return !want.Where.Reaches() || padding(want) == padding(got)
	}
	if !s.tight && narrow(got, want) || got.Technique == kit.Grid && slices.ContainsFunc(got.Cells, parts) ||
		got.Technique == kit.Float && !t.stand(i, got) {
		return false
	}
	if len(want.Cells) != len(got.Cells) {
		return false
	}
	if want.Natural || s.tight {
		if want.Columns != got.Columns || want.Gutter != got.Gutter || want.GapY != got.GapY ||
			want.PerLine != got.PerLine || want.Spread != got.Spread && !sharedOut(want) {
			return false
		}
		for at := range got.Cells {
			if got.Cells[at].Child != want.Cells[at].Child || !cellAlike(want, at, &got.Cells[at]) {
				return false
			}
		}
	} else if !s.shape.same(got) {
		return false
	}
	for n := range t.columns {
		if t.at[i][n] >= 0 && !t.placedAlike(i, got, n) {
			return false
		}
	}
	return true
}

// ordered reports whether one cell stands before another.
func ordered(a, b *layout.Cell) bool {
	if before, after := a.Order.Rank(), b.Order.Rank(); before != after {
		return before < after
	}
	return a.Child < b.Child
}

// parts reports whether a column skips, takes and trails parts of units, which grid tracks
// cannot be told: the area of a part of one is another.
func parts(c layout.Cell) bool { return math.Abs(c.Wants()-math.Round(c.Wants())) > 1e-9 }

// stand reports whether the row's gutters are such that its floats stand where they
// must, though some are told another place that is alike.
func (t *trial) stand(i int, got *layout.Row) bool {
	if t.counted && t.want[i].PerLine != got.PerLine {
		return t.turns(i, got) // its columns do not say where they stand
	}
	for n := range t.columns {
		courses := t.columns[n]
		c := slices.IndexFunc(courses, func(c course) bool { return c.field == page.Line })
		if c < 0 || t.at[i][n] < 0 {
			continue
		}
		told, _ := courses[c].now(i)
		must := courses[c].must[i]
		if must.Term != page.None && told != must && !standAlike(got, told.Term, must.Term) {
			return false
		}
	}
	return true
}

// turns reports whether a row of one column a line stands as it must without its count: when
// its columns turn to a line each by themselves, and the first need not be told that no line is
// above it.
func (t *trial) turns(i int, got *layout.Row) bool {
	if t.want[i].PerLine != 1 || got.PerLine != 0 || got.GapY != 0 {
		return false
	}
	for n := range t.columns {
		for _, c := range t.columns[n] {
			if told, _ := c.now(i); c.field == page.Line && told.Term != page.Turns && told.Term != page.None {
				return false
			}
		}
	}
	return true
}

// placedAlike reports whether, where it matters, what a column says names the units of
// an uneven row at which it stands, and none in a row of equal ones.
func (t *trial) placedAlike(i int, got *layout.Row, n int) bool {
	want := t.want[i]
	if !t.uneven || want.PerLine > 0 || t.measures[i] == 0 {
		return true
	}
	if want.Columns != got.Columns {
		return false
	}
	courses := t.columns[n]
	for c := range courses {
		v, from := courses[c].now(i)
		must := courses[c].must[i]
		if !courses[c].field.IsUnits() || v.N == 0 || v.Term != page.Taken && v.Term != page.Number {
			continue
		}
		at := must.At
		if must.Term == page.Whole { // its width is that of a take of all
			at = placesOf(want, t.cell(n, i)).width
		}
		wanted := v
		wanted.At = at
		f := courses[c].field
		if (v.At == 0) != (at == 0) || at > 0 &&
			(t.kit.ColumnsAt(int(from)) != want.Columns || f.Extent(v, want.Columns) != f.Extent(wanted,
				want.Columns)) {
			return false
		}
	}
	return true
}

// sharedOut reports whether columns share what is left of every line at every width the
// row has in its breakpoint, so that nothing is left to spread.
func sharedOut(r *layout.Row) bool {
	for w := r.Narrowest; w <= r.Widest; {
		until := math.Inf(1)
		t := r.Track(measure.Measure{Px: w, Per: 1})
		for _, run := range r.Break(&t, nil, w, &until) {
			if run.Shares == 0 || run.Used.Px > w { // what stands over the row is spread as well
				return false
			}
		}
		w = math.Max(until, w) + 1e-3
	}
	return true
}

// cellAlike reports whether a cell says the same as the one worked out where it cannot
// be foreseen how lines break: only what follows or aligns a column that is alone is
// sure to be without effect.
func cellAlike(want *layout.Row, at int, got *layout.Cell) bool {
	cell := &want.Cells[at]
	alone := len(want.Cells) == 1
	free := alone && cell.Width != page.Share && want.Spread == page.Start
	near := func(a, b float64) bool { return math.Abs(a-b) < 1e-6 }
	return widthKind(cell, want) == widthKind(got, want) && near(cell.Units, got.Units) && near(cell.Skip, got.Skip) &&
		near(cell.Nudge, got.Nudge) && (free || near(cell.Trail+cell.Fill, got.Trail)) &&
		(alone || cell.Align == got.Align)
}

// widthKind is what kind of width a cell has, all of the units being the full line.
func widthKind(c *layout.Cell, r *layout.Row) page.Term {
	switch {
	case c.Width == page.Share || c.Width == page.Natural:
		return c.Width.Term
	case c.Units >= float64(r.Columns.N()):
		return page.Whole
	}
	return page.Taken
}
