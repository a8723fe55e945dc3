package folder_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
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
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// An edit is written at once and changes nothing but its stretch, with the file's mode and line ends.
func TestEditsAreWritten(t *testing.T) {
	w := work(t, site{"index.html": front, "css/own.css": "body { margin: 0 }", "visit/tides.htm": "<p>Low</p>",
		"notes.txt": "x", "node_modules/a/index.html": front})
	if err := os.Chmod(filepath.Join(w.dir, "index.html"), 0o640); err != nil {
		t.Fatal(err)
	}
	if w.page("visit/tides.htm") == nil || w.page("node_modules/a/index.html") != nil {
		t.Error("the pages are others")
	}
	if err := w.edit("index.html", "4"); err != nil {
		t.Fatal(err)
	}
	if got, want := w.get("index.html"), strings.Replace(front, "kr-take-6-mid", "kr-take-4-mid", 1); got != want {
		t.Errorf("written\n%q\nwant\n%q", got, want)
	}
	if info, _ := os.Stat(filepath.Join(w.dir, "index.html")); info.Mode().Perm() != 0o640 {
		t.Errorf("its mode is %v", info.Mode())
	}
	if s := w.Status("index.html"); s.State != folder.Written {
		t.Errorf("%+v", s)
	}
	if got := w.get("css/own.css") + w.get("visit/tides.htm") + w.get(
		"notes.txt"); got != "body { margin: 0 }<p>Low</p>x" {
		t.Errorf("others are %q", got)
	}
}

// What another program does to the files is read at once and is a step in the history.
func TestChangesFromOutside(t *testing.T) {
	w := work(t, site{"index.html": front, "css/own.css": "body { margin: 0 }"})
	w.watch()
	next := strings.Replace(front, "One", "<b>One</b>", 1)
	w.put("index.html", next)
	w.until("the change is taken in", func() bool { return string(w.page("index.html").Origin.Bytes()) == next })
	w.until("that is told", func() bool { return w.Status("index.html").State == folder.Changed })
	if all, err := w.store.History(t.Context(), "site", 5); err != nil ||
		all[0].Summary != "Changed outside: index.html" {
		t.Errorf("%+v, %v", all, err)
	}
	w.put("css/own.css", "body { margin: 8px }")
	w.until("the stylesheet is read again", func() bool {
		return w.page("index.html").Origin.Sheets[len(
			w.page("index.html").Origin.Sheets)-1].Text == "body { margin: 8px }"
	})
	w.put("log.html", "<p>Log</p>")
	w.until("a new page comes in", func() bool { return w.page("log.html") != nil })
	id := w.page("log.html").ID
	if err := os.Rename(filepath.Join(w.dir, "log.html"), filepath.Join(w.dir, "diary.html")); err != nil {
		t.Fatal(err)
	}
	w.until("it is known by its new name", func() bool {
		return w.page("diary.html") != nil &&
			w.page("diary.html").ID == id
	})
	state, err := w.store.Load(t.Context(), "site")
	if err == nil {
		_, _, err = w.store.Undo(t.Context(), "site", store.Made{Revision: state.Revision})
	}
	if err != nil {
		t.Fatal(err)
	}
	w.Write(t.Context())
	if _, err := os.Stat(filepath.Join(w.dir, "diary.html")); err == nil || w.get("log.html") != "<p>Log</p>" ||
		w.page("log.html").ID != id {
		t.Errorf("undone, the page has two files: %+v", w.Status("log.html"))
	}
	if err := os.Remove(filepath.Join(w.dir, "index.html")); err != nil {
		t.Fatal(err)
	}
	w.until("it is said to be gone", func() bool { return w.Status("index.html").State == folder.Gone })
	if err := w.edit("index.html", "3"); err != nil {
		t.Fatal(err)
	}
	if _, err := os.Stat(filepath.Join(w.dir, "index.html")); err == nil {
		t.Error("an edit brought a file back that was taken away")
	}
}

// A stylesheet that changes is read again for every page that links it, and folders that come with folders in them are
// watched.
func TestManyPagesAndFolders(t *testing.T) {
	w := work(t, site{"index.html": front, "log.html": front, "diary.html": front, "css/own.css": "body { margin: 0 }"})
	w.watch()
	w.put("css/own.css", "body { margin: 8px }")
	w.until("all pages have the stylesheet", func() bool {
		for _, name := range []string{"index.html", "log.html", "diary.html"} {
			if sheets := w.page(name).Origin.Sheets; sheets[len(sheets)-1].Text != "body { margin: 8px }" {
				return false
			}
		}
		return true
	})
	w.put("visit/island/tides.html", "<p>Low</p>")
	w.until("the page further in comes in", func() bool { return w.page("visit/island/tides.html") != nil })
	w.put("visit/island/tides.html", "<p>High</p>")
	w.until("it is watched", func() bool {
		return string(
			w.page("visit/island/tides.html").Origin.Bytes()) == "<p>High</p>"
	})
	w.put("visit/island/tides.html", strings.Repeat("<p>High</p>", page.MaxOrigin/10))
	w.until("it is said that it is too large",
		func() bool { return w.Status("visit/island/tides.html").State == folder.Unwritten })
}

// Links, devices, files that may not be written, and a disk that is full.
func TestTroubles(t *testing.T) {
	outside := t.TempDir()
	if err := os.WriteFile(filepath.Join(outside, "secret.html"), []byte("<p>secret</p>"), 0o644); err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	for _, err := range []error{os.WriteFile(filepath.Join(dir, "index.html"), []byte(front), 0o444),
		os.Symlink(filepath.Join(outside, "secret.html"), filepath.Join(dir, "link.html")),
		os.Symlink(outside, filepath.Join(dir, "out"))} {
		if err != nil {
			t.Fatal(err)
		}
	}
	s, err := store.Open(t.Context(), t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	w := &working{t: t, dir: dir, store: s, written: make(chan string, 100)}
	w.begin()
	state, _ := s.Load(t.Context(), "site")
	if len(state.Project.Pages) != 1 {
		t.Errorf("%d pages", len(state.Project.Pages))
	}
	if err := w.edit("index.html", "4"); err != nil {
		t.Fatal(err)
	}
	if got := w.Status("index.html"); got.State != folder.Unwritten || w.get("index.html") != front {
		t.Errorf("a file that may not be written: %+v", got)
	}
	if err := os.Chmod(filepath.Join(dir, "index.html"), 0o644); err != nil {
		t.Fatal(err)
	}
	w.Write(t.Context())
	if got := w.Status("index.html"); got.State != folder.Written || w.get("index.html") == front {
		t.Errorf("once it may: %+v", got)
	}
}

// The stylesheet of a kit of ours is written where a page links it, and a page that came into the project has a file
// then.
func TestFilesThatAreMade(t *testing.T) {
	w := work(t, site{"index.html": strings.Replace(front, "css/own.css", "css/grid.css", 1), "css/x.css": ""})
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	o := edit.Operation{Page: "page-1", BringPage: &edit.BringPage{File: "log.html", Text: front}}
	if _, _, err := w.store.Edit(t.Context(), "site", store.Made{Revision: state.Revision}, o); err != nil {
		t.Fatal(err)
	}
	w.Write(t.Context())
	if w.get("log.html") != front {
		t.Error("the page that came in has no file")
	}
	state, err = w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	o = edit.Operation{Page: "page-1", AddPicture: &edit.AddPicture{Node: "column-1", File: "tern.svg", Alt: "A tern",
		Data: project.NewFile([]byte(`<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"/>`))}}
	if _, _, err := w.store.Edit(t.Context(), "site", store.Made{Revision: state.Revision}, o); err != nil {
		t.Fatal(err)
	}
	w.Write(t.Context())
	if !strings.Contains(w.get("index.html"), `src="pictures/tern.svg"`) ||
		!strings.Contains(w.get("pictures/tern.svg"), "<svg") {
		t.Errorf("the picture is not there: %s", w.get("index.html"))
	}
	w = work(t, site{"index.html": strings.Replace(front, "css/own.css", "kit.css", 1)})
	if err := w.edit("index.html", "4"); err != nil {
		t.Fatal(err)
	}
	if got := w.get("kit.css"); !strings.Contains(got, ".kr-take-4-mid") {
		t.Errorf("kit.css is %.200s", got)
	}
	w.put("kit.css", "/* mine */")
	if err := w.edit("index.html", "5"); err != nil || w.get("kit.css") != "/* mine */" {
		t.Errorf("a stylesheet of the user's is written over: %v", err)
	}
}

// What changed while nobody looked is taken in when the folder is opened again.
func TestOpenedAgain(t *testing.T) {
	w := work(t, site{"index.html": front})
	next := strings.Replace(front, "Two", "Three", 1)
	w.put("index.html", next)
	w.put("new.html", "<p>New</p>")
	w.begin()
	if string(w.page("index.html").Origin.Bytes()) != next || w.page("new.html") == nil {
		t.Error("what changed is not taken in")
	}
}

// An editor saves while edits come in: what either did is in the file or in the history, and the file is always whole.
func TestTogether(t *testing.T) {
	w := work(t, site{"index.html": front})
	w.watch()
	rounds := 150
	switch {
	case testing.Short():
		rounds = 50
	case os.Getenv("TRIAL") != "":
		rounds = 500
	}
	ctx, stop := context.WithCancel(t.Context())
	var reading sync.WaitGroup
	reading.Go(func() { // the file is never half written
		for ctx.Err() == nil {
			time.Sleep(time.Millisecond)
			b, err := os.ReadFile(filepath.Join(w.dir, "index.html"))
			if err != nil || !bytes.HasSuffix(b, []byte("</html>\r\n")) {
				t.Errorf("half a file: %q, %v", b, err)
				return
			}
		}
	})
	saved := map[string]bool{}
	var editing sync.WaitGroup
	editing.Go(func() { // as editors do: beside it, then in its place
		for i := range rounds / 5 {
			b, err := os.ReadFile(filepath.Join(w.dir, "index.html"))
			if err != nil {
				t.Error(err)
				return
			}
			mark := fmt.Sprintf("saved-%d", i)
			text := strings.Replace(string(b), "<main", "<!--"+mark+"--><main", 1)
			saved[mark] = true
			full := filepath.Join(w.dir, "index.html")
			if err := errors.Join(os.WriteFile(full+"~", []byte(text), 0o644), os.Rename(full+"~", full)); err != nil {
				t.Error(err)
				return
			}
			time.Sleep(time.Duration(i%7) * time.Millisecond)
		}
	})
	for i := range rounds {
		if err := w.edit("index.html", fmt.Sprint(1+i%11)); err != nil {
			t.Error(err)
		}
	}
	editing.Wait()
	w.until("file and project are the same",
		func() bool { return w.get("index.html") == string(w.page("index.html").Origin.Bytes()) })
	time.Sleep(400 * time.Millisecond) // what was taken out of its place is let go
	stop()
	reading.Wait()
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	seen := map[string]bool{}
	for at := 1; at <= state.Revision; at++ {
		p, err := w.store.At(t.Context(), "site", at)
		if err != nil {
			t.Fatal(err)
		}
		text := string(p.Pages[0].Origin.Bytes())
		for mark := range saved {
			seen[mark] = seen[mark] || strings.Contains(text, "<!--"+mark+"-->")
		}
	}
	for mark := range saved {
		if !seen[mark] {
			t.Errorf("%s is lost", mark)
		}
	}
	if left, _ := filepath.Glob(filepath.Join(w.dir, ".kitrows-*")); len(left) > 0 {
		t.Errorf("left behind: %v", left)
	}
}

// One width of a page of 20,000 elements is changed, and its file is written.
func BenchmarkEdit(b *testing.B) {
	dir := b.TempDir()
	if err := os.WriteFile(filepath.Join(dir, "index.html"), sample.Watches(4000), 0o644); err != nil {
		b.Fatal(err)
	}
	s, err := store.Open(b.Context(), b.TempDir())
	if err != nil {
		b.Fatal(err)
	}
	defer s.Close()
	f, err := folder.Open(dir)
	if err != nil {
		b.Fatal(err)
	}
	defer f.Close()
	p, err := f.Project("site", "Site", sample.Twelve())
	if err == nil {
		err = s.Add(b.Context(), p)
	}
	if err != nil {
		b.Fatal(err)
	}
	w, err := f.Follow(b.Context(), s, "site", slog.New(slog.DiscardHandler), func(int) {}, func([]string) {})
	if err != nil {
		b.Fatal(err)
	}
	for n := 0; b.Loop(); n++ {
		state, err := s.Load(b.Context(), "site")
		if err != nil {
			b.Fatal(err)
		}
		o := edit.Operation{Page: p.Pages[0].ID, Type: &edit.Type{
			Cells: []edit.Cell{{Node: "column-2000", Breakpoint: "mid"}}, Text: fmt.Sprint(1 + n%11)}}
		if _, _, err := s.Edit(b.Context(), "site", store.Made{Revision: state.Revision}, o); err != nil {
			b.Fatal(err)
		}
		w.Write(b.Context())
		b.StopTimer()
		state, _ = s.Load(b.Context(), "site")
		layout.Of(state.Project.Kits[0], state.Project.Pages[0]) // as the lanes are, once the edit is on disk
		b.StartTimer()
	}
}
