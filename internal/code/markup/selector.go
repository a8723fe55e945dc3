package markup

import (
	"slices"
	"strconv"

	"kitrows/internal/code"
	"kitrows/internal/page"
)

// Selectors are what mixin-based code selects each node by, and the classes that
// markup without grid classes needs for that.
type Selectors struct {
	of    map[string]string // by node id
	class map[string]string // the class written for it; empty where none is
}

// Of is the selector of the node of that id.
func (s *Selectors) Of(id string) string { return s.of[id] }

// NewSelectors chooses, for every node that stands around others: its own selector;
// else its id attribute; else a class of its own that no other node has; else, of a
// column, its element where no other column of its row is one; else a class from
// its name. A choice hangs on a node's own name, classes and siblings alone, and on
// others only where they are called the same.
func NewSelectors(p *page.Page) *Selectors {
	s := &Selectors{map[string]string{}, map[string]string{}}
	slugs, own := map[string]int{}, map[string]int{}
	slugOf := map[string]string{} // by node id
	p.Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Block {
			return
		}
		slugOf[n.ID] = code.Slug(n.Name)
		slugs[slugOf[n.ID]]++
		for _, class := range n.Classes {
			own[class]++
		}
	})
	taken := map[string]bool{}
	p.Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Block {
			return
		}
		unique := slices.IndexFunc(n.Classes, func(class string) bool { return own[class] == 1 })
		switch {
		case n.Selector != "":
			s.of[n.ID] = n.Selector
		case n.Anchor != "":
			s.of[n.ID] = "#" + n.Anchor
		case unique >= 0:
			s.of[n.ID] = "." + n.Classes[unique]
		case n.Kind == page.Column && n.TagIn(at.Parent) != "div" && alone(n, at.Parent):
			s.of[n.ID] = s.of[at.Parent.ID] + " > " + n.TagIn(at.Parent)
		default:
			name := slugOf[n.ID]
			if slugs[name] > 1 || own[name] > 0 || name == "" {
				name = code.LetterFirst(n.ID)
			}
			free := name
			for i := 2; taken[free] || free != slugOf[n.ID] && (slugs[free] > 0 || own[free] > 0); i++ {
				free = name + "-" + strconv.Itoa(i)
			}
			taken[free] = true
			s.of[n.ID], s.class[n.ID] = "."+free, free
		}
	})
	return s
}

// alone tells whether no other column of a row is that element.
func alone(n, row *page.Node) bool {
	return !slices.ContainsFunc(row.Children, func(c *page.Node) bool { return c != n && c.TagIn(row) == n.TagIn(row) })
}
