package markup

import (
	"strings"

	"golang.org/x/net/html"
)

// An Edit puts a text in the place of a stretch of the source's text.
type Edit struct {
	Span
	Text string
}

// Apply gives the bytes of the source with edits made, which must not overlap; those at one place stay in their
// order. All bytes outside of their spans are as they were.
func (s *Source) Apply(edits []Edit) []byte { return Spliced(s.Bytes, s.Splices(edits)) }

// SetAttr gives the smallest edit by which an element's start tag has an attribute of that value: its value alone,
// where it has the attribute, with the quotes that stand there. The element must have a start tag in the source.
func (d *Document) SetAttr(n *Node, name, value string) Edit {
	a := n.Attr(name)
	switch {
	case a == nil:
		return Edit{Span{d.afterAttrs(n), d.afterAttrs(n)}, " " + name + "=" + quoted(value, '"')}
	case a.Value == value && a.Text.Len() > 0:
		return Edit{Span: Span{a.Text.To, a.Text.To}}
	case a.Quote != 0:
		return Edit{a.Text, escaped(value, a.Quote)}
	case a.Text.From == a.From+len(a.Name) && a.Text.Len() == 0: // without a value
		return Edit{a.Text, "=" + quoted(value, '"')}
	case plainValue(value):
		return Edit{a.Text, escaped(value, 0)}
	}
	return Edit{a.Text, quoted(value, '"')}
}

// Attribute gives the edit by which a start tag has one attribute more, at its end.
func (d *Document) Attribute(n *Node, name, value string) Edit {
	at := d.name(n)
	return Edit{Span{at, at}, " " + name + "=" + quoted(value, '"')}
}

// DropAttr gives the smallest edit by which an element's start tag is without an attribute that it has: that one, and
// the space before it.
func (d *Document) DropAttr(n *Node, name string) Edit {
	a := n.Attr(name)
	from := a.From
	for from > n.Start.From && blank(d.text[from-1]) {
		from--
	}
	if a.To < n.Start.To && d.text[a.To] != '>' && d.text[a.To] != '/' && !blank(d.text[a.To]) {
		from = a.From // the next attribute follows without space
	}
	return Edit{Span: Span{from, a.To}}
}

// afterAttrs is where another attribute of an element's start tag goes: after the last, or after its name, where that
// one still waits for its value.
func (d *Document) afterAttrs(n *Node) int {
	if len(n.Attrs) > 0 {
		last := n.Attrs[len(n.Attrs)-1]
		if last.Quote != 0 || last.Text.Len() > 0 || last.To == last.From+len(last.Name) {
			return last.To
		}
	}
	return d.name(n)
}

// name is where the name of an element's start tag ends.
func (d *Document) name(n *Node) int {
	at := n.Start.From + 1
	for at < n.Start.To && !blank(d.text[at]) && d.text[at] != '/' && d.text[at] != '>' {
		at++
	}
	return at
}

// plainValue reports whether a value may stand without quotes.
func plainValue(value string) bool {
	return value != "" && !strings.ContainsAny(value, " \t\n\r\f\"'`=<>/")
}

func quoted(value string, quote byte) string {
	return string(quote) + escaped(value, quote) + string(quote)
}

// begins reports whether a character reference stands at the beginning of a text.
func begins(text string) bool {
	end := 1
	for end < len(text) && (text[end] == '#' || text[end] >= '0' && text[end] <= '9' || text[end] >= 'a' &&
		text[end] <= 'z' || text[end] >= 'A' && text[end] <= 'Z') {
		end++
	}
	reference := text[:min(end+1, len(text))]
	return html.UnescapeString(reference) != reference
}

// Escaped is words as they stand in a text.
func Escaped(words string) string {
	var b strings.Builder
	for i := 0; i < len(words); i++ {
		switch c := words[i]; {
		case c == '&' && begins(words[i:]):
			b.WriteString("&amp;")
		case c == '<':
			b.WriteString("&lt;")
		default:
			b.WriteByte(c)
		}
	}
	return b.String()
}

// escaped is a value as it stands between quotes.
func escaped(value string, quote byte) string {
	var b strings.Builder
	for i := 0; i < len(value); i++ {
		switch c := value[i]; {
		case c == '&' && begins(value[i:]): // or else it stands for itself
			b.WriteString("&amp;")
		case c == quote && c == '"':
			b.WriteString("&quot;")
		case c == quote && c == '\'':
			b.WriteString("&#39;")
		default:
			b.WriteByte(c)
		}
	}
	return b.String()
}
