package folder

import (
	"context"
	_ "embed"
	"fmt"
	"io/fs"
	"net/http"
	"path"
	"path/filepath"
	"strconv"
	"strings"
	"sync"

	"github.com/go-json-experiment/json"
	"golang.org/x/net/html"

	"kitrows/internal/browser/markup"
)

// A Preview shows a folder's files as they are to the user's browser, at an address of its own: the pages' scripts run
// there, and reach nothing of the application's, which has another origin. Pages reload when they, or what they link,
// are written.
type Preview struct {
	// Grids gives the units that lie over the page of a file in a viewport of a width, in px, as it is written in JSON.
	Grids func(ctx context.Context, file string, width float64) (any, error)

	folder *Folder
	mu     sync.Mutex
	open   map[chan string]bool
	done   chan struct{}
	once   sync.Once
}

// NewPreview makes the preview of a folder.
func NewPreview(f *Folder) *Preview {
	return &Preview{folder: f, open: map[chan string]bool{}, done: make(chan struct{})}
}

// Tell tells pages which files have other bytes now.
func (p *Preview) Tell(names []string) {
	p.mu.Lock()
	defer p.mu.Unlock()
	for ch := range p.open {
		select {
		case ch <- strings.Join(names, "\n"):
		default: // it reloads already
		}
	}
}

// Close ends what pages wait for.
func (p *Preview) Close() { p.once.Do(func() { close(p.done) }) }

// changes is where pages wait for news.
const changes = "/.kitrows/changes"

// grid is where pages ask for the units that lie over them.
const grid = "/.kitrows/grid"

// script is what each page runs besides its own.
//
//go:embed preview.js
var script string

// ServeHTTP answers with a file of the folder.
func (p *Preview) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	if r.Method != http.MethodGet && r.Method != http.MethodHead {
		http.Error(w, "files are only read here", http.StatusMethodNotAllowed)
		return
	}
	h := w.Header()
	h.Set("Cache-Control", "no-store")
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Cross-Origin-Resource-Policy", "same-origin") // no page elsewhere shows what is in the folder
	h.Set("Cross-Origin-Opener-Policy", "same-origin")
	h.Set("Referrer-Policy", "no-referrer")
	if r.Header.Get("Service-Worker") != "" { // it would stay when the folder is closed, and answer for the next one
		http.Error(w, "a preview has no service worker", http.StatusForbidden)
		return
	}
	if r.URL.Path == changes {
		p.changes(w, r)
		return
	}
	if r.URL.Path == grid {
		p.grids(w, r)
		return
	}
	name, isDir, err := p.find(r.URL.Path)
	switch {
	case err != nil:
		http.NotFound(w, r)
		return
	case isDir && !strings.HasSuffix(r.URL.Path, "/"):
		http.Redirect(w, r, r.URL.Path+"/", http.StatusFound)
		return
	}
	if !isPage(name) {
		http.ServeFileFS(w, r, p.folder.top().FS(), name)
		return
	}
	b, err := p.folder.read(name)
	if err != nil {
		http.Error(w, err.Error(), http.StatusInternalServerError)
		return
	}
	w.Header().Set("Content-Type", "text/html")
	_, _ = w.Write(b)
	if !strings.HasPrefix(markup.NewSource(b).Encoding, "utf-16") { // in which those bytes would be other letters
		_, _ = w.Write([]byte("<script>\n" + script + "</script>"))
	}
}

// find is the file that an address leads to; that of a folder is the index in it. What is out of the folder, or hidden
// in it, is not found.
func (p *Preview) find(address string) (name string, isDir bool, err error) {
	name = strings.TrimPrefix(path.Clean(address), "/")
	if name == "" {
		name = "."
	}
	if !fs.ValidPath(name) || name != "." && strings.Contains("/"+name, "/.") {
		return "", false, fs.ErrNotExist
	}
	info, err := p.folder.shown(&name)
	if err == nil && info.IsDir() {
		isDir, name = true, path.Join(name, "index.html")
		info, err = p.folder.shown(&name)
	}
	if err == nil && !info.Mode().IsRegular() {
		err = fs.ErrNotExist
	}
	return name, isDir, err
}

// grids answers with the units that lie over a page.
func (p *Preview) grids(w http.ResponseWriter, r *http.Request) {
	width, wrong := strconv.ParseFloat(r.FormValue("width"), 64)
	name, _, err := p.find(r.FormValue("page"))
	if err != nil || wrong != nil || !(width >= 1 && width <= 20000) || p.Grids == nil {
		http.NotFound(w, r)
		return
	}
	all, err := p.Grids(r.Context(), name, width)
	if err != nil {
		http.NotFound(w, r)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	_ = json.MarshalWrite(w, all)
}

// shown tells of a file that a preview may show, and gives the name under which it stands itself, where links lead to
// it. Links out of the folder, and to what is hidden in it, lead nowhere.
func (f *Folder) shown(name *string) (fs.FileInfo, error) {
	full, err := filepath.EvalSymlinks(filepath.Join(f.Dir, *name))
	if err != nil {
		return nil, err
	}
	dir, err := filepath.EvalSymlinks(f.Dir)
	if err != nil {
		return nil, err
	}
	at, err := filepath.Rel(dir, full)
	if err != nil {
		return nil, err
	}
	at = filepath.ToSlash(at)
	if !fs.ValidPath(at) || at != "." && strings.Contains("/"+at, "/.") {
		return nil, fs.ErrNotExist
	}
	*name = at
	return f.top().Lstat(at)
}

// changes streams which files change as server-sent events.
func (p *Preview) changes(w http.ResponseWriter, r *http.Request) {
	ch := make(chan string, 1)
	p.mu.Lock()
	p.open[ch] = true
	p.mu.Unlock()
	defer func() {
		p.mu.Lock()
		delete(p.open, ch)
		p.mu.Unlock()
	}()
	w.Header().Set("Content-Type", "text/event-stream")
	flush := http.NewResponseController(w)
	_, _ = fmt.Fprint(w, ": hello\n\n")
	for {
		if flush.Flush() != nil {
			return
		}
		select {
		case names := <-ch:
			if _, err := fmt.Fprintf(w, "data: %s\n\n",
				html.EscapeString(strings.ReplaceAll(names, "\n", " "))); err != nil {
				return
			}
		case <-r.Context().Done():
			return
		case <-p.done:
			return
		}
	}
}
