package code

import (
	"slices"
	"strings"
)

// library is the file of the kit's mixins.
func (m *Mixed) library(d *dialect) string {
	p := printer{}
	p.line("// %s, its mixins, by Kit Rows.\n", commentText(m.kit.Name))
	p.WriteString(d.head(m))
	for _, b := range m.bases() {
		p.line("\n%s%s\n%s {", d.doc, b.doc, d.holder(b.name))
		for i, parts := range b.at {
			indent := "  "
			shut := ""
			if i > 0 && len(parts) > 0 {
				open, end := d.kitFrom(m.kit.Breakpoints[i].Name)
				p.line("\n  %s", open)
				shut, indent = end, "    "
			}
			for n, part := range parts {
				if part.selector == "&" {
					m.declared(&p, d, indent, part.body, nil)
				} else {
					if i == 0 || n > 0 {
						p.line("")
					}
					p.line("%s%s {", indent, strings.TrimPrefix(part.selector, "& "))
					m.declared(&p, d, indent+"  ", part.body, nil)
					p.line("%s}", indent)
				}
				if i == 0 && n == 0 {
					p.line("\n%s%s", indent, d.own)
				}
			}
			if shut != "" {
				p.line("  %s", shut)
			}
		}
		p.line("}")
	}
	for _, x := range m.mixins() {
		doc := strings.NewReplacer("{n}", d.value("n"), "{of}", d.value("of"), "{at}", d.value("at")).Replace(x.doc)
		p.line("\n%s%s\n%s {", d.doc, doc, d.mixin(x.name, x.params))
		params := x.params
		if x.parts != nil {
			p.line("  %s\n", d.part(x))
			params = append(slices.Clone(params), "part")
		}
		m.declared(&p, d, "  ", x.body, params)
		for _, part := range x.inner {
			selector := strings.TrimPrefix(part.selector, "& ")
			for _, param := range params {
				selector = strings.ReplaceAll(selector, "{"+param+"}", d.inside(param))
			}
			p.line("\n  %s {", selector)
			m.declared(&p, d, "    ", part.body, params)
			p.line("  }")
		}
		p.line("}")
	}
	m.overlay(&p, d)
	return p.String()
}

// declared writes declarations with their parameters.
func (m *Mixed) declared(p *printer, d *dialect, indent string, body, params []string) {
	written := make([]string, len(body))
	for i, declaration := range body {
		for _, param := range params {
			as := d.value(param)
			if strings.HasPrefix(declaration, "--") {
				as = d.inside(param)
			}
			declaration = strings.ReplaceAll(declaration, "{"+param+"}", as)
		}
		written[i] = d.safe(declaration)
	}
	p.body(indent, written)
}
