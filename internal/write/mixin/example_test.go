package mixin_test

import (
	"fmt"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/mixin"
)

// The markup has no grid class, and the page's own file includes mixins under its selectors.
func ExampleNew() {
	k := sample.Twelve()
	log := &page.Node{ID: "log", Name: "Log", Kind: page.Column, Anchor: "log",
		At: []page.Setting{page.At("mid").With(page.Width, page.Take(8))}}
	row := &page.Node{ID: "row", Name: "Row", Kind: page.Row, Element: "main", Children: []*page.Node{log}}
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Name: "Frame", Kind: page.Container, Children: []*page.Node{row}}}}
	m := mixin.New(layout.Of(k, p), sample.Of(p, k), code.Options{})
	files := m.SCSS()
	fmt.Print(m.Markup, files[len(files)-1].Text)
	// Output:
	// <div class="frame">
	//   <main class="row">
	//     <div id="log"></div>
	//   </main>
	// </div>
	// // Page, by Kit Rows.
	// @use "kit" as kr;
	//
	// .frame {
	//   @include kr.frame;
	// }
	//
	// .row {
	//   @include kr.row;
	// }
	//
	// #log {
	//   @include kr.from("mid") {
	//     @include kr.take(8);
	//   }
	// }
}
