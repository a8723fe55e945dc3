package rewrite_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"unicode/utf16"

	"github.com/go-json-experiment/json"

	"kitrows/internal/browser/markup"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// shown writes a page's nodes with what is set on them, for two pages to be held against one another.
func shown(p *page.Page) string {
	var b strings.Builder
	p.Walk(func(n *page.Node, at page.Place) {
		kind := n.Kind
		if kind == page.Section {
			kind = page.Element
		}
		fmt.Fprintf(&b, "%s%s %s %v %s %v %v\n", strings.Repeat(" ", at.Depth), kind, n.Element, n.At, n.Anchor,
			n.Classes, n.Frame)
	})
	return b.String()
}

// random is a random operation on a page.
func random(r *rand.Rand, k *kit.Kit, p *page.Page) edit.Operation {
	var all []*page.Node
	p.Walk(func(n *page.Node, _ page.Place) { all = append(all, n) })
	of := func(kinds ...page.Kind) *page.Node {
		for range 200 {
			n := all[r.IntN(len(all))]
			for _, kind := range kinds {
				if n.Kind == kind {
					return n
				}
			}
		}
		return all[0]
	}
	any := func() *page.Node { return all[r.IntN(len(all))] }
	o := edit.Operation{Page: p.ID}
	bp := k.Breakpoints[r.IntN(len(k.Breakpoints))].Name
	switch r.IntN(26) {
	case 0, 1, 2:
		text := fmt.Sprint(1 + r.IntN(k.Columns.N()))
		if r.IntN(4) == 0 {
			text = []string{"*", "x", "", "1_2", "=", "@2_4", "@5_3"}[r.IntN(7)]
		}
		cells := []edit.Cell{{Node: of(page.Column).ID, Breakpoint: bp}}
		if r.IntN(2) == 0 {
			cells = append(cells, edit.Cell{Node: of(page.Column).ID, Breakpoint: bp})
		}
		o.Type = &edit.Type{Cells: cells, Text: text}
	case 3:
		o.Remove = &edit.Remove{Node: any().ID}
	case 4:
		o.Duplicate = &edit.Duplicate{Node: any().ID}
	case 5:
		o.Move = &edit.Move{Node: any().ID, Parent: of(page.Row, page.Column, page.Element).ID, Index: r.IntN(3)}
	case 6:
		o.AddRow = &edit.AddRow{Inside: of(page.Container, page.Column).ID, Recipe: "= =", Breakpoint: bp}
	case 7:
		o.AddColumn = &edit.AddColumn{Near: of(page.Row, page.Column).ID}
	case 8:
		classes := []string{"own-a", "own-b"}[:r.IntN(3)]
		o.Describe = &edit.Describe{Node: of(page.Row, page.Column, page.Container, page.Element, page.Block).ID,
			Classes: &classes}
	case 9:
		anchor := []string{"", "here", "there"}[r.IntN(3)]
		o.Describe = &edit.Describe{Node: of(page.Row, page.Column, page.Container, page.Block).ID, Anchor: &anchor}
	case 10:
		switch r.IntN(4) {
		case 0:
			o.Wrap = &edit.Wrap{Node: any().ID}
		case 1:
			o.Unwrap = &edit.Unwrap{Nodes: []string{any().ID}}
		default:
			n := any()
			nodes := []string{n.ID}
			if _, at := p.Find(n.ID); at.Parent != nil {
				nodes = append(nodes, at.Parent.Children[r.IntN(len(at.Parent.Children))].ID)
			}
			o.Wrap = &edit.Wrap{Nodes: nodes, As: []string{"row", "column", "container", "section"}[r.IntN(4)], Breakpoint: bp}
		}
	case 12:
		o.Recast = &edit.Recast{Row: of(page.Row).ID, Recipe: "= = =", Breakpoint: bp}
	case 13:
		o.AddContainer = &edit.AddContainer{Near: any().ID, Before: r.IntN(2) == 0}
	case 14:
		o.AddBlock = &edit.AddBlock{Column: of(page.Column).ID, Content: page.Content{Type: page.Heading, Level: 2,
			Text: "Log"}}
	case 15:
		o.Alike = &edit.Alike{Node: of(page.Column).ID, To: []string{of(page.Column).ID, of(page.Column).ID}}
	case 16:
		o.Level = &edit.Level{From: k.Breakpoints[len(k.Breakpoints)-1].Name, To: bp}
	case 17:
		o.Hop = &edit.Hop{Node: any().ID, By: 1 - 2*r.IntN(2)}
	case 18:
		part, err := edit.CopyPart(&project.Project{Kits: []*kit.Kit{k}}, p, of(page.Row, page.Column).ID)
		if err == nil {
			o.Paste = &edit.Paste{Near: of(page.Row, page.Column).ID, Part: string(part)}
		} else {
			o.AddSection = &edit.AddSection{}
		}
	case 19:
		o.Mark = &edit.Mark{Nodes: []string{any().ID}, As: []page.Kind{page.Element, page.Row, page.Column,
			page.Container}[r.IntN(4)], Children: r.IntN(2) == 0}
	case 20, 21:
		o.Lines = typed(r, p)
	case 11:
		o.Content = &edit.Content{Node: of(page.Block).ID, Content: page.Content{Type: page.Text,
			Text: []string{"Two <terns> & a gull", "Low\n<strong>04:52</strong> <a href=\"log.html\">R&D</a>"}[r.IntN(2)]}}
	case 22, 23:
		var cells []edit.Cell
		for range 1 + r.IntN(2) {
			cells = append(cells, edit.Cell{Node: of(page.Block).ID, Breakpoint: bp})
		}
		o.Type = &edit.Type{Cells: cells, Text: []string{"x", "x", "*", ""}[r.IntN(4)]}
	case 24, 25:
		f := []page.Field{page.Before, page.After}[r.IntN(2)]
		o.Adjust = &edit.Adjust{Cells: []edit.Cell{{Node: of(page.Container, page.Row).ID, Breakpoint: bp}}}
		if o.Adjust.Set = page.At(bp).With(f, []page.Value{page.Px(24), page.KitGap, page.NoGap}[r.IntN(3)]); r.IntN(4) == 0 {
			o.Adjust.Set, o.Adjust.Clear = page.Setting{}, []string{f.String()}
		}
	}
	return o
}

// typed is something that is typed into the file of a page, whole or not.
func typed(r *rand.Rand, p *page.Page) *edit.Lines {
	text := strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(markup.NewSource(origin.File(p.Origin)).Text())
	lines := strings.Split(strings.TrimSuffix(text, "\n"), "\n")
	at := r.IntN(len(lines))
	was := lines[at : at+1+r.IntN(min(3, len(lines)-at))]
	now := slices.Clone(was)
	runes := []rune(now[0])
	cut := r.IntN(len(runes) + 1)
	now[0] = string(runes[:cut]) + []string{"x", "é", "<", "<b", "</div>", `"`, "<p>Tide", " class=own-c ",
		"<!--"}[r.IntN(9)] +
		string(runes[cut:])
	switch r.IntN(4) {
	case 0:
		now = append(now, "", "<p>One more</p>")
	case 1:
		now = now[:len(now)-1]
	}
	return &edit.Lines{From: at + 1, Was: was, Now: now}
}

// wide is a text in UTF-16.
func wide(text string) []byte {
	file := []byte{0xff, 0xfe}
	for _, unit := range utf16.Encode([]rune(text)) {
		file = append(file, byte(unit), byte(unit>>8))
	}
	return file
}

// An operation on a page from markup, by typing or not, changes no other bytes than it names, the file read again is
// the page, undone it is the file as it was, and done again the same once more. A trial makes 200 on each page.
func TestRandomOperations(t *testing.T) {
	done := map[string]int{}
	pages, edits := 20, 12
	if sample.Trial() {
		pages, edits = 60, 200
	}
	for seed := range uint64(pages) {
		r := sample.New(5000 + seed)
		k, reading := sample.Team(r)
		if k == nil {
			continue
		}
		html := sample.Surrounded(r, k, sample.Worded(r, k, reading.Words.Words))
		file := []byte(html)
		if seed%5 == 0 { // in another encoding
			file = wide(html)
		}
		o := page.NewOrigin(file, nil)
		k, _, err := origin.Kit(t.Context(), "kit", o, nil)
		if err != nil {
			continue
		}
		pg := origin.NewPage("page", "index.html", k, o)
		pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page",
			Kits: []*kit.Kit{k}, Pages: []*page.Page{pg}}
		if err := pr.Check(); err != nil {
			t.Fatalf("seed %d: %v", seed, err)
		}
		first := pr
		for step := range edits {
			if len(pr.Pages[0].Body) == 0 || step%30 == 29 { // little is left to edit
				pr = first
			}
			before := pr.Pages[0]
			op := random(r, k, before)
			change, err := edit.Apply(pr, op)
			name := fmt.Sprintf("seed %d, step %d, %s", seed, step, named(op))
			if err != nil {
				done["refused"]++
				continue
			}
			after := change.Project.Pages[0]
			if wrong := outside(before, after, op, reading.Inner); wrong != "" {
				t.Fatalf("%s: %s\n%s\n%s", name, wrong, origin.Document(before.Origin).Text(),
					origin.Document(after.Origin).Text())
			}
			again := origin.Again(after, k, after.Origin, nil)
			if shown(again) != shown(after) {
				t.Fatalf("%s: read again\n%s\nwas\n%s", name, shown(again), shown(after))
			}
			if err := change.Project.Check(); err != nil {
				t.Fatalf("%s: %v", name, err)
			}
			back, err := edit.Apply(change.Project, change.Inverse)
			if err != nil {
				t.Fatalf("%s: undone: %v", name, err)
			}
			if got := back.Project.Pages[0]; !bytes.Equal(got.Origin.Bytes(), before.Origin.Bytes()) ||
				shown(got) != shown(before) {
				t.Fatalf("%s: undone it is other", name)
			}
			if ids(back.Project.Pages[0]) != ids(before) {
				t.Fatalf("%s: undone\n%s\nwas\n%s\nafter\n%s\n%s\n%s", name, ids(back.Project.Pages[0]), ids(before),
					ids(after), before.Origin.Bytes(), after.Origin.Bytes())
			}
			forth, err := edit.Apply(back.Project, back.Inverse)
			if err != nil || !bytes.Equal(forth.Project.Pages[0].Origin.Bytes(), after.Origin.Bytes()) {
				t.Fatalf("%s: done again: %v", name, err)
			}
			done[kindOf(op)]++
			pr = change.Project
		}
	}
	t.Log(done)
}

// outside says which bytes an operation changed that it is not about; empty for none.
func outside(before, after *page.Page, o edit.Operation, inner string) string {
	doc := origin.Document(before.Origin)
	all := origin.Stretches(before, inner)
	var may []markup.Span // stretches of the text
	tags := func(n *page.Node) {
		if m := all[n].Element(); m != nil {
			may = append(may, m.Start, m.End)
		}
	}
	whole := func(id string) {
		n, _ := before.Find(id)
		for _, m := range all[n].Nodes {
			lines, _ := doc.Lines(doc.Outer(m))
			may = append(may, lines)
		}
	}
	switch {
	case o.Type != nil: // and of their rows' other columns, which may stand otherwise in their lines
		for _, c := range o.Type.Cells {
			n, at := before.Find(c.Node)
			if n.Kind == page.Block {
				tags(n)
				continue
			}
			for _, column := range at.Parent.Columns() {
				tags(column)
			}
		}
	case o.Describe != nil:
		n, _ := before.Find(o.Describe.Node)
		tags(n)
	case o.Remove != nil:
		whole(o.Remove.Node)
		if _, at := before.Find(o.Remove.Node); at.Parent != nil && at.Parent.Kind == page.Row {
			for _, column := range at.Parent.Columns() {
				tags(column)
			}
		}
	case o.Content != nil:
		whole(o.Content.Node)
	default:
		return ""
	}
	// what lies between the stretches is as it was
	slices.SortFunc(may, func(a, b markup.Span) int { return a.From - b.From })
	text, at := origin.Document(after.Origin).Text(), 0
	end := 0
	for _, s := range append(may, markup.Span{From: len(doc.Text()), To: len(doc.Text())}) {
		if s.From < end {
			continue
		}
		kept := doc.Text()[end:s.From]
		found := strings.Index(text[at:], kept)
		if found < 0 {
			return fmt.Sprintf("%.80q is not as it was", kept)
		}
		at, end = at+found+len(kept), s.To
	}
	return ""
}

func ids(p *page.Page) string {
	var b strings.Builder
	p.Walk(func(n *page.Node, _ page.Place) { b.WriteString(n.ID + " ") })
	return b.String()
}

// named is an operation as JSON.
func named(o edit.Operation) string {
	b, _ := json.Marshal(o)
	return string(b[:min(len(b), 400)])
}

// kindOf is which operation it is.
func kindOf(o edit.Operation) string {
	_, rest, _ := strings.Cut(named(o), ",\"")
	kind, _, _ := strings.Cut(rest, "\"")
	return kind
}

// One width of a page of 20,000 elements is changed.
func BenchmarkEdit(b *testing.B) {
	k := sample.Twelve()
	pg := origin.NewPage("page", "index.html", k, page.NewOrigin(sample.Watches(4000), nil))
	pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{pg}}
	for n := 0; b.Loop(); n++ {
		change, err := edit.Apply(pr, edit.Operation{Page: "page", Type: &edit.Type{
			Cells: []edit.Cell{{Node: "column-2000", Breakpoint: k.Breakpoints[1].Name}}, Text: fmt.Sprint(1 + n%11)}})
		if err != nil {
			b.Fatal(err)
		}
		pr = change.Project
		b.StopTimer()
		layout.Of(k, pr.Pages[0]) // as the lanes are, once the edit is on disk
		b.StartTimer()
	}
}

// Text that a document begins with is changed where it stands: what is before it stays.
func TestTextBeforeAnyTag(t *testing.T) {
	k := sample.Twelve()
	pg := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte("<!doctype html>\n  Tides\n<main></main>\n"), nil))
	pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{pg}}
	change, err := edit.Apply(pr, edit.Operation{Page: "page", Content: &edit.Content{Node: pg.Body[0].ID,
		Content: page.Content{Type: page.Text, Text: "Low"}}})
	if err != nil {
		t.Fatal(err)
	}
	if got, want := string(change.Project.Pages[0].Origin.Bytes()),
		"<!doctype html>\n  Low\n<main></main>\n"; got != want {
		t.Errorf("the file is\n%s", got)
	}
}
