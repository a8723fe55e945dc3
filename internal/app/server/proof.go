package server

import (
	"context"
	"fmt"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"kitrows/internal/app/bench"
	"kitrows/internal/grid/kit"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// A Specimen is a page in the classes of a stylesheet that is not yet taken: where its document is, and its plan.
type Specimen struct {
	Document string         `json:"document" doc:"The address of its document."`
	Planned  *bench.Planned `json:"planned"`

	Options []bench.OptionSketch `json:"options" doc:"What each option of a doubt would mean."`
}

func (v *Server) proofRoutes() {
	huma.Register(v.api, huma.Operation{
		OperationID: "planned", Method: http.MethodGet, Path: "/api/projects/{project}/pages/{page}/planned",
		Summary: "Where the plan has every box of the page, at widths in each breakpoint",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		PagePath
		As   string `query:"as" enum:"classes,mixins" default:"classes"`
		Held bool   `query:"held" doc:"Blocks have their declared heights, whatever their content."`
	}) (*struct{ Body *bench.Planned }, error) {
		l, err := v.shown(ctx, &in.PagePath, in.As, in.Held)
		if err != nil {
			return nil, err
		}
		return &struct{ Body *bench.Planned }{bench.NewPlanned(l)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "drawn", Method: http.MethodGet, Path: "/api/projects/{project}/pages/{page}/drawn",
		Summary: "The page as planned in a viewport of one width, with the grids that lie over it",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		PagePath
		Width float64 `query:"width" required:"true" minimum:"1" maximum:"20000" doc:"The viewport's width in px."`
		As    string  `query:"as" enum:"classes,mixins" default:"classes"`
		Held  bool    `query:"held" doc:"Blocks have their declared heights, whatever their content."`
	}) (*struct{ Body *bench.Drawing }, error) {
		l, err := v.shown(ctx, &in.PagePath, in.As, in.Held)
		if err != nil {
			return nil, err
		}
		return &struct{ Body *bench.Drawing }{bench.NewDrawing(l, in.Width)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "specimen", Method: http.MethodPost, Path: "/api/library/specimen",
		Summary:      "A page that shows what the classes of stylesheets do, and its plan",
		MaxBodyBytes: 2 * kit.MaxSheet,
		Errors:       []int{http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct{ Body SheetFiles }) (*struct{ Body Specimen }, error) {
		k, r, err := infer.Kit(ctx, "kit", in.Body.Name, in.Body.Files, in.Body.Choices)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		l := layout.Of(k, foreign.Specimen(k, r.Words.Words))
		text := ship.Document(l, &project.Project{Kits: []*kit.Kit{k}}, code.Options{Hold: true, Mark: true, Tint: true})
		file := project.NewFile([]byte(text))
		v.specimens.keep(file.Digest(), file)
		return &struct{ Body Specimen }{Specimen{"/api/library/specimens/" + file.Digest(), bench.NewPlanned(l),
			bench.NewOptionSketches(k)}}, nil
	})
}

// shown is the layout of a page as a document shows it.
func (v *Server) shown(ctx context.Context, in *PagePath, as string, held bool) (*layout.Layout, error) {
	state, pg, k, err := v.find(ctx, in.Project, in.Page)
	if err != nil {
		return nil, err
	}
	l := layout.Real(k, pg, v.books.of(ctx, in.Project, pg.ID))
	if held {
		l = layout.Of(k, pg)
	}
	return ship.Shown(l, state.Project, code.Options{Mixed: as == "mixins"}), nil
}

// document answers with the generated page itself, sandboxed; measured, so that the window around it can see
// where its boxes are. No script runs in it either way.
func (v *Server) document(w http.ResponseWriter, r *http.Request) {
	state, pg, k, err := v.find(r.Context(), r.PathValue("project"), r.PathValue("page"))
	if p, ok := err.(*Problem); ok {
		writeProblem(w, p.Status, p.Detail)
		return
	}
	q := r.URL.Query()
	o := code.Options{Mark: true, Mixed: q.Get("as") == "mixins", Hold: q.Has("held")}
	if q.Has("linked") {
		o.Pictures, o.Files = bench.PicturesAt(state.Project.ID), bench.FilesAt(state.Project.ID)
	}
	showDocument(w, r, ship.Document(layout.Of(k, pg), state.Project, o))
}

// beside answers with what stands beside a page: the page itself as a document, where its id is asked for, so that the
// addresses in it lead to the others; and the pictures and fonts of the folder that is worked in.
func (v *Server) beside(w http.ResponseWriter, r *http.Request) {
	if id := r.URL.Query().Get("page"); id != "" {
		r.SetPathValue("page", id)
		v.document(w, r)
		return
	}
	if v.work == nil || v.work.project != r.PathValue("project") {
		v.pictureBeside(w, r)
		return
	}
	v.work.ServeShown(w, r, chi.URLParam(r, "*"))
}

// pictureBeside answers with a picture of the project where it is taken away to, beside the pages.
func (v *Server) pictureBeside(w http.ResponseWriter, r *http.Request) {
	name, is := strings.CutPrefix(chi.URLParam(r, "*"), "pictures/")
	state, err := v.store.Load(r.Context(), r.PathValue("project"))
	if !is || err != nil {
		http.NotFound(w, r)
		return
	}
	for _, pic := range state.Project.Pictures {
		if pic.File == name {
			r.SetPathValue("picture", pic.ID)
			v.picture(w, r)
			return
		}
	}
	http.NotFound(w, r)
}

// specimen answers with the document of a specimen.
func (v *Server) specimen(w http.ResponseWriter, r *http.Request) {
	file, ok := v.specimens.find(r.PathValue("specimen"))
	if !ok {
		writeProblem(w, http.StatusNotFound, "this page is not kept any more: read the stylesheet again")
		return
	}
	showDocument(w, r, file.String())
}

func showDocument(w http.ResponseWriter, r *http.Request, text string) {
	policy := documentPolicy
	if r.URL.Query().Has("measured") {
		policy = measuredPolicy
	}
	if r.URL.Query().Has("linked") {
		here, project := " http://"+r.Host, r.PathValue("project")
		files := here + bench.FilesAt(project)
		policy = strings.Replace(policy, "img-src data:", "img-src data:"+here+bench.PicturesAt(project)+files+
			"; font-src data:"+files, 1)
	}
	w.Header().Set("Content-Security-Policy", policy)
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	fmt.Fprint(w, text)
}

// mostSpecimens is how many documents of specimens are kept; each has its stylesheets in it.
const mostSpecimens = 6
