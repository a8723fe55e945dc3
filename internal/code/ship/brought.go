package ship

import (
	"context"
	"strings"

	"kitrows/internal/analyse"
	"kitrows/internal/code"
	"kitrows/internal/code/markup"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/project"
)

// ours is a page on a kit of ours with the numbers of the one that was brought in: mixins and components
// are written with it.
func ours(l *layout.Layout) *layout.Layout { return layout.Of(l.Kit().Ours(), l.Page()) }

// links are the stylesheets that a page links in a form before its own; plain is that of mixins.
func links(l *layout.Layout, f Form, plain string) []string {
	switch {
	case f == Plain:
		return []string{plain}
	case l.Foreign() != nil:
		return Linked(l.Kit())
	}
	return []string{"kit.css"}
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
	text := ""
	for _, f := range l.Kit().Brought.Files {
		text += f.Text
	}
	return cost(ctx, markup.Write(l, pr, code.Options{}).String(), text, analyse.Of(l.Kit()).Rules())
}
