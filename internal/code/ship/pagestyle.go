package ship

import (
	"kitrows/internal/code"
	"kitrows/internal/css"
	"kitrows/internal/page"
)

// OwnStyle is the name of a page's own stylesheet, which is linked after the kit's.
const OwnStyle = "page.css"

// ownStyle is what a page's own stylesheet begins with: without a browser's margins around
// the page, which the plan does not have, and with no picture wider than its column.
func ownStyle(p *page.Page) code.File {
	s := css.Sheet{Comment: code.Comment(p.Name) + ", its own styles, begun by Kit Rows: yours from here on",
		Blocks: []css.Block{{Rules: []css.Rule{
			{Selectors: []string{"body"}, Body: []css.Declaration{css.D("margin", "0")}},
			{Selectors: []string{"img"}, Body: []css.Declaration{css.D("max-width", "100%")}},
		}}}}
	return code.File{Name: OwnStyle, Text: s.String()}
}
