package edit

import (
	"path"
	"path/filepath"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// linked is a page from HTML that came to another kit, with links to the kit's stylesheets: in the place of the one
// that we wrote for the kit it had, else before all others. Other files of that kit, which it still links, are from
// then on stylesheets of its own.
func linked(pr *project.Project, p *page.Page, was, is *kit.Kit) *page.Page {
	doc := origin.Document(p.Origin)
	if doc.Part || p.Origin.Mixins != "" {
		return rewrite.WithKit(p, is)
	}
	var links []origin.Link
	old := -1 // the link of the stylesheet that we wrote
	sheets := append(slices.Clone(was.Files()), p.Origin.Sheets...)
	for _, l := range origin.Links(doc) {
		if l.Here {
			continue
		}
		at := origin.Find(sheets, l.Name)
		if at >= 0 && old < 0 && origin.IsGenerated(sheets[at]) && !origin.IsRules(sheets[at]) {
			old = len(links)
			sheets = slices.Delete(sheets, at, at+1)
		}
		links = append(links, l)
	}
	kept := slices.Clone(links)
	if old >= 0 {
		kept = slices.Delete(kept, old, old+1)
	}
	leads := func(f kit.File) bool {
		return slices.ContainsFunc(kept, func(l origin.Link) bool { return origin.Find([]kit.File{f}, l.Name) == 0 })
	}
	sheets = slices.DeleteFunc(sheets, func(f kit.File) bool {
		return origin.Find(is.Files(), f.Name) >= 0 || origin.Find(was.Files(), f.Name) >= 0 && !leads(f)
	})
	p = rewrite.Moved(origin.WithSheets(p, sheets), is)
	var lines []string
	for _, f := range foreign.Files(is, p) {
		if !origin.OfKit(is, f) || origin.IsRules(f) || strings.HasPrefix(f.Name, origin.Style) || leads(f) {
			continue
		}
		lines = append(lines, `<link rel="stylesheet" href="`+markup.Escaped(addressIn(pr, p, is, f))+`">`)
	}
	text := strings.Join(lines, "\n")
	e, placed := origin.InHead(doc, text)
	switch {
	case old >= 0:
		e, placed = markup.Edit{Span: links[old].Start, Text: text}, true
	case len(links) > 0:
		e, placed = doc.Before(links[0].Start, text), true
	}
	if len(lines) == 0 || !placed {
		return p // where there is no head, a finding tells that it is not linked
	}
	return origin.Spliced(p, is, doc.Splices([]markup.Edit{e}), nil)
}

// addressIn is where a page finds a file of a kit: beside it or, where another page on the kit links the file, where
// that one finds it.
func addressIn(pr *project.Project, p *page.Page, k *kit.Kit, f kit.File) string {
	for _, other := range pr.Pages {
		if other.Kit != k.ID || !origin.Linked(other, f.Name) || strings.Contains(f.Name, ":") {
			continue
		}
		there := path.Join(path.Dir(other.File), f.Name)
		if from, err := filepath.Rel(filepath.FromSlash(path.Dir(p.File)), filepath.FromSlash(there)); err == nil {
			return filepath.ToSlash(from)
		}
	}
	return f.Name
}
