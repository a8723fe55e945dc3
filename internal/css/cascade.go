package css

import (
	"cmp"
	"fmt"
	"maps"
	"path"
	"slices"
	"strings"
	"sync"

	"kitrows/internal/budget"
)

// A Source is a stylesheet file.
type Source struct {
	Name, Text string
	Media      string // that its link asks for; empty for all
}

// A Longhand is a property that is none of several. Short is the property that it is written in,
// where custom properties must be put into its value before it can be divided.
type Longhand struct{ Name, Value, Short string }

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
	Media     Media
	File      int // of Trees
	Node      *Node
	Order     int

	layer *layer
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

// expanded is what a declaration comes to.
type expanded struct {
	all []Longhand
	ok  bool
}

// divide divides a declaration, each that stands there more than once but once.
func (f *flattener) divide(name, value string) (all []Longhand, ok bool) {
	c, key := f.c, [2]string{name, value}
	e, known := c.known[key]
	if !known {
		f.b.Step(16 + len(value)/8)
		f.b.Hold(putSize)
		e.all, e.ok = c.expand(name, value)
		if c.known == nil {
			c.known = map[[2]string]expanded{}
		}
		c.known[key] = e
	}
	return e.all, e.ok
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

// A layer is a cascade layer; those in it come before it.
type layer struct {
	in    []*layer
	known map[string]*layer // those of them that have a name
	place int
}

// named is the layer of a name in another, at most as deep as blocks may stand.
func (l *layer) named(b *budget.Budget, name string) *layer {
	for i, part := range strings.SplitN(name, ".", deepest+1) {
		part = strings.TrimSpace(part)
		next := l.known[part]
		if i == deepest || next == nil {
			b.Hold(layerSize)
			b.Step(8)
			next = &layer{}
			l.in = append(l.in, next)
			if l.known == nil {
				l.known = map[string]*layer{}
			}
			if part != "" {
				l.known[part] = next
			}
		}
		l = next
	}
	return l
}

func (l *layer) number(next *int) {
	for _, o := range l.in {
		o.number(next)
	}
	l.place = *next
	*next++
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
		}
	}
	c.layers.number(new(int))
	c.find(b, c.Rules)
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
	by map[float64]any // the width of a viewport
}

// mostKept is for how many widths something is kept with a cascade: a page is looked at in at most eight lanes.
const mostKept = 12

// Take gives what was kept for a viewport of a width, if it is not taken; nil where there is nothing. It is the taker's until
// it is kept again.
func (c *Cascade) Take(width float64) any {
	c.kept.mu.Lock()
	defer c.kept.mu.Unlock()
	v := c.kept.by[width]
	delete(c.kept.by, width)
	return v
}

// Keep keeps what was worked out for a viewport of a width.
func (c *Cascade) Keep(width float64, v any) {
	c.kept.mu.Lock()
	defer c.kept.mu.Unlock()
	if c.kept.by == nil || len(c.kept.by) >= mostKept {
		c.kept.by = map[float64]any{}
	}
	c.kept.by[width] = v
}

// With is the cascade with one stylesheet of ours more, without layers, linked after all others.
func (c *Cascade) With(s Source) *Cascade {
	more := Cascade{Rules: slices.Clip(c.Rules), Left: slices.Clip(c.Left), expand: c.expand, layers: c.layers, nestings: c.nestings, tests: c.tests}
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
	more.find(nil, more.Rules[len(c.Rules):])
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

// importOf divides the prelude of an @import into its link and what follows it.
func importOf(prelude string) (link, rest string) {
	p := strings.TrimSpace(prelude)
	switch {
	case p == "":
		return "", ""
	case p[0] == '"' || p[0] == '\'':
		if end := strings.IndexByte(p[1:], p[0]); end >= 0 {
			return p[1 : 1+end], strings.TrimSpace(p[2+end:])
		}
	case len(p) > 4 && strings.EqualFold(p[:4], "url("):
		if end := strings.IndexByte(p, ')'); end >= 0 {
			return strings.Trim(strings.TrimSpace(p[4:end]), `"'`), strings.TrimSpace(p[end+1:])
		}
	}
	return "", ""
}

// around is what stands around rules.
type around struct {
	media  Media
	layer  *layer
	parent []Selector // of the rule that they stand in
	number int        // of that
	deep   int
}

type flattener struct {
	c     *Cascade
	b     *budget.Budget
	file  int
	open  []int // files that are being read
	bring *int  // how many were read for an @import
}

func (f *flattener) leave(n *Node, why string, quiet bool) {
	f.b.Hold(leftSize)
	f.c.Left = append(f.c.Left, Left{f.file, n.From, n.To, why, quiet})
}

func (f *flattener) rules(nodes []*Node, in around, top bool) {
	imports := top
	for _, n := range nodes {
		f.b.Step(8)
		if len(f.c.Rules) >= mostRules || in.deep > deepest {
			f.leave(n, "there are too many rules", false)
			return
		}
		imports = imports && leads(n)
		switch n.At {
		case "":
			f.style(n, in)
		case "import":
			if !imports {
				f.leave(n, "an @import after other rules does nothing", true)
				continue
			}
			f.imported(n, in)
		case "layer":
			f.layer(n, in)
		default:
			f.at(n, in)
		}
	}
}

// imported reads a file that is imported.
func (f *flattener) imported(n *Node, in around) {
	if f.bring == nil {
		f.bring = new(int)
	}
	if *f.bring++; *f.bring > mostImports {
		f.leave(n, fmt.Sprintf("files are imported more than %d times", mostImports), false)
		return
	}
	link, rest := importOf(n.Prelude)
	at := f.c.file(link)
	if at < 0 || slices.Contains(f.open, at) {
		f.leave(n, "the file "+link+" that it imports was not brought in with it", false)
		return
	}
	for {
		lower := strings.ToLower(rest)
		switch {
		case strings.HasPrefix(lower, "layer("):
			name, after, _ := strings.Cut(rest[6:], ")")
			in.layer, rest = in.layer.named(f.b, name), strings.TrimSpace(after)
			continue
		case lower == "layer" || strings.HasPrefix(lower, "layer "):
			in.layer, rest = in.layer.named(f.b, ""), strings.TrimSpace(rest[5:])
			continue
		case strings.HasPrefix(lower, "supports("):
			end := shut(rest, 8)
			if holds := Supports(f.b, rest[8:end]); holds != Yes {
				f.leave(n, "it asks for "+rest[9:end-1], holds == No)
				return
			}
			rest = strings.TrimSpace(rest[end:])
			continue
		}
		break
	}
	in.media = in.media.And(ParseMedia(f.b, rest))
	in.deep++
	inner := flattener{c: f.c, b: f.b, file: at, open: append(slices.Clip(f.open), at), bring: f.bring}
	f.b.Reading(f.c.Names[at])
	defer f.b.Reading(f.c.Names[f.file])
	inner.rules(f.c.Trees[at].Rules, in, true)
}

// shut is the end of what opens in a text at a place.
func shut(text string, at int) int {
	level := 0
	for i := at; i < len(text); i++ {
		switch text[i] {
		case '(':
			level++
		case ')':
			if level--; level == 0 {
				return i + 1
			}
		}
	}
	return len(text)
}

func (f *flattener) layer(n *Node, in around) {
	if !n.Block {
		for name := range strings.SplitSeq(n.Prelude, ",") {
			in.layer.named(f.b, strings.TrimSpace(name))
		}
		return
	}
	in.layer = in.layer.named(f.b, strings.TrimSpace(n.Prelude))
	f.inside(n, in)
}

// inside reads what stands in a rule that begins with @: rules or, in a style rule, its declarations.
func (f *flattener) inside(n *Node, in around) {
	in.deep++
	if in.parent == nil {
		f.rules(n.Nodes, in, false)
		return
	}
	f.block(n, in)
}

func (f *flattener) at(n *Node, in around) {
	switch n.At {
	case "media":
		in.media = in.media.And(ParseMedia(f.b, n.Prelude))
		f.inside(n, in)
	case "supports":
		switch holds := Supports(f.b, n.Prelude); holds {
		case Yes:
			f.inside(n, in)
		case No:
			f.leave(n, "browsers of today do not support "+n.Prelude, true)
		default:
			f.leave(n, "it cannot be told whether a browser supports "+n.Prelude, false)
		}
	case "container", "scope", "starting-style":
		f.leave(n, "@"+n.At+" is not worked out", n.At == "starting-style")
	case "charset", "font-face", "keyframes", "-webkit-keyframes", "-moz-keyframes", "-o-keyframes", "page", "property",
		"namespace", "counter-style", "font-feature-values", "view-transition", "font-palette-values", "viewport",
		"-ms-viewport", "position-try":
		f.leave(n, "@"+n.At+" moves no box", true)
	default:
		f.leave(n, "@"+n.At+" is not known", false)
	}
}

func (f *flattener) style(n *Node, in around) {
	selectors, err := ParseSelectors(f.b, n.Prelude)
	if err != nil {
		f.leave(n, "its selectors are none: "+err.Error(), false)
		return
	}
	if in.parent != nil {
		f.b.Hold(len(selectors) * 2 * compoundSize)
		f.b.Step(len(selectors) * 8)
		selectors = nested(selectors, in.parent, in.number)
	}
	f.c.nestings++
	in.parent, in.number = selectors, f.c.nestings
	in.deep++
	f.block(n, in)
}

// nested gives selectors of a rule in another the selectors of that, which is known by a number.
func nested(all, parent []Selector, number int) []Selector {
	out := make([]Selector, len(all))
	is := Pseudo{Name: "is", parent: number}.holding(parent)
	for i, s := range all {
		s = slices.Clone(s)
		found := false
		for c := range s {
			if s[c].Nest {
				s[c].Nest, found = false, true
				s[c].Pseudos = append(slices.Clip(s[c].Pseudos), is)
			}
		}
		if !found {
			if s[0].Combinator == 0 {
				s[0].Combinator = ' '
			}
			s = append(Selector{{Pseudos: []Pseudo{is}}}, s...)
		}
		out[i] = s
	}
	return out
}

// block reads a rule's declarations and the rules in it, in their order.
func (f *flattener) block(n *Node, in around) {
	sets := n.Sets
	put := func(before int) {
		var own []Put
		for len(sets) > 0 && sets[0].From < before {
			s := &sets[0]
			sets = sets[1:]
			if strings.HasPrefix(s.Name, "--") {
				own = append(own, Put{Longhand{Name: s.Name, Value: s.Value}, s.Important, s})
				continue
			}
			all, ok := f.divide(s.Name, s.Value)
			if !ok {
				all = nil
				f.b.Hold(leftSize)
				f.c.Left = append(f.c.Left, Left{f.file, s.From, s.To, short(s.Value) + " is no value of " + s.Name, true})
			}
			for _, l := range all {
				own = append(own, Put{l, s.Important, s})
			}
		}
		if len(own) > 0 && len(f.c.Rules) < mostRules {
			f.b.Hold(ruleSize + len(own)*putSize)
			f.b.Step(8 + 2*len(own))
			f.c.Rules = append(f.c.Rules, &StyleRule{Selectors: in.parent, Sets: own, Media: in.media, File: f.file, Node: n,
				Order: len(f.c.Rules), layer: in.layer})
		}
	}
	for _, inner := range n.Nodes {
		put(inner.From)
		f.rules([]*Node{inner}, in, false)
	}
	put(n.To + 1)
}

// short is a text as it is told.
func short(text string) string {
	const most = 80
	if len(text) > most {
		return strings.ToValidUTF8(text[:most], "") + "…"
	}
	return text
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
			asks = asks || p.Name == "has" || p.Name == "empty" || strings.Contains(p.Name, "-of-type") || strings.Contains(p.Name, "child")
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

// A Stage is a cascade in a viewport of a width, as elements are asked for what it declares for them. It is not safe for
// use by several at once.
type Stage struct {
	*matcher
	c     *Cascade
	holds []bool // by a rule's order
}

// At is the cascade in a viewport so many px wide. What elements are asked for is spent from the budget.
func (c *Cascade) At(b *budget.Budget, width float64) *Stage {
	s := &Stage{&matcher{budget: b}, c, make([]bool, len(c.Rules))}
	b.Step(len(c.Rules) / 4)
	var last *Media
	held := false
	for i, r := range c.Rules {
		if last == nil || !r.Media.same(last) {
			last, held = &r.Media, r.Media.Holds(width) == Yes
			b.Step(r.Media.size)
		}
		s.holds[i] = held
	}
	return s
}

// same reports whether two media are one list.
func (m Media) same(o *Media) bool {
	return len(m.any) == len(o.any) && (len(m.any) == 0 || &m.any[0] == &o.any[0])
}

// Holds reports whether a rule's media hold.
func (s *Stage) Holds(r *StyleRule) bool { return s.holds[r.Order] }

// Declared gives what holds of each longhand that is declared for an element, or for one of its
// pseudo-elements; nil where nothing is.
func (s *Stage) Declared(e *Element, pseudo string) map[string]Winner {
	var won map[string]Winner
	if pseudo != "" {
		pseudo = "::" + pseudo
	}
	visit := func(key string) {
		if pseudo != "" {
			key += pseudo
		}
		for _, one := range s.c.index[key] {
			if !s.holds[one.rule.Order] {
				s.budget.Step(1)
				continue
			}
			if !s.selects(*one.by, e) {
				continue
			}
			s.budget.Step(2 * len(one.rule.Sets))
			for i := range one.rule.Sets {
				put := &one.rule.Sets[i]
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
	return won
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

// Tell adds to a key by which an element's type, the classes that selectors name, and its attributes are known which selectors, up to there, match it that ask for
// more than those. Of two elements with the same key, in elements of which the same holds, the same is declared.
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
