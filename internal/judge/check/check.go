// Package check tells what is wrong with a page, and what would mend it (domain section 8).
package check

import (
	"cmp"
	"fmt"
	"slices"

	"kitrows/internal/browser/lines"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
)

// A Severity is how bad something is.
type Severity string

// The severities: what does not work, what works otherwise than most would mean it, what is only untidy, and what is no
// fault and the plan only estimates.
const (
	Broken   Severity = "broken"
	Surprise Severity = "surprise"
	Tidy     Severity = "tidy"
	Estimate Severity = "estimate"
)

// A Finding is one thing that is wrong.
type Finding struct {
	Code     string // what, for all time the same
	Severity Severity
	Node     string      // the id of the node that it is about; empty for none
	Text     string      // a sentence
	At       markup.Span // of a page from markup: the stretch of its file's text
	Line     lines.Place // where that begins; line 0 where there is no file
	Fixes    []Fix
}

// A Fix mends a finding.
type Fix struct {
	Label string
	Edits []markup.Edit // of the page's file
}

// Of finds what is wrong in the file of a page that was read from markup, in its order; of every page, what the plan
// only estimates.
func Of(l *layout.Layout) []Finding {
	p := l.Page()
	if p.Origin == nil {
		c := checker{l: l}
		c.estimates()
		c.heavy()
		return c.found
	}
	c := checker{l: l, doc: origin.Document(p.Origin)}
	c.nodes()
	if places := p.Origin.Places; len(places) >= origin.Most {
		last := markup.Span{From: places[len(places)-1], To: places[len(places)-1]}
		c.add("page-long", Surprise, "", last,
			fmt.Sprintf("what follows is kept and laid out, and not listed: a page has at most %d nodes",
				page.MaxNodes))
	}
	c.tags()
	c.grid()
	c.selected()
	c.classes()
	c.links()
	c.estimates()
	c.heavy()
	slices.SortStableFunc(c.found, func(a, b Finding) int { return cmp.Compare(a.At.From, b.At.From) })
	return c.found
}

// checker gathers findings.
type checker struct {
	l     *layout.Layout
	doc   *markup.Document
	of    map[*markup.Node]string // the ids of nodes, by their elements
	found []Finding
	outer []element // of every element, what it takes of the file, parents before their children
}

// element is an element and what it takes of the file.
type element struct {
	*markup.Node
	markup.Span
}

// most is how many findings are told of one page: nobody reads more.
const most = 400

// add adds a finding about a stretch of the file.
func (c *checker) add(code string, s Severity, node string, at markup.Span, text string, fixes ...Fix) {
	if len(c.found) >= most {
		return
	}
	f := Finding{Code: code, Severity: s, Node: node, Text: text, At: at, Fixes: fixes}
	if o := c.l.Page().Origin; o != nil {
		f.Line = origin.Line(o, at.From)
	}
	c.found = append(c.found, f)
}

// around is the id of the node that an element is or stands in; empty for none.
func (c *checker) around(n *markup.Node) string {
	for ; n != nil; n = n.Parent {
		if id := c.of[n]; id != "" {
			return id
		}
	}
	return ""
}
