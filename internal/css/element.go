package css

import (
	"slices"
	"strings"
)

// An Element is an element of a document, as far as selectors tell elements apart.
type Element struct {
	Type       string // in lower case
	Classes    []string
	Attributes []Attr // but for the classes
	Parent     *Element
	Kids       []*Element
	Space      bool // white space stands before it

	at int // among its parent's kids
}

// An Attr is an attribute of an element.
type Attr struct{ Name, Value string }

// Add puts an element at the end of its parent's.
func (e *Element) Add(kid *Element) *Element {
	kid.Parent, kid.at = e, len(e.Kids)
	e.Kids = append(e.Kids, kid)
	return kid
}

// Place is the element's among its parent's, from 0.
func (e *Element) Place() int { return e.at }

// Attribute is what an attribute of the element holds.
func (e *Element) Attribute(name string) (value string, has bool) {
	if name == "class" {
		return strings.Join(e.Classes, " "), len(e.Classes) > 0
	}
	for _, a := range e.Attributes {
		if a.Name == name {
			return a.Value, true
		}
	}
	return "", false
}

// Matches reports whether a selector selects the element. What cannot be told of a document that
// nobody uses, such as :hover, selects nothing.
func (s Selector) Matches(e *Element) bool { return s.matches(e, len(s)-1) }

// matches reports it of the selector up to a compound.
func (s Selector) matches(e *Element, at int) bool {
	if !s[at].Matches(e) {
		return false
	}
	if at == 0 {
		return s[0].Combinator == 0
	}
	switch s[at].Combinator {
	case '>':
		return e.Parent != nil && s.matches(e.Parent, at-1)
	case '+':
		before := e.sibling(-1)
		return before != nil && s.matches(before, at-1)
	case '~':
		for before := e.sibling(-1); before != nil; before = before.sibling(-1) {
			if s.matches(before, at-1) {
				return true
			}
		}
		return false
	}
	for above := e.Parent; above != nil; above = above.Parent {
		if s.matches(above, at-1) {
			return true
		}
	}
	return false
}

// sibling is the element so many places after it; nil where there is none.
func (e *Element) sibling(by int) *Element {
	if e.Parent == nil || e.at+by < 0 || e.at+by >= len(e.Parent.Kids) {
		return nil
	}
	return e.Parent.Kids[e.at+by]
}

// Matches reports whether an element is what the compound asks for, but for its combinator.
func (c *Compound) Matches(e *Element) bool {
	if c.Type != "" && c.Type != "*" && c.Type != e.Type {
		return false
	}
	for _, class := range c.Classes {
		if !slices.Contains(e.Classes, class) {
			return false
		}
	}
	for _, id := range c.IDs {
		if has, ok := e.Attribute("id"); !ok || has != id {
			return false
		}
	}
	for i := range c.Attributes {
		if !c.Attributes[i].matches(e) {
			return false
		}
	}
	for i := range c.Pseudos {
		if !c.Pseudos[i].matches(e) {
			return false
		}
	}
	return !c.Nest
}

func (a *Attribute) matches(e *Element) bool {
	has, ok := e.Attribute(a.Name)
	if !ok {
		return false
	}
	want := a.Value
	if a.Fold {
		has, want = strings.ToLower(has), strings.ToLower(want)
	}
	switch a.Op {
	case "":
		return true
	case "=":
		return has == want
	case "~=":
		return want != "" && slices.Contains(strings.Fields(has), want)
	case "|=":
		return has == want || strings.HasPrefix(has, want+"-")
	case "^=":
		return want != "" && strings.HasPrefix(has, want)
	case "$=":
		return want != "" && strings.HasSuffix(has, want)
	}
	return want != "" && strings.Contains(has, want)
}

func (p *Pseudo) matches(e *Element) bool {
	switch p.Name {
	case "is", "where", "-webkit-any", "matches":
		return p.any(e)
	case "not":
		return !p.any(e)
	case "has":
		return slices.ContainsFunc(p.Of, func(s Selector) bool { return s.below(e) })
	case "root":
		return e.Parent == nil
	case "empty":
		return len(e.Kids) == 0
	case "only-child":
		return e.Parent != nil && len(e.Parent.Kids) == 1
	case "first-child", "nth-child", "first-of-type", "nth-of-type":
		return p.counts(e, 1)
	case "last-child", "nth-last-child", "last-of-type", "nth-last-of-type":
		return p.counts(e, -1)
	case "only-of-type":
		one := Pseudo{Name: "first-of-type", B: 1}
		return one.counts(e, 1) && one.counts(e, -1)
	case "link", "any-link":
		_, has := e.Attribute("href")
		return has && e.Type == "a"
	case "enabled", "read-only":
		return true
	}
	return false
}

func (p *Pseudo) any(e *Element) bool {
	return slices.ContainsFunc(p.Of, func(s Selector) bool { return s.Matches(e) })
}

// below reports whether a relative selector selects an element below e, or beside it.
func (s Selector) below(e *Element) bool {
	var visit func(kids []*Element) bool
	visit = func(kids []*Element) bool {
		return slices.ContainsFunc(kids, func(k *Element) bool {
			return slices.Clone(s).anchored(k, e) || visit(k.Kids)
		})
	}
	if c := s[0].Combinator; c == '+' || c == '~' {
		return e.Parent != nil && visit(e.Parent.Kids[e.at+1:])
	}
	return visit(e.Kids)
}

// anchored reports whether the selector selects k when it begins at e.
func (s Selector) anchored(k, e *Element) bool {
	first := s[0].Combinator
	s[0].Combinator = 0
	if !s.Matches(k) {
		return false
	}
	switch {
	case len(s) > 1: // as near as it is told
		return true
	case first == '>':
		return k.Parent == e
	case first == '+':
		return k.sibling(-1) == e
	}
	return true
}

// counts reports whether the element is one of those that An + B counts, from the first or, with
// step −1, from the last.
func (p *Pseudo) counts(e *Element, step int) bool {
	if e.Parent == nil {
		return p.B == 1
	}
	typed := strings.HasSuffix(p.Name, "of-type")
	n := 0
	for s := e; s != nil; s = s.sibling(-step) {
		if (!typed || s.Type == e.Type) && (len(p.Of) == 0 || p.any(s)) {
			n++
		}
	}
	if len(p.Of) > 0 && !p.any(e) {
		return false
	}
	if p.A == 0 {
		return n == p.B
	}
	return (n-p.B)%p.A == 0 && (n-p.B)/p.A >= 0
}

// Classes are the classes that the cascade's selectors name, each once.
func (c *Cascade) Classes() (all []string) {
	seen := map[string]bool{}
	var visit func(s Selector)
	visit = func(s Selector) {
		for i := range s {
			for _, name := range s[i].Classes {
				if !seen[name] {
					seen[name] = true
					all = append(all, name)
				}
			}
			for _, p := range s[i].Pseudos {
				for _, inner := range p.Of {
					visit(inner)
				}
			}
		}
	}
	for _, r := range c.Rules {
		for _, s := range r.Selectors {
			visit(s)
		}
	}
	return all
}
