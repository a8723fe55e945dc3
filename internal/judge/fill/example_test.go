package fill_test

import (
	"fmt"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/fill"
	"kitrows/internal/test/sample"
)

func ExampleOf() {
	k := sample.Twelve()
	third := func(id string) *page.Node {
		text := &page.Node{ID: id + "-text", Name: "Text", Kind: page.Block,
			Content: &page.Content{Type: page.Text, Text: "Low water at noon.", Comfort: kit.Px(250)}}
		return &page.Node{ID: id, Name: id, Kind: page.Column,
			At: []page.Setting{page.At("wide").With(page.Width, page.Take(4))}, Children: []*page.Node{text}}
	}
	row := &page.Node{ID: "row", Name: "Row", Kind: page.Row, Children: []*page.Node{third("a"), third("b"),
		third("c")}}
	p := &page.Page{ID: "page", Body: []*page.Node{{ID: "frame", Kind: page.Container, Children: []*page.Node{row}}}}
	for _, proposed := range fill.Of(k, p, 2, []int{0, 1}, func(string) bool { return true }).Proposals {
		fmt.Println(k.Breakpoints[proposed.Breakpoint].Name, proposed.Then, "–", proposed.Reason)
	}
	// Output:
	// mid 6 + 6 · 12 – 3 side by side need 6 + 6 + 6 = 18 of 12 units at 620 px
}
