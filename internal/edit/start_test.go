package edit

import (
	"testing"

	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

func TestFreeID(t *testing.T) {
	taken := map[string]bool{"tern-island": true, "tern-island-2": true}
	for name, want := range map[string]string{
		"Gullwing Point":     "gullwing-point",
		"Tern Island":        "tern-island-3",
		"  --  ":             "project",
		"Öland <b>terns</b>": "land-b-terns-b",
		"灯台":                 "project",
		"1st & 2nd":          "1st-2nd",
	} {
		got := FreeID(name, func(id string) bool { return taken[id] })
		if got != want || page.CheckID(got) != nil {
			t.Errorf("%q: got %q, want %q", name, got, want)
		}
	}
}

// Every start can be had on any kit, and is a whole project.
func TestNewProjects(t *testing.T) {
	r := sample.New(33)
	for range 15 {
		k := sample.Kit(r)
		for _, s := range Starts {
			p, err := NewProject("new", "New", k, s.ID)
			if err != nil {
				t.Fatalf("%s: %v", s.ID, err)
			}
			var rows []string
			p.Pages[0].Walk(func(n *page.Node, at page.Place) {
				if n.Kind == page.Row && at.Depth == 1 {
					rows = append(rows, n.Name+" "+n.Element)
				}
			})
			if len(rows) != len(s.rows) || len(rows) > 0 && rows[0] != "Masthead header" {
				t.Errorf("%s has the rows %v", s.ID, rows)
			}
		}
	}
	if _, err := NewProject("new", "New", sample.Twelve(), "blog"); err == nil {
		t.Error("an unknown start was taken")
	}
}
