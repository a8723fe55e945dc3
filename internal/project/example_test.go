package project_test

import (
	"fmt"
	"strings"

	"kitrows/internal/project"
)

// What is wrong in a file is named: the field, what was found and what would be right.
func ExampleDecode() {
	_, err := project.Decode(strings.NewReader(`{"format": "kitrows", "version": 8, "id": "tides", "name": "Tides", ` +
		`"kits": [],
		"pages": [{"id": "log", "name": "Log", "file": "log.html", "language": "en", "kit": "plain", "body": []}]}`))
	fmt.Println(err)
	// Output:
	// kits: found 0, want 1 to 50 kits
}
