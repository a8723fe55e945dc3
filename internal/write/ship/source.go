package ship

import (
	"context"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
)

// A source is what a form of a page is written from. What differs by where the page and its stylesheet come from stands
// behind it, and is decided here alone.
type source interface {
	// layout is the layout of the page that the form is written from.
	layout() *layout.Layout
	// files are the page's file, if it has any markup of its own, and the others of the form.
	files(f Form, o code.Options) []code.File
	// ownStyle is what the page's own stylesheet begins with; ok is false where the page has stylesheets of its own.
	ownStyle(f Form) (file code.File, ok bool)
	// complete is the text of the page's file as a whole page, which links these stylesheets.
	complete(text string, links []string) string
	// stylesheet goes with the class-based markup, whole or as far as it is used.
	stylesheet(m *markup.Markup, whole bool) string
	// document is the page as one file; by mixins where that is asked for.
	document(o code.Options) string
	cost(ctx context.Context, f Form) (Cost, error)
	// saying is what says a node's settings: what it is by itself, then a text for each breakpoint.
	saying(n, in *page.Node) []string
	// name is what the form is called; empty where the page has none of it.
	name(f Form) string
	// mixins is the mixin-based code of the form, without the markup.
	mixins(f Form, o code.Options) []code.File
}

// sourceOf is what a form of a page is written from: by mixins on a stylesheet that was brought in, and as components,
// that is the page on a kit of ours with its numbers.
func sourceOf(l *layout.Layout, pr *project.Project, f Form) source {
	p, k := l.Page(), l.Kit()
	switch {
	case f.AsComponents() && l.Foreign() != nil, f.ByMixins() && k.Imported != nil:
		return made{native(l), pr}
	case p.Origin != nil:
		return filed{inForm(l, pr, f.ByMixins()), pr}
	case k.Imported != nil:
		return worded{made{l, pr}}
	}
	return made{l, pr}
}

// shown is the form that a document of a page shows: by mixins where that is asked for, else as the page is now.
func shown(l *layout.Layout, o code.Options) Form {
	if o.Mixed || l.Page().Origin.Address() != "" {
		return Plain
	}
	return Used
}

// Saying is what says the settings of a node that stands in another, or in none, as the page is now: classes or mixins.
// First is what it is by itself, then a text for each breakpoint.
func Saying(l *layout.Layout, pr *project.Project, n, in *page.Node) []string {
	return sourceOf(l, pr, shown(l, code.Options{})).saying(n, in)
}

// A NamedForm is a form and what it is called.
type NamedForm struct {
	Form Form   `json:"form" enum:"used,whole,scss,less,plain,tsx,jsx"`
	Name string `json:"name"`
}

// Offered are the forms in which a page can be taken away.
func Offered(l *layout.Layout, pr *project.Project) (all []NamedForm) {
	s := sourceOf(l, pr, shown(l, code.Options{}))
	for _, f := range Forms {
		if name := s.name(f.Form); name != "" {
			all = append(all, NamedForm{f.Form, name})
		}
	}
	return all
}

// Shown is the layout of the page as a document shows it.
func Shown(l *layout.Layout, pr *project.Project, o code.Options) *layout.Layout {
	return sourceOf(l, pr, shown(l, o)).layout()
}

// Document writes a complete page: the markup with the kit's stylesheet, or the
// used part of it, or what its mixins come to, and its own styles inside and the project's pictures as data. Its
// blocks have their declared heights where the options hold them.
func Document(l *layout.Layout, pr *project.Project, o code.Options) string {
	return sourceOf(l, pr, shown(l, o)).document(o)
}

// Stylesheet is the stylesheet that goes with a page's class-based markup: that of its kit, whole or as far
// as it is used, or the files of one that was brought in, one after the other.
func Stylesheet(l *layout.Layout, m *markup.Markup, whole bool) string {
	return sourceOf(l, nil, shown(l, code.Options{})).stylesheet(m, whole)
}

// CostOf works out what a form takes to ship. Components are counted as what they
// render to, with the stylesheet that goes with them. The error is that of a context that
// has ended.
func CostOf(ctx context.Context, l *layout.Layout, pr *project.Project, f Form) (Cost, error) {
	return sourceOf(l, pr, f).cost(ctx, f)
}

// Files is a page in a form: its markup first, if it has any of its own, and last what the
// page's own stylesheet begins with.
func Files(l *layout.Layout, pr *project.Project, f Form, o code.Options) []code.File {
	s := sourceOf(l, pr, f)
	all := s.files(f, o)
	if own, ok := s.ownStyle(f); ok {
		all = append(all, own)
	}
	return all
}
