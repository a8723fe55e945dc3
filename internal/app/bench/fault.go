package bench

import (
	"kitrows/internal/edit"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
)

// A Fault is one thing that is wrong in a page's file, or that the lanes only estimate.
type Fault struct {
	Code     string `json:"code"`
	Severity string `json:"severity" enum:"broken,surprise,tidy,estimate"`
	Node     string `json:"node" doc:"The node that it is about; empty for none."`
	Text     string `json:"text"`
	Line     int    `json:"line" doc:"Where it is in the page's file, from 1; 0 of a page that has none."`
	Column   int    `json:"column"`
	Fixes    []Fix  `json:"fixes"`
}

// A Fix mends a fault: its stretches are what the operation source takes.
type Fix struct {
	Label     string         `json:"label"`
	Stretches []edit.Stretch `json:"stretches"`
}

func faults(l *layout.Layout) []Fault {
	all := []Fault{}
	for _, f := range check.Of(l) {
		one := Fault{f.Code, string(f.Severity), f.Node, f.Text, f.Line.Line, f.Line.Column, []Fix{}}
		for _, fix := range f.Fixes {
			doc := origin.Document(l.Page().Origin)
			one.Fixes = append(one.Fixes, Fix{fix.Label, edit.Stretches(doc.Splices(fix.Edits))})
		}
		all = append(all, one)
	}
	return all
}
