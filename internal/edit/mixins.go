package edit

import (
	"fmt"
	"path"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// Mixins has the layout of a page that was read from markup in mixins, and no class of the kit in its file; or in
// classes again.
type Mixins struct {
	On bool `json:"on"`
}

func (m *Mixins) apply(e *editor) error {
	before := e.page
	if err := keeperOf(before).file("on", ": others can be taken away in either form"); err != nil {
		return err
	}
	if m.On == (before.Origin.Mixins != "") {
		return fault.New("on", m.On, "the other: the layout of %s is so already", before.Name)
	}
	address := ""
	if m.On {
		address = styleAddress(before, before.Origin.Kept)
	}
	next, err := rewrite.ByMixins(before, e.kit, e.project, address)
	if err != nil {
		return err
	}
	e.summary = "Lay out " + before.Name + " by classes"
	if m.On {
		e.summary = "Lay out " + before.Name + " by mixins"
	}
	e.inverse.Source = back(before, next, markup.Difference(before.Origin.Bytes(), next.Origin.Bytes()), e.summary)
	e.inverse.Source.Sheets, e.inverse.Source.Mixins = &before.Origin.Sheets, &before.Origin.Mixins
	e.page, e.written = next, true
	return nil
}

// styleAddress is the address by which a page links the stylesheet that its mixins come to: where that is kept up to
// date, or beside it.
func styleAddress(p *page.Page, kept []page.Kept) string {
	name := origin.StyleOf(p)
	if at := keptAt(kept, "plain"); at >= 0 {
		return path.Join(strings.Repeat("../", strings.Count(p.File, "/")), kept[at].Place, name)
	}
	return name
}

func keptAt(kept []page.Kept, form string) int {
	return slices.IndexFunc(kept, func(k page.Kept) bool { return k.Form == form })
}

// Keep has the files of a form of code, which are made for a page that was read from markup, kept up to date in the
// folder that it stands in, or no longer.
type Keep struct {
	Form  string `json:"form" enum:"scss,less,plain,tsx,jsx"`
	Place string `json:"place,omitzero" maxLength:"400" doc:"The path of a folder in it; empty for itself."`
	Stop  bool   `json:"stop,omitzero" doc:"Stop keeping them up to date. The files stay."`
}

func (k *Keep) apply(e *editor) error {
	before := e.page
	if err := keeperOf(before).file("form", ": others have no place in a folder"); err != nil {
		return err
	}
	place := path.Clean(strings.Trim(strings.TrimSpace(k.Place), "/"))
	if place == "." {
		place = ""
	}
	if err := page.CheckPlace(place); err != nil {
		return err
	}
	kept := slices.Clone(before.Origin.Kept)
	at := keptAt(kept, k.Form)
	e.inverse.Keep = &Keep{Form: k.Form, Stop: true}
	if at >= 0 {
		e.inverse.Keep = &Keep{Form: k.Form, Place: kept[at].Place}
		kept = slices.Delete(kept, at, at+1)
	}
	where := place
	if place == "" {
		where = "the folder"
	}
	e.summary = fmt.Sprintf("Keep %s in %s", k.Form, where)
	if k.Stop {
		e.summary = "Keep " + k.Form + " no longer"
	} else {
		kept = append(kept, page.Kept{Form: k.Form, Place: place})
		slices.SortFunc(kept, func(a, b page.Kept) int { return strings.Compare(a.Form, b.Form) })
	}
	next := origin.WithKept(before, kept)
	if before.Origin.Mixins != "" {
		next = origin.WithMixins(next, styleAddress(before, kept))
		sheets := slices.DeleteFunc(slices.Clone(before.Origin.Sheets),
			func(f kit.File) bool { return f.Name == before.Origin.Mixins })
		next = rewrite.WithKit(origin.WithSheets(next, sheets), e.kit)
	}
	e.page, e.written = next, true
	return nil
}
