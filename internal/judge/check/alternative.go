package check

import (
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
)

// alternatives tells of pictures that say nothing to those who do not see them. On a page from HTML an empty alt says
// that a picture only decorates.
func (c *checker) alternatives() {
	c.l.Page().Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Block && n.Content != nil && n.Content.Picture != "" &&
			strings.TrimSpace(n.Content.Alt) == "" {
			c.tell(finding.NoAlternative, n.ID, "", "the picture has no alternative text")
		}
	})
	c.doc.Root.Walk(func(n *markup.Node) {
		if n.Tag == "img" && n.Attr("alt") == nil && n.Start.Len() > 0 {
			c.add(finding.NoAlternative, c.around(n), n.Start,
				`the picture has no alternative text: alt="" is for those that only decorate`)
		}
	})
}
