package bench

import (
	"context"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/ship"
)

// A CodeFile is one file of a page's code.
type CodeFile struct {
	Name  string   `json:"name"`
	Text  string   `json:"text"`
	Nodes []string `json:"nodes" doc:"The node of each line, empty for none. Absent for the kit's own files."`
}

// A CostRow is what one form takes to ship.
type CostRow struct {
	Form       string `json:"form"`
	Name       string `json:"name"`
	Rules      int    `json:"rules"`
	Markup     Size   `json:"markup"`
	Stylesheet Size   `json:"stylesheet"`
	Total      Size   `json:"total" doc:"Markup and stylesheet together."`
}

// A Size is bytes as they are and compressed.
type Size struct {
	Raw    int `json:"raw"`
	Gzip   int `json:"gzip"`
	Brotli int `json:"brotli"`
}

// CodeFiles is page pg in a form.
func CodeFiles(p *project.Project, pg *page.Page, form ship.Form, o code.Options) []CodeFile {
	all := []CodeFile{}
	for _, f := range ship.Files(layout.Of(p.Kit(pg.Kit), pg), p, form, o) {
		nodes := f.Nodes
		if nodes == nil {
			nodes = []string{}
		}
		all = append(all, CodeFile{f.Name, f.Text, nodes})
	}
	return all
}

// Costs is what each form of page pg takes to ship. The error is that of a context that
// has ended.
func Costs(ctx context.Context, p *project.Project, pg *page.Page) ([]CostRow, error) {
	l := layout.Of(p.Kit(pg.Kit), pg)
	all := []CostRow{}
	for _, f := range ship.Forms {
		if f.Form == ship.SCSS || f.Form == ship.Less {
			continue // what they come to is counted once
		}
		c, err := ship.CostOf(ctx, l, p, f.Form)
		if err != nil {
			return nil, err
		}
		name := strings.TrimSuffix(f.Name, ", plain CSS")
		all = append(all, CostRow{string(f.Form), name, c.Rules, Size(c.Markup), Size(c.Stylesheet), Size(c.Total)})
	}
	return all, nil
}

// Head is what a page's head must have on kit k, for markup in a form: the form's stylesheets, then the
// page's own.
func Head(k *kit.Kit, pg *page.Page, form ship.Form) string {
	return strings.Join(markup.Head(pg, ship.Links(k, form, ship.PlainStyle(pg, k))...), "\n") + "\n"
}
