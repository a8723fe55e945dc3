package say

import (
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// A course is what must hold of one field of a node at each breakpoint, and what holds
// by what is said so far: at each breakpoint something that must hold there or before.
type course struct {
	field page.Field
	start page.Value                     // what holds where nothing is said
	must  [kit.MaxBreakpoints]page.Value // None where nothing must
	place [kit.MaxBreakpoints]int8       // where what must hold is said, if it is
	said  [kit.MaxBreakpoints]int8       // at which breakpoint what holds by what is said must; −1 for start
}

// now is what holds at breakpoint i by what is said, and where it is said, −1 for nowhere.
func (c *course) now(i int) (page.Value, int8) {
	if i < 0 || c.said[i] < 0 {
		return c.start, -1
	}
	return c.must[c.said[i]], c.place[c.said[i]]
}

// says reports whether something is said of breakpoint i that does not hold before it.
func (c *course) says(i int) bool { return c.said[i] != c.carried(i) }

func (c *course) carried(i int) int8 {
	if i == 0 {
		return -1
	}
	return c.said[i-1]
}

// run says a course as it goes: a value is said where it must hold and what is carried there is not alike.
func (c *course) run(alike func(now page.Value, from int8, i int) bool) {
	for i := range c.said {
		c.said[i] = c.carried(i)
		if now, from := c.now(i); c.must[i].Term != page.None && !alike(now, from, i) {
			c.said[i] = int8(i)
		}
	}
}

// until is the breakpoint up to which what is said at i holds.
func (c *course) until(i, end int) int {
	at := i
	for at < end && c.said[at] == c.said[i] {
		at++
	}
	return at
}

// silence takes away what is said at breakpoint i.
func (c *course) silence(i int) {
	was := c.said[i]
	for at := i; at < len(c.said) && c.said[at] == was; at++ {
		c.said[at] = c.carried(i)
	}
}

// A node is what is said of one node of a page.
type node struct {
	kind    page.Kind
	base    []Saying
	ends    []Saying // of a column at an end of its row // what it is
	courses []course
}

// sayings are all that is said of a node, its base first, then in the order of
// breakpoints and fields.
func (n *node) sayings() []Saying {
	all := append(make([]Saying, 0, len(n.base)+2*len(n.courses)), n.base...)
	for at := range kit.MaxBreakpoints {
		for f := range n.courses {
			c := &n.courses[f]
			for i := at; i < len(c.said); i++ {
				if !c.says(i) {
					continue
				}
				if v, from := c.now(i); int(from) == at {
					all = append(all, Saying{On: n.kind, Field: c.field, Value: v.Bare(), From: from})
				}
			}
		}
	}
	return all
}

// wants adds courses to all as what must hold, with nothing asked for that comes to
// nothing.
func (n *node) wants(all []vocab.Want) []vocab.Want {
	for f := range n.courses {
		c := &n.courses[f]
		want := vocab.Want{Field: c.field, Start: c.start}
		said := false
		for i := range c.must {
			if c.must[i].Term != page.None {
				want.Must[i], want.Place[i] = c.now(i)
			}
			said = said || c.says(i)
		}
		if said {
			all = append(all, want)
		}
	}
	return all
}
