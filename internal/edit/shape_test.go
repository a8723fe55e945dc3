package edit_test

import (
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// Steps of one operation that leave the page without its shape in between are refused, on pages made here and read from
// markup, and nothing else comes of them.
func TestStepsThatBreakThePage(t *testing.T) {
	made, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	k := sample.Twelve()
	read := origin.NewPage("page-1", "index.html", k,
		page.NewOrigin([]byte("<main class=kr-frame><div class=kr-row><div class=kr-cell>One</div></div></main>"), nil))
	fromMarkup := *made
	fromMarkup.Kits, fromMarkup.Pages = append(fromMarkup.Kits[:len(fromMarkup.Kits):len(fromMarkup.Kits)], k),
		[]*page.Page{read}
	fromMarkup.Kits[len(fromMarkup.Kits)-1].ID = "twelve-again"
	read.Kit = "twelve-again"
	column := &page.Node{ID: "loose", Kind: page.Column, Name: "Loose"}
	block := &page.Node{ID: "bare", Kind: page.Block, Name: "Bare"}
	for name, p := range map[string]*project.Project{"made here": made, "from markup": &fromMarkup} {
		pg := p.Pages[0]
		at := p.Kit(pg.Kit).Breakpoints[0].Name
		var into string
		pg.Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Column && into == "" {
				into = n.ID
			}
		})
		put := func(n *page.Node, parent string) edit.Operation {
			return edit.Operation{Insert: &edit.Insert{Parent: parent, Node: n}}
		}
		for what, steps := range map[string][]edit.Operation{
			"a block without content, then fill": {put(block, into), {Fill: &edit.Fill{}}},
			"a block without content, then addBlock": {put(block, into),
				{AddBlock: &edit.AddBlock{Column: into, Content: page.Content{Type: page.Text, Text: "x"}}}},
			"a column at the top, then step": {put(column, ""),
				{Step: &edit.Step{Cell: edit.Cell{Node: "loose", Breakpoint: at}, Width: 1}}},
			"a column at the top, then type": {put(column, ""),
				{Type: &edit.Type{Cells: []edit.Cell{{Node: "loose", Breakpoint: at}}, Text: "6"}}},
			"no node": {put(nil, into), {Rename: &edit.Rename{Name: "x"}}},
		} {
			_, err := edit.Apply(p, edit.Operation{Page: pg.ID, Together: &edit.Together{Steps: steps}})
			if len(fault.All(err)) == 0 {
				t.Errorf("%s, %s: %v, want a refusal", name, what, err)
			}
		}
	}
}
