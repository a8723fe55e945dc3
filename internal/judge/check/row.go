package check

import (
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A stage is the page at one breakpoint: its plan at the width of the breakpoint's lane.
type stage struct {
	at   int
	name string
	plan *layout.Plan
	rows [][]layout.Line // the lines of each row that is shown
}

// stages are the page at every breakpoint.
func (c *checker) stages() []stage {
	if c.seen != nil {
		return c.seen
	}
	for i, bp := range c.l.Kit().Breakpoints {
		s := stage{at: i, name: bp.Name, plan: c.l.Plan(bp.Lane.Px())}
		for first, lines := 0, s.plan.Lines; first < len(lines); {
			end := first + 1
			for end < len(lines) && lines[end].Row == lines[first].Row {
				end++
			}
			s.rows = append(s.rows, lines[first:end:end])
			first = end
		}
		c.seen = append(c.seen, s)
	}
	return c.seen
}

// placed is a node and what it stands in; nil for the page.
type placed struct{ node, in *page.Node }

// find finds a node by its id.
func (c *checker) find(id string) placed {
	if c.places == nil {
		c.places = map[string]placed{}
		c.l.Page().Walk(func(n *page.Node, at page.Place) { c.places[n.ID] = placed{n, at.Parent} })
	}
	return c.places[id]
}

// eachRow visits the lines of every row at every breakpoint.
func (c *checker) eachRow(visit func(s *stage, row *layout.Row, lines []layout.Line)) {
	all := c.stages()
	for i := range all {
		for _, lines := range all[i].rows {
			if len(c.found) >= most {
				return
			}
			visit(&all[i], lines[0].Row, lines)
		}
	}
}

// tell adds a finding about a node at one breakpoint, in the file at the node's start tag.
func (c *checker) tell(code finding.Code, id, breakpoint, text string, fixes ...finding.Fix) {
	f := finding.New(code, id, text)
	if breakpoint != "" {
		f.Breakpoints = []string{breakpoint}
	}
	f.Fixes = fixes
	if s, is := c.stretches[c.find(id).node]; is && len(s.Nodes) > 0 {
		f.At.Span = s.Nodes[0].Start
	}
	c.put(f)
}

// whole reports whether a number of units is a whole one above 0, and gives it.
func whole(units float64) (n int, is bool) {
	n = int(units)
	return n, float64(n) == units && n > 0
}

// px is a length in px in a sentence.
func px(v float64) string { return kit.Figure(v) + " px" }
