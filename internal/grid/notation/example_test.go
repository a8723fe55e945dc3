package notation_test

import (
	"fmt"
	"strings"

	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

func ExampleParseCell() {
	for _, text := range []string{"6", "2_6_1", "1/3", "2__"} {
		typed, err := notation.ParseCell(text, 12)
		if err != nil {
			found, _, _ := strings.Cut(err.Error(), ",")
			fmt.Println(found)
			continue
		}
		fmt.Println(page.Width.Words(typed.Width), "skip", typed.Skip, "trail", typed.Trail)
	}
	// Output:
	// take 6 skip 0 trail 0
	// take 6 skip 2 trail 1
	// 1/3 of the row skip 0 trail 0
	// found "2__"
}

func ExampleParseRecipe() {
	k := sample.Twelve()
	_, err := notation.ParseRecipe("4 9 13", k, "base", (&page.Page{}).Minter())
	fmt.Println(err)
	row, err := notation.ParseRecipe("12 12 | mid 4 8", k, "base", (&page.Page{}).Minter())
	fmt.Println(notation.FormatRecipe(row, k), err)
	// Output:
	// found "13", want a width of at most 12: the row has 12 columns
	// 12 12 | mid 4 8 <nil>
}
