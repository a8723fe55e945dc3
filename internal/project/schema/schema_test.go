package schema

import (
	"bytes"
	"encoding/json"
	"os"
	"reflect"
	"strings"
	"testing"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/demo"
	"kitrows/internal/project"
)

func TestPublishedSchemaIsTheTypes(t *testing.T) {
	want, err := Project()
	if err != nil {
		t.Fatal(err)
	}
	published, err := os.ReadFile("../../../docs/kitrows.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	if !bytes.Equal(bytes.TrimSpace(published), want) {
		t.Error("docs/kitrows.schema.json is not what the Go types give; run make types")
	}
}

// The schema takes the demo and refuses what the program refuses.
func TestSchemaAgreesWithTheReader(t *testing.T) {
	definitions := Alias(huma.NewMapRegistry("#/$defs/", Name("kit", "page", "project")))
	root := definitions.Schema(reflect.TypeFor[project.Project](), true, "Project")
	valid := func(file string) bool {
		var v any
		if err := json.Unmarshal([]byte(file), &v); err != nil {
			t.Fatal(err)
		}
		result := &huma.ValidateResult{}
		huma.Validate(definitions, root, huma.NewPathBuffer(nil, 0), huma.ModeWriteToServer, v, result)
		return len(result.Errors) == 0
	}
	file := string(demo.File())
	if !valid(file) {
		t.Error("the schema refuses the demo")
	}
	for _, c := range [][2]string{
		{`"technique": "flex"`, `"technique": "magic"`},
		{`"columns": "12"`, `"columns": "49"`},
		{`"columns": "1 2 3 2 1"`, `"columns": "1 2 0"`},
		{`"perLine": 2`, `"perLine": 49`},
		{`"align": "middle"`, `"align": "centre"`},
		{`"width": "take 4"`, `"width": "4"`},
		{`"kind": "row"`, `"kind": "line"`},
		{`"language": "en"`, `"language": "en", "colour": "red"`},
	} {
		wrong := strings.Replace(file, c[0], c[1], 1)
		if _, err := project.Decode(strings.NewReader(wrong)); err == nil {
			t.Errorf("the reader takes %s", c[1])
		}
		if valid(wrong) {
			t.Errorf("the schema takes %s", c[1])
		}
	}
}
