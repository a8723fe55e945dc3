package folder_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"kitrows/internal/app/folder"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// site is files by their names.
type site map[string]string

const front = "<!doctype html>\r\n<html><head><meta name=viewport content=width=device-width><link rel=stylesheet " +
	"href=css/own.css></head>\r\n<body><main class=kr-frame><div class=kr-row>\r\n" +
	"<div class=\"kr-cell kr-take-6-mid\">One</div>\r\n<div class=\"kr-cell kr-take-6-mid\">Two</div>\r\n</div></main></body></html>\r\n"

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

// A part of a page is on the grid of the page that includes it, and has nothing added around it.
func TestPartsOfPages(t *testing.T) {
	const (
		team = ".rail{display:flex;flex-wrap:wrap}.half{width:50%}.third{width:33.3333%}.sixth{width:16.6667%}.all{width:100%}"
		part = "<div class=rail>\n<div class=half>One</div>\n<div class=half>Two</div>\n</div>\n"
	)
	w := work(t, site{"css/team.css": team, "parts/cards.html": part, "parts/told.html": part,
		"index.html": "<!doctype html>\n<html><head><link rel=stylesheet href=css/team.css></head>\n<body><p>" +
			"<a href=\"parts/told.html\">Told</a></p>\n<!--#include virtual=\"/parts/cards.html\" -->\n</body></html>\n"})
	cards := w.page("parts/cards.html")
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	if k := state.Project.Kit(cards.Kit); k.Imported == nil || k.ColumnsAt(0).N() != 6 {
		t.Errorf("the part is on %s", k.Name)
	}
	if told := w.page("parts/told.html"); len(told.Origin.Sheets) > 0 {
		t.Errorf("a page that is linked has the stylesheets of the page that links it: %v", told.Origin.Sheets)
	}
	if err := w.edit("parts/cards.html", "2"); err != nil {
		t.Fatal(err)
	}
	if got, want := w.get("parts/cards.html"), strings.Replace(part, "class=half>One", "class=third>One", 1); got != want {
		t.Errorf("the part is\n%s\nwant\n%s", got, want)
	}
	w.watch()
	w.put("css/team.css", strings.Replace(team, "33.3333%", "33.3333%;box-sizing:border-box", 1))
	w.until("the stylesheet is read again", func() bool {
		state, err := w.store.Load(t.Context(), "site")
		return err == nil && strings.Contains(state.Project.Kit(w.page("parts/cards.html").Kit).Files()[0].Text, "border-box")
	})
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

// A preview shows what is in the folder and nothing else, changes nothing, and has pages reload.
func TestPreview(t *testing.T) {
	outside := t.TempDir()
	w := work(t, site{"index.html": front, "css/own.css": "a{}", ".git/config": "secret", ".env": "secret",
		"visit/index.html": "<p>Low</p>"})
	for _, err := range []error{os.WriteFile(filepath.Join(outside, "secret.txt"), []byte("secret"), 0o644),
		os.Symlink(filepath.Join(outside, "secret.txt"), filepath.Join(w.dir, "link.txt")),
		os.Symlink(".env", filepath.Join(w.dir, "env.txt")),
		os.Symlink(".git", filepath.Join(w.dir, "history")), os.Symlink("css", filepath.Join(w.dir, "styles"))} {
		if err != nil {
			t.Fatal(err)
		}
	}
	p := folder.NewPreview(w.Folder)
	get := func(method, path string) *httptest.ResponseRecorder {
		r := httptest.NewRecorder()
		p.ServeHTTP(r, httptest.NewRequest(method, path, nil))
		return r
	}
	for path, want := range map[string]string{"/": front, "/index.html": front, "/css/own.css": "a{}",
		"/styles/own.css": "a{}", "/visit/": "<p>Low</p>"} {
		if r := get("GET", path); r.Code != http.StatusOK || !strings.HasPrefix(r.Body.String(), want) {
			t.Errorf("%s: %d %q", path, r.Code, r.Body)
		}
	}
	if !strings.Contains(get("GET", "/").Body.String(), "location.reload()") {
		t.Error("the page does not reload")
	}
	for _, path := range []string{"/.git/config", "/../secret.txt", "/link.txt", "/.env", "/env.txt",
		"/history/config", "/%2e%2e/secret.txt", "/gone.html", "/css/"} {
		if r := get("GET", path); r.Code == http.StatusOK || strings.Contains(r.Body.String(), "secret") {
			t.Errorf("%s: %d %q", path, r.Code, r.Body)
		}
	}
	if h := get("GET", "/").Header(); h.Get("X-Content-Type-Options") != "nosniff" ||
		h.Get("Cross-Origin-Resource-Policy") != "same-origin" || h.Get("Set-Cookie") != "" {
		t.Errorf("headers: %v", h)
	}
	worker := httptest.NewRequest("GET", "/css/own.css", nil)
	worker.Header.Set("Service-Worker", "script")
	r := httptest.NewRecorder()
	if p.ServeHTTP(r, worker); r.Code != http.StatusForbidden {
		t.Errorf("a service worker: %d", r.Code)
	}
	if r := get("POST", "/index.html"); r.Code != http.StatusMethodNotAllowed {
		t.Errorf("POST: %d", r.Code)
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

// A page that is laid out by mixins has its own markup in the folder, and the files that are made for it where it was
// said; a file of the user's there is left alone.
func TestMixinsInAFolder(t *testing.T) {
	const plain = "<!doctype html>\n<html><head><link rel=stylesheet " +
		"href=../css/log.css></head>\n<body><main>\n<div>\n<div>One</div>\n<div>Two</div>\n</div>\n</main></body></html>\n"
	w := work(t, site{"log/index.html": plain, "css/_kit.scss": "// mine\n"})
	do := func(o edit.Operation) {
		t.Helper()
		state, _ := w.store.Load(t.Context(), "site")
		o.Page = state.Project.Pages[0].ID
		if _, _, err := w.store.Edit(t.Context(), "site", store.Made{Revision: state.Revision}, o); err != nil {
			t.Fatal(err)
		}
		w.Write(t.Context())
	}
	node := func(kind page.Kind, name string) string {
		id := ""
		w.page("log/index.html").Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == kind && id == "" && (name == "" || strings.Contains(n.Name, name)) {
				id = n.ID
			}
		})
		return id
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "plain", Place: "css"}})
	do(edit.Operation{Mixins: &edit.Mixins{On: true}})
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{w.page("log/index.html").Body[0].ID}, As: page.Container}})
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{w.page("log/index.html").Body[0].Children[0].ID}, As: page.Row,
		Children: true}})
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "4"}})
	if got := w.get("log/index.html"); got != plain {
		t.Errorf("the page is\n%s", got)
	}
	if got := w.page("log/index.html").Origin.Mixins; got != "../css/index.css" {
		t.Errorf("the stylesheet is called %s", got)
	}
	if got := w.get("css/index.css"); !strings.Contains(got,
		"main > div > :nth-child(1) {\n    --kr-take: calc(4 / 12);") {
		t.Errorf("the stylesheet is\n%s", got)
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "scss", Place: "css"}})
	if got := w.get("css/_kit.scss"); got != "// mine\n" || w.Status("log/index.html").State != folder.Unwritten {
		t.Errorf("the user's file is %q, and %+v is said", got, w.Status("log/index.html"))
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "scss", Place: "css/grid"}})
	if got := w.get("css/grid/index.scss"); !strings.Contains(got, "@include kr.take(4)") {
		t.Errorf("the mixins are\n%s", got)
	}
	w.put("log/index.html", strings.Replace(plain, "One", "Terns", 1))
	w.begin()
	if got := w.page("log/index.html").Body[0].Children[0].Children[0]; got.Kind != page.Column || len(got.At) != 1 {
		t.Errorf("the first column is %+v", got)
	}
	ours := strings.Replace(plain, "<main>", "<main data-kr-words=kr-frame>", 1) // which no file may have then
	w.put("log/index.html", ours)
	w.begin()
	do(edit.Operation{Describe: &edit.Describe{Node: node(page.Row, ""), Anchor: new("log")}})
	if got := w.get("log/index.html"); got != ours || w.Status("log/index.html").State != folder.Unwritten {
		t.Errorf("the file is\n%s, and %+v is said", got, w.Status("log/index.html"))
	}
	w.put("log/index.html", strings.Replace(plain, "One", "Terns", 1))
	w.begin()
	do(edit.Operation{Keep: &edit.Keep{Form: "scss", Stop: true}})
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "5"}})
	if got := w.get("css/grid/index.scss"); !strings.Contains(got, "take(4)") {
		t.Errorf("they are kept still\n%s", got)
	}
	if got := w.get("css/index.css"); !strings.Contains(got, "calc(5 / 12)") {
		t.Errorf("the stylesheet is\n%s", got)
	}
	linked := strings.Replace(w.get("log/index.html"), "log.css", "index.css", 1)
	w.put("log/index.html", linked)
	w.begin()
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "6"}})
	if got := w.get("css/index.css"); !strings.Contains(got, "calc(6 / 12)") ||
		w.Status("log/index.html").State != folder.Written {
		t.Errorf("linked, %+v is said, and the stylesheet is\n%s", w.Status("log/index.html"), got)
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "plain", Stop: true}})
	w.put("log/index.css", "body { color: red }")
	w.put("log/index.html", strings.Replace(linked, "../css/index.css", "index.css", 1))
	w.begin()
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "5"}})
	if got := w.get("log/index.css"); got != "body { color: red }" ||
		w.Status("log/index.html").State != folder.Unwritten {
		t.Errorf("the user's stylesheet is %q, and %+v is said", got, w.Status("log/index.html"))
	}
	do(edit.Operation{Mixins: &edit.Mixins{}})
	if got := w.get("log/index.html"); !strings.Contains(got, `<div class="kr-cell kr-take-5-mid">Terns</div>`) {
		t.Errorf("by classes the page is\n%s", got)
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

// kit is the kit of a file's page.
func (w *working) kit(file string) *kit.Kit {
	w.t.Helper()
	state, err := w.store.Load(w.t.Context(), "site")
	if err != nil {
		w.t.Fatal(err)
	}
	return state.Project.Kit(w.page(file).Kit)
}

// kinds are the kinds of a page's nodes.
func kinds(p *page.Page) (all []page.Kind) {
	p.Walk(func(n *page.Node, _ page.Place) { all = append(all, n.Kind) })
	return all
}

// A part that no page includes is shown with the stylesheets that are named for it, until that is undone.
func TestNamedStylesheetsOfPartsOfPages(t *testing.T) {
	const team = ".rail{display:flex;flex-wrap:wrap}.half{width:50%}.third{width:33.3333%}.sixth{width:16.6667%}.all{width:100%}"
	w := work(t, site{"css/team.css": team, "css/own.css": "p{color:teal}",
		"parts/cards.html": "<div class=rail>\n<div class=half>One</div>\n<div class=half>Two</div>\n</div>\n"})
	cards := w.page("parts/cards.html")
	including, sheets, is := w.Part(cards)
	if want := []string{"../css/own.css", "../css/team.css"}; including != "" || !is || !slices.Equal(sheets, want) {
		t.Fatalf("included by %q, %v, %v", including, sheets, is)
	}
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	o := edit.Operation{Page: cards.ID, Source: &edit.Source{Named: &sheets}}
	if _, _, err = w.store.Edit(t.Context(), "site", store.Made{Revision: state.Revision}, o); err != nil {
		t.Fatal(err)
	}
	w.Write(t.Context())
	if state, err = w.store.Load(t.Context(), "site"); err != nil {
		t.Fatal(err)
	}
	cards = w.page("parts/cards.html")
	k := state.Project.Kit(cards.Kit)
	if k.Imported == nil || k.ColumnsAt(0).N() != 6 || len(cards.Origin.Sheets) != 1 {
		t.Errorf("the part is on %s, with %d stylesheets besides", k.Name, len(cards.Origin.Sheets))
	}
}
