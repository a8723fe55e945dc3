package flow

import "kitrows/internal/browser/css"

// A Filling tells what elements hold besides elements, and which of the user's they are.
type Filling interface {
	// Leaf is the content of an element that has its own, whatever stands in it; else nil.
	Leaf(e *css.Element, s *Style) *Leaf
	// Text is the words before the element's kid of that number, or after the last; nil where there are none.
	Text(e *css.Element, s *Style, before int) *Leaf
	// Node is the user's number for an element; -1 for none.
	Node(e *css.Element) int32
	// Lines gives how large the lines are that stand together in an element, with no block among them, by their number
	// from 0, or nil where that is not known; and is nil where nothing of the element is.
	Lines(e *css.Element, s *Style) func(number int) *Leaf
}

// Tree makes the boxes of an element, of which outer is the style of the one around it, nil for a
// document's root; and of what is in it.
func (s *Styler) Tree(e *css.Element, outer *Style, content Filling) *Box {
	style := s.Style(e, outer)
	s.budget.Step(16)
	s.budget.Hold(boxSize)
	b := s.box()
	b.Style, b.Leaf, b.Node, b.Space = style, content.Leaf(e, style), content.Node(e), e.Space
	if b.Leaf != nil && b.Leaf.Flows {
		return b
	}
	b.known = content.Lines(e, style)
	b.Children = make([]*Box, 0, len(e.Children))
	if style.Before != nil {
		b.Children = append(b.Children, generated(style.Before))
	}
	for i, k := range e.Children {
		b.words(content.Text(e, style, i))
		kid := s.Tree(k, style, content)
		if kid.Style.Display == Contents || kid.Style.Display == Inline && kid.Leaf == nil && kid.Node < 0 &&
			len(kid.Children) > 0 {
			b.Children = append(b.Children, kid.Children...)
			continue
		}
		b.Children = append(b.Children, kid)
	}
	b.words(content.Text(e, style, len(e.Children)))
	if style.After != nil {
		b.Children = append(b.Children, generated(style.After))
	}
	return b
}

// Again makes the boxes of a tree ready to be laid out once more, by the same styles.
func (b *Box) Again() {
	b.Line, b.Fits, b.passes, b.Height = 0, false, unknown, 0
	b.within, b.forced, b.was = extent{}, extent{}, before{}
	for _, k := range b.Children {
		k.Again()
	}
}

// box is a new one; those of a tree are made many at a time.
func (s *Styler) box() *Box {
	if len(s.boxes) == cap(s.boxes) {
		s.boxes = make([]Box, 0, 64)
	}
	s.boxes = append(s.boxes, Box{})
	return &s.boxes[len(s.boxes)-1]
}

// words adds a box of words, if there are any.
func (b *Box) words(leaf *Leaf) {
	if leaf == nil {
		return
	}
	s := b.Style
	own := &Style{FontSize: s.FontSize, LineHeight: s.LineHeight, Shrink: 1, Self: "auto", JustifySelf: "auto",
		Position: "static", fixed: true}
	for _, sizes := range []*[4]Size{&own.Margin, &own.Padding} {
		for i := range sizes {
			sizes[i].Kind = Length
		}
	}
	if s.Arranges() {
		own.Display = Root
	}
	b.Children = append(b.Children, &Box{Style: own, Leaf: leaf, Node: leaf.Node, Space: true})
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
	if id, is := s.stage.Tagged(e); is {
		st := outer.inner[id]
		if st == nil {
			st = s.Of(e, outer)
			if outer.inner == nil {
				outer.inner = map[int32]*Style{}
			}
			outer.inner[id] = st
			s.given++
		}
		return st
	}
	key := append(s.key[:0], s.stage.Key(e)...)
	s.budget.Step(len(key) / 8)
	key = s.stage.Tell(key, e)
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
		s.given++
	}
	return st
}
