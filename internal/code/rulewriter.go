package code

import (
	"slices"
	"strings"
)

// rulesIn is the page's own file.
func (m *Mixed) rulesIn(d *dialect) File {
	w := ruleWriter{printer: m.printer(), m: m, d: d, bases: m.bases(), known: map[said]string{}}
	w.line("// %s, by Kit Rows.", commentText(m.page.Name))
	w.line("%s", d.uses)
	for _, r := range m.rules {
		w.rule("", r)
	}
	for i := 1; i < len(m.kit.Breakpoints) && m.gathered; i++ {
		if !m.says(i) {
			continue
		}
		open, shut := d.from(m.kit.Breakpoints[i].Name, "kr.")
		w.node = ""
		w.gap()
		w.put(open)
		first := true
		for _, r := range m.rules {
			first = w.from("  ", r, i, first)
		}
		w.node = ""
		w.put(shut)
	}
	return w.file(m.pageFile() + d.ending)
}

// A ruleWriter writes rules in a dialect.
type ruleWriter struct {
	*printer
	m     *Mixed
	d     *dialect
	bases []base
	known map[said]string // how calls are written
}

func (w *ruleWriter) calls(indent string, all []call) {
	for _, c := range all {
		text, seen := w.known[c.said()]
		if !seen {
			text = w.d.include(c, "kr.")
			w.known[c.said()] = text
		}
		w.put(indent, text)
	}
}

// rule writes a rule and those in it.
func (w *ruleWriter) rule(indent string, r *ruleSet) {
	w.node = r.node
	in := indent + "  "
	var own []call
	var begun *call
	for _, c := range r.at[0] {
		if slices.ContainsFunc(w.bases, func(b base) bool { return b.name == c.mixin }) {
			begun = &c
		} else {
			own = append(own, c)
		}
	}
	later := slices.ContainsFunc(r.at[1:], func(calls []call) bool { return len(calls) > 0 }) && !w.m.gathered
	if begun == nil && len(own) == 0 && !later && len(r.inner) == 0 {
		return // all of it stands with what holds from a breakpoint on
	}
	w.gap()
	w.put(indent, r.within, " {")
	first := true
	gap := func() {
		if !first {
			w.gap()
		}
		first = false
	}
	switch {
	case begun != nil && len(own) > 0:
		open, shut := w.d.holding(*begun, "kr.")
		w.put(in, open)
		w.calls(in+"  ", own)
		w.put(in, shut)
		first = false
	case begun != nil:
		w.put(in, w.d.include(*begun, "kr."))
		first = false
	case len(own) > 0:
		w.calls(in, own)
		first = false
	}
	for i := 1; i < len(r.at) && !w.m.gathered; i++ {
		if len(r.at[i]) == 0 {
			continue
		}
		gap()
		open, shut := w.d.from(w.m.kit.Breakpoints[i].Name, "kr.")
		w.put(in, open)
		w.calls(in+"  ", r.at[i])
		w.put(in, shut)
	}
	for i, inner := range r.inner {
		before := w.Len()
		w.rule(in, inner)
		if first && i == 0 && w.Len() > before { // the first in a rule stands at its start
			w.trimGap(before)
		}
		first = first && w.Len() == before
		w.node = r.node
	}
	w.put(indent, "}")
}

// trimGap takes away the empty line that begins at a place.
func (w *ruleWriter) trimGap(at int) {
	text := w.String()
	w.Reset()
	w.WriteString(text[:at] + strings.TrimPrefix(text[at:], "\n"))
	line := strings.Count(text[:at], "\n")
	w.nodes = slices.Delete(w.nodes, line, line+1)
}

// from writes what rules say from breakpoint i on; first tells whether nothing was
// written before.
func (w *ruleWriter) from(indent string, r *ruleSet, i int, first bool) bool {
	open := func(body func()) {
		w.node = r.node
		if !first {
			w.gap()
		}
		first = false
		w.put(indent, r.within, " {")
		body()
		w.node = r.node
		w.put(indent, "}")
	}
	if !saysBelow(r, i) {
		return first
	}
	open(func() {
		w.calls(indent+"  ", r.at[i])
		innerFirst := len(r.at[i]) == 0
		for _, inner := range r.inner {
			innerFirst = w.from(indent+"  ", inner, i, innerFirst)
		}
	})
	return first
}

// saysBelow tells whether a rule or one in it says something at breakpoint i.
func saysBelow(r *ruleSet, i int) bool {
	return len(r.at[i]) > 0 || slices.ContainsFunc(r.inner, func(inner *ruleSet) bool { return saysBelow(inner, i) })
}
