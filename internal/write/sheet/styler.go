package sheet

import (
	"fmt"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/write/say"
)

// A Styler writes the rules of a kit for what some pages say.
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
type Styler struct {
	k      *kit.Kit
	words  *vocab.Vocabulary
	mixins bool                // what is said is said by mixins, which count in units that their callers say
	said   map[say.Saying]bool // what is said, each with its breakpoint and numbers taken off
	uneven bool                // some breakpoint's columns are
	sizes  bool                // some columns share or are natural
	frames []say.Saying        // of containers
	widths []say.Saying        // of columns
	of     quantity            // how many units a row divides into
	gap    quantity            // a row's gutter; with grid, the part of it that is in px
	part   quantity            // with grid, the part of the gutter that is a fraction of the row
	out    quantity            // how far a row reaches out, of a gutter inside; where it is not as the gutter
	gapY   quantity            // between a row's lines
	lines  quantity            // the same as the kit has it, where it is the space before or after something
	tracks quantity            // with grid, the row's columns
	auto   quantity            // with grid and uneven columns, whether these are as wide as their tracks
}

// NewStyler writes for sayings in the order of their rules; with mixins, as mixins say
// them.
func NewStyler(k *kit.Kit, sayings []say.Saying, mixins bool) *Styler {
	s := &Styler{k: k, words: vocab.Own(k), mixins: mixins, said: map[say.Saying]bool{}}
	for _, c := range sayings {
		if mixins && c == say.Base(page.Block) {
			continue // mixins are for markup in which no element clears rows
		}
		s.said[say.Saying{On: c.On, Field: c.Field}] = true
		s.said[say.Saying{On: c.On, Field: c.Field, Value: page.Value{Term: c.Value.Term}}] = true
		switch c.Field {
		case page.Frames:
			s.frames = append(s.frames, c)
		case page.Width:
			s.widths = append(s.widths, c)
		}
	}
	s.sizes = s.Says(page.Column, page.Width, page.Shared, page.OfContent)
	fractional := false
	for i := range k.Breakpoints {
		s.uneven = s.uneven || k.ColumnsAt(i).IsUneven()
		fractional = fractional || k.GutterAt(i).IsFraction()
	}
	grid, divides := k.Technique == kit.Grid, s.Says(page.Row, page.Divides)
	s.of = s.quantity("of", mixins && divides, divides, func(i int) string {
		if divides && !mixins {
			return "var(--kr-of-" + k.Breakpoints[i].Name + ")"
		}
		return strconv.Itoa(k.ColumnsAt(i).N())
	})
	// f of a column is, of a row of N·c + (N−1)·f·c, one part in (N + (N−1)·f) ÷ f. A row whose
	// gutters are inside has one more of them.
	fraction := func(g kit.Gutter, i int, inside bool) string {
		up, low := g.Ratio()
		less := up
		if inside {
			less = 0
		}
		switch {
		case !s.of.named && !divides:
			return fmt.Sprintf("%d / %d", up, k.ColumnsAt(i).N()*(low+up)-less)
		case inside:
			return fmt.Sprintf("%d / (%s * %d)", up, s.of.text(), low+up)
		}
		return fmt.Sprintf("%d / (%s * %d - %d)", up, s.of.text(), low+up, up)
	}
	inside := k.GutterPlace.IsInside()
	ownX, ownY := s.Says(page.Row, page.GapX), s.Says(page.Row, page.GapY)
	s.gap = s.quantity("gap", ownX, fractional, func(i int) string {
		switch g := k.GutterAt(i); {
		case !g.IsFraction():
			return zeroPx(g.String())
		case grid:
			return "0px"
		default:
			return "calc(100% * " + fraction(g, i, inside) + ")"
		}
	})
	reaches := fractional && k.GutterPlace.Reaches()
	s.out = s.quantity("out", ownX && reaches, reaches, func(i int) string {
		switch g := k.GutterAt(i); {
		case !reaches:
			return "0"
		case g.IsFraction():
			return "calc(100% * " + fraction(g, i, false) + ")"
		default:
			return zeroPx(g.String())
		}
	})
	s.part = s.quantity("gap-part", ownX && fractional && grid, fractional && grid, func(i int) string {
		if g := k.GutterAt(i); grid && g.IsFraction() {
			return "calc(" + fraction(g, i, inside) + ")"
		}
		return "0"
	})
	s.gapY = s.quantity("gap-y", ownY, false, func(i int) string { return zeroPx(k.RowGutterAt(i).String()) })
	s.lines = s.quantity("lines", false, false, func(i int) string { return k.RowGutterAt(i).String() })
	s.auto = s.quantity("auto", divides, true, func(i int) string {
		if k.ColumnsAt(i).IsUneven() {
			return "auto"
		}
		return "initial"
	})
	s.tracks = s.quantity("tracks", divides, false, func(i int) string { return s.tracksOf(k.ColumnsAt(i)) })
	return s
}

// Says reports whether something is said of that field of a kind of node, with one of
// those terms if there are any.
func (s *Styler) Says(on page.Kind, f page.Field, terms ...page.Term) bool {
	for _, t := range terms {
		if s.said[say.Saying{On: on, Field: f, Value: page.Value{Term: t}}] {
			return true
		}
	}
	return len(terms) == 0 && s.said[say.Saying{On: on, Field: f}]
}

// Sizes reports whether some columns share or are as wide as their content.
func (s *Styler) Sizes() bool { return s.sizes }

// Uneven reports whether some breakpoint's columns are.
func (s *Styler) Uneven() bool { return s.uneven }

// Frames are the kinds of container that are said.
func (s *Styler) Frames() []say.Saying { return s.frames }

// zeroPx gives 0 the unit it needs in calc().
func zeroPx(length string) string {
	if length == "0" {
		return "0px"
	}
	return length
}

// equalTracks are so many equal ones.
func equalTracks(n string) string { return "repeat(" + n + ", minmax(0, 1fr))" }

// tracksOf are the columns of a row. Uneven ones with gutters inside are a part of the
// row, and what they have more of gutters than that.
func (s *Styler) tracksOf(c kit.Columns) string {
	if !c.IsUneven() {
		return equalTracks(strconv.Itoa(c.N()))
	}
	gutter := s.gap.text()
	if part := s.part.text(); part != "" {
		gutter = "(" + sum("100% * "+part, gutter) + ")"
	}
	n, total := c.N(), int(c.Parts(0, float64(c.N())))
	var all []string
	for i := range n {
		parts := int(c.Parts(i, 1))
		switch {
		case !s.k.GutterPlace.IsInside():
			all = append(all, fmt.Sprintf("minmax(0, %dfr)", parts))
		case gutter == "":
			all = append(all, fmt.Sprintf("calc(100%% * %d / %d)", parts, total))
		default:
			all = append(all, fmt.Sprintf("calc(100%% * %d / %d%s)", parts, total, gutters(gutter, total-n*parts,
				total)))
		}
	}
	return strings.Join(all, " ")
}

// gutters adds so many gutters, up/low of one.
func gutters(gutter string, up, low int) string {
	length, isPx := strings.CutSuffix(gutter, "px")
	px, err := strconv.ParseFloat(length, 64)
	switch {
	case up == 0:
		return ""
	case !isPx || err != nil:
		return fmt.Sprintf(" + %s * %d / %d", gutter, up, low)
	case up < 0:
		return " - " + kit.Number(-px*float64(up)/float64(low)) + "px"
	}
	return " + " + kit.Number(px*float64(up)/float64(low)) + "px"
}

// Counts reports whether rows of so many floats a line count where their lines begin.
func (s *Styler) Counts() bool {
	return s.Says(page.Row, page.PerLine) && s.k.Technique == kit.Float
}

// common is the rules at breakpoint i of what is no setting: containers, rows and
// columns themselves.
func (s *Styler) common(i int) (rules []css.Rule) {
	all := func(selectors []string, body ...css.Declaration) {
		if len(body) > 0 {
			rules = append(rules, css.Rule{Selectors: selectors, Body: body})
		}
	}
	add := func(selector string, body ...css.Declaration) { all([]string{selector}, body...) }
	for _, c := range s.frames {
		add(s.class(c), s.Frame(c, i)...)
	}
	if s.Says(page.Row, page.Base) {
		name := s.class(say.Base(page.Row))
		add(name, s.Row(i)...)
		before := 0.0
		if i > 0 {
			before = s.k.RowGutterAt(i - 1).Px()
		}
		if above := s.k.RowGutterAt(i); above.Px() != before {
			add("* + "+name, css.D("margin-top", above.String()))
		}
	}
	if s.Says(page.Column, page.Base) && i == 0 {
		all(s.cells(""), s.Cell()...)
		if s.k.Technique == kit.Float {
			all(s.cells(":where(:first-child)"), css.D("--kr-below", "0"), css.D("clear", "none"))
		}
	}
	if s.Says(page.Block, page.Base) && i == 0 {
		// Rows that are cleared by an element hold their margins, even without columns.
		add(s.class(say.Base(page.Row))+"::before", css.D("display", "table"), css.D("content", `""`))
		add(s.class(say.Base(page.Block)), css.D("clear", "both"))
	}
	return rules
}

// cells selects every column, with so much after each selector: by its own class, and, where
// that stands only on columns without a class of width, by those.
func (s *Styler) cells(after string) []string {
	all := []string{s.class(say.Base(page.Column)) + after}
	if s.k.Naming.Lone {
		for _, c := range s.widths {
			all = append(all, s.class(c)+after)
		}
	}
	return all
}

// class is the selector of what is said; empty where the kit has no class for it.
func (s *Styler) class(c say.Saying) string {
	word := s.words.Saying(c.On, c.Field, c.Value, int(c.From))
	if word == nil {
		return ""
	}
	alone := c.Field == page.Base || c.Field.IsShared()
	if s.k.Naming.Beside && !alone && (c.On == page.Row || c.On == page.Column) {
		return s.words.Base(c.On).Selector() + word.Selector()
	}
	return word.Selector()
}
