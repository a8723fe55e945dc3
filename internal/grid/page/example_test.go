package page_test

import (
	"fmt"

	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// What is set at a breakpoint is carried to the wider ones until it is set again.
func ExampleNode_HeldAt() {
	k := sample.Twelve() // base, mid, wide, full
	column := page.Node{ID: "tides", Name: "Tides", Kind: page.Column, At: []page.Setting{
		page.At("mid").With(page.Width, page.Take(5)),
		page.At("wide").With(page.Width, page.Part(1, 3)),
	}}
	for i, b := range k.Breakpoints {
		held := column.HeldAt(k, i)
		fmt.Println(b.Name, page.Width.Words(held[page.Width].Value))
	}
	// Output:
	// base full line
	// mid take 5
	// wide 1/3 of the row
	// full 1/3 of the row
}
