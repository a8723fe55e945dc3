package edit

import (
	"bytes"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// What is copied from one project goes into another with its pictures, once, and
// undoing it takes both away again.
func TestPasteIntoAnotherProject(t *testing.T) {
	from, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	part, err := CopyPart(from, from.Pages[0], "picks")
	if err != nil {
		t.Fatal(err)
	}
	empty := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: "kit",
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame"}}}
	to := sample.Of(empty, sample.Twelve())
	before := bytesOf(t, to)
	o := Operation{Page: "page", Paste: &Paste{Near: "frame", Part: string(part)}}
	once, err := Apply(to, o)
	if err != nil {
		t.Fatal(err)
	}
	row := once.Project.Pages[0].Body[0].Children[0]
	if row.Name != "Wardens’ picks" || row.ID != "row-1" || len(row.Children) != 4 || len(once.Project.Pictures) != 5 {
		t.Errorf("pasted %s, %s, with %d columns and %d pictures", row.Name, row.ID, len(row.Children),
			len(once.Project.Pictures))
	}
	twice, err := Apply(once.Project, o)
	if err != nil || len(twice.Project.Pictures) != 5 {
		t.Errorf("pasted again: %v", err)
	}
	if back, err := Apply(once.Project, written(t, once.Inverse)); err != nil ||
		!bytes.Equal(bytesOf(t, back.Project), before) {
		t.Errorf("not undone: %v", err)
	}
}

// A node goes into what can hold it, else after it or what it stands in.
func TestWhereAPartGoes(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ copied, near, parent, before string }{
		{"log", "foot", "foot", "supporters"},
		{"log", "tide-table", "body", "tide-table"},
		{"log", "log-entries", "log-entries", "log-evening"},
		{"log-entries", "tide-table", "tide-table", "tide-table-text"},
		{"log-entries", "body", "whole-page", "body"},
		{"log-entries", "whole-page", "whole-page", "foot"},
		{"whole-page", "log", "", "whole-page"},
	} {
		part, err := CopyPart(p, p.Pages[0], c.copied)
		if err != nil {
			t.Fatal(err)
		}
		change, err := Apply(p, Operation{Page: "front-page", Paste: &Paste{Near: c.near, Part: string(part)}})
		if err != nil {
			t.Errorf("%s at %s: %v", c.copied, c.near, err)
			continue
		}
		pg := change.Project.Pages[0]
		_, at := pg.Find(change.Select)
		siblings := pg.Body
		if at.Parent != nil {
			siblings = at.Parent.Children
		}
		if parentID(at) != c.parent || at.Index == 0 || siblings[at.Index-1].ID != c.before {
			t.Errorf("%s at %s went into %q at %d", c.copied, c.near, parentID(at), at.Index)
		}
	}
}

func TestPasteRefuses(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	wide, err := CopyPart(p, p.Pages[1], "results") // takes 14 of 18 at full
	if err != nil {
		t.Fatal(err)
	}
	for part, want := range map[string]string{
		"":                  "JSON",
		"kr-take-3":         "JSON",
		string(demo.File()): "a node copied from a page of Kit Rows",
		string(wide):        "want at most 12: the row has 12 columns",
	} {
		_, err := Apply(p, Operation{Page: "front-page", Paste: &Paste{Near: "log", Part: part}})
		if err == nil || len(fault.All(err)) == 0 || !strings.Contains(err.Error(), want) {
			t.Errorf("%.40q: %v, want %s", part, err, want)
		}
	}
}

// What is copied from a page from HTML stands on another such page as its file has it: tags, classes and line ends.
// Blocks are copied as well, several at once.
func TestPartsOfFiles(t *testing.T) {
	k := sample.Twelve()
	project := func(file string) *project.Project {
		return &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
			Pages: []*page.Page{origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(file), nil))}}
	}
	const row = `<div class="kr-row"><div class="kr-cell kr-take-4 wide" style="color: red"><!-- kept --><p>One</div>` +
		`</div>`
	from := project("<main class=kr-frame>\n  " + row + "\n  <hr class=rule>\n</main>\n<p class=lead>Two <b>terns</b></p>")
	to := project("<main class=kr-frame>\n  <div class=kr-row><div class=kr-cell>Here</div></div>\n</main>\n")
	var ids []string
	from.Pages[0].Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Row || at.Parent == nil && n.Kind == page.Block {
			ids = append(ids, n.ID)
		}
	})
	for what, c := range map[string]struct {
		ids  []string
		near string
		want string
	}{
		"a row":   {ids[:1], to.Pages[0].Body[0].ID, "  " + row + "\n</main>"},
		"a block": {ids[1:], to.Pages[0].Body[0].Children[0].Children[0].ID, `<p class=lead>Two <b>terns</b></p>`},
	} {
		part, err := CopyPart(from, from.Pages[0], c.ids...)
		if err != nil {
			t.Fatalf("%s: %v", what, err)
		}
		change, err := Apply(to, Operation{Page: "page", Paste: &Paste{Near: c.near, Part: string(part)}})
		if err != nil {
			t.Fatalf("%s: %v", what, err)
		}
		if got := string(change.Project.Pages[0].Origin.Bytes()); !strings.Contains(got, c.want) {
			t.Errorf("%s: %s", what, got)
		}
	}
	demo, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	part, err := CopyPart(demo, demo.Pages[0], "log-title", "log-morning-text")
	if err != nil {
		t.Fatal(err)
	}
	change, err := Apply(demo, Operation{Page: "front-page", Paste: &Paste{Near: "tide-table", Part: string(part)}})
	if err != nil {
		t.Fatal(err)
	}
	was, _ := demo.Pages[0].Find("tide-table")
	if n, _ := change.Project.Pages[0].Find("tide-table"); len(n.Children) != len(was.Children)+2 {
		t.Errorf("%d blocks, want two more than %d", len(n.Children), len(was.Children))
	}
}
