package origin

import (
	"strings"

	"kitrows/internal/kit"
)

// IsOurs reports whether a file is the stylesheet of a kit of ours as we write it: its first line says so.
func IsOurs(f kit.File) bool {
	first, _, _ := strings.Cut(f.Text, "\n")
	return strings.HasPrefix(first, "/*") && strings.Contains(first, ", by Kit Rows")
}
