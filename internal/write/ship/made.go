package ship

import (
	"context"
	"encoding/base64"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/component"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// made is a page that is made here, on a kit of ours.
type made struct {
	l  *layout.Layout
	pr *project.Project
}

// native is a page on a kit of ours with the numbers of its own, as one that is made here: mixins and components are
// written from it.
func native(l *layout.Layout) *layout.Layout {
	return l.Like(l.Kit().Native(), origin.Plain(l.Page(), l.Kit()))
}

func (m made) layout() *layout.Layout { return m.l }

func (m made) files(f Form, o code.Options) []code.File {
	name := m.l.Page().File
	switch {
	case f.ByMixins():
		return append([]code.File{mixin.New(m.l, m.pr, o).Markup.File(name)}, m.mixins(f, o)...)
	case f.AsComponents():
		used := sheet.Used(m.l.Kit(), markup.Write(m.l, m.pr, o).Used())
		return append(component.Files(m.l, m.pr, component.Language(f)), code.File{Name: "kit.css", Text: used.String()})
	}
	text := markup.Write(m.l, m.pr, o)
	return []code.File{text.File(name), {Name: "kit.css", Text: m.stylesheet(text, f == Whole)}}
}

func (m made) saying(n, in *page.Node) []string {
	return markup.ClassesOf(say.OfNode(m.l, n.ID), vocab.Own(m.l.Kit()), n, in)
}

func (made) name(f Form) string { return f.name() }

func (m made) mixins(f Form, o code.Options) []code.File { return inForms(mixin.New(m.l, m.pr, o), f) }

func (m made) ownStyle(f Form) (code.File, bool) { return ownStyle(m.l, f), true }

func (m made) complete(text string, links []string) string {
	return markup.Page(m.l.Page(), text, links...)
}

func (m made) stylesheet(text *markup.Markup, whole bool) string {
	return m.sheet(text, whole).String()
}

func (m made) sheet(text *markup.Markup, whole bool) *css.Sheet {
	if whole {
		return sheet.Whole(m.l.Kit(), text.Used())
	}
	return sheet.Used(m.l.Kit(), text.Used())
}

func (m made) document(o code.Options) string {
	w := m.writer(o)
	if o.Mixed {
		mixed := mixin.Write(w, m.l, o, 1)
		return documentOf(m.l, mixed.Markup, looksOf("body", ""), []string{asElement(mixed.CSS())}, o)
	}
	text := w.Page(1)
	return documentOf(m.l, text, looksOf("body", ""), []string{asElement(m.sheet(text, o.Whole))}, o)
}

// writer writes the page for a document: its pictures stand in it, unless they are had from an address.
func (m made) writer(o code.Options) *markup.Writer {
	w := markup.NewWriter(say.Of(m.l), o, func(id string) string {
		pic := m.pr.Picture(id)
		if o.Pictures != "" {
			return o.Pictures + pic.Versioned()
		}
		return "data:" + pic.Type + ";base64," + base64.StdEncoding.EncodeToString(pic.Data.Bytes())
	})
	w.Hold = o.Hold
	return w
}

func (m made) cost(ctx context.Context, f Form) (Cost, error) {
	if f.ByMixins() {
		mixed := mixin.New(m.l, m.pr, code.Options{})
		styles := mixed.CSS()
		return cost(ctx, mixed.Markup.String(), styles.String(), styles.Rules())
	}
	text := markup.Write(m.l, m.pr, code.Options{})
	styles := m.sheet(text, f == Whole)
	return cost(ctx, text.String(), styles.String(), styles.Rules())
}

// inForms is mixin-based code in a form, without its markup.
func inForms(m *mixin.Mixed, f Form) []code.File {
	switch f {
	case SCSS:
		return m.SCSS()
	case Less:
		return m.Less()
	}
	return []code.File{m.Plain()}
}

// Links are the stylesheets that a page of kit k links in a form, in their order: the form's, then the page's own.
func Links(k *kit.Kit, f Form, plain string) []string {
	if f.ByMixins() {
		return []string{plain, page.OwnStyle}
	}
	if linked := Linked(k); len(linked) > 0 && !f.AsComponents() {
		return append(linked, page.OwnStyle)
	}
	return []string{"kit.css", page.OwnStyle}
}
