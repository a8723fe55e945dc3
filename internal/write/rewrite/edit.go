package rewrite

import (
	"slices"
	"strings"

	html "kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// page gives the edits of the whole file.
func (w *writer) page() []html.Edit { return w.children(nil) }

// inside gives the edits of a node's own tags and of all that stays in it.
func (w *writer) inside(n *page.Node) (edits []html.Edit) {
	was := w.from(n)
	if was == n && w.after.placed[n] == nil { // nothing in it is another, nor can its words be
		return nil
	}
	s := w.stretches[was]
	m := s.Element()
	if n.Kind == page.Block {
		anew, edits := w.content(was, n, s)
		if m != nil && !anew {
			edits = append(w.attributes(m, was, n), edits...)
		}
		return edits
	}
	if m == nil {
		return nil
	}
	edits = append(edits, w.tag(m, was, n)...)
	edits = append(edits, w.attributes(m, was, n)...)
	return append(edits, w.children(n)...)
}

// tag gives the edits of the names in an element's tags.
func (w *writer) tag(m *html.Node, was, n *page.Node) (edits []html.Edit) {
	from, to := was.TagIn(w.was[was.ID].in), n.TagIn(w.in[n])
	if n.Element != "" {
		to = n.Element
	}
	if was.Element != "" {
		from = was.Element
	}
	if from == to || m.Tag == to {
		return nil
	}
	w.moved = true
	name := func(s html.Span, skip int) {
		if s.Len() > 0 {
			edits = append(edits, html.Edit{Span: html.Span{From: s.From + skip, To: s.From + skip + len(m.Tag)},
				Text: to})
		}
	}
	name(m.Start, len("<"))
	name(m.End, len("</"))
	return edits
}

// children gives the edits by which what stands in a node, nil for the page, is what stands in it now.
func (w *writer) children(n *page.Node) (edits []html.Edit) {
	had, has, in := w.Before.Body, w.After.Body, w.doc.Body()
	if n != nil {
		had, has, in = w.from(n).Children, n.Children, w.stretches[w.from(n)].Inside
	}
	if w.same(had, has) {
		for _, k := range has {
			edits = append(edits, w.inside(k)...)
		}
		return edits
	}
	stay := w.stays(had, has)
	kept := map[*page.Node]bool{}
	for k := range stay {
		kept[w.from(k)] = true
	}
	var gone []*page.Node
	for _, k := range had {
		if !kept[k] {
			w.moved, gone = true, append(gone, k)
		}
	}
	for i, k := range has {
		if stay[k] {
			edits = append(edits, w.inside(k)...)
			continue
		}
		w.moved = true
		edits = append(edits, w.insert(in, has, i, stay, gone, w.text(k, n)))
	}
	for _, k := range gone {
		lines, _ := w.doc.Lines(w.span(k))
		edits = append(edits, html.Edit{Span: lines})
	}
	return edits
}

// same reports whether what stood somewhere stands there still, in the same order.
func (w *writer) same(had, has []*page.Node) bool {
	for i, k := range has {
		if i >= len(had) || w.from(k) != had[i] {
			return false
		}
	}
	return len(had) == len(has)
}

// stays finds the longest run of nodes that stay where they are, in the order in which they stand.
func (w *writer) stays(had, has []*page.Node) map[*page.Node]bool {
	stay := map[*page.Node]bool{}
	place := map[*page.Node]int{}
	for i, k := range had {
		place[k] = i
	}
	var moved []*page.Node // those that stood here before
	var places []int
	for _, k := range has {
		if at, is := place[w.from(k)]; is {
			moved, places = append(moved, k), append(places, at)
		}
	}
	for _, i := range html.Rising(places) {
		stay[moved[i]] = true
	}
	return stay
}

// span is the stretch of the file that a node was.
func (w *writer) span(was *page.Node) html.Span {
	s := w.stretches[was].Span(w.doc)
	if w.stretches[was].Element() == nil { // without the white space around
		text := w.doc.Text()
		for s.From < s.To && strings.IndexByte(" \t\r\n\f", text[s.From]) >= 0 {
			s.From++
		}
		for s.From < s.To && strings.IndexByte(" \t\r\n\f", text[s.To-1]) >= 0 {
			s.To--
		}
	}
	return s
}

// insert gives the edit by which a text is what stands at i among those that stand in an element now: before the next
// or after the last that stays or, where none does, where those that are gone stood.
func (w *writer) insert(in *html.Node, has []*page.Node, i int, stay map[*page.Node]bool, gone []*page.Node,
	text string) html.Edit {
	joint := ""
	if has[i].Kind == page.Column && w.after.Joins() {
		joint = "<!--\n-->" // the end of a line where no white space may stand
	}
	for _, k := range has[i+1:] {
		if stay[k] {
			return w.doc.Before(w.span(w.from(k)), text+joint)
		}
	}
	for _, k := range slices.Backward(has[:i]) {
		if stay[k] {
			return w.doc.After(w.span(w.from(k)), joint+text)
		}
	}
	if len(gone) > 0 {
		return w.doc.Before(w.span(gone[0]), text)
	}
	return w.doc.Append(in, text)
}

// text is a node as it is written into the file, its lines as from the beginning of one.
func (w *writer) text(n, outer *page.Node) string {
	if w.after.Indent == "" {
		w.after.Indent = w.doc.Step()
	}
	return w.after.Fragment(n, outer)
}

// given is the text of a node that was in the file before, with what changed in it.
func (w *writer) given(n *page.Node) (string, bool) {
	was := w.from(n)
	if was == nil {
		return "", false
	}
	text := w.doc.Excerpt(w.span(was), w.inside(n))
	if m := w.stretches[was].Element(); m != nil && m.IsOpen() {
		text += "</" + m.Tag + ">"
	}
	return text, true
}

// attributes gives the edits of the attributes of an element's start tag.
func (w *writer) attributes(m *html.Node, was, n *page.Node) (edits []html.Edit) {
	said := origin.Said(m)
	edits = w.stated(m, n.Kind, said, w.has(m, was, n, said))
	if was.Anchor != n.Anchor {
		if n.Anchor == "" {
			edits = append(edits, w.doc.DropAttr(m, "id"))
		} else {
			edits = append(edits, w.doc.SetAttr(m, "id", n.Anchor))
		}
	}
	if len(edits) > 0 {
		w.tags[m] = true
	}
	return together(edits)
}

// stated gives the edits by which the words that an element said are others. Where the layout of the page is in mixins,
// new ones of the kit stand aside.
func (w *writer) stated(m *html.Node, kind page.Kind, said, words []string) (edits []html.Edit) {
	aside := origin.Aside(m)
	said = without(said, aside)
	if w.After.Origin.Mixins != "" {
		var kits []string
		stood, had := setOf(aside), setOf(said)
		for _, text := range words {
			if stood[text] || !had[text] && w.new.Word(kind, text) != nil {
				kits = append(kits, text)
			}
		}
		words = without(words, kits)
		edits = origin.SetAside(w.doc, m, kits)
	} else {
		edits = origin.SetAside(w.doc, m, nil)
	}
	names, before := divided(nil, said)
	names, after := divided(names, words)
	for _, name := range names {
		from, to := before[name], after[name]
		if slices.Equal(from, to) {
			continue
		}
		if name == "style" {
			edits = append(edits, w.style(m, from, to)...)
			continue
		}
		value := strings.Join(to, " ")
		if a := m.Attr(name); a != nil && len(to) == 0 {
			edits = append(edits, w.doc.DropAttr(m, name))
		} else if a != nil || len(to) > 0 {
			edits = append(edits, w.doc.SetAttr(m, name, respaced(m, name, from, to, value)))
		}
	}
	return edits
}

// together makes one edit of several that add attributes at one place.
func together(edits []html.Edit) (all []html.Edit) {
	for _, e := range edits {
		if last := len(all) - 1; last >= 0 && e.Len() == 0 && all[last].Len() == 0 && all[last].From == e.From {
			all[last].Text += e.Text
			continue
		}
		all = append(all, e)
	}
	return all
}
