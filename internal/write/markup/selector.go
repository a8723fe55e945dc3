package markup

import (
	"slices"
	"strconv"
	"strings"

	"golang.org/x/net/html"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/write/code"
	"kitrows/internal/write/say"
)

// Selectors are what mixin-based code selects each node by, and the classes that
// markup without grid classes needs for that.
type Selectors struct {
	of    map[string]string // by node id
	class map[string]string // the class written for it; empty where none is
	fit   string            // the class of pictures that are scaled to their column
}

// Fit selects pictures that are scaled to their column.
func (s *Selectors) Fit() string { return "." + s.fit }

// Of is the selector of the node of that id.
func (s *Selectors) Of(id string) string { return s.of[id] }

// NewSelectors chooses, for every node that stands around others, and for blocks on which something is set: its own
// selector;
// else its id attribute; else a class of its own that no other node has; else, of a
// column, its element where no other column of its row is one; else a class from
// its name. A choice depends on a node's own name, classes and siblings alone, and on
// others only where they are called the same.
func NewSelectors(p *page.Page) *Selectors {
	s := &Selectors{of: map[string]string{}, class: map[string]string{}}
	slugs, own := map[string]int{}, map[string]int{}
	slugOf := map[string]string{} // by node id
	p.Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Block && n.Content != nil && n.Content.Type == page.HTML {
			for _, name := range namesIn(n.Content.Text) {
				own[name] += 2 // even if nothing else has this name, it is not the only one
			}
		}
		for _, class := range n.Classes {
			own[class]++
		}
		if n.Kind == page.Block && len(n.At) == 0 {
			return
		}
		slugOf[n.ID] = code.Slug(n.Name)
		slugs[slugOf[n.ID]]++
	})
	taken := map[string]bool{}
	p.Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Block && len(n.At) == 0 {
			return
		}
		marks := page.Marks{Own: n.Selector}
		if own[n.Anchor] < 2 {
			marks.ID = n.Anchor
		}
		if i := slices.IndexFunc(n.Classes, func(class string) bool { return own[class] == 1 }); i >= 0 {
			marks.Class = n.Classes[i]
		}
		if n.Kind == page.Column && n.TagIn(at.Parent) != "div" && alone(n, at.Parent) {
			marks.Outer, marks.Child = s.of[at.Parent.ID], n.TagIn(at.Parent)
		}
		if s.of[n.ID] = marks.Selector(); s.of[n.ID] == "" {
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
	s.fit = "scaled"
	for i := 2; taken[s.fit] || own[s.fit] > 0; i++ {
		s.fit = "scaled-" + strconv.Itoa(i)
	}
	return s
}

// Selected are selectors of nodes by their ids, in markup that stays what it is: no node has a class for it, and those
// without one have no rule. Pictures that are scaled have the class of kit k.
func Selected(of map[string]string, k *kit.Kit) *Selectors {
	fit := vocab.Own(k).Saying(say.Fit.On, say.Fit.Field, say.Fit.Value, 0)
	return &Selectors{of: of, class: map[string]string{}, fit: fit.Text}
}

// Rules gives each of the nodes in outer the selectors of its rule: its own, and of a column
// also those of its siblings of which the same is said, which have none then. Where the same
// is said of all of a row's columns they are selected as its children.
func (s *Selectors) Rules(said *say.Page, outer *page.Node, nodes []*page.Node) map[string][]string {
	all := make(map[string][]string, len(nodes))
	if outer != nil && s.asChildren(said, outer) {
		all[nodes[0].ID] = []string{s.of[outer.ID] + " > *"}
		return all
	}
	first := map[string]*page.Node{}
	for _, n := range nodes {
		if n.Kind != page.Column {
			all[n.ID] = []string{s.of[n.ID]}
			continue
		}
		key := said.Key(n.ID)
		if first[key] == nil {
			first[key] = n
		}
		all[first[key].ID] = append(all[first[key].ID], s.of[n.ID])
	}
	return all
}

// asChildren reports whether a row's columns are selected as its children: there are
// several, the same is said of all, and none has a selector of the user's own.
func (s *Selectors) asChildren(said *say.Page, row *page.Node) bool {
	if row.Kind != page.Row || len(row.Children) < 2 {
		return false
	}
	one := said.Node(row.Children[0].ID)
	return !slices.ContainsFunc(row.Children, func(n *page.Node) bool {
		return n.Selector != "" || !slices.Equal(said.Node(n.ID), one)
	})
}

// namesIn are the classes and ids in markup that was given.
func namesIn(markup string) (names []string) {
	z := html.NewTokenizer(strings.NewReader(markup))
	for z.Next() != html.ErrorToken {
		for _, a := range z.Token().Attr {
			if a.Key == "class" || a.Key == "id" {
				names = append(names, strings.Fields(a.Val)...)
			}
		}
	}
	return names
}

// alone reports whether no other column of a row is that element.
func alone(n, row *page.Node) bool {
	return !slices.ContainsFunc(row.Children, func(c *page.Node) bool { return c != n && c.TagIn(row) == n.TagIn(row) })
}
