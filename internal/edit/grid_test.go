package edit_test

import (
	"math"
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/design"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/test/sample"
)

// The page gets a kit with the grid that was found: its own changed where only it uses that, else a new one. Beside a
// stylesheet that was brought in a kit is made, and the page stays. Undone, the project is as it was.
func TestUseGrid(t *testing.T) {
	grid := edit.UseGrid{Design: "full", Columns: 16, Column: 50, Gutter: 20, Left: 90}
	for _, c := range []struct {
		others, brought bool
		kits            int
		name            string
	}{{false, false, 1, "Plain Twelve"}, {true, false, 2, "Page grid"}, {false, true, 2, "Harbour"}} {
		k := sample.Twelve()
		k.Name = "Plain Twelve"
		if c.brought {
			sheet := ".quay{max-width:960px;margin:0 auto}.pier{display:flex;flex-wrap:wrap}.berth{flex:0 0 100%;padding:0 " +
				"8px;" +
				"box-sizing:border-box}.b6{flex-basis:50%;max-width:50%}.b3{flex-basis:25%;max-width:25%}"
			var err error
			if k, _, err = infer.Kit(t.Context(), "harbour", "Harbour", []kit.File{{Name: "harbour.css", Text: sheet}},
				nil); err != nil {
				t.Fatal(err)
			}
		}
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
		on := made.Project.Kit(made.Project.Page("page").Kit)
		if len(made.Project.Kits) != c.kits || on.Name != c.name {
			t.Errorf("%+v: %d kits, the page is on %s", c, len(made.Project.Kits), on.Name)
		}
		next := made.Project.Kits[c.kits-1]
		columns := next.Ruler(next.BreakpointAt(1280), 1280).Columns
		if n := len(columns); n != 16 || math.Abs(columns[15].To-1190) > 0.1 {
			t.Errorf("%+v: %d columns, the last ends at %v", c, n, columns[n-1].To)
		}
		back, err := edit.Apply(made.Project, made.Inverse)
		if err != nil {
			t.Fatal(err)
		}
		if was := back.Project; len(was.Kits) != 1 || was.Page("page").Kit != k.ID || was.Kits[0].Columns != k.Columns {
			t.Errorf("%+v: undone, there are %d kits", c, len(was.Kits))
		}
	}
	k := sample.Twelve()
	p := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID, Body: []*page.Node{}}
	_, err := edit.Apply(sample.Of(p, k), edit.Operation{Page: "page", UseGrid: &grid})
	if err == nil || !strings.Contains(err.Error(), "useGrid.design") {
		t.Error(err)
	}
}
