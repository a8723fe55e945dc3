package edit

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// contents writes what is in a column, a block after the other.
func contents(pg *page.Page, column string) string {
	n, _ := pg.Find(column)
	var all []string
	for _, b := range n.Children {
		if b.Kind != page.Block {
			all = append(all, b.ID)
			continue
		}
		c := b.Content
		text := b.Name + ": " + c.Text + strings.Join(c.Items, "/")
		if c.Type == page.Picture {
			text = fmt.Sprintf("%s: %s %gx%g %q", b.Name, c.Picture, c.Width.Px(), c.Height.Px(), c.Alt)
			for _, s := range c.Sources {
				text += fmt.Sprintf(", %s %s %gx%g", s.From, s.Picture, s.Width.Px(), s.Height.Px())
			}
		}
		all = append(all, text)
	}
	return strings.Join(all, "; ")
}

func svg(width, height int) project.File {
	return project.NewFile(fmt.Appendf(nil, `<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d"/>`, width,
		height))
}

// done applies operations to the demo's front page, one after the other.
func done(t *testing.T, all ...Operation) (*project.Project, *Change) {
	t.Helper()
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	var change *Change
	for _, o := range all {
		o.Page = "front-page"
		made, err := Apply(p, o)
		if err != nil {
			t.Fatalf("%+v: %v", o, err)
		}
		change, p = made, made.Project
	}
	return p, change
}

// What is put into a column stands where it was meant to, by its own name, and
// placeholders give way.
func TestContentGoesWhereItIsPut(t *testing.T) {
	text := page.Content{Type: page.Text, Text: "Two terns."}
	button := page.Content{Type: page.Button, Text: "Go", Link: "tides.html"}
	sky, sea := svg(80, 20), svg(300, 200)
	for name, c := range map[string]struct {
		all    []Operation
		column string
		want   string
	}{
		"at the end": {[]Operation{{AddBlock: &AddBlock{Column: "address", Content: text}}}, "address",
			"Text: Gullwing Point Bird Observatory, The Old Lamp, Outer Causeway. Open from April to November, whenever the " +
				"flag is up.; Text: Two terns."},
		"at the start": {[]Operation{{AddBlock: &AddBlock{Column: "mark", Index: new(0), Content: text}}}, "mark",
			"Text: Two terns.; Gullwing Point: Gullwing Point"},
		"into a new column, whose placeholder goes": {[]Operation{
			{AddColumn: &AddColumn{Near: "mark"}}, {AddBlock: &AddBlock{Column: "column-1", Index: new(1),
				Content: text}},
			{AddBlock: &AddBlock{Column: "column-1", Content: button}},
		}, "column-1", "Text: Two terns.; Button: Go"},
		"another type takes its name": {[]Operation{
			{AddBlock: &AddBlock{Column: "mark", Content: text}}, {Content: &Content{"block-1", button}},
		}, "mark", "Gullwing Point: Gullwing Point; Button: Go"},
		"a picture by file": {[]Operation{
			{AddPicture: &AddPicture{Node: "mark", File: "Wide Sky.svg", Data: sky, Alt: "Sky"}},
		}, "mark", `Gullwing Point: Gullwing Point; Picture: wide-sky 80x20 "Sky"`},
		"others from breakpoints on, in their order; the last of each counts": {[]Operation{
			{AddPicture: &AddPicture{Node: "mark", File: "sky.svg", Data: sky, Alt: "Sky"}},
			{AddPicture: &AddPicture{Node: "block-1", File: "sea.svg", Data: sea, From: "full"}},
			{AddPicture: &AddPicture{Node: "block-1", File: "sky.svg", Data: sky, From: "mid"}},
			{AddPicture: &AddPicture{Node: "block-1", File: "sky.svg", Data: sky, From: "full"}},
		}, "mark", `Gullwing Point: Gullwing Point; Picture: sky 80x20 "Sky", mid sky 80x20, full sky 80x20`},
		"another picture in its place": {[]Operation{
			{AddPicture: &AddPicture{Node: "mark", File: "sky.svg", Data: sky, Alt: "Sky"}},
			{AddPicture: &AddPicture{Node: "block-1", File: "sea.svg", Data: sea, Alt: "Sea"}},
		}, "mark", `Gullwing Point: Gullwing Point; Picture: sea 300x200 "Sea"`},
		"pieces, the next that is not placed": {[]Operation{
			{Pour: &Pour{Text: "# Log\n\nTwo terns.\n\n- one\n- two", As: "markdown"}},
			{Place: &Place{Piece: "piece-2", Column: "mark"}}, {Place: &Place{Column: "mark"}},
			{Place: &Place{Column: "mark"}},
		}, "mark", "Gullwing Point: Gullwing Point; Text: Two terns.; Heading: Log; List: one/two"},
	} {
		p, _ := done(t, c.all...)
		if got := contents(p.Pages[0], c.column); got != c.want {
			t.Errorf("%s:\n%s, want\n%s", name, got, c.want)
		}
	}
}

// A picture is kept once, however often it comes; undoing takes away what came with
// it and nothing else.
func TestPicturesAreKeptOnce(t *testing.T) {
	before, _ := done(t)
	once := Operation{AddPicture: &AddPicture{Node: "mark", File: "sky.svg", Data: svg(80, 20), Alt: "Sky"}}
	p, change := done(t, once, once)
	if had, has := len(before.Pictures), len(p.Pictures); has != had+1 {
		t.Errorf("%d pictures became %d", had, has)
	}
	change.Inverse.Page = "front-page"
	back, err := Apply(p, change.Inverse)
	if err != nil || len(back.Project.Pictures) != len(p.Pictures) {
		t.Errorf("undoing the second took a picture that is shown: %v", err)
	}
}

func TestContentIsRefused(t *testing.T) {
	text := page.Content{Type: page.Text, Text: "Two terns."}
	for name, c := range map[string]struct {
		o    Operation
		want string
	}{
		"into a row": {Operation{AddBlock: &AddBlock{Column: "body", Content: text}},
			`addBlock.column: found "Body", want a column`},
		"past the end": {Operation{AddBlock: &AddBlock{Column: "mark", Index: new(2), Content: text}},
			"addBlock.index: found 2, want 0 to 1"},
		"no such type": {Operation{AddBlock: &AddBlock{Column: "mark", Content: page.Content{Type: "film"}}},
			"addBlock.content.type: found \"film\""},
		"script in a link": {Operation{AddBlock: &AddBlock{Column: "mark",
			Content: page.Content{Type: page.Button, Text: "Go", Link: "javascript:alert(1)"}}},
			"addBlock.content.link"},
		"content of a column": {Operation{Content: &Content{"mark", text}}, `content.node: found "Mark", want a block`},
		"no picture": {Operation{AddPicture: &AddPicture{Node: "mark", File: "a.svg",
			Data: project.NewFile([]byte("terns"))}}, "addPicture"},
		"picture of a row": {Operation{AddPicture: &AddPicture{Node: "body", File: "a.svg", Data: svg(1, 1)}},
			"a column, or a block that is a picture"},
		"drop what is not kept": {Operation{DropPicture: &DropPicture{"nothing"}},
			"the id of one of the project's pictures"},
		"drop what is shown": {Operation{DropPicture: &DropPicture{"terns"}}, "one of the project's pictures"},
		"pour nothing": {Operation{Pour: &Pour{Text: " ", As: "html"}},
			"a heading, a paragraph, a list or a picture at least"},
		"pour a letter": {Operation{Pour: &Pour{Text: "Dear", As: "letter"}},
			`pour.as: found "letter", want html or markdown`},
		"place what is not": {Operation{Place: &Place{Piece: "piece-9", Column: "mark"}},
			"the id of a piece of the content sheet"},
		"place with none left": {Operation{Place: &Place{Column: "mark"}}, "one that is not placed yet"},
	} {
		p, err := demo.Project()
		if err != nil {
			t.Fatal(err)
		}
		short := *p
		short.Sheet = nil
		c.o.Page = "front-page"
		if _, err := Apply(&short, c.o); err == nil || !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: got %v, want %s", name, err, c.want)
		}
	}
}
