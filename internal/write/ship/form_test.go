package ship

import (
	"archive/zip"
	"bytes"
	"io"
	"reflect"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
)

// Every line of every file is for a node of the page or for none, and every node is
// somewhere in each form's markup.
func TestEveryFormKnowsItsNodes(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	for _, pg := range pr.Pages {
		l := layout.Of(pr.Kit(pg.Kit), pg)
		for _, form := range Forms {
			for _, o := range []code.Options{{}, {Nested: true}, {Gathered: true}, {Nested: true, Gathered: true}} {
				named := map[string]bool{}
				for _, f := range Files(l, pr, form.Form, o) {
					if f.Nodes == nil {
						continue
					}
					if lines := strings.Count(f.Text, "\n"); lines != len(f.Nodes) {
						t.Fatalf("%s of %s, %+v: %d lines, %d nodes", f.Name, form.Name, o, lines, len(f.Nodes))
					}
					for _, id := range f.Nodes {
						named[id] = true
					}
				}
				pg.Walk(func(n *page.Node, _ page.Place) {
					if !named[n.ID] {
						t.Errorf("%s of %s is on no line", n.ID, form.Name)
					}
				})
			}
		}
	}
}

// The used part costs less than the whole kit, compressed less than as it is, and the
// markup without classes less than with them.
// The same page gives the same code every time, to the byte, in every form.
func TestCodeIsTheSameEveryTime(t *testing.T) {
	r := sample.New(41)
	for range sample.Rounds(15) {
		k := sample.Kit(r)
		p := sample.Page(r, k)
		pr := sample.Of(p, k)
		for _, form := range Forms {
			for _, o := range []code.Options{{}, {Whole: true, Nested: true, Gathered: true}} {
				first := Files(layout.Of(k, p), pr, form.Form, o)
				for range 4 {
					if again := Files(layout.Of(k, p), pr, form.Form, o); !reflect.DeepEqual(again, first) {
						t.Fatalf("%s of %s is other code the next time", form.Name, p.Name)
					}
				}
			}
		}
	}
}

func TestCosts(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	l := layout.Of(pr.Kits[0], pr.Pages[0])
	cost := func(f Form) Cost {
		c, err := CostOf(t.Context(), l, pr, f)
		if err != nil {
			t.Fatal(err)
		}
		return c
	}
	used, whole, mixed := cost(Used), cost(Whole), cost(Plain)
	for _, f := range Files(l, pr, Used, code.Options{}) {
		if f.Name == "kit.css" && used.Stylesheet.Raw != len(kit.Undefined(f.Text)) {
			t.Errorf("the stylesheet has %d bytes, and costs %+v", len(f.Text), used.Stylesheet)
		}
	}
	if used.Rules >= whole.Rules || used.Total.Brotli >= whole.Total.Brotli || mixed.Markup.Raw >= used.Markup.Raw {
		t.Errorf("used %+v\nwhole %+v\nmixins %+v", used, whole, mixed)
	}
	for _, c := range []Cost{used, whole, mixed} {
		if c.Total.Raw != c.Markup.Raw+c.Stylesheet.Raw || c.Stylesheet.Gzip >= c.Stylesheet.Raw ||
			c.Stylesheet.Brotli >= c.Stylesheet.Gzip {
			t.Errorf("%+v", c)
		}
	}
	if got := cost(TypeScript); got != used {
		t.Errorf("components cost %+v, what they render to %+v", got, used)
	}
}

// The archive holds each form with the page's pictures and no others.
func TestArchive(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	b, err := Archive(t.Context(), layout.Of(pr.Kits[0], pr.Pages[0]), pr, code.Options{})
	if err != nil {
		t.Fatal(err)
	}
	z, err := zip.NewReader(bytes.NewReader(b), int64(len(b)))
	if err != nil {
		t.Fatal(err)
	}
	texts := map[string]string{}
	for _, f := range z.File {
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		text, err := io.ReadAll(r)
		if err != nil || r.Close() != nil {
			t.Fatal(err)
		}
		texts[f.Name] = string(text)
	}
	for name, want := range map[string]string{
		"README.md":          "npx sass mixins/scss/index.scss mixins/index.css",
		"classes/index.html": `<link rel="stylesheet" href="kit.css">`, "classes/kit.css": ".kr-row {",
		"classes/kit.whole.css": ".kr-take-11-full {", "mixins/index.html": `<div class="whole-page">`,
		"mixins/index.css": ".masthead > nav {", "mixins/scss/_kit.scss": "@mixin row {",
		"mixins/less/kit.less": ".kr-row(@own: {}) {", "components/index.tsx": `<Row as="header">`,
		"components/pictures/terns.svg": "<svg",
	} {
		if !strings.Contains(texts[name], want) {
			t.Errorf("%s lacks %s: %.200s", name, want, texts[name])
		}
	}
	if _, ok := texts["classes/pictures/chart.svg"]; ok {
		t.Error("a picture that the page does not show is in the archive")
	}
	for _, pg := range pr.Pages {
		k := pr.Kit(pg.Kit)
		if text := archiveReadme(layout.Of(k, pg), k.Imported == nil); strings.Contains(text, "kit.css, the part") ==
			(k.Imported != nil) || strings.Contains(text, "CLASSES") || strings.Contains(text, "FILE") {
			t.Errorf("of %s it says\n%s", pg.Name, text)
		}
	}
}

// Foreign markup is shown without what could run, and with every tag closed.
func TestCleaned(t *testing.T) {
	for given, want := range map[string]string{
		`<p onclick="a()">One<script>b()</script>`: "<p>One</p>",
		`<ul><li>Two`:                        "<ul><li>Two</li></ul>",
		`<a href="javascript:c()">Three</a>`: "Three",
		`</div><b>Four`:                      "<b>Four</b>",
		`<img src="data:image/png;base64,iVBORw0KGgo=" alt="x">`: `<img src="data:image/png;base64,iVBORw0KGgo=" alt="x"/>`,
		`<style>p{}</style><iframe src="x"></iframe>`:            "",
	} {
		if got := markup.Cleaned(given); got != want {
			t.Errorf("%s is shown as %s, want %s", given, got, want)
		}
	}
}

// Whatever a kit and a page are called, a comment that names them does not end early.
func TestNamesStayInTheirComments(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	k, pg := *pr.Kits[0], *pr.Pages[0]
	k.Name, pg.Name = "*/ alert(1) /* --> <b>", "*/ alert(2) /* --> <b>"
	short := *pr
	short.Kits, short.Pages = append([]*kit.Kit{&k}, pr.Kits[1:]...), append([]*page.Page{&pg}, pr.Pages[1:]...)
	for _, form := range Forms {
		for _, f := range Files(layout.Of(&k, &pg), &short, form.Form, code.Options{Ends: true}) {
			if !strings.HasSuffix(f.Name, "ss") && strings.Contains(f.Text, "*/ alert") ||
				strings.HasSuffix(f.Name, ".css") &&
					strings.Contains(f.Text, "*/ alert") {
				t.Errorf("%s of %s lets a name out of its comment:\n%.300s", f.Name, form.Name, f.Text)
			}
		}
	}
}

// A page whose name other files have goes by another in the archive and its README, and its
// own styles come with every form.
func TestPagesCalledAsOtherFiles(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	p := *pr.Pages[0]
	p.File = "kit.html"
	l := layout.Of(pr.Kits[0], &p)
	if readme := archiveReadme(l, true); !strings.Contains(readme, "mixins/kit-page.css") ||
		strings.Contains(readme, "STYLE") || strings.Contains(readme, "mixins/kit.css") {
		t.Errorf("README:\n%s", readme)
	}
	for _, form := range Forms {
		names := map[string]bool{}
		for _, f := range Files(l, pr, form.Form, code.Options{}) {
			if names[f.Name] {
				t.Errorf("%s has %s twice", form.Name, f.Name)
			}
			names[f.Name] = true
		}
		if !names[page.OwnStyle] {
			t.Errorf("%s comes without %s", form.Name, page.OwnStyle)
		}
	}
}
