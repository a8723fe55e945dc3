package foreign

import (
	"slices"

	"kitrows/internal/flow"
	"kitrows/internal/page"
)

// A Doubt is what the plan does not work out of a node of a page that was read from markup: it, and what comes after it,
// may stand elsewhere in a browser.
type Doubt struct {
	Node *page.Node
	What string

	number int32
}

// Doubts are those at any breakpoint, in page order; of a breakpoint that was not laid out yet, at the width of its lane.
func (f *Page) Doubts() (all []Doubt) {
	if f.written == nil {
		return nil
	}
	known := map[Doubt]bool{}
	for i, bp := range f.kit.Breakpoints {
		if _, is := f.written.doubtsAt(i); !is {
			f.Boxes(bp.Lane.Px(), i)
		}
		at, _ := f.written.doubtsAt(i)
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

func (w *written) doubtsAt(i int) ([]Doubt, bool) {
	w.noting.Lock()
	defer w.noting.Unlock()
	at, is := w.noted[i]
	return at, is
}

// note keeps which nodes the doubts about a layout are of. What is in doubt inside of something that is in doubt for the
// same reason is not told again.
func (w *written) note(i int, root *flow.Box, doubts []flow.Doubt) {
	if _, is := w.doubtsAt(i); is {
		return
	}
	of := map[*flow.Style][]string{}
	for _, d := range doubts {
		if !d.Words { // words are estimated anyway
			of[d.Style] = append(of[d.Style], d.What)
		}
	}
	var found []Doubt
	var visit func(b *flow.Box, node int32, told []string)
	visit = func(b *flow.Box, node int32, told []string) {
		if b.Style.Display == flow.None {
			return
		}
		if b.Node >= 0 {
			node = b.Node
		}
		for _, what := range of[b.Style] {
			if node >= 0 && !slices.Contains(told, what) {
				found = append(found, Doubt{What: what, number: node})
				told = append(slices.Clone(told), what)
			}
		}
		for _, k := range b.Kids {
			visit(k, node, told)
		}
	}
	if len(of) > 0 {
		visit(root, -1, nil)
	}
	w.noting.Lock()
	defer w.noting.Unlock()
	w.noted[i] = found
}
