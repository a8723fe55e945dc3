package code

import "strings"

var (
	textEscapes      = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;")
	attributeEscapes = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", `"`, "&quot;")
	jsxEscapes       = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", "{", `{"{"}`, "}", `{"}"}`)
)

// escaped is words as they stand in an element: no more is escaped than must be.
func escaped(words string) string { return textEscapes.Replace(words) }

// quoted is an attribute's value in quotes.
func quoted(value string) string { return `"` + attributeEscapes.Replace(value) + `"` }
