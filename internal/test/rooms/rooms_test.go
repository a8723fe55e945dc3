// Package rooms holds the order of the rooms under internal.
package rooms

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// order is the rooms: data flows down the list, and each imports only those above it and itself.
var order = []string{"browser", "grid", "read", "plan", "project", "judge", "write", "edit", "app"}

// Each room imports only rooms above it; only tests import test support; each has a doc.go that says what comes in,
// what goes out and what never happens there.
func TestRoomsImportThoseAbove(t *testing.T) {
	const internal = "../.."
	entries, err := os.ReadDir(internal)
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range entries {
		if e.Name() != "test" && !slices.Contains(order, e.Name()) {
			t.Errorf("internal/%s is no room", e.Name())
		}
	}
	for at, room := range order {
		doc, err := os.ReadFile(filepath.Join(internal, room, "doc.go"))
		for _, want := range []string{"In:", "Out:", "What never happens here:"} {
			if err != nil || !strings.Contains(string(doc), want) {
				t.Errorf("%s/doc.go does not say %q: %v", room, want, err)
			}
		}
		files := 0
		err = filepath.WalkDir(filepath.Join(internal, room), func(path string, _ fs.DirEntry, err error) error {
			if err != nil || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			files++
			f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
			if err != nil {
				return err
			}
			for _, i := range f.Imports {
				name, _ := strconv.Unquote(i.Path.Value)
				inner, is := strings.CutPrefix(name, "kitrows/internal/")
				if !is {
					continue
				}
				other, _, _ := strings.Cut(inner, "/")
				if to := slices.Index(order, other); to < 0 || to > at {
					t.Errorf("%s imports %s, which is not above it", path, name)
				}
			}
			return nil
		})
		if err != nil || files < 2 {
			t.Errorf("%s: %d files, %v", room, files, err)
		}
	}
}
