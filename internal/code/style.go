package code

import (
	"fmt"
	"strconv"
	"strings"

	"kitrows/internal/kit"
)

// A styler writes the rules of a kit for some classes.
//
// All of a column's arithmetic stands in one rule, that of the column itself;
// the classes only say with custom properties what part of the row is taken,
// skipped and left after it. Rows and columns set these anew, so that nothing
// reaches a nested row. What is the same everywhere is written as a number, what
// a class or a breakpoint changes as a custom property.
//
// A share of 3/12 is (100% + gutter) · 3/12 − gutter wide (section 6.2). With
// uneven columns, k units of them that are p of all P parts are that and
// k − N · p/P gutters more; those are called gaps.
type styler struct {
	k      *kit.Kit
	mixins bool          // what is said is said by mixins, which count in units that their callers say
	has    [fit + 1]bool // what the classes say
	uneven bool          // some breakpoint's columns are
	sizes  bool          // some columns share or are natural
	frames []class       // of containers
	of     quantity      // how many units a row divides into
	gap    quantity      // a row's gutter; with grid, the part of it that is in px
	part   quantity      // with grid, the part of the gutter that is a fraction of the row
	gapY   quantity      // between a row's lines
	tracks quantity      // with grid, the row's columns
}

func newStyler(k *kit.Kit, classes []class, mixins bool) *styler {
	s := &styler{k: k, mixins: mixins}
	for _, c := range classes {
		s.has[c.meaning] = true
		if c.meaning <= frameCap {
			s.frames = append(s.frames, c)
		}
	}
	s.sizes = s.has[share] || s.has[natural]
	fractional := false
	for i := range k.Breakpoints {
		s.uneven = s.uneven || k.ColumnsAt(i).IsUneven()
		fractional = fractional || k.GutterAt(i).IsFraction()
	}
	grid := k.Technique == kit.Grid
	s.of = s.quantity("of", mixins && s.has[of], s.has[of], func(i int) string {
		if s.has[of] && !mixins {
			return "var(--kr-of-" + k.Breakpoints[i].Name + ")"
		}
		return strconv.Itoa(k.ColumnsAt(i).N())
	})
	// f of a column is, of a row of N·c + (N−1)·f·c, one part in (N + (N−1)·f) ÷ f.
	fraction := func(g kit.Gutter, i int) string {
		up, low := g.Ratio()
		if s.of.named || s.has[of] {
			return fmt.Sprintf("%d / (%s * %d - %d)", up, s.of.text(), low+up, up)
		}
		return fmt.Sprintf("%d / %d", up, k.ColumnsAt(i).N()*(low+up)-up)
	}
	s.gap = s.quantity("gap", s.has[gapX], fractional, func(i int) string {
		switch g := k.GutterAt(i); {
		case !g.IsFraction():
			return zeroPx(g.String())
		case grid:
			return "0px"
		default:
			return "calc(100% * " + fraction(g, i) + ")"
		}
	})
	s.part = s.quantity("gap-part", s.has[gapX] && fractional && grid, fractional && grid, func(i int) string {
		if g := k.GutterAt(i); grid && g.IsFraction() {
			return "calc(" + fraction(g, i) + ")"
		}
		return "0"
	})
	s.gapY = s.quantity("gap-y", s.has[gapY], false, func(i int) string { return zeroPx(k.RowGutterAt(i).String()) })
	s.tracks = s.quantity("tracks", s.has[of], false, func(i int) string { return tracks(k.ColumnsAt(i)) })
	return s
}

// zeroPx gives 0 the unit it needs in calc().
func zeroPx(length string) string {
	if length == "0" {
		return "0px"
	}
	return length
}

// equalTracks are so many equal ones.
func equalTracks(n string) string { return "repeat(" + n + ", minmax(0, 1fr))" }

func tracks(c kit.Columns) string {
	if !c.IsUneven() {
		return equalTracks(strconv.Itoa(c.N()))
	}
	var all []string
	for i := range c.N() {
		all = append(all, fmt.Sprintf("minmax(0, %gfr)", c.Parts(i, 1)))
	}
	return strings.Join(all, " ")
}

// counts tells whether rows of so many floats a line count where their lines begin.
func (s *styler) counts() bool { return s.mixins && s.has[per] && s.k.Technique == kit.Float }

// common is the rules at breakpoint i of what is no setting: containers, rows and
// columns themselves.
func (s *styler) common(i int) (rules []Rule) {
	add := func(selector string, declarations ...string) {
		if len(declarations) > 0 {
			rules = append(rules, Rule{selector, declarations})
		}
	}
	for _, c := range s.frames {
		add("."+c.text(s.k), s.frame(c, i)...)
	}
	if s.has[row] {
		name := "." + class{meaning: row}.text(s.k)
		add(name, s.row(i)...)
		before := 0.0
		if i > 0 {
			before = s.k.RowGutterAt(i - 1).Px()
		}
		if above := s.k.RowGutterAt(i); above.Px() != before {
			add("* + "+name, "margin-top: "+above.String())
		}
	}
	if s.has[cell] && i == 0 {
		name := "." + class{meaning: cell}.text(s.k)
		add(name, s.cell()...)
		if s.k.Technique == kit.Float {
			add(name+":where(:first-child)", "--kr-below: 0", "clear: none")
		}
	}
	return rules
}
