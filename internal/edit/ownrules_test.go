package edit_test

import (
	"slices"
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
)

// What the stylesheet of a page that came as HTML has no class for is a rule in a stylesheet beside it, where the user
// agrees: the classes go into the file, they are read back with the rules, and undone the file is as it was.
func TestOwnRulesInAFile(t *testing.T) {
	sheet := `* { box-sizing: border-box } body { margin: 0 } .tier { display: flex; flex-wrap: wrap; margin: 0 -8px }
.tier > [class*="pan-"] { padding: 0 8px; flex: 0 0 auto }
.pan-3 { width: 25% } .pan-4 { width: 33.3333% } .pan-6 { width: 50% } .pan-8 { width: 66.6667% }
.pan-12 { width: 100% }
@media (min-width: 700px) { .pan-3-w { width: 25% } .pan-4-w { width: 33.3333% } .pan-6-w { width: 50% }
.pan-12-w { width: 100% } }
.hold { max-width: 900px; margin: 0 auto; padding: 0 8px }`
	const file = `<body><div class="hold"><div class="tier"><div class="pan-6"><p>Log</p></div><div class="pan-6 ` +
		`pan-4-w"><p>Tides</p></div></div></div></body>`
	files := []kit.File{{Name: "team.css", Text: sheet}}
	k, _, err := infer.Kit(t.Context(), "kit", "Team", files, nil)
	if err != nil {
		t.Fatal(err)
	}
	p := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(file), nil))
	pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{p}}
	wide := k.Breakpoints[len(k.Breakpoints)-1].Name
	typed := func(node, breakpoint, text string) edit.Operation {
		return edit.Operation{Page: "page", Type: &edit.Type{Cells: []edit.Cell{{Node: node, Breakpoint: breakpoint}},
			Text: text}}
	}
	_, err = edit.Apply(pr, typed("column-1", wide, "5"))
	for _, f := range fault.All(err) {
		if f.Offer != "ownRules" {
			t.Errorf("refused without an offer: %v", f)
		}
	}
	if err == nil {
		t.Fatal("5 of 12 was not refused")
	}

	allow := edit.Operation{OwnRules: &edit.OwnRules{Allow: true}}
	first := typed("column-1", wide, "5")
	var undo []edit.Operation
	for _, c := range []struct {
		do   edit.Operation
		tags string // of the two columns
		rule string // in the stylesheet
	}{
		{edit.Operation{Page: "page", Together: &edit.Together{Steps: []edit.Operation{allow, first}}},
			`<div class="pan-6 kr-own-take-5-` + wide + `"> <div class="pan-6 pan-4-w">`,
			"@media (min-width: 700px) { .kr-own-take-5-" + wide +
				" { flex: 0 0 auto !important; width: 41.666667% !important;"},
		{typed("column-2", wide, "2_5"), `<div class="pan-6 kr-own-take-5-` + wide +
			`"> <div class="pan-6 kr-own-skip-2-` + wide + ` kr-own-take-5-` + wide + `">`,
			".kr-own-skip-2-" + wide + " { margin-left: 16.666667% !important;"},
		{typed("column-1", "base", "5"), `<div class="kr-own-take-5 pan-4"> <div`, ".kr-own-take-5 { flex"},
		{typed("column-1", wide, "6"), `<div class="pan-6 kr-only-take-5"> <div`,
			"(max-width: 699.98px) { .kr-only-take-5 { flex"},
	} {
		change, err := edit.Apply(pr, c.do)
		if err != nil {
			t.Fatal(err)
		}
		pr, undo = change.Project, append(undo, change.Inverse)
		p := pr.Pages[0]
		text := strings.NewReplacer("<p>Log</p></div><div", " <div").Replace(string(p.Origin.Bytes()))
		if !strings.Contains(text, c.tags) {
			t.Errorf("the file is %s, want %s", text, c.tags)
		}
		at := slices.IndexFunc(p.Origin.Sheets, origin.IsRules)
		if at < 0 || !strings.Contains(strings.Join(strings.Fields(p.Origin.Sheets[at].Text), " "), c.rule) {
			t.Errorf("the stylesheets are %+v, want %s", p.Origin.Sheets, c.rule)
		}
		again := origin.NewPage("page", "index.html", k, page.NewOrigin(p.Origin.Bytes(), p.Origin.Sheets))
		for i := range p.Body[0].Children[0].Children {
			a, b := p.Body[0].Children[0].Children[i], again.Body[0].Children[0].Children[i]
			if !slices.Equal(a.At, b.At) {
				t.Errorf("%s is read back as %v, want %v", a.ID, b.At, a.At)
			}
		}
		boxes := layout.Of(k, p).Plan(900).Boxes
		for _, b := range boxes {
			if n, _ := p.Find(b.ID); n.Kind == page.Column {
				take := n.HeldAt(k, len(k.Breakpoints)-1)[page.Width].Value.UnitsOf(12)
				if want := take / 12 * 900; b.Width < want-.1 || b.Width > want+.1 || b.Before != 8 {
					t.Errorf("%s is planned %+v, want %v px wide", b.ID, b, want)
				}
			}
		}
	}
	with := append([]kit.File{{Name: "team.css", Text: sheet}}, pr.Pages[0].Origin.Sheets...)
	again, rest, err := origin.Kit(t.Context(), "kit", page.NewOrigin(pr.Pages[0].Origin.Bytes(), nil), with)
	if err != nil || len(again.Imported.Files) != 1 || len(rest) != 1 || !origin.IsRules(rest[0]) {
		t.Errorf("with its rules, the page is brought in on %v, and %v is its own: %v", again, rest, err)
	}
	if _, err := edit.Apply(pr, edit.Operation{Page: "page", OwnRules: &edit.OwnRules{}}); err == nil {
		t.Error("the rules were taken away from settings that need them")
	}
	for _, o := range slices.Backward(undo) {
		change, err := edit.Apply(pr, o)
		if err != nil {
			t.Fatal(err)
		}
		pr = change.Project
	}
	if got := pr.Pages[0]; string(got.Origin.Bytes()) != file || got.OwnRules {
		t.Errorf("undone %s, rules %v", got.Origin.Bytes(), got.OwnRules)
	}
}
