package css_test

import (
	"fmt"

	"kitrows/internal/browser/css"
)

func ExampleSheet() {
	rule := css.Rule{Selectors: []string{".kr-take-3-wide"},
		Body: []css.Declaration{css.D("--kr-take", "calc(3 / 12)")}}
	fmt.Print(&css.Sheet{Comment: "A kit", Blocks: []css.Block{{Query: "(min-width: 920px)", Rules: []css.Rule{rule}}}})
	// Output:
	// /* A kit */
	//
	// @media (min-width: 920px) {
	//   .kr-take-3-wide {
	//     --kr-take: calc(3 / 12);
	//   }
	// }
}
