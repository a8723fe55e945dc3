package folder

import (
	"context"
	"errors"
	"log/slog"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/fsnotify/fsnotify"

	"kitrows/internal/app/store"
	"kitrows/internal/test/sample"
)

// followed is a folder of one page that is followed.
func followed(t *testing.T, prepare func(*Folder)) *Follower {
	t.Helper()
	dir := t.TempDir()
	if err := os.WriteFile(filepath.Join(dir, "index.html"), []byte("<p>One</p>"), 0o644); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	f, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { f.Close() })
	prepare(f)
	p, err := f.Project("site", "Site", sample.Twelve())
	if err == nil {
		err = s.Add(t.Context(), p)
	}
	if err != nil {
		t.Fatal(err)
	}
	w, err := f.Follow(t.Context(), s, "site", slog.New(slog.DiscardHandler), func(int) {}, func([]string) {})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(w.Close)
	return w
}

// Where the system does not tell of changes they are found all the same, and it is said.
func TestPolled(t *testing.T) {
	w := followed(t, func(f *Folder) {
		f.tells = func() (*fsnotify.Watcher, error) { return nil, errors.New("too many are open") }
	})
	ctx, stop := context.WithCancel(t.Context())
	done := make(chan bool)
	go func() { w.Watch(ctx); close(done) }()
	defer func() { stop(); <-done }()
	for range 100 {
		if strings.Contains(w.Polled(), "too many are open") {
			break
		}
		time.Sleep(20 * time.Millisecond)
	}
	if err := os.WriteFile(filepath.Join(w.Dir, "index.html"), []byte("<p>Two</p>"), 0o644); err != nil {
		t.Fatal(err)
	}
	for range 500 {
		state, err := w.store.Load(t.Context(), "site")
		if err == nil && string(state.Project.Pages[0].Origin.Bytes()) == "<p>Two</p>" {
			return
		}
		time.Sleep(20 * time.Millisecond)
	}
	t.Errorf("a change is not found; %q", w.Polled())
}

// A file that is kept up to date, and that another program writes at the same moment, is not said to be written.
func TestKeptAtTheSameMoment(t *testing.T) {
	const ours = "/* The stylesheet of Plain Twelve, by Kit Rows */\n"
	w := followed(t, func(f *Folder) {
		swap := f.swap
		f.swap = func(dir *os.File, a, b string) error {
			if b == "kit.css" {
				_ = os.WriteFile(filepath.Join(f.Dir, "kit.css"), []byte(ours+"theirs"), 0o644)
			}
			return swap(dir, a, b)
		}
	})
	if err := os.WriteFile(filepath.Join(w.Dir, "kit.css"), []byte(ours+"was"), 0o644); err != nil {
		t.Fatal(err)
	}
	if w.keep("kit.css", []byte(ours+"is")) {
		t.Error("it is said to be written")
	}
	if b, _ := os.ReadFile(filepath.Join(w.Dir, "kit.css")); string(b) != ours+"theirs" {
		t.Errorf("the file has %q", b)
	}
}
