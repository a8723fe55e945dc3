package markup

import (
	"cmp"
	"fmt"
	"strings"

	"kitrows/internal/grid/page"
)

// Head is the lines that a page's head must have, with links to stylesheets in that
// order.
func Head(p *page.Page, links ...string) []string {
	all := []string{
		`<meta charset="utf-8">`,
		`<meta name="viewport" content="width=device-width, initial-scale=1">`,
		"<title>" + Escaped(cmp.Or(p.Title, p.Name)) + "</title>",
	}
	if p.Description != "" {
		all = append(all, `<meta name="description" content=`+Quoted(p.Description)+`>`)
	}
	for _, link := range links {
		all = append(all, `<link rel="stylesheet" href="`+link+`">`)
	}
	return all
}

// Page is markup as a complete page, whose head links stylesheets in that order.
func Page(p *page.Page, markup string, links ...string) string {
	var b strings.Builder
	fmt.Fprintf(&b, "<!DOCTYPE html>\n<html lang=%s>\n  <head>\n", Quoted(p.Language))
	for _, line := range Head(p, links...) {
		b.WriteString("    " + line + "\n")
	}
	indent := "    "
	b.WriteString("  </head>\n")
	if p.IsBody() {
		indent = "  "
	} else {
		b.WriteString("  <body>\n")
	}
	for line := range strings.Lines(markup) {
		if strings.TrimSpace(line) != "" {
			b.WriteString(indent)
		}
		b.WriteString(line)
	}
	if !p.IsBody() {
		b.WriteString("  </body>\n")
	}
	b.WriteString("</html>\n")
	return b.String()
}
