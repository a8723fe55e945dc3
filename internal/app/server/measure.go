package server

import (
	"context"
	"log/slog"
	"net/http"
	"sync"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-json-experiment/json"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/store"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/layout"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// books are what browsers measured of the content of pages. They are kept beside the projects: no edit makes them, and
// what is lost of them is measured again.
type books struct {
	store *store.Store
	log   *slog.Logger
	mu    sync.Mutex
	known map[string]*content.Book // by project and page
}

// mostBooks is how many are in memory; the others are read again when they are asked for.
const mostBooks = 64

// of gives the book of a page.
func (b *books) of(ctx context.Context, project, page string) *content.Book {
	b.mu.Lock()
	defer b.mu.Unlock()
	key := project + "/" + page
	if book := b.known[key]; book != nil {
		return book
	}
	book := &content.Book{}
	text, err := b.store.Measures(ctx, project, page)
	if err != nil {
		return book // for this time: what is on disk stays
	}
	if len(text) > 0 {
		if err := json.Unmarshal(text, book); err != nil {
			b.log.Warn("measures are made anew", "project", project, "page", page, "error", err)
			book = &content.Book{}
		}
	}
	if b.known == nil || len(b.known) >= mostBooks {
		b.known = map[string]*content.Book{}
	}
	b.known[key] = book
	return book
}

// keep brings a page's book on disk.
func (b *books) keep(ctx context.Context, project, page string, book *content.Book) {
	text, err := json.Marshal(book)
	if err == nil {
		err = b.store.KeepMeasures(ctx, project, page, text)
	}
	if err != nil && ctx.Err() == nil {
		b.log.Warn("measures are not kept", "project", project, "page", page, "error", err)
	}
}

func (v *Server) measureRoutes(path string) {
	huma.Register(v.api, huma.Operation{
		OperationID: "measures", Method: http.MethodPost, Path: path + "/measures",
		Summary:      "Keep what a browser measured of the page's content, and tell what that changes on the Bench",
		MaxBodyBytes: 16 << 20,
		Errors:       []int{http.StatusNotFound, http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		PagePath
		As   string `query:"as" enum:"classes,mixins" default:"classes" doc:"The form of code that was measured."`
		Body struct {
			Revision int              `json:"revision" doc:"The revision that was measured; ignored if not the newest."`
			Measured int              `json:"measured" doc:"The measured counter of the client's Bench."`
			Widths   []bench.Measures `json:"widths" maxItems:"64"`
		}
	}) (*changeAnswer, error) {
		state, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		if state.Revision != in.Body.Revision {
			return &changeAnswer{}, nil
		}
		book := v.books.of(ctx, in.Project, pg.ID)
		l := ship.Shown(layout.Real(k, pg, book), state.Project, code.Options{Mixed: in.As == "mixins"})
		fresh := false
		for i := range in.Body.Widths {
			fresh = in.Body.Widths[i].Keep(book, l) || fresh
		}
		if fresh {
			v.books.keep(ctx, in.Project, pg.ID, book)
		}
		if !fresh && in.Body.Measured == book.Version() {
			return &changeAnswer{}, nil
		}
		b, had, err := v.bench(ctx, &in.PagePath, state, pg)
		if err != nil {
			return nil, err
		}
		if had != nil && had.Measured != in.Body.Measured {
			had = nil // another window's
		}
		return answerOf(b, had, &in.PagePath, in.Body.Revision), nil
	})
}
