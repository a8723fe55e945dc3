package server

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
)

// A Moment is one revision in a project's history.
type Moment struct {
	Revision int    `json:"revision"`
	Kind     string `json:"kind" enum:",edit,undo,redo" doc:"Empty for the first, which created the project."`
	Summary  string `json:"summary" doc:"What was done, undone or done again."`
	Name     string `json:"name" doc:"The name of a named point; empty for others."`
}

// mostMoments is how much of a history is told at once.
const mostMoments = 500

func (v *Server) historyRoutes() {
	const project, page = "/api/projects/{project}", "/api/projects/{project}/pages/{page}"
	refusals := []int{http.StatusNotFound, http.StatusConflict, http.StatusUnprocessableEntity}

	huma.Register(v.api, huma.Operation{
		OperationID: "history", Method: http.MethodGet, Path: project + "/history",
		Summary: "The project's moments, the newest first",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *ProjectPath) (*struct{ Body []Moment }, error) {
		moments, err := v.store.History(ctx, in.Project, mostMoments)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		all := []Moment{}
		for _, m := range moments {
			all = append(all, Moment(m))
		}
		return &struct{ Body []Moment }{all}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "namePoint", Method: http.MethodPut, Path: project + "/history/{revision}/name",
		Summary: "Name a revision, or take its name away",
		Errors:  refusals,
	}, func(ctx context.Context, in *struct {
		ProjectPath
		Revision int `path:"revision"`
		Body     struct {
			Name string `json:"name" maxLength:"120" doc:"Empty to take the name away."`
		}
	}) (*struct{}, error) {
		return nil, v.problem(ctx, v.store.Name(ctx, in.Project, in.Revision, in.Body.Name))
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "goBack", Method: http.MethodPost, Path: page + "/back",
		Summary: "Make the project what it was at a revision; an edit that can be undone",
		Errors:  refusals,
	}, func(ctx context.Context, in *struct {
		PagePath
		Body struct {
			Made
			To   int    `json:"to" doc:"The revision to go back to."`
			Name string `json:"name" maxLength:"120" doc:"What undo calls it; may be empty."`
		}
	}) (*changeAnswer, error) {
		summary := fmt.Sprintf("Back to revision %d", in.Body.To)
		if in.Body.Name != "" {
			summary = "Back to " + in.Body.Name
		}
		return v.change(ctx, &in.PagePath, in.Body.Revision, nil,
			func(meanwhile store.Meanwhile) (*store.State, *edit.Change, error) {
				return v.store.GoBack(ctx, in.Project, in.Body.store(), in.Body.To, in.Page, summary, meanwhile)
			})
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "compare", Method: http.MethodGet, Path: page + "/compare", Summary: "The page at two revisions",
		Errors: refusals,
	}, func(ctx context.Context, in *struct {
		PagePath
		From int `query:"from" required:"true"`
		To   int `query:"to" required:"true"`
	}) (*struct{ Body *bench.Comparison }, error) {
		view, err := in.view()
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		before, err := v.store.At(ctx, in.Project, in.From)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		after, err := v.store.At(ctx, in.Project, in.To)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		comparison, err := bench.Compare(ctx, before, after, in.Page, view)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body *bench.Comparison }{comparison}, nil
	})
}
