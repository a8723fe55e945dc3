package check

import (
	"fmt"
	"regexp"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
)

var inlineWidth = regexp.MustCompile(`(?i)(^|;)\s*((min-)?width)\s*:\s*(\d+(\.\d+)?px)\s*(;|$)`)

// fixedWidths tells of elements in columns that have a width in px in a style attribute of their own.
func (c *checker) fixedWidths() {
	if c.l.Page().Origin == nil {
		return
	}
	c.doc.Root.Walk(func(n *markup.Node) {
		style := n.Attr("style")
		if style == nil || n.Start.Len() == 0 {
			return
		}
		id := c.around(n)
		if m := inlineWidth.FindStringSubmatch(style.Value); m != nil && c.inColumn(id) {
			rest := inlineWidth.ReplaceAllString(style.Value, "$1")
			fix := finding.Fix{Label: "Remove the width", Edits: []markup.Edit{c.doc.SetAttr(n, "style", rest)}}
			c.add(finding.FixedWidth, id, n.Start,
				fmt.Sprintf("%s: %s in a style attribute holds at every breakpoint", m[2], m[4]), fix)
		}
	})
}

// inColumn reports whether a node is a column or stands in one.
func (c *checker) inColumn(id string) bool {
	for at := c.find(id); at.node != nil; at = c.find(at.in.ID) {
		if at.node.Kind == page.Column {
			return true
		}
		if at.in == nil {
			return false
		}
	}
	return false
}
