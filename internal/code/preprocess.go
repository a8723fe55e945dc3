package code

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/kit"
)

// A File is one file of code, and the node that each of its lines is for; none where
// it is for no node.
type File struct {
	Name  string
	Text  string
	Nodes []string
}

// A dialect is how a preprocessor writes what SCSS and Less both have. In
// declarations, "{n}" stands for a parameter.
type dialect struct {
	ending   string
	doc      string                                          // before a line of documentation
	value    func(param string) string                       // a parameter as a whole value
	inside   func(param string) string                       // a parameter inside a custom property
	mixin    func(name string, params []string) string       // the head of a mixin
	holder   func(name string) string                        // the head of a mixin that takes declarations in
	own      string                                          // where those stand
	include  func(c call, prefix string) string              // a call
	holding  func(c call, prefix string) (open, shut string) // a call with declarations
	from     func(breakpoint, prefix string) (open, shut string)
	kitFrom  func(breakpoint string) (open, shut string) // the same among the mixins
	settings func(m *Mixed) string
	head     func(m *Mixed) string // of the mixins' file
	uses     string                // the first line of a page's file
	safe     func(declaration string) string
}

var scss = dialect{
	ending: ".scss", doc: "/// ",
	value:  func(param string) string { return "$" + param },
	inside: func(param string) string { return "#{$" + param + "}" },
	mixin: func(name string, params []string) string {
		if len(params) == 0 {
			return "@mixin " + name
		}
		return "@mixin " + name + "(" + strings.Join(withDefault(params, "$", "settings.$columns"), ", ") + ")"
	},
	holder:  func(name string) string { return "@mixin " + name },
	own:     "@content;",
	include: func(c call, prefix string) string { return "@include " + prefix + c.mixin + arguments(c, true) + ";" },
	holding: func(c call, prefix string) (string, string) { return "@include " + prefix + c.mixin + " {", "}" },
	from: func(bp, prefix string) (string, string) {
		return "@include " + prefix + "from(" + strconv.Quote(bp) + ") {", "}"
	},
	kitFrom: func(bp string) (string, string) { return "@include from(" + strconv.Quote(bp) + ") {", "}" },
	settings: func(m *Mixed) string {
		p := printer{}
		p.line("// %s: what its mixins and pages go by.", commentText(m.kit.Name))
		p.line("\n/// How many columns a row has, unless told otherwise.\n$columns: %d;", m.columns())
		p.line("\n/// Where each breakpoint begins.\n$breakpoints: (")
		for _, bp := range m.kit.Breakpoints {
			p.line("  %q: %s,", bp.Name, bp.From)
		}
		p.line(");")
		return p.String()
	},
	head: func(*Mixed) string {
		return `@use "sass:map";
@use "settings";
@forward "settings";

/// What stands in it holds from a breakpoint on.
@mixin from($name) {
  @media (width >= #{map.get(settings.$breakpoints, $name)}) {
    @content;
  }
}

/// What stands in it holds below a breakpoint.
@mixin below($name) {
  @media (width < #{map.get(settings.$breakpoints, $name)}) {
    @content;
  }
}

/// What stands in it holds from one breakpoint up to another.
@mixin between($low, $high) {
  @media (width >= #{map.get(settings.$breakpoints, $low)}) and (width < #{map.get(settings.$breakpoints, $high)}) {
    @content;
  }
}
`
	},
	uses: `@use "kit" as kr;`,
	safe: func(declaration string) string { return declaration },
}

var less = dialect{
	ending: ".less", doc: "// ",
	value:  func(param string) string { return "@" + param },
	inside: func(param string) string { return "@{" + param + "}" },
	mixin: func(name string, params []string) string {
		return ".kr-" + name + "(" + strings.Join(withDefault(params, "@", "@kit-columns"), "; ") + ")"
	},
	holder: func(name string) string { return ".kr-" + name + "(@own: {})" },
	own:    "@own();",
	include: func(c call, _ string) string {
		return ".kr-" + c.mixin + "(" + strings.TrimSuffix(strings.TrimPrefix(arguments(c, false), "("), ")") + ");"
	},
	holding: func(c call, _ string) (string, string) { return ".kr-" + c.mixin + "({", "});" },
	from:    func(bp, _ string) (string, string) { return ".kr-from(@kr-" + bp + "; {", "});" },
	kitFrom: func(bp string) (string, string) { return ".kr-from(@kr-" + bp + "; {", "});" },
	settings: func(m *Mixed) string {
		p := printer{}
		p.line("// %s: what its mixins and pages go by.", commentText(m.kit.Name))
		p.line("\n// How many columns a row has, unless told otherwise.\n@kit-columns: %d;", m.columns())
		p.line("\n// Where each breakpoint begins.")
		for _, bp := range m.kit.Breakpoints {
			p.line("@kr-%s: %s;", bp.Name, bp.From)
		}
		return p.String()
	},
	head: func(*Mixed) string {
		return `@import "settings";

// What stands in it holds from a breakpoint on.
.kr-from(@low; @rules) {
  @query: ~"(width >= @{low})";

  @media @query {
    @rules();
  }
}

// What stands in it holds below a breakpoint.
.kr-below(@high; @rules) {
  @query: ~"(width < @{high})";

  @media @query {
    @rules();
  }
}

// What stands in it holds from one breakpoint up to another.
.kr-between(@low; @high; @rules) {
  @query: ~"(width >= @{low}) and (width < @{high})";

  @media @query {
    @rules();
  }
}
`
	},
	uses: `@import "kit";`,
	safe: func(declaration string) string { // min() is a function of its own here
		name, value, _ := strings.Cut(declaration, ": ")
		if strings.Contains(value, "min(") {
			return name + ": ~" + strconv.Quote(value)
		}
		return declaration
	},
}

// withDefault names parameters; of is the kit's columns unless it is said.
func withDefault(params []string, sign, columns string) []string {
	all := make([]string, len(params))
	for i, p := range params {
		if all[i] = sign + p; p == "of" {
			all[i] += ": " + columns
		}
	}
	return all
}

// arguments are a call's values in brackets; a sum is text, which nothing works out.
func arguments(c call, isSCSS bool) string {
	if len(c.args) == 0 {
		return ""
	}
	all := make([]string, len(c.args))
	for i, a := range c.args {
		if all[i] = a; strings.Contains(a, " ") && isSCSS {
			all[i] = strconv.Quote(a)
		} else if strings.Contains(a, " ") {
			all[i] = "~" + strconv.Quote(a)
		}
	}
	between := ", "
	if !isSCSS {
		between = "; "
	}
	return "(" + strings.Join(all, between) + ")"
}

// SCSS is the page as SCSS: the kit's settings, its mixins, and the page's rules.
func (m *Mixed) SCSS() []File { return m.files(&scss, "_settings.scss", "_kit.scss") }

// Less is the page as Less: the kit's settings, its mixins, and the page's rules.
func (m *Mixed) Less() []File { return m.files(&less, "settings.less", "kit.less") }

func (m *Mixed) files(d *dialect, settings, mixins string) []File {
	return []File{{settings, d.settings(m), nil}, {mixins, m.library(d), nil}, m.rulesIn(d)}
}

// pageFile is the name of the page's own file without its ending.
func (m *Mixed) pageFile() string {
	name := strings.TrimSuffix(m.page.File, ".html")
	if name == "kit" || name == "settings" {
		return name + "-page"
	}
	return name
}

// library is the file of the kit's mixins.
func (m *Mixed) library(d *dialect) string {
	p := printer{}
	mark := "//"
	p.line("%s %s, its mixins, by Kit Rows.", mark, commentText(m.kit.Name))
	p.line("%s", "")
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
		doc := strings.NewReplacer("{n}", d.value("n"), "{of}", d.value("of")).Replace(x.doc)
		p.line("\n%s%s\n%s {", d.doc, doc, d.mixin(x.name, x.params))
		m.declared(&p, d, "  ", x.body, x.params)
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

// overlay is a mixin that shows a container's columns over or under what is in it.
func (m *Mixed) overlay(p *printer, d *dialect) {
	n, edge := strconv.Itoa(m.columns()), m.kit.EdgeOf(0, kit.Measure{}).Px
	gap := m.styler.gap.at[0]
	if strings.Contains(gap, "%") || strings.Contains(gap, "var(") || m.kit.ColumnsAt(0).IsUneven() || m.kit.Technique == kit.Grid && m.kit.GutterAt(0).IsFraction() {
		return // its columns are no stripes of one width
	}
	params := []string{"colour", "layer"}
	head := d.mixin("overlay", params)
	head = strings.Replace(head, d.value("colour"), d.value("colour")+": rgb(43 106 108 / 16%)", 1)
	head = strings.Replace(head, d.value("layer"), d.value("layer")+": 1", 1)
	column := "(100% + " + gap + ") / " + n
	p.line("\n%sA container's columns, shown in a colour: in front of what is in it, or behind it with layer -1.\n%s {", d.doc, head)
	p.line("  position: relative;\n\n  &::after {")
	p.line("    position: absolute;\n    z-index: %s;\n    inset: %s;\n    content: \"\";\n    pointer-events: none;", d.value("layer"), strings.TrimSuffix("0 "+kit.Px(edge).String(), " 0"))
	p.line("    background: repeating-linear-gradient(to right, %s 0 calc(%s - %s), transparent 0 calc(%s));", d.value("colour"), column, gap, column)
	p.line("  }\n}")
}

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
