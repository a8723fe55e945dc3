package code

import (
	"fmt"
	"strings"

	"kitrows/internal/kit"
)

// frame is what a container says at breakpoint i: its arithmetic is section 6.1.
func (s *styler) frame(c class, i int) (all []string) {
	width, padding := s.held(c, i)
	if i == 0 {
		all = []string{"box-sizing: border-box", "width: 100%"}
		if width != "none" {
			all = append(all, "max-width: "+width)
		}
		return append(all, strings.TrimSuffix("padding: 0 "+padding, " 0"), "margin: 0 auto")
	}
	widthBefore, paddingBefore := s.held(c, i-1)
	if width != widthBefore {
		all = append(all, "max-width: "+width)
	}
	if padding != paddingBefore {
		all = append(all, strings.TrimSuffix("padding: 0 "+padding, " 0"))
	}
	return all
}

// held is the widest a container grows at breakpoint i, and its edge.
func (s *styler) held(c class, i int) (width, padding string) {
	width = "none"
	switch {
	case c.meaning == frameCap:
		width = s.k.Cap.String()
	case c.meaning == frame, c.meaning == frameUpTo && i >= c.bp:
		if e := s.k.Breakpoints[i].Container; e != kit.Fluid {
			width = e.String()
		}
	}
	g := s.k.GutterAt(i)
	if s.k.Edge != kit.HalfGutter || !g.IsFraction() {
		return width, kit.Px(s.k.EdgeOf(i, kit.Measure{}).Px).String()
	}
	outer := "100%"
	if width != "none" {
		outer = "min(100%, " + width + ")"
	}
	up, low := g.Ratio()
	return width, fmt.Sprintf("calc(%s * %d / %d)", outer, up, 2*s.k.ColumnsAt(i).N()*(low+up))
}
