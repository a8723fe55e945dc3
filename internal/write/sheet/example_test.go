package sheet_test

import (
	"fmt"

	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// What is said declares custom properties only; the arithmetic stands in the column's
// own rule.
func ExampleStyler_Declarations() {
	k := sample.Twelve()
	takes := say.Saying{On: page.Column, Field: page.Width, Value: page.Take(3), From: 2}
	for _, d := range sheet.NewStyler(k, []say.Saying{say.Base(page.Row), say.Base(page.Column), takes},
		false).Declarations(takes) {
		fmt.Println(d.Name, d.Value)
	}
	// Output:
	// --kr-take calc(3 / 12)
}
