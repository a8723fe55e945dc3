package bench

import (
	"errors"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
)

// A Recipe is a row recipe with the row it makes, drawn at a breakpoint.
type Recipe struct {
	Name string `json:"name" doc:"Empty for one that is being typed."`
	Text string `json:"text"`
	Own  bool   `json:"own" doc:"Kept by the project; else one that is always offered."`
	Lane Lane   `json:"lane"`
}

// DrawRecipe draws the row that a recipe makes on the kit of page pg, at every
// breakpoint. A refusal names the character it is about.
func DrawRecipe(p *project.Project, pg *page.Page, text, breakpoint string) ([]Lane, error) {
	k := p.Kit(pg.Kit)
	blank, err := withRecipe(k, text, breakpoint)
	if err != nil {
		return nil, err
	}
	l := layout.Of(k, blank)
	lanes := make([]Lane, len(k.Breakpoints))
	for i, b := range k.Breakpoints {
		lanes[i] = newLane(l, l.Plan(b.Lane.Px()))
	}
	return lanes, nil
}

// Recipes are the project's own recipes and those that are always offered, drawn
// at a breakpoint; an own one that this kit cannot have is left out.
func Recipes(p *project.Project, pg *page.Page, breakpoint string) []Recipe {
	k := p.Kit(pg.Kit)
	at := max(0, k.Index(breakpoint))
	all := []Recipe{}
	add := func(name, text string, own bool) {
		if blank, err := withRecipe(k, text, k.Breakpoints[at].Name); err == nil {
			l := layout.Of(k, blank)
			all = append(all, Recipe{name, text, own, newLane(l, l.Plan(k.Breakpoints[at].Lane.Px()))})
		}
	}
	for _, r := range p.Recipes {
		add(r.Name, r.Text, true)
	}
	for _, r := range notation.ReadyRecipes(k) {
		add(r.Name, r.Text, false)
	}
	return all
}

// withRecipe is a page of nothing but a recipe's row.
func withRecipe(k *kit.Kit, text, breakpoint string) (*page.Page, error) {
	blank := &page.Page{ID: "recipe", Name: "Recipe", File: "recipe.html", Language: "en", Kit: k.ID}
	row, err := notation.ParseRecipe(text, k, breakpoint, blank.Minter())
	if err != nil {
		return nil, err
	}
	blank.Body = []*page.Node{{ID: "container-1", Kind: page.Container, Name: "Container", Children: []*page.Node{row}}}
	return blank, errors.Join(blank.Check(k, func(string) bool { return false }), foreign.Check(k, blank))
}
