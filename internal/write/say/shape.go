package say

import (
	"math"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// roomy is a row width at which no grid is starved. Where no column is as wide as its
// content, places are straight lines over the row's width, so that one with its slope
// tells all.
var roomy = measure.Measure{Px: layout.Roomy, Per: 1}

// A shape is how a row lays out: its lines, and the boxes of its cells, as far as they do
// not depend on content.
type shape struct {
	runs    []layout.Run
	boxes   []box           // by the cells' order
	padding measure.Measure // of a column, at its start and end
}

// A box is where a cell stands on its line.
type box struct {
	child    int
	line     int
	x, width measure.Measure
	unit     float64    // in uneven rows
	drops    bool       // a float, from a line that is told to hold more than it can
	align    page.Value // where another cell shares the line; none where none does
	gap      float64    // of a line after the first: the space above it
}

// fill makes it the shape of a row, if that has one.
func (s *shape) fill(want *layout.Row, has bool) {
	s.runs, s.boxes, s.padding = s.runs[:0], s.boxes[:0], padding(want)
	if !has {
		return
	}
	t := want.Track(roomy).Smooth()
	s.runs = want.Break(&t, s.runs, 0, new(float64))
	for line, run := range s.runs {
		place(want, run, line, &t, func(_ int, b box) { s.boxes = append(s.boxes, b) })
	}
}

// padding is the gutter of a row whose columns hold it; its boxes are content boxes. It is
// also what the row reaches out by.
func padding(r *layout.Row) measure.Measure {
	if !r.Where.IsInside() {
		return measure.Measure{}
	}
	return rounded(r.Track(roomy).Smooth().Gutter)
}

// none reports whether it is no row's shape.
func (s *shape) none() bool { return len(s.runs) == 0 }

// place visits the boxes of one line.
func place(r *layout.Row, run layout.Run, line int, t *kit.Track, visit func(at int, b box)) {
	drops := r.Technique == kit.Float && overfull(r, run)
	at := run.First
	r.Place(run, t, func(c *layout.Cell, s layout.Spot) {
		b := box{child: int(c.Child), line: line, drops: drops, x: rounded(s.X), width: rounded(s.Width)}
		if r.Columns.IsUneven() && r.PerLine == 0 {
			b.unit = s.Unit
		}
		if run.End-run.First > 1 {
			b.align = c.Align
		}
		if line > 0 {
			b.gap = r.GapY
		}
		visit(at, b)
		at++
	})
}

// same reports whether a row lays out so.
func (s *shape) same(got *layout.Row) bool {
	if s.padding != padding(got) {
		return false
	}
	t := got.Track(roomy).Smooth()
	runs := s.runs
	if got.Technique != kit.Float { // floats break where they are told to
		runs = got.Break(&t, nil, 0, new(float64))
		if len(runs) != len(s.runs) {
			return false
		}
	}
	for line, run := range runs {
		if run.First != s.runs[line].First || run.End != s.runs[line].End || !s.sameLine(got, run, line, &t) {
			return false
		}
	}
	return true
}

func (s *shape) sameLine(got *layout.Row, run layout.Run, line int, t *kit.Track) bool {
	same := true
	place(got, run, line, t, func(at int, b box) { same = same && b == s.boxes[at] })
	return same
}

// line is the line of the cell at that place.
func (s *shape) line(at int) int { return s.boxes[at].line }

// alone reports whether the cell at that place is sure to be the only one on its line.
func (s *shape) alone(at int, want *layout.Row) bool {
	if s.none() {
		return len(want.Cells) == 1
	}
	run := s.runs[s.line(at)]
	return run.End-run.First == 1
}

// sameAt reports whether a row of which only the cell at that place is new lays out so:
// only that cell's line may be another, or the end of the one before it.
func (s *shape) sameAt(got *layout.Row, t *kit.Track, at int, buffer *[]layout.Run) bool {
	line := s.line(at)
	want := s.runs[line]
	if got.Technique == kit.Float {
		return s.sameLine(got, want, line, t)
	}
	first := want.First
	if at == first && line > 0 {
		first = s.runs[line-1].First
	}
	near := *got
	near.Cells = got.Cells[first:min(want.End+1, len(got.Cells))]
	*buffer = near.Break(t, (*buffer)[:0], 0, new(float64))
	for _, run := range *buffer {
		run.First, run.End = run.First+first, run.End+first
		switch {
		case run.First == want.First:
			return run.End == want.End && s.sameLine(got, run, line, t)
		case run.End > want.First:
			return false
		}
	}
	return false
}

// overfull reports whether the cells of a run ask for more than a line, so that
// floats would drop; one alone only stands over.
func overfull(r *layout.Row, run layout.Run) bool {
	wants := 0.0
	for i := run.First; i < run.End; i++ {
		wants += r.Cells[i].Wants()
	}
	return r.PerLine == 0 && run.End-run.First > 1 && wants > float64(r.Columns.N())+1e-6
}

func rounded(m measure.Measure) measure.Measure {
	return measure.Measure{Px: math.Round(m.Px*1e4) / 1e4, Per: math.Round(m.Per*1e9) / 1e9}
}
