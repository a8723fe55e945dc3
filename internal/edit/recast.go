package edit

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

func (r *Recast) apply(e *editor) error {
	old, _, err := e.find("row", r.Row)
	if err != nil {
		return err
	}
	if old.Kind != page.Row {
		return fault.New("row", old.Name, "a row")
	}
	if e.kit.Index(r.Breakpoint) < 0 {
		return fault.New("breakpoint", r.Breakpoint, "one of %s", e.kit.BreakpointNames())
	}
	made, err := notation.ParseRecipe(r.Recipe, e.kit, r.Breakpoint, e.minter)
	if err != nil {
		return fault.Under("recipe", err)
	}
	row, columns := *old, old.Columns()
	row.At, row.Children = made.At, nil
	for i, cast := range made.Children {
		if i >= len(columns) {
			row.Children = append(row.Children, cast)
			continue
		}
		c := *columns[i]
		c.At = cast.At
		if nests(cast) {
			c.Children = append(slices.Clone(c.Children), cast.Children...)
		}
		row.Children = append(row.Children, &c)
	}
	e.summary, e.selected = "Change the columns of "+row.Name, row.Children[0].ID
	if over := len(columns) - len(row.Children); over > 0 {
		last := *row.Children[len(row.Children)-1]
		var names []string
		for _, left := range columns[len(columns)-over:] {
			last.Children = append(slices.Clone(last.Children), left.Children...)
			names = append(names, left.Name)
		}
		row.Children[len(row.Children)-1] = &last
		e.summary += fmt.Sprintf("; what was in %s is in %s now", strings.Join(names, ", "), last.Name)
	}
	for _, other := range old.Children { // on a page from markup
		if other.Kind != page.Column {
			row.Children = append(row.Children, other)
		}
	}
	replace := Replace{&row}
	return replace.apply(e)
}

// nests reports whether a column of a recipe has rows nested in it.
func nests(c *page.Node) bool {
	return slices.ContainsFunc(c.Children, func(n *page.Node) bool { return n.Kind == page.Row })
}

func (r *Replace) apply(e *editor) error {
	if r.With == nil {
		return fault.New("with", "null", "a node")
	}
	old, _, err := e.find("with.id", r.With.ID)
	if err != nil {
		return err
	}
	e.page = e.page.Replaced(old.ID, func(*page.Node) *page.Node { return r.With })
	e.inverse.Replace = &Replace{old}
	if e.summary == "" {
		e.summary, e.selected = "Replace "+r.With.Name, old.ID
	}
	return nil
}

// keepRecipe and dropRecipe change what the project keeps, whichever page they
// are made from.
func (k *KeepRecipe) apply(e *editor) error {
	text := k.Text
	if k.Row != "" {
		row, _ := e.page.Find(k.Row)
		if row == nil || row.Kind != page.Row {
			return fault.New("row", k.Row, "the id of a row on this page")
		}
		text = notation.FormatRecipe(row, e.kit)
	}
	c := *e.project
	c.Recipes = slices.Clone(c.Recipes)
	e.inverse.DropRecipe = &DropRecipe{k.Name}
	if at := c.RecipeNamed(k.Name); at >= 0 {
		e.inverse = Operation{KeepRecipe: &KeepRecipe{Name: k.Name, Text: c.Recipes[at].Text}}
		c.Recipes[at].Text = text
	} else {
		c.Recipes = append(c.Recipes, project.Recipe{Name: k.Name, Text: text})
		slices.SortFunc(c.Recipes, func(a, b project.Recipe) int { return strings.Compare(a.Name, b.Name) })
	}
	e.project, e.whole, e.summary = &c, true, "Save recipe "+k.Name
	return nil
}

func (d *DropRecipe) apply(e *editor) error {
	at := e.project.RecipeNamed(d.Name)
	if at < 0 {
		return fault.New("name", d.Name, "the name of a saved recipe")
	}
	c := *e.project
	e.inverse.KeepRecipe = &KeepRecipe{Name: d.Name, Text: c.Recipes[at].Text}
	c.Recipes = slices.Delete(slices.Clone(c.Recipes), at, at+1)
	if len(c.Recipes) == 0 {
		c.Recipes = nil
	}
	e.project, e.summary = &c, "Delete recipe "+d.Name
	return nil
}
