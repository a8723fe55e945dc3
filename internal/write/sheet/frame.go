package sheet

import (
	"fmt"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/write/say"
)

// Frame is what a container says at breakpoint i: its arithmetic is section 6.1.
func (s *Styler) Frame(c say.Saying, i int) (all []css.Declaration) {
	wide, most, padding := s.extent(c, i)
	all = s.spaced(i)
	if i == 0 {
		all = append(all, css.D("box-sizing", "border-box"), css.D("width", wide))
		if most != "none" {
			all = append(all, css.D("max-width", most))
		}
		return append(all, css.D("padding", sides(padding)), css.D("margin", "0 auto"))
	}
	wideBefore, mostBefore, paddingBefore := s.extent(c, i-1)
	if wide != wideBefore {
		all = append(all, css.D("width", wide))
	}
	if most != mostBefore {
		all = append(all, css.D("max-width", most))
	}
	if padding != paddingBefore {
		all = append(all, css.D("padding-inline", padding))
	}
	return all
}

// extent is how wide a container is at breakpoint i, and at most, with its edge: as wide as there is room up to what it
// is held at or, of a fixed one of a kit that is rigid, just that.
func (s *Styler) extent(c say.Saying, i int) (wide, most, padding string) {
	most, padding = s.Held(c, i)
	if s.k.Rigid && c.Value.Term != page.Capped && most != "none" && !strings.HasSuffix(most, "%") {
		return most, "none", padding
	}
	return "100%", most, padding
}

// sides is so much at the left and right, and nothing above and below.
func sides(padding string) string {
	if padding == "0" {
		return "0"
	}
	return "0 " + padding
}

// Held is the widest a container grows at breakpoint i, and its edge.
func (s *Styler) Held(c say.Saying, i int) (width, padding string) {
	width = "none"
	switch kind := c.Value.Term; {
	case kind == page.Capped:
		width = kit.Px(s.k.Cap.Px()).String()
	case kind == page.Fixed, kind == page.UpTo && i >= int(c.From):
		if px, fixed := s.k.Breakpoints[i].Container.Width(); fixed {
			width = kit.Px(px).String() // an em would be one of the container's own
		} else if part := s.k.Breakpoints[i].Container; part.Part() > 0 {
			width = part.String()
		}
	}
	g := s.k.GutterAt(i)
	if s.k.EdgeAt(i) != kit.HalfGutter || !g.IsFraction() {
		return width, kit.Px(s.k.EdgeOf(i, measure.Measure{}).Px).String()
	}
	outer := "100%"
	if strings.HasSuffix(width, "%") {
		outer = width
	} else if width != "none" && s.k.Rigid && c.Value.Term != page.Capped {
		outer = width
	} else if width != "none" {
		outer = "min(100%, " + width + ")"
	}
	up, low := s.k.EdgeRatio(i)
	return width, fmt.Sprintf("calc(%s * %d / %d)", outer, up, low)
}
