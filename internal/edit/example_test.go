package edit_test

import (
	"fmt"

	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// Each change comes with the operation that undoes it, and a refused one changes nothing.
func ExampleApply() {
	k := sample.Twelve()
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Name: "Frame", Kind: page.Container}}}
	before := sample.Of(p, k)
	add := edit.Operation{Page: "page", AddRow: &edit.AddRow{Inside: "frame", Recipe: "4 8", Breakpoint: "mid"}}
	done, err := edit.Apply(before, add)
	fmt.Println(done.Summary, err)
	undone, err := edit.Apply(done.Project, done.Inverse)
	fmt.Println(len(undone.Project.Pages[0].Body[0].Children), err)

	add.AddRow.Recipe = "4 13"
	_, err = edit.Apply(before, add)
	fmt.Println(err)
	// Output:
	// Add Row 1 <nil>
	// 0 <nil>
	// addRow.recipe: found "13", want a width of at most 12: the row has 12 columns
}
