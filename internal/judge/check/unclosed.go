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
	f.Text = fmt.Sprintf("<%s> is not ended: the </%[1]s> in line %d is meant for another", markup.Called(n.Tag),
		c.doc.Line(n.End.From).Line)
	return f
}

// askew is the first element in another, of the same name, that an end tag ends which is indented less than its start
// tag; nil for none.
func (c *checker) askew(left *markup.Node) (found *markup.Node) {
	c.look()
	for _, n := range c.tree.askew {
		if n.Tag == left.Tag && c.tree.holds(left, n) && (found == nil || n.End.From < found.End.From) {
			found = n
		}
	}
	return found
}

// swallowing is the innermost container, row or column of the name of an element, in it or itself, in which another of
// its kind stands that does nothing there, and the first such; nil for none.
func (c *checker) swallowing(left *markup.Node) (around, swallowed *markup.Node) {
	c.look()
	for _, s := range c.tree.swallowed {
		if s.in.Tag == left.Tag && c.tree.holds(left, s.in) {
			return s.in, s.Node
		}
	}
	return nil, nil
}

// tree is what of a document tells where end tags are missing.
type tree struct {
	extents   map[*markup.Node][2]int // which numbers an element and what is in it have in document order
	askew     []*markup.Node          // what an end tag ends that is indented less than the start tag
	swallowed []swallowed             // in document order
}

// swallowed is an element that has the word of a container, row or column and does nothing, since it stands in another
// of the kind, the innermost.
type swallowed struct {
	*markup.Node
	in *markup.Node
}

// holds reports whether an element is another or stands in it.
func (t *tree) holds(around, n *markup.Node) bool {
	at, extent := t.extents[n][0], t.extents[around]
	return extent[0] <= at && at < extent[1]
}

// look finds what of the document tells where end tags are missing, once for all of them.
func (c *checker) look() {
	if c.tree != nil {
		return
	}
	c.tree = &tree{extents: map[*markup.Node][2]int{}}
	v := infer.VocabularyOf(c.l.Kit(), c.l.Page())
	around := map[page.Kind]*markup.Node{}
	number := 0
	var visit func(n *markup.Node)
	visit = func(n *markup.Node) {
		if n.IsText() {
			return
		}
		from := number
		number++
		if n.End.Len() > 0 && c.begins(n.Start) && c.begins(n.End) {
			start, end := c.doc.Line(n.Start.From), c.doc.Line(n.End.From)
			if end.Line > start.Line && end.Column < start.Column {
				c.tree.askew = append(c.tree.askew, n)
			}
		}
		kind := c.kind(n)
		if kind == "" {
			if in := around[used(v, n)]; in != nil {
				c.tree.swallowed = append(c.tree.swallowed, swallowed{n, in})
			}
		}
		outer := around[kind]
		if kind != "" {
			around[kind] = n
		}
		for _, k := range n.Children {
			visit(k)
		}
		around[kind] = outer
		c.tree.extents[n] = [2]int{from, number}
	}
	visit(c.doc.Root)
}

// begins reports whether a tag is the first on its line.
func (c *checker) begins(s markup.Span) bool {
	before := strings.TrimRight(c.doc.Text()[:s.From], " \t\f")
	return before == "" || strings.HasSuffix(before, "\n") || strings.HasSuffix(before, "\r")
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
