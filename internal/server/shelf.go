package server

import (
	"bytes"
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/bench"
	"kitrows/internal/project"
)

// A Card is a project on the shelf.
type Card struct {
	ID        string     `json:"id"`
	Name      string     `json:"name"`
	Revision  int        `json:"revision"`
	Pages     []string   `json:"pages" doc:"The pages' names."`
	FirstPage string     `json:"firstPage" doc:"The first page's id."`
	Kit       string     `json:"kit" doc:"The first page's kit."`
	Drawing   bench.Lane `json:"drawing" doc:"The first page at a middle breakpoint."`
}

// ProjectPath is a project's address.
type ProjectPath struct {
	Project string `path:"project" maxLength:"48"`
}

func (v *Server) shelfRoutes() {
	huma.Register(v.api, huma.Operation{
		OperationID: "shelf", Method: http.MethodGet, Path: "/api/projects", Summary: "The projects on the shelf",
	}, func(ctx context.Context, _ *struct{}) (*struct{ Body []Card }, error) {
		states, err := v.store.List(ctx)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		cards := []Card{}
		for _, s := range states {
			cards = append(cards, newCard(s.Project, s.Revision))
		}
		return &struct{ Body []Card }{cards}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "bringIn", Method: http.MethodPost, Path: "/api/projects", Summary: "Bring a project file in",
		DefaultStatus: http.StatusCreated, MaxBodyBytes: project.MaxBytes,
		Errors: []int{http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		RawBody []byte `contentType:"application/vnd.kitrows+json"`
	}) (*struct{ Body Card }, error) {
		p, err := project.Decode(bytes.NewReader(in.RawBody))
		if err == nil {
			err = v.store.Add(ctx, p)
		}
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body Card }{newCard(p, 1)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "file", Method: http.MethodGet, Path: "/api/projects/{project}/file", Summary: "The project's file",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *ProjectPath) (*struct {
		ContentType string `header:"Content-Type"`
		Disposition string `header:"Content-Disposition"`
		Body        []byte
	}, error) {
		file, err := v.store.File(ctx, in.Project)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct {
			ContentType string `header:"Content-Type"`
			Disposition string `header:"Content-Disposition"`
			Body        []byte
		}{"application/json", `attachment; filename="` + in.Project + `.kitrows.json"`, file}, nil
	})
}

func newCard(p *project.Project, revision int) Card {
	first := p.Pages[0]
	k := p.Kit(first.Kit)
	c := Card{ID: p.ID, Name: p.Name, Revision: revision, FirstPage: first.ID, Kit: k.Name}
	for _, pg := range p.Pages {
		c.Pages = append(c.Pages, pg.Name)
	}
	c.Drawing = bench.Draw(k, first, k.Breakpoints[len(k.Breakpoints)/2].Lane.Px())
	return c
}
