package ship_test

import (
	"fmt"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

func ExampleFiles() {
	k := sample.Twelve()
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID}
	row := &page.Node{ID: "row", Name: "Row", Kind: page.Row, Children: []*page.Node{
		{ID: "log", Name: "Log", Kind: page.Column, At: []page.Setting{page.At("mid").With(page.Width, page.Take(8))}},
		{ID: "tides", Name: "Tides", Kind: page.Column, Element: "aside",
			At: []page.Setting{page.At("mid").With(page.Width, page.Take(4))}},
	}}
	p.Body = []*page.Node{{ID: "frame", Name: "Frame", Kind: page.Container, Children: []*page.Node{row}}}
	pr, l := sample.Of(p, k), layout.Of(k, p)
	for _, f := range ship.Files(l, pr, ship.SCSS, code.Options{}) {
		fmt.Println(f.Name)
	}
	fmt.Print(ship.Files(l, pr, ship.Used, code.Options{})[0].Text)
	// Output:
	// index.html
	// _settings.scss
	// _kit.scss
	// index.scss
	// page.css
	// <div class="kr-frame">
	//   <div class="kr-row">
	//     <div class="kr-cell kr-take-8-mid"></div>
	//     <aside class="kr-cell kr-take-4-mid"></aside>
	//   </div>
	// </div>
}
