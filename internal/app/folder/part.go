package folder

import (
	"bytes"
	"path"
	"regexp"

	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// including finds the first page that names the file of a part other than in a link, as includes of servers and of
// builders do, and has stylesheets; and what it links.
func (f *Folder) including(file string) (name string, links []origin.Link) {
	files := f.files.Load()
	if files == nil {
		return "", nil
	}
	base := path.Base(file)
	named := regexp.MustCompile(`(?i)(href\s*=\s*)?["'](?:[^"'<>\n]*/)?` + regexp.QuoteMeta(base) + `["']`)
	for _, name := range *files {
		b, err := f.read(name)
		if name == file || err != nil || !bytes.Contains(b, []byte(base)) {
			continue
		}
		includes := false
		for _, m := range named.FindAllSubmatch(b, 100) {
			includes = includes || len(m[1]) == 0
		}
		if !includes {
			continue
		}
		if links := origin.Links(origin.Document(page.NewOrigin(b, nil))); len(links) > 0 {
			return name, links
		}
	}
	return "", nil
}
