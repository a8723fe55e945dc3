package flow

import (
	"strconv"

	"kitrows/internal/css"
)

// Tree makes the boxes of an element, of which outer is the style of the one around it, nil for a
// document's root; and of what is in it. Content gives the content of an element that has its own;
// node the user's number for an element.
func (s *Styler) Tree(e *css.Element, outer *Style, content func(*css.Element) *Leaf, node func(*css.Element) int32) *Box {
	style := s.Style(e, outer)
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

// Style gives an element's style, in an element of the style outer; nil for a document's root. Elements
// that no selector tells apart have the same.
func (s *Styler) Style(e *css.Element, outer *Style) *Style {
	if outer == nil {
		return s.Root(e)
	}
	place, others := s.stage.Tells(e)
	if others {
		return s.Of(e, outer)
	}
	key := s.key[:0]
	key = append(key, e.Type...)
	for _, class := range e.Classes {
		key = append(append(key, '.'), class...)
	}
	for _, a := range e.Attributes {
		key = append(append(append(append(key, '['), a.Name...), '='), a.Value...)
	}
	if place {
		key = strconv.AppendInt(append(key, '#'), int64(e.Place()), 10)
		key = strconv.AppendInt(append(key, '/'), int64(len(e.Parent.Kids)), 10)
	}
	s.key = key
	known := s.known[outer]
	if known == nil {
		known = map[string]*Style{}
		s.known[outer] = known
	}
	st := known[string(key)]
	if st == nil {
		st = s.Of(e, outer)
		known[string(key)] = st
	}
	return st
}
