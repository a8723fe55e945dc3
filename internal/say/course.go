package say

import (
	"slices"

	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/vocab"
)

// A course is what must hold of one field of a node at each breakpoint, and what holds
// by what is said so far.
type course struct {
	field page.Field
	start page.Value                     // what holds where nothing is said
	must  [kit.MaxBreakpoints]page.Value // None where nothing must
	place [kit.MaxBreakpoints]int8       // where what must hold is said, if it is
	now   [kit.MaxBreakpoints]page.Value
	from  [kit.MaxBreakpoints]int8 // where that is said, −1 for nowhere
}

// before is what holds below breakpoint i, and where it is said.
func (c *course) before(i int) (page.Value, int8) {
	if i == 0 {
		return c.start, -1
	}
	return c.now[i-1], c.from[i-1]
}

// until is the breakpoint up to which what is said at i holds.
func (c *course) until(i, end int) int {
	for at := i; at < end; at++ {
		if c.from[at] != c.from[i] {
			return at
		}
	}
	return end
}

// says reports whether something is said at breakpoint i, or of it at the one where it
// was set.
func (c *course) says(i int) bool {
	_, from := c.before(i)
	return c.from[i] != from
}

// sayings adds what courses say to all, in the order of breakpoints and fields.
func sayings(all []Saying, kind page.Kind, courses []course) []Saying {
	base := len(all)
	for n := range courses {
		c := &courses[n]
		for i := range c.from {
			if !c.says(i) {
				continue
			}
			all = append(all, Saying{On: kind, Field: c.field, Value: c.now[i].Bare(), From: c.from[i]})
		}
	}
	slices.SortStableFunc(all[base:], func(a, b Saying) int { return int(a.From) - int(b.From) })
	return all
}

// wants are courses as what must hold, with nothing asked for that comes to nothing.
func (r *row) wants(courses []course) []vocab.Want {
	all := make([]vocab.Want, 0, len(courses))
	for n := range courses {
		c := &courses[n]
		want := vocab.Want{Field: c.field, Start: c.start}
		said := false
		for i := range r.live {
			if c.must[i].Term != page.None {
				want.Must[i], want.Place[i] = c.now[i], c.from[i]
			}
			said = said || c.says(i)
		}
		if said {
			all = append(all, want)
		}
	}
	return all
}
