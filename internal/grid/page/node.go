// Package page holds the page tree (domain section 4) and the settings of its
// columns per breakpoint (section 5). Pages and nodes are values that are never
// changed in place: an edit makes new ones along its path and shares the rest.
package page

import "kitrows/internal/grid/design"

import "slices"

// A Kind says what a node is.
type Kind string

// The kinds of node, from the outside in.
const (
	Section   Kind = "section"
	Container Kind = "container"
	Row       Kind = "row"
	Column    Kind = "column"
	Block     Kind = "block"
	Element   Kind = "element" // of a page that was read from markup: what stands around or between the others
)

// OwnStyle is what a page's own stylesheet is called, which is linked after the kit's.
const OwnStyle = "page.css"

// A Page is one document laid out on one kit.
type Page struct {
	ID       string `json:"id"`
	Name     string `json:"name"`
	File     string `json:"file" doc:"The file its code is taken away as, such as index.html."`
	Language string `json:"language"`
	Kit      string `json:"kit" doc:"The id of its kit."`

	Title       string `json:"title,omitzero" doc:"For a page made here: its title; its name if absent."`
	Description string `json:"description,omitzero" doc:"For a page made here: its description in the head."`

	Body []*Node `json:"body"`

	Origin *Origin `json:"source,omitzero" doc:"The file of HTML that the page was read from and is written to."`

	Style string `json:"style,omitzero" doc:"The stylesheet of a page made here, linked last; if absent, the usual one."`

	Designs []design.Design `json:"designs,omitzero" doc:"The finished designs that it is traced from."`

	OwnRules bool `json:"ownRules,omitzero" doc:"Settings the imported kit has no class for become rules of the page."`
}

// A Node is a section, a container, a row, a column or a block of content; on pages that were read from markup
// also any other element. Only containers use Frame, only rows and columns At, only blocks Content, and blocks
// have no children.
type Node struct {
	ID       string    `json:"id" pattern:"^[a-z0-9][a-z0-9-]{0,47}$"`
	Kind     Kind      `json:"kind" enum:"section,container,row,column,block,element"`
	Name     string    `json:"name" minLength:"1" maxLength:"120"`
	Named    bool      `json:"named,omitzero" doc:"Its name was given by the user, not read from the markup."`
	Element  string    `json:"element,omitzero" doc:"Its tag; if absent, section for a section, else div. Not of a block."`
	Anchor   string    `json:"anchor,omitzero" doc:"Its id attribute in the markup."`
	Classes  []string  `json:"classes,omitzero" doc:"The user's own classes, after the kit's."`
	Selector string    `json:"selector,omitzero" doc:"Its selector in mixin-based code; if absent, one is chosen."`
	Note     string    `json:"note,omitzero" doc:"For those who build the page; not in its code."`
	Meant    []string  `json:"meant,omitzero" doc:"The codes of findings that are as they are meant to be."`
	Frame    Frame     `json:"frame,omitzero" doc:"A container's kind: fixed (if absent), fluid, fluid below or capped."`
	At       []Setting `json:"at,omitzero" doc:"What is set on a row or column, by breakpoint from the narrowest."`
	Content  *Content  `json:"content,omitzero" doc:"The content of a block."`
	Children []*Node   `json:"children,omitzero"`

	like *Node // what it was copied from, while an edit is made
}

// Like is the node that it was copied from by the edit that is being made; nil where it was not.
func (n *Node) Like() *Node { return n.like }

// Copied is a copy that tells what it was copied from.
func (n *Node) Copied() *Node {
	c := *n
	c.like = n
	return &c
}

// Columns are the columns of a row. On a page that was read from markup other elements may stand among them.
func (n *Node) Columns() []*Node {
	if !slices.ContainsFunc(n.Children, func(c *Node) bool { return c.Kind != Column }) {
		return n.Children
	}
	return slices.DeleteFunc(slices.Clone(n.Children), func(c *Node) bool { return c.Kind != Column })
}

// IsList reports whether the node is a list, in whose element only items stand.
func (n *Node) IsList() bool { return n != nil && (n.Element == "ul" || n.Element == "ol") }

// TagIn is the node's element where it stands straight in outer, nil for the page:
// a column of a list is its item, whatever it would be elsewhere; unless it names another,
// a section is a section and everything else a div.
func (n *Node) TagIn(outer *Node) string {
	switch {
	case outer.IsList():
		return "li"
	case n.Element != "":
		return n.Element
	case n.Kind == Section:
		return "section"
	}
	return "div"
}

// IsBody reports whether the page's body is its container.
func (p *Page) IsBody() bool { return len(p.Body) == 1 && p.Body[0].Element == "body" }

// kind is the node's kind; empty for nil, which stands for the page.
func (n *Node) kind() Kind {
	if n == nil {
		return ""
	}
	return n.Kind
}

// A Place is where a node stands: in Parent (nil for the page itself), at Index
// among its children, Depth steps below the page.
type Place struct {
	Parent *Node
	Index  int
	Depth  int
}

// HasGrid reports whether a container, a row or a column stands on the page.
func (p *Page) HasGrid() (has bool) {
	p.Walk(func(n *Node, _ Place) {
		has = has || n.Kind == Container || n.Kind == Row || n.Kind == Column
	})
	return has
}

// Walk visits every node, parents before their children.
func (p *Page) Walk(visit func(n *Node, at Place)) {
	var walk func(parent *Node, children []*Node, depth int)
	walk = func(parent *Node, children []*Node, depth int) {
		for i, n := range children {
			visit(n, Place{parent, i, depth})
			walk(n, n.Children, depth+1)
		}
	}
	walk(nil, p.Body, 0)
}

// Find gives the node of that id and its place, or nil.
func (p *Page) Find(id string) (found *Node, place Place) {
	var find func(parent *Node, children []*Node, depth int) bool
	find = func(parent *Node, children []*Node, depth int) bool {
		for i, n := range children {
			if n.ID == id {
				found, place = n, Place{parent, i, depth}
				return true
			}
			if find(n, n.Children, depth+1) {
				return true
			}
		}
		return false
	}
	find(nil, p.Body, 0)
	return found, place
}

// Holds reports whether a node of kind outer may have children of kind inner; the
// empty kind stands for the page. Sections stand around containers, or around one
// another; rows live in a container or a column, only columns are children of a
// row, content lives only in columns, and a container is not inside a column. On a page that was read from markup
// other elements stand in all of these but rows, and hold all but columns.
func Holds(outer, inner Kind) bool {
	switch outer {
	case "", Section:
		return inner == Section || inner == Container || inner == Element
	case Container:
		return inner == Row || inner == Element
	case Row:
		return inner == Column
	case Column:
		return inner == Block || inner == Row || inner == Element
	case Element:
		return inner != Column
	}
	return false
}
