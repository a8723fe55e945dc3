// Package origin reads pages from the files of HTML that they come from: what their elements are by the words of a
// kit, and which stylesheets hold for them.
package origin

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"sync"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// known is what is worked out of the file of a page once.
type known struct {
	*markup.Document
	once      sync.Once
	of        *page.Page
	stretches map[*page.Node]Stretch
	cascades  *cascades
	asides    sync.Once
	without   []markup.Splice
}

// Document is the file of a page as a tree.
func Document(o *page.Origin) *markup.Document { return knownOf(o).Document }

// Encoding is the name of the encoding of a page's file, in which the stylesheets that it links are read unless they
// say theirs; empty of a page that is made here.
func Encoding(o *page.Origin) string {
	if o == nil {
		return ""
	}
	return Document(o).Encoding
}

// Parse reads the file of a page as a tree, unless it is read already. The error is that of ctx, which ended before.
func Parse(ctx context.Context, o *page.Origin) error {
	_, err := parsed(ctx, o)
	return err
}

// Unread is why a file is not read: it takes more than may be spent on it. Nil of one that is.
func Unread(o *page.Origin) error {
	for _, f := range Document(o).Faults {
		if f.Kind == markup.TooMuch {
			return fault.New("file", f.Text, "a file that is read in %v and %d MB", budget.Time, budget.Memory>>20)
		}
	}
	return nil
}

func parsed(ctx context.Context, o *page.Origin) (*known, error) {
	if o == nil { // of a page that is made here: a file without anything in it
		doc, err := markup.Parse(ctx, nil)
		return &known{Document: doc, cascades: &cascades{from: &pool{}}}, err
	}
	k, err := o.Made(func() (any, error) {
		doc, err := markup.Parse(ctx, o.Bytes())
		return &known{Document: doc, cascades: &cascades{from: &pool{}}}, err
	})
	if err != nil {
		return nil, err
	}
	return k.(*known), nil
}

func knownOf(o *page.Origin) *known {
	k, _ := parsed(context.Background(), o) // which does not end
	return k
}

// keep makes what is known of a file that of the one it was made of: the document is given.
func keep(o *page.Origin, doc *markup.Document, from *page.Origin) {
	shared := knownOf(from).cascades
	_, _ = o.Made(func() (any, error) { return &known{Document: doc, cascades: shared}, nil })
}

// A Page is what a file of HTML holds, as nodes in the words of a kit.
type Page struct {
	Body   []*page.Node
	Places []int // of the nodes, in their order
}

// Was gives the node that a page had where one is read again; nil where there was none.
type Was func(place int) *page.Node

// Read reads a file as a page on kit k, whose words are v. Elements with the kit's words are containers, rows and
// columns, and have the settings that the words say; elements around and between them are kept as what they are; all
// else is blocks. What stands deeper than a page goes is one block, and what is more than a page holds has no node.
func Read(doc *markup.Document, k *kit.Kit, v *vocab.Vocabulary, inner string, was Was) *Page {
	r := reader{doc: doc, words: newWords(k, v), inner: inner, kinds: map[*markup.Node]page.Kind{},
		around: map[*markup.Node]bool{}}
	doc.Root.Walk(func(n *markup.Node) { r.count++ })
	r.look(doc.Root, "", false)
	items := r.nodes(doc.Root, 0)
	p := &Page{}
	t := taker{Page: p, was: map[*page.Node]*page.Node{}, taken: map[string]bool{}, counts: map[page.Kind]int{}}
	if was != nil {
		t.find(items, was)
	}
	p.Body = t.take(items)
	return p
}

// reader reads one file.
type reader struct {
	doc    *markup.Document
	words  *words
	inner  string // the class of the element inside each column
	kinds  map[*markup.Node]page.Kind
	around map[*markup.Node]bool // elements that hold containers, rows or columns
	count  int
	made   int // nodes so far
}

// Most is how many nodes are made of one file.
const Most = page.MaxNodes - 2

// item is a node that was read and is yet without an id.
type item struct {
	*page.Node
	of       *markup.Node // the element that gives it its name; nil of a block
	place    int
	children []item
}

// look finds out what elements are, in an element of that kind and, where held, in a container, row or column; and
// reports whether any is of the grid. Columns that do not stand straight in a row are none, nor are containers in
// containers, rows or columns, nor rows straight in rows.
func (r *reader) look(n *markup.Node, in page.Kind, held bool) (some bool) {
	for _, k := range n.Children {
		if k.IsText() || idle[k.Tag] {
			continue
		}
		kind := r.words.kind(k, in, held)
		if k.Start.Len() == 0 {
			kind = ""
		}
		if kind != "" {
			r.kinds[k] = kind
			some = true
		}
		inside := kind
		if kind == "" && in == page.Column && r.inner != "" && slices.Contains(k.Classes(), r.inner) {
			inside = in
		}
		if r.look(k, inside, held || kind != "") {
			some = true
		}
	}
	r.around[n] = some
	return some
}

// idle are elements that make no box, or whose content is none of the page's.
var idle = set("head script style template noscript title link meta base source track param datalist area")

// grouping are elements that hold others rather than words.
var grouping = set("body div header nav main aside section article footer figure ul ol li form fieldset details " +
	"dl dd search hgroup " + "blockquote menu address center dialog")

// phrasing are elements that stand in lines with words.
var phrasing = set("a abbr acronym b bdi bdo big br button cite code data del dfn em font i img input ins kbd " +
	"label map mark meter " +
	"noscript output picture progress q ruby s samp select small span strike strong sub sup svg textarea time tt u " +
	"var video wbr audio " +
	"canvas embed iframe object math script style template link meta")

// loose reports whether an element stands in lines with words, with all that is in it.
func (r *reader) loose(n *markup.Node) bool {
	if n.IsText() {
		return true
	}
	return phrasing[n.Tag] && r.kinds[n] == "" && !r.around[n]
}

// nodes reads what stands in an element, so many steps below the page.
func (r *reader) nodes(in *markup.Node, depth int) (all []item) {
	var run []*markup.Node
	flush := func() {
		if i, is := r.run(in, run); is {
			all = append(all, i)
		}
		run = nil
	}
	for _, k := range standing(in, func(n *markup.Node) bool { return r.kinds[n] != "" }) {
		if r.made >= Most { // the rest is kept and laid out, and has no node
			break
		}
		if r.loose(k) {
			run = append(run, k)
			continue
		}
		flush()
		if r.kinds[in] == page.Row && r.words.clears(k) {
			continue
		}
		all = append(all, r.node(k, depth))
	}
	flush()
	return all
}

// run makes a block of what stands in lines, if it is anything.
func (r *reader) run(in *markup.Node, run []*markup.Node) (i item, is bool) {
	from := slices.IndexFunc(run, func(n *markup.Node) bool { return !n.IsText() || !blank(n.Text) })
	if from < 0 {
		return i, false
	}
	r.made++
	var words strings.Builder
	for _, n := range run[from:] {
		words.WriteString(textOf(n))
	}
	text := words.String()
	place := run[from].Start.From
	if run[from].Start.Len() == 0 { // a text whose place is not known: after what is before it
		place = in.Start.To
		if from > 0 {
			place = r.doc.Outer(run[from-1]).To
		}
	}
	c := &page.Content{Type: page.HTML}
	loose := slices.ContainsFunc(run[from:], func(n *markup.Node) bool { return n.IsText() && !blank(n.Text) })
	if words, is := proseOf(run[from:]); is && loose && len(words) <= page.MaxText {
		c = &page.Content{Type: page.Text, Text: words}
	}
	i = item{Node: &page.Node{Kind: page.Block, Name: nameOf(text, "Text"), Content: c}, place: place}
	if all := run[from:]; !all[0].IsText() && !slices.ContainsFunc(all[1:],
		func(n *markup.Node) bool { return !n.IsText() || !blank(n.Text) }) {
		r.element(i.Node, all[0])
	}
	return i, true
}

// element gives a block what the tag of its element says.
func (r *reader) element(to *page.Node, n *markup.Node) {
	to.Anchor = valueOf(n, "id")
	r.words.settle(to, n)
}

// node reads an element that stands by itself.
func (r *reader) node(n *markup.Node, depth int) item {
	r.made++
	kind := r.kinds[n]
	switch {
	case depth >= page.MaxDepth:
		kind = page.Block
	case kind != "":
	case r.around[n] || r.groups(n):
		kind = page.Element
	default:
		kind = page.Block
	}
	i := item{place: n.Start.From}
	if kind == page.Block {
		name := nameOf(textOf(n), nameOf(shownIn(n), nameOf(n.Tag, "Element")))
		i.Node = &page.Node{Kind: kind, Name: name, Content: content(n)}
		r.element(i.Node, n)
		return i
	}
	i.Node = &page.Node{Kind: kind, Element: n.Tag}
	inside := n
	if kind == page.Column {
		inside = Inside(n, r.inner)
	}
	i.children = r.nodes(inside, depth+1)
	if a := n.Attr("id"); a != nil {
		i.Anchor = a.Value
	}
	if kind == page.Element && section(n.Tag, i.children) {
		i.Kind = page.Section
	}
	r.words.settle(i.Node, n)
	for _, kid := range i.children {
		if kind == page.Row && begins(kid.Node) {
			kid.At = r.words.begun(i.Node, kid.Node)
		}
	}
	i.of = n
	return i
}

// groups reports whether an element holds others that one may want to lay out.
func (r *reader) groups(n *markup.Node) bool {
	if r.count > page.MaxNodes/2 || !grouping[n.Tag] {
		return false
	}
	return slices.ContainsFunc(n.Children, func(k *markup.Node) bool {
		if n.Tag == "ul" || n.Tag == "ol" { // of words alone it is a list
			return !r.loose(k) && slices.ContainsFunc(k.Children, func(k *markup.Node) bool { return !r.loose(k) })
		}
		return !r.loose(k)
	})
}

// section reports whether an element is one around containers and nothing else.
func section(tag string, children []item) bool {
	return len(children) > 0 && slices.Contains(page.Elements(page.Section), tag) &&
		!slices.ContainsFunc(children, func(k item) bool { return k.Kind != page.Container && k.Kind != page.Section })
}

// taker puts what was read on the page.
type taker struct {
	*Page
	was    map[*page.Node]*page.Node // what nodes were before
	taken  map[string]bool           // ids
	counts map[page.Kind]int
}

// find finds out what nodes were before.
func (t *taker) find(items []item, was Was) {
	for _, i := range items {
		if n := was(i.place); n != nil && !t.taken[n.ID] { // whatever it has become: it is the same element of the file
			t.was[i.Node], t.taken[n.ID] = n, true
		}
		t.find(i.children, was)
	}
}

func (t *taker) take(items []item) (nodes []*page.Node) {
	columns := 0
	for _, i := range items {
		if i.Kind == page.Column {
			columns++
		}
		if was := t.was[i.Node]; was != nil {
			restore(i.Node, was)
		} else {
			i.ID = t.id(i.Kind)
		}
		t.Places = append(t.Places, i.place)
		i.Children = t.take(i.children)
		if i.of != nil && !i.Named {
			i.Name = name(i.of, i.Node, columns)
		}
		nodes = append(nodes, i.Node)
	}
	return nodes
}

// id is a new one.
func (t *taker) id(kind page.Kind) string {
	for {
		t.counts[kind]++
		if id := fmt.Sprintf("%s-%d", kind, t.counts[kind]); !t.taken[id] {
			t.taken[id] = true
			return id
		}
	}
}
