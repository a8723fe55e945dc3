package code

import (
	"slices"
	"strconv"
	"strings"
)

// query is the condition of a media query from breakpoint i on.
func (m *Mixed) query(i int) string {
	if m.queries == nil {
		for i := range m.kit.Breakpoints {
			m.queries = append(m.queries, m.queryOf(i))
		}
	}
	return m.queries[i]
}

func (m *Mixed) queryOf(i int) string { return "(width >= " + m.kit.Breakpoints[i].From.String() + ")" }

// CSS is the plain stylesheet that SCSS and Less compile to: the same rules in the
// same order.
func (m *Mixed) CSS() string { return m.Plain().Text }

// Plain is CSS as a file, named after the page.
func (m *Mixed) Plain() File {
	library := map[string]mixin{}
	for _, x := range m.mixins() {
		library[x.name] = x
	}
	bases := map[string]base{}
	for _, x := range m.bases() {
		bases[x.name] = x
	}
	p := m.printer()
	p.line("/* %s, for %s, by Kit Rows */", commentText(strings.ReplaceAll(m.page.Name, "*/", "*")), commentText(strings.ReplaceAll(m.kit.Name, "*/", "*")))
	known := map[said]expansion{}
	expand := func(calls []call) (all expansion) {
		for _, c := range calls {
			e, seen := known[c.said()]
			if _, isBase := bases[c.mixin]; !seen && !isBase {
				e = m.expanded(library[c.mixin], c)
				known[c.said()] = e
			}
			all.body, all.inner = append(all.body, e.body...), append(all.inner, e.inner...)
		}
		all.body = lastOfEach(all.body)
		return all
	}
	inner := func(indent string, r *ruleSet, parts []nested) {
		for _, part := range parts {
			p.rule(indent, strings.ReplaceAll(part.selector, "&", r.selector), part.body)
		}
	}
	from := func(r *ruleSet, i int) {
		p.node = r.node
		e := expand(r.at[i])
		p.rule("  ", r.selector, e.body)
		inner("  ", r, e.inner)
	}
	m.each(func(r *ruleSet) {
		p.node = r.node
		var begun base
		for _, c := range r.at[0] {
			if b, ok := bases[c.mixin]; ok {
				begun = b
			}
		}
		own := expand(r.at[0])
		if begun.name == "" {
			p.rule("", r.selector, own.body)
			inner("", r, own.inner)
		}
		for i, parts := range begun.at {
			parted := func(indent string) {
				for n, part := range parts {
					body := part.body
					if i == 0 && n == 0 {
						body = lastOfEach(append(slices.Clone(body), own.body...))
					}
					p.rule(indent, strings.ReplaceAll(part.selector, "&", r.selector), body)
					if i == 0 && n == 0 {
						inner(indent, r, own.inner)
					}
				}
			}
			if i == 0 {
				parted("")
			} else if len(parts) > 0 {
				p.media(m.query(i), func() { parted("  ") })
			}
		}
		for i := 1; i < len(r.at) && !m.gathered; i++ {
			if len(r.at[i]) > 0 {
				p.media(m.query(i), func() { from(r, i) })
			}
		}
	})
	for i := 1; i < len(m.kit.Breakpoints) && m.gathered; i++ {
		if m.says(i) {
			p.media(m.query(i), func() { m.each(func(r *ruleSet) { from(r, i) }) })
		}
		p.node = ""
	}
	return p.file(m.pageFile() + ".css")
}

// lastOfEach leaves out declarations that another of the same property follows.
func lastOfEach(body []string) (all []string) {
	if len(body) < 2 {
		return body
	}
	for i, declaration := range body {
		name, _, _ := strings.Cut(declaration, ":")
		if !slices.ContainsFunc(body[i+1:], func(later string) bool { return strings.HasPrefix(later, name+":") }) {
			all = append(all, declaration)
		}
	}
	return all
}

// An expansion is what a call comes to: declarations, and rules for what stands in
// the node.
type expansion struct {
	body  []string
	inner []nested
}

// expanded is what a mixin says when it is called so.
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
	e := expansion{body: make([]string, len(x.body))}
	for i, declaration := range x.body {
		e.body[i] = put(declaration)
	}
	for _, part := range x.inner {
		e.inner = append(e.inner, nested{put(part.selector), part.body})
	}
	return e
}

// printer is one with room for the page's rules.
func (m *Mixed) printer() *printer {
	p := &printer{nodes: make([]string, 0, 16*len(m.rules))}
	p.Grow(320 * len(m.rules))
	return p
}
