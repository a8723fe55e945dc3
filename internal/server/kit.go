package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/bench"
	"kitrows/internal/edit"
	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/store"
)

// KitPath is a kit's address.
type KitPath struct {
	ProjectPath
	Kit string `path:"kit" maxLength:"48"`
}

// A KitDraft is a kit as steps that are not accepted would make it, and what that does.
type KitDraft struct {
	View    *bench.KitView `json:"view,omitempty"`
	Were    []string       `json:"were,omitempty" doc:"What each breakpoint was called before, empty for a new one."`
	Effects []bench.Effect `json:"effects" doc:"What it does to each page that uses the kit."`
	Refused *Problem       `json:"refused,omitempty" doc:"Why the steps cannot be made; nothing else is then."`
}

func (v *Server) kitRoutes() {
	const path = "/api/projects/{project}/kits/{kit}"

	huma.Register(v.api, huma.Operation{
		OperationID: "kit", Method: http.MethodGet, Path: path, Summary: "Everything the Kit screen draws of a kit",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *KitPath) (*struct{ Body *bench.KitView }, error) {
		state, k, err := v.findKit(ctx, in)
		if err != nil {
			return nil, err
		}
		return &struct{ Body *bench.KitView }{bench.NewKitView(state.Project, k)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "draftKit", Method: http.MethodPost, Path: path + "/draft",
		Summary: "What steps would make of a kit, and do to the pages that use it, without making them",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		Body struct {
			Steps []kit.Step `json:"steps" maxItems:"200"`
		}
	}) (*struct{ Body KitDraft }, error) {
		state, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		draft, err := k.NewDraft(in.Body.Steps)
		var change *edit.Change
		if err == nil {
			change, err = edit.Apply(state.Project, edit.Operation{Page: state.Project.Pages[0].ID,
				ChangeKit: &edit.ChangeKit{Kit: draft.Kit, Were: draft.Were}})
		}
		if refused, ok := v.problem(ctx, err).(*Problem); ok && len(refused.Errors) > 0 {
			return &struct{ Body KitDraft }{KitDraft{Effects: []bench.Effect{}, Refused: refused}}, nil
		}
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body KitDraft }{KitDraft{View: bench.NewKitView(change.Project, draft.Kit), Were: draft.Were,
			Effects: bench.Effects(state.Project, change, k.ID, draft.Were)}}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "findSpan", Method: http.MethodGet, Path: path + "/find",
		Summary: "The columns nearest to a share, a ratio or a width",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		Wanted string  `query:"wanted" required:"true" maxLength:"40" doc:"30%, 1:2 or 280px."`
		Width  float64 `query:"width" required:"true" minimum:"1" maximum:"20000" doc:"The viewport's width in px."`
	}) (*struct{ Body []kit.Find }, error) {
		_, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		wanted, err := kit.ParseWanted(in.Wanted)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body []kit.Find }{k.Find(wanted, in.Width)}, nil
	})
}

func (v *Server) findKit(ctx context.Context, in *KitPath) (*store.State, *kit.Kit, error) {
	state, err := v.store.Load(ctx, in.Project)
	if err != nil {
		return nil, nil, v.problem(ctx, err)
	}
	k := state.Project.Kit(in.Kit)
	if k == nil {
		return nil, nil, newProblem(http.StatusNotFound, fault.New("kit", in.Kit, "the id of one of the project's kits").Error())
	}
	return state, k, nil
}
