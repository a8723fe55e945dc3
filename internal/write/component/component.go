package component

import (
	_ "embed"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"text/template"

	"kitrows/internal/grid/kit"
	"kitrows/internal/write/code"
)

//go:embed kit.tmpl
var componentText string

// componentTemplates write the components with and without types.
var componentTemplates = map[Language]*template.Template{
	TypeScript: templateIn(TypeScript), JavaScript: templateIn(JavaScript)}

func templateIn(in Language) *template.Template {
	return template.Must(template.New("kit").Delims("«", "»").Funcs(template.FuncMap{
		"quote": func(t kit.Template) string { return strconv.Quote(string(t)) },
		"ts": func(text string) string {
			if in == TypeScript {
				return text
			}
			return ""
		},
	}).Parse(componentText))
}

// componentFile is the kit's components, Frame, Row and Cell, which write the kit's
// classes.
func componentFile(k *kit.Kit, in Language) string {
	type kind struct{ Kind, Class string }
	var below []kind
	names, counts := make([]string, len(k.Breakpoints)), make([]string, len(k.Breakpoints))
	for i, bp := range k.Breakpoints {
		names[i], counts[i] = strconv.Quote(bp.Name), strconv.Itoa(k.ColumnsAt(i).N())
		if i > 0 {
			below = append(below, kind{strconv.Quote("fluid below " + bp.Name),
				strconv.Quote(k.Write(k.Naming.FrameUpTo, "", "", i))})
		}
	}
	has := func(text string) bool {
		return slices.ContainsFunc(k.Naming.Templates(),
			func(t kit.Named) bool { return strings.Contains(string(t.Template), text) })
	}
	var b strings.Builder
	err := componentTemplates[in].Execute(&b, map[string]any{
		"Types": in == TypeScript,
		"Kit":   code.Comment(k.Name), "Breakpoints": strings.Join(names, ", "),
		"Below": below, "Naming": k.Naming, "Counts": strings.Join(counts, ", "),
		"Frame": k.Write(k.Naming.Frame, "", "", 0), "FrameOpen": k.Write(k.Naming.FrameOpen, "", "", 0),
		"FrameCap": k.Write(k.Naming.FrameCap, "", "", 0), "Row": k.Write(k.Naming.Row, "", "", 0),
		"Told": k.Write(k.Naming.Told, "", "", 0), "Cell": k.Write(k.Naming.Cell, "", "", 0),
		"First": k.Write(k.Naming.First, "", "", 0), "Last": k.Write(k.Naming.Last, "", "", 0),
		"Trims": k.GutterPlace.Trims(), "Begins": k.Technique == kit.Grid && k.Naming.Begin != "",
		"Clear": k.Write(k.Naming.Clear, "", "", 0),
		"Words": has("{word}"), "Of": has("{of}"), "Attributes": has("="),
	})
	if err != nil {
		panic(fmt.Sprintf("the components' template: %v", err)) // it takes no other data
	}
	return b.String()
}
