package edit_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	. "kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/sheet"
)

// Random pages that were taken away, with the used part of their kit's stylesheet, come back on their kit: columns are
// as wide as they were, and what is typed then has its rules in the stylesheet.
func TestTakenPagesComeBack(t *testing.T) {
	edited, compared := 0, 0
	for seed := range uint64(sample.Rounds(60)) {
		r := sample.New(7100 + seed)
		pr := sample.Project(r)
		was := pr.Pages[0]
		k := pr.Kit(was.Kit)
		m := markup.Write(layout.Of(k, was), pr, code.Options{})
		bring := BringPage{File: "index.html", Text: "<!doctype html><html><head><link rel=stylesheet href=kit.css>" +
			"<link rel=stylesheet href=page.css></head><body>\n" + m.String() + "</body></html>", Sheets: []kit.File{
			{Name: "kit.css", Text: sheet.Used(k, m.Used()).String()}, {Name: "page.css", Text: "body { margin: 0 }"}}}
		p, err := bring.Begin("site", "Site", sample.Twelve())
		if err != nil || !p.Kits[0].IsLike(k) {
			t.Fatalf("%d: %v, on %+v", seed, err, p)
		}
		is := p.Pages[0]
		for i, b := range k.Breakpoints {
			had, has := columns(k, was, i), columns(k, is, i)
			if len(had) != len(has) {
				t.Fatalf("%d at %s: %d columns, and %d before", seed, b.Name, len(has), len(had))
			}
			for n := range had {
				if w := had[n]; w >= 0 && has[n] >= 0 && math.Abs(w-has[n]) > .1 {
					t.Errorf("%d at %s: column %d is %v px wide, and %v before", seed, b.Name, n, has[n], w)
				}
				compared++
			}
		}
		var cells []Cell
		is.Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Column {
				cells = append(cells, Cell{Node: n.ID, Breakpoint: k.Breakpoints[r.IntN(len(k.Breakpoints))].Name})
			}
		})
		for range min(3, len(cells)) {
			one := cells[r.IntN(len(cells))]
			change, err := Apply(p, Operation{Page: is.ID, Type: &Type{Cells: []Cell{one},
				Text: fmt.Sprint(1 + r.IntN(k.Columns.N()))}})
			if err != nil {
				continue // there is no class of it, as where it is hidden
			}
			edited++
			p = change.Project
			if missing := unruled(p.Kits[0], p.Pages[0]); len(missing) > 0 {
				t.Errorf("%d, %+v: no rules for %v in\n%s", seed, one, missing, p.Pages[0].Origin.Sheets[0].Text)
			}
		}
	}
	if edited == 0 || compared == 0 {
		t.Errorf("only %d edits, and %d columns", edited, compared)
	}
}

// columns are how wide the columns of a page are at a breakpoint; below 0 where that hangs on content.
func columns(k *kit.Kit, p *page.Page, i int) (all []float64) {
	l := layout.Of(k, p)
	for _, b := range l.Plan(k.Breakpoints[i].Lane.Px()).Boxes {
		switch {
		case b.Kind != page.Column:
		case !b.Shown || b.Estimated || l.RowAround(b.ID, i).Natural:
			all = append(all, -1)
		default:
			all = append(all, b.Width)
		}
	}
	return all
}

// unruled are the words on a page that its kit's whole stylesheet has rules for, and the one that it links has none.
func unruled(k *kit.Kit, p *page.Page) (missing []string) {
	v, whole := vocab.Own(k), sheet.Whole(k, nil).String()
	for text := range strings.FieldsFuncSeq(string(p.Origin.Bytes()), func(r rune) bool {
		return strings.ContainsRune(" \"'<>=\n", r)
	}) {
		w := v.Word(page.Column, text)
		if w != nil && strings.Contains(whole, w.Selector()+" {") &&
			!strings.Contains(p.Origin.Sheets[0].Text, w.Selector()+" {") {
			missing = append(missing, text)
		}
	}
	return missing
}
