package edit_test

import (
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/page"
	"kitrows/internal/sample"
)

// What a kit has no class for is refused when it is typed, with the nearest there is, and
// nothing is changed; what it has one for is taken.
func TestWhatTheKitCannotSayIsRefused(t *testing.T) {
	k := sample.Twelve()
	k.Naming.Part = ""
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Row",
		Children: []*page.Node{{ID: "tides", Kind: page.Column, Name: "Tides"}}}
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}}
	before := sample.Of(p, k)
	typed := func(text string) edit.Operation {
		return edit.Operation{Page: "page",
			Type: &edit.Type{Cells: []edit.Cell{{Node: "tides", Breakpoint: "mid"}}, Text: text}}
	}
	if _, err := edit.Apply(before, typed("1/3")); err == nil ||
		!strings.Contains(err.Error(), "take 4, the nearest that Wide has a class for") {
		t.Errorf("a third: %v", err)
	}
	if at := before.Pages[0].Body[0].Children[0].Children[0].At; at != nil {
		t.Errorf("the refusal left %v", at)
	}
	if _, err := edit.Apply(before, typed("4")); err != nil {
		t.Errorf("four of twelve: %v", err)
	}
}
