// Package server answers the API, the generated documents and the built front
// end over HTTP, to this machine alone.
package server

import (
	"context"
	"errors"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/app/store"
	"kitrows/internal/project"
	"kitrows/internal/project/schema"
)

// A Server holds what its handlers share.
type Server struct {
	store     *store.Store
	changes   *changes
	memory    memory
	previews  recent[*previewed]
	specimens recent[project.File] // documents, by their digests
	books     books                // what browsers measured of pages
	log       *slog.Logger
	api       huma.API
	handler   http.Handler
	work      *work      // the folder that is worked in; nil for none
	looking   sync.Mutex // held while the picture of a design is looked at: one at a time, each may take much memory
}

// New makes a server of the store's projects and of the built front end in web,
// whose index.html answers every path that is no file of it.
func New(s *store.Store, web fs.FS, log *slog.Logger) *Server {
	v := &Server{store: s, changes: newChanges(), log: log, books: books{store: s, log: log}}
	v.memory.most, v.previews.most, v.specimens.most = mostKnown, mostPreviews, mostSpecimens
	r := chi.NewRouter()
	r.Use(
		recovered(log),
		withoutCookies,
		loopbackHost,
		contentPolicy,
		http.NewCrossOriginProtection().Handler,
		middleware.GetHead,
	)
	config := huma.DefaultConfig("Kit Rows", "1")
	config.OpenAPIPath, config.DocsPath, config.SchemasPath = "/api/openapi", "", ""
	config.CreateHooks = nil // no schema links in answers
	config.Components.Schemas = schema.Alias(huma.NewMapRegistry("#/components/schemas/",
		schema.Name("server", "bench")))
	v.api = humachi.New(r, config)
	v.shelfRoutes()
	v.shelfChanges()
	v.benchRoutes()
	v.kitRoutes()
	v.libraryRoutes()
	v.historyRoutes()
	v.contentRoutes()
	v.takeAwayRoutes()
	v.proofRoutes()
	v.traceRoutes()
	r.Get("/api/library/specimens/{specimen}", v.specimen)
	r.Get("/api/projects/{project}/pages/{page}/document", v.document)
	r.Get("/api/projects/{project}/files/*", v.beside)
	r.Get("/api/projects/{project}/events", v.events)
	r.Get("/api/projects/{project}/pictures/{picture}", v.picture)
	r.Get("/deliver/{project}/{page}/{form}/{digest}/{file}", v.deliver)
	r.Get("/api/*", http.NotFound)
	r.Get("/*", frontEnd(web))
	v.handler = r
	return v
}

// ServeHTTP answers a request.
func (v *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { v.handler.ServeHTTP(w, r) }

// OpenAPI is the API's description as indented JSON. The front end's types are
// made from it.
func OpenAPI() ([]byte, error) {
	v := New(nil, nil, slog.New(slog.DiscardHandler))
	return json.Marshal(v.api.OpenAPI(), jsontext.WithIndent("  "), json.Deterministic(true))
}

// Serve answers on l until ctx ends, then lets requests under way finish for up
// to five seconds, and ends those that have not.
func (v *Server) Serve(ctx context.Context, l net.Listener) error {
	s := &http.Server{
		Handler:           v,
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       30 * time.Second,
		WriteTimeout:      30 * time.Second,
		IdleTimeout:       2 * time.Minute,
		MaxHeaderBytes:    1 << 20, // a page of the preview may have set as many cookies as a browser keeps
		ErrorLog:          slog.NewLogLogger(v.log.Handler(), slog.LevelWarn),
	}
	s.RegisterOnShutdown(v.changes.close)
	go v.watch(ctx)
	stopped := make(chan error, 1)
	go func() {
		<-ctx.Done()
		patience, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		defer cancel()
		err := s.Shutdown(patience)
		if errors.Is(err, context.DeadlineExceeded) { // browsers also connect without asking for anything
			err = s.Close()
		}
		stopped <- err
	}()
	if err := s.Serve(l); !errors.Is(err, http.ErrServerClosed) {
		return err
	}
	return <-stopped
}
