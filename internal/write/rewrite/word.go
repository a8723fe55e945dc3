package rewrite

import (
	"slices"
	"strings"

	html "kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// has gives the words that an element has now, in their order: those of the kit that are chosen for what is set, in the
// place of those that said it, and all others as they were.
func (w *writer) has(m *html.Node, was, n *page.Node, said []string) []string {
	from, to := w.before.of(was, w.was[was.ID].in), w.after.of(n, w.in[n])
	add, drop := without(to, from), without(from, to)
	stays := grid(n) && w.after.placed[n] == nil // it stands where no words are chosen
	if !stays && (w.changed(n.ID) || w.BeforeKit != w.AfterKit) {
		drop = nil
		for _, text := range said { // whatever words say is said anew
			if (grid(was) || was.Kind == page.Block) && w.old.Word(was.Kind, text) != nil && !slices.Contains(to, text) {
				drop = append(drop, text)
			}
		}
		add = without(to, said)
	}
	add, drop = append(add, without(n.Classes, was.Classes)...), append(drop, without(was.Classes, n.Classes)...)
	return exchanged(said, drop, add)
}

// grid reports whether a node is of the grid.
func grid(n *page.Node) bool {
	return n.Kind == page.Container || n.Kind == page.Row || n.Kind == page.Column
}

// setOf has all texts: an element may have thousands, since all its attributes count.
func setOf(texts []string) map[string]bool {
	set := make(map[string]bool, len(texts))
	for _, text := range texts {
		set[text] = true
	}
	return set
}

// without gives the texts that are none of others.
func without(all, others []string) (left []string) {
	if len(all) == 0 || len(others) == 0 {
		return all
	}
	out := setOf(others)
	for _, text := range all {
		if !out[text] {
			left = append(left, text)
		}
	}
	return left
}

// exchanged gives texts with some dropped and others added: where the first of the same attribute was dropped, or at
// its end.
func exchanged(all, drop, add []string) (next []string) {
	place, out := map[string]int{}, setOf(drop)
	for _, text := range all {
		name, _ := vocab.Attribute(text)
		if !out[text] {
			next = append(next, text)
		} else if _, has := place[name]; !has {
			place[name] = len(next)
		}
	}
	has := setOf(next)
	for _, text := range add {
		if has[text] {
			continue
		}
		has[text] = true
		name, _ := vocab.Attribute(text)
		at, known := place[name]
		if !known {
			at = len(next)
			for i, other := range next {
				if n, _ := vocab.Attribute(other); n == name {
					at = i + 1
				}
			}
		}
		next = slices.Insert(next, at, text)
		for n, p := range place {
			if p >= at {
				place[n] = p + 1
			}
		}
		if !known {
			place[name] = at + 1
		}
	}
	return next
}

// divided are texts by the attributes that they stand in, and these in the order in which they come.
func divided(names []string, texts []string) ([]string, map[string][]string) {
	words := map[string][]string{}
	seen := setOf(names)
	for _, text := range texts {
		name, word := vocab.Attribute(text)
		if !seen[name] {
			seen[name], names = true, append(names, name)
		}
		words[name] = append(words[name], word)
	}
	return names, words
}

// respaced is the value of an attribute with its words changed, the white space between those that stay as it was.
func respaced(m *html.Node, name string, from, to []string, value string) string {
	a := m.Attr(name)
	if a == nil || len(from) == 0 {
		return value
	}
	text := a.Value
	var b strings.Builder
	at, next := 0, 0
	blank := func() string {
		end := at
		for end < len(text) && strings.IndexByte(" \t\r\n\f", text[end]) >= 0 {
			end++
		}
		s := text[at:end]
		at = end
		return s
	}
	lead := blank()
	for _, word := range from {
		space := lead
		at += len(word)
		lead = blank()
		if keep := slices.Index(to[next:], word); keep >= 0 {
			for _, added := range to[next : next+keep] {
				b.WriteString(spaced(&b, space) + added)
				space = " "
			}
			b.WriteString(spaced(&b, space) + word)
			next += keep + 1
		}
	}
	for _, added := range to[next:] {
		b.WriteString(spaced(&b, " ") + added)
	}
	if at == len(text) {
		b.WriteString(lead)
	}
	if strings.Join(strings.Fields(b.String()), " ") != value {
		return value
	}
	return b.String()
}

// spaced is the white space before a word: as it was but, after another word, at least one.
func spaced(b *strings.Builder, space string) string {
	if b.Len() > 0 && space == "" {
		return " "
	}
	if b.Len() == 0 && space == " " {
		return ""
	}
	return space
}

// style gives the edits by which custom properties in a style attribute are others.
func (w *writer) style(m *html.Node, from, to []string) []html.Edit {
	value := ""
	if a := m.Attr("style"); a != nil {
		value = a.Value
	}
	for _, text := range without(from, to) {
		name, _, _ := strings.Cut(text, ":")
		value = dropped(value, strings.TrimSpace(name))
	}
	for _, text := range without(to, from) {
		if value = strings.TrimRight(value, " "); value != "" && !strings.HasSuffix(value, ";") {
			value += ";"
		}
		value = strings.TrimLeft(value+" "+text, " ")
	}
	if strings.TrimSpace(value) == "" {
		if m.Attr("style") == nil {
			return nil
		}
		return []html.Edit{w.doc.DropAttr(m, "style")}
	}
	return []html.Edit{w.doc.SetAttr(m, "style", value)}
}

// dropped is a style without the declaration of a property.
func dropped(style, property string) string {
	var kept []string
	for declaration := range strings.SplitSeq(style, ";") {
		if name, _, _ := strings.Cut(declaration, ":"); strings.TrimSpace(name) != property {
			kept = append(kept, declaration)
		}
	}
	return strings.Join(kept, ";")
}
