package markup

import (
	"strings"
	"testing"

	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
)

// What mixin-based code selects nodes by, in the order of the rules.
func TestSelectors(t *testing.T) {
	column := func(id, name, element string) *page.Node {
		return &page.Node{ID: id, Kind: page.Column, Name: name, Element: element}
	}
	first := &page.Node{ID: "row-1", Kind: page.Row, Name: "Wardens’ picks", Children: []*page.Node{
		column("a", "Log", "aside"), column("b", "Pick", "article"), column("c", "Pick", "article"),
		column("d", "2 of 5", ""),
	}}
	second := &page.Node{ID: "row-2", Kind: page.Row, Name: "Лог", Anchor: "log", Children: []*page.Node{
		{ID: "e", Kind: page.Column, Name: "Story", Classes: []string{"paper", "lead"}},
		{ID: "f", Kind: page.Column, Name: "Story", Classes: []string{"paper"}},
		{ID: "g", Kind: page.Column, Name: "Own", Selector: "main > p"},
		column("h", "Lead", ""),
		column("i", "Nav", "nav"),
	}}
	s := NewSelectors(&page.Page{Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Whole page!",
		Children: []*page.Node{first, second}}}})
	for id, want := range map[string]string{
		"frame": ".whole-page", "row-1": ".wardens-picks", "row-2": "#log",
		"a": ".wardens-picks > aside", "b": ".b", "c": ".c", "d": ".n2-of-5",
		"e": ".lead", "f": ".f", "g": "main > p", "h": ".h", "i": "#log > nav",
	} {
		if s.of[id] != want {
			t.Errorf("%s is selected by %s, want %s", id, s.of[id], want)
		}
		if class := s.class[id]; class != "" && want != "."+class {
			t.Errorf("%s has class %s", id, class)
		}
	}
}

// No two nodes share a selector, and a node's selector stays when another goes.
func TestSelectorsAreStableAndUnambiguous(t *testing.T) {
	r := sample.New(61)
	for range 100 {
		k := sample.Kit(r)
		pg := sample.Page(r, k)
		s := NewSelectors(pg)
		seen := map[string]string{}
		var ids []string
		pg.Walk(func(n *page.Node, at page.Place) {
			if n.Kind == page.Block {
				return
			}
			if other := seen[s.of[n.ID]]; other != "" {
				t.Fatalf("%s and %s are both selected by %s", other, n.ID, s.of[n.ID])
			}
			seen[s.of[n.ID]] = n.ID
			if at.Parent != nil {
				ids = append(ids, n.ID)
			}
		})
		if len(ids) == 0 {
			continue
		}
		gone, at := pg.Find(ids[r.IntN(len(ids))])
		less := pg.WithChildren(at.Parent.ID,
			func(all []*page.Node) []*page.Node { return append(all[:at.Index:at.Index], all[at.Index+1:]...) })
		after := NewSelectors(less)
		less.Walk(func(n *page.Node, place page.Place) {
			siblings := place.Parent != nil && place.Parent.ID == at.Parent.ID
			if n.Kind == page.Block || siblings || code.Slug(n.Name) == code.Slug(gone.Name) ||
				strings.Contains(s.of[n.ID], s.of[gone.ID]) {
				return
			}
			if before := s.of[n.ID]; !strings.Contains(before, " > ") && after.of[n.ID] != before &&
				!calledAs(gone, n) {
				t.Fatalf("without %s, %s is selected by %s, no longer by %s", gone.Name, n.ID, after.of[n.ID], before)
			}
		})
	}
}

// calledAs reports whether a node in a subtree is called as n is.
func calledAs(gone, n *page.Node) bool {
	found := false
	(&page.Page{Body: []*page.Node{gone}}).Walk(func(c *page.Node, _ page.Place) {
		found = found ||
			code.Slug(c.Name) == code.Slug(n.Name)
	})
	return found
}
