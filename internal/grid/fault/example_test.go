package fault_test

import (
	"fmt"

	"kitrows/internal/grid/fault"
)

func ExampleUnder() {
	fmt.Println(fault.Under("pages[0]", fault.Found("width", "take 13", "a take of 1 to 12")))
	// Output:
	// pages[0].width: found take 13, want a take of 1 to 12
}
