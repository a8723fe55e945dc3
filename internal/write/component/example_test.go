package component_test

import (
	"fmt"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/component"
)

func ExampleFiles() {
	k := sample.Twelve()
	log := &page.Node{ID: "log", Name: "Log", Kind: page.Column,
		At: []page.Setting{page.At("mid").With(page.Width, page.Take(8)), page.At("wide").With(page.Width, page.Share)}}
	row := &page.Node{ID: "row", Name: "Row", Kind: page.Row, Element: "main", Children: []*page.Node{log}}
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Name: "Frame", Kind: page.Container, Children: []*page.Node{row}}}}
	fmt.Print(component.Files(layout.Of(k, p), sample.Of(p, k), component.TypeScript)[0].Text)
	// Output:
	// import { Cell, Frame, Row } from "./kit";
	//
	// /** Page. */
	// export default function Page() {
	//   return (
	//     <>
	//       <Frame>
	//         <Row as="main">
	//           <Cell width={{ mid: 8, wide: "share" }} />
	//         </Row>
	//       </Frame>
	//     </>
	//   );
	// }
}
