package edit

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
)

// Mark makes elements of a page that was read from markup containers, rows or columns, or none of those any more: the
// classes for it go into the tags that are there.
type Mark struct {
	Nodes    []string  `json:"nodes" minItems:"1" maxItems:"20000"`
	As       page.Kind `json:"as" enum:"container,row,column,element"`
	Children bool      `json:"children,omitzero" doc:"What becomes a row has all elements straight in it as columns."`
}

func (m *Mark) apply(e *editor) error {
	if err := keeperOf(e.page).file("nodes", ": on others what a node is is chosen when it is made"); err != nil {
		return err
	}
	if len(m.Nodes) == 1 && m.Nodes[0] == bodyID {
		return m.body(e)
	}
	as := map[string]page.Kind{}
	first := ""
	for _, id := range m.Nodes {
		n, at, err := e.find("nodes", id)
		if err != nil {
			return err
		}
		if m.As == page.Column && (at.Parent == nil || at.Parent.Kind != page.Row && as[at.Parent.ID] != page.Row) {
			return fault.New("as", n.Name, "an element straight in a row: make what it stands in a row first")
		}
		if m.As == page.Row && at.Parent != nil && (at.Parent.Kind == page.Row || as[at.Parent.ID] == page.Row) {
			return fault.New("as", n.Name, "an element that does not stand straight in a row: those become columns")
		}
		if m.As == page.Element && n.Kind != page.Container && n.Kind != page.Row && n.Kind != page.Column {
			return fault.New("nodes", n.Name, "a container, row or column: others are no part of the grid")
		}
		if first == "" {
			first = n.Name
		}
		as[id] = m.As
		if m.Children && m.As == page.Row {
			for _, k := range n.Children {
				as[k.ID] = page.Column
			}
		}
	}
	stretches := origin.Stretches(e.page, origin.Inner(e.kit))
	var wrong error
	e.page = e.page.Mapped(func(n *page.Node) *page.Node {
		kind, is := as[n.ID]
		if !is || kind == n.Kind {
			return n
		}
		element := stretches[n].Element()
		if element == nil {
			if kind != page.Column || !m.Children {
				wrong = fault.New("nodes", n.Name, "an element: words stand in no tag of their own")
			}
			return n // words straight in what becomes a row stay what they are
		}
		c := *n
		c.Kind, c.Element, c.Content, c.At, c.Frame = kind, element.Tag, nil, nil, page.Frame{}
		return &c
	})
	if wrong != nil {
		return wrong
	}
	e.marked, e.names = as, map[string]string{}
	e.page.Walk(func(n *page.Node, _ page.Place) { e.names[n.ID] = n.Name })
	e.summary = fmt.Sprintf("Make %s a %s", first, m.As)
	if m.As == page.Element {
		e.summary = fmt.Sprintf("Make %s no part of the grid", first)
	} else if len(m.Nodes) > 1 {
		e.summary = fmt.Sprintf("Make %d elements %ss", len(m.Nodes), m.As)
	}
	e.selected = m.Nodes[0]
	return nil
}

// bodyID stands for the page's body among nodes to be marked.
const bodyID = "body"

// body makes the body of the page its container.
func (m *Mark) body(e *editor) error {
	doc := origin.Document(e.page.Origin)
	body := doc.Body()
	if m.As != page.Container || body.Tag != "body" || body.Start.Len() == 0 {
		return fault.New("nodes", m.Nodes[0], "the tag of the body in the file, to become a container")
	}
	other := ""
	e.page.Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Container {
			other = n.Name
		}
	})
	if other != "" {
		return fault.New("nodes", "a body with the container "+other, "a body in which no other container stands")
	}
	word := infer.VocabularyOf(e.kit, e.page).Saying(page.Container, page.Frames, page.Value{Term: page.Fixed}, 0)
	if word == nil {
		return fault.New("as", m.As, "a kit with a class for containers")
	}
	edits := origin.SetAside(doc, body, append(origin.Aside(body), word.Text))
	if e.page.Origin.Mixins == "" {
		edits = []markup.Edit{doc.SetAttr(body, "class", strings.Join(append(body.Classes(), word.Text), " "))}
	}
	set := Source{Stretches: Stretches(doc.Splices(edits)), Summary: "Make the body a container"}
	if err := set.apply(e); err != nil {
		return err
	}
	for _, n := range e.page.Body {
		if n.Kind == page.Container && n.Element == "body" {
			e.selected = n.ID
		}
	}
	return nil
}

// kinds refuses what was marked and is not read as that.
func (e *editor) kinds() error {
	if len(e.marked) == 0 {
		return nil
	}
	var names []string
	is := map[string]*page.Node{}
	e.page.Walk(func(n *page.Node, _ page.Place) { is[n.ID] = n })
	for id, kind := range e.marked {
		if n := is[id]; kind != page.Element && (n == nil || n.Kind != kind) {
			names = append(names, e.names[id])
		}
	}
	slices.Sort(names)
	if len(names) > 0 {
		return fault.New("as", strings.Join(names, ", "),
			"elements of which the classes of %s make that: rows stand in containers or columns, columns straight in "+
				"rows, and containers in neither", e.kit.Name)
	}
	return nil
}
