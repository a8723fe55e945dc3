package server

import (
	"bytes"
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
)

// A Card is a project on the shelf.
type Card struct {
	ID        string     `json:"id"`
	Name      string     `json:"name"`
	Revision  int        `json:"revision"`
	Pages     []string   `json:"pages" doc:"The pages' names."`
	FirstPage string     `json:"firstPage" doc:"The first page's id."`
	Kit       string     `json:"kit" doc:"The name of the first page's kit."`
	KitID     string     `json:"kitId"`
	Drawing   bench.Lane `json:"drawing" doc:"The first page at a middle breakpoint."`
	Problem   string     `json:"problem" doc:"Why the project cannot be read; then only its id is known. Else empty."`
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
			if s.Unreadable != nil {
				cards = append(cards, Card{ID: s.ID, Name: s.ID, Revision: s.Revision, Pages: []string{},
					Drawing: bench.NoLane(), Problem: s.Unreadable.Error()})
				continue
			}
			cards = append(cards, newCard(s.Project, s.Revision))
		}
		return &struct{ Body []Card }{cards}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "bringIn", Method: http.MethodPost, Path: "/api/projects", Summary: "Bring a project file in",
		DefaultStatus: http.StatusCreated, MaxBodyBytes: project.MaxFile,
		Errors: []int{http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		RawBody []byte `contentType:"application/vnd.kitrows+json"`
	}) (*struct{ Body Card }, error) {
		p, err := project.Decode(bytes.NewReader(in.RawBody))
		if err == nil && v.isAway(ctx, p.ID) {
			p.ID = v.freeID(ctx, p.Name)
		}
		return v.added(ctx, p, err)
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "file", Method: http.MethodGet, Path: "/api/projects/{project}/file",
		Summary: "The project's file",
		Errors:  []int{http.StatusNotFound},
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

// shelfChanges are the routes that change what stands on the shelf.
func (v *Server) shelfChanges() {
	refusals := []int{http.StatusNotFound, http.StatusUnprocessableEntity}

	huma.Register(v.api, huma.Operation{
		OperationID: "offers", Method: http.MethodGet, Path: "/api/offers",
		Summary: "The kits and the pages a new project may begin with",
	}, func(ctx context.Context, _ *struct{}) (*struct{ Body Offers }, error) {
		l, err := v.library(ctx)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		o := Offers{Kits: append(l.Ready, l.Shared...), Starts: []Offer{}}
		for _, s := range edit.Starts {
			o.Starts = append(o.Starts, Offer{ID: s.ID, Name: s.Name})
		}
		return &struct{ Body Offers }{o}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "begin", Method: http.MethodPost, Path: "/api/projects/new", Summary: "Begin a project",
		DefaultStatus: http.StatusCreated, MaxBodyBytes: 2*kit.MaxSheet + 2*page.MaxOrigin,
		Errors: append(refusals, http.StatusRequestEntityTooLarge),
	}, func(ctx context.Context, in *struct{ Body Beginning }) (*struct{ Body Card }, error) {
		k, err := v.beginning(ctx, &in.Body)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		id := v.freeID(ctx, in.Body.Name)
		if in.Body.Page != nil {
			p, err := in.Body.Page.Begin(id, in.Body.Name, k)
			return v.added(ctx, p, fault.Under("page", err))
		}
		p, err := edit.NewProject(id, in.Body.Name, k, in.Body.Start)
		return v.added(ctx, p, err)
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "duplicate", Method: http.MethodPost, Path: "/api/projects/{project}/duplicate",
		Summary:       "Put a copy of a project on the shelf",
		DefaultStatus: http.StatusCreated, Errors: refusals,
	}, func(ctx context.Context, in *ProjectPath) (*struct{ Body Card }, error) {
		state, err := v.store.Load(ctx, in.Project)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		twin := *state.Project
		twin.Name += ", copy"
		if len(twin.Name) > page.MaxName {
			twin.Name = state.Project.Name
		}
		twin.ID = v.freeID(ctx, twin.Name)
		return v.added(ctx, &twin, nil)
	})

	for id, change := range map[string]func(context.Context, string) error{"putAway": v.store.PutAway,
		"putBack": v.store.PutBack} {
		method, path, summary := http.MethodDelete, "/api/projects/{project}", "Take a project off the shelf"
		if id == "putBack" {
			method, path, summary = http.MethodPost, "/api/projects/{project}/back", "Put it back, for a day at least"
		}
		huma.Register(v.api, huma.Operation{
			OperationID: id, Method: method, Path: path, Summary: summary, Errors: []int{http.StatusNotFound},
		}, func(ctx context.Context, in *ProjectPath) (*struct{}, error) {
			return nil, v.problem(ctx, change(ctx, in.Project))
		})
	}
}

// Offers are what a new project may begin with.
type Offers struct {
	Kits   []LibraryKit `json:"kits"`
	Starts []Offer      `json:"starts"`
}

// An Offer is one way to start.
type Offer struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	About string `json:"about" doc:"In a few words; may be empty."`
}

// A Beginning is a new project: its name, the kit of its page, and how that
// starts.
type Beginning struct {
	Name   string      `json:"name" minLength:"1" maxLength:"120"`
	Kit    string      `json:"kit,omitempty" doc:"The source of a kit on offer; empty for one made from three numbers."`
	Three  *Three      `json:"three,omitempty" doc:"The numbers of a kit that is made by them."`
	Sheets *SheetFiles `json:"sheets,omitempty" doc:"The stylesheets that its kit is read from."`
	Start  string      `json:"start"`

	Page *edit.BringPage `json:"page,omitempty" doc:"The HTML file to read as its page, on its stylesheets' kit or kit."`
}

// Three are the numbers that a kit is made by.
type Three struct {
	Columns int     `json:"columns"`
	Gutter  float64 `json:"gutter" doc:"px"`
	Width   float64 `json:"width" doc:"The widest page, in px."`
}

// beginning is the kit that a new project begins with.
func (v *Server) beginning(ctx context.Context, b *Beginning) (*kit.Kit, error) {
	if b.Three != nil {
		k, err := kit.FromThree(b.Three.Columns, b.Three.Gutter, b.Three.Width)
		return k, fault.Under("three", err)
	}
	if b.Sheets != nil {
		k, _, err := infer.Kit(ctx, edit.FreeID(b.Sheets.Name, func(string) bool { return false }), b.Sheets.Name,
			b.Sheets.Files, b.Sheets.Choices)
		return k, fault.Under("sheets", err)
	}
	return v.taken(ctx, b.Kit)
}

func (v *Server) freeID(ctx context.Context, name string) string {
	return edit.FreeID(name, func(id string) bool {
		known, err := v.store.Known(ctx, id)
		return known && err == nil
	})
}

// isAway reports whether an id is that of a project that was put away.
func (v *Server) isAway(ctx context.Context, id string) bool {
	known, err := v.store.Known(ctx, id)
	if err != nil || !known {
		return false
	}
	_, err = v.store.Load(ctx, id)
	return errors.Is(err, store.ErrNotFound)
}

// added puts a new project on the shelf.
func (v *Server) added(ctx context.Context, p *project.Project, err error) (*struct{ Body Card }, error) {
	if err == nil {
		err = p.Check()
	}
	if err == nil {
		err = v.store.Add(ctx, p)
	}
	if err != nil {
		return nil, v.problem(ctx, err)
	}
	return &struct{ Body Card }{newCard(p, 1)}, nil
}

func newCard(p *project.Project, revision int) Card {
	first := p.Pages[0]
	k := p.Kit(first.Kit)
	c := Card{ID: p.ID, Name: p.Name, Revision: revision, FirstPage: first.ID, Kit: k.Name, KitID: k.ID}
	for _, pg := range p.Pages {
		c.Pages = append(c.Pages, pg.Name)
	}
	c.Drawing = bench.Draw(k, first, k.Breakpoints[len(k.Breakpoints)/2].Lane.Px())
	return c
}
