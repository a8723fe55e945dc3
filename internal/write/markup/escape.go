package markup

import "strings"

var (
	textEscapes      = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;")
	attributeEscapes = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", `"`, "&quot;")
)

// Escaped is words as they stand in an element: no more is escaped than must be.
func Escaped(words string) string { return textEscapes.Replace(words) }

// Quoted is an attribute's value in quotes.
func Quoted(value string) string { return `"` + attributeEscapes.Replace(value) + `"` }
