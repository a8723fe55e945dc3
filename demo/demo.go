// Package demo ships the demo project: Gullwing Point Bird Observatory, a small
// invented shore station.
package demo

import (
	"bytes"
	_ "embed"

	"kitrows/internal/project"
)

//go:embed gullwing-point.kitrows.json
var file []byte

// File is the demo project's file.
func File() []byte { return bytes.Clone(file) }

// Project reads the demo project.
func Project() (*project.Project, error) { return project.Decode(bytes.NewReader(file)) }
