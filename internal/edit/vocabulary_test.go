package edit_test

import (
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/test/sample"
)

// What a kit has no class for is refused when it is typed, with the nearest there is, and
// nothing is changed; what it has one for is taken.
func TestWhatTheKitCannotSayIsRefused(t *testing.T) {
	k := sample.Twelve()
	k.Naming.Part = ""
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Row",
		Children: []*page.Node{{ID: "tides", Kind: page.Column, Name: "Tides"}}}
	p := &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}}
	before := sample.Of(p, k)
	typed := func(text string) edit.Operation {
		return edit.Operation{Page: "page",
			Type: &edit.Type{Cells: []edit.Cell{{Node: "tides", Breakpoint: "mid"}}, Text: text}}
	}
	if _, err := edit.Apply(before, typed("1/3")); err == nil ||
		!strings.Contains(err.Error(), "take 4, the nearest that Wide has a class for") {
		t.Errorf("a third: %v", err)
	}
	if at := before.Pages[0].Body[0].Children[0].Children[0].At; at != nil {
		t.Errorf("the refusal left %v", at)
	}
	if _, err := edit.Apply(before, typed("4")); err != nil {
		t.Errorf("four of twelve: %v", err)
	}
}

// On a kit that was read from a stylesheet the refusal offers a rule of the page's own; with it, the edit is made,
// and without leave again, it is refused to take that back.
func TestOwnRules(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	five := edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: "room-log", Breakpoint: "slip"}}, Text: "5"}}
	alone := five
	alone.Page = "ringing-room"
	_, err = edit.Apply(p, alone)
	if all := fault.All(err); len(all) != 1 || all[0].Offer != "ownRules" {
		t.Fatalf("refused: %v", err)
	}
	both, err := edit.Apply(p, edit.Operation{Page: "ringing-room",
		Together: &edit.Together{Steps: []edit.Operation{{OwnRules: &edit.OwnRules{Allow: true}}, five}}})
	if err != nil || !both.Project.Page("ringing-room").OwnRules {
		t.Fatalf("with a rule: %v", err)
	}
	if _, err := edit.Apply(both.Project, edit.Operation{Page: "ringing-room", OwnRules: &edit.OwnRules{}}); len(
		fault.All(err)) != 1 {
		t.Errorf("the leave taken back: %v", err)
	}
	back, err := edit.Apply(both.Project, both.Inverse)
	if err != nil || back.Project.Page("ringing-room").OwnRules {
		t.Errorf("undone: %v", err)
	}
	if _, err := edit.Apply(p, edit.Operation{Page: "front-page", OwnRules: &edit.OwnRules{Allow: true}}); err == nil {
		t.Error("a kit of ours has a class for everything")
	}
}

// On such a kit, widths are filled only with those that it has classes for.
func TestFilledWithItsClasses(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	made, err := edit.Apply(p, edit.Operation{Page: "ringing-room",
		Type: &edit.Type{Cells: []edit.Cell{{Node: "room-log", Breakpoint: "deep"}}, Text: "7"}})
	if err != nil {
		t.Fatal(err)
	}
	filled, err := edit.Apply(made.Project, edit.Operation{Page: "ringing-room", Fill: &edit.Fill{From: "deep",
		To: []string{"slip"}}})
	if err != nil {
		t.Fatal(err)
	}
	if err := foreign.Check(filled.Project.Kit("harbour"), filled.Project.Page("ringing-room")); err != nil {
		t.Error(err)
	}
}
