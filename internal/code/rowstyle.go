package code

import (
	"cmp"
	"fmt"
	"strings"

	"kitrows/internal/kit"
)

// row is what a row says at breakpoint i.
func (s *styler) row(i int) (all []string) {
	technique := s.k.Technique
	if i == 0 {
		switch technique {
		case kit.Flex:
			all = append(all, "display: flex", "flex-wrap: wrap")
		case kit.Grid:
			all = append(all, "display: grid")
			if s.has[spread] {
				all = append(all, "--kr-flat: initial", "flex-wrap: wrap")
			}
		case kit.Float:
			all = append(all, "display: flow-root")
		}
		if s.has[per] {
			all = append(all, s.perOff()...)
		}
		if s.counts() { // nothing reaches a nested row
			all = append(all, uncounted...)
		}
		for j, bp := range s.k.Breakpoints {
			if s.has[of] && !s.mixins {
				all = append(all, fmt.Sprintf("--kr-of-%s: %d", bp.Name, s.k.ColumnsAt(j).N()))
			}
		}
	}
	if s.countsNow() {
		all = append(all, s.of.row(i)...)
	}
	for _, q := range []quantity{s.gap, s.part, s.gapY} {
		all = append(all, q.row(i)...)
	}
	if technique == kit.Grid {
		all = append(all, s.tracks.row(i)...)
	}
	if i > 0 {
		return all
	}
	if technique == kit.Grid {
		columns := s.tracks.text()
		if s.has[per] {
			columns = "var(--kr-per-tracks, " + columns + ")"
		}
		all = append(all, "grid-template-columns: "+columns)
	}
	if technique != kit.Float {
		all = append(all, s.gaps()...)
	}
	return append(all, "padding: 0", "margin: 0", "list-style: none")
}

// countsNow tells whether a rule asks how many units a row has at the breakpoint
// of the moment.
func (s *styler) countsNow() bool {
	return s.has[share] || s.k.Technique == kit.Grid || strings.Contains(strings.Join(s.gap.at, ""), "--kr-of")
}

// gaps is a row's gutters.
func (s *styler) gaps() []string {
	x, y := s.gap.text(), s.gapY.text()
	if part := s.part.text(); part != "" {
		x = sum("100% * "+part, x)
		x = "calc(" + x + ")"
	}
	switch {
	case x == y && x == "":
		return nil
	case x == y:
		return []string{"gap: " + x}
	}
	return []string{"gap: " + cmp.Or(y, "0") + " " + cmp.Or(x, "0")}
}

func (s *styler) perOff() []string {
	all := []string{"--kr-each: initial", "--kr-still: initial"}
	if s.k.Technique == kit.Grid {
		all = append(all, "--kr-span: initial", "--kr-per-tracks: initial")
	}
	return all
}
