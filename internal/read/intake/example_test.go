package intake_test

import (
	"context"
	"fmt"

	"kitrows/internal/read/intake"
)

func ExampleFromMarkdown() {
	pieces, _, err := intake.FromMarkdown(context.Background(), "# Tides\n\nLow water at noon.\n\n- 05:52\n- 18:21\n")
	for _, p := range pieces {
		fmt.Println(p.Content.Type, p.Content.Text, p.Content.Items)
	}
	fmt.Println(err)
	// Output:
	// heading Tides []
	// text Low water at noon. []
	// list  [05:52 18:21]
	// <nil>
}
