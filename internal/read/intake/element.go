package intake

import (
	"encoding/base64"
	"net/url"
	"strings"

	nethtml "golang.org/x/net/html"
	"golang.org/x/net/html/atom"
)

// parsed gives the element that markup holds, or its parts under one node.
func (s stop) parsed(markup string) *nethtml.Node {
	root := &nethtml.Node{Type: nethtml.ElementNode, Data: "div"}
	nodes, err := nethtml.ParseFragment(stopReader{s, strings.NewReader(markup)},
		&nethtml.Node{Type: nethtml.ElementNode, Data: "body", DataAtom: atom.Body})
	if s.ask(); err != nil {
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

// wordsOf gives an element's words; plain is false where it has more than words.
func wordsOf(n *nethtml.Node) (text string, plain bool) {
	if len(n.Attr) > 0 {
		return "", false
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
	if len(n.Attr) > 0 {
		return nil, false
	}
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
