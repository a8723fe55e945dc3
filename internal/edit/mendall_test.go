package edit_test

import (
	"reflect"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/finding"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// All findings of a code are mended as one edit, which is undone as one, on random pages: no fix is left that could be
// made, and the edit alone comes to the same.
func TestMendAll(t *testing.T) {
	codes := []string{string(finding.Repeats), string(finding.OverLine), string(finding.SumOver),
		string(finding.FreeUnits)}
	r := sample.New(31)
	mended := 0
	for seed := range sample.Rounds(60) {
		k := sample.Kit(r)
		p := sample.Of(sample.Page(r, k), k)
		for _, code := range codes {
			m := edit.MendAll(p, "page", code)
			if m.Operation == nil {
				continue
			}
			mended += m.Fixes
			change, err := edit.Apply(p, *m.Operation)
			if err != nil {
				t.Fatalf("page %d, %s: %v", seed, code, err)
			}
			if !reflect.DeepEqual(change.Project.Pages[0].Body, m.Project.Pages[0].Body) {
				t.Errorf("page %d, %s: the edit comes to another page", seed, code)
			}
			back, err := edit.Apply(change.Project, change.Inverse)
			if err != nil || !reflect.DeepEqual(back.Project.Pages[0].Body, p.Pages[0].Body) {
				t.Errorf("page %d, %s: undone it is another page: %v", seed, code, err)
			}
			if again := edit.MendAll(change.Project, "page", code); again.Fixes > 0 && code == string(finding.Repeats) {
				t.Errorf("page %d: %d more are mended", seed, again.Fixes)
			}
		}
	}
	if mended < 30 {
		t.Errorf("only %d were mended", mended)
	}
}

// Faults of a file are mended by one edit of its text.
func TestMendAllOfAFile(t *testing.T) {
	const text = "<main>\n<p id=a id=b>One</p>\n<p id=c id=d>Two</p>\n</div>\n</main>\n"
	bring := edit.BringPage{File: "index.html", Text: text}
	p, err := bring.Begin("project", "Project", sample.Twelve())
	if err != nil {
		t.Fatal(err)
	}
	m := edit.MendAll(p, p.Pages[0].ID, string(finding.AttributeDoubled), string(finding.EndTagSurplus))
	want := "<main>\n<p id=a >One</p>\n<p id=c >Two</p>\n</main>\n"
	if got := string(m.Project.Pages[0].Origin.Bytes()); m.Fixes != 3 || got != want {
		t.Errorf("%d mended: %q", m.Fixes, got)
	}
	change, err := edit.Apply(p, *m.Operation)
	if err != nil || string(change.Project.Pages[0].Origin.Bytes()) != want {
		t.Errorf("by the edit: %v", err)
	}
	back, err := edit.Apply(change.Project, change.Inverse)
	if err != nil || string(back.Project.Pages[0].Origin.Bytes()) != text {
		t.Errorf("undone: %v", err)
	}
}

// What is found on all pages is one edit too.
func TestMendEverywhere(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	repeat := func(pg string, c edit.Cell, text string) {
		change, err := edit.Apply(p, edit.Operation{Page: pg, Type: &edit.Type{Cells: []edit.Cell{c}, Text: text}})
		if err != nil {
			t.Fatal(err)
		}
		p = change.Project
	}
	repeat("front-page", edit.Cell{Node: "mark", Breakpoint: "full"}, "3")
	repeat("plan-a-visit", edit.Cell{Node: "step-2", Breakpoint: "full"}, "1_2_2")
	o, fixes := edit.MendEverywhere(p, string(finding.Repeats))
	if fixes != 3 || o.Across == nil {
		t.Fatalf("%d fixes, %+v", fixes, o)
	}
	change, err := edit.Apply(p, *o)
	if err != nil {
		t.Fatal(err)
	}
	if _, left := edit.MendEverywhere(change.Project, string(finding.Repeats)); left != 0 {
		t.Errorf("%d are left", left)
	}
	back, err := edit.Apply(change.Project, change.Inverse)
	if err != nil || encoded(t, back.Project) != encoded(t, p) {
		t.Errorf("undone: %v", err)
	}
	for _, step := range []edit.Operation{{Page: "front-page", BringPage: &edit.BringPage{File: "a.html", Text: "<p>a"}},
		{Page: "front-page", Put: &edit.Put{Project: p}}, {Page: "front-page", Across: o.Across}} {
		outer := edit.Operation{Page: "front-page", Across: &edit.Across{Steps: []edit.Operation{step}}}
		if _, err := edit.Apply(p, outer); err == nil || !strings.Contains(err.Error(), "inside one page") {
			t.Errorf("a step of the project's pages: %v", err)
		}
	}
	gone := edit.Operation{Page: "front-page", Across: &edit.Across{Steps: []edit.Operation{{Page: "nowhere",
		Remove: &edit.Remove{Node: "mark"}}}}}
	if _, err := edit.Apply(p, gone); err == nil || !strings.Contains(err.Error(), "across.steps[0].page") {
		t.Errorf("a step on no page: %v", err)
	}
}

func encoded(t *testing.T, p *project.Project) string {
	t.Helper()
	b, err := p.Encode()
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}
