package edit_test

import (
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
)

// Where one class is container and row, its rows stand in no container and that is no fault; and none of them comes
// into a column, where it would be as wide as a page.
func TestRowsThatAreContainers(t *testing.T) {
	sheet := `* { box-sizing: border-box } .deck { display: flex; flex-wrap: wrap; width: 960px; margin: 0 auto }
.deck > * { padding: 0 10px; flex: 0 0 100% }
.deck > .d3 { flex-basis: 25% } .deck > .d4 { flex-basis: 33.3333% } .deck > .d6 { flex-basis: 50% }
.deck > .d8 { flex-basis: 66.6667% } .deck > .d12 { flex-basis: 100% }`
	const file = `<body><div class="deck"><div class="d4"><p>Log</p></div><div class="d8"><p>Tides</p></div></div></body>`
	k, r, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: sheet}}, nil)
	if err != nil || !r.Contain {
		t.Fatal(r, err)
	}
	p := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(file), nil))
	for _, f := range check.Of(layout.Of(k, p), check.Project{}) {
		if f.Code == "row-outside" {
			t.Errorf("told: %s", f.Text)
		}
	}
	pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{p}}
	_, err = edit.Apply(pr, edit.Operation{Page: "page", AddRow: &edit.AddRow{Inside: "column-2", Recipe: "6 6",
		Breakpoint: k.Breakpoints[0].Name}})
	if err == nil || !strings.Contains(err.Error(), "containers of a width of their own") {
		t.Errorf("a row in a column: %v", err)
	}
	if _, err = edit.Apply(pr, edit.Operation{Page: "page", AddRow: &edit.AddRow{Near: "row-1", Recipe: "6 6",
		Breakpoint: k.Breakpoints[0].Name}}); err != nil {
		t.Errorf("a row of the page: %v", err)
	}
}
