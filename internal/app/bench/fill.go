package bench

import (
	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// A Filling is what filling narrower breakpoints would do to a page.
type Filling struct {
	Proposals []Proposal `json:"proposals"`
	Before    []Lane     `json:"before" doc:"The page at every breakpoint that is filled, at its narrowest viewport."`
	After     []Lane     `json:"after" doc:"The same with every proposal."`
	Left      []Left     `json:"left" doc:"Rows for which nothing is proposed."`
}

// Left is a row that is left as it is, and why.
type Left struct {
	Row    string `json:"row"`
	Name   string `json:"name" doc:"The row's."`
	Reason string `json:"reason"`
}

// A Proposal is what is proposed for one row at one breakpoint.
type Proposal struct {
	Row        string `json:"row"`
	Name       string `json:"name" doc:"The row's."`
	Breakpoint string `json:"breakpoint"`
	Now        string `json:"now" doc:"The sums of its lines."`
	Then       string `json:"then"`
	Reason     string `json:"reason"`
}

// FillFrom proposes widths for the breakpoints narrower than from.
func FillFrom(p *project.Project, pg *page.Page, from string) (*Filling, error) {
	k := p.Kit(pg.Kit)
	filling, err := edit.Filling(k, pg, &edit.Fill{From: from})
	if err != nil {
		return nil, err
	}
	f := &Filling{Proposals: []Proposal{}, Before: []Lane{}, After: []Lane{}, Left: []Left{}}
	for _, made := range filling.Proposals {
		row, _ := pg.Find(made.Row)
		f.Proposals = append(f.Proposals,
			Proposal{made.Row, row.Name, k.Breakpoints[made.Breakpoint].Name, made.Now, made.Then, made.Reason})
	}
	for _, left := range filling.Left {
		row, _ := pg.Find(left.Row)
		f.Left = append(f.Left, Left{left.Row, row.Name, left.Reason})
	}
	for i := range k.Index(from) {
		low, _, _ := k.Range(i)
		f.Before, f.After = append(f.Before, Draw(k, pg, low)), append(f.After, Draw(k, filling.Page, low))
	}
	return f, nil
}
