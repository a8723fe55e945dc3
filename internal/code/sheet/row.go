package sheet

import (
	"cmp"
	"strconv"
	"strings"

	"kitrows/internal/css"
	"kitrows/internal/kit"
	"kitrows/internal/page"
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
			all = append(all, css.D("display", "flow-root"))
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
	for _, q := range []quantity{s.gap, s.part, s.gapY} {
		all = append(all, q.row(i)...)
	}
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
	return append(all, css.D("padding", "0"), css.D("margin", "0"), css.D("list-style", "none"))
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
	return all
}
