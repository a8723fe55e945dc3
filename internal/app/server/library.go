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
	"kitrows/internal/project"
	"kitrows/internal/project/ready"
	"kitrows/internal/read/infer"
)

// A Library is the kits that may be taken: those that ship with the program, and those that
// projects share.
type Library struct {
	Ready  []LibraryKit `json:"ready"`
	Shared []LibraryKit `json:"shared"`
}

// A LibraryKit is one of them.
type LibraryKit struct {
	Source   string      `json:"source" doc:"The source to ask for it by: ready:ID or shared:ID."`
	Name     string      `json:"name"`
	About    string      `json:"about" doc:"What it is for, or what it is made of."`
	Revision int         `json:"revision" doc:"The shared kit's revision; 0 for a ready one."`
	Ruler    bench.Ruler `json:"ruler" doc:"At its widest breakpoint."`
	Kit      *kit.Kit    `json:"kit"`
}

// A SheetKit is a kit that was read from stylesheets, and how.
type SheetKit struct {
	Kit   *kit.Kit         `json:"kit"`
	Sheet *bench.SheetView `json:"sheet"`
}

// SheetFiles are stylesheets that a kit is read from.
type SheetFiles struct {
	Name    string            `json:"name" minLength:"1" maxLength:"120" doc:"What the kit is called."`
	Files   []kit.File        `json:"files" minItems:"1" maxItems:"20" doc:"In the order in which pages link them."`
	Choices map[string]string `json:"choices,omitzero" doc:"How doubts are settled: what is chosen, by the doubt."`
}

// SharedPath is the address of a kit of the library.
type SharedPath struct {
	ID string `path:"id" maxLength:"48"`
}

func (v *Server) libraryRoutes() {
	huma.Register(v.api, huma.Operation{
		OperationID: "library", Method: http.MethodGet, Path: "/api/library", Summary: "The kits that may be taken",
	}, func(ctx context.Context, _ *struct{}) (*struct{ Body Library }, error) {
		l, err := v.library(ctx)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body Library }{*l}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "shareKit", Method: http.MethodPost, Path: "/api/library",
		Summary: "Put a kit into the library, as a new one or as the next revision of the one that it is",
		Errors:  []int{http.StatusConflict, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct{ Body kit.Kit }) (*struct{ Body kit.Shared }, error) {
		of, err := v.store.Share(ctx, &in.Body, func(taken func(string) bool) string {
			return edit.FreeID(in.Body.Name,
				taken)
		})
		if stale, ok := errors.AsType[*store.StaleError](err); ok {
			return nil, newProblem(http.StatusConflict, fault.New("shared.revision", stale.Made,
				"%d: the library has a newer one, which this project has not taken", stale.Current).Error())
		}
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body kit.Shared }{of}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "unshareKit", Method: http.MethodDelete, Path: "/api/library/{id}",
		Summary: "Take a kit out of the library; projects keep theirs", Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *SharedPath) (*struct{}, error) {
		return nil, v.problem(ctx, v.store.Unshare(ctx, in.ID))
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "readKit", Method: http.MethodPost, Path: "/api/library/file", Summary: "Read a kit's file",
		MaxBodyBytes: project.MaxKitFile,
		Errors:       []int{http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		RawBody []byte `contentType:"application/vnd.kitrows+json"`
	}) (*struct{ Body *kit.Kit }, error) {
		k, err := project.DecodeKit(bytes.NewReader(in.RawBody))
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body *kit.Kit }{k}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "readSheets", Method: http.MethodPost, Path: "/api/library/sheets",
		Summary:      "Read a kit out of stylesheets",
		MaxBodyBytes: 2 * kit.MaxSheet,
		Errors:       []int{http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct{ Body SheetFiles }) (*struct{ Body SheetKit }, error) {
		k, r, err := infer.Kit(ctx, "kit", in.Body.Name, in.Body.Files, in.Body.Choices)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body SheetKit }{SheetKit{k, bench.NewSheetView(k, r)}}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "makeKit", Method: http.MethodGet, Path: "/api/library/three",
		Summary: "A kit made by three numbers",
		Errors:  []int{http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		Columns int     `query:"columns" required:"true"`
		Gutter  float64 `query:"gutter" required:"true" doc:"px"`
		Width   float64 `query:"width" required:"true" doc:"The widest page, in px."`
	}) (*struct{ Body LibraryKit }, error) {
		k, err := kit.FromThree(in.Columns, in.Gutter, in.Width)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body LibraryKit }{libraryKit(k, "three", "")}, nil
	})
}

// library lists the kits that may be taken.
func (v *Server) library(ctx context.Context) (*Library, error) {
	shipped, err := ready.Kits()
	if err != nil {
		return nil, err
	}
	l := &Library{Ready: []LibraryKit{}, Shared: []LibraryKit{}}
	for _, k := range shipped {
		l.Ready = append(l.Ready, libraryKit(k.Kit, "ready:"+k.ID, k.For))
	}
	shared, err := v.store.Library(ctx)
	if err != nil {
		return nil, err
	}
	for _, k := range shared {
		l.Shared = append(l.Shared, libraryKit(k, "shared:"+k.Shared.ID, ""))
	}
	return l, nil
}

func libraryKit(k *kit.Kit, source, about string) LibraryKit {
	last := len(k.Breakpoints) - 1
	if about == "" {
		about = k.Columns.String() + " columns, gutter " + k.GutterAt(last).String() + ", " + string(k.Technique)
	}
	l := LibraryKit{Source: source, Name: k.Name, About: about, Kit: k,
		Ruler: bench.NewRuler(k, last, k.Breakpoints[last].Lane.Px())}
	if k.Shared != nil {
		l.Revision = k.Shared.Revision
	}
	return l
}

// taken is the kit of the library of that source.
func (v *Server) taken(ctx context.Context, source string) (*kit.Kit, error) {
	l, err := v.library(ctx)
	if err != nil {
		return nil, err
	}
	for _, k := range append(l.Ready, l.Shared...) {
		if k.Source == source {
			return k.Kit, nil
		}
	}
	return nil, fault.New("kit", source, "one of the kits that are offered")
}
