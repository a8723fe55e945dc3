package rewrite_test

import (
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// The first row of a page stands in its body, wherever that begins and ends.
func TestFirstRow(t *testing.T) {
	const row = `<div class="kr-frame">`
	for _, c := range []struct{ file, before, after string }{
		{"", "", ""},
		{"<!doctype html><title>Log</title>", "<!doctype html><title>Log</title>\n", ""},
		{"<!doctype html>\n<html>\n<head>\n</head>\n<body>\n</body>\n</html>\n", "<body>\n", "\n</body>\n</html>\n"},
		{"<!doctype html><html><head></head><body></body></html>", "<body>\n", "\n</body></html>"},
		{"<html><head><title>a</title></head></html>", "</head>\n", "</html>"},
		{"<body><p>One", "<p>One", ""},
		{"<main>\n</main>", "</main>\n", ""},
		{"<p>One</p>\r\n", "<p>One</p>\r\n", "\r\n"},
	} {
		k := sample.Twelve()
		p := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(c.file), nil))
		pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page",
			Kits: []*kit.Kit{k}, Pages: []*page.Page{p}}
		change, err := edit.Apply(pr, edit.Operation{Page: "page", AddRow: &edit.AddRow{Recipe: "6 6",
			Breakpoint: "mid"}})
		if err != nil {
			t.Errorf("%q: %v", c.file, err)
			continue
		}
		got := string(change.Project.Pages[0].Origin.Bytes())
		at := strings.Index(got, row)
		before, after := strings.TrimRight(c.before, " "), got[strings.LastIndex(got, "</div>")+len("</div>"):]
		if at < 0 || !strings.HasSuffix(strings.TrimRight(got[:at], " "), before) || after != c.after &&
			strings.TrimSpace(after) != strings.TrimSpace(c.after) {
			t.Errorf("%q: %q", c.file, got)
		}
		back, err := edit.Apply(change.Project, change.Inverse)
		if err != nil || string(back.Project.Pages[0].Origin.Bytes()) != c.file {
			t.Errorf("%q undone: %v", c.file, err)
		}
	}
}
