// Package intake reads what comes from elsewhere. HTML and Markdown fall into
// pieces of content that can be placed on a page.
package intake

import (
	"bytes"
	"encoding/base64"
	"fmt"
	"net/url"
	"slices"
	"strings"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/extension"
	"github.com/yuin/goldmark/renderer/html"
	nethtml "golang.org/x/net/html"
	"golang.org/x/net/html/atom"

	"kitrows/internal/fault"
	"kitrows/internal/page"
)

// A Piece is one heading, paragraph, list or picture, or markup as it was given.
type Piece struct {
	Content page.Content
	File    []byte // of a picture that came along; its content names no picture yet
}

// MaxText bounds what is read at once, in bytes.
const MaxText = 1 << 20

// FromMarkdown reads Markdown, with the tables and strikethroughs many write, and
// the HTML in it. What it leaves out is as FromHTML says.
func FromMarkdown(text string) (pieces []Piece, left []string, err error) {
	md := goldmark.New(goldmark.WithExtensions(extension.GFM), goldmark.WithRendererOptions(html.WithUnsafe()))
	var b bytes.Buffer
	if err := md.Convert([]byte(text), &b); err != nil {
		return nil, nil, fault.New("text", err.Error(), "Markdown")
	}
	return FromHTML(b.String())
}

// FromHTML takes markup apart: by heading, paragraph, list and picture, through
// the elements that only group. What has markup of its own inside, and everything
// else, is kept as it was given, to the byte. Only scripts, styles and a page's
// head are left out; left names them.
func FromHTML(markup string) (pieces []Piece, left []string, err error) {
	if len(markup) > MaxText {
		return nil, nil, fault.New("text", fmt.Sprintf("%d bytes", len(markup)), "at most %d KiB at once", MaxText>>10)
	}
	s := splitter{z: nethtml.NewTokenizer(strings.NewReader(markup))}
	for s.next() {
	}
	s.flush()
	for i := range s.pieces {
		if c := &s.pieces[i].Content; len(c.Text) > page.MaxText {
			return nil, nil, fault.New("text", fmt.Sprintf("%.40q and so on, %d bytes", c.Text, len(c.Text)), "pieces of at most %d bytes", page.MaxText)
		}
	}
	slices.Sort(s.left)
	return s.pieces, slices.Compact(s.left), nil
}

// A splitter takes markup apart token by token. Loose words and inline elements
// between blocks gather in run.
type splitter struct {
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
	inline  = words("a abbr b bdi bdo br cite code data del dfn em i img input ins kbd label mark picture q s samp small source span strong sub sup time u var wbr button")
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
	case (opens || s.token == nethtml.EndTagToken) && groups[s.name]:
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
		if name == "p" && s.token != nethtml.TextToken && s.token != nethtml.CommentToken && !inline[s.name] && s.name != "p" ||
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
	root := parsed(markup)
	content := page.Content{}
	switch text, plain := wordsOf(root); {
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

// parsed gives the element that markup holds, or its parts under one node.
func parsed(markup string) *nethtml.Node {
	root := &nethtml.Node{Type: nethtml.ElementNode, Data: "div"}
	nodes, err := nethtml.ParseFragment(strings.NewReader(markup), &nethtml.Node{Type: nethtml.ElementNode, Data: "body", DataAtom: atom.Body})
	if err != nil {
		return root
	}
	if len(nodes) == 1 && nodes[0].Type == nethtml.ElementNode {
		return nodes[0]
	}
	for _, n := range nodes {
		root.AppendChild(n)
	}
	return root
}

// wordsOf gives an element's words; plain is false where it has more than words and
// what only styles it.
func wordsOf(n *nethtml.Node) (text string, plain bool) {
	for _, a := range n.Attr {
		if a.Key != "class" && a.Key != "style" && a.Key != "id" {
			return "", false
		}
	}
	var b strings.Builder
	for c := n.FirstChild; c != nil; c = c.NextSibling {
		if c.Type != nethtml.TextNode {
			return "", false
		}
		b.WriteString(c.Data)
	}
	return strings.Join(strings.Fields(b.String()), " "), true
}

// itemsOf gives a list's items, where each is words alone.
func itemsOf(n *nethtml.Node) (items []string, plain bool) {
	for c := n.FirstChild; c != nil; c = c.NextSibling {
		if c.Type == nethtml.TextNode && strings.TrimSpace(c.Data) == "" {
			continue
		}
		text, plain := wordsOf(c)
		if c.Type != nethtml.ElementNode || c.Data != "li" || !plain {
			return nil, false
		}
		items = append(items, text)
	}
	return items, true
}

// onlyPicture is the picture that is all an element holds; nil when there is more.
func onlyPicture(n *nethtml.Node) *nethtml.Node {
	if n.Type == nethtml.ElementNode && n.Data == "img" {
		return n
	}
	if n.Data != "p" && n.Data != "figure" && n.Data != "div" {
		return nil
	}
	var only *nethtml.Node
	for c := n.FirstChild; c != nil; c = c.NextSibling {
		if c.Type == nethtml.TextNode && strings.TrimSpace(c.Data) == "" {
			continue
		}
		if only != nil {
			return nil
		}
		only = c
	}
	if only == nil {
		return nil
	}
	return onlyPicture(only)
}

func attribute(n *nethtml.Node, key string) string {
	for _, a := range n.Attr {
		if a.Key == key {
			return a.Val
		}
	}
	return ""
}

// dataOf gives the file in a data URL.
func dataOf(src string) ([]byte, bool) {
	rest, ok := strings.CutPrefix(src, "data:image/")
	head, data, found := strings.Cut(rest, ",")
	if !ok || !found {
		return nil, false
	}
	if strings.HasSuffix(head, ";base64") {
		file, err := base64.StdEncoding.DecodeString(data)
		return file, err == nil
	}
	text, err := url.PathUnescape(data)
	return []byte(text), err == nil
}
