package origin

import (
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Decoded is the text of a document with edits made, as UTF-8.
func Decoded(doc *markup.Document, edits []markup.Edit) string {
	return string(markup.Spliced([]byte(doc.Text()), markup.NewText(doc.Text()).Splices(edits)))
}

// Plain is a page that was read from markup as one that is made here, as far as such pages can hold it: its containers,
// rows and columns, without what stands around and between them, and what stands in columns as it is in the file.
// A page that is made here stays as it is.
func Plain(p *page.Page, k *kit.Kit) *page.Page {
	if p.Origin == nil {
		return p
	}
	w := plainer{doc: Document(p.Origin), stretches: Stretches(p, Inner(k)), anchors: map[string]bool{}, k: k}
	c := *p
	c.Origin = nil
	c.File = strings.TrimSuffix(p.File[strings.LastIndexByte(p.File, '/')+1:], ".htm")
	if !strings.HasSuffix(c.File, ".html") || strings.ContainsFunc(c.File, func(r rune) bool {
		return !(r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' || r == '.' || r == '-' ||
			r == '_')
	}) {
		c.File = "index.html"
	}
	c.Body = w.nodes(p.Body, "")
	return &c
}

// Copied are nodes of page p as they are copied, and their markup as the file has it. Those of a page from HTML are as
// Plain has them, elements that are no part of the grid pieces of HTML; a page that is made here has no file.
func Copied(p *page.Page, k *kit.Kit, all []*page.Node) (nodes []*page.Node, text string) {
	if p.Origin == nil {
		return all, ""
	}
	w := plainer{doc: Document(p.Origin), stretches: Stretches(p, Inner(k)), anchors: map[string]bool{}, k: k}
	var texts []string
	for _, n := range all {
		texts = append(texts, w.text(n))
		switch n.Kind {
		case page.Container, page.Row, page.Column:
			n = w.node(n)
		case page.Section:
			c := w.node(n)
			c.Children = w.nodes(n.Children, "")
			n = c
		default:
			n = w.block(n)
		}
		nodes = append(nodes, n)
	}
	return nodes, strings.Join(texts, "\n")
}

type plainer struct {
	k         *kit.Kit
	doc       *markup.Document
	stretches map[*page.Node]Stretch
	anchors   map[string]bool
}

func (w *plainer) nodes(nodes []*page.Node, in page.Kind) (all []*page.Node) {
	for _, n := range nodes {
		switch {
		case n.Kind == page.Container && in == "", n.Kind == page.Row && in == page.Container, n.Kind == page.Row &&
			in == page.Column,
			n.Kind == page.Column && in == page.Row:
			all = append(all, w.node(n))
		case n.Kind == page.Row && in == "":
			all = append(all, &page.Node{ID: "in-" + n.ID, Kind: page.Container, Name: "Container",
				Children: []*page.Node{w.node(n)}})
		case in == page.Column && (n.Kind == page.Block || !grid(n)):
			all = append(all, w.block(n))
		default:
			all = append(all, w.nodes(n.Children, in)...)
		}
	}
	return all
}

// grid reports whether there is a row in a node.
func grid(n *page.Node) bool {
	return n.Kind == page.Row || slices.ContainsFunc(n.Children, grid)
}

func (w *plainer) node(n *page.Node) *page.Node {
	c := *n
	c.Named = false
	c.Children = w.nodes(n.Children, n.Kind)
	if page.CheckElement(c.Kind, c.Element) != nil {
		c.Element = ""
	}
	return w.named(&c)
}

// named leaves out an id and classes that a page made here cannot have.
func (w *plainer) named(n *page.Node) *page.Node {
	if page.CheckAnchor(n.Anchor) != nil || w.anchors[n.Anchor] {
		n.Anchor = ""
	}
	w.anchors[n.Anchor] = true
	if page.CheckClasses(w.k, n.Classes) != nil {
		n.Classes = nil
	}
	return n
}

// block is an element, or words, as the file has them.
func (w *plainer) block(n *page.Node) *page.Node {
	c := w.named(&page.Node{ID: n.ID, Kind: page.Block, Name: n.Name, Content: n.Content, Note: n.Note, Meant: n.Meant,
		Anchor: n.Anchor, Classes: n.Classes, At: n.At})
	if n.Content == nil || n.Content.Type == page.HTML {
		c.Content = &page.Content{Type: page.HTML, Text: w.text(n)} // which has the id and the classes in its tag
		c.Anchor, c.Classes = "", nil
		if len(c.Content.Text) > page.MaxText {
			c.Content = &page.Content{Type: page.Text, Text: n.Name}
		}
	}
	return c
}

// text is what the file has of a node, without the words by which a block is hidden: those are its settings.
func (w *plainer) text(n *page.Node) string {
	s := w.stretches[n]
	m := s.Element()
	if m == nil || n.Kind != page.Block || len(n.At) == 0 {
		return s.Text(w.doc)
	}
	edits := SetAside(w.doc, m, nil)
	switch {
	case len(n.Classes) > 0:
		edits = append(edits, w.doc.SetAttr(m, "class", strings.Join(n.Classes, " ")))
	case m.Attr("class") != nil:
		edits = append(edits, w.doc.DropAttr(m, "class"))
	}
	return s.Text(w.doc, edits...)
}

// Text is the text of a stretch of a file with some edits, its lines as from the beginning of one.
func (s Stretch) Text(doc *markup.Document, edits ...markup.Edit) string {
	text := doc.Excerpt(s.Span(doc), edits)
	if m := s.Element(); m != nil && m.IsOpen() {
		text += "</" + m.Tag + ">"
	}
	return text
}
