package folder

import (
	"path"
	"path/filepath"
	"regexp"
	"strings"
	"time"

	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// A mention is which files of pages the file of a page names other than in links, as includes of servers and of
// builders do, and what stylesheets it links. It holds as long as the file has that size and time.
type mention struct {
	size  int64
	at    time.Time
	parts map[string]bool // the last parts of their paths, in lower case
	links []origin.Link   // of a file that names some
}

var quoted = regexp.MustCompile(`(?i)(href\s*=\s*)?["']([^"'<>\n]*\.html?)["']`)

// mostNamed is how many names of one file are looked at.
const mostNamed = 10000

// mentioned is what a file names.
func (f *Folder) mentioned(name string) mention {
	info, err := f.top().Lstat(name)
	if err != nil {
		return mention{}
	}
	if m, known := f.named.Load(name); known {
		if m := m.(mention); m.size == info.Size() && m.at.Equal(info.ModTime()) {
			return m
		}
	}
	b, err := f.read(name)
	if err != nil {
		return mention{}
	}
	m := mention{info.Size(), info.ModTime(), map[string]bool{}, nil}
	for _, found := range quoted.FindAllSubmatch(b, mostNamed) {
		if len(found[1]) == 0 {
			m.parts[strings.ToLower(path.Base(string(found[2])))] = true
		}
	}
	if len(m.parts) > 0 {
		m.links = origin.Links(origin.Document(page.NewOrigin(b, nil)))
	}
	f.named.Store(name, m)
	return m
}

// including finds the first page that includes the file of a part and has stylesheets; and what it links.
func (f *Folder) including(file string) (name string, links []origin.Link) {
	files := f.files.Load()
	if files == nil {
		return "", nil
	}
	for _, name := range *files {
		if name == file {
			continue
		}
		if m := f.mentioned(name); len(m.links) > 0 && m.parts[strings.ToLower(path.Base(file))] {
			return name, m.links
		}
	}
	return "", nil
}

// Part is the page that includes a part of a page, empty where none does, and the stylesheets in the folder by the
// addresses by which the part may name them; is is false for a whole page, and for one that links stylesheets itself.
func (f *Folder) Part(pg *page.Page) (including string, sheets []string, is bool) {
	if pg.Origin == nil {
		return "", nil, false
	}
	if doc := origin.Document(pg.Origin); !doc.Part || len(origin.Links(doc)) > 0 {
		return "", nil, false
	}
	including, _ = f.including(pg.File)
	sheets = []string{}
	if all := f.css.Load(); all != nil {
		for _, name := range *all {
			if link, err := filepath.Rel(filepath.FromSlash(path.Dir(pg.File)), filepath.FromSlash(name)); err == nil &&
				len(sheets) < page.MaxSheets {
				sheets = append(sheets, filepath.ToSlash(link))
			}
		}
	}
	return including, sheets, true
}
