package origin

import (
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
)

// A Stretch is what of a file a node is: an element or, of a block, elements and texts that stand side by side.
type Stretch struct {
	Nodes  []*markup.Node
	Inside *markup.Node // of an element: what holds what stands in it
}

// Element is the element that a node is; nil where it is several or words.
func (s Stretch) Element() *markup.Node {
	if len(s.Nodes) == 1 && !s.Nodes[0].IsText() {
		return s.Nodes[0]
	}
	return nil
}

// Span is what of the text of its file it takes; nothing where it has no node.
func (s Stretch) Span(doc *markup.Document) (span markup.Span) {
	for i, m := range s.Nodes {
		if o := doc.Outer(m); i == 0 {
			span = o
		} else if o.Len() > 0 {
			span.To = max(span.To, o.To)
		}
	}
	return span
}

// Placed visits the nodes of a page in their order, with the places that they have in its file.
func Placed(p *page.Page, visit func(n *page.Node, place int)) {
	i := 0
	p.Walk(func(n *page.Node, _ page.Place) {
		if i < len(p.Origin.Places) {
			visit(n, p.Origin.Places[i])
		}
		i++
	})
}

// Stretches finds what of its file the nodes of a page are. Inner is the class of the element inside each column.
func Stretches(p *page.Page, inner string) map[*page.Node]Stretch {
	if p.Origin == nil {
		return nil
	}
	k := knownOf(p.Origin)
	k.once.Do(func() { k.of, k.stretches = p, stretches(k.Document, p, inner) })
	if k.of == p {
		return k.stretches
	}
	return stretches(k.Document, p, inner)
}

// stretches finds them by their places.
func stretches(doc *markup.Document, p *page.Page, inner string) map[*page.Node]Stretch {
	all := map[*page.Node]Stretch{}
	places := map[*page.Node]int{}
	Placed(p, func(n *page.Node, place int) { places[n] = place })
	var visit func(in *markup.Node, nodes []*page.Node)
	visit = func(in *markup.Node, nodes []*page.Node) {
		next := 0
		element := func(m *markup.Node) bool { return next < len(nodes) && places[nodes[next]] == m.Start.From }
		var open *page.Node // a block of several
		for _, m := range standing(in, func(m *markup.Node) bool { return element(m) }) {
			switch {
			case !m.IsText() && element(m):
				n := nodes[next]
				next++
				s := Stretch{Nodes: []*markup.Node{m}, Inside: m}
				if n.Kind == page.Column {
					s.Inside = Inside(m, inner)
				}
				all[n] = s
				if open = nil; n.Kind == page.Block {
					open = n
				}
				visit(s.Inside, n.Children)
			case m.IsText() && next < len(nodes) && !blank(m.Text) && (open == nil || !loose(open, all)) &&
				nodes[next].Kind == page.Block && (m.Start.Len() == 0 || places[nodes[next]] == m.Start.From):
				open = nodes[next]
				next++
				all[open] = Stretch{Nodes: []*markup.Node{m}}
			case open != nil && (m.IsText() || phrasing[m.Tag]) && loose(open, all):
				s := all[open]
				s.Nodes, s.Inside = append(s.Nodes, m), nil
				all[open] = s
			case !m.IsText():
				open = nil
			}
		}
	}
	visit(doc.Root, p.Body)
	for n, s := range all { // white space at the end is none of the block
		for len(s.Nodes) > 1 && s.Nodes[len(s.Nodes)-1].IsText() && blank(s.Nodes[len(s.Nodes)-1].Text) {
			s.Nodes = s.Nodes[:len(s.Nodes)-1]
		}
		all[n] = s
	}
	return all
}

// loose reports whether a block is of what stands in lines, so that more of it may follow.
func loose(n *page.Node, all map[*page.Node]Stretch) bool {
	first := all[n].Nodes[0]
	return first.IsText() || phrasing[first.Tag]
}

// standing are the elements and texts that stand straight in an element: those in elements without tags, such as a
// body whose tag is left out, and in a body that is no node itself, stand in what is around those.
func standing(in *markup.Node, node func(*markup.Node) bool) (all []*markup.Node) {
	for _, k := range in.Children {
		switch {
		case !k.IsText() && idle[k.Tag]:
		case !k.IsText() && (k.Start.Len() == 0 || (k.Tag == "body" || k.Tag == "html") && !node(k)):
			all = append(all, standing(k, node)...)
		default:
			all = append(all, k)
		}
	}
	return all
}

// Inside is the element that holds what is in a column: the one inside it of that class, where a stylesheet has one.
func Inside(column *markup.Node, inner string) *markup.Node {
	if inner == "" {
		return column
	}
	for _, k := range column.Children {
		if !k.IsText() && !idle[k.Tag] {
			if slices.Contains(k.Classes(), inner) {
				return k
			}
			break
		}
	}
	return column
}

func set(list string) map[string]bool {
	all := map[string]bool{}
	for word := range strings.FieldsSeq(list) {
		all[word] = true
	}
	return all
}
