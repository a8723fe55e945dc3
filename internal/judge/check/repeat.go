package check

import (
	"fmt"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
)

// repeats tells of settings that say what is carried to them anyway. What they hold is the same without them.
func (c *checker) repeats() {
	k := c.l.Kit()
	c.l.Page().Walk(func(n *page.Node, in page.Place) {
		if len(n.At) < 2 || len(c.found) >= most {
			return
		}
		carried := page.Defaults(n.Kind)
		for at := range n.At {
			s := &n.At[at]
			i, without := k.Index(s.From), carried
			carried.Take(s, i)
			rest, text := *s, ""
			for _, f := range page.Settable(n.Kind) {
				v, set := s.Get(f)
				if !set || without[f].From < 0 || !c.same(in.Parent, f, v, i, without[f]) {
					continue
				}
				rest = rest.With(f, page.Value{})
				if text != "" {
					text += ", "
				}
				text += fmt.Sprintf("%s is carried from %s", f.Words(v), k.Breakpoints[without[f].From].Name)
			}
			if text != "" {
				c.tell(finding.Repeats, n.ID, s.From, text, finding.Fix{Label: "Remove it", Keeps: true,
					Settings: []finding.Setting{{Node: n.ID, Setting: rest}}})
			}
		}
	})
}

// same reports whether a value of a node in outer at breakpoint i comes to what is carried there.
func (c *checker) same(outer *page.Node, f page.Field, v page.Value, i int, carried page.Holding) bool {
	if v != carried.Value {
		return false
	}
	if outer == nil || outer.Kind != page.Row || !f.IsUnits() && f != page.Begin {
		return true
	}
	here, there := c.l.Row(outer.ID, i), c.l.Row(outer.ID, int(carried.From)) // units keep their proportion
	return here != nil && there != nil && here.Columns == there.Columns
}
