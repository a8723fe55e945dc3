// Package layout computes the plan of a page: every node's box, the lines its
// rows break into and their ledgers, at one viewport width (domain section 6),
// and explains it (section 7). It knows nothing of markup or of a screen.
package layout

import (
	"slices"
	"sort"
	"sync"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
)

// A Layout is a page on its kit with everything worked out that does not depend
// on the viewport's width inside a breakpoint: what each row divides into and
// what each of its columns wants. It is never changed and may be used at once by
// many.
type Layout struct {
	kit      *kit.Kit
	page     *page.Page
	nodes    []node                  // the page's, parents before their children
	index    func() map[string]int32 // of the nodes, by id; made when it is first asked for
	comforts func() []float64        // of the nodes; made when they are first asked for
	highs    func() []float64        // of the nodes: of blocks, how high they are by themselves; made likewise
	at       []stage                 // one for every breakpoint
	foreign  *foreign.Page           // of a page that is laid out by a stylesheet; else nil
	planner  planner                 // how boxes are worked out
	holds    []page.Held             // what holds for nodes, which they share where nothing else is set
	real     *real                   // content as a browser shows it; nil where blocks are as high as declared
	Findings []finding.Finding       // what cannot be had as it was set, each at one breakpoint
	plans    plans                   // that were made last
}

// node is a node of the page with its place in Layout.nodes.
type node struct {
	*page.Node
	parent   int32 // -1 for a container
	end      int32 // one past its last descendant
	settable int32 // which it is of the nodes on which something can be set; -1 where nothing can be
}

// stage is the page at one breakpoint.
type stage struct {
	held   []int32 // of the nodes on which something can be set, by their settable number: which of the Layout's holds
	rows   []Row   // in page order
	rowOf  []int32 // of a node that is a row: its index in rows
	lines  float64 // px between rows
	tracks kit.Gutter
	broken int // about how many lines the rows break into
	most   int // and one of them at most
}

// Of works out page p, laid out on k, with blocks that are as high as declared. Both must have passed their Check.
func Of(k *kit.Kit, p *page.Page) *Layout {
	l := &Layout{kit: k, page: p, at: make([]stage, len(k.Breakpoints))}
	l.make()
	return l
}

// Comfort is the least width, in px, at which what is in a node of the page reads well, as its own Comfort has it.
func (l *Layout) Comfort(n *page.Node) float64 {
	if i, is := l.index()[n.ID]; is {
		return l.comforts()[i]
	}
	return n.Comfort()
}

func (l *Layout) make() {
	k, p := l.kit, l.page
	l.nodes = make([]node, 0, count(p.Body))
	l.add(p.Body, -1)
	if l.real != nil {
		l.real.find(l)
	}
	l.foreign = foreign.Of(k, p)
	if l.real != nil {
		l.foreign.Measured(l.real.book, l.real.begins(l))
	}
	l.planner = plannerOf(l)
	l.index = sync.OnceValue(func() map[string]int32 {
		index := make(map[string]int32, len(l.nodes))
		for i, n := range l.nodes {
			index[n.ID] = int32(i)
		}
		return index
	})
	l.comforts = sync.OnceValue(func() []float64 {
		all := make([]float64, len(l.nodes))
		words := l.words()
		for i, n := range slices.Backward(l.nodes) {
			if n.Kind == page.Block {
				all[i] = n.Content.ComfortableBy(func() string { return words(int32(i)) })
			}
			if n.parent >= 0 {
				all[n.parent] = max(all[n.parent], all[i])
			}
		}
		return all
	})
	l.highs = sync.OnceValue(func() []float64 {
		all := make([]float64, len(l.nodes))
		for i, n := range l.nodes {
			if n.Kind == page.Block {
				all[i] = n.Content.High().Px()
			}
		}
		return all
	})
	l.hold()
	rows, columns := 0, 0
	for _, n := range l.nodes {
		switch n.Kind {
		case page.Row:
			rows++
		case page.Column:
			columns++
		}
	}
	for i := range l.at {
		s := &l.at[i]
		s.rows, s.rowOf = make([]Row, 0, rows), make([]int32, len(l.nodes))
		s.lines, s.tracks = k.RowGutterAt(i).Px(), k.GutterAt(i)
		r := resolver{l: l, i: i, stage: s, cells: make([]Cell, 0, columns)}
		r.page()
	}
}

// words gives the words of a block, by its number.
func (l *Layout) words() func(block int32) string {
	if l.real == nil {
		return func(block int32) string { return l.nodes[block].Content.Words() }
	}
	return l.real.words(l)
}

// Kit is the kit the page is laid out on.
func (l *Layout) Kit() *kit.Kit { return l.kit }

// Page is the page.
func (l *Layout) Page() *page.Page { return l.page }

// Node is the node of that number, as boxes have it.
func (l *Layout) Node(n int32) *page.Node { return l.nodes[n].Node }

// Foreign is the page in the words of the stylesheet of its kit, where one was brought in, or in those of the markup it
// was read from; else nil.
func (l *Layout) Foreign() *foreign.Page { return l.foreign }

// Nodes is how many nodes the page has.
func (l *Layout) Nodes() int { return len(l.nodes) }

// count is how many nodes there are, with all that is in them.
func count(nodes []*page.Node) int {
	all := len(nodes)
	for _, n := range nodes {
		all += count(n.Children)
	}
	return all
}

func (l *Layout) add(nodes []*page.Node, parent int32) {
	for _, n := range nodes {
		self := int32(len(l.nodes))
		l.nodes = append(l.nodes, node{Node: n, parent: parent})
		l.add(n.Children, self)
		l.nodes[self].end = int32(len(l.nodes))
	}
}

// hold works out what holds for every node on which something can be set, at every breakpoint.
func (l *Layout) hold() {
	count, settings := int32(0), 0
	starts := map[page.Kind]int32{} // which of l.holds holds where nothing is set
	for n := range l.nodes {
		node := &l.nodes[n]
		if node.settable = -1; len(page.Settable(node.Kind)) == 0 {
			continue
		}
		if _, is := starts[node.Kind]; !is {
			starts[node.Kind] = int32(len(l.holds))
			l.holds = append(l.holds, page.Defaults(node.Kind))
		}
		node.settable = count
		count++
		settings += len(node.At)
	}
	l.holds = slices.Grow(l.holds, settings) // nodes share what holds until something is set
	for i := range l.at {
		l.at[i].held = make([]int32, count)
	}
	var of page.Kind
	var start int32 // of nodes of that kind
	for n := range l.nodes {
		node := &l.nodes[n]
		if node.settable < 0 {
			continue
		}
		if node.Kind != of {
			of, start = node.Kind, starts[node.Kind]
		}
		h, next := start, node.At
		for i := range l.at {
			for len(next) > 0 && next[0].From == l.kit.Breakpoints[i].Name {
				l.holds = append(l.holds, l.holds[h])
				h = int32(len(l.holds) - 1)
				l.holds[h].Take(&next[0], i)
				next = next[1:]
			}
			l.at[i].held[node.settable] = h
		}
	}
	l.planner.unset(l)
}

// unset gives rows and columns on a kit that was brought in what holds there where nothing is set.
func (l *Layout) unset(f *foreign.Page) {
	starts := map[page.Kind][]page.Held{page.Row: f.Unset(page.Row), page.Column: f.Unset(page.Column)}
	for i := range l.at {
		made := map[int32]int32{} // nodes go on sharing what holds
		for n := range l.nodes {
			node := &l.nodes[n]
			if node.Kind != page.Row && node.Kind != page.Column {
				continue
			}
			had := l.at[i].held[node.settable]
			next, is := made[had]
			if !is {
				h := l.holds[had]
				for _, f := range page.Settable(node.Kind) {
					if h[f].From < 0 {
						h[f].Value = starts[node.Kind][i][f].Value
					}
				}
				if next = had; h != l.holds[had] {
					next = int32(len(l.holds))
					l.holds = append(l.holds, h)
				}
				made[had] = next
			}
			l.at[i].held[node.settable] = next
		}
	}
}

// children visits the children of the node at i.
func (l *Layout) children(i int32, visit func(c int32)) {
	for c := i + 1; c < l.nodes[i].end; c = l.nodes[c].end {
		visit(c)
	}
}

// containers visits the page's containers.
func (l *Layout) containers(visit func(n int32)) {
	for n := range l.nodes {
		if l.nodes[n].Kind == page.Container {
			visit(int32(n))
		}
	}
}

// Number is the layout's number of the node of that id, as boxes have it; -1 when the page has none.
func (l *Layout) Number(id string) int32 {
	if n, ok := l.index()[id]; ok {
		return n
	}
	return -1
}

// Held is what holds for the container, the row, the column or the block of that id at breakpoint i; nil when
// the page has none.
func (l *Layout) Held(id string, i int) *page.Held {
	if n := l.Number(id); n >= 0 && l.nodes[n].settable >= 0 {
		return l.HeldOf(n, i)
	}
	return nil
}

// HeldOf is what holds at breakpoint i for the node of that number, on which something can be set.
func (l *Layout) HeldOf(n int32, i int) *page.Held {
	return &l.holds[l.at[i].held[l.nodes[n].settable]]
}

// Row is the row of that id as it holds at breakpoint i; nil when the page has
// no such row.
func (l *Layout) Row(id string, i int) *Row { return l.RowOf(l.Number(id), i) }

// RowOf is the row of that number as it holds at breakpoint i; nil when it is no row.
func (l *Layout) RowOf(n int32, i int) *Row {
	if n < 0 || l.nodes[n].Kind != page.Row {
		return nil
	}
	return l.at[i].row(n)
}

// RowAround is the row that the column of that id stands in, as it holds at
// breakpoint i; nil when the page has no such column, or it stands in no row.
func (l *Layout) RowAround(id string, i int) *Row {
	row, _ := l.CellOf(l.Number(id), i)
	return row
}

// Cell is the column of that id as it holds at breakpoint i; nil where it is not
// shown.
func (l *Layout) Cell(id string, i int) *Cell {
	_, cell := l.CellOf(l.Number(id), i)
	return cell
}

// CellOf is the column of that number as it holds at breakpoint i, and the row that it stands in: no cell where it is
// not shown, no row where it stands in none.
func (l *Layout) CellOf(n int32, i int) (*Row, *Cell) {
	if n < 0 || l.nodes[n].Kind != page.Column {
		return nil, nil
	}
	row := l.RowOf(l.nodes[n].parent, i)
	if row == nil {
		return nil, nil
	}
	// Cells stand as on the page, but where they have an order of their own.
	c := sort.Search(len(row.Cells), func(c int) bool { return row.Cells[c].index >= n })
	if c == len(row.Cells) || row.Cells[c].index != n {
		c = 0
		for c < len(row.Cells) && row.Cells[c].index != n {
			c++
		}
	}
	if c == len(row.Cells) {
		return row, nil
	}
	return row, &row.Cells[c]
}

func (s *stage) row(n int32) *Row { return &s.rows[s.rowOf[n]] }
