package component

import (
	_ "embed"
	"fmt"
	"strconv"
	"strings"
	"text/template"

	"kitrows/internal/code"
	"kitrows/internal/kit"
)

//go:embed kit.tsx.tmpl
var componentText string

var componentTemplate = template.Must(template.New("kit.tsx").Delims("«", "»").Funcs(template.FuncMap{
	"quote": func(t kit.Template) string { return strconv.Quote(string(t)) },
}).Parse(componentText))

// componentFile is the kit's components, Frame, Row and Cell, which write the kit's
// classes.
func componentFile(k *kit.Kit) string {
	type kind struct{ Kind, Class string }
	var below []kind
	names := make([]string, len(k.Breakpoints))
	for i, bp := range k.Breakpoints {
		names[i] = strconv.Quote(bp.Name)
		if i > 0 {
			below = append(below, kind{strconv.Quote("fluid below " + bp.Name),
				strconv.Quote(k.Naming.FrameUpTo.Write("", "", k.Suffix(i)))})
		}
	}
	var b strings.Builder
	err := componentTemplate.Execute(&b, map[string]any{
		"Kit": code.Comment(k.Name), "Breakpoints": strings.Join(names, ", "),
		"Below": below, "Naming": k.Naming,
	})
	if err != nil {
		panic(fmt.Sprintf("the components' template: %v", err)) // it takes no other data
	}
	return b.String()
}
