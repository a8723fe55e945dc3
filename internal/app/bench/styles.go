package bench

import (
	"path"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/ship"
)

// Styles are the stylesheets in which the page's own styles are written.
type Styles struct {
	Files []StyleFile     `json:"files" doc:"In the order in which they are linked, with those of the kit."`
	Begin *edit.Operation `json:"begin,omitempty" doc:"Links a new stylesheet, where the page has a head to link one in."`
	New   string          `json:"new" doc:"What that is called."`
}

// A StyleFile is one of them.
type StyleFile struct {
	Name  string `json:"name" doc:"The address that the page links it by."`
	Text  string `json:"text"`
	Fixed string `json:"fixed" doc:"Why it is not changed here; empty where it may be."`
}

// NewStyles are those of a page. A new one is called as wanted, or as such a stylesheet mostly is, if no other is.
func NewStyles(pg *page.Page, k *kit.Kit, wanted string) *Styles {
	if !origin.TraitsOf(pg, k).File {
		return &Styles{Files: []StyleFile{{Name: page.OwnStyle, Text: ship.OwnText(pg)}}}
	}
	s := &Styles{Files: []StyleFile{}}
	for _, f := range k.Files() {
		s.Files = append(s.Files, StyleFile{f.Name, f.Text, "It is the stylesheet of the kit " + k.Name +
			": change it in your editor, and everything follows when it is saved."})
	}
	for _, f := range pg.Origin.Sheets {
		one := StyleFile{Name: f.Name, Text: f.Text}
		if want := edit.Unwritable(f); want != "" {
			one.Fixed = "Only " + want + " is changed here."
		}
		s.Files = append(s.Files, one)
	}
	taken := func(name string) bool {
		return slices.ContainsFunc(s.Files, func(f StyleFile) bool { return path.Base(f.Name) == path.Base(name) })
	}
	stem := strings.TrimSuffix(path.Base(pg.File), path.Ext(pg.File))
	for _, name := range []string{path.Base(wanted), "page.css", stem + "-page.css", stem + "-styles.css"} {
		if s.New == "" && strings.HasSuffix(name, ".css") && page.IsPath(name) && !taken(name) {
			s.New = name
		}
	}
	doc := origin.Document(pg.Origin)
	link, is := origin.InHead(doc, `<link rel="stylesheet" href="`+markup.Escaped(s.New)+`">`)
	if is && s.New != "" {
		sheets := append(slices.Clone(pg.Origin.Sheets), kit.File{Name: s.New, Text: "/* Styles of this page. */\n"})
		s.Begin = &edit.Operation{Page: pg.ID, Source: &edit.Source{Sheets: &sheets, Summary: "Link " + s.New,
			Stretches: edit.Stretches(doc.Splices([]markup.Edit{link}))}}
	}
	return s
}
