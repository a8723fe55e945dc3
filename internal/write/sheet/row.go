package sheet

import (
	"cmp"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Row is what a row says at breakpoint i.
func (s *Styler) Row(i int) (all []css.Declaration) {
	technique := s.k.Technique
	if i == 0 {
		switch technique {
		case kit.Flex:
			all = append(all, css.D("display", "flex"), css.D("flex-wrap", "wrap"))
		case kit.Grid:
			all = append(all, css.D("display", "grid"))
			if s.Says(page.Row, page.Spread) {
				all = append(all, css.D("--kr-flat", "initial"), css.D("flex-wrap", "wrap"))
			}
		case kit.Float:
			if !s.Says(page.Block, page.Base) { // else an element clears it
				all = append(all, css.D("display", "flow-root"))
			}
		}
		if s.Says(page.Row, page.PerLine) {
			all = append(all, s.perOff()...)
		}
		if s.Counts() { // nothing reaches a nested row
			all = append(all, uncounted...)
		}
		for j, bp := range s.k.Breakpoints {
			if s.Says(page.Row, page.Divides) && !s.mixins {
				all = append(all, css.D("--kr-of-"+bp.Name, strconv.Itoa(s.k.ColumnsAt(j).N())))
			}
		}
	}
	if s.CountsNow() {
		all = append(all, s.of.row(i)...)
	}
	for _, q := range []quantity{s.gap, s.part, s.out, s.gapY} {
		all = append(all, q.row(i)...)
	}
	all = append(all, s.spaced(i)...)
	if technique == kit.Grid {
		all = append(all, s.tracks.row(i)...)
		if s.uneven && !s.Spans() {
			all = append(all, s.auto.row(i)...)
		}
	}
	if i > 0 {
		return all
	}
	if technique == kit.Grid {
		columns := s.tracks.text()
		if s.Says(page.Row, page.PerLine) {
			columns = "var(--kr-per-tracks, " + columns + ")"
		}
		all = append(all, css.D("grid-template-columns", columns))
	}
	if technique != kit.Float {
		all = append(all, s.gaps()...)
	}
	all = append(all, css.D("padding", "0"), css.D("margin", "0"))
	if s.k.GutterPlace.Reaches() {
		all = append(all, s.halves("margin-inline", s.reach(), -1)...)
	}
	return append(all, css.D("list-style", "none"))
}

// spaced is what a container or a row says at breakpoint i that has as much space before or after as the kit has
// between lines.
func (s *Styler) spaced(i int) []css.Declaration {
	if s.Says(page.Row, page.Before, page.AsKit) || s.Says(page.Row, page.After, page.AsKit) {
		return s.lines.row(i)
	}
	return nil
}

// reach is the gutter by which a row reaches out, in its own rule.
func (s *Styler) reach() string {
	if out := s.out.text(); out != "" {
		return out
	}
	return s.gap.text()
}

// halves says with a property of the inline direction that so many times the gutter of the
// row's own rule, or of a column's, stand at the start and at the end: half of it, or all.
func (s *Styler) halves(property, gutter string, sign int) []css.Declaration {
	if gutter == "" {
		return nil
	}
	side := func(halves int) string {
		if px, plain := strings.CutSuffix(gutter, "px"); plain {
			v, _ := strconv.ParseFloat(px, 64)
			if v *= float64(halves*sign) / 2; v != 0 {
				return kit.Number(v) + "px"
			}
			return "0"
		}
		switch {
		case halves == 0:
			return "0"
		case halves == 2 && sign > 0:
			return gutter
		case halves == 2:
			return "calc(" + gutter + " * -1)"
		case sign < 0:
			return "calc(" + gutter + " / -2)"
		}
		return "calc(" + gutter + " / 2)"
	}
	start, end := s.k.GutterPlace.Halves()
	if start == end {
		return []css.Declaration{css.D(property, side(start))}
	}
	return []css.Declaration{css.D(property, side(start)+" "+side(end))}
}

// CountsNow reports whether a rule asks how many units a row has at the breakpoint
// of the moment.
func (s *Styler) CountsNow() bool {
	return s.Says(page.Column, page.Width, page.Shared) || s.k.Technique == kit.Grid && !s.Spans() ||
		strings.Contains(strings.Join(s.gap.at, ""), "--kr-of")
}

// gaps is a row's gutters.
func (s *Styler) gaps() []css.Declaration {
	x, y := s.gap.text(), s.gapY.text()
	if s.k.GutterPlace.IsInside() {
		if y == "" {
			return nil
		}
		return []css.Declaration{css.D("row-gap", y)}
	}
	if part := s.part.text(); part != "" {
		x = sum("100% * "+part, x)
		x = "calc(" + x + ")"
	}
	switch {
	case x == y && x == "":
		return nil
	case x == y:
		return []css.Declaration{css.D("gap", x)}
	}
	return []css.Declaration{css.D("gap", cmp.Or(y, "0")+" "+cmp.Or(x, "0"))}
}

func (s *Styler) perOff() []css.Declaration {
	var all []css.Declaration
	if !s.Spans() {
		all = append(all, css.D("--kr-each", "initial"), css.D("--kr-still", "initial"))
	}
	if s.k.Technique == kit.Grid {
		all = append(all, css.D("--kr-span", "initial"), css.D("--kr-per-tracks", "initial"))
	}
	if s.Says(page.Column, page.Begin) {
		all = append(all, css.D("--kr-begin", "initial"))
	}
	return all
}
