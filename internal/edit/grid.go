package edit

import (
	"fmt"
	"slices"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/trace"
	"kitrows/internal/write/code"
)

// UseGrid gives the page a kit with a grid that was found in one of its designs, at the breakpoint of that. The page's
// own kit is changed where no other page uses it; else the page moves to a new one that is made of it. A stylesheet
// that was brought in stays as it is: the new kit stands beside it.
type UseGrid struct {
	Design  string  `json:"design" doc:"The id of the design."`
	Columns int     `json:"columns" minimum:"1" maximum:"48"`
	Column  float64 `json:"column" exclusiveMinimum:"0" maximum:"16384" doc:"How wide each column is, in px."`
	Gutter  float64 `json:"gutter" minimum:"0" maximum:"16384" doc:"In px."`
	Left    float64 `json:"left" minimum:"-16384" maximum:"16384" doc:"Where the first column begins, px in the viewport."`
}

func useGrid(p *project.Project, pg *page.Page, u *UseGrid) (*Change, error) {
	at := slices.IndexFunc(pg.Designs, func(d design.Design) bool { return d.ID == u.Design })
	if at < 0 {
		return nil, fault.New("design", u.Design, "the id of a design of this page")
	}
	grid := trace.Grid{N: u.Columns, Column: u.Column, Gutter: u.Gutter, Left: u.Left}
	had := p.Kit(pg.Kit)
	others := slices.ContainsFunc(p.Pages, func(o *page.Page) bool { return o.ID != pg.ID && o.Kit == had.ID })
	next, err := grid.Kit(had.Native(), pg.Designs[at].Width, others || had.IsFixed() || len(pg.Designs) == 1)
	if err != nil {
		return nil, err
	}
	var change *Change
	if others || had.IsFixed() {
		next.Shared = nil
		taken := code.Taken{}
		for _, k := range p.Kits {
			taken.Take(k.ID)
		}
		next.Name = pg.Name + " grid"
		next.ID = taken.Free(next.Name, "grid")
		steps := []Operation{{AddKit: &AddKit{Kit: next}}}
		if !had.IsFixed() {
			steps = append(steps, Operation{UseKit: &UseKit{Kit: next.ID}})
		}
		change, err = Apply(p, Operation{Page: pg.ID, Together: &Together{Steps: steps}})
	} else {
		change, err = Apply(p, Operation{Page: pg.ID, ChangeKit: &ChangeKit{Kit: next}})
	}
	if err != nil {
		return nil, err
	}
	change.Summary = fmt.Sprintf("Use the grid of %d columns: %s", u.Columns, next.Name)
	return change, nil
}
