package bench_test

import (
	"context"
	"fmt"

	"kitrows/internal/app/bench"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

func ExampleMake() {
	k := sample.Twelve()
	column := &page.Node{ID: "tides", Name: "Tides", Kind: page.Column,
		At: []page.Setting{page.At("mid").With(page.Width, page.Take(8))}}
	row := &page.Node{ID: "row", Name: "Row", Kind: page.Row, Children: []*page.Node{column}}
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Name: "Frame", Kind: page.Container, Children: []*page.Node{row}}}}
	b, err := bench.Make(context.Background(), sample.Of(p, k), p, 1, bench.View{})
	if err != nil {
		panic(err)
	}
	for _, lane := range b.Lanes {
		fmt.Println(lane.Breakpoint, lane.Width, len(lane.Boxes))
	}
	// Output:
	// base 360 3
	// mid 700 3
	// wide 1080 3
	// full 1440 3
}
