// Package ready holds the kits that ship with the program, and why one would take each.
package ready

import (
	"bytes"
	"embed"
	"fmt"
	"sync"

	"kitrows/demo"
	"kitrows/internal/grid/kit"
	"kitrows/internal/project"
)

//go:embed *.kit.json
var files embed.FS

// A Kit is one of them. It is shared, and must not be changed.
type Kit struct {
	*kit.Kit
	For string // when it is the one to take
}

// reasons are what each kit is for, in the order in which they are offered.
var reasons = []struct{ id, reason string }{
	{"plain-twelve", "The usual page: 12 columns, whole px, fixed from 630 px on."},
	{"fifth-gap", "Mixins and wide screens: the gutter is a fifth of a column, 18 columns at last."},
	{"five-uneven", "A fixed order of narrow and wide columns, on grid tracks."},
	{"broadsheet", "Print-like pages: columns of 76 px and gutters of 20 px that never change."},
	{"fine-two-dozen", "Dashboards and forms: 24 columns with narrow gutters inside them."},
	{"all-relative", "Pages that grow with the type: breakpoints in em, gutters and edges in parts, nothing in px."},
}

// Kits are those kits: the demo's and others.
var Kits = sync.OnceValues(func() ([]Kit, error) {
	p, err := demo.Project()
	if err != nil {
		return nil, err
	}
	var all []Kit
	for _, r := range reasons {
		k := p.Kit(r.id)
		if k == nil {
			b, err := files.ReadFile(r.id + ".kit.json")
			if err != nil {
				return nil, err
			}
			if k, err = project.DecodeKit(bytes.NewReader(b)); err != nil {
				return nil, fmt.Errorf("%s: %w", r.id, err)
			}
		}
		all = append(all, Kit{k, r.reason})
	}
	return all, nil
})
