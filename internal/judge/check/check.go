// Package check tells what is wrong with a page, and what would mend it (domain section 8).
package check

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
)

// Of tells all there is to tell of a page in a project: what cannot be had as it was set, what the plan only estimates
// and, of a page from HTML, what is wrong in its file, in the file's order.
func Of(l *layout.Layout, in Project) []finding.Finding {
	p := l.Page()
	c := checker{l: l, in: in, doc: origin.Document(p.Origin)}
	c.stretches = origin.Stretches(p, l.Foreign().Inner())
	c.nodes()
	c.long()
	c.tags()
	c.grid()
	c.selected()
	c.classes()
	c.links()
	c.skipped()
	c.settings()
	c.estimates()
	c.heavy()
	c.bursts()
	c.standIns()
	c.starved()
	for _, one := range grids {
		one(&c)
	}
	c.styles(in.Code)
	slices.SortStableFunc(c.found, func(a, b finding.Finding) int { return cmp.Compare(a.At.From, b.At.From) })
	return finding.Joined(c.found)
}

// A Project is what a page is checked in.
type Project struct {
	Kits []*kit.Kit // all of them
	// Code gives the markup of a page that is made here as it is taken away, its elements marked. It is asked for where
	// styles of the page's own may reach them, and may be nil.
	Code func() []byte
}

// grids are the checks of what is set, each in a file of its own.
var grids = []func(*checker){(*checker).sums, (*checker).overLine, (*checker).steps, (*checker).tight,
	(*checker).orders, (*checker).free, (*checker).galleries, (*checker).spacers, (*checker).hidden, (*checker).repeats,
	(*checker).alternatives, (*checker).fixedWidths}

// checker gathers findings.
type checker struct {
	l   *layout.Layout
	in  Project
	doc *markup.Document
	of  map[*markup.Node]string // the ids of nodes, by their elements

	stretches map[*page.Node]origin.Stretch // what of the file each node is; none of a page made here
	found     []finding.Finding
	seen      []stage           // the page at every breakpoint, once it is asked for
	extents   []*extent         // the widths of every breakpoint, the same
	words     *vocab.Vocabulary // of the page, once it is asked for
	others    map[string]bool   // classes, and whether they are none of the kit's
	places    map[string]placed // of nodes, by their ids, once they are asked for
	kits      []spoken          // the page's and the others of the project, once they are asked for
	outer     []element         // of every element, what it takes of the file, parents before their children
	tree      *tree             // what tells where end tags are missing, once it is asked for
}

// element is an element and what it takes of the file.
type element struct {
	*markup.Node
	markup.Span
}

// most is how many findings are told of one page: nobody reads more.
const most = 400

// add adds a finding about a stretch of the file.
func (c *checker) add(code finding.Code, node string, at markup.Span, text string, fixes ...finding.Fix) {
	f := finding.New(code, node, text)
	f.At.Span, f.Fixes = at, fixes
	c.put(f)
}

// put adds a finding, with the line that it begins in.
func (c *checker) put(f finding.Finding) {
	if len(c.found) >= most {
		return
	}
	f.At.Place = origin.Line(c.l.Page().Origin, f.At.From)
	if n := c.find(f.Node).node; n != nil {
		f.Meant = slices.Contains(n.Meant, string(f.Code)) || slices.Contains(c.meant(n), string(f.Code))
	}
	c.found = append(c.found, f)
}

// MeantIn is the attribute by which an element of a file says that findings are as they are meant to be: their codes.
const MeantIn = "data-kr-meant"

// meant are the codes that the element of a node says or, of one that has none, that of the node that it stands in.
func (c *checker) meant(n *page.Node) []string {
	m := c.stretches[n].Element()
	if in := c.find(n.ID).in; m == nil && in != nil {
		m = c.stretches[in].Element()
	}
	if m != nil {
		if a := m.Attr(MeantIn); a != nil {
			return strings.Fields(a.Value)
		}
	}
	return nil
}

// long tells of a page with more nodes than are listed.
func (c *checker) long() {
	if places := c.l.Page().Origin.At(); len(places) >= origin.Most {
		last := markup.Span{From: places[len(places)-1], To: places[len(places)-1]}
		c.add(finding.PageLong, "", last, fmt.Sprintf("what follows is kept and laid out, and not listed: a page has at "+
			"most %d nodes", page.MaxNodes))
	}
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
