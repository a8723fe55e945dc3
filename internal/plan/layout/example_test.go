package layout_test

import (
	"fmt"

	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
)

func ExampleLayout_Plan() {
	k := sample.Twelve()
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en"}
	row, err := notation.ParseRecipe("12 12 | mid 4 1_7", k, "base", p.Minter())
	if err != nil {
		panic(err)
	}
	p.Body = []*page.Node{{ID: "frame", Name: "Frame", Kind: page.Container, Children: []*page.Node{row}}}
	l := layout.Of(k, p)
	for _, viewport := range []float64{400, 800} {
		plan := l.Plan(viewport)
		for _, line := range plan.Lines {
			fmt.Println(viewport, line)
		}
	}
	// Output:
	// 400 12, full
	// 400 12, full
	// 800 4 + 1 + 7 = 12, full
}
