package folder_test

import (
	"strings"
	"testing"

	"kitrows/internal/app/folder"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
)

// A page that is laid out by mixins has its own markup in the folder, and the files that are made for it where it was
// said; a file of the user's there is left alone.
func TestMixinsInAFolder(t *testing.T) {
	const plain = "<!doctype html>\n<html><head><link rel=stylesheet " +
		"href=../css/log.css></head>\n<body><main>\n<div>\n<div>One</div>\n<div>Two</div>\n</div>\n</main></body></html>\n"
	w := work(t, site{"log/index.html": plain, "css/_kit.scss": "// mine\n"})
	do := func(o edit.Operation) {
		t.Helper()
		state, _ := w.store.Load(t.Context(), "site")
		o.Page = state.Project.Pages[0].ID
		if _, _, err := w.store.Edit(t.Context(), "site", store.Made{Revision: state.Revision}, o); err != nil {
			t.Fatal(err)
		}
		w.Write(t.Context())
	}
	node := func(kind page.Kind, name string) string {
		id := ""
		w.page("log/index.html").Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == kind && id == "" && (name == "" || strings.Contains(n.Name, name)) {
				id = n.ID
			}
		})
		return id
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "plain", Place: "css"}})
	do(edit.Operation{Mixins: &edit.Mixins{On: true}})
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{w.page("log/index.html").Body[0].ID}, As: page.Container}})
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{w.page("log/index.html").Body[0].Children[0].ID}, As: page.Row,
		Children: true}})
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "4"}})
	if got := w.get("log/index.html"); got != plain {
		t.Errorf("the page is\n%s", got)
	}
	if got := w.page("log/index.html").Origin.Mixins; got != "../css/index.css" {
		t.Errorf("the stylesheet is called %s", got)
	}
	if got := w.get("css/index.css"); !strings.Contains(got,
		"main > div > :nth-child(1) {\n    --kr-take: calc(4 / 12);") {
		t.Errorf("the stylesheet is\n%s", got)
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "scss", Place: "css"}})
	if got := w.get("css/_kit.scss"); got != "// mine\n" || w.Status("log/index.html").State != folder.Unwritten {
		t.Errorf("the user's file is %q, and %+v is said", got, w.Status("log/index.html"))
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "scss", Place: "css/grid"}})
	if got := w.get("css/grid/index.scss"); !strings.Contains(got, "@include kr.take(4)") {
		t.Errorf("the mixins are\n%s", got)
	}
	w.put("log/index.html", strings.Replace(plain, "One", "Terns", 1))
	w.begin()
	if got := w.page("log/index.html").Body[0].Children[0].Children[0]; got.Kind != page.Column || len(got.At) != 1 {
		t.Errorf("the first column is %+v", got)
	}
	ours := strings.Replace(plain, "<main>", "<main data-kr-words=kr-frame>", 1) // which no file may have then
	w.put("log/index.html", ours)
	w.begin()
	do(edit.Operation{Describe: &edit.Describe{Node: node(page.Row, ""), Anchor: new("log")}})
	if got := w.get("log/index.html"); got != ours || w.Status("log/index.html").State != folder.Unwritten {
		t.Errorf("the file is\n%s, and %+v is said", got, w.Status("log/index.html"))
	}
	w.put("log/index.html", strings.Replace(plain, "One", "Terns", 1))
	w.begin()
	do(edit.Operation{Keep: &edit.Keep{Form: "scss", Stop: true}})
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "5"}})
	if got := w.get("css/grid/index.scss"); !strings.Contains(got, "take(4)") {
		t.Errorf("they are kept still\n%s", got)
	}
	if got := w.get("css/index.css"); !strings.Contains(got, "calc(5 / 12)") {
		t.Errorf("the stylesheet is\n%s", got)
	}
	linked := strings.Replace(w.get("log/index.html"), "log.css", "index.css", 1)
	w.put("log/index.html", linked)
	w.begin()
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "6"}})
	if got := w.get("css/index.css"); !strings.Contains(got, "calc(6 / 12)") ||
		w.Status("log/index.html").State != folder.Written {
		t.Errorf("linked, %+v is said, and the stylesheet is\n%s", w.Status("log/index.html"), got)
	}
	do(edit.Operation{Keep: &edit.Keep{Form: "plain", Stop: true}})
	w.put("log/index.css", "body { color: red }")
	w.put("log/index.html", strings.Replace(linked, "../css/index.css", "index.css", 1))
	w.begin()
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node(page.Column, ""), Breakpoint: "mid"}},
		Text: "5"}})
	if got := w.get("log/index.css"); got != "body { color: red }" ||
		w.Status("log/index.html").State != folder.Unwritten {
		t.Errorf("the user's stylesheet is %q, and %+v is said", got, w.Status("log/index.html"))
	}
	do(edit.Operation{Mixins: &edit.Mixins{}})
	if got := w.get("log/index.html"); !strings.Contains(got, `<div class="kr-cell kr-take-5-mid">Terns</div>`) {
		t.Errorf("by classes the page is\n%s", got)
	}
}
