package ship

import (
	"archive/zip"
	"bytes"
	"context"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
)

// team is a page of two columns on a kit of two files, the second of which brings in the first.
func team(t *testing.T, cells string) (*layout.Layout, *project.Project) {
	t.Helper()
	k, _, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{
		{Name: "cells.css", Text: cells},
		{Name: "team.css", Text: "@import 'cells.css';\n.hull { width: 600px; margin: 0 auto }\n/* </style> */\n"},
	}, nil)
	if err != nil {
		t.Fatal(err)
	}
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Row"}
	for _, id := range []string{"one", "two"} {
		row.Children = append(row.Children, &page.Node{ID: id, Kind: page.Column, Name: id, Classes: []string{"own"},
			At: []page.Setting{page.At("base").With(page.Width, page.Take(2))}})
	}
	pg := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID, Body: []*page.Node{
		{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}}
	return layout.Of(k, pg), sample.Of(pg, k)
}

const floatCells = ".rail { display: flow-root } .plank { float: left } .a { width: 50% } .b { width: 25% } .c { " +
	"width: 75% }\n"

// A page on a stylesheet that was brought in is taken away in its classes, with the files as they are: those
// that no other imports are linked, then the page's own.
func TestTakenAwayWithTheFiles(t *testing.T) {
	l, pr := team(t, floatCells)
	files := Files(l, pr, Whole, code.Options{})
	var names []string
	for _, f := range files {
		names = append(names, f.Name)
	}
	if want := []string{"page.html", "cells.css", "team.css", page.OwnStyle}; !slices.Equal(names, want) {
		t.Fatalf("files %v, want %v", names, want)
	}
	if files[1].Text != floatCells {
		t.Errorf("the file is another: %s", files[1].Text)
	}
	want := `<div class="hull">
  <div class="rail">
    <div class="plank a own"></div>
    <div class="plank a own"></div>
  </div>
</div>
`
	if files[0].Text != want {
		t.Errorf("markup:\n%s", files[0].Text)
	}
	if got := Links(l.Kit(), Used, "page.css"); !slices.Equal(got, []string{"team.css", page.OwnStyle}) {
		t.Errorf("links %v", got)
	}
	if got := Links(l.Kit(), Plain, "page.plain.css"); !slices.Equal(got, []string{"page.plain.css", page.OwnStyle}) {
		t.Errorf("links of mixins %v", got)
	}
	if _, err := CostOf(context.Background(), l, pr, Used); err != nil {
		t.Error(err)
	}
	b, err := Archive(context.Background(), l, pr, code.Options{})
	if err != nil {
		t.Fatal(err)
	}
	z, err := zip.NewReader(bytes.NewReader(b), int64(len(b)))
	if err != nil {
		t.Fatal(err)
	}
	names = nil
	for _, f := range z.File {
		names = append(names, f.Name)
	}
	for _, name := range []string{"classes/cells.css", "classes/team.css", "mixins/page.css", "components/kit.tsx"} {
		if !slices.Contains(names, name) {
			t.Errorf("no %s in %v", name, names)
		}
	}
}

// In a document imports are put in, and nothing in a file ends its element.
func TestDocumentOfTheFiles(t *testing.T) {
	l, pr := team(t, floatCells)
	text := Document(l, pr, code.Options{Hold: true})
	if strings.Contains(text, "@import") || strings.Count(text, "</style>") != 3 ||
		!strings.Contains(text, ".plank { float: left }") {
		t.Errorf("the document:\n%s", text)
	}
}

// Between inline blocks that white space would part there is none.
func TestJoined(t *testing.T) {
	l, pr := team(t, ".plank { display: inline-block; vertical-align: top } .a { width: 50% } .b { width: 25% } "+
		".c { width: 75% }")
	want := `<div class="hull">
  <div>
    <div class="plank a own"></div><!--
    --><div class="plank a own"></div>
  </div>
</div>
`
	if got := Files(l, pr, Used, code.Options{})[0].Text; got != want {
		t.Errorf("markup:\n%s", got)
	}
}

// Rules of the page's own stand in its stylesheet after what else is there, under a comment that says what they
// are, and in its document; forms that are not written in the file's classes have none.
func TestOwnRulesAreShipped(t *testing.T) {
	l, pr := team(t, floatCells+".d { width: 100% }\n")
	pg := *l.Page()
	pg.OwnRules = true
	row := *pg.Body[0].Children[0]
	two := *row.Children[1]
	two.At = []page.Setting{page.At("base").With(page.Width, page.Part(1, 3))}
	row.Children = []*page.Node{row.Children[0], &two}
	frame := *pg.Body[0]
	frame.Children, pg.Body = []*page.Node{&row}, []*page.Node{&frame}
	l = layout.Of(l.Kit(), &pg)
	const rule = ".kr-own-part-1-3 {\n  width: 33.333333% !important;\n  max-width: none !important;\n}"
	for _, form := range Forms {
		files := Files(l, pr, form.Form, code.Options{})
		own := files[len(files)-1]
		has := strings.Contains(own.Text, rule) && strings.Index(own.Text, "Not in Team") > strings.Index(own.Text,
			"body {")
		if want := form.Form == Used || form.Form == Whole; own.Name != page.OwnStyle || has != want {
			t.Errorf("%s has the rule in %s: %v\n%s", form.Name, own.Name, has, own.Text)
		}
	}
	if text := Document(l, pr, code.Options{Hold: true}); !strings.Contains(text, rule) ||
		!strings.Contains(text, `class="plank kr-own-part-1-3 own"`) {
		t.Errorf("the document: %s", text)
	}
}
