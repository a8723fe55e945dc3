package sheet

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Cell is what a column says: all its arithmetic.
func (s *Styler) Cell() (all []css.Declaration) {
	all = append(all, css.D("box-sizing", "border-box"))
	if s.Spans() {
		all = append(all, css.D("grid-column-end", s.span(strconv.Itoa(s.k.ColumnsAt(0).N()))),
			css.D("min-width", "0"), css.D("margin", "0"))
		return append(all, s.padding()...)
	}
	take, takeGaps := s.amounts(&all, page.Width, "1")
	skip, skipGaps := s.amounts(&all, page.Skip, "0")
	trail, trailGaps := s.amounts(&all, page.Trail, "0")
	nudge, nudgeGaps := s.amounts(&all, page.Nudge, "0")
	if s.sizes {
		all = append(all, css.D("--kr-size", "initial"))
	}
	top, right, left := "", "", ""
	if skip != "" {
		left = s.offset(skip, skipGaps)
	}
	if trail != "" {
		right = s.offset(trail, trailGaps)
	}
	switch s.k.Technique {
	case kit.Flex:
		size := "0 0 " + s.width(take, takeGaps)
		if s.sizes {
			size = "var(--kr-size, " + size + ")"
		}
		if s.Says(page.Row, page.PerLine) {
			size = "var(--kr-each, " + size + ")"
		}
		all = append(all, css.D("flex", size), css.D("min-width", "0"))
	case kit.Grid:
		all = append(all, s.area(sum(take, skip, trail), sum(takeGaps, skipGaps, trailGaps))...)
		width := s.width(take, takeGaps)
		if s.uneven { // tracks know how wide they are, whatever column a width was said for
			width = "var(--kr-auto, " + width + ")"
		}
		all = append(all, css.D("width", width))
	case kit.Float:
		size := s.width(take, takeGaps)
		if s.sizes {
			size = "var(--kr-size, " + size + ")"
		}
		if s.Says(page.Row, page.PerLine) {
			size = "var(--kr-each, " + size + ")"
		}
		below, beside, clear := "var(--kr-below)", "var(--kr-beside)", "inline-start"
		all = append(all, css.D("--kr-below", "1"), css.D("--kr-beside", "0"))
		if s.Counts() {
			all = append(all, css.D("--kr-clear", "inline-start"))
			below, beside, clear = "var(--kr-line-below, "+below+")", "var(--kr-line-beside, "+beside+")",
				"var(--kr-line-clear, var(--kr-clear))"
		}
		all = append(all, css.D("float", "inline-start"), css.D("clear", clear), css.D("width", size),
			css.D("min-height", "1px"))
		if g := s.gutter(); g != "" && !s.k.GutterPlace.IsInside() {
			left = sum(left, g+" * "+beside)
		}
		if y := s.gapY.text(); y != "" {
			top = y + " * " + below
		}
	}
	if s.Says(page.Column, page.Width, page.OfContent) {
		all = append(all, css.D("max-width", "100%"))
	}
	if top == "" {
		all = append(all, css.D("margin", "0"))
	} else {
		all = append(all, css.D("margin", calc(top)+" 0 0"))
	}
	if left+right != "" {
		all = append(all, css.D("margin-inline", calc(left)+" "+calc(right)))
	}
	all = append(all, s.padding()...)
	if nudge != "" {
		all = append(all, css.D("position", "relative"), css.D("inset-inline-start", calc(s.offset(nudge, nudgeGaps))))
	}
	return all
}

// padding is a column's own, which holds its gutter where that is inside.
func (s *Styler) padding() []css.Declaration {
	all := []css.Declaration{css.D("padding", "0")}
	if s.k.GutterPlace.IsInside() {
		all = append(all, s.halves("padding-inline", s.gutter(), 1)...)
	}
	return all
}

// Spans reports whether all that columns do is span so many of their row's tracks.
func (s *Styler) Spans() bool {
	if s.k.Technique != kit.Grid || s.Says(page.Row, page.Divides) || s.Says(page.Row, page.Spread) ||
		s.Says(page.Column, page.Width, page.Portion) ||
		s.Says(page.Column, page.Skip) || s.Says(page.Column, page.Trail) || s.Says(page.Column, page.Nudge) {
		return false
	}
	for i := range s.k.Breakpoints {
		if s.k.ColumnsAt(i) != s.k.ColumnsAt(0) {
			return false // a column keeps its part of the row
		}
		if s.k.GutterPlace.IsInside() && s.k.GutterAt(i).IsFraction() {
			return false // it pads by a part of the row
		}
	}
	return true
}

// span is how a column spans so many tracks, unless its row has so many a line.
func (s *Styler) span(n string) string {
	if s.Says(page.Row, page.PerLine) {
		return "var(--kr-span, span " + n + ")"
	}
	return "span " + n
}

// amounts declares at what a setting of a column begins, and gives how the
// column's rule reads it; nothing where no class says it. Where the row says how
// wide its columns are, they neither skip nor trail.
func (s *Styler) amounts(all *[]css.Declaration, f page.Field, begin string) (part, gaps string) {
	if !s.Says(page.Column, f) && f != page.Width {
		return "", ""
	}
	name := "--kr-" + Property(f)
	part = "var(" + name + ")"
	*all = append(*all, css.D(name, begin))
	if s.uneven {
		*all = append(*all, css.D(name+"-gaps", "0"))
		gaps = "var(" + name + "-gaps)"
	}
	if s.Says(page.Row, page.PerLine) && f != page.Width {
		part, gaps = still(part), still(gaps)
	} else if s.Says(page.Row, page.PerLine) && s.k.Technique == kit.Grid {
		part, gaps = "var(--kr-each, "+part+")", still(gaps)
	}
	return part, gaps
}

func still(value string) string {
	if value == "" {
		return ""
	}
	return "var(--kr-still, " + value + ")"
}

// Property is the custom property, and the mixin, with which a field's units are said,
// without what stands before it.
func Property(f page.Field) string {
	if f == page.Width {
		return "take"
	}
	return f.String()
}

// area makes a grid column span what it takes, skips and leaves, and works out
// from that area, which percentages are of, how wide the row is: an area of f of
// the row, with x gutters more, is (row + gutter) · f + gutter · (x − 1) wide; where
// gutters are inside, row · f + gutter · x.
func (s *Styler) area(f, x string) []css.Declaration {
	if strings.Contains(f, " + ") {
		f = "min(1, " + f + ")"
	}
	all := []css.Declaration{css.D("--kr-f", f)}
	if x != "" {
		all = append(all, css.D("--kr-x", calc(x)))
		x = "var(--kr-x)"
	}
	spans := "span calc(" + sum("var(--kr-f) * "+s.of.text(), x) + ")"
	if s.Says(page.Row, page.PerLine) {
		spans = "var(--kr-span, " + spans + ")"
	}
	rest := sum("var(--kr-f) - 1", x)
	if s.k.GutterPlace.IsInside() {
		rest = x
	}
	up, low := "100%", "var(--kr-f)"
	if g := s.gap.text(); g != "" && rest != "" {
		up = "(100% - " + g + " * (" + rest + "))"
	}
	if part := s.part.text(); part != "" && rest != "" {
		low = "(var(--kr-f) + " + part + " * (" + rest + "))"
	}
	row := "calc(" + up + " / " + low + ")"
	if s.Says(page.Row, page.Spread) {
		row = "var(--kr-flat, " + row + ")"
	}
	all = append(all, css.D("--kr-row", row))
	if part := s.part.text(); part != "" {
		all = append(all, css.D("--kr-gutter", calc(sum("var(--kr-row) * "+part, s.gap.text()))))
	}
	if s.Says(page.Row, page.Spread) {
		all = append(all, css.D("flex", "none"))
	}
	return append(all, css.D("grid-column-end", spans))
}

// calc writes a length that is worked out; nothing is 0.
func calc(expression string) string {
	if expression == "" {
		return "0"
	}
	return "calc(" + expression + ")"
}

// sum writes what is not empty as a sum.
func sum(terms ...string) string {
	return strings.Join(slices.DeleteFunc(terms, func(t string) bool { return t == "" }), " + ")
}

// gutter is the row's gutter in a column's rule.
func (s *Styler) gutter() string {
	if s.part.text() != "" {
		return "var(--kr-gutter)"
	}
	return s.gap.text()
}

// whole is the row and one gutter more in a column's rule: N pitches.
func (s *Styler) whole() string {
	row := "100%"
	if s.k.Technique == kit.Grid {
		row = "var(--kr-row)"
	}
	if g := s.gutter(); g != "" && !s.k.GutterPlace.IsInside() {
		return "(" + row + " + " + g + ")"
	}
	return row
}

// offset is how far a part of the row with so many gaps moves what follows it.
func (s *Styler) offset(part, gaps string) string {
	all := s.whole() + " * " + part
	if g := s.gutter(); g != "" && gaps != "" {
		all += " + " + g + " * " + gaps
	}
	return all
}

// width is how wide a column over a part of the row with so many gaps is.
func (s *Styler) width(part, gaps string) string {
	all := s.offset(part, gaps)
	if g := s.gutter(); g != "" && !s.k.GutterPlace.IsInside() {
		all += " - " + g
	}
	return "calc(" + all + ")"
}

// equal is how wide one of n equal columns is, said by the row.
func (s *Styler) equal(n string) string {
	all := s.whole() + " / " + n
	if g := s.gutter(); g != "" && !s.k.GutterPlace.IsInside() {
		all += " - " + g
	}
	return "calc(" + all + ")"
}
