package main

import (
	"fmt"
	"strings"
	"unicode"
)

// printable is a text, which may hold what others wrote, as a terminal may show it: what would steer the terminal is
// written out.
func printable(text string) string {
	var b strings.Builder
	for _, r := range text {
		switch {
		case r == '\t':
			b.WriteByte(' ')
		case unicode.IsControl(r) || unicode.Is(unicode.Cf, r) || r == unicode.ReplacementChar:
			fmt.Fprintf(&b, `\u%04x`, r)
		default:
			b.WriteRune(r)
		}
	}
	return b.String()
}
