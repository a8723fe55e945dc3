package server

import (
	"context"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/app/bench"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/write/code"
	"kitrows/internal/write/handoff"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/ship"
)

// PageCode is a page's code in a form.
type PageCode struct {
	Files []bench.CodeFile `json:"files"`
	Head  string           `json:"head" doc:"What the page's head must have."`

	Fetched []string `json:"fetched" doc:"The hosts that the page's own markup has pictures fetched from."`
}

func (v *Server) takeAwayRoutes() {
	const path = "/api/projects/{project}/pages/{page}"

	huma.Register(v.api, huma.Operation{
		OperationID: "code", Method: http.MethodGet, Path: path + "/code/{form}", Summary: "The page's code in a form",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		PagePath
		Form     string `path:"form" enum:"whole,used,scss,less,plain,tsx,jsx"`
		Nested   bool   `query:"nested" doc:"Mixin-based code has rules nested like the page."`
		Gathered bool   `query:"gathered" doc:"Mixin-based code has one block for each breakpoint."`
		Network  bool   `query:"network" doc:"Link this server's copy of the stylesheet, with its integrity hash."`
	}) (*struct{ Body PageCode }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		form, o := ship.Form(in.Form), code.Options{Ends: in.Ends, Nested: in.Nested, Gathered: in.Gathered}
		return &struct{ Body PageCode }{PageCode{bench.CodeFiles(state.Project, pg, form, o),
			headOf(state.Project, pg, form, in.Network), append([]string{}, markup.Fetched(pg)...)}}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "costs", Method: http.MethodGet, Path: path + "/costs",
		Summary: "What each form of the page takes to ship",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *PagePath) (*struct{ Body []bench.CostRow }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		costs, err := bench.Costs(ctx, state.Project, pg)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body []bench.CostRow }{costs}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "archive", Method: http.MethodGet, Path: path + "/archive",
		Summary: "The page in every form, as a zip file",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		PagePath
		Nested   bool `query:"nested"`
		Gathered bool `query:"gathered"`
	}) (*struct {
		ContentType string `header:"Content-Type"`
		Disposition string `header:"Content-Disposition"`
		Body        []byte
	}, error) {
		state, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		archive, err := ship.Archive(ctx, layout.Of(k, pg), state.Project,
			code.Options{Ends: in.Ends, Nested: in.Nested, Gathered: in.Gathered})
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct {
			ContentType string `header:"Content-Type"`
			Disposition string `header:"Content-Disposition"`
			Body        []byte
		}{"application/zip", `attachment; filename="` + strings.TrimSuffix(pg.File, ".html") + `.zip"`, archive}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "handoff", Method: http.MethodGet, Path: path + "/sheet",
		Summary: "A sheet for those who build the page: lanes with their measures, settings and code by part, notes, " +
			"findings",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		PagePath
		As string `query:"as" enum:"html,pdf" default:"html"`
		By string `query:"by" enum:"classes,mixins" default:"classes"`
	}) (*struct {
		ContentType string `header:"Content-Type"`
		Disposition string `header:"Content-Disposition"`
		Policy      string `header:"Content-Security-Policy"`
		Body        []byte
	}, error) {
		state, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		l := layout.Real(k, pg, v.books.of(ctx, in.Project, pg.ID))
		s := handoff.Of(l, state.Project, check.Of(l, ship.Checked(l, state.Project)), in.By == "mixins")
		body, kind := []byte(s.HTML()), "text/html; charset=utf-8"
		if in.As == "pdf" {
			kind = "application/pdf"
			if body, err = s.PDF(); err != nil {
				return nil, v.problem(ctx, err)
			}
		}
		name := strings.TrimSuffix(pg.File[strings.LastIndex(pg.File, "/")+1:], ".html") + "." + in.As
		return &struct {
			ContentType string `header:"Content-Type"`
			Disposition string `header:"Content-Disposition"`
			Policy      string `header:"Content-Security-Policy"`
			Body        []byte
		}{kind, `attachment; filename="` + name + `"`, documentPolicy, body}, nil
	})
}
