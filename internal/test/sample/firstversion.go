package sample

import _ "embed"

// FirstVersion is a project file as version 1 of the format wrote it.
//
//go:embed version-1.kitrows.json
var FirstVersion []byte
