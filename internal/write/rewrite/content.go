package rewrite

import (
	"reflect"
	"strings"

	html "kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/prose"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/markup"
)

// content gives the edits by which a block holds something else: other words in its tags where it is words alone and
// stays of its type, or else all of it anew, its tags too.
func (w *writer) content(was, n *page.Node, s origin.Stretch) (anew bool, edits []html.Edit) {
	a, b := *was.Content, *n.Content
	if reflect.DeepEqual(written(a), written(b)) {
		return false, nil
	}
	w.moved = true
	span := w.span(was)
	m := s.Element()
	if (b.Type == page.Heading || b.Type == page.Text) && a.Type == b.Type && a.Level == b.Level {
		if m == nil {
			return false, []html.Edit{{Span: span, Text: proseOf(b.Text)}}
		}
		if text := w.doc.Trimmed(w.doc.Inside(m)); text.Len() > 0 {
			return false, []html.Edit{{Span: text, Text: proseOf(b.Text)}}
		}
	}
	block := &page.Node{ID: "anew-" + n.ID, Kind: page.Block, Name: n.Name, Content: n.Content, Anchor: n.Anchor,
		Classes: n.Classes, At: n.At}
	if a.Type == page.HTML && b.Type == page.HTML { // whose tag says them
		block.Anchor, block.Classes, block.At = "", nil, nil
	}
	return true, []html.Edit{w.doc.Exchange(span, w.after.Fragment(block, w.in[n]))}
}

// written is what of a content stands in a file.
func written(c page.Content) page.Content {
	c.Stand, c.Piece = false, ""
	c.Comfort, c.Height, c.Width = kit.Length{}, kit.Length{}, kit.Length{}
	return c
}

// inFile is prose as it stands in a file: no more is escaped than must be.
var inFile = prose.Form{
	Words:     html.Escaped,
	Attribute: markup.Prose.Attribute,
	Break:     "<br>",
}

// proseOf is a text on one line.
func proseOf(text string) string {
	var b strings.Builder
	for _, words := range inFile.Lines(prose.Parse(text)) {
		b.WriteString(strings.Join(words, " "))
	}
	return b.String()
}
