package css

import (
	"strings"
	"sync"
)

// An Element is an element of a document, as far as selectors tell elements apart.
type Element struct {
	Type       string // in lower case
	Classes    []string
	Attributes []Attr // but for the classes
	Parent     *Element
	Children   []*Element
	Space      bool // white space stands before it
	Own        any  // what its maker knows of it

	at  int // among its parent's children
	tag tag
}

// tag is what a cascade knows of an element by what it has alone.
type tag struct {
	of   *Cascade
	id   int32 // the same of elements with the same key
	asks bool  // selectors ask for more than what it has
}

// Tagged gives a number that is the same of elements of which, in elements of which the same holds, the cascade
// declares the same; is reports whether the element has one.
func (s *Stage) Tagged(e *Element) (id int32, is bool) {
	return e.tag.id, e.tag.of == s.c && !e.tag.asks
}

// key is a text by which the element's type, the classes that selectors of the cascade may tell apart, and its
// attributes are known.
func (c *Cascade) key(e *Element) string {
	var b strings.Builder
	b.WriteString(e.Type)
	for _, class := range e.Classes {
		if c.tests || c.names[class] {
			b.WriteByte('.')
			b.WriteString(class)
		}
	}
	for _, a := range e.Attributes {
		b.WriteString("[" + a.Name + "=" + a.Value)
	}
	b.WriteByte('#')
	return b.String()
}

// Tag has the cascade know an element and all in it, which must not change any more, by what they have.
func (c *Cascade) Tag(e *Element) {
	c.tags.mu.Lock()
	defer c.tags.mu.Unlock()
	c.tagAll(e)
}

func (c *Cascade) tagAll(e *Element) {
	key := c.key(e)
	id, known := c.tags.ids[key]
	if !known {
		if c.tags.ids == nil {
			c.tags.ids = map[string]int32{}
		}
		id = int32(len(c.tags.ids))
		c.tags.ids[key] = id
	}
	e.tag = tag{c, id, c.asksOf(e)}
	for _, k := range e.Children {
		c.tagAll(k)
	}
}

// asksOf reports whether a selector asks for more of an element than what it has.
func (c *Cascade) asksOf(e *Element) bool {
	asked := len(c.asked["*"])+len(c.asked[e.Type]) > 0
	for _, class := range e.Classes {
		asked = asked || len(c.asked["."+class]) > 0
	}
	for _, a := range e.Attributes {
		asked = asked || a.Name == "id" && len(c.asked["#"+a.Value]) > 0
	}
	return asked
}

// tags are the numbers of elements by their keys.
type tags struct {
	mu  sync.Mutex
	ids map[string]int32
}

// An Attr is an attribute of an element.
type Attr struct{ Name, Value string }

// Add puts an element at the end of its parent's.
func (e *Element) Add(kid *Element) *Element {
	kid.Parent, kid.at = e, len(e.Children)
	e.Children = append(e.Children, kid)
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

// Classes are the classes that the cascade's selectors name, each once.
func (c *Cascade) Classes() (all []string) {
	seen, within := map[string]bool{}, map[*Selector]bool{}
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
				if len(p.Of) == 0 || within[&p.Of[0]] {
					continue
				}
				within[&p.Of[0]] = true
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
