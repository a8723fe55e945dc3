package folder

import (
	"io/fs"
	"net/http"
	"path"
	"slices"
	"strings"
)

// shows are the ends of the names of files that a page's frames may show: pictures, and fonts.
var shows = []string{".svg", ".png", ".jpg", ".jpeg", ".gif", ".webp", ".avif", ".woff", ".woff2", ".ttf", ".otf"}

// ServeShown answers with a picture or a font of the folder, by its path in it; with nothing else that is there.
func (f *Folder) ServeShown(w http.ResponseWriter, r *http.Request, name string) {
	name = strings.TrimPrefix(path.Clean("/"+name), "/")
	if !fs.ValidPath(name) || strings.Contains("/"+name, "/.") {
		http.NotFound(w, r)
		return
	}
	info, err := f.shown(&name)
	if err != nil || !info.Mode().IsRegular() || !slices.Contains(shows, strings.ToLower(path.Ext(name))) {
		http.NotFound(w, r)
		return
	}
	w.Header().Set("Cache-Control", "no-cache")
	w.Header().Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox")
	http.ServeFileFS(w, r, f.top().FS(), name)
}
