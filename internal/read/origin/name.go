package origin

import (
	"strconv"
	"strings"
	"unicode"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/prose"
)

// textOf is the words in an element.
func textOf(n *markup.Node) string {
	if n.IsText() {
		return n.Text
	}
	var b strings.Builder
	n.Walk(func(k *markup.Node) {
		switch {
		case !k.IsText():
			if !phrasing[k.Tag] {
				b.WriteByte(' ')
			}
		case !idle[k.Parent.Tag]:
			b.WriteString(k.Text)
		}
	})
	return b.String()
}

func blank(text string) bool { return strings.TrimSpace(text) == "" }

// longName is how many bytes of a page's words make a name.
const longName = 48

// nameOf is a name made of words, or another where there are none.
func nameOf(text, other string) string { return namedUpTo(longName, text, other) }

// namedUpTo is the same of at most so many bytes of words.
func namedUpTo(most int, text, other string) string {
	if len(text) > 8*longName {
		text = text[:8*longName]
	}
	text = strings.Map(func(r rune) rune {
		if !unicode.IsGraphic(r) || r == unicode.ReplacementChar {
			return ' '
		}
		return r
	}, strings.ToValidUTF8(text, " "))
	name := ""
	for word := range strings.FieldsSeq(text) {
		next := strings.TrimSpace(name + " " + word)
		if len(next) > most {
			if name == "" {
				name = strings.ToValidUTF8(next[:most], "")
			}
			return name + " …"
		}
		name = next
	}
	if name == "" {
		return other
	}
	return name
}

// titles are the names of nodes that their elements say nothing of.
var titles = map[page.Kind]string{page.Container: "Container", page.Row: "Row", page.Column: "Column"}

// shortName is how many bytes of the first words in a column make its name.
const shortName = 28

// name is what the node of an element is called: by its label or its id, by the first heading in it, of a column by its
// first words or what its picture shows, else by its number among its siblings, from 1; of others by a class of their
// own, or by their element.
func name(n *markup.Node, i *page.Node, number int) string {
	tag := nameOf(n.Tag, "Element") // a tag may be of any length, and of any characters
	for _, attr := range []string{"aria-label", "id"} {
		if a := n.Attr(attr); a != nil && !blank(a.Value) {
			return nameOf(a.Value, tag)
		}
	}
	if i.Kind == page.Column || i.Kind == page.Section || i.Kind == page.Element {
		if heading := headingIn(i.Children); heading != "" {
			return nameOf(heading, tag)
		}
	}
	if i.Kind == page.Column { // whose classes say where it stands, or are mistyped
		return namedUpTo(shortName, textOf(n), nameOf(shownIn(n), titles[i.Kind]+" "+strconv.Itoa(number)))
	}
	if len(i.Classes) > 0 {
		return nameOf(i.Classes[0], tag)
	}
	if title := titles[i.Kind]; title != "" && (n.Tag == "div" || n.Tag == "li") {
		return title
	}
	return tag
}

// shownIn is what the first picture in an element shows, in words; empty for none.
func shownIn(n *markup.Node) (words string) {
	n.Walk(func(k *markup.Node) {
		if a := k.Attr("alt"); k.Tag == "img" && a != nil && words == "" {
			words = a.Value
		}
	})
	return words
}

// headingIn is the first heading among what was read, and in elements that are no part of the grid; empty for none.
func headingIn(nodes []*page.Node) string {
	for _, i := range nodes {
		switch {
		case i.Content != nil && i.Content.Type == page.Heading:
			return i.Content.Words()
		case i.Kind == page.Element:
			if text := headingIn(i.Children); text != "" {
				return text
			}
		}
	}
	return ""
}

// content is what a block holds: prose that stands alone in an element as such, and all else as the file has it.
func content(n *markup.Node) *page.Content {
	c := &page.Content{Type: page.HTML}
	words, plain := proseOf(n.Children)
	switch {
	case !plain || words == "" || len(words) > page.MaxText:
		if items := itemsOf(n); n.Tag == "ul" && len(items) > 0 {
			return &page.Content{Type: page.List, Items: items}
		}
	case len(n.Tag) == 2 && n.Tag[0] == 'h' && n.Tag[1] >= '1' && n.Tag[1] <= '6':
		return &page.Content{Type: page.Heading, Level: int(n.Tag[1] - '0'), Text: words}
	case n.Tag == "p":
		return &page.Content{Type: page.Text, Text: words}
	}
	return c
}

// proseOf is nodes as a text, if they are prose.
func proseOf(nodes []*markup.Node) (text string, is bool) {
	parts, is := partsOf(nodes)
	return prose.Text(prose.Joined(parts)), is
}

func partsOf(nodes []*markup.Node) (parts []prose.Part, is bool) {
	for _, k := range nodes {
		part := prose.Part{Words: k.Text, Tag: k.Tag}
		if !k.IsText() {
			for _, a := range k.Attrs {
				part.Attributes = append(part.Attributes, prose.Attribute{Name: a.Name, Value: a.Value})
			}
			part.Parts, is = partsOf(k.Children)
			if !is || !prose.Element(k.Tag, part.Attributes) || k.Start.Len() == 0 || k.IsOpen() {
				return nil, false
			}
		}
		parts = append(parts, part)
	}
	return parts, true
}

// itemsOf are the items of a list, where each is prose alone; else none.
func itemsOf(n *markup.Node) (items []string) {
	for _, k := range n.Children {
		if k.IsText() && blank(k.Text) {
			continue
		}
		words, is := proseOf(k.Children)
		if k.Tag != "li" || !is || len(words) > page.MaxText || len(items) >= 500 {
			return nil
		}
		items = append(items, words)
	}
	return items
}
