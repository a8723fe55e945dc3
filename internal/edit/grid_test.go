package edit_test

import (
	"math"
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/design"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// The page gets a kit with the grid that was found: its own changed where only it uses that, else a new one. Undone, the
// project is as it was.
func TestUseGrid(t *testing.T) {
	grid := edit.UseGrid{Design: "full", Columns: 16, Column: 50, Gutter: 20, Left: 90}
	for _, c := range []struct {
		others bool
		kits   int
		name   string
	}{{false, 1, "Plain Twelve"}, {true, 2, "Page grid"}} {
		k := sample.Twelve()
		k.Name = "Plain Twelve"
		p := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID, Body: []*page.Node{},
			Designs: []design.Design{{ID: "full", Picture: "d", Width: 1280, Scale: 1}}}
		pr := sample.Of(p, k)
		pic, err := project.NewDesign("d.png", blank(1280, 40).Bytes())
		if err != nil {
			t.Fatal(err)
		}
		pic.ID = "d"
		pr.Pictures = append(pr.Pictures, pic)
		if c.others {
			pr.Pages = append(pr.Pages, &page.Page{ID: "other", Name: "Other", File: "other.html", Language: "en", Kit: k.ID,
				Body: []*page.Node{}})
		}
		made, err := edit.Apply(pr, edit.Operation{Page: "page", UseGrid: &grid})
		if err != nil {
			t.Fatal(err)
		}
		next := made.Project.Kit(made.Project.Page("page").Kit)
		if len(made.Project.Kits) != c.kits || next.Name != c.name {
			t.Errorf("others %v: %d kits, the page is on %s", c.others, len(made.Project.Kits), next.Name)
		}
		columns := next.Ruler(next.BreakpointAt(1280), 1280).Columns
		if n := len(columns); n != 16 || math.Abs(columns[15].To-1190) > 0.1 {
			t.Errorf("others %v: %d columns, the last ends at %v", c.others, n, columns[n-1].To)
		}
		back, err := edit.Apply(made.Project, made.Inverse)
		if err != nil {
			t.Fatal(err)
		}
		if was := back.Project; len(was.Kits) != 1 || was.Page("page").Kit != k.ID || was.Kits[0].Columns.N() != 12 {
			t.Errorf("others %v: undone, there are %d kits", c.others, len(was.Kits))
		}
	}
	k := sample.Twelve()
	p := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID, Body: []*page.Node{}}
	_, err := edit.Apply(sample.Of(p, k), edit.Operation{Page: "page", UseGrid: &grid})
	if err == nil || !strings.Contains(err.Error(), "useGrid.design") {
		t.Error(err)
	}
}
