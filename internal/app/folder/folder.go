// Package folder keeps a project and the pages in a user's own folder the same: what is edited is written to its file
// at once, and what is changed there by other means becomes a step in the project's history (domain section 10).
package folder

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"github.com/fsnotify/fsnotify"
	"github.com/go-json-experiment/json"

	"kitrows/internal/browser/css"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
)

// Bounds of what is looked at in a folder.
const (
	mostEntries = 50_000  // files and folders
	mostText    = 6 << 20 // bytes of all pages
)

// A Folder is a user's own. Nothing outside of it is read or written, and no link is followed out of it.
type Folder struct {
	Dir   string
	Notes []string // what was found in it and is left alone, and why

	root  atomic.Pointer[os.Root]
	swap  func(dir *os.File, a, b string) error // lets two files change places
	tells func() (*fsnotify.Watcher, error)     // what the system tells of changes by
	count int                                   // of what was written beside files
	dirs  []string                              // those that hold pages or stylesheets, or may come to
	files atomic.Pointer[[]string]              // of pages, as they were last found
	css   atomic.Pointer[[]string]              // and of stylesheets
	named sync.Map                              // what files of pages name, by their names: mentions
}

// Open opens a folder.
func Open(dir string) (*Folder, error) {
	root, err := os.OpenRoot(dir)
	if err != nil {
		return nil, err
	}
	f := &Folder{Dir: dir, swap: exchanged, tells: fsnotify.NewWatcher}
	f.root.Store(root)
	return f, nil
}

// Close closes it.
func (f *Folder) Close() error { return f.top().Close() }

// top is the folder as it is open.
func (f *Folder) top() *os.Root { return f.root.Load() }

// anew opens the folder again where another stands in its place, as when it was taken away and made again; and reports
// whether it did.
func (f *Folder) anew() bool {
	now, err := os.Stat(f.Dir)
	if err != nil {
		return false
	}
	was, err := f.top().Stat(".")
	if err == nil && os.SameFile(was, now) {
		return false
	}
	root, err := os.OpenRoot(f.Dir)
	if err != nil {
		return false
	}
	_ = f.root.Swap(root).Close()
	return true
}

// idle reports whether a folder's own files are none of a site's.
func idle(name string) bool { return strings.HasPrefix(name, ".") || name == "node_modules" }

// pages finds the files of HTML in the folder, by their paths, and its folders.
func (f *Folder) pages() (paths []string) {
	count, size, css := 0, 0, []string(nil)
	f.dirs, f.Notes = nil, nil
	note := func(name, why string, args ...any) {
		if len(f.Notes) < 20 {
			f.Notes = append(f.Notes, fmt.Sprintf("%q is left alone: ", name)+fmt.Sprintf(why, args...))
		}
	}
	_ = fs.WalkDir(f.top().FS(), ".", func(name string, e fs.DirEntry, err error) error {
		if count++; count > mostEntries {
			note(f.Dir, "it holds over %d files; those found first are open", mostEntries)
			return fs.SkipAll
		}
		switch {
		case err != nil:
			note(name, "%v", errors.Unwrap(err))
			if e != nil && e.IsDir() {
				return fs.SkipDir
			}
			return nil
		case e.IsDir():
			if name != "." && idle(e.Name()) {
				return fs.SkipDir
			}
			f.dirs = append(f.dirs, name)
			return nil
		case isSheet(name) && page.IsPath(name) && e.Type().IsRegular():
			css = append(css, name)
			return nil
		case !isPage(name) || idle(e.Name()):
			return nil
		case !e.Type().IsRegular():
			note(name, "it is a link or a device, and no file")
			return nil
		}
		info, err := e.Info()
		switch {
		case err != nil:
		case info.Size() > page.MaxOrigin:
			note(name, "it has over %d MiB", page.MaxOrigin>>20)
		case size+int(info.Size()) > mostText || len(paths) >= project.MaxPages:
			note(name, "there are too many pages for one project")
		case !page.IsPath(name):
			note(name, "its name has characters that no address may have")
		default:
			size += int(info.Size())
			paths = append(paths, name)
		}
		return nil
	})
	slices.SortFunc(paths, func(a, b string) int { // index.html first, and what stands further out
		rank := func(p string) int {
			r := 2 * strings.Count(p, "/")
			if path.Base(p) != "index.html" {
				r++
			}
			return r
		}
		if d := rank(a) - rank(b); d != 0 {
			return d
		}
		return strings.Compare(a, b)
	})
	f.files.Store(&paths)
	f.css.Store(&css)
	return paths
}

func isPage(name string) bool {
	ext := strings.ToLower(path.Ext(name))
	return ext == ".html" || ext == ".htm"
}

func isSheet(name string) bool { return strings.EqualFold(path.Ext(name), ".css") }

// read is what a file holds; the error says when it is none, or too large.
func (f *Folder) read(name string) ([]byte, error) {
	info, err := f.top().Lstat(name)
	switch {
	case err != nil:
		return nil, err
	case !info.Mode().IsRegular():
		return nil, fault.New(name, "a link or a device", "a file")
	case info.Size() > page.MaxOrigin:
		return nil, tooLarge(name, info)
	}
	return fs.ReadFile(f.top().FS(), name)
}

func tooLarge(name string, info fs.FileInfo) error {
	return fault.New(name, fmt.Sprintf("%d bytes", info.Size()), "at most %d MiB", page.MaxOrigin>>20)
}

// sheets reads the stylesheets that a page links, by the addresses that it links them by, and those that they import.
// For a part of a page, which links none, they are those that were named for it, else those of the first page that
// includes it.
func (f *Folder) sheets(file string, o *page.Origin) []kit.File {
	doc := origin.Document(o)
	links := origin.Links(doc)
	addresses := slices.Clone(o.Named)
	if doc.Part && len(links)+len(o.Named) == 0 {
		from, outer := f.including(file)
		for _, l := range outer {
			if name := origin.Beside(from, l.Name); !l.Here && name != "" {
				if link, err := filepath.Rel(filepath.FromSlash(path.Dir(file)), filepath.FromSlash(name)); err == nil {
					addresses = append(addresses, filepath.ToSlash(link))
				}
			}
		}
	}
	for _, l := range links {
		if !l.Here {
			addresses = append(addresses, l.Name)
		}
	}
	size := 0
	return origin.Reached(addresses, func(address string) (text string, is bool) {
		name := origin.Beside(file, address)
		if name == "" {
			return "", false
		}
		b, err := f.read(name)
		if size += len(b); err != nil || size > kit.MaxSheet {
			return "", false
		}
		return css.Decode(b, origin.Encoding(o)), true
	})
}

// Project reads the folder: its pages, each on the kit that the stylesheets are which it links, or on other where there
// is no grid in them.
func (f *Folder) Project(id, name string, other *kit.Kit) (*project.Project, error) {
	var p *project.Project
	for _, file := range f.pages() {
		b, err := f.read(file)
		if err != nil {
			continue
		}
		bring := edit.BringPage{File: file, Data: b, Sheets: f.sheets(file, page.NewOrigin(b, nil))}
		if p == nil {
			if p, err = bring.Begin(id, name, other); err != nil {
				f.Notes = append(f.Notes, fmt.Sprintf("%q is left alone: %v", file, err))
				p = nil
			}
			continue
		}
		change, err := edit.Apply(p, edit.Operation{Page: p.Pages[0].ID, BringPage: &bring})
		if err != nil {
			f.Notes = append(f.Notes, fmt.Sprintf("%q is left alone: %v", file, err))
			continue
		}
		p = change.Project
	}
	if p == nil {
		return nil, fault.New(f.Dir, "no page", "a folder with files of HTML in it")
	}
	return fitting(p)
}

// fitting is a project without the last of its pages where all of them are more than a project may be. Those that are
// left out are told of on the terminal when the folder is followed: each is a file that the project lacks and cannot
// take.
func fitting(p *project.Project) (*project.Project, error) {
	for {
		whole, err := p.Encode()
		over := len(whole) - project.MaxBytes
		if err != nil || over <= 0 || len(p.Pages) < 2 {
			return p, err
		}
		fits := *p
		for fits.Pages = slices.Clone(p.Pages); over > 0 && len(fits.Pages) > 1; {
			text, err := json.Marshal(fits.Pages[len(fits.Pages)-1])
			if err != nil {
				return nil, err
			}
			over -= len(text)
			fits.Pages = fits.Pages[:len(fits.Pages)-1]
		}
		p = &fits
	}
}
