package say

import (
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// settle takes away everything without which the row still lays out as worked out,
// whatever its content. Most sayings move a box by what they say; only those that may
// not are tried. What a column says can only move what is on its line, so no more is
// laid out again to try it, and the time this takes grows with the columns, not with
// their square.
func (r *row) settle() {
	if !r.doubtful() {
		return
	}
	t := newTrial(r)
	for again := true; again; {
		again = t.thin(-1)
		if again {
			t.disturb(0, len(r.columns))
		}
		for n := range r.columns {
			if t.disturbed[n] {
				t.disturbed[n] = false
				again = t.thin(n) || again
			}
		}
	}
}

// doubtful reports whether anything that is said may be without effect.
func (r *row) doubtful() bool {
	any := func(courses []course) bool {
		return slices.ContainsFunc(courses, func(c course) bool {
			for i := range r.live {
				if c.says(i) && r.suspect(&c, i) {
					return true
				}
			}
			return false
		})
	}
	return any(r.own) || slices.ContainsFunc(r.columns, any)
}

// suspect reports whether what a course says at breakpoint i may be without effect in
// this row.
func (r *row) suspect(c *course, i int) bool {
	v, _ := c.now(i)
	before, from := c.now(i - 1)
	if r.alike(c.field, before, from, v, i) {
		return true // what stood between has gone
	}
	if plainOf[c.field] != nil {
		return true
	}
	switch c.field {
	case page.PerLine:
		return !r.counted || v.Int() == 1 // full columns stand one a line by themselves
	case page.Divides, page.GapX, page.GapY, page.Spread, page.Trail:
		return true
	case page.Nudge: // back over the start of an uneven row
		return r.uneven
	case page.Skip:
		return r.elasticFrom(c, i)
	case page.Width:
		return v == page.Share || v == page.Natural || before == page.Share || r.elasticFrom(c, i)
	}
	return false
}

// elasticFrom reports whether wherever what a course says at breakpoint i must hold, a
// share or a spread can come to it.
func (r *row) elasticFrom(c *course, i int) bool {
	for at := i; at < c.until(i, len(r.live)); at++ {
		if c.must[at].Term != page.None && !r.elastic[at] {
			return false
		}
	}
	return true
}

// A trial is a row laid out by what is said, at each breakpoint where it is seen, to
// try whether that is still so with something less said.
type trial struct {
	*row
	stages    []stage
	measures  []int  // how many columns say something in units, up to each breakpoint
	disturbed []bool // by column: something on its line, or on one beside it, is new since it was tried
	runs      []layout.Run
}

// A stage is a trial at one breakpoint.
type stage struct {
	got       layout.Row // with what is said; its cells stand as they do in what is wanted
	track     kit.Track  // its track in a roomy row
	narrowest kit.Track  // and where it is narrowest
	shape     shape      // what is wanted; none where the row breaks by px
	tight     bool       // the row is somewhere so narrow that units do not add up
}

func newTrial(r *row) *trial {
	t := &r.room.trial
	t.row = r
	t.measures = append(t.measures[:0], make([]int, len(r.live))...)
	t.disturbed = append(t.disturbed[:0], make([]bool, len(r.columns))...)
	if t.stages == nil {
		t.stages = make([]stage, len(r.live))
	}
	t.disturb(0, len(r.columns))
	for n := range r.columns {
		t.measure(n, 1)
	}
	for i, want := range r.want {
		if !r.live[i] {
			continue
		}
		s := &t.stages[i]
		s.tight = narrow(want, want)
		s.shape.fill(want, !want.Natural && !s.tight)
		got := *want // which is what is said, until something is taken away
		got.Cells = append(s.got.Cells[:0], want.Cells...)
		for at := range got.Cells {
			c := &got.Cells[at]
			c.Trail += c.Fill
			c.Fill, c.Turns = 0, false
		}
		t.track(i, &got)
		t.read(i, got)
	}
	return t
}

// track has columns on the tracks that are said of them at breakpoint i, also where the row has none just now.
func (t *trial) track(i int, got *layout.Row) {
	for n, courses := range t.columns {
		for c := range courses {
			if at := t.at[i][n]; at >= 0 && courses[c].field == page.Begin {
				t.put(&got.Cells[at], &courses[c], i, got)
			}
		}
	}
}

// narrow reports whether a form of a row is so narrow somewhere in its breakpoint that
// units do not add up.
func narrow(form, want *layout.Row) bool {
	t := form.Track(measure.Plain(want.Narrowest))
	return form.Tight(&t)
}

// disturb marks columns, by their place in the row, as to be tried.
func (t *trial) disturb(first, end int) {
	for n := first; n < end; n++ {
		t.disturbed[n] = true
	}
}

// disturbLine marks the columns that something may be said of for nothing, now that one
// field less is said of the column at n: those on its line and on the lines beside it.
// Nothing else stands on how a column is aligned, and only what stands beside it on its
// order.
func (t *trial) disturbLine(n int, f page.Field, i int) {
	at, runs := int(t.at[i][n]), t.stages[i].shape.runs
	if !t.live[i] || at < 0 || f == page.Align {
		return
	}
	cells := t.want[i].Cells
	first, end := at-1, at+2
	switch {
	case f == page.Order:
	case len(runs) == 0 || t.uneven && t.measures[i] == 0:
		t.disturb(0, len(t.columns)) // it cannot be foreseen which line that is
		return
	default:
		line := t.stages[i].shape.line(at)
		first, end = runs[max(0, line-1)].First, runs[min(len(runs)-1, line+1)].End
	}
	for at := max(0, first); at < min(end, len(cells)); at++ {
		t.disturbed[cells[at].Child] = true
	}
}

// measure counts a column that says something in units, by one more or less.
func (t *trial) measure(n, by int) {
	if !t.uneven {
		return // nobody asks
	}
	first := len(t.live)
	for c := range t.columns[n] {
		course := &t.columns[n][c]
		for i := range t.live {
			v, from := course.now(i)
			if course.field.IsUnits() && v != page.Full && v != page.Natural && course.says(i) {
				first = min(first, int(from))
			}
		}
	}
	for i := first; i < len(t.live); i++ {
		t.measures[i] += by
	}
}

// courses are those of the column at n, or the row's own at −1.
func (t *trial) courses(n int) []course {
	if n < 0 {
		return t.own
	}
	return t.columns[n]
}

// thin takes away what has no effect of what the column at n says, or at −1 the row.
func (t *trial) thin(n int) (changed bool) {
	courses := t.courses(n)
	for at := range int8(len(t.live)) {
		for c := range courses {
			course := &courses[c]
			for i := range t.live {
				_, from := course.now(i)
				if from == at && course.says(i) && t.suspect(course, i) && !t.fills(n, course, i) &&
					t.without(n, course, i) {
					changed = true
				}
			}
		}
	}
	return changed
}

// fills reports whether a course says the units after a column that make what would fit its
// line begin the next.
func (t *trial) fills(n int, c *course, i int) bool {
	if c.field != page.Trail {
		return false
	}
	for end := c.until(i, len(t.live)); i < end; i++ {
		if cell := t.cell(n, i); t.live[i] && cell != nil && cell.Fill > 0 {
			return true
		}
	}
	return false
}

// without takes away what a course says at breakpoint i if the row lays out as worked
// out without it.
func (t *trial) without(n int, c *course, i int) bool {
	was := *c
	end := c.until(i, len(t.live))
	if n >= 0 {
		t.measure(n, -1)
	}
	c.silence(i)
	if n >= 0 {
		t.measure(n, 1)
	}
	last := end
	if n < 0 {
		last = len(t.live) // what columns say is carried on in proportion to what the row divides into
	}
	same := true
	for at := i; at < last && same; at++ {
		same = t.same(n, c, at)
	}
	if same {
		for at := i; at < last; at++ {
			t.accept(n, c, at)
			if n >= 0 {
				t.disturbLine(n, c.field, at)
			}
		}
		return true
	}
	if n >= 0 {
		t.measure(n, -1)
	}
	*c = was
	if n >= 0 {
		t.measure(n, 1)
	}
	return false
}
