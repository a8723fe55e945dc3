package rewrite

import (
	"errors"
	"slices"
	"strings"

	html "kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/say"
)

// ByMixins is a page of project pr with its layout in mixins, which come to a stylesheet of that address, or, where it
// is empty, in the classes of its file again. What no selector selects in the file has a class more then.
func ByMixins(p *page.Page, k *kit.Kit, pr *project.Project, address string) (*page.Page, error) {
	if err := errors.Join(origin.CheckMixins(k), origin.CheckFree(p.Origin)); err != nil {
		return nil, err
	}
	after := origin.WithMixins(p, address)
	w := &writer{Change: &Change{Before: p, After: after, BeforeKit: k, AfterKit: k}, doc: origin.Document(p.Origin),
		new: infer.Vocabulary(k)}
	stretches := origin.Stretches(p, "")
	var edits []html.Edit
	p.Walk(func(n *page.Node, _ page.Place) {
		m := stretches[n].Element()
		if m == nil || !grid(n) && len(n.At) == 0 {
			return
		}
		words := origin.Said(m)
		if address != "" {
			kits := slices.DeleteFunc(slices.Clone(words),
				func(text string) bool { return w.new.Word(n.Kind, text) == nil })
			edits = append(edits, origin.SetAside(w.doc, m, kits)...)
			edits = append(edits, together(w.stated(m, n.Kind, words, without(words, kits)))...)
			return
		}
		edits = append(edits, together(w.stated(m, n.Kind, words, words))...)
	})
	next := origin.Spliced(after, k, w.doc.Splices(edits), origin.Here(p))
	sheets := slices.DeleteFunc(slices.Clone(p.Origin.Sheets), func(f kit.File) bool {
		return origin.IsGenerated(f) &&
			!origin.Linked(p, f.Name)
	})
	next = origin.WithSheets(next, sheets)
	if address != "" {
		var err error
		if next, err = Selectable(next, k, pr); err != nil {
			return nil, err
		}
	}
	return WithKit(next, k), nil
}

// Selectable is a page whose layout is in mixins with a class more on each container, row and hidden block that no
// selector selects.
func Selectable(p *page.Page, k *kit.Kit, pr *project.Project) (*page.Page, error) {
	of := origin.Selectors(p, k)
	taken := code.Taken{}
	origin.Document(p.Origin).Root.Walk(func(m *html.Node) {
		for _, class := range m.Classes() {
			taken.Take(class)
		}
	})
	lacking := false
	after := p.Mapped(func(n *page.Node) *page.Node {
		block := n.Kind == page.Block && len(n.At) > 0
		if n.Kind != page.Container && n.Kind != page.Row && !block || of[n.ID] != "" {
			return n
		}
		lacking = true
		c := *n
		name := n.Name
		if name == n.Element || strings.HasPrefix(strings.ToLower(name), string(n.Kind)) { // it has none of its own
			name = ""
		}
		c.Classes = append(slices.Clone(n.Classes), taken.Free(name, unnamed[n.Kind]))
		return &c
	})
	if !lacking {
		return p, nil
	}
	next, _, err := (&Change{Before: p, After: after, BeforeKit: k, AfterKit: k, Project: pr}).Page()
	return next, err
}

// unnamed are the classes of what has neither a selector nor a name: words that other stylesheets seldom have.
var unnamed = map[page.Kind]string{page.Container: "page-frame", page.Row: "page-strip", page.Block: "page-piece"}

// Mixed is the mixin-based code of a page that was read from markup: the rules for its own markup.
func Mixed(p *page.Page, k *kit.Kit, o code.Options) *mixin.Mixed {
	l := layout.Of(k, origin.Plain(p, k))
	w := markup.NewWriter(say.Of(l), o, func(id string) string { return id })
	w.Selectors = markup.Selected(origin.Selectors(p, k), k)
	return mixin.Write(w, l, o, 0)
}
