package bench

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/markup"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/ship"
)

// A Finding is one thing that is told of a page.
type Finding struct {
	Code        string   `json:"code"`
	Severity    string   `json:"severity" enum:"broken,surprise,tidy,estimate"`
	Node        string   `json:"node" doc:"The node that it is about; empty for none."`
	Breakpoints []string `json:"breakpoints" doc:"Where it is so at some breakpoints only: these."`
	Text        string   `json:"text"`
	Line        int      `json:"line" doc:"Where it is in the page's file, from 1; 0 of a page that has none."`
	Column      int      `json:"column"`
	Meant       bool     `json:"meant" doc:"The node is marked as meant to be so; it is not counted."`
	Fixes       []Fix    `json:"fixes"`
}

// A Fix mends what was found, by an edit like any other.
type Fix struct {
	Label     string          `json:"label"`
	Operation *edit.Operation `json:"operation"`
	Keeps     bool            `json:"keeps,omitzero" doc:"It leaves every box where it is, at every width."`
}

// findings are all that is told of a page.
func findings(l *layout.Layout, p *project.Project) []Finding {
	return told(l, check.Of(l, ship.Checked(l, p)))
}

// Relink proposes, for links to stylesheets that are not there, those that near gives for their addresses; none where
// that is empty.
func (b *Bench) Relink(pg *page.Page, near func(link string) string) {
	doc := origin.Document(pg.Origin)
	for i := range b.Findings {
		f := &b.Findings[i]
		if f.Code != string(finding.StylesheetMissing) || len(f.Fixes) > 0 {
			continue
		}
		for _, l := range origin.Links(doc) {
			at := doc.Line(l.Start.From)
			if l.Here || at.Line != f.Line || at.Column != f.Column {
				continue
			}
			to := near(l.Name)
			if to == "" {
				continue
			}
			label := "Link " + to
			all := doc.Splices([]markup.Edit{doc.SetAttr(l.Node, "href", to)})
			f.Fixes = append(f.Fixes, Fix{Label: label, Operation: &edit.Operation{Page: pg.ID,
				Source: &edit.Source{Stretches: edit.Stretches(all), Summary: edit.Summary(label)}}})
		}
	}
}

// Alone tells that nothing says with which stylesheets a part of a page is shown, and proposes those of the folder.
func (b *Bench) Alone(pg *page.Page, part *Part) {
	f := finding.New(finding.PartAlone, "",
		"no page in the folder includes this part of a page: choose which stylesheets it is shown with, here or under "+
			"Name, title, file…")
	one := Finding{Code: string(f.Code), Severity: string(f.Severity), Breakpoints: []string{}, Text: f.Text,
		Fixes: []Fix{}}
	for _, link := range part.Sheets[:min(len(part.Sheets), mostProposed)] {
		label := "Show with " + link
		one.Fixes = append(one.Fixes, Fix{Label: label, Operation: &edit.Operation{Page: pg.ID, Source: &edit.Source{
			Stretches: []edit.Stretch{}, Named: &[]string{link}, Summary: edit.Summary(label)}}})
	}
	b.Findings = slices.Insert(b.Findings, 0, one)
}

// mostProposed is how many stylesheets are proposed for a part of a page.
const mostProposed = 3

// Unread says first why the grid in the stylesheets that a page links could not be read.
func (b *Bench) Unread(why error) {
	text := why.Error()
	if f, is := errors.AsType[*fault.Fault](why); is {
		text = fmt.Sprintf("there are %s, and a grid has %s", strings.Trim(f.Found, `"`), f.Want)
		if strings.Contains(f.Found, budget.TooMuch) {
			text = f.Found
		}
	}
	f := finding.New(finding.GridUnread, "", "the grid of the page's stylesheets could not be read: "+text)
	b.Findings = slices.Insert(b.Findings, 0, Finding{Code: string(f.Code), Severity: string(f.Severity),
		Breakpoints: []string{}, Text: f.Text, Fixes: []Fix{}})
}

// told are findings as they are answered.
func told(l *layout.Layout, all []finding.Finding) []Finding {
	list := make([]Finding, 0, len(all))
	for _, f := range all {
		one := Finding{string(f.Code), string(f.Severity), f.Node, notNil(f.Breakpoints), f.Text, f.At.Line, f.At.Column,
			f.Meant, []Fix{}}
		if f.At.File != "" { // its text says where
			one.Line, one.Column = 0, 0
		}
		for _, fix := range f.Fixes {
			one.Fixes = append(one.Fixes, Fix{fix.Label, edit.Mend(l.Page(), fix), fix.Keeps})
		}
		list = append(list, one)
	}
	return list
}
