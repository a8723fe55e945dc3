package foreign

import (
	"slices"
	"sync"

	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/page"
)

// A Doubt is what the plan does not work out of a node of a page that is laid out by its stylesheets: it, and what
// comes after it, may stand elsewhere in a browser.
type Doubt struct {
	Node    *page.Node
	What    string
	Content bool // it is the size of content, of which most pages have much

	number int32
}

// Doubts are those at any breakpoint, in page order; of a breakpoint that was not laid out yet, at the width of its
// lane.
func (f *Page) Doubts() (all []Doubt) {
	if f == nil {
		return nil
	}
	known := map[Doubt]bool{}
	for i, bp := range f.kit.Breakpoints {
		if _, is := f.noted.at(i); !is {
			f.Boxes(bp.Lane.Px(), i)
		}
		at, _ := f.noted.at(i)
		for _, d := range at {
			d.Node = f.nodes[d.number]
			if !known[d] {
				known[d] = true
				all = append(all, d)
			}
		}
	}
	slices.SortStableFunc(all, func(a, b Doubt) int { return int(a.number - b.number) })
	return all
}

// noted is the doubts of a page by its breakpoints, as they were found at the widths that it was laid out at.
type noted struct {
	mu   sync.Mutex
	by   map[int][]Doubt
	last []Doubt               // found at the width before
	of   map[*flow.Box]inDoubt // by trees that are laid out again and again
}

// inDoubt is what was in doubt of a tree at a breakpoint: as long as that is the same, the same nodes are.
type inDoubt struct {
	breakpoint int
	doubts     []flow.Doubt
}

func (n *noted) at(i int) ([]Doubt, bool) {
	n.mu.Lock()
	defer n.mu.Unlock()
	at, is := n.by[i]
	return at, is
}

// forget drops what was found: it may be other now.
func (n *noted) forget() {
	n.mu.Lock()
	defer n.mu.Unlock()
	n.by, n.of, n.last = nil, nil, nil
}

// add keeps what was found at a width.
func (n *noted) add(i int, found []Doubt) {
	n.mu.Lock()
	defer n.mu.Unlock()
	if n.by == nil {
		n.by = map[int][]Doubt{}
	}
	n.last = found
	had, is := n.by[i]
	if !is || slices.Equal(had, found) {
		n.by[i] = found
		return
	}
	all, known := slices.Clone(had), make(map[Doubt]bool, len(had))
	for _, d := range all {
		known[d] = true
	}
	for _, d := range found {
		if !known[d] {
			all = append(all, d)
		}
	}
	n.by[i] = all
}

// settle forgets what was in doubt at breakpoint i: a browser measured it.
func (n *noted) settle(i int) {
	n.mu.Lock()
	defer n.mu.Unlock()
	n.by[i] = nil
}

// begin notes what is in doubt of a tree now. It gives how many nodes that were last, and whether they are listed
// already.
func (n *noted) begin(root *flow.Box, now inDoubt) (last int, known bool) {
	n.mu.Lock()
	defer n.mu.Unlock()
	had, is := n.of[root]
	if n.of == nil || len(n.of) > mostTrees {
		n.of = map[*flow.Box]inDoubt{}
	}
	n.of[root] = inDoubt{now.breakpoint, slices.Clone(now.doubts)}
	return len(n.last), is && had.breakpoint == now.breakpoint && slices.Equal(had.doubts, now.doubts)
}

// note keeps which nodes the doubts about a layout are of, and marks the boxes that depend on them: what is in doubt,
// or around or in or after it, and flexible boxes and items of a grid beside one of those. What is in doubt inside of
// something that is in doubt for the same reason is not told again.
func (f *Page) note(i int, root *flow.Box, doubts []flow.Doubt, boxes []Box) {
	of := make(map[*flow.Style][]flow.Doubt, len(doubts))
	for _, d := range doubts {
		of[d.Style] = append(of[d.Style], d)
	}
	last, known := f.noted.begin(root, inDoubt{i, doubts})
	var found []Doubt
	if !known {
		found = make([]Doubt, 0, last)
	}
	after := false // something before is in doubt
	var mark func(b *flow.Box)
	mark = func(b *flow.Box) {
		if b.Node >= 0 {
			boxes[b.Node].Estimated = true
		}
		for _, n := range f.inside(b) {
			boxes[n].Estimated = true
		}
		for _, k := range b.Children {
			mark(k)
		}
	}
	told := map[string]bool{} // of what is around
	var visit func(b *flow.Box, node int32) (any bool)
	visit = func(b *flow.Box, node int32) (any bool) {
		if b.Node >= 0 {
			node = b.Node
		}
		node = max(node, 0) // what is around all nodes is told of the first
		if b.Style.Display != flow.None {
			var doubts []flow.Doubt
			if len(of) > 0 {
				doubts = of[b.Style]
			}
			after = after || len(doubts) > 0
			for _, d := range doubts {
				if !known && !told[d.What] {
					what := d.What
					if d.Words {
						what = inWords
					}
					found = append(found, Doubt{What: what, Content: d.Words, number: node})
					told[d.What] = true
					defer delete(told, d.What)
				}
			}
			if b.Leaf != nil && b.Leaf.Estimate != "" && !sized(b.Style) {
				if after = true; !known {
					found = append(found, Doubt{What: b.Leaf.Estimate, Content: true, number: node})
				}
			}
		}
		any = after
		for _, n := range f.inside(b) {
			boxes[n].Estimated = boxes[n].Estimated || any
		}
		inside := any
		for _, k := range b.Children {
			if k.Lined {
				mark(k)
				continue
			}
			inside = visit(k, node) || inside
		}
		if sized(b.Style) { // what is in it moves nothing else
			after = any
		} else {
			any = inside
		}
		if any && (b.Style.Arranges() || b.Fits) {
			mark(b)
		} else if any && b.Node >= 0 {
			boxes[b.Node].Estimated = true
		}
		return any
	}
	if len(f.nodes) > 0 {
		visit(root, -1)
	}
	if !known {
		f.noted.add(i, found)
	}
}

// sized reports whether the size of a box does not go by what is in it.
func sized(s *flow.Style) bool {
	is := func(z flow.Size) bool { return z.Kind == flow.Length && !z.IsPercent() }
	return s.Apart || is(s.Width) && is(s.Height)
}
