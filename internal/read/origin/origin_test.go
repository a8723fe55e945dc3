package origin_test

import (
	"bytes"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// of is a page read of a file, on a kit of ours, in a project.
func of(file []byte) *project.Project {
	k := sample.Twelve()
	pg := origin.NewPage("page", "index.html", k, page.NewOrigin(file, nil))
	return &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{pg}}
}

// outline is the nodes of a page, with what they are called.
func outline(nodes []*page.Node) string {
	var all []string
	for _, n := range nodes {
		text := string(n.Kind)
		if n.Element != "" {
			text += " " + n.Element
		}
		if n.Content != nil {
			text += " " + string(n.Content.Type)
		}
		text += " " + n.Name
		if len(n.Children) > 0 {
			text += " (" + outline(n.Children) + ")"
		}
		all = append(all, text)
	}
	return strings.Join(all, ", ")
}

// Elements are what their words say, where that can be; what is around and between them is what it is.
func TestRead(t *testing.T) {
	for _, c := range []struct{ name, file, want string }{
		{"a grid", `<div class="kr-frame"><div class="kr-row"><div class="kr-cell kr-take-6-mid"><p>Low water</p></div>` +
			`</div></div>`,
			"container div Container (row div Row (column div Low water (block text Low water)))"},
		{"an element around a container", `<main id=story><div class="kr-frame"></div></main>`,
			"section main story (container div Container)"},
		{"an element around a row", `<div class="kr-frame"><div class="pad"><div class="kr-row"></div></div></div>`,
			"container div Container (element div pad (row div Row))"},
		{"words straight in a row", `<div class="kr-row">Loose <b>words</b><div class="kr-cell"></div></div>`,
			"row div Row (block text Loose words, column div Column 1)"},
		{"a column in no row", `<div class="kr-cell"><h2>Log</h2></div>`, "element div Log (block heading Log)"},
		{"a row straight in a row", `<div class="kr-row"><div class="kr-row"></div></div>`,
			"row div Row (block html div)"},
		{"no grid at all", `<body><header><h1>Tides</h1><p>Low</p></header><ul><li>a<li>b</ul><script>x()</script><!-- ` +
			`c --></body>`,
			"element header Tides (block heading Tides, block text Low), block list a b"},
		{"tags that are left out", `<!doctype html><title>Log</title><div class=kr-row><div class=kr-cell><p>One<p>Two`,
			"row div Row (column div One Two (block text One, block text Two))"},
		{"the body itself", `<html><body class="kr-frame"><div class="kr-row"></div></body></html>`,
			"container body body (row div Row)"},
		{"nothing", "", ""},
	} {
		p := of([]byte(c.file))
		if got := outline(p.Pages[0].Body); got != c.want {
			t.Errorf("%s: %s\nwant %s", c.name, got, c.want)
		}
		if err := p.Check(); err != nil {
			t.Errorf("%s: %v", c.name, err)
		}
	}
}

// A file with more elements than a page has nodes is read as far as it goes, and written whole.
func TestLongFile(t *testing.T) {
	file := []byte(strings.Repeat("<div class=kr-row></div>", page.MaxNodes+10))
	p := of(file)
	if err := p.Check(); err != nil || len(p.Pages[0].Origin.Places) > page.MaxNodes ||
		!bytes.Equal(p.Pages[0].Origin.Bytes(), file) {
		t.Errorf("%d nodes, %v", len(p.Pages[0].Origin.Places), err)
	}
}

// A node is not called by more of a tag than a name may have.
func TestLongTags(t *testing.T) {
	for _, tag := range []string{strings.Repeat("x", 4000), "x\x01\u0085y", "x\x01" + strings.Repeat("é", 90)} {
		p := origin.NewPage("page", "page.html", sample.Twelve(),
			page.NewOrigin([]byte("<"+tag+"><div class=kr-row></div></"+tag+">"), nil))
		p.Walk(func(n *page.Node, _ page.Place) {
			if err := page.CheckName(n.Name); err != nil {
				t.Errorf("%.9q: %v", tag, err)
			}
		})
	}
}

// Files that nobody here wrote are read and written to the same bytes, and their pages have a plan.
func TestInstalledPages(t *testing.T) {
	paths := sample.Installed(sample.Rounds(340))
	if len(paths) < 100 {
		t.Skip("there are too few files of HTML on this machine")
	}
	packages := map[string]bool{}
	for _, path := range paths {
		file, err := os.ReadFile(path)
		if err != nil || len(file) > page.MaxOrigin/4 {
			continue
		}
		p := of(file)
		text, err := p.Encode()
		if err != nil {
			t.Errorf("%s: %v", path, err)
			continue
		}
		back, err := project.Decode(bytes.NewReader(text))
		if err != nil {
			t.Errorf("%s: %v", path, err)
			continue
		}
		if !bytes.Equal(back.Pages[0].Origin.Bytes(), file) || outline(back.Pages[0].Body) != outline(p.Pages[0].Body) {
			t.Errorf("%s is other when it is written", path)
		}
		if plan := layout.Of(p.Kits[0], p.Pages[0]).Plan(1000); len(plan.Boxes) != len(p.Pages[0].Origin.Places) {
			t.Errorf("%s: %d boxes of %d nodes", path, len(plan.Boxes), len(p.Pages[0].Origin.Places))
		}
		packages[filepath.Dir(path)] = true
	}
	t.Logf("%d files of %d folders", len(paths), len(packages))
}

// Whatever the bytes, they are read, planned and written to the same bytes.
func FuzzRead(f *testing.F) {
	for _, seed := range []string{"<div class=kr-row>a<div class='kr-cell kr-take-3'>b", "\xff\xfe<\x00p\x00",
		"<body class=kr-frame><table><tr class=kr-row><td class=kr-cell>",
		"<!--a--><p>b<!--c-->d", "<div class=kr-frame><div class=kr-row></p></div></span><b><i></b>x",
		"<svg><title>a</title></svg><select><option>b", "<ul class=kr-row><li class=kr-cell>a<li class=kr-cell>b"} {
		f.Add([]byte(seed))
	}
	f.Fuzz(func(t *testing.T, file []byte) {
		p := of(file)
		if err := p.Check(); err != nil {
			t.Fatal(err)
		}
		text, err := p.Encode()
		if err != nil {
			t.Fatal(err)
		}
		back, err := project.Decode(bytes.NewReader(text))
		if err != nil || !bytes.Equal(back.Pages[0].Origin.Bytes(), file) {
			t.Fatalf("%q: %v", file, err)
		}
		layout.Of(p.Kits[0], p.Pages[0]).Plan(700)
	})
}

// A page of 20,000 elements is read.
func BenchmarkRead(b *testing.B) {
	file := sample.Watches(4000)
	b.SetBytes(int64(len(file)))
	for b.Loop() {
		of(file)
	}
}
