package markup

import (
	"strings"

	"kitrows/internal/layout"
	"kitrows/internal/origin"
	"kitrows/internal/page"
	"kitrows/internal/say"
)

// ofOrigin is a page that was read from markup as its file has it, each line of the innermost node whose element or words
// begin on it or that goes on there.
func ofOrigin(l *layout.Layout) *Markup {
	p := l.Page()
	doc := origin.Document(p.Origin)
	m := &Markup{used: map[say.Saying]bool{}}
	text := strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(doc.Text())
	starts := []int{} // of lines, in the text as it is
	for i, at := 0, 0; at <= len(doc.Text()); i++ {
		starts = append(starts, at)
		next := strings.IndexAny(doc.Text()[at:], "\r\n")
		if next < 0 {
			break
		}
		if at += next + 1; doc.Text()[at-1] == '\r' && at < len(doc.Text()) && doc.Text()[at] == '\n' {
			at++
		}
	}
	lineOf := func(at int) int {
		low, high := 0, len(starts)
		for low+1 < high {
			if mid := (low + high) / 2; starts[mid] <= at {
				low = mid
			} else {
				high = mid
			}
		}
		return low
	}
	for line := range strings.SplitSeq(strings.TrimSuffix(text, "\n"), "\n") {
		m.Lines = append(m.Lines, Line{Text: line})
	}
	stretches := origin.Stretches(p, origin.Inner(l.Kit()))
	p.Walk(func(n *page.Node, _ page.Place) { // parents first: what is in them has the line in the end
		s := stretches[n]
		if len(s.Nodes) == 0 {
			return
		}
		from, to := s.Nodes[0].Start.From, s.Nodes[0].Start.To
		for _, k := range s.Nodes {
			to = max(to, doc.Outer(k).To)
		}
		for i := lineOf(from); i <= lineOf(max(from, to-1)) && i < len(m.Lines); i++ {
			m.Lines[i].Node = n.ID
		}
		if words, _ := l.Foreign().Words(n); len(words) > 0 {
			m.Classes += len(words) - 1
		}
	})
	return m
}
