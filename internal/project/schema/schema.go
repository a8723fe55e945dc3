// Package schema writes the JSON Schema of project files from the Go types that
// read them, so that the two cannot drift.
package schema

import (
	"path"
	"reflect"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

func init() { huma.DefaultArrayNullable = false }

// Name names the schema of a type: plainly, with its package before it when that
// is not home. The API has nodes of the Bench and nodes of a page.
func Name(home ...string) func(t reflect.Type, hint string) string {
	return func(t reflect.Type, hint string) string {
		if t == setting {
			t = reflect.TypeFor[page.Setting]()
		}
		name, elem := huma.DefaultSchemaNamer(t, hint), t
		for elem.Kind() == reflect.Pointer || elem.Kind() == reflect.Slice {
			elem = elem.Elem()
		}
		if pkg := path.Base(elem.PkgPath()); elem.PkgPath() != "" && !slices.Contains(home, pkg) {
			return strings.ToUpper(pkg[:1]) + pkg[1:] + name
		}
		return name
	}
}

var setting = page.SettingForm()

// Alias makes a registry write settings and files as project files have them.
func Alias(r huma.Registry) huma.Registry {
	r.RegisterTypeAlias(reflect.TypeFor[page.Setting](), setting)
	r.RegisterTypeAlias(reflect.TypeFor[project.File](), reflect.TypeFor[[]byte]())
	r.RegisterTypeAlias(reflect.TypeFor[kit.Columns](), reflect.TypeFor[columns]())
	r.RegisterTypeAlias(reflect.TypeFor[kit.Place](), reflect.TypeFor[place]())
	r.RegisterTypeAlias(reflect.TypeFor[kit.StepField](), reflect.TypeFor[stepField]())
	return r
}

// Project is the JSON Schema (2020-12) of a *.kitrows.json file, indented.
func Project() ([]byte, error) {
	definitions := Alias(huma.NewMapRegistry("#/$defs/", Name("kit", "page", "project")))
	root := definitions.Schema(reflect.TypeFor[project.Project](), true, "Project")
	return json.Marshal(struct {
		Schema      string                  `json:"$schema"`
		Title       string                  `json:"title"`
		Description string                  `json:"description"`
		Ref         string                  `json:"$ref"`
		Definitions map[string]*huma.Schema `json:"$defs"`
	}{
		"https://json-schema.org/draft/2020-12/schema",
		"Kit Rows project file",
		"What is laid out with Kit Rows: kits, pages and pictures. See docs/format.md.",
		root.Ref,
		definitions.Map(),
	}, jsontext.WithIndent("  "), json.Deterministic(true))
}
