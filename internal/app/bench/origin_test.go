package bench

import (
	"strings"
	"testing"

	"github.com/go-json-experiment/json"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/rewrite"
)

// Everything that the Bench draws and explains of a page from markup can be had, whatever stands around its grid.
func TestPagesFromMarkup(t *testing.T) {
	for seed := range uint64(6) {
		r := sample.New(8000 + seed)
		var k *kit.Kit
		var html string
		if seed%2 == 0 {
			k = sample.Twelve()
			html = `<main><section class="wrap"><div class="kr-row"><p>Loose</p><div class="kr-cell kr-take-3-mid"><div>` +
				`<div class="kr-row"><div class="kr-cell">a</div></div></div></div></div></section>` +
				`<div class="kr-frame"><div class="kr-row kr-per-2-mid"><div class="kr-cell"><b>x</b></div><div ` +
				`class="kr-cell kr-skip-1-mid"></div></div></div></main></div>`
		} else {
			imported, reading := sample.Team(r)
			if imported == nil {
				continue
			}
			html = sample.Surrounded(r, imported, sample.Worded(r, imported, reading.Words.Words))
			var err error
			if k, _, err = origin.Kit(t.Context(), "kit", page.NewOrigin([]byte(html), nil), nil); err != nil {
				continue
			}
		}
		pg := rewrite.WithKit(origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(html), nil)), k)
		p := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page",
			Kits: []*kit.Kit{k}, Pages: []*page.Page{pg}}
		b := made(t, p, pg, View{})
		if len(b.Code.Lines) == 0 || len(b.Nodes) == 0 {
			t.Errorf("seed %d: %d lines, %d nodes", seed, len(b.Code.Lines), len(b.Nodes))
		}
		at := 0
		pg.Walk(func(n *page.Node, _ page.Place) {
			if at++; at > 40 {
				return // each takes the whole page
			}
			for i := range k.Breakpoints {
				low, _, _ := k.Range(i)
				if why := Explain(p, pg, nil, n.ID, low+1); why == nil && (n.Kind == page.Row || n.Kind == page.Column) {
					t.Errorf("seed %d: nothing explains %s", seed, n.ID)
				}
			}
			if n.Kind != page.Row && n.Kind != page.Column && n.Kind != page.Container {
				return
			}
			if part, err := edit.CopyPart(p, pg, n.ID); err != nil || len(part) == 0 {
				t.Errorf("seed %d: %s is not copied: %v", seed, n.ID, err)
			}
		})
		Changes(p, pg, nil)
		Recipes(p, pg, k.Breakpoints[0].Name)
		if _, err := FillFrom(p, pg, k.Breakpoints[len(k.Breakpoints)-1].Name); err != nil && len(k.Breakpoints) > 1 {
			t.Errorf("seed %d: filling: %v", seed, err)
		}
		if _, err := Compare(t.Context(), p, p, pg.ID, View{}); err != nil {
			t.Errorf("seed %d: comparing: %v", seed, err)
		}
		change, err := edit.Apply(p, edit.Operation{Page: "page",
			Type: &edit.Type{Cells: []edit.Cell{{Node: "column-1", Breakpoint: k.Breakpoints[0].Name}}, Text: "1"}})
		if err == nil {
			NewDelta(b, made(t, change.Project, change.Project.Pages[0], View{}))
		}
	}
}

// A fix names what it removes, however long that is and in whatever letters.
func TestLongFixesAreAnswered(t *testing.T) {
	k := sample.Twelve()
	html := `<main class="kr-frame"></b ` + strings.Repeat("é", 150) + `></main>`
	pg := rewrite.WithKit(origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(html), nil)), k)
	p := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page",
		Kits: []*kit.Kit{k}, Pages: []*page.Page{pg}}
	b := made(t, p, pg, View{})
	if _, err := json.Marshal(b.Findings); err != nil {
		t.Error(err)
	}
	fixed := false
	for _, f := range b.Findings {
		for _, fix := range f.Fixes {
			if strings.HasPrefix(fix.Operation.Source.Summary, "Remove") {
				_, err := edit.Apply(p, *fix.Operation)
				fixed = err == nil
			}
		}
	}
	if !fixed {
		t.Errorf("nothing removes the tag: %+v", b.Findings)
	}
}
