package ship

import (
	"path"
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/component"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// Kept are the files that are kept up to date in a place for a page that was read from markup, by their paths: all of
// the kit's mixins or components, which pages share, and the page's own. Their first lines say so.
func Kept(pr *project.Project, pg *page.Page, kept page.Kept) (all []code.File) {
	k := pr.Kit(pg.Kit)
	var files []code.File
	switch form := Form(kept.Form); {
	case form == TypeScript || k.Brought != nil:
		l := layout.Of(k.Ours(), plain(pg, k))
		if form != TypeScript {
			files = Files(l, pr, form, code.Options{Whole: true})[1:]
			files = files[:len(files)-1] // the page's own stylesheet is the user's
			break
		}
		var used []say.Saying
		for _, other := range pr.Pages {
			if other.Origin != nil && other.Kit == pg.Kit {
				used = append(used, markup.Write(layout.Of(k.Ours(), plain(other, k)), pr, code.Options{}).Used()...)
			}
		}
		files = append(component.Files(l, pr), code.File{Name: "kit.css", Text: sheet.Whole(k.Ours(), used).String()})
	default:
		files = mixedOf(inForm(layout.Of(k, pg), pr, true), form, code.Options{Whole: true})
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
