package code

import (
	"fmt"
	"strconv"

	"kitrows/internal/kit"
	"kitrows/internal/page"
)

var (
	alignWords  = []string{"auto", "flex-start", "center", "flex-end", "stretch"}
	spreadWords = []string{"flex-start", "center", "flex-end", "space-between", "space-around", "space-evenly"}
)

// declarations is what a class says.
func (s *styler) declarations(c class) []string {
	word := strconv.Itoa(c.n)
	switch c.meaning {
	case align, self:
		word = alignWords[c.n]
	case spread:
		word = spreadWords[c.n]
	}
	return s.say(c, word)
}

// say is what a class says with a number or word of its own, as a class has it or a
// mixin's parameter.
func (s *styler) say(c class, word string) []string {
	switch c.meaning {
	case of:
		var all []string
		if s.mixins && s.countsNow() && c.n == asKit {
			all = append(all, "--kr-of: "+s.of.back())
		} else if s.mixins && s.countsNow() {
			all = append(all, "--kr-of: "+word)
		}
		for j := c.bp; j < len(s.k.Breakpoints) && !s.mixins; j++ {
			if c.n == asKit {
				word = strconv.Itoa(s.k.ColumnsAt(j).N())
			}
			all = append(all, fmt.Sprintf("--kr-of-%s: %s", s.k.Breakpoints[j].Name, word))
		}
		if s.k.Technique == kit.Grid && c.n == asKit {
			all = append(all, "--kr-tracks: "+s.tracks.back())
		} else if s.k.Technique == kit.Grid {
			all = append(all, "--kr-tracks: "+equalTracks(word))
		}
		return all
	case per:
		if c.n == 0 {
			return s.perOff()
		}
		switch s.k.Technique {
		case kit.Flex:
			return []string{"--kr-each: 0 0 " + s.equal(word), "--kr-still: 0"}
		case kit.Float:
			return []string{"--kr-each: " + s.equal(word), "--kr-still: 0"}
		}
		return []string{"--kr-each: calc(1 / " + word + ")", "--kr-still: 0", "--kr-span: span 1", "--kr-per-tracks: " + equalTracks(word)}
	case gapX, gapY:
		if c.meaning == gapY {
			return []string{"--kr-gap-y: " + s.gapOf(s.gapY, c, word)}
		}
		all := []string{"--kr-gap: " + s.gapOf(s.gap, c, word)}
		if s.part.named && c.n == asKit {
			all = append(all, "--kr-gap-part: "+s.part.back())
		} else if s.part.named {
			all = append(all, "--kr-gap-part: 0")
		}
		return all
	case align:
		return []string{"align-items: " + word}
	case fit:
		return []string{"display: block", "width: 100%", "height: auto"}
	case self:
		return []string{"align-self: " + word}
	case spread:
		all := []string{"justify-content: " + word}
		if s.k.Technique == kit.Grid && page.Spread(c.n) == page.Start {
			all = append(all, "display: grid", "--kr-flat: initial")
		} else if s.k.Technique == kit.Grid {
			all = append(all, "display: flex", "--kr-flat: 100%")
		}
		return all
	case gone:
		return []string{"display: none"}
	case back:
		return []string{"display: block"}
	case place:
		return []string{"order: " + word}
	case share:
		return []string{"--kr-size: 1 0 " + s.equal(s.of.text())}
	case natural:
		if s.k.Technique == kit.Flex {
			return []string{"--kr-size: 0 0 auto"}
		}
		return []string{"--kr-size: auto"}
	case full, take, skip, trail, nudge:
		return s.amount(c)
	case lead:
		return []string{"--kr-below: 0", "--kr-beside: 0", s.clear() + ": none"}
	case run:
		return []string{"--kr-below: 0", "--kr-beside: 1", s.clear() + ": none"}
	case turn:
		return []string{"--kr-below: 1", "--kr-beside: 0", s.clear() + ": left"}
	case under:
		return []string{"--kr-below: 1", "--kr-beside: 1", s.clear() + ": none"}
	}
	return nil
}

// clear is the property with which a float says whether it begins a line.
func (s *styler) clear() string {
	if s.counts() {
		return "--kr-clear"
	}
	return "clear"
}

// counted is what a row of so many floats a line says of them: with {n} a line, every
// nth begins one, and the first n have none above.
var counted = []nested{
	{"& > :where(:nth-child(n))", []string{"--kr-line-below: 1", "--kr-line-beside: 1", "--kr-line-clear: none"}},
	{"& > :where(:nth-child({n}n + 1))", []string{"--kr-line-beside: 0", "--kr-line-clear: left"}},
	{"& > :where(:nth-child(-n + {n}))", []string{"--kr-line-below: 0"}},
}

// uncounted is what leaves that to the floats themselves.
var uncounted = []string{"--kr-line-below: initial", "--kr-line-beside: initial", "--kr-line-clear: initial"}

func (s *styler) gapOf(q quantity, c class, word string) string {
	if c.n == asKit {
		return q.back()
	}
	return word + "px"
}

// amount is what a class that takes, skips, trails or nudges says: which part of
// the row, and with uneven columns how many gutters more.
func (s *styler) amount(c class) (all []string) {
	name, part, gaps := names[c.meaning], "0", "0"
	columns := s.k.ColumnsAt(c.bp)
	switch {
	case c.meaning == full:
		name, part = "take", "1"
	case c.n == 0:
	case c.at == 0 && !s.has[of]:
		part = fmt.Sprintf("calc(%d / %d)", c.n, columns.N())
	case c.at == 0:
		part = fmt.Sprintf("calc(%d / var(--kr-of-%s))", c.n, s.k.Breakpoints[c.bp].Name)
	default:
		units, sign := c.n, ""
		from := c.at - 1
		if c.meaning == skip {
			from -= units
		} else if units < 0 { // a nudge back
			from, units, sign = max(0, from+units), min(from, -units), "-"
		}
		parts, total := columns.Parts(from, float64(units)), columns.Parts(0, float64(columns.N()))
		part = fmt.Sprintf("calc(%s%g / %g)", sign, parts, total)
		gaps = fmt.Sprintf("calc(%d - %d * %g / %g)", units, columns.N(), parts, total)
		if sign != "" {
			gaps = fmt.Sprintf("calc(%d * %g / %g - %d)", columns.N(), parts, total, units)
		}
	}
	all = append(all, "--kr-"+name+": "+part)
	if s.uneven {
		all = append(all, "--kr-"+name+"-gaps: "+gaps)
	}
	if s.sizes && name == "take" {
		all = append(all, "--kr-size: initial")
	}
	return all
}
