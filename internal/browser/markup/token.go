package markup

import (
	"strings"

	"golang.org/x/net/html"

	"kitrows/internal/browser/budget"
)

// A token is what the Standard's tokenizer makes of a stretch of the text.
type token struct {
	Span
	kind html.TokenType
	name string // of a tag, in lower case
	raw  bool   // a start tag after which text goes on up to its end tag
	self bool   // it ends with />
}

// Elements whose content is text alone, up to their end tag.
var rawText = map[string]bool{
	"iframe": true, "noembed": true, "noframes": true, "noscript": true, "plaintext": true, "script": true,
	"style":    true,
	"textarea": true, "title": true, "xmp": true,
}

// What is kept of a file, in bytes, as budgets count it.
const (
	tokenSize = 160 // a token, its comment in the marked text, and what stands beside it
	nodeSize  = 400 // a node, and the parser's own
	attrSize  = 220
)

// tokens divides a text from a byte on into tokens.
func tokens(b *budget.Budget, text string, at int) (all []token) {
	all = make([]token, 0, min(2*strings.Count(text, "<")+8, 1<<16))
	z := html.NewTokenizer(strings.NewReader(text[at:]))
	for {
		kind := z.Next()
		n := len(z.Raw())
		if n > 0 {
			t := token{Span: Span{at, at + n}, kind: kind}
			if kind == html.StartTagToken || kind == html.EndTagToken || kind == html.SelfClosingTagToken {
				name, _ := z.TagName()
				t.name = string(name)
				t.self = kind == html.SelfClosingTagToken
				if t.kind != html.EndTagToken {
					t.kind = html.StartTagToken
					t.raw = rawText[t.name]
				}
			}
			b.Step(8 + n/16)
			b.Hold(tokenSize)
			all = append(all, t)
			at += n
		}
		if kind == html.ErrorToken {
			return all
		}
	}
}

// An Attr is an attribute of a start tag.
type Attr struct {
	Name  string // in lower case
	Value string // with references resolved
	Span         // of all of it
	Text  Span   // of the value as it is written, between quotes if it has some; empty at its end where there is none
	Quote byte   // " or ', or 0

	Doubled bool // there is one of its name before it in the tag: it does not count
}

// attributes reads the attributes of the start tag that a stretch of the text is, as the Standard's tokenizer does.
func attributes(b *budget.Budget, text string, tag Span) []Attr {
	all := written(b, text, tag)
	if len(all) < 2 {
		return all
	}
	seen := make(map[string]bool, len(all))
	for i := range all {
		all[i].Doubled = seen[all[i].Name]
		seen[all[i].Name] = true
	}
	return all
}

// written are the attributes of a start tag, one as the other.
func written(b *budget.Budget, text string, tag Span) (all []Attr) {
	at, end := tag.From+1, tag.To
	for at < end && !blank(text[at]) && text[at] != '/' && text[at] != '>' {
		at++
	}
	for {
		for at < end && (blank(text[at]) || text[at] == '/') {
			at++
		}
		if at >= end || text[at] == '>' {
			return all
		}
		a := Attr{Span: Span{at, at}}
		for at++; at < end && !blank(text[at]) && text[at] != '/' && text[at] != '>' && text[at] != '='; {
			at++
		}
		a.Name, a.To, a.Text = strings.ToLower(text[a.From:at]), at, Span{at, at}
		next := at
		for next < end && blank(text[next]) {
			next++
		}
		if next < end && text[next] == '=' {
			for next++; next < end && blank(text[next]); {
				next++
			}
			at = next
			if at < end && (text[at] == '"' || text[at] == '\'') {
				a.Quote = text[at]
				shut := strings.IndexByte(text[at+1:end], a.Quote)
				if shut < 0 {
					shut = end - at - 1
				}
				a.Text = Span{at + 1, at + 1 + shut}
				at = min(at+shut+2, end)
			} else {
				for at < end && !blank(text[at]) && text[at] != '>' {
					at++
				}
				a.Text = Span{next, at}
			}
			a.To = at
			a.Value = html.UnescapeString(text[a.Text.From:a.Text.To])
		}
		b.Step(8)
		b.Hold(attrSize)
		all = append(all, a)
	}
}

func blank(c byte) bool { return c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == '\f' }
