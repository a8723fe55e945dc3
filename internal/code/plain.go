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
	known := map[said][]string{}
	expand := func(calls []call) (body []string) {
		for _, c := range calls {
			declarations, seen := known[c.said()]
			if _, isBase := bases[c.mixin]; !seen && !isBase {
				declarations = m.expanded(library[c.mixin], c)
				known[c.said()] = declarations
			}
			body = append(body, declarations...)
		}
		return lastOfEach(body)
	}
	from := func(r *ruleSet, i int) {
		if body := expand(r.at[i]); len(body) > 0 {
			p.node = r.node
			p.rule("  ", r.selector, body)
		}
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
			p.rule("", r.selector, own)
		}
		for i, parts := range begun.at {
			parted := func(indent string) {
				for n, part := range parts {
					body := part.body
					if i == 0 && n == 0 {
						body = lastOfEach(append(slices.Clone(body), own...))
					}
					p.rule(indent, strings.ReplaceAll(part.selector, "&", r.selector), body)
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

// expanded is what a mixin declares when it is called so.
func (m *Mixed) expanded(x mixin, c call) []string {
	if len(x.params) == 0 {
		return x.body
	}
	body := make([]string, len(x.body))
	for i, declaration := range x.body {
		if x.parts != nil {
			declaration = strings.ReplaceAll(declaration, "{part}", strconv.Itoa(x.part(c.args)))
		}
		for p, param := range x.params {
			value := strconv.Itoa(m.columns())
			if p < len(c.args) {
				value = c.args[p]
			}
			declaration = strings.ReplaceAll(declaration, "{"+param+"}", value)
		}
		body[i] = declaration
	}
	return body
}

// printer is one with room for the page's rules.
func (m *Mixed) printer() *printer {
	p := &printer{nodes: make([]string, 0, 16*len(m.rules))}
	p.Grow(320 * len(m.rules))
	return p
}
