package markup

import (
	"strings"

	"kitrows/internal/grid/prose"
)

var (
	textEscapes      = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;")
	attributeEscapes = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", `"`, "&quot;")
)

// Escaped is words as they stand in an element: no more is escaped than must be.
func Escaped(words string) string { return textEscapes.Replace(words) }

// Quoted is an attribute's value in quotes.
func Quoted(value string) string { return `"` + attributeEscapes.Replace(value) + `"` }

// Prose is prose as HTML.
var Prose = prose.Form{
	Words:     Escaped,
	Attribute: func(name, value string) string { return " " + name + "=" + Quoted(value) },
	Break:     "<br>",
}
