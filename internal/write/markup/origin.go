package markup

import (
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/say"
)

// ofOrigin is a page that was read from markup as its file has it, each line of the innermost node whose element or
// words begin on it or that goes on there.
func ofOrigin(l *layout.Layout) *Markup {
	p := l.Page()
	doc := origin.Document(p.Origin)
	m := &Markup{used: map[say.Saying]bool{}}
	text := strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(origin.Decoded(doc, origin.Unsaid(p.Origin)))
	for line := range strings.SplitSeq(strings.TrimSuffix(text, "\n"), "\n") {
		m.Lines = append(m.Lines, Line{Text: line})
	}
	stretches := origin.Stretches(p, origin.Inner(l.Kit()))
	p.Walk(func(n *page.Node, _ page.Place) { // parents first: what is in them has the line in the end
		s := stretches[n]
		if len(s.Nodes) == 0 {
			return
		}
		span := s.Span(doc)
		for i := doc.Row(span.From); i <= doc.Row(max(span.From, span.To-1)) && i <= len(m.Lines); i++ {
			m.Lines[i-1].Node = n.ID
		}
		if words, _ := l.Foreign().Words(n); len(words) > 0 && p.Origin.Mixins == "" {
			m.Classes += len(words) - 1
		}
	})
	return m
}
