package paper

import (
	"fmt"
	"html"
	"strings"

	"kitrows/internal/grid/kit"
)

// SVG draws the grid of a sheet's widest breakpoint, so many px high.
func (s *Sheet) SVG(high float64) string {
	r := s.only()
	n := kit.Number
	var b strings.Builder
	fmt.Fprintf(&b, "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%s\" height=\"%s\" viewBox=\"0 0 %[1]s "+
		"%[2]s\">\n", n(r.Viewport), n(high))
	fmt.Fprintf(&b, "  <title>%s at %s, %s px</title>\n", html.EscapeString(s.Kit.Name),
		s.Kit.Breakpoints[r.Index].Name, n(r.Viewport))
	fmt.Fprintf(&b, "  <g fill=\"#%02x%02x%02x\" fill-opacity=\"%g\">\n", woad[0], woad[1], woad[2], tintOpacity)
	for _, c := range r.Columns {
		fmt.Fprintf(&b, "    <rect x=\"%s\" width=\"%s\" height=\"%s\"/>\n", n(c.From), n(c.Width()), n(high))
	}
	b.WriteString("  </g>\n")
	fmt.Fprintf(&b, "  <path d=\"M%s 0v%sM%s 0v%s\" fill=\"none\" stroke=\"#%02x%02x%02x\" stroke-dasharray=\"4 "+
		"4\"/>\n", n(r.Container.From), n(high), n(r.Container.To), n(high), woad[0], woad[1], woad[2])
	b.WriteString("</svg>\n")
	return b.String()
}
