package rewrite

import (
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// KitFile is what the stylesheet of a kit of ours is called where no page links it yet.
const KitFile = "kit.css"

// WithKit is a page on a kit that is made here with the kit's stylesheet, as we write it, among those that it may link,
// up to date with its classes; or with the one that its mixins come to. On a kit that was brought in, it is the rules
// of the page's own.
func WithKit(p *page.Page, k *kit.Kit) *page.Page { return withKit(p, k, KitFile) }

// Moved is WithKit for a page that came to kit k from another: the stylesheet is called like the kit, for other pages
// may link that of theirs by the usual name.
func Moved(p *page.Page, k *kit.Kit) *page.Page { return withKit(p, k, code.Slug(k.Name)+".css") }

func withKit(p *page.Page, k *kit.Kit, name string) *page.Page {
	if p.Origin == nil {
		return p
	}
	if k.Imported != nil {
		return withRules(p, k)
	}
	if p.Origin.Mixins != "" {
		return withSheet(p, slices.IndexFunc(p.Origin.Sheets,
			func(f kit.File) bool { return f.Name == p.Origin.Mixins }),
			kit.File{Name: p.Origin.Mixins, Text: Mixed(p, k, code.Options{}).Plain().Text})
	}
	if slices.ContainsFunc(origin.Links(origin.Document(p.Origin)), func(l origin.Link) bool {
		return l.Here && origin.IsGenerated(kit.File{Text: strings.TrimSpace(l.Text)})
	}) {
		return p // it stands in the document
	}
	at := slices.IndexFunc(p.Origin.Sheets, func(f kit.File) bool { return origin.IsGenerated(f) && !origin.IsRules(f) })
	used := unbounded(p, k)
	if at >= 0 && !slices.ContainsFunc(used,
		func(w *vocab.Word) bool { return !strings.Contains(p.Origin.Sheets[at].Text, w.Text) }) {
		if first, _, _ := strings.Cut(p.Origin.Sheets[at].Text, "\n"); strings.Contains(first, k.Name) {
			return p
		}
	}
	var said []say.Saying
	for _, w := range used {
		e := w.Effects[0]
		said = append(said, say.Saying{On: w.On, Field: e.Field, Value: e.Value.Bare(), From: e.In.From})
	}
	file := kit.File{Name: name, Text: sheet.Whole(k, said).String()}
	if at >= 0 {
		file.Name = p.Origin.Sheets[at].Name
	}
	return withSheet(p, at, file)
}

// withRules is a page with the rules of its own, up to date with its classes, among the stylesheets that it may link.
func withRules(p *page.Page, k *kit.Kit) *page.Page {
	if !p.OwnRules {
		return p
	}
	at := slices.IndexFunc(p.Origin.Sheets, origin.IsRules)
	rules := foreign.Of(k, p).OwnRules()
	if at < 0 && len(rules.Blocks) == 0 {
		return p
	}
	rules.Comment = origin.RulesStart + ", for settings that " + k.Name +
		" has no class for. Every edit writes them anew."
	file := kit.File{Name: origin.RulesOf(p), Text: rules.String()}
	if at >= 0 {
		file.Name = p.Origin.Sheets[at].Name
	}
	return withSheet(p, at, file)
}

// withSheet is a page with a stylesheet in the place of the one at an index or, where that is none, before all others.
func withSheet(p *page.Page, at int, file kit.File) *page.Page {
	if at >= 0 && p.Origin.Sheets[at] == file {
		return p
	}
	sheets := slices.Clone(p.Origin.Sheets)
	if at < 0 {
		sheets = slices.Insert(sheets, 0, kit.File{})
		at = 0
	}
	sheets[at] = file
	return origin.WithSheets(p, sheets)
}

// unbounded are the words on a page that no stylesheet has all of: gutters of rows' own, and parts of a row.
func unbounded(p *page.Page, k *kit.Kit) (all []*vocab.Word) {
	v := vocab.Own(k)
	stretches := map[*page.Node]origin.Stretch(nil)
	p.Walk(func(n *page.Node, _ page.Place) {
		if !slices.ContainsFunc(n.At, func(s page.Setting) bool {
			width, _ := s.Get(page.Width)
			return s.Has(page.GapX, page.GapY, page.Before, page.After) || width.Term == page.Portion
		}) {
			return
		}
		if stretches == nil {
			stretches = origin.Stretches(p, "")
		}
		m := stretches[n].Element()
		if m == nil {
			return
		}
		for _, text := range origin.Said(m) {
			if w := v.Word(n.Kind, text); w != nil && len(w.Effects) == 1 && !slices.Contains(all, w) {
				if f := w.Effects[0].Field; f.IsLength() ||
					w.Effects[0].Value.Term == page.Portion {
					all = append(all, w)
				}
			}
		}
	})
	return all
}
