package edit

import (
	"fmt"
	"slices"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/ship"
)

// How many fixes are made on one page at once, how often the page is checked again for what comes of them, and how many
// bytes of its file are read for that in all. What is not mended then stays told.
const (
	mostFixes  = 2000
	mostRounds = 40
	mostRead   = 4 << 20
)

// A Mending is what mends all findings of some codes on a page, each by its first fix.
type Mending struct {
	Project   *project.Project  // once it is done
	Operation *Operation        // nil where there is nothing to mend
	Fixes     int               // how many were made
	Left      []finding.Finding // what is told of the page then
}

// MendAll mends what is found on a page of these codes and is not meant. A fix that is refused is left out, and what it
// was for stays told. The page is checked again after those that do not touch one another, for a fix may mend another
// thing too.
func MendAll(p *project.Project, id string, codes ...string) *Mending {
	m := &Mending{Project: p}
	tried := map[string]bool{}
	var steps []Operation
	do := func(pg *page.Page, fix finding.Fix) bool {
		o := Mend(pg, fix)
		change, err := Apply(m.Project, *o)
		if err != nil {
			return false
		}
		m.Project = change.Project
		if o.Together != nil {
			steps = append(steps, o.Together.Steps...)
		}
		return true
	}
	for rounds, read := 0, 0; ; rounds++ {
		pg := m.Project.Page(id)
		read += len(pg.Origin.Bytes())
		l := layout.Of(m.Project.Kit(pg.Kit), pg)
		m.Left = check.Of(l, ship.Checked(l, m.Project))
		var round []finding.Fix
		var keys []string
		for _, f := range m.Left {
			if slices.Contains(codes, string(f.Code)) && len(f.Fixes) > 0 && !f.Meant && !tried[keyOf(f)] &&
				len(round)+m.Fixes < mostFixes && !touches(round, f.Fixes[0]) {
				round, keys = append(round, f.Fixes[0]), append(keys, keyOf(f))
			}
		}
		if len(round) == 0 || rounds == mostRounds || read > mostRead {
			break
		}
		if do(pg, merged(round)) {
			m.Fixes += len(round)
			for _, key := range keys {
				tried[key] = true
			}
			continue
		}
		for i, fix := range round { // one of them is refused
			tried[keys[i]] = true
			if !do(pg, fix) {
				continue
			}
			m.Fixes++
			if len(fix.Edits) > 0 {
				break // the bytes that the others are of are elsewhere now
			}
		}
	}
	if m.Fixes == 0 {
		return m
	}
	summary := "Mend 1 finding"
	if m.Fixes > 1 {
		summary = fmt.Sprintf("Mend %d findings", m.Fixes)
	}
	was, is := p.Page(id), m.Project.Page(id)
	m.Operation = keeperOf(was).mended(is, steps, summary)
	return m
}

// touches reports whether a fix is of nodes or bytes that one of others is of too. Those that change the file's text
// are not done together with those that change settings.
func touches(others []finding.Fix, fix finding.Fix) bool {
	return slices.ContainsFunc(others, func(o finding.Fix) bool {
		if len(o.Edits) > 0 != (len(fix.Edits) > 0) {
			return true
		}
		for _, e := range o.Edits {
			if slices.ContainsFunc(fix.Edits, func(f markup.Edit) bool { return f.From <= e.To && e.From <= f.To }) {
				return true
			}
		}
		nodes := of(o)
		return slices.ContainsFunc(of(fix), func(id string) bool { return slices.Contains(nodes, id) })
	})
}

// of are the nodes that a fix changes.
func of(fix finding.Fix) []string {
	ids := slices.Clone(fix.Remove)
	for _, s := range fix.Settings {
		ids = append(ids, s.Node)
	}
	return ids
}

// merged are fixes that do not touch one another as one.
func merged(all []finding.Fix) (one finding.Fix) {
	for _, f := range all {
		one.Edits = append(one.Edits, f.Edits...)
		one.Settings = append(one.Settings, f.Settings...)
		one.Remove = append(one.Remove, f.Remove...)
	}
	slices.SortStableFunc(one.Edits, func(a, b markup.Edit) int { return a.From - b.From })
	return one
}

// MendEverywhere is what mends the findings of a code on all pages of a project as one edit, and how many; nil for
// nothing.
func MendEverywhere(p *project.Project, code string) (o *Operation, fixes int) {
	all := &Across{}
	for _, pg := range p.Pages {
		m := MendAll(p, pg.ID, code)
		if m.Operation != nil {
			all.Steps = append(all.Steps, *m.Operation)
			fixes += m.Fixes
		}
	}
	if fixes == 0 {
		return nil, 0
	}
	all.Summary = fmt.Sprintf("Mend %d findings on %d pages", fixes, len(all.Steps))
	if len(all.Steps) == 1 {
		return &all.Steps[0], fixes
	}
	return &Operation{Page: all.Steps[0].Page, Across: all}, fixes
}

// keyOf is the same for the same finding before and after others are mended.
func keyOf(f finding.Finding) string {
	return fmt.Sprint(f.Code, f.Node, f.Breakpoints, f.Text)
}
