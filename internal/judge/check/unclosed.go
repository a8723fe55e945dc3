package check

import (
	"fmt"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
)

// unclosed is a missing end tag with the element that most likely lacks it, and where it is likely to be meant; -1
// where that is not known. An end tag ends the innermost element of its name, so the one that is left open in the end
// is the outermost. The one that lacks it shows by its indentation or, where there is none, by what of the grid it has
// swallowed.
func (c *checker) unclosed(f markup.Fault) (markup.Fault, int) {
	left := c.at(f.At.From)
	for left != nil && left.Start != f.At {
		left = left.Parent
	}
	if left == nil {
		return f, -1
	}
	before := func(n *markup.Node) int { return len(strings.TrimRight(c.doc.Text()[:n.Start.From], " \t\r\n\f")) }
	if n := c.askew(left); n != nil {
		if in, swallowed := c.swallowing(n); in == n {
			return c.moved(f, n), before(swallowed)
		}
		return c.moved(f, n), c.end(n)
	}
	if n, swallowed := c.swallowing(left); n != nil {
		return c.moved(f, n), before(swallowed)
	}
	return f, c.end(left)
}

// moved is a missing end tag as that of another element, which an end tag ends that was meant for one around it.
func (c *checker) moved(f markup.Fault, n *markup.Node) markup.Fault {
	if n.Start == f.At || n.End.Len() == 0 {
		return f
	}
	f.At = n.Start
	f.Text = fmt.Sprintf("<%s> is not ended: the </%[1]s> in line %d is meant for another", n.Tag,
		c.doc.Line(n.End.From).Line)
	return f
}

// askew is the first element in another, of the same name, that an end tag ends which is indented less than its start
// tag; nil for none.
func (c *checker) askew(left *markup.Node) (found *markup.Node) {
	left.Walk(func(n *markup.Node) {
		if n.Tag != left.Tag || n.End.Len() == 0 || !c.begins(n.Start) || !c.begins(n.End) {
			return
		}
		start, end := c.doc.Line(n.Start.From), c.doc.Line(n.End.From)
		if end.Line > start.Line && end.Column < start.Column && (found == nil || n.End.From < found.End.From) {
			found = n
		}
	})
	return found
}

// begins reports whether a tag is the first on its line.
func (c *checker) begins(s markup.Span) bool {
	before := c.doc.Text()[:s.From]
	return strings.TrimSpace(before[strings.LastIndexAny(before, "\r\n")+1:]) == ""
}

// swallowing is the innermost container, row or column of the name of an element, in it or itself, in which another of
// its kind stands that does nothing there, and the first such; nil for none.
func (c *checker) swallowing(left *markup.Node) (around, swallowed *markup.Node) {
	v := infer.VocabularyOf(c.l.Kit(), c.l.Page())
	left.Walk(func(n *markup.Node) {
		if swallowed != nil || n == left || c.kind(n) != "" {
			return
		}
		kind := used(v, n)
		if kind == "" {
			return
		}
		for a := n.Parent; a != nil; a = a.Parent {
			if c.kind(a) == kind {
				if a.Tag == left.Tag {
					around, swallowed = a, n
				}
				return
			}
			if a == left {
				return
			}
		}
	})
	return around, swallowed
}

// kind is what an element is of the grid; empty for nothing.
func (c *checker) kind(m *markup.Node) page.Kind {
	n := c.find(c.of[m]).node
	if n == nil || n.Kind == page.Block || n.Kind == page.Element || n.Kind == page.Section {
		return ""
	}
	return n.Kind
}

// end is where the end tag that an element lacks is likely to be meant: after the last thing in it that is indented
// more than its start tag is or, where that does not tell, at its end.
func (c *checker) end(n *markup.Node) int {
	start := c.doc.Line(n.Start.From)
	end, tells := n.Start.To, false
	for _, k := range n.Children {
		s := c.doc.Outer(k)
		if s.Len() == 0 || k.IsText() && strings.TrimSpace(k.Text) == "" {
			continue
		}
		if at := c.doc.Line(s.From); !k.IsText() && at.Line > start.Line {
			if at.Column > start.Column {
				tells = true
			} else if tells {
				break
			}
		}
		end = c.doc.Trimmed(s).To
	}
	return end
}
