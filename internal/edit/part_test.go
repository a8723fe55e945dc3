package edit

import (
	"bytes"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
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
