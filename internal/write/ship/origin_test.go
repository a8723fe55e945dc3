package ship_test

import (
	"archive/zip"
	"bytes"
	"io"
	"maps"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/rewrite"
	"kitrows/internal/write/ship"
)

// A page from markup is taken away as its file is; its document has the stylesheets inside and runs nothing; other
// forms are written of its containers, rows and columns.
func TestPageFromMarkup(t *testing.T) {
	const file = "<!doctype html>\r\n<html><head><title>Log</title><link rel=stylesheet href=\"own.css?1\"><base " +
		"href=x></head>\r\n<body><div class=\"wrap\">" +
		"<main class=kr-frame><div class=\"kr-row\"><div class='kr-cell kr-take-6-mid'><h2>Low</h2><b>a</b> and " +
		"b</div></div></main></div></body></html>"
	k := sample.Twelve()
	p := rewrite.WithKit(origin.NewPage("page", "visit/log.html", k, page.NewOrigin([]byte(file),
		[]kit.File{{Name: "own.css", Text: ".wrap { padding: 1px }"}})), k)
	l, pr := layout.Of(k, p), &project.Project{Pages: []*page.Page{p}, Kits: []*kit.Kit{k}}
	files := ship.Files(l, pr, ship.Used, code.Options{})
	if len(files) != 3 || files[0].Name != "visit/log.html" || files[1].Name != "kit.css" ||
		files[2].Name != "own.css" {
		t.Errorf("files %+v", files)
	}
	if line := strings.Split(files[0].Text, "\n")[2]; files[0].Nodes[2] != "block-2" ||
		!strings.HasPrefix(line, `<body><div class="wrap">`) {
		t.Errorf("%q is of %s", line, files[0].Nodes[2])
	}
	document := ship.Document(l, pr, code.Options{Hold: true, Mark: true})
	for _, want := range []string{ship.Policy, ".wrap { padding: 1px }", ".kr-take-6-mid",
		`<div data-node="column-1" data-leaf="0" data-whole="" class='kr-cell kr-take-6-mid'>`} {
		if !strings.Contains(document, want) {
			t.Errorf("the document has no %s\n%s", want, document)
		}
	}
	if strings.Contains(document, "<base") || strings.Index(document, ".kr-frame") > strings.Index(document,
		".wrap {") {
		t.Errorf("document\n%s", document)
	}
	for _, form := range ship.Forms {
		for _, f := range ship.Files(l, pr, form.Form, code.Options{}) {
			if f.Text == "" || strings.HasSuffix(f.Name, ".tsx") && f.Name != "kit.tsx" &&
				!strings.Contains(f.Text, "Low") {
				t.Errorf("%s: %s\n%s", form.Name, f.Name, f.Text)
			}
		}
		if c, err := ship.CostOf(t.Context(), l, pr, form.Form); err != nil || c.Total.Raw == 0 {
			t.Errorf("%s: %+v, %v", form.Name, c, err)
		}
	}
	b, err := ship.Archive(t.Context(), l, pr, code.Options{})
	if err != nil {
		t.Fatal(err)
	}
	z, err := zip.NewReader(bytes.NewReader(b), int64(len(b)))
	if err != nil {
		t.Fatal(err)
	}
	r, err := z.Open("classes/visit/log.html")
	if err != nil {
		t.Fatal(err)
	}
	if got, _ := io.ReadAll(r); string(got) != file {
		t.Errorf("in the archive it is\n%s", got)
	}
}

// A part of a page is shown as in a page that includes it, and taken away as it is.
func TestPartOfAPage(t *testing.T) {
	const file = "<h2>Low</h2>\n"
	k := sample.Twelve()
	p := origin.NewPage("page", "parts/log.html", k, page.NewOrigin([]byte(file), nil))
	l, pr := layout.Of(k, p), &project.Project{Pages: []*page.Page{p}, Kits: []*kit.Kit{k}}
	if document := ship.Document(l, pr, code.Options{}); !strings.HasPrefix(document, "<!DOCTYPE html>") {
		t.Errorf("the document begins with %.60q", document)
	}
	if files := ship.Files(l, pr, ship.Used, code.Options{}); files[0].Text != file {
		t.Errorf("taken away it is %q", files[0].Text)
	}
}

// What is kept up to date for a page stands in its place and says so; two pages on one kit share what is the kit's.
func TestKept(t *testing.T) {
	own := sample.Twelve()
	imported, _ := sample.Team(sample.New(3))
	for _, k := range []*kit.Kit{own, imported} {
		var pages []*page.Page
		for _, name := range []string{"index.html", "visit/log.html"} {
			file := `<main class="kr-frame"><div class="kr-row"><div class="kr-cell kr-take-6-mid"><p>` + name +
				`</p></div></div></main>`
			pages = append(pages, rewrite.WithKit(origin.NewPage(code.Slug(name), name, k, page.NewOrigin([]byte(file),
				nil)), k))
		}
		pr := &project.Project{Pages: pages, Kits: []*kit.Kit{k}}
		for form, want := range map[string]string{"scss": "_kit.scss _settings.scss index.scss log.scss",
			"less":  "index.less kit.less log.less settings.less",
			"plain": "index.css log.css", "tsx": "index.tsx kit.css kit.tsx log.tsx"} {
			made := map[string]string{}
			for _, pg := range pages {
				for _, f := range ship.Kept(pr, pg, page.Kept{Form: form, Place: "styles"}) {
					name, in := strings.CutPrefix(f.Name, "styles/")
					if had, has := made[name]; !in || !ship.IsKept(f.Text) || has && had != f.Text {
						t.Errorf("%s: %s is\n%s\nand was\n%s", k.Name, f.Name, f.Text, had)
					}
					made[name] = f.Text
				}
			}
			if got := strings.Join(slices.Sorted(maps.Keys(made)), " "); got != want {
				t.Errorf("%s: %s is %s", k.Name, form, got)
			}
		}
	}
}
