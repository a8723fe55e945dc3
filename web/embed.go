// Package web carries the built front end inside the binary.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Files is the built front end; it is empty when the front end was not built.
func Files() fs.FS {
	files, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // the directory is embedded above
	}
	return files
}
