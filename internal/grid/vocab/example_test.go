package vocab_test

import (
	"fmt"

	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/test/sample"
)

// Classes are read by the cascade: what they say at mid is carried to wide.
func ExampleVocabulary_Read() {
	k := sample.Twelve() // base, mid, wide, full
	held, unknown := vocab.Own(k).Read(page.Column, []string{"kr-cell", "kr-take-4-mid", "kr-gone-full", "tides"})
	for i, b := range k.Breakpoints {
		fmt.Println(b.Name, held[i][page.Width].Value, held[i][page.Shown].Value)
	}
	fmt.Println(unknown)
	// Output:
	// base full true
	// mid take 4 true
	// wide take 4 true
	// full take 4 false
	// [tides]
}
