package rewrite_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"regexp"
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// A page whose layout is in mixins has no word of the kit in its file, whatever is done with it; widths leave the file
// as it is; undone it has the bytes that it had; and what another program makes of the file is taken in as it is. Every
// third page stays in classes.
func TestByMixins(t *testing.T) {
	done := map[string]int{}
	for seed := range uint64(sample.Rounds(40)) {
		r := sample.New(9000 + seed)
		k := sample.Kit(r)
		made := sample.Page(r, k)
		document := ship.Document(layout.Of(k, made), sample.Of(made, k), code.Options{Hold: true})
		document = regexp.MustCompile(`(?s)<style>.*?</style>`).ReplaceAllString(document, "")
		if seed%4 == 1 {
			document = strings.ReplaceAll(document, "\n", "\r\n")
		}
		source := []byte(document)
		if seed%5 == 0 {
			source = wide(document)
		}
		pg := origin.NewPage("page", "index.html", k, page.NewOrigin(source, nil))
		pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page",
			Kits: []*kit.Kit{k}, Pages: []*page.Page{pg}}
		on := seed%3 > 0
		turn, err := edit.Apply(pr, edit.Operation{Page: "page", Mixins: &edit.Mixins{On: on}})
		if on == (err != nil) {
			t.Fatalf("seed %d: %v", seed, err)
		}
		if on && settings(pg) != settings(turn.Project.Pages[0]) {
			t.Fatalf("seed %d: by mixins it is\n%s\nnot\n%s", seed, settings(turn.Project.Pages[0]), settings(pg))
		}
		if !on {
			turn = &edit.Change{Project: pr}
		} else if back, err := edit.Apply(turn.Project, turn.Inverse); err != nil ||
			!bytes.Equal(origin.File(back.Project.Pages[0].Origin), source) {
			t.Fatalf("seed %d: undone it is other: %v", seed, err)
		}
		for step := range 10 {
			pr = turn.Project
			before := pr.Pages[0]
			file := origin.File(before.Origin)
			name := fmt.Sprintf("seed %d, step %d", seed, step)
			shows := origin.Document(page.NewOrigin(file, nil)).Text()
			if strings.Contains(shows, "data-kr-words") || on &&
				regexp.MustCompile(`class="[^"]*\bkr-(row|cell|take|frame|skip)`).MatchString(shows) {
				t.Fatalf("%s: the file is\n%s", name, shows)
			}
			if shown(before) != shown(origin.Again(before, k, before.Origin, nil)) {
				t.Fatalf("%s: it is read as another", name)
			}
			next := written(r, origin.Document(page.NewOrigin(file, nil)).Text())
			if seed%5 == 0 {
				next = wide(strings.TrimPrefix(string(next), "\ufeff"))
			}
			text, err := origin.Taken(before.Origin, next)
			if err != nil {
				t.Fatalf("%s: %v", name, err)
			}
			if got := origin.File(before.Origin.With(text)); !bytes.Equal(got, next) {
				t.Fatalf("%s: taken in, the file is\n%s\nwanted\n%s", name, got, next)
			}
			if len(before.Body) == 0 {
				break
			}
			op := random(r, k, before)
			if turn, err = edit.Apply(pr, op); err != nil {
				done["refused"]++
				turn = &edit.Change{Project: pr}
				continue
			}
			after := turn.Project.Pages[0]
			done[kindOf(op)]++
			if on && op.Type != nil && !bytes.Equal(origin.File(after.Origin), file) {
				t.Errorf("%s: a width changes the file", name)
			}
			back, err := edit.Apply(turn.Project, turn.Inverse)
			if err != nil || !bytes.Equal(origin.File(back.Project.Pages[0].Origin), file) ||
				shown(back.Project.Pages[0]) != shown(before) {
				t.Fatalf("%s, %s: undone it is other: %v", name, named(op), err)
			}
		}
	}
	t.Log(done)
}

// settings writes what is set on a page's nodes, and their ids.
func settings(p *page.Page) string {
	var b strings.Builder
	p.Walk(func(n *page.Node, at page.Place) {
		fmt.Fprintf(&b, "%s%s %s %v %v\n", strings.Repeat(" ", at.Depth), n.ID, n.Kind, n.At, n.Frame)
	})
	return b.String()
}

// written is a file as another program leaves it: some tags and words are gone, others are new.
func written(r *rand.Rand, file string) []byte {
	lines := strings.SplitAfter(file, "\n")
	for range 1 + r.IntN(4) {
		at := r.IntN(len(lines))
		switch r.IntN(4) {
		case 0:
			lines[at] = ""
		case 1:
			lines[at] += "<div class=new><p>Tide tables</p></div>\n"
		case 2:
			lines[at] = strings.Replace(lines[at], ">", " title=x>", 1)
		case 3:
			other := r.IntN(len(lines))
			lines[at], lines[other] = lines[other], lines[at]
		}
	}
	return []byte(strings.Join(lines, ""))
}

// Elements that another program moved, changed or put others around keep their words.
func TestTaken(t *testing.T) {
	const file = "<main>\n  <div>\n    <div>\n      <h2>Terns</h2>\n    </div>\n    <div class=b>\n      " +
		"<h2>Gulls</h2>\n    </div>\n  </div>\n</main>\n"
	k := sample.Twelve()
	pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(file), nil))}}
	do := func(o edit.Operation) {
		o.Page = "page"
		c, err := edit.Apply(pr, o)
		if err != nil {
			t.Fatal(err)
		}
		pr = c.Project
	}
	do(edit.Operation{Mixins: &edit.Mixins{On: true}})
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{pr.Pages[0].Body[0].ID}, As: page.Container}})
	do(edit.Operation{Mark: &edit.Mark{Nodes: []string{pr.Pages[0].Body[0].Children[0].ID}, As: page.Row,
		Children: true}})
	row := pr.Pages[0].Body[0].Children[0]
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: row.Children[0].ID, Breakpoint: "mid"}}, Text: "4"}})
	do(edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: row.Children[1].ID, Breakpoint: "mid"}}, Text: "8"}})
	o := pr.Pages[0].Origin
	if got := string(origin.File(o)); got != file {
		t.Fatalf("the file is\n%s", got)
	}
	css := o.Sheets[0].Text
	for _, want := range []string{"main {", "main > div {", "main > div > :nth-child(1) {", ".b {"} {
		if !strings.Contains(css, want) {
			t.Errorf("the stylesheet has no %s\n%s", want, css)
		}
	}
	for name, next := range map[string]string{
		"both texts": strings.NewReplacer("Terns", "Arctic terns", "Gulls", "Black gulls").Replace(file),
		"the other way": "<main>\n  <div>\n    <div class=b>\n      <h2>Gulls</h2>\n    </div>\n    <div>\n      " +
			"<h2>Terns</h2>\n    </div>\n  </div>\n</main>\n",
		"one before": strings.Replace(file, "    <div>\n      <h2>T",
			"    <div>\n      <h2>Auks</h2>\n    </div>\n    <div>\n      <h2>T", 1),
		"another wrap": "<main>\n<section>\n" + strings.TrimPrefix(strings.TrimSuffix(file, "</main>\n"),
			"<main>\n") + "</section>\n</main>\n",
		"other classes": strings.NewReplacer("<div>\n      <h2>T", "<div class=a>\n      <h2>T", "class=b",
			`class="c d"`).Replace(file),
		"on a line":      strings.ReplaceAll(file, "\n", ""),
		"with a comment": strings.Replace(file, "<main>", "<!-- log --><main id=log>", 1),
	} {
		text, err := origin.Taken(o, []byte(next))
		if err != nil {
			t.Fatal(err)
		}
		read := origin.NewPage("page", "index.html", k, o.With(text))
		widths := ""
		read.Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Column {
				widths += fmt.Sprintf("%s %s, ", n.Name, n.HeldAt(k, 1)[page.Width].Value)
			}
		})
		for _, want := range []string{"Terns", "Gulls"} {
			width := map[string]string{"Terns": " take 4,", "Gulls": " take 8,"}[want]
			if at := strings.Index(strings.ToLower(widths), strings.ToLower(want)); at < 0 ||
				!strings.HasPrefix(widths[at+len(want):], width) {
				t.Errorf("%s: the columns are %s\n%s", name, widths, text)
			}
		}
	}
	if _, err := origin.Taken(o, []byte("<p data-kr-words=kr-row>")); err == nil {
		t.Error("words of ours are taken from a file")
	}
}
