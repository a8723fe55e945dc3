package mixin

import (
	"slices"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/write/code"
)

// library is the file of the kit's mixins.
func (m *Mixed) library(d *dialect) string {
	var p css.Printer
	p.Line("// ", code.Comment(m.kit.Name), ", its mixins, by Kit Rows.")
	p.Gap()
	p.Line(strings.TrimSuffix(d.head(m), "\n"))
	for _, b := range m.bases() {
		p.Gap()
		p.Line(d.doc, b.doc)
		p.Line(d.holder(b.name), " {")
		m.base(&p, d, b)
		p.Line("}")
	}
	for _, x := range m.mixins() {
		p.Gap()
		p.Line(d.doc, strings.NewReplacer("{n}", d.value("n"), "{of}", d.value("of"), "{at}", d.value("at")).Replace(
			x.doc))
		p.Line(d.mixin(x.name, x.params), " {")
		params := x.params
		if x.parts != nil {
			p.Line("  ", d.part(x))
			p.Gap()
			params = append(slices.Clone(params), "part")
		}
		m.declared(&p, d, "  ", x.body, params)
		for i, part := range x.inner {
			selector := strings.TrimPrefix(part.Selector, "& ")
			for _, param := range params {
				selector = strings.ReplaceAll(selector, "{"+param+"}", d.inside(param))
			}
			if i > 0 || len(x.body) > 0 {
				p.Gap()
			}
			p.Line("  ", selector, " {")
			m.declared(&p, d, "    ", part.Body, params)
			p.Line("  }")
		}
		p.Line("}")
	}
	m.overlay(&p, d)
	return p.Text()
}

// base writes what a container or row begins with.
func (m *Mixed) base(p *css.Printer, d *dialect, b base) {
	for i, parts := range b.at {
		indent, shut := "  ", ""
		if i > 0 && len(parts) > 0 {
			var open string
			open, shut = d.kitFrom(m.kit.Breakpoints[i].Name)
			p.Gap()
			p.Line("  ", open)
			indent = "    "
		}
		for n, part := range parts {
			if part.Selector == "&" {
				m.declared(p, d, indent, part.Body, nil)
			} else {
				if i == 0 || n > 0 {
					p.Gap()
				}
				p.Line(indent, strings.TrimPrefix(part.Selector, "& "), " {")
				m.declared(p, d, indent+"  ", part.Body, nil)
				p.Line(indent, "}")
			}
			if i == 0 && n == 0 {
				p.Gap()
				p.Line(indent, d.own)
			}
		}
		if shut != "" {
			p.Line("  ", shut)
		}
	}
}

// declared writes declarations with their parameters.
func (m *Mixed) declared(p *css.Printer, d *dialect, indent string, body []css.Declaration, params []string) {
	written := make([]css.Declaration, len(body))
	for i, declaration := range body {
		value := declaration.Value
		for _, param := range params {
			as := d.value(param)
			if declaration.IsCustom() {
				as = d.inside(param)
			}
			value = strings.ReplaceAll(value, "{"+param+"}", as)
		}
		written[i] = css.D(declaration.Name, d.safe(value))
	}
	p.Body(indent, written)
}
