package ship

import (
	"context"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
)

// worded is a page that is made here, by the classes of a stylesheet that was brought in, whose files stay as they are.
type worded struct{ made }

func (w worded) files(_ Form, o code.Options) []code.File {
	return append([]code.File{markup.Write(w.l, w.pr, o).File(w.l.Page().File)}, asFiles(w.l.Kit().Files())...)
}

func (w worded) saying(n, _ *page.Node) []string { return w.l.Foreign().Deciding(n) }

func (w worded) stylesheet(*markup.Markup, bool) string { return text(w.l.Kit().Files()) }

func (w worded) document(o code.Options) string {
	held := "." + infer.Held // em go by what is around, so that only blocks have looks
	return documentOf(w.l, w.writer(o).Page(1), looksOf(held, held), importedStyles(w.l.Kit()), o)
}

func (w worded) cost(ctx context.Context, _ Form) (Cost, error) {
	m := markup.Write(w.l, w.pr, code.Options{})
	return cost(ctx, m.String(), w.stylesheet(m, true), infer.Of(w.l.Kit()).Rules())
}

// Linked are the files of a stylesheet that was brought in that pages link, in their order: those that no
// other imports. None of a kit of ours.
func Linked(k *kit.Kit) (names []string) {
	r := infer.Of(k)
	for _, at := range r.Roots() {
		names = append(names, k.Files()[at].Name)
	}
	return names
}

// importedStyles are the files of a stylesheet that was brought in as elements of a document, untouched, in
// their order. Files that others import stand where those are.
func importedStyles(k *kit.Kit) (all []string) {
	r := infer.Of(k)
	for _, at := range r.Roots() {
		all = append(all, style(r.Cascade.Inlined(at), ""))
	}
	return all
}

// asFiles are stylesheets as they are taken away.
func asFiles(files []kit.File) (all []code.File) {
	for _, f := range files {
		all = append(all, code.File{Name: f.Name, Text: f.Text})
	}
	return all
}

// text is stylesheets one after the other.
func text(files []kit.File) string {
	var b strings.Builder
	for _, f := range files {
		b.WriteString(f.Text)
	}
	return b.String()
}
