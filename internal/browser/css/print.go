package css

import "strings"

// A Printer writes lines, keeps what each is for, and sets groups of them apart.
type Printer struct {
	b   strings.Builder
	For string   // what the lines that follow are for
	of  []string // what each line was for
}

// Grow makes room for so many lines.
func (p *Printer) Grow(lines int) {
	p.b.Grow(32 * lines)
	p.of = make([]string, 0, lines)
}

// Line writes parts as one line, or as several where they hold line breaks.
func (p *Printer) Line(parts ...string) {
	breaks := 0
	for _, part := range parts {
		p.b.WriteString(part)
		breaks += strings.Count(part, "\n")
	}
	p.b.WriteByte('\n')
	for range breaks + 1 {
		p.of = append(p.of, p.For)
	}
}

// Gap writes an empty line, which is for nothing.
func (p *Printer) Gap() {
	p.b.WriteByte('\n')
	p.of = append(p.of, "")
}

// Body writes declarations, custom properties and others apart.
func (p *Printer) Body(indent string, body []Declaration) {
	for i, d := range body {
		if i > 0 && d.IsCustom() != body[i-1].IsCustom() {
			p.Gap()
		}
		p.Line(indent, d.Name, ": ", d.Value, ";")
	}
}

// Rules writes rules with an empty line between them.
func (p *Printer) Rules(indent string, rules []Rule) {
	for i, r := range rules {
		if i > 0 {
			p.Gap()
		}
		p.For = r.For
		p.Line(indent, strings.Join(r.Selectors, ",\n"+indent), " {")
		p.Body(indent+"  ", r.Body)
		p.Line(indent, "}")
		p.For = ""
	}
}

// Sheet writes a whole stylesheet. Rules without declarations, and blocks without
// rules, are left out by those who make them.
func (p *Printer) Sheet(s *Sheet) {
	p.Line("/* ", s.Comment, " */")
	for _, b := range s.Blocks {
		if len(b.Rules) == 0 {
			continue
		}
		p.Gap()
		if b.Query == "" {
			p.Rules("", b.Rules)
			continue
		}
		p.Line("@media ", b.Query, " {")
		p.Rules("  ", b.Rules)
		p.For = b.Rules[len(b.Rules)-1].For
		p.Line("}")
		p.For = ""
	}
	if s.End != "" {
		p.Gap()
		p.Line("/* ", s.End, " */")
	}
}

// Text is what was written.
func (p *Printer) Text() string { return p.b.String() }

// Of is what each line is for.
func (p *Printer) Of() []string { return p.of }

// String prints the sheet readably.
func (s *Sheet) String() string {
	var p Printer
	p.Sheet(s)
	return p.Text()
}
