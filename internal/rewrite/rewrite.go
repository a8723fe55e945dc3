// Package rewrite writes what changed on a page that was read from markup into its file, by the smallest edits.
package rewrite

import (
	"kitrows/internal/analyse"
	"kitrows/internal/code"
	"kitrows/internal/code/markup"
	"kitrows/internal/foreign"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	html "kitrows/internal/markup"
	"kitrows/internal/origin"
	"kitrows/internal/page"
	"kitrows/internal/project"
	"kitrows/internal/say"
	"kitrows/internal/vocab"
)

// A Change is what a page was and shall be: with the kits that it is on. After has the nodes of Before that it keeps, by
// their ids.
type Change struct {
	Before, After       *page.Page
	BeforeKit, AfterKit *kit.Kit
	Project             *project.Project // whose pictures the page shows
}

// Page gives the page as it is with its file changed and read again, and how the file was changed: its nodes are those of
// After. The error says what no class of the kit can say.
func (c *Change) Page() (*page.Page, []html.Splice, error) {
	w := newWriter(c)
	if err := w.refused(); err != nil {
		return nil, nil, err
	}
	splices := w.doc.Splices(w.page())
	o := page.NewOrigin(html.Spliced(w.doc.Bytes, splices), c.After.Origin.Sheets)
	return origin.Adopt(c.After, c.AfterKit, o), splices, nil
}

// writer finds the edits of one change.
type writer struct {
	*Change
	doc       *html.Document
	stretches map[*page.Node]origin.Stretch
	was       map[string]*page.Node     // the nodes before, by their ids
	parents   map[*page.Node]*page.Node // of all nodes; nil for the page
	now       map[string]*page.Node
	before    *markup.Writer // what words nodes had and have, chosen for what is set
	after     *markup.Writer
	old, new  *vocab.Vocabulary
	placed    map[*page.Node]bool // nodes that words of our own kits are chosen for
}

func newWriter(c *Change) *writer {
	inner := ""
	if r := analyse.Of(c.BeforeKit); r != nil {
		inner = r.Inner
	}
	doc := origin.Document(c.Before.Origin)
	w := &writer{Change: c, doc: doc, stretches: origin.Stretches(doc, c.Before, inner), was: map[string]*page.Node{},
		now: map[string]*page.Node{}, parents: map[*page.Node]*page.Node{}, old: analyse.Vocabulary(c.BeforeKit), new: analyse.Vocabulary(c.AfterKit),
		placed: map[*page.Node]bool{}}
	c.Before.Walk(func(n *page.Node, at page.Place) { w.was[n.ID], w.parents[n] = n, at.Parent })
	c.After.Walk(func(n *page.Node, at page.Place) { w.now[n.ID], w.parents[n] = n, at.Parent })
	w.before, w.after = w.words(c.BeforeKit, c.Before), w.words(c.AfterKit, c.After)
	return w
}

// words makes the writer that chooses words for a page.
func (w *writer) words(k *kit.Kit, p *page.Page) *markup.Writer {
	chosen := *p
	chosen.Origin = nil
	if k.Brought == nil {
		chosen.Body = w.grid(p.Body, "")
	}
	l := layout.Of(k, &chosen)
	said := &say.Page{Layout: l}
	if l.Foreign() == nil {
		said = say.Of(l)
	}
	m := markup.NewWriter(said, code.Options{}, markup.Linked(w.Project))
	m.Given, m.Indent = w.given, w.doc.Step()
	return m
}

// grid is the containers, rows and columns among nodes, in an element of that kind, without what stands around and
// between them: words of our own kits are chosen for it.
func (w *writer) grid(nodes []*page.Node, in page.Kind) (all []*page.Node) {
	for _, n := range nodes {
		switch {
		case n.Kind == page.Section || n.Kind == page.Element, n.Kind == page.Container && in != "":
			all = append(all, w.grid(n.Children, in)...)
		case n.Kind == page.Row && in == "":
			all = append(all, &page.Node{ID: "in-" + n.ID, Kind: page.Container, Name: "Container", Children: w.grid([]*page.Node{n}, page.Container)})
		case n.Kind == page.Column && in != page.Row:
			all = append(all, w.grid(n.Children, in)...)
		case n.Kind == page.Block && in == page.Column:
			all = append(all, n)
		case n.Kind != page.Block && (n.Kind != page.Row || in != page.Row):
			c := *n
			c.Children = w.grid(n.Children, n.Kind)
			w.placed[n] = true
			all = append(all, &c)
		}
	}
	return all
}

// refused says what of a change no word of the kit says.
func (w *writer) refused() error {
	plain := *w.After
	plain.Origin = nil
	if w.AfterKit.Brought == nil {
		plain.Body = w.grid(w.After.Body, "")
	}
	return foreign.CheckNodes(w.AfterKit, &plain, w.changed)
}

// from is the node of before that a node is, or is a copy of; nil of a new one.
func (w *writer) from(n *page.Node) *page.Node {
	for ; n != nil; n = n.Like() {
		if was := w.was[n.ID]; was != nil {
			return was
		}
	}
	return nil
}

// changed reports whether something is set on a node otherwise than before.
func (w *writer) changed(id string) bool {
	now := w.now[id]
	was := w.from(now)
	return was == nil || now == nil || was.Kind != now.Kind || was.Frame != now.Frame || !sameSettings(was, now)
}

func sameSettings(a, b *page.Node) bool {
	if len(a.At) != len(b.At) {
		return false
	}
	for i := range a.At {
		if a.At[i] != b.At[i] {
			return false
		}
	}
	return true
}
