package origin

import (
	"reflect"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Adopt reads a file into which page p was written, on kit k: nodes have the ids, names and notes of those that p has
// in their place or, where it has none, of those that stood there before.
func Adopt(p *page.Page, k *kit.Kit, o *page.Origin, before Was) *page.Page {
	next := Again(p, k, o, nil)
	a := adopter{from: map[*page.Node]*page.Node{}, taken: map[string]bool{}}
	a.match(p.Body, next.Body)
	Placed(next, func(n *page.Node, place int) {
		if was := before(place); a.from[n] == nil && was != nil && !a.taken[was.ID] {
			a.from[n], a.taken[was.ID] = was, true
		}
	})
	t := taker{taken: a.taken, counts: map[page.Kind]int{}}
	next.Walk(func(n *page.Node, _ page.Place) { // which nobody else has yet
		if was := a.from[n]; was != nil {
			restore(n, was)
		} else {
			n.ID = t.id(n.Kind)
		}
	})
	return next
}

// adopter finds which nodes that were read are which that were written.
type adopter struct {
	from  map[*page.Node]*page.Node
	taken map[string]bool
}

func (a *adopter) match(want, read []*page.Node) {
	at := 0
	for i, n := range read {
		found := -1
		for j := at; j < len(want) && found < 0; j++ {
			if alike(want[j], n) && (j == at || len(want)-j >= len(read)-i) {
				found = j
			}
		}
		if found < 0 {
			continue
		}
		a.from[n] = want[found]
		a.taken[want[found].ID] = true
		a.match(want[found].Children, n.Children)
		at = found + 1
	}
}

// alike reports whether a node may be what was read of another: elements around containers alone are sections, and
// those in which nothing stands any more are blocks.
func alike(want, read *page.Node) bool {
	around := func(k page.Kind) bool { return k == page.Section || k == page.Element }
	switch {
	case around(want.Kind) && around(read.Kind):
		return want.Element == read.Element
	case around(want.Kind) && read.Kind == page.Block:
		return len(want.Children) == 0
	}
	return want.Kind == read.Kind || around(read.Kind) && want.Kind == page.Block
}

// restore gives a node that was read what it had before.
func restore(n, was *page.Node) {
	n.ID, n.Note, n.Meant, n.Selector = was.ID, was.Note, was.Meant, was.Selector
	if was.Named {
		n.Name, n.Named = was.Name, true
	}
	if n.Content != nil && was.Content != nil && sameWords(n.Content, was.Content) {
		n.Content = was.Content
	}
}

// sameWords reports whether two contents come to the same in a file.
func sameWords(a, b *page.Content) bool {
	return a.Type == b.Type && a.Text == b.Text && a.Level == b.Level && reflect.DeepEqual(a.Items, b.Items)
}
