package flow

import (
	"strconv"
	"strings"

	"kitrows/internal/css"
)

// Tree makes the boxes of an element, of which outer is the style of the one around it, nil for a
// document's root; and of what is in it. Content gives the content of an element that has its own;
// node the user's number for an element.
func (s *Styler) Tree(e *css.Element, outer *Style, content func(*css.Element) *Leaf, node func(*css.Element) int32) *Box {
	style := s.style(e, outer)
	b := &Box{Style: style, Leaf: content(e), Node: node(e), Space: e.Space}
	b.Kids = make([]*Box, 0, len(e.Kids))
	if style.Before != nil {
		b.Kids = append(b.Kids, generated(style.Before))
	}
	for _, k := range e.Kids {
		kid := s.Tree(k, style, content, node)
		if kid.Style.Display == Contents {
			b.Kids = append(b.Kids, kid.Kids...)
			continue
		}
		b.Kids = append(b.Kids, kid)
	}
	if style.After != nil {
		b.Kids = append(b.Kids, generated(style.After))
	}
	return b
}

// generated is the box of a pseudo-element.
func generated(s *Style) *Box {
	b := &Box{Style: s, Node: -1}
	if s.text {
		b.Leaf = &Leaf{High: func(float64) float64 {
			if s.LineHeight < 0 {
				return s.FontSize * 1.15
			}
			return s.LineHeight
		}}
	}
	return b
}

// style gives an element's style; elements that nothing tells apart have the same.
func (s *Styler) style(e *css.Element, outer *Style) *Style {
	if outer == nil {
		return s.Root(e)
	}
	if s.stage.ByKids() || s.stage.BySibling() {
		return s.Of(e, outer)
	}
	var key strings.Builder
	key.WriteString(e.Type)
	for _, class := range e.Classes {
		key.WriteByte('.')
		key.WriteString(class)
	}
	for _, a := range e.Attributes {
		key.WriteByte('[')
		key.WriteString(a.Name)
		key.WriteByte('=')
		key.WriteString(a.Value)
	}
	if s.stage.ByPlace() {
		key.WriteByte('#')
		key.WriteString(strconv.Itoa(e.Place()))
		key.WriteByte('/')
		key.WriteString(strconv.Itoa(len(e.Parent.Kids)))
	}
	known := s.known[outer]
	if known == nil {
		known = map[string]*Style{}
		s.known[outer] = known
	}
	st := known[key.String()]
	if st == nil {
		st = s.Of(e, outer)
		known[key.String()] = st
	}
	return st
}
