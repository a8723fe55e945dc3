// Package foreign is pages on kits that were brought in: the words that their nodes have, the elements
// that are written, and their boxes by the stylesheet itself.
package foreign

import (
	"sync"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/content"
	"kitrows/internal/read/infer"
)

// A Page is a page in the words of the stylesheet of its kit.
type Page struct {
	kit     *kit.Kit
	page    *page.Page
	reading *infer.Reading
	words   map[*page.Node][]*vocab.Word
	missing map[*page.Node][]vocab.Missing
	cascade *css.Cascade // of the stylesheet, with the page's own rules
	html    *css.Element
	nodes   []*page.Node // by the numbers of their elements
	heavy   heavy
	noted   noted // what the plan does not work out
	keeping sync.Mutex
	laidOut []laidOut
	trees   map[*flow.Styler]*flow.Box // the page's boxes, by who gave them their styles
	written *written                   // of a page that was read from markup
	book    *content.Book              // what was measured of its content; nil where it is held or estimated
	seen    int                        // the version of the book that the boxes are by
	runs    map[*page.Node]*content.Run
	first   map[*content.Run]int // of a run: the number of its first block
}

// Measured plans the page by what was measured of its content, and by runs of blocks, by the block that each begins
// with, of a page that is made here.
func (f *Page) Measured(book *content.Book, runs map[*page.Node]*content.Run) {
	if f == nil {
		return
	}
	f.keeping.Lock()
	defer f.keeping.Unlock()
	f.book = book
	if f.written == nil && runs != nil {
		f.runs, f.first = runs, map[*content.Run]int{}
		f.nodes, f.laidOut, f.trees = nil, nil, nil
		f.elements()
	}
}

// fresh drops boxes that were laid out before what the book says now.
func (f *Page) fresh() {
	if version := f.book.Version(); version != f.seen {
		f.seen, f.laidOut, f.trees = version, nil, nil
		f.noted.forget()
	}
}

// Of chooses the words of page p on kit k, or reads those of one that was read from markup; nil where the kit is none
// that was brought in and the page was not.
func Of(k *kit.Kit, p *page.Page) *Page {
	if p.Origin != nil {
		return ofOrigin(k, p)
	}
	r := infer.Of(k)
	if r == nil {
		return nil
	}
	f := &Page{kit: k, page: p, reading: r, words: map[*page.Node][]*vocab.Word{},
		missing: map[*page.Node][]vocab.Missing{},
		cascade: r.Cascade}
	c := chooser{Page: f, v: infer.VocabularyOf(k, p), divided: map[*page.Node]bool{},
		begins: map[beginsAt]map[*page.Node]page.Asked{}}
	for i := range k.Breakpoints {
		c.columns[i] = k.ColumnsAt(i)
	}
	c.nodes(p.Body, nil, nil)
	if own := f.OwnRules(); len(own.Blocks) > 0 {
		f.cascade = f.cascade.With(css.Source{Name: "page", Text: own.String()})
	}
	f.elements()
	return f
}

// Words are those that a container, row or column has, and Missing what of its settings no word says.
func (f *Page) Words(n *page.Node) (words []*vocab.Word, missing []vocab.Missing) {
	return f.wordsOf(n), f.missing[n]
}

// wordsOf are the words of a node.
func (f *Page) wordsOf(n *page.Node) []*vocab.Word {
	if f.written != nil {
		f.written.read()
	}
	return f.words[n]
}

// Says reports whether a column has a value of a field at breakpoint i by some word, or without any. It does where the
// plan is not by a stylesheet.
func (f *Page) Says(field page.Field, value page.Value, i int) bool {
	if f == nil {
		return true
	}
	v := infer.VocabularyOf(f.kit, f.page)
	return v.Start(page.Column, field, i) == value || v.Saying(page.Column, field, value, i) != nil
}

// Inner is the word of the element inside each column; empty where there is none.
func (f *Page) Inner() string {
	if f == nil || f.reading == nil {
		return ""
	}
	return f.reading.Inner
}

// Joined reports whether no white space may stand between columns in the markup: they are inline
// blocks in rows whose font is not set to 0.
func (f *Page) Joined() bool { return f.reading != nil && f.reading.Joined }
