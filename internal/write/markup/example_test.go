package markup_test

import (
	"fmt"

	"kitrows/internal/write/markup"
)

// What is foreign is shown without what could run.
func ExampleCleaned() {
	fmt.Println(markup.Cleaned(`<p onclick="run()">Tides<script>run()</script> <a href="javascript:run()">today`))
	// Output:
	// <p>Tides today</p>
}
