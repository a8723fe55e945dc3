// Package infer reads a kit out of a stylesheet with a class grid in it: its columns, breakpoints,
// gutters and containers, and what each of its words does (domain section 10). It does not go by how
// classes are called, but by what elements that have them come to be: it lays such elements out.
package infer

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/grid/vocab"
)

// A word is a class, or a word of an attribute, that rules with something that moves boxes select by.
type word struct {
	text    string   // a class, or NAME=WORD
	uses    []use    // the selectors that ask for it of the element they select
	through []use    // those of rules that place elements by a custom property that the word's own rules set
	around  []use    // the selectors that ask for it around any elements whose widths they say
	needs   []string // the words that all of those ask for beside it
	above   []string // words of the elements that all of those ask for around it
	pure    float64  // how much of what its rules declare is a grid's, from 0 to 1
	alike   int      // how many words say something in the same manner
	like    string   // its manner: what it declares and needs, whatever the values
	sign    int      // words of one sign do the same
	ring    bool     // rules ask for it around other elements
	frame   bool     // it centres what has it, as containers are
	given   bool     // it is a custom property with a number, which stands in no stylesheet
	deep    int      // of such: what it is a fallback of, so many times
}

// A use is a selector of a rule that asks for a word.
type use struct {
	rule *css.StyleRule
	by   *css.Selector
}

// What is kept of words, in bytes, as budgets count it.
const (
	wordSize = 400
	useSize  = 64
)

// wordsOf are the words of a compound.
func wordsOf(c *css.Compound) []string { return visited{}.words(c) }

// aboveOf are the words that a selector asks for around the element that it selects, the outermost first;
// a rule that stands in another has those of that one too.
func aboveOf(s css.Selector) []string { return visited{}.above(s) }

// visited are the selectors of pseudo-classes whose words were taken. Those of a rule around stand in a selector as
// often as it has &, and may have as many themselves, in turn.
type visited map[*css.Selector]bool

// single is the one selector of a pseudo-class that asks for no more than that, when it is met first; nil for none.
func (v visited) single(p *css.Pseudo) css.Selector {
	if p.Name != "is" && p.Name != "where" || len(p.Of) != 1 || v[&p.Of[0]] {
		return nil
	}
	v[&p.Of[0]] = true
	return p.Of[0]
}

func (v visited) words(c *css.Compound) (all []string) {
	all = append(all, c.Classes...)
	for _, a := range c.Attributes {
		switch {
		case a.Name == "class" && a.Op == "~=":
			all = append(all, a.Value)
		case a.Name == "class" || a.Name == "id" || a.Name == "type" || a.Name == "href" || a.Name == "dir" ||
			a.Name == "lang":
		case a.Op == "" || a.Op == "=" || a.Op == "~=":
			all = append(all, a.Name+"="+a.Value)
		}
	}
	for i := range c.Pseudos {
		if s := v.single(&c.Pseudos[i]); s != nil {
			all = append(all, v.words(&s[len(s)-1])...)
		}
	}
	return all
}

func (v visited) above(s css.Selector) (all []string) {
	for at := range s {
		for i := range s[at].Pseudos {
			if in := v.single(&s[at].Pseudos[i]); in != nil {
				all = append(all, v.above(in)...)
			}
		}
		if at < len(s)-1 && boxed(&s[at]) {
			all = append(all, wordsOf(&s[at])...)
		}
	}
	return all
}

// grids are the declarations that a grid is made of.
var grids = []string{
	"display", "float", "clear", "width", "height", "margin", "padding", "box-sizing", "flex", "grid", "gap", "min-",
	"max-", "position",
	"left", "right", "inset", "order", "align", "justify", "place", "overflow", "font-size", "letter-spacing",
	"word-spacing",
	"vertical-align", "list-style", "content", "zoom", "--", "row-gap", "column-gap", "inline-size", "transform",
	"translate",
	"white-space", "visibility", "-webkit-box", "-ms-", "-webkit-flex", "line-height", "text-align", "contain",
}

func isGrid(name string) bool {
	return slices.ContainsFunc(grids, func(start string) bool { return strings.HasPrefix(name, start) })
}

// words gathers the words of the first files of a cascade, in the order of their first rule.
func words(b *budget.Budget, c *css.Cascade, files int, own *customs) (all []*word, by map[string]*word) {
	by = map[string]*word{}
	for _, r := range c.Rules {
		if len(r.Sets) == 0 || r.File >= files {
			continue
		}
		for i := range r.Selectors {
			s := &r.Selectors[i]
			subject := &(*s)[len(*s)-1]
			for _, text := range wordsOf(subject) {
				w := by[text]
				b.Step(4)
				b.Hold(useSize)
				if w == nil {
					b.Hold(wordSize)
					w = &word{text: text}
					by[text] = w
					all = append(all, w)
				}
				w.uses = append(w.uses, use{r, s})
			}
			if subject.Element != "" || !boxed(subject) {
				continue
			}
			for _, text := range aboveOf(*s) { // rows are told by what is said of those in them
				if by[text] == nil {
					by[text] = &word{text: text}
					all = append(all, by[text])
				}
				by[text].ring = true
				if len(wordsOf(subject)) < 2 &&
					slices.ContainsFunc(r.Sets, func(p css.Put) bool { return slices.Contains(dividers, p.Name) }) {
					by[text].around = append(by[text].around, use{r, s})
				}
			}
		}
	}
	for _, w := range given(c, files, own.rows) {
		by[w.text] = w
		all = append(all, w)
	}
	manners := map[string]int{}
	placed, defined := placedBy(c, files), definedBy(c, files, own.rows)
	for _, w := range all {
		w.settle(b)
		w.throughCustom(placed, defined, own.rows)
	}
	all = slices.DeleteFunc(all, func(w *word) bool { return w.pure == 0 && !w.ring }) // it moves no box
	for _, w := range all {
		w.like = w.manner()
		manners[w.like]++
	}
	signs := map[string]int{}
	patterns := patterns(b, c, files)
	var last css.Media
	var key string
	media := func(m css.Media) string { // rules of one query stand together, mostly
		if key == "" || !m.Same(last) {
			last, key = m, m.Key()
		}
		return key
	}
	for _, w := range all {
		w.alike = manners[w.like]
		b.Step(8 + len(patterns))
		sign := w.signature(media, patterns)
		b.Step(len(sign) / 4)
		b.Hold(len(sign))
		if _, known := signs[sign]; !known {
			signs[sign] = len(signs) + 1
		}
		w.sign = signs[sign]
	}
	return all, by
}

// placedBy are the rules that place elements by a custom property, by the property: those that ask for no word of
// theirs, and all where there are classes for its values.
func placedBy(c *css.Cascade, files int) map[string][]use {
	all := map[string][]use{}
	byClass := classed(c, files)
	for _, r := range c.Rules {
		if r.File >= files {
			continue
		}
		mine := owned(r) && !slices.ContainsFunc(r.Selectors,
			func(s css.Selector) bool { return patterned(&s[len(s)-1]) })
		for i := range r.Sets {
			if !slices.Contains(placing, r.Sets[i].Name) {
				continue
			}
			for _, m := range varUse.FindAllStringSubmatch(r.Sets[i].Value, -1) {
				if mine && !byClass[m[1]] {
					continue
				}
				for s := range r.Selectors {
					if one := (use{r, &r.Selectors[s]}); len(all[m[1]]) < mostUses && !slices.Contains(all[m[1]], one) {
						all[m[1]] = append(all[m[1]], one)
					}
				}
			}
		}
	}
	return all
}

// definedBy are the words whose rules declare a custom property, by the property: the only one or, of several, that of
// the row's rule which the others change.
func definedBy(c *css.Cascade, files int, rows map[string]string) map[string]string {
	all := map[string]string{}
	for _, r := range c.Rules {
		if r.File >= files {
			continue
		}
		for i := range r.Sets {
			name := r.Sets[i].Name
			if !strings.HasPrefix(name, "--") {
				continue
			}
			for _, s := range r.Selectors {
				word := onlyWord(s)
				if known, is := all[name]; is && known != word {
					word = ""
				}
				all[name] = word
			}
		}
	}
	for name, word := range rows {
		if all[name] == "" {
			all[name] = word
		}
	}
	return all
}

// throughCustom finds the rules that place elements by what the word's own rules set. What else those go by may be
// declared by another word: that of a row, or of what is around it.
func (w *word) throughCustom(placed map[string][]use, defined, rows map[string]string) {
	if w.given || len(w.above) > 0 {
		return
	}
	for _, u := range w.uses {
		for i := range u.rule.Sets {
			if rows[u.rule.Sets[i].Name] != "" {
				continue // it is a row's, for what is in it
			}
			for _, through := range placed[u.rule.Sets[i].Name] {
				// else it is what stands around
				if !slices.Contains(w.through, through) && !slices.Contains(aboveOf(*through.by), w.text) {
					w.through = append(w.through, through)
				}
			}
		}
	}
	for i, u := range w.through {
		needs, above := slices.DeleteFunc(wordsOf(&(*u.by)[len(*u.by)-1]),
			func(text string) bool { return text == w.text }), aboveOf(*u.by)
		if i > 0 {
			needs, above = both(w.needs, needs), both(w.above, above)
		}
		w.needs, w.above = needs, above
	}
	if len(w.through) == 0 {
		return
	}
	for _, u := range slices.Concat(w.through, w.uses) {
		for i := range u.rule.Sets {
			for _, m := range varUse.FindAllStringSubmatch(u.rule.Sets[i].Value, -1) {
				if by := defined[m[1]]; by != "" && by != w.text && !slices.Contains(w.needs, by) &&
					!slices.Contains(w.above, by) {
					w.above = append([]string{by}, w.above...)
				}
			}
		}
	}
}

// patterns are the tests that rules make of a part of an attribute, such as [class*="w-"], each once: words
// are told apart by them too.
func patterns(b *budget.Budget, c *css.Cascade, files int) (all []css.Attribute) {
	known := map[css.Attribute]bool{}
	for _, r := range c.Rules {
		for _, s := range r.Selectors {
			for _, a := range s[len(s)-1].Attributes {
				b.Step(2)
				if strings.Contains("^=$=*=|=", a.Op) && len(a.Op) == 2 && r.File < files && !known[a] {
					known[a] = true
					all = append(all, a)
				}
			}
		}
	}
	return all
}

// boxed reports whether a compound selects elements that rows and columns are made of.
func boxed(c *css.Compound) bool {
	return slices.Contains([]string{"", "*", "div", "section", "article", "ul", "ol", "li", "main", "aside"}, c.Type)
}

// settle works out what all uses of a word have in common.
func (w *word) settle(b *budget.Budget) {
	own, other := 0.0, 0.0
	seen := map[*css.Node]bool{}
	for i, u := range w.uses {
		b.Step(8 + 4*len(*u.by))
		s := *u.by
		var needs, above []string
		for _, text := range wordsOf(&s[len(s)-1]) {
			if text != w.text {
				needs = append(needs, text)
			}
		}
		above = append(above, aboveOf(s)...)
		if i == 0 {
			w.needs, w.above = needs, above
		} else {
			w.needs, w.above = both(w.needs, needs), both(w.above, above)
		}
		if !seen[u.rule.Node] {
			seen[u.rule.Node] = true
			for _, set := range u.rule.Node.Sets {
				if isGrid(set.Name) {
					own++
				} else {
					other++
				}
			}
		}
	}
	if own > 0 {
		w.pure = own / (own + other)
	}
}

// manner tells words apart that say one thing from those that say others: by what they declare, and
// what they need.
func (w *word) manner() string {
	var b strings.Builder
	b.WriteString(strings.Join(w.needs, " ") + "<" + strings.Join(w.above, " "))
	if len(w.uses) > 0 {
		for _, put := range w.uses[0].rule.Sets {
			b.WriteString(" " + put.Name)
		}
	}
	return b.String()
}

// signature is all that a word's rules say, how they select it, and which patterns of attributes it has.
func (w *word) signature(media func(css.Media) string, patterns []css.Attribute) string {
	var b strings.Builder
	e := element("", w.text)
	for _, p := range patterns {
		b.WriteString(strconv.FormatBool((&css.Compound{Attributes: []css.Attribute{p}}).Matches(e)))
	}
	b.WriteString(strings.Join(w.needs, " ") + "<" + strings.Join(w.above, " "))
	if w.given || len(w.around) > 0 {
		return w.text
	}
	for _, u := range w.uses {
		b.WriteByte('|')
		b.WriteString(media(u.rule.Media))
		b.WriteString(strconv.Itoa(int(u.by.Specificity())))
		last := &(*u.by)[len(*u.by)-1]
		b.WriteString(last.Element + last.Type)
		for _, p := range last.Pseudos {
			if !slices.Contains(wordsOf(&css.Compound{Pseudos: []css.Pseudo{p}}), w.text) {
				b.WriteString(p.String())
			}
		}
		for _, a := range last.Attributes {
			if !slices.Contains(wordsOf(&css.Compound{Attributes: []css.Attribute{a}}), w.text) {
				b.WriteString(a.String())
			}
		}
		for _, class := range last.Classes {
			if class != w.text {
				b.WriteString("." + class)
			}
		}
		for i := range *u.by {
			if i+1 < len(*u.by) {
				b.WriteString((*u.by)[i].String())
			}
		}
		for i := range u.rule.Sets {
			put := &u.rule.Sets[i]
			b.WriteString(";" + put.Name + ":" + put.Value)
			if put.Important {
				b.WriteByte('!')
			}
		}
	}
	return b.String()
}

// both are the texts of a that are in b too.
func both(a, b []string) []string {
	return slices.DeleteFunc(slices.Clone(a), func(text string) bool { return !slices.Contains(b, text) })
}

// element makes an element that has words.
func element(tag string, words ...string) *css.Element {
	e := &css.Element{Type: tag, Space: true}
	Dress(e, words)
	return e
}

// Dress gives an element words.
func Dress(e *css.Element, words []string) {
	for _, text := range words {
		name, value := vocab.Attribute(text)
		if name == "class" {
			e.Classes = append(e.Classes, strings.Fields(value)...)
			continue
		}
		at := slices.IndexFunc(e.Attributes, func(a css.Attr) bool { return a.Name == name })
		switch {
		case at < 0:
			e.Attributes = append(e.Attributes, css.Attr{Name: name, Value: value})
		case value != "":
			e.Attributes[at].Value = strings.TrimSpace(e.Attributes[at].Value + " " + value)
		}
	}
}
