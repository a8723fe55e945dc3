package bench

import (
	"kitrows/internal/edit"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// A Filling is what filling narrower breakpoints would do to a page.
type Filling struct {
	Proposals []Proposal `json:"proposals"`
	Before    []Lane     `json:"before" doc:"The page at every breakpoint that is filled, at its narrowest viewport."`
	After     []Lane     `json:"after" doc:"The same with every proposal."`
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
	filled, proposals, err := edit.Proposals(k, pg, &edit.Fill{From: from})
	if err != nil {
		return nil, err
	}
	f := &Filling{Proposals: []Proposal{}, Before: []Lane{}, After: []Lane{}}
	for _, made := range proposals {
		row, _ := pg.Find(made.Row)
		f.Proposals = append(f.Proposals, Proposal{made.Row, row.Name, k.Breakpoints[made.Breakpoint].Name, made.Now, made.Then, made.Reason})
	}
	for i := range k.Index(from) {
		low, _, _ := k.Range(i)
		f.Before, f.After = append(f.Before, Draw(k, pg, low)), append(f.After, Draw(k, filled, low))
	}
	return f, nil
}
