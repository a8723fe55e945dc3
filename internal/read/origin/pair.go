package origin

import (
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
)

// A pairing finds which elements of a file are which of a newer one.
type pairing struct {
	old, next *markup.Document
	pairs     map[*markup.Node]*markup.Node
	taken     map[*markup.Node]bool
}

// pairBytes is how many bytes of an element are looked at, for whether it is the same elsewhere.
const pairBytes = 1 << 16

// same pairs elements that each file has once, but for white space, and all that is in them.
func (p *pairing) same() {
	had, has := once(p.old), once(p.next)
	var visit func(n *markup.Node)
	visit = func(n *markup.Node) {
		if p.pairs[n] != nil {
			return
		}
		if text := outer(p.old, n); text != "" && had[text] == n && has[text] != nil && !p.taken[has[text]] {
			p.whole(n, has[text])
			return
		}
		for _, k := range n.Children {
			visit(k)
		}
	}
	visit(p.old.Root)
}

// whole pairs two elements that are the same, with all that is in them.
func (p *pairing) whole(a, b *markup.Node) {
	p.pairs[a], p.taken[b] = b, true
	x, y := elements(a), elements(b)
	for i := range min(len(x), len(y)) {
		p.whole(x[i], y[i])
	}
}

// once are the elements of a file that it has once, by their text.
func once(doc *markup.Document) map[string]*markup.Node {
	all := map[string]*markup.Node{}
	doc.Root.Walk(func(n *markup.Node) {
		if text := outer(doc, n); text != "" {
			if _, has := all[text]; has {
				n = nil
			}
			all[text] = n
		}
	})
	return all
}

// outer is the text of an element without what stands aside in it and without differences of white space; empty of
// none.
func outer(doc *markup.Document, n *markup.Node) string {
	span := doc.Outer(n)
	if n.IsText() || n.Start.Len() == 0 || span.Len() > pairBytes {
		return ""
	}
	text := doc.Text()[span.From:span.To]
	for {
		from := strings.Index(text, " "+asideAttr+`="`)
		if from < 0 {
			return strings.Join(strings.Fields(text), " ")
		}
		to := from + len(asideAttr) + len(` ="`)
		text = text[:from] + text[to+strings.IndexByte(text[to:], '"')+1:]
	}
}

// elements are those straight in an element.
func elements(n *markup.Node) (all []*markup.Node) {
	for _, k := range n.Children {
		if !k.IsText() {
			all = append(all, k)
		}
	}
	return all
}

// mostPairs is how many pairs of elements side by side are weighed.
const mostPairs = 1 << 21

// children pairs what stands in two elements: in their order, those that are most alike.
func (p *pairing) children(a, b *markup.Node) {
	old := slices.DeleteFunc(elements(a), func(n *markup.Node) bool { return p.pairs[n] != nil })
	next := slices.DeleteFunc(elements(b), func(n *markup.Node) bool { return p.taken[n] })
	for _, pair := range run(old, next) {
		p.pairs[pair[0]], p.taken[pair[1]] = pair[1], true
		p.children(pair[0], pair[1])
	}
}

// run is the pairs of elements, in the order of both, that are the most alike together.
func run(old, next []*markup.Node) (all [][2]*markup.Node) {
	if len(old)*len(next) > mostPairs {
		for i := range min(len(old), len(next)) {
			if old[i].Tag == next[i].Tag {
				all = append(all, [2]*markup.Node{old[i], next[i]})
			}
		}
		return all
	}
	best := make([][]int, len(old)+1) // of what follows
	for i := range best {
		best[i] = make([]int, len(next)+1)
	}
	for i := len(old) - 1; i >= 0; i-- {
		for j := len(next) - 1; j >= 0; j-- {
			best[i][j] = max(best[i+1][j], best[i][j+1])
			if alike := likeness(old[i], next[j]); alike > 0 {
				best[i][j] = max(best[i][j], alike+best[i+1][j+1])
			}
		}
	}
	for i, j := 0, 0; i < len(old) && j < len(next); {
		switch alike := likeness(old[i], next[j]); {
		case alike > 0 && best[i][j] == alike+best[i+1][j+1]:
			all = append(all, [2]*markup.Node{old[i], next[j]})
			i, j = i+1, j+1
		case best[i][j] == best[i+1][j]:
			i++
		default:
			j++
		}
	}
	return all
}

// likeness is how much two elements are alike: by their names, their ids, their classes, and whether they hold as many
// others.
func likeness(a, b *markup.Node) int {
	weight := 0
	if a.Tag == b.Tag {
		weight = 2
	}
	if id := valueOf(a, "id"); id != "" && id == valueOf(b, "id") {
		weight += 8
	}
	if weight == 0 {
		return 0
	}
	if slices.Equal(a.Classes(), b.Classes()) {
		weight += 2
	}
	if len(a.Children) == len(b.Children) {
		weight++
	}
	return weight
}
