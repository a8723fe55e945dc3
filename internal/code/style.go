package code

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/kit"
	"kitrows/internal/page"
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

// A quantity is something the kit says at each breakpoint and a row may say for
// itself.
type quantity struct {
	name  string
	at    []string // what the kit says, by breakpoint
	own   bool     // rows may say otherwise
	named bool     // it is a custom property
}

func (s *styler) quantity(name string, own, named bool, at func(i int) string) quantity {
	q := quantity{name: name, own: own, named: named || own}
	for i := range s.k.Breakpoints {
		q.at = append(q.at, at(i))
		q.named = q.named || q.at[i] != q.at[0]
	}
	return q
}

// varies tells whether the kit says something else from some breakpoint on.
func (q quantity) varies() bool {
	return slices.ContainsFunc(q.at, func(text string) bool { return text != q.at[0] })
}

// text is the quantity in a declaration; empty when it is nothing.
func (q quantity) text() string {
	if q.named {
		return "var(--kr-" + q.name + ")"
	}
	if q.at[0] == "0" || q.at[0] == "0px" {
		return ""
	}
	return q.at[0]
}

// row is what a row's rule declares of it at breakpoint i.
func (q quantity) row(i int) (all []string) {
	name := "--kr-" + q.name
	if !q.named || i > 0 && q.at[i] == q.at[i-1] {
		return nil
	}
	if q.own && q.varies() {
		if i == 0 {
			all = append(all, name+": var(--kr-kit-"+q.name+")")
		}
		name = "--kr-kit-" + q.name
	}
	return append(all, name+": "+q.at[i])
}

// back is what a row says to go back to the kit's.
func (q quantity) back() string {
	if q.varies() {
		return "var(--kr-kit-" + q.name + ")"
	}
	return q.at[0]
}

func newStyler(k *kit.Kit, classes []class) *styler {
	s := &styler{k: k}
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
	s.of = s.quantity("of", false, s.has[of], func(i int) string {
		if s.has[of] {
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

func tracks(c kit.Columns) string {
	if !c.IsUneven() {
		return fmt.Sprintf("repeat(%d, minmax(0, 1fr))", c.N())
	}
	var all []string
	for i := range c.N() {
		all = append(all, fmt.Sprintf("minmax(0, %gfr)", c.Parts(i, 1)))
	}
	return strings.Join(all, " ")
}

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
		for j, bp := range s.k.Breakpoints {
			if s.has[of] {
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
		all = append(all, "--kr-below: 1", "--kr-beside: 0", "float: left", "clear: left", "width: "+size, "min-height: 1px")
		if g := s.gutter(); g != "" {
			left = sum(left, g+" * var(--kr-beside)")
		}
		if y := s.gapY.text(); y != "" {
			top = y + " * var(--kr-below)"
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

func (s *styler) perOff() []string {
	all := []string{"--kr-each: initial", "--kr-still: initial"}
	if s.k.Technique == kit.Grid {
		all = append(all, "--kr-span: initial", "--kr-per-tracks: initial")
	}
	return all
}

var (
	alignWords  = []string{"auto", "flex-start", "center", "flex-end", "stretch"}
	spreadWords = []string{"flex-start", "center", "flex-end", "space-between", "space-around", "space-evenly"}
)

// declarations is what a class says.
func (s *styler) declarations(c class) []string {
	switch c.meaning {
	case of:
		var all []string
		for j := c.bp; j < len(s.k.Breakpoints); j++ {
			n := c.n
			if n == asKit {
				n = s.k.ColumnsAt(j).N()
			}
			all = append(all, fmt.Sprintf("--kr-of-%s: %d", s.k.Breakpoints[j].Name, n))
		}
		if s.k.Technique == kit.Grid && c.n == asKit {
			all = append(all, "--kr-tracks: "+s.tracks.back())
		} else if s.k.Technique == kit.Grid {
			all = append(all, "--kr-tracks: "+tracks(kit.Equal(c.n)))
		}
		return all
	case per:
		if c.n == 0 {
			return s.perOff()
		}
		switch s.k.Technique {
		case kit.Flex:
			return []string{"--kr-each: 0 0 " + s.equal(strconv.Itoa(c.n)), "--kr-still: 0"}
		case kit.Float:
			return []string{"--kr-each: " + s.equal(strconv.Itoa(c.n)), "--kr-still: 0"}
		}
		return []string{"--kr-each: calc(1 / " + strconv.Itoa(c.n) + ")", "--kr-still: 0", "--kr-span: span 1", "--kr-per-tracks: " + tracks(kit.Equal(c.n))}
	case gapX, gapY:
		if c.meaning == gapY {
			return []string{"--kr-gap-y: " + s.gapOf(s.gapY, c.n)}
		}
		all := []string{"--kr-gap: " + s.gapOf(s.gap, c.n)}
		if s.part.named && c.n == asKit {
			all = append(all, "--kr-gap-part: "+s.part.back())
		} else if s.part.named {
			all = append(all, "--kr-gap-part: 0")
		}
		return all
	case align:
		return []string{"align-items: " + alignWords[c.n]}
	case fit:
		return []string{"display: block", "width: 100%", "height: auto"}
	case self:
		return []string{"align-self: " + alignWords[c.n]}
	case spread:
		all := []string{"justify-content: " + spreadWords[c.n]}
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
		return []string{"order: " + strconv.Itoa(c.n)}
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
		return []string{"--kr-below: 0", "--kr-beside: 0", "clear: none"}
	case run:
		return []string{"--kr-below: 0", "--kr-beside: 1", "clear: none"}
	case turn:
		return []string{"--kr-below: 1", "--kr-beside: 0", "clear: left"}
	case under:
		return []string{"--kr-below: 1", "--kr-beside: 1", "clear: none"}
	}
	return nil
}

func (s *styler) gapOf(q quantity, n int) string {
	if n == asKit {
		return q.back()
	}
	return strconv.Itoa(n) + "px"
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
