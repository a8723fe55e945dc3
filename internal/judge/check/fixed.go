package check

import (
	"fmt"
	"regexp"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
)

var inlineWidth = regexp.MustCompile(`(?i)(^|;)\s*((min-)?width)\s*:\s*(\d+(\.\d+)?px)\s*(;|$)`)

// withWidth are the elements whose width attribute is a width in px at every breakpoint. Pictures and videos have
// theirs for their shape, and shrink with their column where styles say so.
var withWidth = map[string]bool{"table": true, "td": true, "th": true, "col": true, "colgroup": true, "iframe": true,
	"embed": true, "object": true, "hr": true, "pre": true}

var inPx = regexp.MustCompile(`^\s*(\d+)(px)?\s*$`)

// fixedWidths tells of elements in columns that have a width in px of their own, in a style attribute or another.
func (c *checker) fixedWidths() {
	c.doc.Root.Walk(func(n *markup.Node) {
		if n.Start.Len() == 0 {
			return
		}
		tell := func(what, value, where string, edit markup.Edit) {
			if id := c.around(n); c.inColumn(id) {
				c.add(finding.FixedWidth, id, n.Start, fmt.Sprintf("%s: %s in a %s attribute holds at every breakpoint", what,
					value, where), finding.Fix{Label: "Remove the width", Edits: []markup.Edit{edit}})
			}
		}
		if style := n.Attr("style"); style != nil {
			if m := inlineWidth.FindStringSubmatch(style.Value); m != nil {
				tell(m[2], m[4], "style", c.doc.SetAttr(n, "style", inlineWidth.ReplaceAllString(style.Value, "$1")))
			}
		}
		if width := n.Attr("width"); width != nil && withWidth[n.Tag] {
			if m := inPx.FindStringSubmatch(width.Value); m != nil && m[1] != "0" {
				tell("width", m[1]+"px", "width", c.doc.DropAttr(n, "width"))
			}
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
