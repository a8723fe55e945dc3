package markup

import "strings"

// Outer is the stretch of the source that an element is: from its start tag to its end tag or, where that is left out, to
// the end of what is in it. It is empty of an element without a start tag.
func (d *Document) Outer(n *Node) Span {
	if n.IsText() {
		return n.Start
	}
	s := Span{n.Start.From, max(n.Start.To, n.End.To)}
	if n.End.Len() == 0 {
		for _, k := range n.Kids {
			s.To = max(s.To, d.Outer(k).To)
		}
		for s.To > n.Start.To && blank(d.text[s.To-1]) { // the space at its end belongs to what comes next
			s.To--
		}
	}
	return s
}

// lines is the stretch of whole lines that an element takes, with the line's end; alone is false, and the stretch
// that of the element, where something else stands on them.
func (d *Document) lines(n *Node) (s Span, alone bool) {
	s = d.Outer(n)
	from, to := s.From, s.To
	for from > 0 && (d.text[from-1] == ' ' || d.text[from-1] == '\t') {
		from--
	}
	for to < len(d.text) && (d.text[to] == ' ' || d.text[to] == '\t') {
		to++
	}
	if from > 0 && d.text[from-1] != '\n' && d.text[from-1] != '\r' || to < len(d.text) && d.text[to] != '\n' && d.text[to] != '\r' {
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
// stands in an element as its child of that number among its elements, or as its last. It gets lines of its own, indented
// as its neighbours are, where those have them. The element must have a start tag in the source, and an end tag.
func (d *Document) Insert(in *Node, at int, text string) Edit {
	var kids []*Node
	for _, k := range in.Kids {
		if !k.IsText() && k.Start.Len() > 0 {
			kids = append(kids, k)
		}
	}
	newline := d.newline()
	lines := func(indent string) string {
		return strings.ReplaceAll(reindent(text, "", indent), "\n", newline)
	}
	if at < len(kids) {
		before := kids[at]
		if s, alone := d.lines(before); alone {
			return Edit{Span{s.From, s.From}, d.indent(before) + lines(d.indent(before)) + newline}
		}
		return Edit{Span{before.Start.From, before.Start.From}, lines(d.indent(before))}
	}
	if len(kids) > 0 {
		last := kids[len(kids)-1]
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

// Move gives the edits by which an element stands in another as its child of that number among the elements there
// without it, or as its last. What it moves into must not be in it.
func (d *Document) Move(n, in *Node, at int) []Edit {
	var seen []*Node
	for _, k := range in.Kids {
		if !k.IsText() && k.Start.Len() > 0 && k != n {
			seen = append(seen, k)
		}
	}
	rest := *in
	rest.Kids = seen
	text := strings.ReplaceAll(d.Copy(n), "\r\n", "\n")
	return []Edit{d.Remove(n), d.Insert(&rest, at, strings.ReplaceAll(text, "\r", "\n"))}
}
