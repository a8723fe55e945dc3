package folder_test

import (
	"context"
	"errors"
	"log/slog"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"kitrows/internal/app/folder"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// site is files by their names.
type site map[string]string

const front = "<!doctype html>\r\n<html><head><meta name=viewport content=width=device-width><link rel=stylesheet " +
	"href=css/own.css></head>\r\n<body><main class=kr-frame><div class=kr-row>\r\n" +
	"<div class=\"kr-cell kr-take-6-mid\">One</div>\r\n<div class=\"kr-cell " +
	"kr-take-6-mid\">Two</div>\r\n</div></main></body></html>\r\n"

// working is a folder with those files that is worked in.
type working struct {
	*folder.Follower
	t       *testing.T
	dir     string
	store   *store.Store
	written chan string
}

func work(t *testing.T, files site) *working {
	t.Helper()
	w := &working{t: t, dir: t.TempDir(), written: make(chan string, 10_000)}
	for name, text := range files {
		w.put(name, text)
	}
	s, err := store.Open(t.Context(), t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	w.store = s
	w.begin()
	return w
}

// begin opens the folder, as a program does that starts.
func (w *working) begin() {
	w.t.Helper()
	f, err := folder.Open(w.dir)
	if err != nil {
		w.t.Fatal(err)
	}
	w.t.Cleanup(func() { f.Close() })
	if _, err := w.store.Load(w.t.Context(), "site"); errors.Is(err, store.ErrNotFound) {
		p, err := f.Project("site", "Site", sample.Twelve())
		if err != nil {
			w.t.Fatal(err)
		}
		if err := w.store.Add(w.t.Context(), p); err != nil {
			w.t.Fatal(err)
		}
	}
	w.Follower, err = f.Follow(w.t.Context(), w.store, "site", slog.New(slog.DiscardHandler), func(int) {},
		func(names []string) { w.written <- strings.Join(names, " ") })
	if err != nil {
		w.t.Fatal(err)
	}
}

// watch looks at the folder until the test ends.
func (w *working) watch() {
	ctx, stop := context.WithCancel(w.t.Context())
	var done sync.WaitGroup
	done.Go(func() { w.Watch(ctx) })
	w.t.Cleanup(func() { stop(); done.Wait() })
	time.Sleep(20 * time.Millisecond)
}

func (w *working) put(name, text string) {
	w.t.Helper()
	full := filepath.Join(w.dir, name)
	if err := errors.Join(os.MkdirAll(filepath.Dir(full), 0o755), os.WriteFile(full, []byte(text), 0o644)); err != nil {
		w.t.Fatal(err)
	}
}

func (w *working) get(name string) string {
	w.t.Helper()
	b, err := os.ReadFile(filepath.Join(w.dir, name))
	if err != nil {
		w.t.Fatal(err)
	}
	return string(b)
}

// page is the page of a file as the project has it; nil for none.
func (w *working) page(file string) *page.Page {
	w.t.Helper()
	state, err := w.store.Load(w.t.Context(), "site")
	if err != nil {
		w.t.Fatal(err)
	}
	for _, pg := range state.Project.Pages {
		if pg.File == file {
			return pg
		}
	}
	return nil
}

// edit types a width into the first column of a file's page, and has it written as the server does.
func (w *working) edit(file, width string) error {
	for {
		state, err := w.store.Load(w.t.Context(), "site")
		if err != nil {
			return err
		}
		pg := w.page(file)
		all := state.Project.Kit(pg.Kit).Breakpoints
		o := edit.Operation{Page: pg.ID, Type: &edit.Type{
			Cells: []edit.Cell{{Node: "column-1", Breakpoint: all[min(1, len(all)-1)].Name}}, Text: width}}
		_, _, err = w.store.Edit(w.t.Context(), "site", store.Made{Revision: state.Revision}, o)
		if stale := (*store.StaleError)(nil); errors.As(err, &stale) {
			continue
		}
		if err == nil {
			err = w.Write(w.t.Context())
		}
		return err
	}
}

// until waits for something to come true.
func (w *working) until(what string, is func() bool) {
	w.t.Helper()
	for end := time.Now().Add(10 * time.Second); time.Now().Before(end); time.Sleep(5 * time.Millisecond) {
		if is() {
			return
		}
	}
	w.t.Fatalf("not in ten seconds: %s", what)
}

// kit is the kit of a file's page.
func (w *working) kit(file string) *kit.Kit {
	w.t.Helper()
	state, err := w.store.Load(w.t.Context(), "site")
	if err != nil {
		w.t.Fatal(err)
	}
	return state.Project.Kit(w.page(file).Kit)
}
