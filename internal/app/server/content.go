package server

import (
	"context"
	"io"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/app/bench"
)

func (v *Server) contentRoutes() {
	const project = "/api/projects/{project}"

	huma.Register(v.api, huma.Operation{
		OperationID: "pieces", Method: http.MethodGet, Path: project + "/pieces",
		Summary: "The content sheet, with what of it is placed",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *ProjectPath) (*struct{ Body []bench.Piece }, error) {
		state, err := v.store.Load(ctx, in.Project)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body []bench.Piece }{bench.Pieces(state.Project)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "pictures", Method: http.MethodGet, Path: project + "/pictures", Summary: "The project's pictures",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *ProjectPath) (*struct{ Body []bench.Picture }, error) {
		state, err := v.store.Load(ctx, in.Project)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body []bench.Picture }{bench.Pictures(state.Project)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "filling", Method: http.MethodGet, Path: project + "/pages/{page}/filling",
		Summary: "What filling narrower breakpoints would do",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		PagePath
		From string `query:"from" required:"true" maxLength:"24" doc:"The breakpoint whose widths are given."`
	}) (*struct{ Body *bench.Filling }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		filling, err := bench.FillFrom(state.Project, pg, in.From)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body *bench.Filling }{filling}, nil
	})
}

// picture answers with a picture's file; one that is opened by itself can run
// nothing.
func (v *Server) picture(w http.ResponseWriter, r *http.Request) {
	state, err := v.store.Load(r.Context(), r.PathValue("project"))
	if err != nil {
		writeProblem(w, http.StatusNotFound, err.Error())
		return
	}
	pic := state.Project.Picture(r.PathValue("picture"))
	if pic == nil {
		writeProblem(w, http.StatusNotFound, "no such picture")
		return
	}
	if r.URL.RawQuery == pic.Version() { // its address is another when it is
		w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
	}
	w.Header().Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox")
	w.Header().Set("Content-Type", pic.Type)
	w.Header().Set("X-Content-Type-Options", "nosniff")
	_, _ = io.WriteString(w, pic.Data.String())
}
