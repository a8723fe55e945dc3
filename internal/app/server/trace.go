package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/app/bench"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/trace"
)

// DesignPath is the address of a page's finished design.
type DesignPath struct {
	PagePath
	Design string `path:"design" maxLength:"48"`
}

func (v *Server) traceRoutes() {
	const path = "/api/projects/{project}/pages/{page}/designs"
	huma.Register(v.api, huma.Operation{
		OperationID: "traced", Method: http.MethodGet, Path: path,
		Summary: "The page's finished designs, with their frames in units of its kit",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *PagePath) (*struct{ Body *bench.Traced }, error) {
		state, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		l := layout.Real(k, pg, v.books.of(ctx, in.Project, pg.ID))
		return &struct{ Body *bench.Traced }{bench.NewTraced(state.Revision, state.Project, l)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "found", Method: http.MethodGet, Path: path + "/{design}/found",
		Summary: "The frames that the picture of a design shows",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *DesignPath) (*struct{ Body *bench.FoundFrames }, error) {
		state, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		v.looking.Lock()
		defer v.looking.Unlock()
		all, err := bench.NewFoundFrames(k, pg, state.Project, in.Design)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body *bench.FoundFrames }{all}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "grids", Method: http.MethodGet, Path: path + "/{design}/grids",
		Summary: "The grids that fit a design best, the likeliest first",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		DesignPath
		By string `query:"by" enum:"frames,picture" default:"frames" doc:"The frames that were drawn, or the picture alone."`
	}) (*struct{ Body []trace.Grid }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		v.looking.Lock()
		defer v.looking.Unlock()
		all, err := bench.Grids(pg, state.Project, in.Design, in.By == "frames")
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body []trace.Grid }{all}, nil
	})
}
