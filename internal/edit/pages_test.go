package edit_test

import (
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/markup"
)

// applied is a project with operations made, one after the other; the last one's change with it.
func applied(t *testing.T, p *project.Project, all ...edit.Operation) *edit.Change {
	t.Helper()
	var c *edit.Change
	for _, o := range all {
		var err error
		if c, err = edit.Apply(p, o); err != nil {
			t.Fatal(err)
		}
		p = c.Project
	}
	return c
}

// The pages of a project, in their order.
func files(p *project.Project) string {
	var all []string
	for _, pg := range p.Pages {
		all = append(all, pg.Name+" "+pg.File)
	}
	return strings.Join(all, ", ")
}

// Pages are named, moved, copied and deleted; files follow names, and undo gives everything back.
func TestPages(t *testing.T) {
	demo, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	demo.Pages = demo.Pages[:2]
	first, second := demo.Pages[0].ID, demo.Pages[1].ID
	uneven := edit.Operation{Page: second, AddPage: &edit.AddPage{Name: "Tide tables", Kit: "five-uneven"}}
	for what, c := range map[string]struct {
		do   []edit.Operation
		want string
	}{
		"a name": {[]edit.Operation{{Page: first, DescribePage: &edit.DescribePage{Name: new("Start")}}},
			"Start index.html, Sightings sightings.html"},
		"a name that a file follows": {[]edit.Operation{{Page: second, DescribePage: &edit.DescribePage{Name: new("Log")}}},
			"Front page index.html, Log log.html"},
		"a file": {[]edit.Operation{{Page: first, DescribePage: &edit.DescribePage{File: new("a.html")}}},
			"Front page a.html, Sightings sightings.html"},
		"the order": {[]edit.Operation{{Page: second, MovePage: &edit.MovePage{}}},
			"Sightings sightings.html, Front page index.html"},
		"a copy": {[]edit.Operation{{Page: first, DuplicatePage: &edit.DuplicatePage{}}},
			"Front page index.html, Front page 2 index-2.html, Sightings sightings.html"},
		"a new one": {[]edit.Operation{uneven},
			"Front page index.html, Sightings sightings.html, Tide tables tide-tables.html"},
		"a page less": {[]edit.Operation{{Page: first, DropPage: &edit.DropPage{}}},
			"Sightings sightings.html"},
	} {
		change := applied(t, demo, c.do...)
		if got := files(change.Project); got != c.want {
			t.Errorf("%s: %s, want %s", what, got, c.want)
		}
		if back := applied(t, change.Project, change.Inverse); files(back.Project) != files(demo) {
			t.Errorf("%s: undone they are %s", what, files(back.Project))
		}
	}
	if added := applied(t, demo, uneven).Project.Pages[2]; added.Kit != "five-uneven" {
		t.Errorf("the new page is on %s", added.Kit)
	}
	for what, d := range map[string]edit.DescribePage{
		"a file of another page": {File: new("sightings.html")}, "a file out of the folder": {File: new("../a.html")},
		"a language": {Language: new("English!")}, "two lines": {Title: new("a\nb")}, "no name": {Name: new("")},
	} {
		if _, err := edit.Apply(demo, edit.Operation{Page: first, DescribePage: &d}); len(fault.All(err)) == 0 {
			t.Errorf("%s: %v, want a refusal", what, err)
		}
	}
}

// What a page says of itself stands in its head, of pages made here and from HTML alike.
func TestDescribePage(t *testing.T) {
	say := &edit.DescribePage{Name: new("Tides"), Title: new("Tides & <terns>"), Description: new(`When "low" is`),
		Language: new("de")}
	made, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	pg := applied(t, made, edit.Operation{Page: made.Pages[0].ID, DescribePage: say}).Project.Pages[0]
	text := markup.Page(pg, "", "kit.css")
	for _, want := range []string{`<html lang="de">`, "<title>Tides &amp; &lt;terns&gt;</title>",
		`content="When &quot;low&quot; is"`} {
		if !strings.Contains(text, want) {
			t.Errorf("no %s in %s", want, text)
		}
	}
	for what, had := range map[string]string{
		"all of it":  "<html lang=en><head><title>a\n</title><meta name=description content=b></head>",
		"none of it": "<html><head>\n  <meta charset=utf-8>\n</head>",
	} {
		p := onFile(had)
		change := applied(t, p, edit.Operation{Page: "page", DescribePage: say})
		pg := change.Project.Pages[0]
		head := origin.HeadOf(pg)
		if pg.Name != "Tides" || head != (origin.Head{Title: "Tides & <terns>", Description: `When "low" is`,
			Language: "de"}) {
			t.Errorf("%s: %s %+v", what, pg.Name, head)
		}
		back := applied(t, change.Project, change.Inverse).Project.Pages[0]
		if string(back.Origin.Bytes()) != had || back.Name != p.Pages[0].Name {
			t.Errorf("%s: undone it is %s: %s", what, back.Name, back.Origin.Bytes())
		}
	}
	if _, err := edit.Apply(onFile("<p>a"), edit.Operation{Page: "page", DescribePage: say}); len(fault.All(err)) == 0 {
		t.Error("a part of a page has no head")
	}
}
