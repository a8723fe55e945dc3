package sample

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
)

// Among is a document of a page on a kit that is made here with other elements around its containers, rows and blocks,
// which have margins, padding, borders and widths of a stylesheet of the page's own. They are numbered in data-node, as
// the others are.
func Among(r *rand.Rand, k *kit.Kit, document string) string {
	s := &surrounder{r: r}
	o := page.NewOrigin([]byte(document), nil)
	p, doc := origin.NewPage("page", "index.html", k, o), origin.Document(o)
	stretches := origin.Stretches(p, "")
	var edits []markup.Edit
	rows := map[*page.Node]int{nil: 0}
	p.Walk(func(n *page.Node, at page.Place) {
		if rows[n] = rows[at.Parent]; n.Kind == page.Row {
			rows[n]++
		}
		m := stretches[n].Element()
		// how high it is its words tell
		if n.Kind == page.Block && (m == nil || !slices.Contains(m.Classes(), infer.Held)) {
			return
		}
		if m == nil || m.End.Len() == 0 || n.Kind == page.Column || n.Kind == page.Element ||
			rows[at.Parent] >= deepest || r.IntN(3) > 0 {
			return
		}
		span := doc.Outer(m)
		edits = append(edits, markup.Edit{Span: markup.Span{From: span.From, To: span.From},
			Text: fmt.Sprintf(`<div class="%s" data-node="o%d">`, s.other(n.Kind), len(edits))},
			markup.Edit{Span: markup.Span{From: span.To, To: span.To}, Text: "</div>"})
	})
	style := fmt.Sprintf("<style>body { margin: %dpx }", r.IntN(3)*8)
	for i := range others {
		style += fmt.Sprintf(" .other-%d { %s}", i, s.rule(i >= straight))
	}
	return strings.Replace(string(doc.Apply(edits)), "</head>", style+"</style></head>", 1)
}
