package check_test

import (
	"strings"
	"testing"

	"kitrows/internal/grid/finding"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/ship"
)

// Rules of the page's own styles that reach elements of the grid are told with their line; those that do not, or that
// move nothing, are not.
func TestStylesOnTheGrid(t *testing.T) {
	p, k := sample.Wide(24)
	for _, c := range []struct{ style, want string }{
		{"p { margin: 0 }\n", ""},
		{"* { box-sizing: border-box; margin: 0 }\n.kr-cell { color: red }\n", ""},
		{"p { margin: 0 }\n\n.kr-cell { border: 2px solid; padding: 1px 2px 3px }\n",
			"page.css, line 3: .kr-cell { border: 2px solid; padding: 1px 2px 3px } reaches the column "},
		{".kr-row {\n  margin-top: 40px;\n}\n", "page.css, line 1: .kr-row { margin-top: 40px } reaches the row "},
		{".kr-cell p { width: 40px }\n", ""},
		{"main > .kr-row { margin-top: 4px }\nspan { padding: 1px }\n", ""},
		{"@media (min-width: 910px) { .kr-cell { width: 50% } }\n", "page.css, line 1: .kr-cell { width: 50% } reaches "},
	} {
		styled := *p
		styled.Style = c.style
		pr, l := sample.Of(&styled, k), layout.Of(k, &styled)
		told := ""
		for _, f := range check.Of(l, ship.Checked(l, pr)) {
			if f.Code == finding.StyleOnGrid {
				told += f.Text + "\n"
			}
		}
		if c.want == "" && told != "" || !strings.HasPrefix(told, c.want) {
			t.Errorf("%q: told %q, want %q", c.style, told, c.want)
		}
	}
}
