package rewrite

import (
	"reflect"
	"strings"

	html "kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// content gives the edits by which a block holds something else: other words in its tags where it is words alone and
// stays of its type, or else all of it anew.
func (w *writer) content(was, n *page.Node, s origin.Stretch) []html.Edit {
	a, b := *was.Content, *n.Content
	if reflect.DeepEqual(written(a), written(b)) {
		return nil
	}
	w.moved = true
	span := w.span(was)
	m := s.Element()
	if (b.Type == page.Heading || b.Type == page.Text) && a.Type == b.Type && a.Level == b.Level {
		if m == nil {
			return []html.Edit{{Span: span, Text: html.Escaped(b.Text)}}
		}
		if text, is := words(m); is {
			return []html.Edit{{Span: w.doc.Trimmed(text), Text: html.Escaped(b.Text)}}
		}
	}
	return []html.Edit{w.doc.Exchange(span, w.after.Fragment(&page.Node{ID: "anew-" + n.ID, Kind: page.Block,
		Name: n.Name, Content: n.Content}, w.in[n]))}
}

// written is what of a content stands in a file.
func written(c page.Content) page.Content {
	c.Stand, c.Piece = false, ""
	c.Comfort, c.Height, c.Width = kit.Length{}, kit.Length{}, kit.Length{}
	return c
}

// words is the stretch of the only text in an element.
func words(m *html.Node) (s html.Span, is bool) {
	if len(m.Children) != 1 || !m.Children[0].IsText() || m.Children[0].Start.Len() == 0 ||
		strings.TrimSpace(m.Children[0].Text) == "" {
		return s, false
	}
	return m.Children[0].Start, true
}
