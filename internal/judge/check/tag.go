package check

import (
	"fmt"
	"slices"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
)

// nodes finds out which nodes elements are.
func (c *checker) nodes() {
	c.of = map[*markup.Node]string{}
	for n, s := range c.stretches {
		for _, m := range s.Nodes {
			c.of[m] = n.ID
		}
	}
}

// codes are those of what the tree tells.
var codes = map[markup.FaultKind]finding.Code{
	markup.Missing: finding.EndTagMissing, markup.Surplus: finding.EndTagSurplus, markup.Crossed: finding.TagsCrossed,
	markup.Ignored: finding.TagIgnored, markup.Doubled: finding.AttributeDoubled, markup.Deep: finding.TooDeep,
	markup.TooMuch: finding.TooMuch,
}

// tags tells of tags that make another tree than their author is likely to have meant.
func (c *checker) tags() {
	text := c.doc.Text()
	all := slices.Clone(c.doc.Faults)
	slices.SortStableFunc(all, func(a, b markup.Fault) int { return unread(b) - unread(a) }) // whatever else there is
	for _, f := range all[:min(len(all), most)] {
		var fixes []finding.Fix
		switch f.Kind {
		case markup.Surplus, markup.Ignored:
			lines, alone := c.doc.Lines(f.At)
			if !alone {
				lines = f.At
			}
			fixes = []finding.Fix{{Label: "Remove " + text[f.At.From:f.At.To], Edits: []markup.Edit{{Span: lines}}}}
		case markup.Doubled:
			fixes = []finding.Fix{{Label: "Remove it", Edits: []markup.Edit{{Span: f.At}}}}
		case markup.Missing:
			var end int
			if f, end = c.unclosed(f); end >= 0 {
				fixes = []finding.Fix{{Label: fmt.Sprintf("End it in line %d", c.doc.Line(end).Line),
					Edits: []markup.Edit{{Span: markup.Span{From: end, To: end}, Text: "</" + f.Tag + ">"}}}}
			}
		}
		at := c.at(f.At.From)
		c.add(codes[f.Kind], c.around(at), f.At, f.Text, fixes...)
	}
}

// unread is 1 of a fault for which a part of the file is not read, else 0.
func unread(f markup.Fault) int {
	if f.Kind == markup.Deep || f.Kind == markup.TooMuch {
		return 1
	}
	return 0
}

// at is the innermost element whose start tag, or what is in it, holds a byte of the text.
func (c *checker) at(place int) (found *markup.Node) {
	if c.outer == nil {
		c.measure(c.doc.Root)
	}
	for _, e := range c.outer {
		if e.From <= place && place < e.To {
			found = e.Node
		}
	}
	return found
}

// measure finds what each element takes of the file.
func (c *checker) measure(n *markup.Node) (s markup.Span) {
	at := -1
	if s = n.Start; !n.IsText() && n.Start.Len() > 0 {
		at = len(c.outer)
		c.outer = append(c.outer, element{n, s})
	}
	for _, k := range n.Children {
		if in := c.measure(k); in.Len() > 0 && n.End.Len() == 0 {
			s.To = max(s.To, in.To)
		}
	}
	s.To = max(s.To, n.End.To)
	if at >= 0 {
		c.outer[at].Span = s
	}
	return s
}
