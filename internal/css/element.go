package css

import "strings"

// An Element is an element of a document, as far as selectors tell elements apart.
type Element struct {
	Type       string // in lower case
	Classes    []string
	Attributes []Attr // but for the classes
	Parent     *Element
	Kids       []*Element
	Space      bool // white space stands before it

	at  int // among its parent's kids
	key string
}

// Key is a text by which the element's type, the classes that selectors of the cascade may tell apart, and its attributes are known.
func (c *Cascade) Key(e *Element) string {
	if e.key != "" {
		return e.key
	}
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

// Tag keeps the keys of an element and of all in it, which must not change any more.
func (c *Cascade) Tag(e *Element) {
	e.key = c.Key(e)
	for _, k := range e.Kids {
		c.Tag(k)
	}
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
