package folder_test

import (
	"math"
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/sheet"
)

// sixteen is a kit that is none of those that ship.
func sixteen() *kit.Kit {
	k := sample.Twelve()
	k.ID, k.Name, k.Columns, k.Gutter = "sixteen", "Harbour Sixteen", kit.Equal(16), kit.GutterOf(kit.Px(20))
	return k
}

// taken are the files of a page of two columns on a kit, as it is taken away: with the used part of the stylesheet or
// the whole of it.
func taken(k *kit.Kit, whole bool) site {
	column := func(id string) *page.Node {
		return &page.Node{ID: id, Kind: page.Column, Name: id, Element: "div", At: []page.Setting{
			page.At("mid").With(page.Width, page.Take(8))}}
	}
	l := layout.Of(k, &page.Page{ID: "page", Name: "Page", File: "index.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{
			{ID: "row", Kind: page.Row, Name: "Row", Children: []*page.Node{column("one"), column("two")}}}}}})
	m := markup.Write(l, &project.Project{}, code.Options{})
	css := sheet.Used(k, m.Used()).String()
	if whole {
		css = sheet.Whole(k, m.Used()).String()
	}
	return site{"kit.css": css, "index.html": "<!doctype html>\n<html><head><link rel=stylesheet href=kit.css></head>\n" +
		"<body>\n" + m.String() + "</body></html>\n"}
}

// Pages that were taken away come back on their kit, and what is typed there has its rules in their stylesheet.
func TestTakenPagesComeBackOnTheirKit(t *testing.T) {
	for name, whole := range map[string]bool{"used": false, "whole": true} {
		w := work(t, taken(sixteen(), whole))
		if k := w.kit("index.html"); !k.IsLike(sixteen()) {
			t.Fatalf("%s: it is on %s, %s columns", name, k.Name, k.Columns)
		}
		if err := w.edit("index.html", "5"); err != nil {
			t.Fatal(err)
		}
		css := w.get("kit.css")
		if !strings.Contains(w.get("index.html"), "kr-take-5-mid") || !strings.Contains(css, ".kr-take-5-mid {") ||
			!strings.Contains(css, "--kr-of-base: 16;") || !kit.Defined(css).IsLike(sixteen()) {
			t.Errorf("%s: the files are\n%s\n%s", name, w.get("index.html"), css)
		}
		if got := w.column("index.html", 800); math.Abs(got-168.75) > 0.01 { // (600 − 20 + 20) × 5 ÷ 16 − 20, edges of 10 px
			t.Errorf("%s: the column is %v px wide", name, got)
		}
	}
}

// column is how wide the first column of a file's page is.
func (w *working) column(file string, width float64) float64 {
	for _, b := range layout.Of(w.kit(file), w.page(file)).Plan(width).Boxes {
		if b.Kind == page.Column {
			return b.Width
		}
	}
	return 0
}

// A class that the stylesheet in the folder has no rule for is told, and planned as what it is there, until an edit
// writes the rule.
func TestClassWithoutARule(t *testing.T) {
	files := taken(sixteen(), false)
	files["index.html"] = strings.Replace(files["index.html"], "kr-take-8-mid", "kr-take-3-mid", 1)
	w := work(t, files)
	unruled := func() (all []string) {
		for _, f := range check.Of(layout.Of(w.kit("index.html"), w.page("index.html")), check.Project{}) {
			if f.Code == finding.ClassUnknown {
				all = append(all, f.Text)
			}
		}
		return all
	}
	if all := unruled(); len(all) != 1 || !strings.Contains(all[0], "no rule for kr-take-3-mid") ||
		w.column("index.html", 800) < 500 || w.get("kit.css") != files["kit.css"] {
		t.Errorf("it is told %q, and %v px wide", all, w.column("index.html", 800))
	}
	if state, err := w.store.Load(t.Context(), "site"); err != nil || state.Revision != 1 {
		t.Errorf("opening it made revision %d, %v", state.Revision, err)
	}
	if err := w.edit("index.html", "4"); err != nil || len(unruled()) > 0 {
		t.Errorf("after an edit it is told %q, %v", unruled(), err)
	}
}

// The stylesheet follows its kit when its numbers change, and the kit follows the stylesheet when another program
// changes that.
func TestKitAndStylesheetFollowEachOther(t *testing.T) {
	w := work(t, taken(sixteen(), false))
	wider := *w.kit("index.html")
	wider.Gutter = kit.GutterOf(kit.Px(26))
	w.pages(edit.Operation{Page: w.page("index.html").ID, ChangeKit: &edit.ChangeKit{Kit: &wider}})
	if css := w.get("kit.css"); !strings.Contains(css, "--kr-gap: 26px;") || !kit.Defined(css).IsLike(&wider) {
		t.Errorf("the stylesheet is\n%s", css)
	}
	narrower := sixteen()
	narrower.Gutter = kit.GutterOf(kit.Px(8))
	w.put("kit.css", taken(narrower, true)["kit.css"])
	w.begin()
	if k := w.kit("index.html"); !k.IsLike(narrower) {
		t.Errorf("the gutter is %s", k.Gutter)
	}
	if css := w.get("kit.css"); !strings.Contains(css, "--kr-gap: 8px;") {
		t.Errorf("the stylesheet is\n%s", css)
	}
	w.watch()
	narrower.Columns = kit.Equal(24)
	css := taken(narrower, false)["kit.css"]
	w.put("kit.css", css)
	w.until("the kit has 24 columns", func() bool { return w.kit("index.html").IsLike(narrower) })
	w.until("the page has the stylesheet", func() bool { return w.page("index.html").Origin.Sheets[0].Text == css })
	if err := w.Write(t.Context()); err != nil || w.get("kit.css") != css {
		t.Errorf("%v, and the stylesheet is\n%s", err, w.get("kit.css"))
	}
}

// A file that holds a kit's stylesheet among others, as bundlers write it, is the kit's, and is left as it is.
func TestBundledStylesheet(t *testing.T) {
	files := taken(sixteen(), true)
	bundle := "/* site */\nbody { margin: 0 }\n" + files["kit.css"] + "p { color: red }\n"
	delete(files, "kit.css")
	files["site.css"] = bundle
	files["index.html"] = strings.Replace(files["index.html"], "href=kit.css", "href=site.css", 1)
	w := work(t, files)
	if err := w.edit("index.html", "5"); err != nil {
		t.Fatal(err)
	}
	if k := w.kit("index.html"); !k.IsLike(sixteen()) || len(w.page("index.html").Origin.Sheets) != 1 ||
		w.get("site.css") != bundle || w.has("kit.css") {
		t.Errorf("it is on %s, and links %+v", k.Name, w.page("index.html").Origin.Sheets)
	}
	if got := w.column("index.html", 800); math.Abs(got-168.75) > 0.01 {
		t.Errorf("the column is %v px wide", got)
	}
	for _, f := range check.Of(layout.Of(w.kit("index.html"), w.page("index.html")), check.Project{}) {
		if f.Code == finding.StyleOnGrid || f.Code == finding.StylesheetNotLinked {
			t.Errorf("it is told that %s", f.Text)
		}
	}
}

// A stylesheet that another one imports is kept up to date like one that a page links.
func TestImportedStylesheetIsKept(t *testing.T) {
	files := taken(sixteen(), false)
	files["css/kit.css"] = files["kit.css"]
	delete(files, "kit.css")
	files["css/main.css"] = "@import \"kit.css\";\nbody { margin: 0 }\n"
	files["index.html"] = strings.Replace(files["index.html"], "href=kit.css", "href=css/main.css", 1)
	w := work(t, files)
	if err := w.edit("index.html", "5"); err != nil {
		t.Fatal(err)
	}
	if css := w.get("css/kit.css"); !strings.Contains(css, ".kr-take-5-mid {") || w.has("kit.css") ||
		w.get("css/main.css") != files["css/main.css"] {
		t.Errorf("the stylesheet is\n%s", css)
	}
}

// A page and its stylesheet that come changed together, as from version control, are read together: with other names of
// classes and another number of columns.
func TestPageAndStylesheetChangeTogether(t *testing.T) {
	w := work(t, taken(sixteen(), true))
	renamed := sixteen()
	named, _ := kit.PresetOf("prefix")
	renamed.Naming, renamed.Columns = named.Naming, kit.Equal(24)
	next := taken(renamed, false)
	for name, text := range next {
		w.put(name, text)
	}
	w.begin()
	if k := w.kit("index.html"); !k.IsLike(renamed) || !w.page("index.html").HasGrid() {
		t.Errorf("it is on %s columns, %+v", k.Columns, w.page("index.html").Body)
	}
	if w.get("index.html") != next["index.html"] || w.get("kit.css") != next["kit.css"] {
		t.Errorf("the files are\n%s\n%s", w.get("index.html"), w.get("kit.css"))
	}
	columns := 0
	w.page("index.html").Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Column {
			columns++
		}
	})
	if columns != 2 {
		t.Errorf("it has %d columns", columns)
	}
}

// Pages that link one stylesheet have their own gutters in it, each as well as the other.
func TestPagesShareAStylesheet(t *testing.T) {
	files := taken(sixteen(), false)
	files["other.html"] = files["index.html"]
	w := work(t, files)
	for file, px := range map[string]int{"index.html": 12, "other.html": 36} {
		w.pages(edit.Operation{Page: w.page(file).ID, Adjust: &edit.Adjust{
			Cells: []edit.Cell{{Node: "row-1", Breakpoint: "base"}}, Set: page.At("base").With(page.GapX, page.Px(px))}})
	}
	if css := w.get("kit.css"); !strings.Contains(css, ".kr-gap-x-12 {") || !strings.Contains(css, ".kr-gap-x-36 {") {
		t.Errorf("the stylesheet is\n%s", css)
	}
	other := *w.kit("index.html")
	named, _ := kit.PresetOf("prefix")
	other.Naming = named.Naming
	w.pages(edit.Operation{Page: w.page("index.html").ID, ChangeKit: &edit.ChangeKit{Kit: &other}})
	row := named.Naming.GapX
	for file, px := range map[string]string{"index.html": "12", "other.html": "36"} {
		class := other.Write(row, px, "", 0)
		if css := w.get("kit.css"); !strings.Contains(w.get(file), class) || !strings.Contains(css, "."+class+" {") {
			t.Errorf("%s has no %s, or the stylesheet:\n%s", file, class, css)
		}
	}
}

// A stylesheet of another kit that we wrote is never written over, whatever is known of it.
func TestAnotherKitsStylesheetStays(t *testing.T) {
	files := taken(sixteen(), false)
	css, _, _ := strings.Cut(files["kit.css"], "\n/* Kit:")
	files["kit.css"] = css
	w := work(t, files)
	if err := w.edit("index.html", "5"); err != nil {
		t.Fatal(err)
	}
	if got := w.get("kit.css"); got != css {
		t.Errorf("the stylesheet is\n%s", got)
	}
}
