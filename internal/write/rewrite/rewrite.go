// Package rewrite writes what changed on a page that was read from markup into its file, by the smallest edits.
package rewrite

import (
	"slices"

	html "kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/say"
)

// A Change is what a page was and shall be: with the kits that it is on. After has the nodes of Before that it keeps,
// by their ids.
type Change struct {
	Before, After       *page.Page
	BeforeKit, AfterKit *kit.Kit
	Project             *project.Project // whose pictures the page shows
}

// Page gives the page as it is with its file changed and read again, and how the file was changed: its nodes are those
// of After. The error says what no class of the kit can say.
func (c *Change) Page() (*page.Page, []html.Splice, error) {
	w := newWriter(c)
	if err := w.refused(); err != nil {
		return nil, nil, err
	}
	edits := w.page()
	splices := w.doc.Splices(edits)
	if p := w.retagged(edits, splices); p != nil {
		return p, splices, nil
	}
	o := c.After.Origin.With(html.Spliced(w.doc.Bytes, splices))
	return origin.Adopt(c.After, c.AfterKit, o, origin.Kept(c.Before, o, splices)), splices, nil
}

// retagged gives the page where no more than attributes changed, which leaves the tree as it is; else nil.
func (w *writer) retagged(edits []html.Edit, splices []html.Splice) *page.Page {
	if w.BeforeKit != w.AfterKit || w.moved {
		return nil
	}
	w.After.Walk(func(n *page.Node, _ page.Place) {
		if was := w.from(n); was != n {
			w.moved = w.moved || was == nil || was.Kind != n.Kind
			w.tags[w.stretches[was].Element()] = true
		}
	})
	if w.moved {
		return nil // what an element is that is no part of the grid, its content tells
	}
	doc, changed := w.doc.Retagged(edits, w.tags)
	if doc == nil {
		return nil
	}
	return origin.Retagged(w.After, w.AfterKit, doc, changed, splices)
}

// writer finds the edits of one change.
type writer struct {
	*Change
	doc       *html.Document
	stretches map[*page.Node]origin.Stretch
	was       map[string]was            // the nodes before, by their ids
	in        map[*page.Node]*page.Node // what nodes that may change stand in now; nil for the page
	now       map[string]*page.Node     // nodes that words are chosen for, by their ids
	// the outermost rows in which something is another node than before, by their ids
	rows     map[string]bool
	before   *chosen // the words that are chosen for what is set, before
	after    *chosen // and now
	old, new *vocab.Vocabulary
	tags     map[*html.Node]bool // elements that have other attributes
	moved    bool                // more than attributes changes
}

// was is a node before, and what it stood in; nil for the page.
type was struct {
	*page.Node
	in *page.Node
}

func newWriter(c *Change) *writer {
	doc := origin.Document(c.Before.Origin)
	w := &writer{Change: c, doc: doc, stretches: origin.Stretches(c.Before, origin.Inner(c.BeforeKit)),
		was: make(map[string]was, len(c.Before.Origin.Places)),
		now: map[string]*page.Node{}, in: map[*page.Node]*page.Node{}, rows: map[string]bool{},
		tags: map[*html.Node]bool{},
		old:  infer.VocabularyOf(c.BeforeKit, c.Before), new: infer.VocabularyOf(c.AfterKit, c.After)}
	c.Before.Walk(func(n *page.Node, at page.Place) { w.was[n.ID] = was{n, at.Parent} })
	w.touched(c.After.Body, nil)
	w.before, w.after = w.words(c.BeforeKit, c.Before), w.words(c.AfterKit, c.After)
	return w
}

// touched finds the outermost rows whose words may change: those in which something is another node than before, or
// that stand elsewhere. Where the kit is another, they all may.
func (w *writer) touched(nodes []*page.Node, in *page.Node) {
	for _, n := range nodes {
		was := w.from(n)
		if was == n && same(w.was[n.ID].in, in) && w.BeforeKit == w.AfterKit {
			continue
		}
		w.in[n] = in
		if n.Kind != page.Row {
			w.touched(n.Children, n)
			continue
		}
		w.rows[n.ID] = true
		w.within(n)
		if was != nil && !w.rows[was.ID] {
			w.rows[was.ID] = true
			if stays, at := w.After.Find(was.ID); stays != nil { // it is a copy of that one
				w.in[stays] = at.Parent
				w.within(stays)
			}
		}
	}
}

// within finds what all that stands in a row stands in.
func (w *writer) within(row *page.Node) {
	(&page.Page{Body: row.Children}).Walk(func(k *page.Node, at page.Place) {
		if w.in[k] = at.Parent; at.Parent == nil {
			w.in[k] = row
		}
	})
}

// chosen is the words that are chosen for rows of a page that are touched.
type chosen struct {
	*markup.Writer
	*layout.Layout
	w      *writer
	placed map[*page.Node]*page.Node // of nodes that words are chosen for, what stands for them there
}

// words chooses words for the rows of a page that are touched.
func (w *writer) words(k *kit.Kit, p *page.Page) *chosen {
	c := &chosen{w: w, placed: map[*page.Node]*page.Node{}}
	w.now = map[string]*page.Node{}
	part := *p
	part.Origin, part.Body = nil, c.grid(p.Body, nil)
	c.Layout = layout.Of(k, &part)
	said := &say.Page{Layout: c.Layout}
	if c.Foreign() == nil {
		said = say.Of(c.Layout)
	}
	c.Writer = markup.NewWriter(said, code.Options{}, markup.Linked(w.Project))
	c.Given, c.Chosen, c.Indent = w.given, func(n *page.Node) *page.Node { return c.placed[n] }, ""
	if w.After.Origin.Mixins != "" {
		c.Aside = origin.InAside
	}
	return c
}

// of are the words that are chosen for a node that stands in outer.
func (c *chosen) of(n, outer *page.Node) []string {
	if n.Kind != page.Block && c.placed[n] == nil { // it is not touched, or stands where no words are chosen
		return nil
	}
	return c.Words(n, outer)
}

// grid is the containers, rows and columns among nodes without what stands around and between them, for words to be
// chosen for: rows that stand in no other only where they are touched, each in its container or, where it has none, in
// one of its own.
func (c *chosen) grid(nodes []*page.Node, in *page.Node) (all []*page.Node) {
	put := func(n *page.Node) *page.Node {
		copied := *n
		copied.Children = c.grid(n.Children, &copied)
		c.placed[n], c.w.now[n.ID] = &copied, n
		return &copied
	}
	for _, n := range nodes {
		switch {
		case n.Kind == page.Container && in == nil, n.Kind == page.Column && in != nil && in.Kind == page.Row:
			all = append(all, put(n))
		case n.Kind == page.Row && in == nil:
			if c.w.rows[n.ID] {
				all = append(all, &page.Node{ID: "in-" + n.ID, Kind: page.Container, Name: "Container",
					Children: []*page.Node{put(n)}})
			}
		case n.Kind == page.Row && in.Kind == page.Container:
			if c.w.rows[n.ID] {
				all = append(all, put(n))
			}
		case n.Kind == page.Row && in.Kind == page.Column:
			all = append(all, put(n))
		case n.Kind == page.Block:
			if in != nil && in.Kind == page.Column {
				all = append(all, n)
			}
		default:
			all = append(all, c.grid(n.Children, in)...)
		}
	}
	return all
}

// refused says what of a change no word of the kit says.
func (w *writer) refused() error {
	if err := w.unhidden(); err != nil {
		return err
	}
	if f := w.after.Foreign(); f != nil {
		return f.Check(w.changed)
	}
	return vocab.Check(w.AfterKit, w.after.Layout.Page())
}

// unhidden refuses blocks that are to be hidden where no class does that, or that have no tag for one.
func (w *writer) unhidden() error {
	for n := range w.in {
		was := w.from(n)
		if n.Kind != page.Block {
			continue
		}
		said := was == nil || !sameSettings(was, n)
		if was != nil && w.stretches[was].Element() == nil &&
			(said || was.Anchor != n.Anchor || !slices.Equal(was.Classes, n.Classes)) {
			return fault.New("node", n.Name, "an element: words stand in no tag of their own")
		}
		if !said || len(n.At) == 0 {
			continue
		}
		if _, missing := markup.Hiding(w.new, w.AfterKit, n); len(missing) > 0 {
			return fault.Under(n.ID, fault.New("shown", missing[0].Field.Words(missing[0].Value),
				"what %s has a class for at %s", w.AfterKit.Name, w.AfterKit.Breakpoints[missing[0].Breakpoint].Name))
		}
	}
	return nil
}

// from is the node of before that a node is, or is a copy of; nil of a new one.
func (w *writer) from(n *page.Node) *page.Node {
	for ; n != nil; n = n.Like() {
		if was, is := w.was[n.ID]; is {
			return was.Node
		}
	}
	return nil
}

// same reports whether two nodes, nil for the page, are one.
func same(a, b *page.Node) bool { return a == nil && b == nil || a != nil && b != nil && a.ID == b.ID }

// changed reports whether something is set on a node, by its id, otherwise than before.
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
