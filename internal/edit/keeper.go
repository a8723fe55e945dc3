package edit

import (
	"bytes"
	"slices"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// A keeper keeps a page as edits change it. What differs between a page that is made here and one from HTML, whose file
// it is, stands behind it.
type keeper interface {
	// file refuses an operation that only pages from HTML take, with the field that it is told of.
	file(field, why string) error
	// finish brings what an operation did into the page, and refuses what the page cannot be.
	finish(e *editor, before *page.Page, was *kit.Kit) error
	// drop refuses that the page has no rules of its own any more.
	drop(e *editor) error
	// style gives the page, or a stylesheet that it links, other styles.
	style(e *editor, s *Style) error
	// describe changes what the page is called and what its head says.
	describe(e *editor, d *DescribePage) error
	// lenient reports whether parts may stand where section 4 has none, as they may in files of others.
	lenient() bool
	// takesMarkup reports whether markup that is pasted is put into the page as it is.
	takesMarkup() bool
	// reads reports whether the page as it is later has the same text, which stretches can be changed of.
	reads(is *page.Page) bool
	// mended is the edit that made is of the page, by steps.
	mended(is *page.Page, steps []Operation, summary string) *Operation
	// names reports whether a name that is given must be kept, for it would be read from the page again.
	names() bool
	// refit is the page when its kit has become another, and what could not follow.
	refit(p *project.Project, had *page.Page, r *page.Refit, was, is *kit.Kit) (*page.Page, []page.Note, error)
}

// keeperOf is what keeps a page.
func keeperOf(p *page.Page) keeper {
	if p.Origin != nil {
		return filed{p}
	}
	return made{p}
}

// made is a page that is made here.
type made struct{ *page.Page }

func (m made) file(field, why string) error {
	return fault.New(field, m.Name, "a page that was read from markup%s", why)
}

func (made) finish(e *editor, _ *page.Page, _ *kit.Kit) error {
	if err := e.page.Check(e.kit, e.project.HasPicture); err != nil {
		return err
	}
	return foreign.Check(e.kit, e.page)
}

func (made) drop(*editor) error { return nil }

func (made) lenient() bool { return false }

func (made) takesMarkup() bool { return false }

func (made) reads(*page.Page) bool { return false }

func (m made) mended(_ *page.Page, steps []Operation, summary string) *Operation {
	return &Operation{Page: m.ID, Together: &Together{Steps: steps, Summary: summary}}
}

func (made) names() bool { return false }

func (made) refit(_ *project.Project, had *page.Page, r *page.Refit, _, is *kit.Kit) (*page.Page, []page.Note, error) {
	carried, notes := r.Page(had)
	carried, unsaid := foreign.Fit(is, carried)
	return carried, append(notes, unsaid...), nil
}

// filed is a page from HTML.
type filed struct{ *page.Page }

func (filed) file(string, string) error { return nil }

func (filed) finish(e *editor, before *page.Page, was *kit.Kit) error {
	if !e.written && (e.page.Kit != before.Kit || !slices.Equal(e.page.Body, before.Body)) {
		e.page = withoutStandIns(e.page)
		if err := e.write(before, was); err != nil {
			return err
		}
		if err := e.kinds(); err != nil {
			return err
		}
	}
	if err := e.page.Check(e.kit, e.project.HasPicture); err != nil {
		return err
	}
	return origin.Unread(e.page.Origin)
}

// withoutStandIns is a page without what holds the place of content to come: it is not written into a file.
func withoutStandIns(p *page.Page) *page.Page {
	some := false
	p.Walk(func(n *page.Node, _ page.Place) { some = some || n.Kind == page.Column && standIn(n) >= 0 })
	if !some {
		return p
	}
	c := *p
	var without func(all []*page.Node) []*page.Node
	without = func(all []*page.Node) []*page.Node {
		var kept []*page.Node
		same := true
		for _, n := range all {
			if n.Kind == page.Block && n.Content.Stand {
				same = false
				continue
			}
			if children := without(n.Children); !slices.Equal(children, n.Children) {
				copied := *n
				copied.Children, n, same = children, &copied, false
			}
			kept = append(kept, n)
		}
		if same {
			return all
		}
		return kept
	}
	c.Body = without(p.Body)
	return &c
}

func (filed) drop(e *editor) error {
	if len(layout.Of(e.kit, e.page).Foreign().OwnRules().Blocks) > 0 {
		return fault.New("allow", false, "true, as long as %s has settings that %s has no class for", e.page.Name,
			e.kit.Name)
	}
	return nil
}

func (filed) lenient() bool { return true }

func (f filed) takesMarkup() bool { return f.Origin.Mixins == "" }

func (f filed) reads(is *page.Page) bool {
	return is.Origin != nil && bytes.Equal(f.Origin.Bytes(), is.Origin.Bytes())
}

// mended does all steps in one go, for each is of the bytes that the one before it left.
func (f filed) mended(is *page.Page, _ []Operation, summary string) *Operation {
	source := &Source{Summary: summary, Stretches: Stretches(markup.Difference(f.Origin.Bytes(), is.Origin.Bytes()))}
	if sheets := is.Origin.Sheets; !slices.Equal(sheets, f.Origin.Sheets) {
		source.Sheets = &sheets
	}
	return &Operation{Page: f.ID, Source: source}
}

func (filed) names() bool { return true }

func (f filed) refit(p *project.Project, had *page.Page, r *page.Refit, was, is *kit.Kit) (*page.Page, []page.Note,
	error) {
	if had.Origin.Mixins != "" {
		if err := origin.CheckMixins(is); err != nil {
			return nil, nil, fault.Under(had.ID, err)
		}
	}
	if is.Imported != nil { // its file is what it is
		return origin.Again(had, is, had.Origin, origin.Here(had)), nil, nil
	}
	carried, notes, err := made(f).refit(p, had, r, was, is)
	if err == nil {
		carried, _, err = rewritten(p, had, carried, was, is)
	}
	if err != nil {
		return nil, nil, fault.Under(had.ID, err)
	}
	return rewrite.WithKit(carried, is), notes, nil
}
