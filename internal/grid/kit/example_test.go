package kit_test

import (
	"fmt"

	"kitrows/internal/grid/kit"
)

// Columns are equal ones, or a list of ratios.
func ExampleColumns() {
	uneven := kit.Uneven(1, 2, 3, 2, 1)
	fmt.Println(kit.Equal(12), uneven.N(), uneven)
	var read kit.Columns
	fmt.Println(read.UnmarshalText([]byte("1 2 3 2 1")), read == uneven)
	// Output:
	// 12 5 1 2 3 2 1
	// <nil> true
}
