package ship

import (
	"path"
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// Kept are the files that are kept up to date in a place for a page that was read from markup, by their paths: all of
// the kit's mixins or components, which pages share, and the page's own. Their first lines say so.
func Kept(pr *project.Project, pg *page.Page, kept page.Kept) (all []code.File) {
	k := pr.Kit(pg.Kit)
	form := Form(kept.Form)
	from, whole := sourceOf(layout.Of(k, pg), pr, form), code.Options{Whole: true}
	files := from.mixins(form, whole)
	if form.AsComponents() {
		var used []say.Saying
		for _, other := range pr.Pages {
			if other.Kit == pg.Kit {
				l := sourceOf(layout.Of(k, other), pr, form).layout()
				used = append(used, markup.Write(l, pr, code.Options{}).Used()...)
			}
		}
		files = from.files(form, whole)
		files[len(files)-1].Text = sheet.Whole(k.Native(), used).String() // of all pages, which share it
	}
	for _, f := range files {
		line := "// " + keptLine + "\n"
		if path.Ext(f.Name) == ".css" {
			line = "/* " + keptLine + " */\n"
		}
		all = append(all, code.File{Name: path.Join(kept.Place, f.Name), Text: line + f.Text})
	}
	return all
}

// keptLine begins files that are kept up to date.
const keptLine = "Kept up to date, by Kit Rows: what is changed here is lost with the next edit."

// IsKept reports whether a file is one that is kept up to date, by its first line.
func IsKept(text string) bool {
	first, _, _ := strings.Cut(text, "\n")
	return strings.Contains(first, keptLine)
}
