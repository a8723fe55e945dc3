package origin

import (
	"slices"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
)

// Retagged is page p, in whose file only attributes of those elements, or what is set on their nodes, changed, read
// from it: doc is the file then, and all is how it changed. It is nil where an element is now of another kind.
func Retagged(p *page.Page, k *kit.Kit, doc *markup.Document, changed []*markup.Node, all []markup.Splice) *page.Page {
	next := *p
	next.Origin = p.Origin.With(doc.Bytes)
	keep(next.Origin, doc, p.Origin)
	next.Origin.Places = make([]int, len(p.Origin.Places))
	moved := markup.Moved(all)
	for i, at := range p.Origin.Places {
		next.Origin.Places[i], _ = moved(at)
	}
	elements := map[int]*markup.Node{}
	for _, m := range changed {
		elements[m.Start.From] = m
	}
	w := newWords(k, infer.VocabularyOf(k, p))
	same, at := true, 0
	var read func(nodes []*page.Node, in page.Kind, held bool) []*page.Node
	read = func(nodes []*page.Node, in page.Kind, held bool) []*page.Node {
		own, columns := false, 0 // whether the list is a copy, and how many of its nodes so far are columns
		for i, n := range nodes {
			if n.Kind == page.Column {
				columns++
			}
			m := elements[next.Origin.Places[at]]
			at++
			kind := n.Kind
			if kind == page.Section || kind == page.Element {
				kind = ""
			}
			children := read(n.Children, kind, held || kind != "")
			if m == nil && slices.Equal(children, n.Children) {
				continue
			}
			if n.Kind == page.Block {
				kind = ""
			}
			c := *n
			if c.Children = children; m != nil {
				same = same && w.kind(m, in, held) == kind
				w.settle(&c, m)
				c.Anchor = valueOf(m, "id")
				if !c.Named && n.Kind != page.Block {
					c.Name = name(m, &c, columns)
				}
			}
			if kind == page.Row && slices.ContainsFunc(c.Children, begins) {
				c.Children = slices.Clone(c.Children)
				for at, child := range c.Children {
					if begins(child) {
						said := *child
						said.At, c.Children[at] = w.begun(&c, child), &said
					}
				}
			}
			if !own {
				nodes, own = slices.Clone(nodes), true
			}
			nodes[i] = &c
		}
		return nodes
	}
	next.Body = read(p.Body, "", false)
	if !same {
		return nil
	}
	return &next
}
