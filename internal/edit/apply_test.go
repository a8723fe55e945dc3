package edit

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"

	"github.com/go-json-experiment/json"

	"kitrows/demo"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

func bytesOf(t *testing.T, p *project.Project) []byte {
	t.Helper()
	b, err := p.Encode()
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// Every operation is undone by its inverse, and a refused one changes nothing.
// Random operations are often wrong, so both happen.
func TestInverseUndoes(t *testing.T) {
	r := sample.New(12)
	made, refused := map[string]int{}, 0
	for range sample.Rounds(180) {
		p := sample.Project(r)
		now := bytesOf(t, p)
		for range 25 {
			o := randomOperation(r, p)
			before := now
			change, err := Apply(p, o)
			if !bytes.Equal(bytesOf(t, p), before) {
				t.Fatalf("%+v changed the project in place", o)
			}
			if err != nil {
				if len(fault.All(err)) == 0 {
					t.Fatalf("%+v: %v holds no fault", o, err)
				}
				refused++
				continue
			}
			made[o.name()]++
			if err := change.Project.CheckAfter(p); err != nil {
				t.Fatalf("%+v made a project that is refused: %v", o, err)
			}
			back, err := Apply(change.Project, written(t, change.Inverse))
			if err != nil || !bytes.Equal(bytesOf(t, back.Project), before) {
				t.Fatalf("%+v is not undone by %+v: %v", o, change.Inverse, err)
			}
			forth, err := Apply(back.Project, written(t, o))
			now = bytesOf(t, change.Project)
			if err != nil || !bytes.Equal(bytesOf(t, forth.Project), now) {
				t.Fatalf("%+v done again gives something else: %v", o, err)
			}
			p = change.Project
		}
		if err := p.Check(); err != nil {
			t.Fatalf("a project that was made is refused: %v", err)
		}
	}
	for _, name := range []string{"type", "adjust", "step", "addRow", "addColumn", "duplicate", "remove", "move",
		"describe", "alike", "level", "wrap", "addContainer", "recast", "paste", "rename", "keepRecipe", "dropRecipe",
		"addPage", "dropPage",
		"addSection", "hop", "addBlock", "content", "addPicture", "dropPicture", "pour", "sheet", "place", "fill",
		"together", "put", "changeKit", "useKit", "addKit", "dropKit", "describePage", "duplicatePage", "movePage"} {
		if made[name] == 0 {
			t.Errorf("no %s was made; refused %d", name, refused)
		}
	}
	if refused == 0 {
		t.Error("nothing was refused")
	}
}

// written is an operation after the journal wrote and read it.
func written(t *testing.T, o Operation) (read Operation) {
	t.Helper()
	b, err := json.Marshal(o)
	if err == nil {
		err = json.Unmarshal(b, &read)
	}
	if err != nil {
		t.Fatal(err)
	}
	return read
}

func randomOperation(r *rand.Rand, p *project.Project) Operation {
	pg := p.Pages[r.IntN(len(p.Pages))]
	k := p.Kits[0]
	ids := []string{"", "nowhere"}
	pg.Walk(func(n *page.Node, _ page.Place) { ids = append(ids, n.ID) })
	id := func() string { return ids[r.IntN(len(ids))] }
	bp := func() string { return k.Breakpoints[r.IntN(len(k.Breakpoints))].Name }
	texts := []string{"1", "2_3", "*", "x", "", "13", "q", "=", "~", "1_1_1", "@3_4", "@1_*", "÷2", "off"}
	recipes := []string{"1", "1 1", "* * *", "4 8", "x 1"}
	o := Operation{Page: pg.ID}
	switch r.IntN(36) {
	case 0:
		o.Type = &Type{Text: texts[r.IntN(len(texts))]}
		for range 1 + r.IntN(3) {
			o.Type.Cells = append(o.Type.Cells, Cell{id(), bp()})
		}
	case 1:
		o.Step = &Step{Cell: Cell{id(), bp()}, Width: r.IntN(5) - 2, Skip: r.IntN(3) - 1}
	case 2:
		o.AddRow = &AddRow{Near: id(), Before: r.IntN(2) == 0, Recipe: recipes[r.IntN(len(recipes))], Breakpoint: bp()}
	case 3:
		o.AddColumn = &AddColumn{Near: id(), Before: r.IntN(2) == 0}
	case 4:
		o.Duplicate = &Duplicate{Node: id()}
	case 5:
		o.Remove = &Remove{Node: id()}
	case 6:
		o.Move = &Move{Node: id(), Parent: id(), Index: r.IntN(3)}
	case 7:
		o.Describe = &Describe{Node: id(), Name: new(id()), Element: new([]string{"", "section", "script"}[r.IntN(3)])}
	case 8:
		o.AddPage = &AddPage{Name: "Another"}
	case 10:
		set := page.Setting{}.With(page.Align, page.Middle)
		if r.IntN(2) == 0 {
			set = set.With(page.Nudge, page.Of(-1))
		}
		if r.IntN(2) == 0 {
			set = set.With(page.Spread, page.Even)
		}
		o.Adjust = &Adjust{Cells: []Cell{{id(), bp()}, {id(), bp()}}[r.IntN(2):], Set: set,
			Clear: [][]string{nil, {"width"}, {"width", "skip"}, {"colour"}}[r.IntN(4)]}
	case 11:
		frames := []page.Frame{page.FluidFrame, page.FixedFrame, page.CappedFrame, page.FluidBelow("b1")}
		o.Describe = &Describe{Node: id(), Frame: &frames[r.IntN(4)]}
	case 12:
		o.Recast = &Recast{Row: id(), Recipe: recipes[r.IntN(len(recipes))], Breakpoint: bp()}
	case 13:
		names := []string{"Mine", "Yours", ""}
		if len(p.Recipes) > 0 && r.IntN(2) == 0 {
			o.DropRecipe = &DropRecipe{p.Recipes[0].Name}
		} else if r.IntN(3) == 0 {
			o.DropRecipe = &DropRecipe{names[r.IntN(3)]}
		} else {
			o.KeepRecipe = &KeepRecipe{Name: names[r.IntN(3)], Row: []string{"", id()}[r.IntN(2)],
				Text: recipes[r.IntN(len(recipes))]}
		}
	case 14:
		o.Alike = &Alike{Node: id(), To: []string{id()}}
	case 15:
		o.Level = &Level{From: bp(), To: bp(), Nodes: [][]string{nil, {id()}}[r.IntN(2)]}
	case 16:
		o.Paste = &Paste{Near: id(), Part: "{}"}
		if part, err := CopyPart(p, pg, id()); err == nil {
			o.Paste.Part = string(part)
		}
	case 17:
		switch o.Wrap = (&Wrap{Node: id()}); r.IntN(3) {
		case 0:
			o.Wrap = &Wrap{Nodes: []string{id(), id()}, As: []string{"row", "column", "container", "section"}[r.IntN(4)],
				Breakpoint: bp()}
		case 1:
			o.Wrap, o.Unwrap = nil, &Unwrap{[]string{id()}}
		}
	case 18:
		o.AddContainer = &AddContainer{Near: id(), Before: r.IntN(2) == 0}
	case 19:
		if o.Rename = (&Rename{id()}); r.IntN(2) == 0 {
			o.Rename, o.Style = nil, &Style{Text: []string{"", "p { margin: 0 }", "@import url(x.css"}[r.IntN(3)]}
		}
	case 9:
		o.DropPage = &DropPage{}
	case 34:
		o.DescribePage = &DescribePage{Name: new([]string{"Tides", "", "Log"}[r.IntN(3)]),
			File: new([]string{"tides.html", "a b"}[r.IntN(2)]), Title: new("Title"), Description: new("About\n"[:5+r.IntN(2)])}
	case 35:
		if o.DuplicatePage = (&DuplicatePage{}); r.IntN(2) == 0 {
			o.DuplicatePage, o.MovePage = nil, &MovePage{Index: r.IntN(3)}
		}
	case 20:
		o.AddSection = &AddSection{Near: id(), Before: r.IntN(2) == 0, Inside: r.IntN(3) == 0}
	case 21:
		o.Hop = &Hop{id(), 2*r.IntN(2) - 1}
	case 22:
		contents := []page.Content{{Type: page.Button, Text: "Go", Link: "tides.html"},
			{Type: page.Text, Text: "Terns"},
			{Type: page.Button, Link: "javascript:alert(1)"}, {Type: page.Heading}}
		if r.IntN(2) == 0 {
			o.AddBlock = &AddBlock{Column: id(), Content: contents[r.IntN(4)]}
		} else {
			o.Content = &Content{id(), contents[r.IntN(4)]}
		}
	case 23:
		o.AddPicture = &AddPicture{Node: id(), File: "Tern 1.SVG",
			Data: project.NewFile(fmt.Appendf(nil, `<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="20"/>`,
				r.IntN(30))),
			Alt: "A tern", From: []string{"", bp()}[r.IntN(2)]}
	case 24:
		o.DropPicture = &DropPicture{"nothing"}
		if len(p.Pictures) > 0 {
			o.DropPicture.ID = p.Pictures[r.IntN(len(p.Pictures))].ID
		}
	case 25:
		o.Pour = &Pour{Text: []string{"# Log\n\nTwo terns.", "<p>One",
			`<img src="data:image/svg+xml,%3Csvg viewBox='0 0 3 2'/%3E" alt="x">`, ""}[r.IntN(4)],
			As: []string{"markdown", "html"}[r.IntN(2)]}
	case 26:
		if len(p.Sheet) > 0 && r.IntN(3) > 0 {
			o.Place = &Place{Piece: []string{"", p.Sheet[r.IntN(len(p.Sheet))].ID}[r.IntN(2)], Column: id()}
		} else {
			o.Sheet = &Sheet{Pieces: p.Sheet[:len(p.Sheet)/2]}
		}
	case 27:
		o.Fill = &Fill{From: bp(), Rows: [][]string{nil, {id()}}[r.IntN(2)]}
	case 28:
		o.Together = &Together{Steps: []Operation{randomOperation(r, p), randomOperation(r, p)}}
	case 29:
		other := *p
		other.ID, other.Name, other.Recipes = "another", "Put", nil
		o.Put = &Put{Project: &other, Summary: "Back"}
	case 30:
		other := sample.Kit(r)
		other.ID = k.ID
		o.ChangeKit = &ChangeKit{Kit: other}
		for i := range other.Breakpoints {
			was := ""
			if i < len(k.Breakpoints) {
				was = k.Breakpoints[i].Name
			}
			o.ChangeKit.Were = append(o.ChangeKit.Were, was)
		}
	case 31:
		o.UseKit = &UseKit{Kit: p.Kits[r.IntN(len(p.Kits))].ID, All: r.IntN(2) == 0}
	case 32:
		other := sample.Kit(r)
		other.ID = fmt.Sprint("kit-", r.IntN(5))
		o.AddKit = &AddKit{Kit: other}
	case 33:
		o.DropKit = &DropKit{p.Kits[r.IntN(len(p.Kits))].ID}
	}
	return o
}

func TestRefusalsSayWhy(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	at := func(node, breakpoint string) Cell { return Cell{node, breakpoint} }
	for name, c := range map[string]struct {
		o    Operation
		want string
	}{
		"nothing":      {Operation{}, "exactly one action"},
		"two at once":  {Operation{Remove: &Remove{}, Duplicate: &Duplicate{}}, "found \"duplicate and remove\""},
		"unknown node": {Operation{Remove: &Remove{"nowhere"}}, "remove.node: found \"nowhere\""},
		"13 of 12": {Operation{Type: &Type{[]Cell{at("log", "wide")}, "13"}},
			"type.text: found \"13\", want a width of at most 12"},
		"a row's width": {Operation{Type: &Type{[]Cell{at("body", "wide")}, "6"}},
			"type.text: found \"6\", want ÷3 or /3 (3 columns a line)"},
		"a column's per line": {Operation{Type: &Type{[]Cell{at("log", "wide")}, "÷3"}},
			"type.text: found \"÷3\", want 6 (take 6)"},
		"a container's cell": {Operation{Type: &Type{[]Cell{at("whole-page", "wide")}, "6"}},
			"nothing: what a container has at a breakpoint is set under Settings"},
		"no such setting": {Operation{Adjust: &Adjust{Cells: []Cell{at("log", "wide")}, Clear: []string{"colour"}}},
			"adjust.clear: found \"colour\", want the name of a setting"},
		"nothing to adjust": {Operation{Adjust: &Adjust{Cells: []Cell{at("log", "wide")}}},
			"something to set or to clear"},
		"a row's on a column": {Operation{Adjust: &Adjust{Cells: []Cell{at("log", "wide")},
			Set: page.Setting{}.With(page.PerLine, page.Of(3))}}, "only settings of a column"},
		"capped without a cap": {Operation{Describe: &Describe{Node: "whole-page", Frame: new(page.CappedFrame)}},
			"another kind: Plain Twelve has no cap"},
		"unknown breakpoint": {Operation{Type: &Type{[]Cell{at("log", "huge")}, "6"}},
			"one of base, mid, wide, full"},
		"wider than the row": {Operation{Step: &Step{at("log", "wide"), 5, 0}},
			"step.width: found 13, want at most 12"},
		"skip under 0": {Operation{Step: &Step{at("log", "wide"), 0, -1}},
			"step.skip: found -1, want 0 or more"},
		"column into a column": {Operation{Move: &Move{"log", "tide-table", 0}}, "a parent that may hold a column"},
		"into itself":          {Operation{Move: &Move{"body", "log", 0}}, "a node outside the one that is moved"},
		"past the end":         {Operation{Move: &Move{"log", "body", 2}}, "move.index: found 2, want 0 to 1"},
		"empty name": {Operation{Describe: &Describe{Node: "log", Name: new("")}},
			"a name of 1 to 120 bytes"},
	} {
		c.o.Page = "front-page"
		if _, err := Apply(p, c.o); err == nil || !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: got %v, want %s", name, err, c.want)
		}
	}
}

// Many settings of many cells change in one step, and one undo takes them back.
func TestAdjust(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	cells := []Cell{{"log", "wide"}, {"tide-table", "wide"}}
	change, err := Apply(p,
		Operation{Page: "front-page",
			Adjust: &Adjust{Cells: cells, Set: page.Setting{}.With(page.Align, page.Bottom), Clear: []string{"skip"}}})
	if err != nil {
		t.Fatal(err)
	}
	k := p.Kit("plain-twelve")
	for id, want := range map[string]string{"log": "take 8", "tide-table": "take 3"} {
		n, _ := change.Project.Pages[0].Find(id)
		held := n.HeldAt(k, 2)
		if held[page.Align].Value != page.Bottom || held[page.Skip].N != 0 || held[page.Width].String() != want {
			t.Errorf("%s: %+v", id, held)
		}
	}
	if change.Summary != "skip carried, align bottom in 2 cells" {
		t.Errorf("summary %q", change.Summary)
	}
}

// Siblings are made alike, and one breakpoint like another, with no setting that
// would be carried anyway.
func TestAlikeAndLevel(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	alike, err := Apply(p,
		Operation{Page: "front-page", Alike: &Alike{Node: "tide-table", To: []string{"log", "address"}}})
	if err != nil {
		t.Fatal(err)
	}
	tide, _ := p.Pages[0].Find("tide-table")
	for _, id := range []string{"log", "address"} {
		if n, _ := alike.Project.Pages[0].Find(id); !slices.Equal(n.At, tide.At) {
			t.Errorf("%s is %+v", id, n.At)
		}
	}
	level, err := Apply(p, Operation{Page: "front-page", Level: &Level{From: "wide", To: "mid"}})
	if err != nil {
		t.Fatal(err)
	}
	k := p.Kits[0]
	level.Project.Pages[0].Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Column || n.Kind == page.Row {
			if mid, wide := n.HeldAt(k, 1).Setting("", n.Kind), n.HeldAt(k, 2).Setting("", n.Kind); mid != wide {
				t.Errorf("%s: %+v at mid, %+v at wide", n.ID, mid, wide)
			}
		}
	})
	if mark, _ := level.Project.Pages[0].Find("lead-story"); mark.At[0].From != "mid" || mark.At[0].Has(page.Skip) {
		t.Errorf("Lead story at mid: %+v", mark.At[0])
	}
}

// A row that is given a recipe keeps its content in order; what there is no place
// for goes into the last column, and the change says so.
func TestRecast(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	o := Operation{Page: "front-page", Recast: &Recast{Row: "picks", Recipe: "wide 3 9(6 6)", Breakpoint: "base"}}
	change, err := Apply(p, o)
	if err != nil {
		t.Fatal(err)
	}
	row, _ := change.Project.Pages[0].Find("picks")
	if got := notation.FormatRecipe(row, p.Kits[0]); got != "wide 3 9(x2)" && got != "wide 3 9(6 6)" {
		t.Errorf("the row is %s", got)
	}
	var ids []string
	for _, c := range row.Children {
		for _, n := range c.Children {
			ids = append(ids, n.ID)
		}
	}
	if got := strings.Join(ids, " "); !strings.HasPrefix(got,
		"pick-1-picture pick-1-title pick-1-text pick-2-picture pick-2-title pick-2-text row-") ||
		!strings.HasSuffix(got, "pick-3-picture pick-3-title pick-3-text pick-4-picture pick-4-title pick-4-text") {
		t.Errorf("content stands in the order %s", got)
	}
	if change.Summary != "Change the columns of Wardens’ picks; what was in Pick 3, Pick 4 is in Pick 2 now" {
		t.Errorf("summary %q", change.Summary)
	}
	if wider, err := Apply(p,
		Operation{Page: "front-page", Recast: &Recast{Row: "foot", Recipe: "= = =", Breakpoint: "base"}}); err != nil {
		t.Error(err)
	} else if row, _ := wider.Project.Pages[0].Find("foot"); len(row.Children) != 3 ||
		row.Children[0].ID != "address" ||
		row.Children[0].At[0] != page.At(row.Children[0].At[0].From).With(page.Width, page.Share) {
		t.Errorf("a wider recipe: %+v", row.Children)
	}
}

func BenchmarkApply(b *testing.B) {
	p := sample.Of(sample.Wide(1000))
	o := Operation{Page: "wide", Type: &Type{Cells: []Cell{{"column-500", "wide"}}, Text: "2_6"}}
	for b.Loop() {
		if _, err := Apply(p, o); err != nil {
			b.Fatal(err)
		}
	}
}

// One request makes no more than a page may hold, and no odd steps of one are our fault.
func TestTogetherIsBounded(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	var steps []Operation
	// all there is, twice in a section, and so on
	for root, level := "whole-page", 0; err == nil && level < 25; level++ {
		steps = append(steps, Operation{Wrap: &Wrap{Node: root}}, Operation{Duplicate: &Duplicate{Node: root}})
		var made *Change
		if made, err = Apply(p, Operation{Page: "front-page", Together: &Together{Steps: steps}}); err == nil {
			root = made.Project.Pages[0].Body[0].ID
		}
	}
	if err == nil || !strings.Contains(err.Error(), "at most 20000 nodes in a page") {
		t.Errorf("doublings: %v", err)
	}
	fields := reflect.TypeFor[Operation]()
	for i := range fields.NumField() {
		if fields.Field(i).Type.Kind() != reflect.Pointer {
			continue
		}
		step := Operation{}
		reflect.ValueOf(&step).Elem().Field(i).Set(reflect.New(fields.Field(i).Type.Elem()))
		for _, steps := range [][]Operation{{step}, {step, step}, {{}, step},
			{{Together: &Together{Steps: []Operation{step}}}}} {
			_, err := Apply(p, Operation{Page: "front-page", Together: &Together{Steps: steps}})
			if err != nil && len(fault.All(err)) == 0 {
				t.Errorf("%s in together: %v holds no fault", fields.Field(i).Name, err)
			}
		}
	}
}
