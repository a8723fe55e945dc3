package mixin

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/write/code"
	"kitrows/internal/write/sheet"
)

// Plain is the plain stylesheet that SCSS and Less compile to, as a file: the same rules
// in the same order.
func (m *Mixed) Plain() code.File {
	var p css.Printer
	p.Grow(16 * len(m.rules))
	p.Sheet(m.CSS())
	return code.File{Name: m.pageFile() + ".css", Text: p.Text(), Nodes: p.Of()}
}

// CSS is that stylesheet as a tree.
func (m *Mixed) CSS() *css.Sheet {
	x := expander{m: m, mixins: map[string]mixin{}, bases: map[string]base{}, known: map[said]expansion{}}
	for _, each := range m.mixins() {
		x.mixins[each.name] = each
	}
	for _, each := range m.bases() {
		x.bases[each.name] = each
	}
	x.out.Comment = code.Comment(m.page.Name) + ", for " + code.Comment(m.kit.Name) + ", by Kit Rows"
	m.each(x.rule)
	for i := 1; i < len(m.kit.Breakpoints) && m.gathered; i++ {
		if m.says(i) {
			m.each(func(r *ruleSet) { x.said(r, i) })
			x.end()
		}
	}
	return &x.out
}

// An expander puts what mixins say in the place of calls.
type expander struct {
	m      *Mixed
	mixins map[string]mixin
	bases  map[string]base
	known  map[said]expansion
	out    css.Sheet
}

// put adds a rule that holds from breakpoint i on, to the block before it if that is of
// the same breakpoint and not ended.
func (x *expander) put(i int, r *ruleSet, selector string, body []css.Declaration) {
	if len(body) == 0 {
		return
	}
	query := sheet.From(x.m.kit, i)
	last := len(x.out.Blocks) - 1
	if last < 0 || x.out.Blocks[last].Query != query {
		x.out.Blocks = append(x.out.Blocks, css.Block{Query: query})
		last++
	}
	rules := &x.out.Blocks[last].Rules
	all := make([]string, len(r.selectors))
	for n, own := range r.selectors {
		all[n] = strings.ReplaceAll(selector, "&", own)
	}
	*rules = append(*rules, css.Rule{Selectors: all, Body: body, For: r.node})
}

// end ends a block, so that what follows begins another.
func (x *expander) end() { x.out.Blocks = append(x.out.Blocks, css.Block{}) }

// said adds what a rule says from breakpoint i on.
func (x *expander) said(r *ruleSet, i int) {
	e := x.expand(r.at[i])
	x.put(i, r, "&", e.body)
	x.inner(r, i, e.inner)
}

func (x *expander) inner(r *ruleSet, i int, parts []sheet.Nested) {
	for _, part := range parts {
		x.put(i, r, part.Selector, part.Body)
	}
}

// rule adds a rule: what it begins with, at every breakpoint, and what it says.
func (x *expander) rule(r *ruleSet) {
	var begun base
	for _, c := range r.at[0] {
		if b, ok := x.bases[c.mixin]; ok {
			begun = b
		}
	}
	own := x.expand(r.at[0])
	if begun.name == "" {
		x.put(0, r, "&", own.body)
		x.inner(r, 0, own.inner)
	}
	for i, parts := range begun.at {
		for n, part := range parts {
			if i > 0 || n > 0 {
				x.put(i, r, part.Selector, part.Body)
				continue
			}
			x.put(i, r, part.Selector, css.Last(append(slices.Clone(part.Body), own.body...)))
			x.inner(r, i, own.inner)
		}
		x.end()
	}
	for i := 1; i < len(r.at) && !x.m.gathered; i++ {
		x.said(r, i)
		x.end()
	}
}

// expand is what calls come to.
func (x *expander) expand(calls []call) (all expansion) {
	for _, c := range calls {
		e, seen := x.known[c.said()]
		if _, isBase := x.bases[c.mixin]; !seen && !isBase {
			e = x.m.expanded(x.mixins[c.mixin], c)
			x.known[c.said()] = e
		}
		all.body, all.inner = append(all.body, e.body...), append(all.inner, e.inner...)
	}
	all.body = css.Last(all.body)
	return all
}

// An expansion is what a call comes to: declarations, and rules for what stands in
// the node.
type expansion struct {
	body  []css.Declaration
	inner []sheet.Nested
}

// expanded is what a mixin gives with these arguments.
func (m *Mixed) expanded(x mixin, c call) expansion {
	if len(x.params) == 0 {
		return expansion{x.body, x.inner}
	}
	put := func(text string) string {
		if x.parts != nil {
			text = strings.ReplaceAll(text, "{part}", strconv.Itoa(x.part(c.args)))
		}
		for p, param := range x.params {
			value := strconv.Itoa(m.columns())
			if p < len(c.args) {
				value = c.args[p]
			}
			text = strings.ReplaceAll(text, "{"+param+"}", value)
		}
		return text
	}
	e := expansion{body: make([]css.Declaration, len(x.body))}
	for i, d := range x.body {
		e.body[i] = css.D(d.Name, put(d.Value))
	}
	for _, part := range x.inner {
		e.inner = append(e.inner, sheet.Nested{Selector: put(part.Selector), Body: part.Body})
	}
	return e
}
