package server

import (
	"io/fs"
	"net/http"
	"strings"
)

// frontEnd serves the built front end. Files under assets carry a hash in their
// names and may be kept for ever; any other path that is no file is a screen's
// address, which index.html answers.
func frontEnd(web fs.FS) http.HandlerFunc {
	files := http.FileServerFS(web)
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(r.URL.Path, "/")
		if strings.HasPrefix(name, "assets/") {
			w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
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
