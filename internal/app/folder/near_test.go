package folder_test

import "testing"

// A link to a stylesheet that is not there may mean one of its name elsewhere, or one that is called much the same.
func TestNear(t *testing.T) {
	w := work(t, site{"index.html": front, "sub/page.html": front, "css/look.css": "", "old/archive/look.css": "",
		"css/print-sheet.css": "", "theme.min.css": "", "node_modules/x/none.css": ""})
	for _, c := range []struct{ file, link, want string }{
		{"index.html", "look.css", "css/look.css"},
		{"index.html", "styles/LOOK.css", "css/look.css"},
		{"sub/page.html", "look.css", "../css/look.css"},
		{"index.html", "theme.css", "theme.min.css"},
		{"index.html", "print.css", "css/print-sheet.css"},
		{"index.html", "none.css", ""},
		{"index.html", "elsewhere.css", ""},
	} {
		if found := w.Near(c.file, c.link); found != c.want {
			t.Errorf("%s in %s may mean %q, not %q", c.link, c.file, found, c.want)
		}
	}
}
