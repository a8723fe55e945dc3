package edit

import (
	"strings"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// mostSummary is how long the summary of a fix may be, in bytes.
const mostSummary = 200

// Summary is the label of a fix as the summary of its edit.
func Summary(label string) string {
	return strings.ToValidUTF8(label[:min(len(label), mostSummary)], "")
}

// Mend is a fix as an edit of a page, which one step takes back.
func Mend(pg *page.Page, fix finding.Fix) *Operation {
	summary := Summary(fix.Label)
	if len(fix.Edits) > 0 {
		all := origin.Document(pg.Origin).Splices(fix.Edits)
		return &Operation{Page: pg.ID, Source: &Source{Stretches: Stretches(all), Summary: summary}}
	}
	var steps []Operation
	if len(fix.Settings) > 0 {
		set := &Set{}
		for _, s := range fix.Settings {
			set.Settings = append(set.Settings, NodeSetting{s.Node, s.Setting})
		}
		steps = append(steps, Operation{Page: pg.ID, Set: set})
	}
	for _, id := range fix.Remove {
		steps = append(steps, Operation{Page: pg.ID, Remove: &Remove{Node: id}})
	}
	return &Operation{Page: pg.ID, Together: &Together{Steps: steps, Summary: summary}}
}
