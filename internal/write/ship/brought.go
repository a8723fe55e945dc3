package ship

import (
	"context"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/analyse"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/sheet"
)

// ours is a page on a kit of ours with the numbers of the one that was brought in: mixins and components
// are written with it.
func ours(l *layout.Layout) *layout.Layout {
	return layout.Of(l.Kit().Ours(), plain(l.Page(), l.Kit()))
}

// Shown is the layout of the page as a document shows it: of mixins for a kit that was brought in, that of a
// kit of ours; of mixins for a page that was read from markup, that of its own.
func Shown(l *layout.Layout, pr *project.Project, o code.Options) *layout.Layout {
	switch {
	case !o.Mixed || l.Foreign() == nil:
		return l
	case l.Kit().Brought == nil:
		return inForm(l, pr, true)
	}
	return ours(l)
}

// Links are the stylesheets that a page of kit k links in a form, in their order: the form's, then the page's own.
func Links(k *kit.Kit, f Form, plain string) []string {
	switch {
	case f.ByMixins():
		return []string{plain, OwnStyle}
	case analyse.Of(k) != nil && f != TypeScript:
		return append(Linked(k), OwnStyle)
	}
	return []string{"kit.css", OwnStyle}
}

// PlainStyle is the name of the stylesheet that a page's mixins come to.
func PlainStyle(pg *page.Page, k *kit.Kit) string {
	switch {
	case pg.Origin == nil || k.Brought != nil:
		return mixin.PageFile(pg) + ".css"
	case pg.Origin.Mixins != "":
		return pg.Origin.Mixins
	}
	return origin.StyleOf(pg)
}

// Linked are the files of a stylesheet that was brought in that pages link, in their order: those that no
// other imports.
func Linked(k *kit.Kit) (names []string) {
	r := analyse.Of(k)
	for _, at := range r.Cascade.Roots() {
		if at < r.Files {
			names = append(names, k.Brought.Files[at].Name)
		}
	}
	return names
}

// broughtStyles are the files of a stylesheet that was brought in as elements of a document, untouched, in
// their order. Files that others import stand where those are.
func broughtStyles(k *kit.Kit) (all []string) {
	r := analyse.Of(k)
	for _, at := range r.Cascade.Roots() {
		if at < r.Files {
			text := r.Cascade.Inlined(at)
			all = append(all, "<style>"+strings.ReplaceAll(text, "</", `<\/`)+"</style>")
		}
	}
	return all
}

// broughtCost is what a page costs to ship with the stylesheet of its kit as it is.
func broughtCost(ctx context.Context, l *layout.Layout, pr *project.Project) (Cost, error) {
	m := markup.Write(l, pr, code.Options{})
	rules := len(l.Foreign().Cascade().Rules)
	if r := analyse.Of(l.Kit()); r != nil && l.Page().Origin == nil {
		rules = r.Rules()
	}
	return cost(ctx, m.String(), Stylesheet(l, m, true), rules)
}

// stylesheets are the files of a stylesheet that was brought in; of a page that was read from markup, all that it may
// link.
func stylesheets(l *layout.Layout) []kit.File {
	if l.Page().Origin != nil {
		return foreign.Files(l.Kit(), l.Page())
	}
	return l.Kit().Brought.Files
}

// Stylesheet is the stylesheet that goes with a page's class-based markup: that of its kit, whole or as far
// as it is used, or the files of one that was brought in, one after the other.
func Stylesheet(l *layout.Layout, m *markup.Markup, whole bool) string {
	switch {
	case l.Foreign() != nil:
		text := ""
		for _, f := range stylesheets(l) {
			text += f.Text
		}
		return text
	case whole:
		return sheet.Whole(l.Kit(), m.Used()).String()
	}
	return sheet.Used(l.Kit(), m.Used()).String()
}
