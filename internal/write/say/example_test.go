package say_test

import (
	"fmt"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/say"
)

// What is set for nothing is not said: full is what a column is anyway, and at full it
// takes what it took before.
func ExamplePage_Node() {
	k := sample.Twelve() // base, mid, wide, full
	column := &page.Node{ID: "tides", Name: "Tides", Kind: page.Column, At: []page.Setting{
		page.At("base").With(page.Width, page.Full),
		page.At("mid").With(page.Width, page.Take(5)),
		page.At("full").With(page.Width, page.Take(5)),
	}}
	row := &page.Node{ID: "row", Name: "Row", Kind: page.Row, Children: []*page.Node{column}}
	frame := &page.Node{ID: "frame", Name: "Frame", Kind: page.Container, Children: []*page.Node{row}}
	said := say.Of(layout.Of(k, &page.Page{ID: "page", Body: []*page.Node{frame}}))
	for _, s := range said.Node("tides") {
		fmt.Println(s.Field, s.Value, k.Breakpoints[s.From].Name)
	}
	// Output:
	// base
	// width take 5 mid
}
