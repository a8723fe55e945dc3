package css

import (
	"cmp"
	"strings"

	"kitrows/internal/browser/budget"
)

// A Winner is what holds of a longhand, and by which declaration.
type Winner struct {
	Put
	Rule *StyleRule
	Rank Rank
}

// A Rank is how declarations are weighed against one another: the higher holds.
type Rank struct {
	Important bool
	Layer     int // a later layer's is more; the other way round where they are important
	Specific  uint32
	Order     int
}

// Compare is less than 0 where r is lower.
func (r Rank) Compare(o Rank) int {
	if r.Important != o.Important {
		if r.Important {
			return 1
		}
		return -1
	}
	return cmp.Or(cmp.Compare(r.Layer, o.Layer), cmp.Compare(r.Specific, o.Specific), cmp.Compare(r.Order, o.Order))
}

// A Stage is a cascade in a viewport of a width, as elements are asked for what it declares for them. It is not safe
// for use by several at once.
type Stage struct {
	*matcher
	c     *Cascade
	width float64
	holds []Truth // by a rule's order
}

// At is the cascade in a viewport so many px wide. What elements are asked for is spent from the budget.
func (c *Cascade) At(b *budget.Budget, width float64) *Stage {
	return &Stage{matcher: &matcher{budget: b}, c: c, width: width, holds: c.holding(b, width)}
}

// holding reports which rules hold in a viewport so many px wide, by their order.
func (c *Cascade) holding(b *budget.Budget, width float64) []Truth {
	all := make([]Truth, len(c.Rules))
	b.Step(len(c.Rules) / 4)
	var last *Media
	held := No
	for i, r := range c.Rules {
		if last == nil || !r.Media.same(last) {
			last, held = &r.Media, r.Media.Holds(width)
			b.Step(r.Media.size)
		}
		all[i] = held
	}
	return all
}

// same reports whether two media are one list.
func (m Media) same(o *Media) bool {
	return len(m.any) == len(o.any) && (len(m.any) == 0 || &m.any[0] == &o.any[0])
}

// Holds reports whether a rule's media hold.
func (s *Stage) Holds(r *StyleRule) bool { return r.Unsure == "" && s.holds[r.Order] == Yes }

// Declared returns what holds of each longhand that is declared for an element, or for one of its pseudo-elements, nil
// where nothing is; and the rules for it of which it cannot be told whether they hold, which are left out of that.
func (s *Stage) Declared(e *Element, pseudo string) (won map[string]Winner, unsure []*StyleRule) {
	if pseudo != "" {
		pseudo = "::" + pseudo
	}
	visit := func(key string) {
		if pseudo != "" {
			key += pseudo
		}
		for _, one := range s.c.index[key] {
			holds := s.truth(one.rule)
			if holds == No {
				s.budget.Step(1)
				continue
			}
			if !s.selects(*one.by, e) {
				continue
			}
			if holds == Doubt {
				unsure = append(unsure, one.rule)
				continue
			}
			s.budget.Step(2 * (len(one.rule.Sets) + len(one.rule.Unplanned)))
			for _, puts := range [2][]Put{one.rule.Sets, one.rule.Unplanned} {
				for i := range puts {
					put := &puts[i]
					rank := Rank{put.Important, one.rule.layer.place, one.rank, one.rule.Order}
					if put.Important {
						rank.Layer = -rank.Layer
					}
					if held, ok := won[put.Name]; !ok || held.Rank.Compare(rank) <= 0 {
						if won == nil {
							won = map[string]Winner{}
						}
						won[put.Name] = Winner{*put, one.rule, rank}
					}
				}
			}
		}
	}
	visit("*")
	visit(e.Type)
	for _, a := range e.Attributes {
		if a.Name == "id" {
			visit("#" + a.Value)
		}
	}
	for _, class := range e.Classes {
		visit("." + class)
	}
	if style, has := e.Attribute("style"); has && pseudo == "" && s.c.expand != nil {
		if won == nil {
			won = map[string]Winner{}
		}
		s.inline(style, won)
	}
	return won, unsure
}

// Registered are the custom properties that an @property is about.
func (s *Stage) Registered() map[string]Registered { return s.c.Registered }

// truth is whether a rule holds.
func (s *Stage) truth(r *StyleRule) Truth {
	if r.Unsure == "" {
		return s.holds[r.Order]
	}
	s.budget.Step(r.Media.size)
	return min(r.Media.Holds(s.width), Doubt)
}

// inline adds what stands in a style attribute.
func (s *Stage) inline(style string, won map[string]Winner) {
	t := Parse(s.budget, "*{"+style+"}")
	if len(t.Rules) != 1 {
		return
	}
	for i := range t.Rules[0].Sets {
		set := &t.Rules[0].Sets[i]
		s.budget.Step(150 + len(set.Value)/8)
		all := []Longhand{{Name: set.Name, Value: set.Value}}
		if !strings.HasPrefix(set.Name, "--") {
			all, _ = s.c.expand(set.Name, set.Value)
		}
		for _, l := range all {
			rank := Rank{set.Important, 1 << 30, 1 << 30, i}
			if held, ok := won[l.Name]; !ok || held.Rank.Compare(rank) <= 0 {
				won[l.Name] = Winner{Put: Put{l, set.Important, set}, Rank: rank}
			}
		}
	}
}

// AsksFor reports whether a selector asks for an attribute, or for an id of that value.
func (c *Cascade) AsksFor(name, value string) bool {
	return c.marks["["+name] || name == "id" && c.marks["#"+value]
}

// On has the stage spend from another budget, and forget what it found out of elements.
func (s *Stage) On(b *budget.Budget) { *s.matcher = matcher{budget: b} }

// Key is that of the cascade.
func (s *Stage) Key(e *Element) string { return s.c.key(e) }

// Tell adds to a key by which an element's type, the classes that selectors name, and its attributes are known which
// selectors, up to there, match it that ask for more than those. Of two elements with the same key, in elements of
// which the same holds, the same is declared.
func (s *Stage) Tell(key []byte, e *Element) []byte {
	if len(s.c.asked) == 0 {
		return key
	}
	look := func(has string) {
		for _, up := range s.c.asked[has] {
			if s.selects(up, e) {
				key = append(key, '1')
			} else {
				key = append(key, '0')
			}
		}
	}
	look("*")
	look(e.Type)
	for _, class := range e.Classes {
		look("." + class)
	}
	for _, a := range e.Attributes {
		if a.Name == "id" {
			look("#" + a.Value)
		}
	}
	return key
}

// RankOf is the rank of what a rule puts, where a selector of it selects.
func (r *StyleRule) RankOf(by *Selector, put *Put) Rank {
	rank := Rank{put.Important, r.layer.place, by.Specificity(), r.Order}
	if put.Important {
		rank.Layer = -rank.Layer
	}
	return rank
}
