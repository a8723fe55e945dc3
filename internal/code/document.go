package code

import (
	"encoding/base64"
	"html"
	"strings"

	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// pageStyle is the page's own style in a document, after the kit's. Blocks are
// as high as declared, so that the document can be held against the plan.
const pageStyle = `body {
  margin: 0;
  color: #1d2422;
  font: 16px/1.5 system-ui, sans-serif;
}

.hold {
  box-sizing: border-box;
  margin: 0;
  padding: 0;
  overflow: hidden;
  list-style-position: inside;
}

p.hold::before,
ul.hold::before {
  display: block;
  height: 8px;
  content: "";
}

h1 {
  font-size: 24px;
}

h2 {
  font-size: 20px;
}

img.hold {
  display: block;
  width: 100%;
  object-fit: cover;
}
`

// Document writes a complete page: the markup with the used part of the kit's
// stylesheet inside and the project's pictures as data. Its blocks have their
// declared heights.
func Document(k *kit.Kit, p *page.Page, pr *project.Project, o Options) string {
	w := newWriter(k, o, func(id string) string {
		pic := pr.Picture(id)
		return "data:" + pic.Type + ";base64," + base64.StdEncoding.EncodeToString(pic.Data)
	})
	w.hold = true
	w.page(p, 1)
	var b strings.Builder
	b.WriteString("<!doctype html>\n<html lang=\"" + html.EscapeString(p.Language) + "\">\n<head>\n")
	b.WriteString("  <meta charset=\"utf-8\">\n")
	b.WriteString("  <meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n")
	b.WriteString("  <title>" + html.EscapeString(p.Name) + "</title>\n")
	b.WriteString("  <style>\n" + UsedSheet(k, w.out).String() + "  </style>\n")
	b.WriteString("  <style>\n" + pageStyle + "  </style>\n")
	b.WriteString("</head>\n<body>\n" + w.out.String() + "</body>\n</html>\n")
	return b.String()
}
