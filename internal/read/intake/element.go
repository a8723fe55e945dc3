package intake

import (
	"encoding/base64"
	"net/url"
	"strings"

	nethtml "golang.org/x/net/html"
	"golang.org/x/net/html/atom"

	"kitrows/internal/grid/prose"
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

// proseOf gives what stands in an element that has no attributes, if it is prose.
func proseOf(n *nethtml.Node) (text string, is bool) {
	parts, is := partsOf(n)
	return prose.Text(prose.Joined(parts)), is && len(n.Attr) == 0
}

func partsOf(n *nethtml.Node) (parts []prose.Part, is bool) {
	for c := n.FirstChild; c != nil; c = c.NextSibling {
		switch c.Type {
		case nethtml.TextNode:
			parts = append(parts, prose.Part{Words: c.Data})
		case nethtml.ElementNode:
			part := prose.Part{Tag: c.Data}
			for _, a := range c.Attr {
				part.Attributes = append(part.Attributes, prose.Attribute{Name: a.Key, Value: a.Val})
			}
			if part.Parts, is = partsOf(c); !is || !prose.Element(part.Tag, part.Attributes) {
				return nil, false
			}
			parts = append(parts, part)
		default:
			return nil, false
		}
	}
	return parts, true
}

// itemsOf gives a list's items, where each is prose alone.
func itemsOf(n *nethtml.Node) (items []string, plain bool) {
	if len(n.Attr) > 0 {
		return nil, false
	}
	for c := n.FirstChild; c != nil; c = c.NextSibling {
		if c.Type == nethtml.TextNode && strings.TrimSpace(c.Data) == "" {
			continue
		}
		text, plain := proseOf(c)
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
