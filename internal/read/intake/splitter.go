package intake

import (
	"strings"

	nethtml "golang.org/x/net/html"

	"kitrows/internal/grid/page"
)

// A splitter takes markup apart token by token. Loose words and inline elements
// between blocks gather in run.
type splitter struct {
	stop
	z      *nethtml.Tokenizer
	run    strings.Builder
	pieces []Piece
	left   []string
	held   bool // the token that was read last is yet to be looked at
	token  nethtml.TokenType
	name   string
	raw    string
}

var (
	groups  = words("html body main header footer section article nav aside div hgroup center address")
	without = words("head script style template noscript title")
	voids   = words("img br hr input link meta wbr source area base col embed track")
	inline  = words("a abbr b bdi bdo br cite code data del dfn em i img input ins kbd label mark picture q s " +
		"samp small source span strong sub sup time u var wbr button")
)

func words(list string) map[string]bool {
	all := map[string]bool{}
	for word := range strings.FieldsSeq(list) {
		all[word] = true
	}
	return all
}

// read takes the next token; false at the end.
func (s *splitter) read() bool {
	if s.held {
		s.held = false
		return true
	}
	s.ask()
	if s.token = s.z.Next(); s.token == nethtml.ErrorToken {
		return false
	}
	s.raw = string(s.z.Raw())
	name, _ := s.z.TagName()
	s.name = string(name)
	return true
}

// next takes in one token, or one block with all that is in it.
func (s *splitter) next() bool {
	if !s.read() {
		return false
	}
	opens := s.token == nethtml.StartTagToken || s.token == nethtml.SelfClosingTagToken
	switch {
	case s.token == nethtml.TextToken, (opens || s.token == nethtml.EndTagToken) && inline[s.name]:
		s.run.WriteString(s.raw)
	case opens && without[s.name]:
		s.left = append(s.left, s.name)
		s.flush()
		s.block()
	case opens && groups[s.name] && s.owned():
		s.flush()
		s.whole()
	case (opens || s.token == nethtml.EndTagToken) && groups[s.name]:
		if opens && s.name != "html" && s.name != "body" {
			s.left = append(s.left, "<"+s.name+">")
		}
		s.flush()
	case opens && voids[s.name]:
		s.flush()
		s.given(s.raw)
	case opens:
		s.flush()
		name := s.name
		s.add(name, s.block())
	default: // comments, doctypes, ends of nothing
		s.flush()
	}
	return true
}

// owned reports whether the tag that was read last has a class, an id or a style of its own: it stays what it is.
func (s *splitter) owned() bool {
	for {
		key, value, more := s.z.TagAttr()
		if name := string(key); (name == "class" || name == "id" || name == "style") &&
			len(strings.TrimSpace(string(value))) > 0 {
			return true
		}
		if !more {
			return false
		}
	}
}

// whole is a piece of HTML of the element that was just opened; where that is too long for a piece, what is in it is
// taken apart, and the element is named as left out.
func (s *splitter) whole() {
	name := s.name
	markup := s.block()
	if len(markup) <= page.MaxText {
		s.given(markup)
		return
	}
	s.left = append(s.left, "<"+name+"> with its classes, for it is too long to stay whole")
	open := strings.IndexByte(markup, '>') + 1
	inner := splitter{stop: s.stop, z: nethtml.NewTokenizer(strings.NewReader(markup[open:]))}
	for inner.next() && len(inner.pieces) <= MaxPieces {
	}
	inner.flush()
	s.pieces, s.left = append(s.pieces, inner.pieces...), append(s.left, inner.left...)
}

// block gives the element that was just opened, to its end; a paragraph ends where
// another block begins.
func (s *splitter) block() string {
	var b strings.Builder
	b.WriteString(s.raw)
	name, depth := s.name, 1
	if s.token == nethtml.SelfClosingTagToken && voids[name] {
		return b.String()
	}
	for depth > 0 && s.read() {
		if name == "p" && s.token != nethtml.TextToken && s.token != nethtml.CommentToken && !inline[s.name] &&
			s.name != "p" ||
			name == "p" && s.token == nethtml.StartTagToken && s.name == "p" {
			s.held = true
			return b.String() + "</p>"
		}
		if s.name == name && s.token == nethtml.StartTagToken {
			depth++
		} else if s.name == name && s.token == nethtml.EndTagToken {
			depth--
		}
		b.WriteString(s.raw)
	}
	return b.String()
}

// flush makes a paragraph of loose words.
func (s *splitter) flush() {
	run := strings.TrimSpace(s.run.String())
	s.run.Reset()
	if run == "" {
		return
	}
	if strings.Contains(run, "<") {
		s.add("", run)
		return
	}
	s.add("p", "<p>"+run+"</p>")
}

func (s *splitter) given(markup string) {
	s.pieces = append(s.pieces, Piece{Content: page.Content{Type: page.HTML, Text: strings.TrimSpace(markup)}})
}

// add makes a piece of an element as it was given: of a kind of content, if that
// can say all of it.
func (s *splitter) add(name, markup string) {
	root := s.parsed(markup)
	content := page.Content{}
	switch text, plain := proseOf(root); {
	case len(name) == 2 && name[0] == 'h' && name[1] >= '1' && name[1] <= '6' && plain:
		content = page.Content{Type: page.Heading, Level: int(name[1] - '0'), Text: text}
	case name == "p" && plain:
		content = page.Content{Type: page.Text, Text: text}
	case name == "ul":
		if items, plain := itemsOf(root); plain {
			content = page.Content{Type: page.List, Items: items}
		}
	}
	switch {
	case content.Type != "" && (content.Text != "" || len(content.Items) > 0):
		s.pieces = append(s.pieces, Piece{Content: content})
	case content.Type != "": // an empty element
	default:
		if img := onlyPicture(root); img != nil {
			if file, ok := dataOf(attribute(img, "src")); ok {
				s.pieces = append(s.pieces, Piece{page.Content{Type: page.Picture, Alt: attribute(img, "alt")}, file})
				return
			}
		}
		s.given(markup)
	}
}
