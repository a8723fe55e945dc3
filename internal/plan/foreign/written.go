package foreign

import (
	"slices"
	"strconv"
	"strings"
	"sync"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/content"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
)

// A written page is one that was read from markup: its elements are those of its file, with their words.
type written struct {
	stretches map[*page.Node]origin.Stretch
	numbers   map[*markup.Node]int32 // of the elements and texts of blocks, those of their nodes

	drawn, read func() // what of it is worked out when it is first asked for

	left   []*budget.SpentError // stylesheets that are too much
	leaves []LeafNode
	grid   map[*markup.Node]bool   // elements in which containers, rows or columns stand
	own    map[*markup.Node]int32  // the elements of nodes, by their numbers
	inners map[*markup.Node]string // the digests of what stands in elements

	once   sync.Once
	digest uint64 // of all of the page
}

// held is what the page knows of an element.
type held struct {
	node    int32        // its number; -1 where it is of none
	element *markup.Node // of a page from markup
	words   *words       // of an element that holds words alone
	piece   *piece       // of one whose content is measured as a whole
	leaf    uint64       // the digest of what the size of those depends on
	lines   uint64       // of another, in which lines may stand: the same of them
	picture uint64       // of one that shows a picture: the digest of which
	run     *content.Run // of a page that is made here: the blocks that the element stands for
	between []loose
}

// heldBy is what the page knows of an element.
func heldBy(e *css.Element) *held {
	if h, is := e.Own.(*held); is {
		return h
	}
	return &nothingHeld
}

// nothingHeld is of elements that are none of the page's nodes, and have no words.
var nothingHeld = held{node: -1}

// hold makes room for what the page knows of an element.
func hold(e *css.Element) *held {
	h, is := e.Own.(*held)
	if !is {
		h = &held{node: -1}
		e.Own = h
	}
	return h
}

// loose is words that stand among elements: before the kid of that number.
type loose struct {
	before int
	text   *words
	node   int32
	leaf   uint64 // as of an element
}

// ofOrigin makes a page that was read from markup. Who asks for the same page again, as for an explanation after a
// plan, has what was worked out for it.
func ofOrigin(k *kit.Kit, p *page.Page) *Page {
	if f, is := origin.Remembered(p, k).(*Page); is {
		return f
	}
	f := &Page{kit: k, page: p, reading: infer.Of(k), words: map[*page.Node][]*vocab.Word{}}
	f.written = &written{stretches: origin.Stretches(p, f.Inner()), inners: map[*markup.Node]string{}}
	p.Walk(func(n *page.Node, _ page.Place) { f.nodes = append(f.nodes, n) })
	f.written.drawn = sync.OnceFunc(f.draw)
	f.written.read = sync.OnceFunc(f.read)
	origin.Remember(p, k, f)
	return f
}

// read finds the words of the page's nodes in its file.
func (f *Page) read() {
	v := infer.VocabularyOf(f.kit, f.page)
	known := map[page.Kind]map[string]*vocab.Word{page.Container: {}, page.Row: {}, page.Column: {},
		page.Block: {}}
	for _, n := range f.nodes {
		m := f.written.stretches[n].Element()
		if m == nil || known[n.Kind] == nil {
			continue
		}
		for _, text := range origin.Said(m) {
			word, seen := known[n.Kind][text]
			if !seen {
				word = v.Word(n.Kind, text)
				known[n.Kind][text] = word
			}
			if word != nil {
				f.words[n] = append(f.words[n], word)
			}
		}
	}
}

// draw makes the elements of the page as its file has them, and the cascade of the stylesheets that hold for it.
func (f *Page) draw() {
	doc, w := origin.Document(f.page.Origin), f.written
	w.numbers = map[*markup.Node]int32{}
	sheets, _ := origin.Sheets(doc, Files(f.kit, f.page))
	f.cascade, w.left = origin.Cascade(f.page.Origin, sheets)
	w.grid, w.own = map[*markup.Node]bool{}, map[*markup.Node]int32{}
	for number, n := range f.nodes {
		for _, m := range w.stretches[n].Nodes {
			w.numbers[m] = int32(number)
		}
		m := w.stretches[n].Element()
		if m == nil {
			continue
		}
		w.own[m] = int32(number)
		if n.Kind == page.Container || n.Kind == page.Row || n.Kind == page.Column {
			for up := m.Parent; up != nil && !w.grid[up]; up = up.Parent {
				w.grid[up] = true
			}
		}
	}
	f.html = &css.Element{Type: "html"}
	var style []string
	for _, s := range sheets {
		style = append(style, s.Text)
	}
	above := digest(0, style...)
	if doc.Part {
		w.fill(f, f.html.Add(&css.Element{Type: "body", Space: true}), doc.Root, above)
		f.cascade.Tag(f.html)
		return
	}
	w.dress(f.cascade, f.html, doc.Root)
	w.fill(f, f.html, doc.Root, above)
	f.cascade.Tag(f.html)
}

// Files are all stylesheets that a page that was read from markup may link: its kit's, then its own.
func Files(k *kit.Kit, p *page.Page) (all []kit.File) {
	return append(append(all, k.Files()...), p.Origin.Sheets...)
}

// dress gives an element the attributes of a tag that selectors ask for, and those that have a meaning without.
func (w *written) dress(c *css.Cascade, e *css.Element, n *markup.Node) {
	e.Own = &held{node: -1, element: n}
	e.Classes = n.Classes()
	for _, a := range n.Attrs {
		if a.Doubled {
			continue
		}
		switch a.Name {
		case "class":
			continue
		case "style", "hidden", "open", "align", "dir":
		case "type":
			if n.Tag != "input" && !c.AsksFor(a.Name, a.Value) {
				continue
			}
		default:
			if !c.AsksFor(a.Name, a.Value) {
				continue
			}
		}
		e.Attributes = append(e.Attributes, css.Attr{Name: a.Name, Value: a.Value})
	}
}

// fill puts what stands in an element of the file into one of the page.
func (w *written) fill(f *Page, to *css.Element, of *markup.Node, above uint64) {
	space := false
	for _, k := range of.Children {
		if k.IsText() {
			if strings.TrimSpace(k.Text) == "" {
				space = true
				continue
			}
			node := int32(-1)
			if number, is := w.numbers[k]; is {
				node = number
			}
			h := hold(to)
			h.between = append(h.between, loose{len(to.Children), wordsOf(k.Text), node,
				w.keep(k, digest(above, strconv.Itoa(len(to.Children)), k.Text), false)})
			space = strings.TrimRight(k.Text, " \t\r\n\f") != k.Text
			continue
		}
		e := to.Add(&css.Element{Type: k.Tag, Space: space})
		space = false
		w.dress(f.cascade, e, k)
		if number, is := w.numbers[k]; is {
			hold(e).node = number
		}
		if k.Tag == "template" || k.Tag == "head" || k.Tag == "svg" {
			continue
		}
		in := inside(above, k)
		if k.Tag == "img" {
			hold(e).picture = w.keep(k, in, false)
		}
		whole := w.whole(f, k)
		if text, is := w.wordy(f, k); is {
			h := hold(e)
			h.words, h.leaf = wordsOf(text), w.keep(k, digest(in, w.inner(k)), whole)
			h.piece = &piece{digest: h.leaf, nodes: w.nodesIn(k), whole: whole}
			continue
		}
		if whole || lined(k) {
			h := hold(e)
			if h.lines = w.keep(k, digest(in, w.inner(k)), whole); whole {
				h.piece = &piece{digest: h.lines, nodes: w.nodesIn(k), whole: true}
			}
		}
		w.fill(f, e, k, in)
	}
}

// lined reports whether lines may stand in an element: there are words in it, or what stands in lines unless a
// stylesheet says otherwise.
func lined(n *markup.Node) bool {
	return slices.ContainsFunc(n.Children, func(k *markup.Node) bool {
		_, shown := sizes[k.Tag]
		return k.IsText() && strings.TrimSpace(k.Text) != "" || plain[k.Tag] || shown || k.Tag == "button" ||
			k.Tag == "picture"
	})
}

// whole reports whether the content of an element is measured as a whole: that of a column in which nothing of the grid
// stands.
func (w *written) whole(f *Page, n *markup.Node) bool {
	number, is := w.own[n]
	return is && f.nodes[number].Kind == page.Column && !w.grid[n] && len(n.Children) > 0
}

// nodesIn are the numbers of the nodes whose elements stand in an element, in the order of the file.
func (w *written) nodesIn(n *markup.Node) (all []int32) {
	for _, k := range n.Children {
		if number, is := w.own[k]; is {
			all = append(all, number)
		}
		all = append(all, w.nodesIn(k)...)
	}
	return all
}

// keep keeps that words are to be measured, and gives the digest of what they depend on.
func (w *written) keep(n *markup.Node, digest uint64, whole bool) uint64 {
	w.leaves = append(w.leaves, LeafNode{n, digest, whole})
	return digest
}

// inner is the digest of all that stands in an element, with the elements among its words. Those in one another are
// asked for one after the other: of each it is kept.
func (w *written) inner(n *markup.Node) string {
	if known, is := w.inners[n]; is {
		return known
	}
	var all uint64
	for _, k := range n.Children {
		if k.IsText() {
			all = digest(all, k.Text)
			continue
		}
		all = digest(inside(all, k), w.inner(k))
	}
	w.inners[n] = strconv.FormatUint(all, 36)
	return w.inners[n]
}

// plain are the elements that do not stand apart from the words in them.
var plain = map[string]bool{"a": true, "abbr": true, "b": true, "bdi": true, "bdo": true, "br": true, "cite": true,
	"code": true, "data": true,
	"del": true, "dfn": true, "em": true, "font": true, "i": true, "ins": true, "kbd": true, "label": true,
	"mark": true, "q": true, "s": true,
	"samp": true, "small": true, "span": true, "strike": true, "strong": true, "sub": true, "sup": true, "time": true,
	"tt": true, "u": true,
	"var": true, "wbr": true, "big": true}

// wordy reports whether an element holds words, and elements that do not stand apart from them, and nothing else; and
// gives the words.
func (w *written) wordy(f *Page, n *markup.Node) (text string, is bool) {
	var b strings.Builder
	var visit func(n *markup.Node) bool
	visit = func(n *markup.Node) bool {
		for _, k := range n.Children {
			number, block := w.numbers[k]
			switch {
			case k.IsText():
				b.WriteString(k.Text)
			case k.Tag == "br":
				b.WriteString(lineEnd)
			case !plain[k.Tag] || block && f.nodes[number].Kind != page.Block || k.Attr("style") != nil || !visit(k):
				return false
			}
		}
		return true
	}
	if !visit(n) || strings.TrimSpace(b.String()) == "" {
		return "", false
	}
	return b.String(), true
}

// leaf is what an element holds that is no elements: words, or what is shown in its place.
func (f filling) own(e *css.Element, s *flow.Style) *flow.Leaf {
	h := heldBy(e)
	switch {
	case h.words != nil:
		return h.words.estimated(s)
	case h.element == nil:
		return nil
	}
	return replaced(h.element, s, f.book.Natural(h.picture, f.at))
}

// Attribute is what an attribute of a node's element holds in the file that the page was read from; empty of pages that
// were not.
func (f *Page) Attribute(n *page.Node, name string) string {
	if f == nil || f.written == nil || name == "" {
		return ""
	}
	if m := f.written.stretches[n].Element(); m != nil && m.Attr(name) != nil {
		return m.Attr(name).Value
	}
	return ""
}

// Cascade is that of all stylesheets that hold for the page.
func (f *Page) Cascade() *css.Cascade {
	if f == nil {
		return &css.Cascade{}
	}
	if f.written != nil {
		f.written.drawn()
	}
	return f.cascade
}

// Known are the classes of the kit as far as they can be listed: those of a stylesheet that was brought in, or those
// that the page's stylesheets and elements have of a kit of ours.
func (f *Page) Known() (all []string) {
	if f.reading != nil {
		for _, w := range f.reading.Words.Words {
			all = append(all, w.Text)
		}
		return all
	}
	v := vocab.Own(f.kit)
	for _, name := range f.Cascade().Classes() {
		for _, kind := range []page.Kind{page.Container, page.Row, page.Column} {
			if v.Word(kind, name) != nil {
				all = append(all, name)
				break
			}
		}
	}
	return all
}
