package markup

import (
	"slices"
	"strings"
)

// Outer is the stretch of the source that an element is: from its start tag to its end tag or, where that is left out,
// to the end of what is in it. It is empty of an element without a start tag.
func (d *Document) Outer(n *Node) Span {
	if n.IsText() {
		return n.Start
	}
	s := Span{n.Start.From, max(n.Start.To, n.End.To)}
	if n.End.Len() == 0 {
		for _, k := range n.Children {
			s.To = max(s.To, d.Outer(k).To)
		}
		for s.To > n.Start.To && blank(d.text[s.To-1]) { // the space at its end belongs to what comes next
			s.To--
		}
	}
	return s
}

// Inside is the stretch of what stands in an element.
func (d *Document) Inside(n *Node) Span {
	s := Span{n.Start.To, d.Outer(n).To}
	if n.End.Len() > 0 {
		s.To = n.End.From
	}
	return s
}

// lines is the stretch of whole lines that an element takes, with the line's end; alone is false, and the stretch
// that of the element, where something else stands on them.
func (d *Document) lines(n *Node) (s Span, alone bool) { return d.Lines(d.Outer(n)) }

// Lines is the whole lines that a stretch takes, with the last one's end; alone is false, and they are the stretch,
// where something else stands on them.
func (d *Document) Lines(s Span) (lines Span, alone bool) {
	from, to := s.From, s.To
	for from > 0 && (d.text[from-1] == ' ' || d.text[from-1] == '\t') {
		from--
	}
	for to < len(d.text) && (d.text[to] == ' ' || d.text[to] == '\t') {
		to++
	}
	if from > 0 && d.text[from-1] != '\n' && d.text[from-1] != '\r' || to < len(d.text) && d.text[to] != '\n' &&
		d.text[to] != '\r' {
		return s, false
	}
	if to < len(d.text) && d.text[to] == '\r' {
		to++
	}
	if to < len(d.text) && d.text[to] == '\n' {
		to++
	}
	return Span{from, to}, true
}

// indent is what stands before an element on its line, if that is only space.
func (d *Document) indent(n *Node) string {
	from := n.Start.From
	for from > 0 && (d.text[from-1] == ' ' || d.text[from-1] == '\t') {
		from--
	}
	return d.text[from:n.Start.From]
}

// newline is how the lines of the source end: as its first does.
func (d *Document) newline() string {
	switch i := strings.IndexAny(d.text, "\r\n"); {
	case i < 0 || d.text[i] == '\n':
		return "\n"
	case strings.HasPrefix(d.text[i:], "\r\n"):
		return "\r\n"
	}
	return "\r"
}

// indentAt is the space at the beginning of the line of a place.
func (d *Document) indentAt(at int) string {
	rows := d.rows()
	from := rows.Begin(rows.Line(at))
	to := from
	for to < at && (d.text[to] == ' ' || d.text[to] == '\t') {
		to++
	}
	return d.text[from:to]
}

// inLines is a text with lines that end with LF, as it stands in the source with that indentation.
func (d *Document) inLines(text, indent string) string {
	return strings.ReplaceAll(reindent(text, "", indent), "\n", d.newline())
}

// Before gives the edit by which a text stands before a stretch of the source, on lines of its own where that has some.
func (d *Document) Before(s Span, text string) Edit {
	indent := d.indentAt(s.From)
	if lines, alone := d.Lines(s); alone {
		return Edit{Span{lines.From, lines.From}, indent + d.inLines(text, indent) + d.newline()}
	}
	return Edit{Span{s.From, s.From}, d.inLines(text, indent)}
}

// After gives the edit by which a text stands after a stretch of the source, on lines of its own where that has some.
func (d *Document) After(s Span, text string) Edit {
	indent := d.indentAt(s.From)
	if lines, alone := d.Lines(s); alone {
		if to := lines.To; to > s.To && (d.text[to-1] == '\n' || d.text[to-1] == '\r') {
			return Edit{Span{to, to}, indent + d.inLines(text, indent) + d.newline()}
		}
		// at the end of the source
		return Edit{Span{lines.To, lines.To}, d.newline() + indent + d.inLines(text, indent)}
	}
	return Edit{Span{s.To, s.To}, d.inLines(text, indent)}
}

// Exchange gives the edit by which a text stands in the place of a stretch.
func (d *Document) Exchange(s Span, text string) Edit {
	return Edit{s, d.inLines(text, d.indentAt(s.From))}
}

// Trimmed is a stretch without the white space at its ends.
func (d *Document) Trimmed(s Span) Span {
	for s.From < s.To && blank(d.text[s.From]) {
		s.From++
	}
	for s.From < s.To && blank(d.text[s.To-1]) {
		s.To--
	}
	return s
}

// Excerpt is the text of a stretch with the edits that are inside it, its lines ended with LF and indented as from the
// beginning of a line.
func (d *Document) Excerpt(s Span, edits []Edit) string {
	edits = slices.Clone(edits)
	slices.SortStableFunc(edits, func(a, b Edit) int { return a.From - b.From })
	var b strings.Builder
	at := s.From
	for _, e := range edits {
		if e.From < at || e.To > s.To {
			continue
		}
		b.WriteString(d.text[at:e.From] + e.Text)
		at = e.To
	}
	b.WriteString(d.text[at:s.To])
	text := strings.ReplaceAll(strings.ReplaceAll(b.String(), "\r\n", "\n"), "\r", "\n")
	return reindent(text, d.indentAt(s.From), "")
}

// Remove gives the edit by which an element is gone: with its lines, where it is alone on them.
func (d *Document) Remove(n *Node) Edit {
	s, _ := d.lines(n)
	return Edit{Span: s}
}

// Copy is the text of an element, with an end tag where the source has left it out, its lines indented as from the
// beginning of a line.
func (d *Document) Copy(n *Node) string {
	s := d.Outer(n)
	text := d.text[s.From:s.To]
	if n.End.Len() == 0 && !void[n.Tag] {
		text += "</" + n.Tag + ">"
	}
	return reindent(text, d.indent(n), "")
}

// reindent gives lines after the first another indentation.
func reindent(text, from, to string) string {
	var b strings.Builder
	for i, line := range strings.SplitAfter(text, "\n") {
		if rest, is := strings.CutPrefix(line, from); i > 0 && is && strings.TrimSpace(line) != "" {
			line = to + rest
		}
		b.WriteString(line)
	}
	return b.String()
}

// Insert gives the edit by which a text, indented as from the beginning of a line and with lines that end with LF,
// stands in an element as its child of that number among its elements, or as its last. It gets lines of its own,
// indented as its neighbours are, where those have them. The element must have a start tag in the source, and an end
// tag.
func (d *Document) Insert(in *Node, at int, text string) Edit {
	var children []*Node
	for _, k := range in.Children {
		if !k.IsText() && k.Start.Len() > 0 {
			children = append(children, k)
		}
	}
	newline := d.newline()
	lines := func(indent string) string {
		return strings.ReplaceAll(reindent(text, "", indent), "\n", newline)
	}
	if at < len(children) {
		before := children[at]
		if s, alone := d.lines(before); alone {
			return Edit{Span{s.From, s.From}, d.indent(before) + lines(d.indent(before)) + newline}
		}
		return Edit{Span{before.Start.From, before.Start.From}, lines(d.indent(before))}
	}
	if len(children) > 0 {
		last := children[len(children)-1]
		if s, alone := d.lines(last); alone {
			return Edit{Span{s.To, s.To}, d.indent(last) + lines(d.indent(last)) + newline}
		}
		end := d.Outer(last).To
		return Edit{Span{end, end}, lines(d.indent(last))}
	}
	indent := d.indent(in)
	deeper := indent + d.step(in)
	if body := d.text[in.Start.To:in.End.From]; strings.TrimSpace(body) == "" { // it is empty, and opens now
		return Edit{Span{in.Start.To, in.End.From}, newline + deeper + lines(deeper) + newline + indent}
	}
	return Edit{Span{in.End.From, in.End.From}, lines(indent)}
}

// Body is what holds what is seen of a document: its body or, of a part or where that has no tags, the root.
func (d *Document) Body() *Node {
	for _, k := range d.Root.Children {
		if k.Tag == "body" && k.Start.Len() > 0 {
			return k
		}
	}
	return d.Root
}

// Append gives the edit by which a text stands in an element as what is last there, as Insert gives it. It may be an
// element whose end tag is left out, or the root of a source.
func (d *Document) Append(in *Node, text string) Edit {
	if in.Start.Len() > 0 && in.End.Len() > 0 && in != d.Root {
		return d.Insert(in, len(in.Children), text)
	}
	at := len(d.text)
	if in == d.Root || in.Tag == "body" {
		for _, n := range []*Node{in, in.Parent} { // before the end tags that stand there
			if n != nil && n.End.Len() > 0 {
				at = min(at, n.End.From)
			}
		}
		for at > 0 && blank(d.text[at-1]) {
			at--
		}
	} else {
		at = d.Outer(in).To
	}
	before := ""
	if at > 0 {
		before = d.newline()
	}
	return Edit{Span{at, at}, before + d.inLines(text, "")}
}

// step is by how much an element is indented more than the one around it.
func (d *Document) step(n *Node) string {
	for up := n.Parent; up != nil; up = up.Parent {
		if up.Start.Len() == 0 {
			continue
		}
		if outer, inner := d.indent(up), d.indent(n); len(inner) > len(outer) && strings.HasPrefix(inner, outer) {
			return inner[len(outer):]
		}
		break
	}
	return "  "
}

// Step is by how much elements are indented more than those around them: as the first is that stands on a line of its
// own.
func (d *Document) Step() string {
	step := ""
	d.Root.Walk(func(n *Node) {
		if step != "" || n.IsText() || n.Start.Len() == 0 || n.Parent == nil || n.Parent.Start.Len() == 0 {
			return
		}
		if outer, inner := d.indent(n.Parent), d.indent(n); len(inner) > len(outer) && strings.HasPrefix(inner, outer) {
			step = inner[len(outer):]
		}
	})
	if step == "" {
		return "  "
	}
	return step
}

// Move gives the edits by which an element stands in another as its child of that number among the elements there
// without it, or as its last. What it moves into must not be in it.
func (d *Document) Move(n, in *Node, at int) []Edit {
	var seen []*Node
	for _, k := range in.Children {
		if !k.IsText() && k.Start.Len() > 0 && k != n {
			seen = append(seen, k)
		}
	}
	rest := *in
	rest.Children = seen
	text := strings.ReplaceAll(d.Copy(n), "\r\n", "\n")
	return []Edit{d.Remove(n), d.Insert(&rest, at, strings.ReplaceAll(text, "\r", "\n"))}
}
