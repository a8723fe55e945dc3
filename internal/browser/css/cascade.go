package css

import (
	"maps"
	"path"
	"slices"
	"strings"
	"sync"

	"kitrows/internal/browser/budget"
)

// A Source is a stylesheet file.
type Source struct {
	Name, Text string
	Media      string // that its link asks for; empty for all
}

// A Longhand is a property that is none of several. Short is the property that it is written in,
// where custom properties must be put into its value before it can be divided.
type Longhand struct {
	Name, Value, Short string
	Unplanned          bool // who expanded it does not know what it does
}

// Expand divides a declaration into longhands; ok is false of one that browsers leave out because
// its value is none of the property's.
type Expand func(name, value string) (all []Longhand, ok bool)

// A Cascade is stylesheets that are linked in an order, as one list of rules (CSS Cascading and
// Inheritance Level 5). It may be used at once by many.
type Cascade struct {
	Trees []*Tree // of the sources, in their order
	Names []string
	Rules []*StyleRule
	Left  []Left // what is left out

	kept   kept
	tags   tags
	expand Expand
	known  map[[2]string]expanded // what declarations come to, while stylesheets are read
	asks   map[*Selector]bool     // lists whose selectors are looked through for what they ask, then
	roots  map[string]int         // the first source of each name
	bases  map[string]int         // and of each last part of a name
	layers *layer

	// Registered are the custom properties that an @property is about.
	Registered map[string]Registered

	nestings int // how many style rules were read
	index    map[string][]selected
	// of what elements have, by which they are found as index has it: selectors up to where they ask for more than
	// that, such as where an element stands among its siblings, what those are, or what it holds
	asked map[string][]Selector
	names map[string]bool // the classes that selectors name
	marks map[string]bool // the ids, and the attributes in brackets, that they name
	tests bool            // some test the attribute of classes in another way
}

// A StyleRule is a style rule in the cascade. Its Media is that of all around it.
type StyleRule struct {
	Selectors []Selector
	Sets      []Put
	Unplanned []Put  // of properties of which nobody here knows what they do
	Unsure    string // what it hangs on that nobody here can tell; such a rule is none of the cascade's Rules
	Media     Media
	File      int // of Trees
	Node      *Node
	Order     int

	layer *layer
}

// Registered is what an @property says of a custom property.
type Registered struct {
	Inherits bool
	Initial  string // what it holds where nothing is declared; empty for nothing
}

// A Put is what a declaration puts into a longhand.
type Put struct {
	Longhand
	Important bool
	Set       *Set
}

// Left is a part of a stylesheet that does not take part in the cascade, and why.
type Left struct {
	File     int
	From, To int
	Why      string
	Quiet    bool // browsers leave it out too, or it is for something else
}

// What is kept of a cascade, in bytes, as budgets count it.
const (
	ruleSize     = 160
	putSize      = 96
	selectedSize = 48
	leftSize     = 96
	layerSize    = 160
)

// selected is a selector of a rule.
type selected struct {
	rule *StyleRule
	by   *Selector
	rank uint32
}

// Bounds of a cascade.
const (
	mostRules   = 200_000
	mostImports = 400 // files that are read for an @import; one that is imported twice counts twice
)

// NewCascade reads stylesheets within a budget, in the order in which they are linked. A file that another brings in
// with @import takes part there, and not by itself.
func NewCascade(b *budget.Budget, sources []Source, expand Expand) *Cascade {
	c := &Cascade{expand: expand, layers: &layer{}, index: map[string][]selected{}, asked: map[string][]Selector{},
		names: map[string]bool{}, marks: map[string]bool{}, roots: map[string]int{}, bases: map[string]int{}}
	for i, s := range sources {
		b.Reading(s.Name)
		c.Trees, c.Names = append(c.Trees, Parse(b, s.Text)), append(c.Names, s.Name)
		c.named(i, s.Name)
	}
	var all []*StyleRule
	imported := map[int]bool{}
	for i := range c.Trees {
		for _, at := range c.Imports(i) {
			imported[at] = true
		}
	}
	for i, t := range c.Trees {
		b.Reading(c.Names[i])
		for _, s := range t.Skipped {
			c.Left = append(c.Left, Left{i, s.From, s.To, s.Why, false})
			b.Hold(leftSize)
		}
		if !imported[i] {
			f := flattener{c: c, b: b, file: i, open: []int{i}}
			f.rules(t.Rules, around{layer: c.layers, media: ParseMedia(b, sources[i].Media)}, true)
			all = append(all, f.all...)
		}
	}
	c.layers.number(new(int))
	c.find(b, all)
	return c
}

// None is the cascade that declares nothing, not even what stands in style attributes.
func None() *Cascade { return NewCascade(nil, nil, nil) }

// named keeps by which names a source is found.
func (c *Cascade) named(at int, name string) {
	if _, is := c.roots[name]; !is {
		c.roots[name] = at
	}
	if _, is := c.bases[path.Base(name)]; !is {
		c.bases[path.Base(name)] = at
	}
}

// find makes rules such that they are found by their selectors.
func (c *Cascade) find(b *budget.Budget, rules []*StyleRule) {
	c.asks = map[*Selector]bool{}
	for _, r := range rules {
		b.Reading(c.Names[r.File])
		for i := range r.Selectors {
			c.add(b, r, &r.Selectors[i])
		}
	}
	c.known, c.asks = nil, nil
}

// kept is what is worked out by a cascade and kept with it.
type kept struct {
	mu sync.Mutex
	by map[string]any // by which rules hold
}

// mostKept is for how many choices of rules something is kept with a cascade: a page is looked at in at most eight
// lanes.
const mostKept = 12

// Take returns what was kept where the same rules hold as in a viewport so many px wide, if it is not taken; nil where
// there is nothing. It is the taker's until it is kept again.
func (c *Cascade) Take(b *budget.Budget, width float64) any {
	key := packed(c.holding(b, width))
	c.kept.mu.Lock()
	defer c.kept.mu.Unlock()
	v := c.kept.by[key]
	delete(c.kept.by, key)
	return v
}

// Keep keeps what was worked out on a stage of the cascade, for where the same rules hold.
func (c *Cascade) Keep(s *Stage, v any) {
	key := packed(s.holds)
	c.kept.mu.Lock()
	defer c.kept.mu.Unlock()
	if c.kept.by == nil || len(c.kept.by) >= mostKept {
		c.kept.by = map[string]any{}
	}
	c.kept.by[key] = v
}

// packed is a text that is the same of the same answers.
func packed(holds []Truth) string {
	text := make([]byte, len(holds))
	for i, t := range holds {
		text[i] = byte(t)
	}
	return string(text)
}

// With is the cascade with one stylesheet of ours more, without layers, linked after all others.
func (c *Cascade) With(s Source) *Cascade {
	more := Cascade{Rules: slices.Clip(c.Rules), Left: slices.Clip(c.Left), expand: c.expand, layers: c.layers,
		nestings: c.nestings, tests: c.tests,
		Registered: maps.Clone(c.Registered)}
	more.Trees, more.Names = append(slices.Clip(c.Trees), Parse(nil, s.Text)), append(slices.Clip(c.Names), s.Name)
	more.roots, more.bases = maps.Clone(c.roots), maps.Clone(c.bases)
	more.named(len(c.Names), s.Name)
	more.names, more.marks = maps.Clone(c.names), maps.Clone(c.marks)
	more.index, more.asked = maps.Clone(c.index), maps.Clone(c.asked)
	for key, all := range more.index {
		more.index[key] = slices.Clip(all)
	}
	for key, all := range more.asked {
		more.asked[key] = slices.Clip(all)
	}
	last := len(c.Trees)
	f := flattener{c: &more, file: last, open: []int{last}}
	f.rules(more.Trees[last].Rules, around{layer: c.layers, media: ParseMedia(nil, s.Media)}, true)
	more.find(nil, f.all)
	return &more
}

// Roots are the files that no other brings in, in their order: those a page links.
func (c *Cascade) Roots() (all []int) {
	imported := make([]bool, len(c.Trees))
	for i := range c.Trees {
		for _, at := range c.Imports(i) {
			imported[at] = imported[at] || at != i
		}
	}
	for i, is := range imported {
		if !is {
			all = append(all, i)
		}
	}
	return all
}

// Imports are the files that a file brings in, by their numbers.
func (c *Cascade) Imports(at int) (all []int) {
	for _, n := range c.Trees[at].Rules {
		if !leads(n) {
			break
		}
		if link, _ := importOf(n.Prelude); n.At == "import" && c.file(link) >= 0 {
			all = append(all, c.file(link))
		}
	}
	return all
}

// leads reports whether a rule may stand before an @import.
func leads(n *Node) bool {
	return n.At == "import" || n.At == "charset" || n.At == "layer" && !n.Block
}

// file is the source that a link from another leads to; -1 for none.
func (c *Cascade) file(link string) int {
	if link == "" {
		return -1
	}
	link, _, _ = strings.Cut(link, "?")
	at, is := c.bases[path.Base(link)]
	if named, has := c.roots[link]; has && (!is || named < at) {
		return named
	}
	if !is {
		return -1
	}
	return at
}

// add finds a selector by what it asks of its element.
func (c *Cascade) add(b *budget.Budget, r *StyleRule, s *Selector) {
	c.ask(b, *s)
	one := selected{r, s, s.Specificity()}
	last := &(*s)[len(*s)-1]
	for _, key := range keys(last) {
		if last.Element != "" {
			key += "::" + last.Element
		}
		b.Hold(selectedSize)
		b.Step(4)
		c.index[key] = append(c.index[key], one)
	}
}

// ask notes what a selector asks of elements besides what they have.
func (c *Cascade) ask(b *budget.Budget, s Selector) {
	for i := range s {
		b.Step(2)
		compound := &s[i]
		for _, class := range compound.Classes {
			c.names[class] = true
		}
		for _, id := range compound.IDs {
			c.marks["#"+id] = true
		}
		for _, a := range compound.Attributes {
			c.tests = c.tests || a.Name == "class"
			c.marks["["+a.Name] = true
		}
		asks := compound.Combinator == '+' || compound.Combinator == '~'
		for _, p := range compound.Pseudos {
			asks = asks || p.Name == "has" || p.Name == "empty" || strings.Contains(p.Name, "-of-type") ||
				strings.Contains(p.Name, "child")
			if len(p.Of) == 0 || c.asks[&p.Of[0]] {
				continue
			}
			c.asks[&p.Of[0]] = true
			for _, of := range p.Of {
				c.ask(b, of)
			}
		}
		if asks {
			for _, key := range keys(compound) {
				b.Hold(selectedSize)
				c.asked[key] = append(c.asked[key], s[:i+1])
			}
		}
	}
}

// keys are what an element has, one of which an element must have that the compound matches: a
// class, an id or a type; or * for any.
func keys(c *Compound) []string {
	switch {
	case len(c.Classes) > 0:
		return []string{"." + c.Classes[0]}
	case len(c.IDs) > 0:
		return []string{"#" + c.IDs[0]}
	case c.Type != "" && c.Type != "*":
		return []string{c.Type}
	}
	for _, p := range c.Pseudos {
		if p.Name != "is" && p.Name != "where" || len(p.Of) == 0 || len(p.Of) > mostParts {
			continue
		}
		var all []string
		for _, s := range p.Of {
			last := &s[len(s)-1]
			switch { // what they hold themselves is not looked at: a rule in a rule in a rule may hold very many
			case len(last.Classes) > 0, len(last.IDs) > 0, last.Type != "" && last.Type != "*":
				all = append(all, keys(last)...)
			default:
				all = append(all, "*")
			}
		}
		slices.Sort(all)
		all = slices.Compact(all)
		if !slices.Contains(all, "*") {
			return all
		}
	}
	return []string{"*"}
}
