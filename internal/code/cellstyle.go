package code

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/kit"
)

// cell is what a column says: all its arithmetic.
func (s *styler) cell() (all []string) {
	all = append(all, "box-sizing: border-box")
	take, takeGaps := s.amounts(&all, take, "1")
	skip, skipGaps := s.amounts(&all, skip, "0")
	trail, trailGaps := s.amounts(&all, trail, "0")
	nudge, nudgeGaps := s.amounts(&all, nudge, "0")
	if s.sizes {
		all = append(all, "--kr-size: initial")
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
		if s.has[per] {
			size = "var(--kr-each, " + size + ")"
		}
		all = append(all, "flex: "+size, "min-width: 0")
	case kit.Grid:
		all = append(all, s.area(sum(take, skip, trail), sum(takeGaps, skipGaps, trailGaps))...)
		all = append(all, "width: "+s.width(take, takeGaps))
	case kit.Float:
		size := s.width(take, takeGaps)
		if s.sizes {
			size = "var(--kr-size, " + size + ")"
		}
		if s.has[per] {
			size = "var(--kr-each, " + size + ")"
		}
		below, beside, clear := "var(--kr-below)", "var(--kr-beside)", "left"
		all = append(all, "--kr-below: 1", "--kr-beside: 0")
		if s.counts() {
			all = append(all, "--kr-clear: left")
			below, beside, clear = "var(--kr-line-below, "+below+")", "var(--kr-line-beside, "+beside+")", "var(--kr-line-clear, var(--kr-clear))"
		}
		all = append(all, "float: left", "clear: "+clear, "width: "+size, "min-height: 1px")
		if g := s.gutter(); g != "" {
			left = sum(left, g+" * "+beside)
		}
		if y := s.gapY.text(); y != "" {
			top = y + " * " + below
		}
	}
	if s.has[natural] {
		all = append(all, "max-width: 100%")
	}
	if top+right+left == "" {
		all = append(all, "margin: 0")
	} else {
		all = append(all, fmt.Sprintf("margin: %s %s 0 %s", calc(top), calc(right), calc(left)))
	}
	all = append(all, "padding: 0")
	if nudge != "" {
		all = append(all, "position: relative", "left: calc("+s.offset(nudge, nudgeGaps)+")")
	}
	return all
}

// amounts declares at what a setting of a column begins, and gives how the
// column's rule reads it; nothing where no class says it. Where the row says how
// wide its columns are, they neither skip nor trail.
func (s *styler) amounts(all *[]string, m meaning, begin string) (part, gaps string) {
	if !s.has[m] && m != take {
		return "", ""
	}
	name := "--kr-" + names[m]
	part = "var(" + name + ")"
	*all = append(*all, name+": "+begin)
	if s.uneven {
		*all = append(*all, name+"-gaps: 0")
		gaps = "var(" + name + "-gaps)"
	}
	if s.has[per] && m != take {
		part, gaps = still(part), still(gaps)
	} else if s.has[per] && s.k.Technique == kit.Grid {
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

var names = map[meaning]string{take: "take", skip: "skip", trail: "trail", nudge: "nudge"}

// area makes a grid column span what it takes, skips and leaves, and works out
// from that area, which percentages are of, how wide the row is: an area of f of
// the row, with x gutters more, is (row + gutter) · f + gutter · (x − 1) wide.
func (s *styler) area(f, x string) []string {
	if strings.Contains(f, " + ") {
		f = "min(1, " + f + ")"
	}
	all := []string{"--kr-f: " + f}
	if x != "" {
		all = append(all, "--kr-x: calc("+x+")")
		x = "var(--kr-x)"
	}
	spans := "span calc(" + sum("var(--kr-f) * "+s.of.text(), x) + ")"
	if s.has[per] {
		spans = "var(--kr-span, " + spans + ")"
	}
	rest := sum("var(--kr-f) - 1", x)
	up, low := "100%", "var(--kr-f)"
	if g := s.gap.text(); g != "" {
		up = "(100% - " + g + " * (" + rest + "))"
	}
	if part := s.part.text(); part != "" {
		low = "(var(--kr-f) + " + part + " * (" + rest + "))"
	}
	row := "calc(" + up + " / " + low + ")"
	if s.has[spread] {
		row = "var(--kr-flat, " + row + ")"
	}
	all = append(all, "--kr-row: "+row)
	if part := s.part.text(); part != "" {
		all = append(all, "--kr-gutter: calc("+sum("var(--kr-row) * "+part, s.gap.text())+")")
	}
	if s.has[spread] {
		all = append(all, "flex: none")
	}
	return append(all, "grid-column-end: "+spans)
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
func (s *styler) gutter() string {
	if s.part.text() != "" {
		return "var(--kr-gutter)"
	}
	return s.gap.text()
}

// whole is the row and one gutter more in a column's rule: N pitches.
func (s *styler) whole() string {
	row := "100%"
	if s.k.Technique == kit.Grid {
		row = "var(--kr-row)"
	}
	if g := s.gutter(); g != "" {
		return "(" + row + " + " + g + ")"
	}
	return row
}

// offset is how far a part of the row with so many gaps moves what follows it.
func (s *styler) offset(part, gaps string) string {
	all := s.whole() + " * " + part
	if g := s.gutter(); g != "" && gaps != "" {
		all += " + " + g + " * " + gaps
	}
	return all
}

// width is how wide a column over a part of the row with so many gaps is.
func (s *styler) width(part, gaps string) string {
	all := s.offset(part, gaps)
	if g := s.gutter(); g != "" {
		all += " - " + g
	}
	return "calc(" + all + ")"
}

// equal is how wide one of n equal columns is, said by the row.
func (s *styler) equal(n string) string {
	all := s.whole() + " / " + n
	if g := s.gutter(); g != "" {
		all += " - " + g
	}
	return "calc(" + all + ")"
}
