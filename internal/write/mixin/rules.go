package mixin

import (
	"slices"

	"kitrows/internal/browser/css"
	"kitrows/internal/write/code"
)

// rulesIn is the page's own file.
func (m *Mixed) rulesIn(d *dialect) code.File {
	w := ruleWriter{m: m, d: d, known: map[said]string{}}
	for _, b := range m.bases() {
		w.bases = append(w.bases, b.name)
	}
	var p css.Printer
	p.Grow(24 * len(m.rules))
	p.Line("// ", code.Comment(m.page.Name), ", by Kit Rows.")
	p.Line(d.uses)
	for _, r := range m.rules {
		if b := w.rule(r); !b.empty() {
			p.Gap()
			b.print(&p, "")
		}
	}
	for i := 1; i < len(m.kit.Breakpoints) && m.gathered; i++ {
		if !m.says(i) {
			continue
		}
		all := w.at("", i)
		for _, r := range m.rules {
			all.add(w.from(r, i))
		}
		p.Gap()
		all.print(&p, "")
	}
	return code.File{Name: m.pageFile() + d.ending, Text: p.Text(), Nodes: p.Of()}
}

// A ruleWriter writes rules in a dialect.
type ruleWriter struct {
	m     *Mixed
	d     *dialect
	bases []string
	known map[said]string // how calls are written
}

func (w *ruleWriter) calls(all []call) (lines []string) {
	for _, c := range all {
		text, seen := w.known[c.said()]
		if !seen {
			text = w.d.include(c)
			w.known[c.said()] = text
		}
		lines = append(lines, text)
	}
	return lines
}

// at is an empty block of what holds from breakpoint i on.
func (w *ruleWriter) at(node string, i int) *block {
	open, shut := w.d.from(w.m.kit.Breakpoints[i].Name)
	return &block{node: node, open: open, shut: shut}
}

// rule is a rule and those in it, but for what is gathered elsewhere; nil where all of
// it is.
func (w *ruleWriter) rule(r *ruleSet) *block {
	b := &block{node: r.node, selectors: r.within, shut: "}"}
	own := r.at[0]
	if begun := slices.IndexFunc(own, func(c call) bool { return slices.Contains(w.bases, c.mixin) }); begun >= 0 {
		c := own[begun]
		own = slices.Delete(slices.Clone(own), begun, begun+1)
		if len(own) > 0 {
			open, shut := w.d.holding(c)
			b.add(&block{node: r.node, open: open, shut: shut, lines: w.calls(own)})
		} else {
			b.lines = []string{w.d.include(c)}
		}
	} else {
		b.lines = w.calls(own)
	}
	for i := 1; i < len(r.at) && !w.m.gathered; i++ {
		at := w.at(r.node, i)
		at.lines = w.calls(r.at[i])
		b.add(at)
	}
	for _, inner := range r.inner {
		b.add(w.rule(inner))
	}
	return b
}

// from is what a rule and those in it say from breakpoint i on.
func (w *ruleWriter) from(r *ruleSet, i int) *block {
	b := &block{node: r.node, selectors: r.within, shut: "}", lines: w.calls(r.at[i])}
	for _, inner := range r.inner {
		b.add(w.from(inner, i))
	}
	return b
}
