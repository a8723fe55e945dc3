package page

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
)

// Replaced gives the page with f's result in place of the node of that id. The
// page is as it was when it has no such node.
func (p *Page) Replaced(id string, f func(*Node) *Node) *Page {
	c := *p
	c.Body, _ = replaced(p.Body, id, f)
	return &c
}

func replaced(nodes []*Node, id string, f func(*Node) *Node) ([]*Node, bool) {
	for i, n := range nodes {
		next := n
		if n.ID == id {
			next = f(n)
		} else if children, found := replaced(n.Children, id, f); found {
			copied := *n
			copied.Children = children
			next = &copied
		}
		if next != n {
			nodes = slices.Clone(nodes)
			nodes[i] = next
			return nodes, true
		}
	}
	return nodes, false
}

// Mapped gives the page with f's result in place of every node; f sees a node
// as it was, and what it keeps of the node's children is mapped as well.
func (p *Page) Mapped(f func(*Node) *Node) *Page {
	c := *p
	c.Body = mapped(p.Body, f)
	return &c
}

func mapped(nodes []*Node, f func(*Node) *Node) []*Node {
	if nodes == nil {
		return nil
	}
	all := make([]*Node, len(nodes))
	for i, n := range nodes {
		c := *f(n)
		c.Children = mapped(c.Children, f)
		all[i] = &c
	}
	return all
}

// WithChildren gives the page with f's result as the children of the node of
// that id, or of the page itself when id is empty. f gets a copy it may change.
func (p *Page) WithChildren(id string, f func([]*Node) []*Node) *Page {
	change := func(children []*Node) []*Node {
		if next := f(slices.Clone(children)); len(next) > 0 {
			return next
		}
		return nil
	}
	if id == "" {
		c := *p
		c.Body = change(p.Body)
		return &c
	}
	return p.Replaced(id, func(n *Node) *Node {
		c := *n
		c.Children = change(n.Children)
		return &c
	})
}

// A Minter makes ids that are new to a page: the kind's name and the next number.
type Minter struct {
	page *Page
	last map[Kind]int // made when the first is
}

// Minter gives a Minter for the page as it is.
func (p *Page) Minter() *Minter { return &Minter{page: p} }

// count finds the last numbers that the page has.
func (m *Minter) count() {
	m.last = map[Kind]int{}
	m.page.Walk(func(n *Node, _ Place) {
		for _, kind := range []Kind{Section, Container, Row, Column, Block, Element} {
			if number, ok := strings.CutPrefix(n.ID, string(kind)+"-"); ok {
				if v, err := strconv.Atoi(number); err == nil && v < 1e9 {
					m.last[kind] = max(m.last[kind], v)
				}
			}
		}
	})
}

// Mint gives a new id and its number.
func (m *Minter) Mint(kind Kind) (id string, number int) {
	if m.last == nil {
		m.count()
	}
	m.last[kind]++
	return string(kind) + "-" + strconv.Itoa(m.last[kind]), m.last[kind]
}

// Placeholder is a new block of text that holds the place of a column's content to
// come.
func (m *Minter) Placeholder(column string) *Node {
	id, _ := m.Mint(Block)
	return &Node{ID: id, Kind: Block, Name: "Text",
		Content: &Content{Type: Text, Height: kit.Px(96), Stand: true, Text: column + ": text to come."}}
}

// Renewed copies a subtree with new ids throughout.
func (m *Minter) Renewed(n *Node) *Node { return m.renewed(n, false) }

// Twin is Renewed of a subtree of the page itself: the copies tell what they are copies of.
func (m *Minter) Twin(n *Node) *Node { return m.renewed(n, true) }

func (m *Minter) renewed(n *Node, twin bool) *Node {
	c := n.Copied()
	if !twin {
		c.like = nil
	}
	c.ID, _ = m.Mint(n.Kind)
	c.Children = nil
	for _, child := range n.Children {
		c.Children = append(c.Children, m.renewed(child, twin))
	}
	return c
}
