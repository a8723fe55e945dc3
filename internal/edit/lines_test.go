package edit_test

import (
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// onFile is a project of one page that has this file.
func onFile(file string) *project.Project {
	k := sample.Twelve()
	return &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page", Kits: []*kit.Kit{k},
		Pages: []*page.Page{origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(file), nil))}}
}

// What is typed changes the bytes that it is about: ends of lines, other encodings and bytes that are none stay.
func TestLines(t *testing.T) {
	for what, c := range map[string]struct {
		had      string
		from     int
		was, now []string
		want     string
	}{
		"one line of three": {"<p>a\n<p>b\n<p>c\n", 2, []string{"<p>b"}, []string{"<p>bee"}, "<p>a\n<p>bee\n<p>c\n"},
		"ends with CR and LF": {"<p>a\r\n<p>b\r\n", 1, []string{"<p>a"}, []string{"<p>a", "<p>x"},
			"<p>a\r\n<p>x\r\n<p>b\r\n"},
		"ends of both kinds":  {"a\nb\r\nc", 2, []string{"b", "c"}, []string{"b", "d", "c"}, "a\nb\r\nd\nc"},
		"after the last line": {"a\nb", 3, nil, []string{"c"}, "a\nb\nc"},
		"after an ended line": {"a\r\n", 2, nil, []string{"b", "c"}, "a\r\nb\r\nc\r\n"},
		"a line less":         {"a\r\nb\r\nc\r\n", 2, []string{"b"}, nil, "a\r\nc\r\n"},
		"an empty file":       {"", 1, []string{""}, []string{"<p>a"}, "<p>a"},
		"another encoding": {"<meta charset=latin1>\n<p>\xe9t\xe9\n", 2, []string{"<p>été"}, []string{"<p>étés"},
			"<meta charset=latin1>\n<p>\xe9t\xe9s\n"},
		"bytes that are none": {"<meta charset=utf-8><p>\xff a\n", 1, []string{"<meta charset=utf-8><p>\ufffd a"},
			[]string{"<meta charset=utf-8><p>\ufffd ab"}, "<meta charset=utf-8><p>\xff ab\n"},
		"letters of two bytes": {"<p>é\n", 1, []string{"<p>é"}, []string{"<p>è"}, "<p>è\n"},
		"a mark of the order":  {"\ufeff<p>a\n", 1, []string{"\ufeff<p>a"}, []string{"\ufeff<p>b"}, "\ufeff<p>b\n"},
		"a tag that is not whole": {"<div class=kr-frame><div class=kr-row>\n</div></div>\n", 1,
			[]string{"<div class=kr-frame><div class=kr-row>"}, []string{"<div class=kr-frame><div class=kr-row"},
			"<div class=kr-frame><div class=kr-row\n</div></div>\n"},
	} {
		p := onFile(c.had)
		change, err := edit.Apply(p, edit.Operation{Page: "page", Lines: &edit.Lines{From: c.from, Was: c.was, Now: c.now}})
		if err != nil {
			t.Errorf("%s: %v", what, err)
			continue
		}
		if got := string(change.Project.Pages[0].Origin.Bytes()); got != c.want {
			t.Errorf("%s: %q, want %q", what, got, c.want)
		}
		back, err := edit.Apply(change.Project, change.Inverse)
		if err != nil || string(back.Project.Pages[0].Origin.Bytes()) != c.had {
			t.Errorf("%s: undone it is %q (%v)", what, back.Project.Pages[0].Origin.Bytes(), err)
		}
	}
}

// A change of lines that are others by now is refused, and so is one of a page that has no file.
func TestLinesRefused(t *testing.T) {
	for what, l := range map[string]edit.Lines{
		"other lines":      {From: 1, Was: []string{"<p>b"}, Now: []string{"<p>c"}},
		"after the end":    {From: 2, Was: []string{"<p>a"}},
		"before all":       {From: 0},
		"two lines as one": {From: 1, Was: []string{"<p>a"}, Now: []string{"a\nb"}},
	} {
		if _, err := edit.Apply(onFile("<p>a"), edit.Operation{Page: "page", Lines: &l}); len(fault.All(err)) == 0 {
			t.Errorf("%s: %v, want a refusal", what, err)
		}
	}
}

// What is typed into a page whose layout is in mixins leaves the layout as it is.
func TestLinesByMixins(t *testing.T) {
	p := onFile("<!doctype html><html><head><title>x</title></head><body>\n<main class=\"kr-frame\">\n<div " +
		"class=\"kr-row\">\n<div class=\"kr-cell kr-take-4\">One</div>\n</div></main></body></html>\n")
	change, err := edit.Apply(p, edit.Operation{Page: "page", Mixins: &edit.Mixins{On: true}})
	if err != nil {
		t.Fatal(err)
	}
	file := strings.Split(string(origin.File(change.Project.Pages[0].Origin)), "\n")
	at := 0
	for !strings.Contains(file[at], "One") {
		at++
	}
	typed, err := edit.Apply(change.Project, edit.Operation{Page: "page", Lines: &edit.Lines{From: at + 1,
		Was: file[at : at+1], Now: []string{strings.Replace(file[at], "One", "One and two", 1)}}})
	if err != nil {
		t.Fatal(err)
	}
	pg := typed.Project.Pages[0]
	column := pg.Body[0].Children[0].Children[0]
	if column.Kind != page.Column || len(column.At) != 1 || !column.At[0].Has(page.Width) {
		t.Errorf("the column is %+v", column)
	}
	if text := string(origin.File(pg.Origin)); !strings.Contains(text, "One and two") || strings.Contains(text, "kr-") {
		t.Errorf("the file is %s", text)
	}
}
