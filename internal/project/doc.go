// Package project is the whole of what a user makes: kits, pages and pictures, and the open file that carries them
// (domain section 13, docs/format.md).
//
// In: values, or a project file of this version or an older one.
//
// Out: a project that keeps the rules of kits and pages, or an error that names the field; a file, always the same
// bytes for the same project.
//
// Where to look:
//
//   - project.go: the type and its rules. file.go: reading and writing. upgrade.go: older versions.
//   - schema: the JSON Schema, from the Go types.
//   - ready: the kits that ship with the program.
//
// What never happens here: a project is never changed in place, and unknown fields are never dropped.
package project
