package css

import (
	"slices"
	"strings"

	"kitrows/internal/browser/budget"
)

// A matcher finds out which elements selectors select, and remembers what takes long to find out. It is not safe for
// use by several at once.
type matcher struct {
	budget  *budget.Budget
	parents map[parented]bool
	typed   map[*Element][]typedPlace // of the elements in one
}

// parented is a rule that others stand in, by its number, and an element.
type parented struct {
	rule int
	e    *Element
}

// A typedPlace is how many elements of its type stand before an element in its parent, and how many there are in all.
type typedPlace struct{ before, all int }

// An outcome is whether a selector selects an element or, where it does not, which others may still be tried in its
// place: the next sibling or ancestor, the next ancestor, or none.
type outcome uint8

const (
	matched outcome = iota
	failsHere
	failsSiblings
	failsAltogether
)

// Matches reports whether an element is what the compound asks for, but for its combinator.
func (c *Compound) Matches(e *Element) bool { return new(matcher).compound(c, e) }

// selects reports whether a selector selects the element. What cannot be told of a document that nobody uses, such as
// :hover, selects nothing.
func (m *matcher) selects(s Selector, e *Element) bool { return m.upTo(s, len(s)-1, e) == matched }

// upTo reports it of the selector up to a compound. Of several ancestors that are what a compound asks for the nearest
// is as good as any, so that the work grows with how deep an element stands and how long the selector is, and no
// faster.
func (m *matcher) upTo(s Selector, at int, e *Element) outcome {
	if !m.compound(&s[at], e) {
		return failsHere
	}
	if at == 0 {
		if s[0].Combinator == 0 {
			return matched
		}
		return failsAltogether
	}
	switch s[at].Combinator {
	case '>':
		if e.Parent == nil {
			return failsAltogether
		}
		return m.upTo(s, at-1, e.Parent)
	case '+':
		if before := e.sibling(-1); before != nil {
			return m.upTo(s, at-1, before)
		}
		return failsSiblings
	case '~':
		for before := e.sibling(-1); before != nil; before = before.sibling(-1) {
			if o := m.upTo(s, at-1, before); o != failsHere {
				return o
			}
		}
		return failsSiblings
	}
	for above := e.Parent; above != nil; above = above.Parent {
		if o := m.upTo(s, at-1, above); o == matched || o == failsAltogether {
			return o
		}
	}
	return failsAltogether
}

// sibling is the element so many places after it; nil where there is none.
func (e *Element) sibling(by int) *Element {
	if e.Parent == nil || e.at+by < 0 || e.at+by >= len(e.Parent.Children) {
		return nil
	}
	return e.Parent.Children[e.at+by]
}

func (m *matcher) compound(c *Compound, e *Element) bool {
	m.budget.Step(1)
	if c.Type != "" && c.Type != "*" && c.Type != e.Type {
		return false
	}
	for _, class := range c.Classes {
		m.budget.Step(len(e.Classes) / 8)
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
		if !m.attribute(&c.Attributes[i], e) {
			return false
		}
	}
	for i := range c.Pseudos {
		if !m.pseudo(&c.Pseudos[i], e) {
			return false
		}
	}
	return !c.Nest
}

func (m *matcher) attribute(a *Attribute, e *Element) bool {
	m.budget.Step(1 + len(e.Attributes)/8)
	has, ok := e.Attribute(a.Name)
	if !ok {
		return false
	}
	m.budget.Step(2 + len(has)/32)
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

func (m *matcher) pseudo(p *Pseudo, e *Element) bool {
	m.budget.Step(1)
	switch p.Name {
	case "is", "where", "-webkit-any", "matches":
		return m.any(p, e)
	case "not":
		return !m.any(p, e)
	case "has":
		return slices.ContainsFunc(p.Of, func(s Selector) bool { return m.below(s, e) })
	case "root":
		return e.Parent == nil
	case "empty":
		return len(e.Children) == 0
	case "only-child":
		return e.Parent != nil && len(e.Parent.Children) == 1
	case "first-child", "nth-child", "first-of-type", "nth-of-type":
		return m.counts(p, e, false)
	case "last-child", "nth-last-child", "last-of-type", "nth-last-of-type":
		return m.counts(p, e, true)
	case "only-of-type":
		return e.Parent != nil && m.place(e).all == 1
	case "link", "any-link":
		_, has := e.Attribute("href")
		return has && e.Type == "a"
	case "enabled", "read-only":
		return true
	}
	return false
}

// any reports whether any of the selectors in a pseudo-class selects the element. Rules may stand in rules in rules,
// with several selectors each: of those it remembers what it found.
func (m *matcher) any(p *Pseudo, e *Element) bool {
	if p.parent == 0 {
		return slices.ContainsFunc(p.Of, func(s Selector) bool { return m.selects(s, e) })
	}
	key := parented{p.parent, e}
	is, known := m.parents[key]
	if !known {
		is = slices.ContainsFunc(p.Of, func(s Selector) bool { return m.selects(s, e) })
		if m.parents == nil {
			m.parents = map[parented]bool{}
		}
		m.budget.Hold(parentedSize)
		m.parents[key] = is
	}
	return is
}

// parentedSize is what is kept of one, in bytes, as budgets count it.
const parentedSize = 48

// below reports whether a relative selector selects an element below e, or beside it.
func (m *matcher) below(s Selector, e *Element) bool {
	first := s[0].Combinator
	s = slices.Clone(s)
	s[0].Combinator = 0
	m.budget.Step(8)
	anchored := func(k *Element) bool {
		switch {
		case !m.selects(s, k):
			return false
		case len(s) > 1: // as near as it is told
			return true
		case first == '>':
			return k.Parent == e
		case first == '+':
			return k.sibling(-1) == e
		}
		return true
	}
	var visit func(children []*Element) bool
	visit = func(children []*Element) bool {
		return slices.ContainsFunc(children, func(k *Element) bool { return anchored(k) || visit(k.Children) })
	}
	if first == '+' || first == '~' {
		return e.Parent != nil && visit(e.Parent.Children[e.at+1:])
	}
	return visit(e.Children)
}

// counts reports whether the element is one of those that An + B counts, from the first or from the last.
func (m *matcher) counts(p *Pseudo, e *Element, last bool) bool {
	if e.Parent == nil {
		return p.B == 1
	}
	n := 0
	switch {
	case len(p.Of) > 0:
		if !m.any(p, e) {
			return false
		}
		step := -1
		if last {
			step = 1
		}
		for s := e; s != nil; s = s.sibling(step) {
			if m.any(p, s) {
				n++
			}
		}
	case strings.HasSuffix(p.Name, "of-type"):
		if at := m.place(e); last {
			n = at.all - at.before
		} else {
			n = at.before + 1
		}
	case last:
		n = len(e.Parent.Children) - e.at
	default:
		n = e.at + 1
	}
	if p.A == 0 {
		return n == p.B
	}
	return (n-p.B)%p.A == 0 && (n-p.B)/p.A >= 0
}

// place is an element's among those of its type in its parent.
func (m *matcher) place(e *Element) typedPlace {
	all, known := m.typed[e.Parent]
	if !known {
		children := e.Parent.Children
		m.budget.Step(2 * len(children))
		m.budget.Hold(16 * len(children))
		count := map[string]int{}
		all = make([]typedPlace, len(children))
		for i, k := range children {
			all[i].before = count[k.Type]
			count[k.Type]++
		}
		for i, k := range children {
			all[i].all = count[k.Type]
		}
		if m.typed == nil {
			m.typed = map[*Element][]typedPlace{}
		}
		m.typed[e.Parent] = all
	}
	return all[e.at]
}
