package check

import (
	"fmt"
	"slices"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
)

// grid tells of what stands where it does nothing.
func (c *checker) grid() {
	if len(c.stretches) == 0 {
		return
	}
	v := infer.VocabularyOf(c.l.Kit(), c.l.Page())
	contained := map[*page.Node]bool{nil: !v.Has(page.Container)} // in a container, or rows are containers themselves
	c.l.Page().Walk(func(n *page.Node, at page.Place) {
		contained[n] = n.Kind == page.Container || contained[at.Parent]
		s := c.stretches[n]
		if len(s.Nodes) == 0 || len(c.found) >= most {
			return
		}
		m := s.Nodes[0]
		span := m.Start
		switch {
		case at.Parent != nil && at.Parent.Kind == page.Row && n.Kind == page.Block && s.Element() == nil:
			c.add(finding.TextInRow, n.ID, span,
				fmt.Sprintf("words stand straight in %s: only columns are children of a row", at.Parent.Name))
		case at.Parent != nil && at.Parent.Kind == page.Row && n.Kind != page.Column:
			c.add(finding.RowChild, n.ID, span, fmt.Sprintf("<%s> stands straight in %s and is no column",
				markup.Called(m.Tag), at.Parent.Name))
		case n.Kind == page.Row && !contained[n]:
			c.add(finding.RowOutside, n.ID, span, fmt.Sprintf("%s stands in no container", n.Name))
		case n.Kind == page.Element || n.Kind == page.Block:
			if kind := used(v, m); kind != "" {
				c.add(finding.Misplaced, n.ID, span, fmt.Sprintf("<%s> has the class of a %s, and does not stand %s",
					markup.Called(m.Tag), kind, where[kind]))
			}
		}
	})
}

// selected tells of containers and rows that nothing selects, on pages whose layout is in mixins.
func (c *checker) selected() {
	p := c.l.Page()
	if p.Origin.Address() == "" {
		return
	}
	of, stretches := origin.Selectors(p, c.l.Kit()), origin.Stretches(p, "")
	p.Walk(func(n *page.Node, _ page.Place) {
		if m := stretches[n].Element(); m != nil && (n.Kind == page.Container || n.Kind == page.Row) && of[n.ID] == "" {
			c.add(finding.Unselected, n.ID, m.Start,
				fmt.Sprintf("no id, class or place in the page selects %s alone: its mixins are left out. The "+
					"next edit gives it a class", n.Name))
		}
	})
}

// where is where a node of a kind stands.
var where = map[page.Kind]string{page.Column: "straight in a row", page.Row: "in a container or a column",
	page.Container: "outside of containers"}

// used is the kind of node whose own word an element has that is none; empty for none.
func used(v *vocab.Vocabulary, m *markup.Node) page.Kind {
	if m.IsText() {
		return ""
	}
	said := origin.Said(m)
	for _, kind := range []page.Kind{page.Column, page.Row} {
		if base := v.Base(kind); base != nil && slices.Contains(said, base.Text) {
			return kind
		}
	}
	if slices.ContainsFunc(said, func(text string) bool { return v.Word(page.Container, text) != nil }) {
		return page.Container
	}
	return ""
}
