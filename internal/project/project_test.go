package project_test

import (
	"bytes"
	"math"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/sheet"
)

func TestEncodeDecodeGivesTheSameBytes(t *testing.T) {
	r := sample.New(3)
	for range 100 {
		first, err := sample.Project(r).Encode()
		if err != nil {
			t.Fatal(err)
		}
		p, err := project.Decode(bytes.NewReader(first))
		if err != nil {
			t.Fatal(err)
		}
		if second, _ := p.Encode(); !bytes.Equal(first, second) {
			t.Fatalf("written again:\n%s\nafter\n%s", second, first)
		}
	}
}

// A file damaged by hand is refused with the place and what would be right.
func TestDecodeNamesWhatIsWrong(t *testing.T) {
	for _, c := range []struct{ from, to, want string }{
		{`"version": 8`, `"version": 9`,
			"version: found 9, want 8 or less: a later version of Kit Rows wrote this file"},
		{`"version": 8`, `"version": "one"`, "version: found a text, want a whole number"},
		{`"name": "Gullwing Point"`, `"nmae": "Gullwing Point"`, "nmae: want no such field"},
		{`"columns": "12"`, `"columns": "99"`, `kits[0].columns: found "99", want a number of columns from 1 to 48`},
		{`"columns": "1 2 3 2 1"`, `"columns": "1 2 0"`, "kits[2].columns"},
		{`"perLine": 2`, `"perLine": 99`, "found 99, want at most 48 columns a line"},
		{`"align": "middle"`, `"align": "centre"`, "one of row, top, middle, bottom, stretch"},
		{`"spread": "between"`, `"spread": "apart"`, "one of start, centre, end, between, around, even"},
		{`"frame": "capped"`, `"frame": "round"`, "fixed, fluid, fluid below and a breakpoint, or capped"},
		{`"frame": "fluid below mid"`, `"frame": "fluid below huge"`, "a breakpoint of Five Uneven after the first"},
		{`"gutter": "16px"`, `"gutter": "24 parsecs"`, `kits[0].gutter: found "24 parsecs", want a length`},
		{`"width": "take 4"`, `"width": "take 400"`,
			`pages[0].body[0].children[0].children[0].at[0].width: found "take 400"`},
		{`"width": "take 4"`, `"width": "take 13"`, "want at most 12: the row has 12 columns"},
		{`"kit": "plain-twelve"`, `"kit": "lost"`,
			`pages[0].kit: found "lost", want the id of one of the project's kits`},
		{`"element": "header"`, `"element": "script"`, "element: found \"script\""},
		{`"skip": 1`, `"skip": 1, "skip": 2`, "duplicate"},
		{`"skip": 1`, `"skip": 1,`, "line "},
		{`"picture": "terns"`, `"picture": "gone"`, "one of the project's pictures"},
		{`"type": "image/svg+xml"`, `"type": "text/html"`, "pictures[0].type"},
		{`"skip": 1`, `"skip": "one"`, `skip: found "one", want a whole number`},
		{`"level": 1`, `"level": 1.5`, "level: found 1.5, want a whole number"},
		{`"name": "Gullwing Point"`, `"name": 7`, "name: found a number, want a text"},
		{`"name": "Gullwing Point"`, `"name": ["Gullwing"]`, "name: found a list, want a text"},
		{`"kits": [`, `"kits": {}, "pages": [`, "kits: found an object, want a list"},
		{`"naming": {`, `"naming": 3, "x": {`, "kits[0].naming: found a number, want an object"},
		{`"columns": "12"`, `"columns": 12`, "kits[0].columns: found a number, want a text"},
		{`"format": "kitrows"`, `"format": "other"`, "format: found \"other\""},
	} {
		damaged := strings.Replace(string(demo.File()), c.from, c.to, 1)
		if damaged == string(demo.File()) {
			t.Fatalf("the demo has no %s", c.from)
		}
		_, err := project.Decode(strings.NewReader(damaged))
		if err == nil || !strings.Contains(err.Error(), c.want) || len(fault.All(err)) == 0 {
			t.Errorf("%s: got %v, want %q", c.to, err, c.want)
		}
	}
	if _, err := project.Decode(bytes.NewReader(make([]byte, 20<<20))); err == nil ||
		!strings.Contains(err.Error(), "at most 8 MiB") {
		t.Errorf("20 MiB: %v", err)
	}
}

// Recipes of one's own stand in the order of their names, once each.
func TestRecipesAreChecked(t *testing.T) {
	for name, c := range map[string]struct {
		recipes []project.Recipe
		want    string
	}{
		"none": {nil, ""},
		"two":  {[]project.Recipe{{Name: "A", Text: "4 8"}, {Name: "B", Text: "whatever"}}, ""},
		"out of order": {[]project.Recipe{{Name: "B", Text: "4 8"}, {Name: "A", Text: "4 8"}},
			"recipes[1].name: found \"A\", want each name once, in order"},
		"twice": {[]project.Recipe{{Name: "A", Text: "4 8"}, {Name: "A", Text: "6 6"}}, "recipes[1].name"},
		"no name": {[]project.Recipe{{Name: " ", Text: "4 8"}},
			"recipes[0].name: found \" \", want a name of 1 to 120 bytes"},
		"no text":   {[]project.Recipe{{Name: "A"}}, "recipes[0].text: found \"\", want a recipe of 1 to 400 bytes"},
		"long text": {[]project.Recipe{{Name: "A", Text: strings.Repeat("1 ", 300)}}, "recipes[0].text"},
		"too many":  {make([]project.Recipe, 201), "recipes: found 201, want at most 200 recipes"},
	} {
		p, err := demo.Project()
		if err != nil {
			t.Fatal(err)
		}
		changed := *p
		changed.Recipes = c.recipes
		err = changed.Check()
		if (c.want == "") != (err == nil) || err != nil && !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: %v, want %s", name, err, c.want)
		}
	}
}

// A file of version 1 is read as it was meant, and written as this version.
func TestOlderVersionsAreUpgraded(t *testing.T) {
	p, err := project.Decode(bytes.NewReader(sample.FirstVersion))
	if err != nil {
		t.Fatal(err)
	}
	k, frame := p.Kits[0], p.Pages[0].Body[0].Frame
	if p.Version != project.Version || k.Naming.Part != kit.OurNaming.Part || k.Columns != kit.Equal(12) ||
		k.Naming.Per != kit.OurNaming.Per || k.Naming.Take != "kr-take-{n}[-{bp}]" || frame != page.FluidFrame {
		t.Errorf("version %d, columns %v, naming %v, frame %v", p.Version, k.Columns, k.Naming, frame)
	}
	damaged := strings.Replace(string(sample.FirstVersion), `"columns": 12`, `"columns": 99`, 1)
	if _, err := project.Decode(strings.NewReader(damaged)); err == nil ||
		!strings.Contains(err.Error(), `kits[0].columns: found "99"`) {
		t.Errorf("99 columns: %v", err)
	}
}

// Two pictures of a page cannot be one file, whatever a file system makes of capital letters.
func TestPicturesAreFilesOfTheirOwn(t *testing.T) {
	p, err := project.Decode(bytes.NewReader(sample.FirstVersion))
	if err != nil {
		t.Fatal(err)
	}
	drawing := project.NewFile([]byte("<svg/>"))
	p.Pictures = []*project.Picture{{ID: "a", File: "Tern.svg", Type: "image/svg+xml", Data: drawing},
		{ID: "b", File: "tern.SVG", Type: "image/svg+xml", Data: drawing}}
	if err := p.Check(); err == nil ||
		!strings.Contains(err.Error(), `pictures[1].file: found "tern.svg", want a value used once`) {
		t.Errorf("two of a name: %v", err)
	}
}

// Before version 6 texts were words alone: what looked like a tag or a line break was none.
func TestTextsOfOlderVersionsStayWords(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	const words, literal = "R&amp;D <b>nets</b>\n of AT&T", "R&amp;amp;D &lt;b>nets&lt;/b> of AT&T"
	p.Sheet = append(p.Sheet, project.Piece{ID: "old", Content: page.Content{Type: page.List, Items: []string{words}}})
	file, err := p.Encode()
	if err != nil {
		t.Fatal(err)
	}
	for version, want := range map[string]string{"5": literal, "6": words, "7": words} {
		p, err := project.Decode(bytes.NewReader(bytes.Replace(file, []byte(`"version": 8`), []byte(`"version": `+version),
			1)))
		if err != nil {
			t.Fatal(err)
		}
		if found := p.Sheet[p.PieceAt("old")].Content.Items[0]; found != want {
			t.Errorf("version %s: %q, not %q", version, found, want)
		}
	}
}

// Before version 7 kits had no classes for space before and after: those that are named as ours are get them.
func TestKitsOfOlderVersionsGetTheClassesForSpace(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	for i := range 2 {
		k := *p.Kits[i]
		k.Naming.Before, k.Naming.After = "", ""
		p.Kits[i] = &k
	}
	p.Kits[1].Naming.Cell = "column"
	file, err := p.Encode()
	if err != nil {
		t.Fatal(err)
	}
	p, err = project.Decode(bytes.NewReader(bytes.Replace(file, []byte(`"version": 8`), []byte(`"version": 6`), 1)))
	if err != nil {
		t.Fatal(err)
	}
	if ours, own := p.Kits[0].Naming, p.Kits[1].Naming; ours.Before != kit.OurNaming.Before ||
		ours.After != kit.OurNaming.After || own.Before != "" {
		t.Errorf("%q and %q; of a kit with names of its own %q", ours.Before, ours.After, own.Before)
	}
}

// In version 2 items of lists said that they were, and a column could be a list.
func TestItemsOfOlderListsAreItemsAllTheSame(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	row := p.Pages[0].Body[0].Children[0]
	row.Element, row.Children[0].Element, row.Children[1].Element = "ul", "li", "ol"
	file, err := p.Encode()
	if err != nil {
		t.Fatal(err)
	}
	if _, err := project.Decode(bytes.NewReader(file)); err == nil {
		t.Error("this version took a column for a list")
	}
	p, err = project.Decode(bytes.NewReader(bytes.Replace(file, []byte(`"version": 8`), []byte(`"version": 2`), 1)))
	if err != nil {
		t.Fatal(err)
	}
	row = p.Pages[0].Body[0].Children[0]
	if row.Element != "ul" || row.Children[0].Element != "" || row.Children[1].Element != "" ||
		row.Children[1].TagIn(row) != "li" {
		t.Errorf("%q holds %q and %q", row.Element, row.Children[0].Element, row.Children[1].Element)
	}
}

// No file crashes the reader; what is read can be written, read again and planned.
func FuzzDecode(f *testing.F) {
	f.Add(demo.File())
	f.Add([]byte(`{"format":"kitrows","version":1,"pages":[null]}`))
	for seed := range uint64(6) {
		small := sample.Project(sample.New(seed))
		if b, err := small.Encode(); err == nil && len(b) < 20000 {
			f.Add(b)
		}
	}
	f.Add([]byte(`{"kits":[{"gutter":"1e400px"}]}`))
	f.Fuzz(func(t *testing.T, b []byte) {
		p, err := project.Decode(bytes.NewReader(b))
		if err != nil {
			return
		}
		written, err := p.Encode()
		if err != nil {
			t.Fatal(err)
		}
		if _, err := project.Decode(bytes.NewReader(written)); err != nil {
			t.Fatalf("what was read is refused when written: %v", err)
		}
		for _, pg := range p.Pages {
			l := layout.Of(p.Kit(pg.Kit), pg)
			for _, v := range []float64{1, 333.3, 1440} {
				for _, b := range l.Plan(v).Boxes {
					if !(b.Width >= 0 && b.Height >= 0) || math.IsNaN(b.X+b.Y) || math.IsInf(b.X+b.Y+b.Width+b.Height,
						0) {
						t.Fatalf("%s at %v px: %+v", pg.Name, v, b)
					}
				}
			}
			_ = sheet.Used(l.Kit(), markup.Write(l, p, code.Options{}).Used()).String()
		}
	})
}
