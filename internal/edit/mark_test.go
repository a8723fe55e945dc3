package edit_test

import (
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// plain is a page without a class in it.
const plain = "<body>\n  <main>\n    <section>\n      <article><h2>One</h2></article>\n      <article " +
	"title=two>\n        <p>Two\n      </article>\n    </section>\n  </main>\n</body>\n"

// A page without classes is laid out by choosing its elements; the classes go into the tags that are there, and undone
// the file is as it was.
func TestMark(t *testing.T) {
	k := sample.Twelve()
	p := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(plain), nil))
	pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{p}}
	var undo []edit.Operation
	do := func(o edit.Operation) {
		t.Helper()
		o.Page = "page"
		change, err := edit.Apply(pr, o)
		if err != nil {
			t.Fatal(err)
		}
		pr = change.Project
		undo = append(undo, change.Inverse)
	}
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{"element-1"}, As: page.Container}})
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{"element-2"}, As: page.Row, Children: true}})
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: "element-3", Breakpoint: "mid"},
		{Node: "element-4", Breakpoint: "mid"}}, Text: "6"}})
	want := strings.NewReplacer("<main>", `<main class="kr-frame">`, "<section>", `<section class="kr-row">`,
		"<article>", `<article class="kr-cell kr-take-6-mid">`,
		"<article title=two>", `<article title=two class="kr-cell kr-take-6-mid">`).Replace(plain)
	if got := string(pr.Pages[0].Origin.Bytes()); got != want {
		t.Errorf("got\n%s\nwant\n%s", got, want)
	}
	for _, o := range []edit.Mark{{Nodes: []string{"block-1"}, As: page.Column}, {Nodes: []string{"element-1"},
		As: page.Column}, {Nodes: []string{"element-3"}, As: page.Row}} {
		if _, err := edit.Apply(pr, edit.Operation{Page: "page", Mark: &o}); err == nil {
			t.Errorf("%v was not refused", o)
		}
	}
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{"element-3"}, As: page.Element}})
	for i := len(undo) - 1; i >= 0; i-- {
		do(undo[i])
	}
	if got := string(pr.Pages[0].Origin.Bytes()); got != plain {
		t.Errorf("undone\n%s", got)
	}
}

// The body of a page becomes its container, and no other container may stand in it; undone the file is as it was.
func TestMarkBody(t *testing.T) {
	k := sample.Twelve()
	for _, c := range []struct{ file, want, refused string }{
		{plain, strings.Replace(plain, "<body>", `<body class="kr-frame">`, 1), ""},
		{"<body class='wide'><p>One</body>", "<body class='wide kr-frame'><p>One</body>", ""},
		{`<body><main class="kr-frame"></main></body>`, "", "a body in which no other container stands"},
		{"<p>One</p>", "", "the tag of the body in the file"},
	} {
		pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
			Pages: []*page.Page{origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(c.file), nil))}}
		change, err := edit.Apply(pr, edit.Operation{Page: "page", Mark: &edit.Mark{Nodes: []string{"body"},
			As: page.Container}})
		if c.refused != "" {
			if err == nil || !strings.Contains(err.Error(), c.refused) {
				t.Errorf("%s: %v, want %s", c.file, err, c.refused)
			}
			continue
		}
		if err != nil {
			t.Errorf("%s: %v", c.file, err)
			continue
		}
		pg := change.Project.Pages[0]
		if got := string(pg.Origin.Bytes()); got != c.want || len(pg.Body) != 1 || pg.Body[0].Kind != page.Container {
			t.Errorf("%s: %s, want %s", c.file, got, c.want)
		}
		undone, err := edit.Apply(change.Project, change.Inverse)
		if err != nil || string(undone.Project.Pages[0].Origin.Bytes()) != c.file {
			t.Errorf("%s undone: %v", c.file, err)
		}
	}
}
