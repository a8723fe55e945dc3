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

// A node is what is said of one node of a page.
type node struct {
	kind    page.Kind
	base    []Saying
	courses []course
}

// sayings are all that is said of a node, its base first, then in the order of
// breakpoints and fields.
func (n *node) sayings() []Saying {
	all := slices.Clone(n.base)
	for at := range int8(kit.MaxBreakpoints) {
		for f := range n.courses {
			c := &n.courses[f]
			for i := range c.from {
				if c.from[i] == at && c.says(i) {
					all = append(all, Saying{On: n.kind, Field: c.field, Value: c.now[i].Bare(), From: at})
				}
			}
		}
	}
	return all
}

// wants are courses as what must hold, with nothing asked for that comes to nothing.
func (n *node) wants() []vocab.Want {
	all := make([]vocab.Want, 0, len(n.courses))
	for f := range n.courses {
		c := &n.courses[f]
		want := vocab.Want{Field: c.field, Start: c.start}
		said := false
		for i := range c.must {
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
