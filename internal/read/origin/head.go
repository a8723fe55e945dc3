package origin

import (
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
)

// A Head is what the head of a page's file says of it.
type Head struct{ Title, Description, Language string }

// HeadOf is what the head of a page says of it: that of its file or, where it is made here, what is kept with it.
func HeadOf(p *page.Page) Head {
	if p.Origin == nil {
		return Head{p.Title, p.Description, p.Language}
	}
	doc := Document(p.Origin)
	head := Head{Title: titleIn(doc), Language: languageIn(doc)}
	if n := descriptionElement(doc); n != nil {
		head.Description = strings.Join(strings.Fields(valueOf(n, "content")), " ")
	}
	return head
}

// WithHead are the edits by which the head of a file says what is wanted: what is nil stays as it is. The error says
// what the file has no place for.
func WithHead(doc *markup.Document, title, description, language *string) (edits []markup.Edit, err error) {
	inHead := func(field, line string) {
		e, is := InHead(doc, line)
		if !is && err == nil {
			err = fault.New(field, "a file without a head", "a whole page: put <head> and </head> into it first")
		}
		edits = append(edits, e)
	}
	if title != nil && *title != titleIn(doc) {
		switch n := titleElement(doc); {
		case n == nil:
			inHead("title", "<title>"+markup.Escaped(*title)+"</title>")
		case n.End.Len() == 0:
			return nil, fault.New("title", "a title that has no end", "</title> after it")
		default:
			edits = append(edits, markup.Edit{Span: markup.Span{From: n.Start.To, To: n.End.From},
				Text: markup.Escaped(*title)})
		}
	}
	if description != nil {
		n := descriptionElement(doc)
		switch {
		case n == nil && *description == "":
		case n == nil:
			inHead("description", `<meta name="description" content="`+
				strings.ReplaceAll(markup.Escaped(*description), `"`, "&quot;")+`">`)
		case *description == "":
			edits = append(edits, doc.Remove(n))
		default:
			edits = append(edits, doc.SetAttr(n, "content", *description))
		}
	}
	if language != nil && *language != languageIn(doc) {
		if doc.Part || doc.Root.Start.Len() == 0 {
			return nil, fault.New("language", "a file without <html>", "a whole page: put <html> into it first")
		}
		edits = append(edits, doc.SetAttr(doc.Root, "lang", *language))
	}
	return edits, err
}

// titleElement is the element of a page's title; nil for none.
func titleElement(doc *markup.Document) (title *markup.Node) {
	doc.Root.Walk(func(n *markup.Node) {
		if n.Tag == "title" && title == nil && n.Parent.Tag != "svg" {
			title = n
		}
	})
	return title
}

// titleIn is a page's title on one line; empty for none.
func titleIn(doc *markup.Document) string {
	text := ""
	if n := titleElement(doc); n != nil {
		for _, k := range n.Children {
			text += k.Text
		}
	}
	return strings.Join(strings.Fields(text), " ")
}

func descriptionElement(doc *markup.Document) (found *markup.Node) {
	doc.Root.Walk(func(n *markup.Node) {
		if n.Tag == "meta" && found == nil && strings.EqualFold(valueOf(n, "name"), "description") {
			found = n
		}
	})
	return found
}

// languageIn is the language that a file says; empty where it says none.
func languageIn(doc *markup.Document) string {
	if doc.Part {
		return ""
	}
	return valueOf(doc.Root, "lang")
}
