package check_test

import (
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/finding"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
)

// standIns are what is told of texts to come on the first page of a project.
func standIns(p *project.Project) (all []string) {
	for _, f := range check.Of(layout.Of(p.Kit(p.Pages[0].Kit), p.Pages[0]), check.Project{}) {
		if f.Code == finding.StandIn {
			all = append(all, f.Text)
		}
	}
	return all
}

// Texts to come are told once a page, and give way to what comes.
func TestStandIns(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	if all := standIns(p); len(all) > 0 {
		t.Errorf("the demo has %v", all)
	}
	row, err := edit.Apply(p, edit.Operation{Page: "front-page",
		AddRow: &edit.AddRow{Near: "foot", Recipe: "6 6", Breakpoint: "wide"}})
	if err != nil {
		t.Fatal(err)
	}
	if all := standIns(row.Project); len(all) != 1 || !strings.HasSuffix(all[0], "in Column 1, Column 2") {
		t.Errorf("after a row: %v", all)
	}
	moved, err := edit.Apply(row.Project, edit.Operation{Page: "front-page",
		Move: &edit.Move{Node: "log-morning-text", Parent: "column-1"}})
	if err != nil {
		t.Fatal(err)
	}
	if all := standIns(moved.Project); len(all) != 1 || !strings.HasSuffix(all[0], "in Column 2") {
		t.Errorf("after a text came: %v", all)
	}
	back, err := edit.Apply(moved.Project, moved.Inverse)
	if err != nil || !strings.HasSuffix(standIns(back.Project)[0], "in Column 1, Column 2") {
		t.Errorf("undone: %v, %v", standIns(back.Project), err)
	}
}
