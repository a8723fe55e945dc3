package server

import (
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"
)

// frontEnd serves the built front end. Files under assets carry a hash in their
// names and may be kept for ever, and are there compressed as well, as NAME.br; any
// other path that is no file is a screen's address, which index.html answers.
func frontEnd(web fs.FS) http.HandlerFunc {
	files := http.FileServerFS(web)
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(r.URL.Path, "/")
		if strings.HasPrefix(name, "assets/") {
			w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			if _, err := fs.Stat(web, name+".br"); err == nil && strings.Contains(r.Header.Get("Accept-Encoding"),
				"br") {
				w.Header().Set("Content-Encoding", "br")
				w.Header().Set("Content-Type", mime.TypeByExtension(path.Ext(name)))
				w.Header().Set("Vary", "Accept-Encoding")
				r.URL.Path += ".br"
			}
			files.ServeHTTP(w, r)
			return
		}
		w.Header().Set("Cache-Control", "no-cache")
		if info, err := fs.Stat(web, name); name != "" && err == nil && !info.IsDir() {
			files.ServeHTTP(w, r)
			return
		}
		http.ServeFileFS(w, r, web, "index.html")
	}
}
