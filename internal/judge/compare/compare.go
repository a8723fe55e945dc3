// Package compare tells what a change does to a page: which boxes move, from which viewport width to which and by how
// much, which rows break into other lines, and which findings come and go (domain section 8).
package compare

import (
	"slices"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// Widths are whole viewport widths in px, From the narrowest To the widest.
type Widths struct{ From, To int }

// Usual are the widths that are compared where none are said.
var Usual = Widths{320, 1920}

// step is how far apart, in px, plans are made between the widths at which lines change. Where two plans beside one
// another differ in what moved, the width between them is found at which it begins to.
const step = 16

// least is how far, in px, an edge of a box must be from where it was for the box to have moved.
const least = 0.5

// A Comparison is what became of a page. Each range of widths that it names is as long as it can be.
type Comparison struct {
	Before, After *layout.Layout
	Widths        Widths
	Moves         []Move // in the order of the page; of one node, from narrow to wide
	Breaks        []Break
	Came, Went    []finding.Finding // at the breakpoints at which they did
}

// Same reports whether nothing is to be told.
func (c *Comparison) Same() bool {
	return len(c.Moves) == 0 && len(c.Breaks) == 0 && len(c.Came) == 0 && len(c.Went) == 0
}

// Told tells all there is to tell of a page that is laid out by a layout, as check.Of does.
type Told func(l *layout.Layout) []finding.Finding

// Of compares a page as it was with how it is. Its nodes are the same by their ids. Where told is nil, no findings are.
func Of(before, after *layout.Layout, w Widths, told Told) *Comparison {
	c := &Comparison{Before: before, After: after, Widths: w}
	s := newScan(before, after)
	s.over(w)
	c.Moves, c.Breaks = s.moves(), s.breaks()
	if told != nil {
		had, has := told(before), told(after)
		c.Came, c.Went = came(had, has), came(has, had)
	}
	return c
}

// came are the findings of the second list that the first has not, at the breakpoints at which it has not. What is
// meant is not told.
func came(had, has []finding.Finding) (all []finding.Finding) {
	type key struct {
		code       finding.Code
		node       string
		breakpoint string
	}
	at := func(f finding.Finding) []string {
		if len(f.Breakpoints) == 0 {
			return []string{""}
		}
		return f.Breakpoints
	}
	known := map[key]int{}
	for _, f := range had {
		for _, b := range at(f) {
			if !f.Meant {
				known[key{f.Code, f.Node, b}]++
			}
		}
	}
	for _, f := range has {
		var left []string
		for _, b := range at(f) {
			k := key{f.Code, f.Node, b}
			if known[k]--; known[k] < 0 {
				left = append(left, b)
			}
		}
		if f.Meant || len(left) == 0 {
			continue
		}
		if len(f.Breakpoints) > 0 {
			f.Breakpoints = left
		}
		all = append(all, f)
	}
	return all
}

// A node is what there is to say of a node: of the page as it is or, where it is gone, as it was.
type node struct {
	id, name string
	kind     page.Kind
}

// nodes are those of both pages by their ids, in the order of the page as it is; those that are gone come last.
func nodes(before, after *page.Page) (all []node) {
	seen := map[string]bool{}
	for _, p := range []*page.Page{after, before} {
		p.Walk(func(n *page.Node, _ page.Place) {
			if !seen[n.ID] {
				seen[n.ID] = true
				all = append(all, node{n.ID, n.Name, n.Kind})
			}
		})
	}
	return all
}

// edges are the whole widths at which a layout may change between two that are beside one another: those of its
// breakpoints and of its lines.
func edges(l *layout.Layout, w Widths) (all []int) {
	for _, p := range l.ChangePoints(float64(w.From), float64(w.To)) {
		all = append(all, int(p.Width), int(p.Width)+1)
	}
	for _, b := range l.Kit().Breakpoints {
		all = append(all, around(b)...)
	}
	return slices.DeleteFunc(all, func(v int) bool { return v < w.From || v > w.To })
}

// around are the last whole width below a breakpoint, and the first of it.
func around(b kit.Breakpoint) []int {
	from := b.From.Px()
	first := int(from)
	if float64(first) < from {
		first++
	}
	return []int{first - 1, first}
}
