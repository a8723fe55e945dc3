package markup

import (
	"sort"
	"sync"
)

// Retagged is the document with edits made that change nothing but the attributes of start tags, and so leave the tree
// as it is, and what some of its elements are then; nil where they do more, or where the source is not UTF-8.
func (d *Document) Retagged(edits []Edit, some map[*Node]bool) (next *Document, then []*Node) {
	if d.from != nil {
		return nil, nil
	}
	next = &Document{Source: &Source{Bytes: d.Apply(edits), Encoding: d.Encoding, enc: d.enc}, Part: d.Part}
	next.text = string(next.Bytes)
	next.rows = sync.OnceValue(next.index)
	all := d.Splices(edits)
	by := make([]int, len(all)+1) // how far what follows each is moved
	for i, p := range all {
		by[i+1] = by[i] + len(p.Bytes) - (p.To - p.From)
	}
	moved := func(at int) int { return at + by[sort.Search(len(all), func(i int) bool { return all[i].From >= at })] }
	within := make([]bool, len(all))
	tag := func(s Span) Span {
		from := moved(s.From)
		for i := sort.Search(len(all), func(i int) bool { return all[i].From > s.From }); i < len(all) &&
			all[i].From < s.To; i++ {
			within[i] = all[i].To < s.To
		}
		return Span{from, moved(s.To)}
	}
	var copied func(n, parent *Node) *Node
	copied = func(n, parent *Node) *Node {
		c := *n
		if c.Parent = parent; some[n] {
			then = append(then, &c)
		}
		if n.Start.Len() > 0 {
			if c.Start = tag(n.Start); !n.IsText() && (c.Start.Len() != n.Start.Len() ||
				next.text[c.Start.From:c.Start.To] != d.text[n.Start.From:n.Start.To]) {
				c.Attrs = attributes(nil, next.text, c.Start)
			} else if c.Start.From != n.Start.From && len(n.Attrs) > 0 {
				c.Attrs = make([]Attr, len(n.Attrs))
				for i, a := range n.Attrs {
					by := c.Start.From - n.Start.From
					a.From, a.To, a.Text.From, a.Text.To = a.From+by, a.To+by, a.Text.From+by, a.Text.To+by
					c.Attrs[i] = a
				}
			}
			if n.IsText() {
				for i := range all { // a text that is edited is no attribute
					if all[i].From >= n.Start.From && all[i].From < n.Start.To {
						within[i] = false
					}
				}
			}
		}
		if n.End.Len() > 0 {
			c.End = Span{moved(n.End.From), moved(n.End.To)}
		}
		if len(n.Children) > 0 {
			c.Children = make([]*Node, len(n.Children))
			for i, k := range n.Children {
				c.Children[i] = copied(k, &c)
			}
		}
		return &c
	}
	next.Root = copied(d.Root, nil)
	for _, is := range within {
		if !is {
			return nil, nil
		}
	}
	for _, f := range d.Faults {
		f.At = Span{moved(f.At.From), moved(f.At.To)}
		next.Faults = append(next.Faults, f)
	}
	return next, then
}
