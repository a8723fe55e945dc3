package sample

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
)

func (f *Foreign) num(v float64) string {
	if f.Unit == "rounded" {
		return strconv.FormatFloat(math.Round(v*1e4)/1e4, 'f', -1, 64)
	}
	return strconv.FormatFloat(v, 'f', 8, 64)
}

// part is n units of the row and so many gutters.
func (f *Foreign) part(n, gutters float64, bp int) string {
	g := f.Gutters[bp]
	if f.Unit == "px" {
		return f.num(n*(f.pixels+g)+gutters*g) + "px"
	}
	if f.Relative {
		pitch := f.Pitch(bp)
		return f.num(n*pitch+gutters*g) + "%"
	}
	more := g * gutters
	switch f.Place {
	case "gap", "first", "last": // the row has a gutter less than its units
		more += g * n / float64(f.Columns)
	}
	share := f.num(100 * n / float64(f.Columns))
	if f.Unit == "variable" {
		share = fmt.Sprintf("100%% / var(--count) * %s", f.num(n))
		if more == 0 {
			return "calc(" + share + ")"
		}
		return fmt.Sprintf("calc(%s + %spx)", share, f.num(more))
	}
	if more == 0 {
		if f.Unit == "calc" {
			return fmt.Sprintf("calc(%s * 100%% / %d)", f.num(n), f.Columns)
		}
		return share + "%"
	}
	sign := "+"
	if more < 0 {
		sign, more = "-", -more
	}
	return fmt.Sprintf("calc(%s%% %s %spx)", share, sign, f.num(more))
}

// Pitch is a column and a gutter in percent of a row, where gutters are relative.
func (f *Foreign) Pitch(bp int) float64 {
	if f.Place == "sides" {
		return 100 / float64(f.Columns)
	}
	return (100 + f.Gutters[bp]) / float64(f.Columns)
}

func (f *Foreign) rule(bp int, selector, format string, args ...any) {
	f.pending[bp] += selector + " { " + fmt.Sprintf(format, args...) + " }\n"
}

// write writes the stylesheet: what holds at all widths, and what holds at each breakpoint.
func (f *Foreign) write() {
	r := f.r
	f.noise()
	if f.borderBox == "all" {
		f.b.WriteString(pick(r, "* { box-sizing: border-box }\n",
			"*, *::before, *::after { box-sizing: border-box; }\n",
			"html { box-sizing: border-box } *, ::before, ::after { box-sizing: inherit }\n"))
	}
	if f.Unit == "variable" {
		fmt.Fprintf(&f.b, ":root { --count: %d; --unused: var(--unused); }\n", f.Columns)
	}
	f.frames()
	f.base()
	f.noise()
	for bp := range f.Edges {
		f.at(bp)
	}
	order := make([]int, len(f.Edges))
	for i := range order {
		order[i] = i
	}
	if f.Direction == "max" {
		slices.Reverse(order)
	}
	for _, bp := range order {
		text := f.pending[bp]
		if text == "" {
			continue
		}
		if query := f.query(bp); query != "" {
			text = "@media " + query + " {\n" + text + "}\n"
		}
		f.b.WriteString(text)
	}
	f.noise()
	text := f.b.String()
	if !strings.Contains(text, "."+f.Row[0]) {
		f.Row = nil
	}
	if r.IntN(8) == 0 {
		text = "@layer reset, grid;\n@layer grid {\n" + text + "}\n"
	}
	f.Sources = []css.Source{{Name: "team.css", Text: text}}
}

// query is the media query of a breakpoint; empty where its rules hold always.
func (f *Foreign) query(bp int) string {
	unit := func(v float64) string {
		if int(v)%16 == 0 || f.r.IntN(4) == 0 {
			return strconv.FormatFloat(v/16, 'f', -1, 64) + "em"
		}
		return strconv.FormatFloat(v, 'f', -1, 64) + "px"
	}
	low, high := f.Edges[bp], 0.0
	if bp+1 < len(f.Edges) {
		high = f.Edges[bp+1]
	}
	screen := pick(f.r, "", "screen and ", "only screen and ")
	switch f.Direction {
	case "min":
		if bp == 0 {
			return ""
		}
		if f.r.IntN(4) == 0 {
			return "(width >= " + unit(low) + ")"
		}
		return screen + "(min-width: " + unit(low) + ")"
	case "max":
		if bp == len(f.Edges)-1 {
			return ""
		}
		if f.r.IntN(3) == 0 {
			return "(width < " + unit(high) + ")"
		}
		return screen + "(max-width: " + strconv.FormatFloat(high-.02, 'f', -1, 64) + "px)"
	}
	switch {
	case len(f.Edges) == 1:
		return ""
	case bp == 0:
		return "(max-width: " + strconv.FormatFloat(high-.02, 'f', -1, 64) + "px)"
	case high == 0:
		return "(min-width: " + unit(low) + ")"
	}
	return "(min-width: " + unit(low) + ") and (max-width: " + strconv.FormatFloat(high-.02, 'f', -1, 64) + "px)"
}

// reach is the breakpoints at which what is written at one holds.
func (f *Foreign) reach(bp int) (from, to int) {
	switch f.Direction {
	case "min":
		return bp, len(f.Edges)
	case "max":
		return 0, bp + 1
	}
	return bp, bp + 1
}

func (f *Foreign) add(what string, n int, said string, bp int) string {
	w := f.word(what, said, bp)
	from, to := f.reach(bp)
	f.Words = append(f.Words, ForeignWord{plain(w), what, n, said, from, to})
	return w
}

// frames writes the containers.
func (f *Foreign) frames() {
	r := f.r
	padding := float64(pick(r, 0, 0, 10, 5+r.IntN(25)))
	if f.Place == "padding" && f.Reaches {
		padding = f.Gutters[0] / 2
	}
	whole := float64(f.Columns)*(f.pixels+f.Gutters[0]) - f.Gutters[0]
	if f.Ends == "nested" {
		whole += f.Gutters[0]
	}
	kinds := pick(r, []string{"capped", "fluid"}, []string{"fluid"}, []string{"part"}, []string{"capped"})
	if len(f.Edges) > 1 && r.IntN(2) == 0 {
		kinds = pick(r, []string{"fixed"}, []string{"fixed", "fluid"}, []string{"capped", "fixed"})
	}
	if f.Unit == "px" {
		kinds = []string{"whole"}
	}
	for i, kind := range kinds {
		word := f.stem[[]string{"frame", "open"}[i]]
		fr := Frame{Word: word, Padding: padding}
		fmt.Fprintf(&f.b, ".%s { %s; padding: 0 %gpx; box-sizing: border-box }\n", word,
			pick(r, "margin: 0 auto", "margin-left: auto; margin-right: auto", "margin-inline: auto"), padding)
		switch kind {
		case "whole":
			fmt.Fprintf(&f.b, ".%s { width: %gpx; }\n", word, whole+2*padding)
			for range f.Edges {
				fr.Widths = append(fr.Widths, fmt.Sprintf("%gpx", whole+2*padding))
			}
		case "fluid":
			for range f.Edges {
				fr.Widths = append(fr.Widths, "fluid")
			}
		case "capped":
			cap := float64(500 + r.IntN(900))
			fmt.Fprintf(&f.b, ".%s { max-width: %s }\n", word, pick(r, fmt.Sprintf("%gpx", cap),
				fmt.Sprintf("%grem", cap/16)))
			for range f.Edges {
				fr.Widths = append(fr.Widths, fmt.Sprintf("%gpx", cap))
			}
		case "part":
			fmt.Fprintf(&f.b, ".%s { width: 91%% }\n", word)
			for range f.Edges {
				fr.Widths = append(fr.Widths, "91%")
			}
		case "fixed":
			property := pick(r, "width", "max-width", "max-width")
			for bp, from := range f.Edges {
				if bp == 0 && f.Direction == "min" {
					fr.Widths = append(fr.Widths, "fluid")
					continue
				}
				px := math.Round(max(from, 300) * (.8 + .2*r.Float64()))
				f.rule(bp, "."+word, "%s: %gpx", property, px)
				fr.Widths = append(fr.Widths, fmt.Sprintf("%gpx", px))
			}
		}
		f.Frames = append(f.Frames, fr)
	}
}

// base writes what every row and column is.
func (f *Foreign) base() {
	r := f.r
	row, cell := "."+f.stem["row"], "."+f.stem["cell"]
	box := ""
	if f.borderBox == "own" {
		box = "box-sizing: border-box; "
	}
	if f.borderBox == "none" {
		box = ""
	}
	switch f.Technique {
	case "float":
		switch f.clearing {
		case "after":
			fmt.Fprintf(&f.b, "%s:after { content: %s; display: %s; clear: both }\n", row, pick(r, `""`, `" "`),
				pick(r, "table", "block"))
		case "overflow":
			if f.Place != "start" {
				fmt.Fprintf(&f.b, "%s { overflow: hidden }\n", row)
			} else {
				fmt.Fprintf(&f.b, "%s::after { content: \"\"; display: block; clear: both }\n", row)
			}
		case "root":
			fmt.Fprintf(&f.b, "%s { display: flow-root }\n", row)
		}
		fmt.Fprintf(&f.b, "%s { %sfloat: left; min-height: 1px }\n", cell, box)
	case "inline":
		f.Joined = r.IntN(4) == 0
		if f.Joined { // lines are then as high as they are of text, which a font may decide
			f.b.WriteString("body { line-height: 1.5 }\n")
		} else {
			fmt.Fprintf(&f.b, "%s { font-size: 0; }\n", row)
		}
		fmt.Fprintf(&f.b, "%s { %sdisplay: inline-block; vertical-align: top; font-size: 16px }\n", cell, box)
	case "flex":
		fmt.Fprintf(&f.b, "%s { display: flex; flex-wrap: wrap }\n%s { %s%s }\n", row, cell, box,
			pick(r, "min-width: 0", "flex: 0 0 auto; min-width: 0", "flex-shrink: 0; max-width: 100%"))
	case "grid":
		count := fmt.Sprint(f.Columns)
		if f.Unit == "variable" {
			count = "var(--count)"
		}
		track := pick(r, "minmax(0, 1fr)", "minmax(0,1fr)")
		fmt.Fprintf(&f.b, "%s { display: grid; grid-template-columns: repeat(%s, %s) }\n%s { min-width: 0 }\n", row,
			count, track, cell)
	}
	if f.Inner != "" {
		fmt.Fprintf(&f.b, "%s { box-sizing: border-box }\n", cell)
	}
}

// at writes what holds from, up to, or at a breakpoint.
func (f *Foreign) at(bp int) {
	r := f.r
	row, cell := "."+f.stem["row"], "."+f.stem["cell"]
	g := f.Gutters[bp]
	px := func(v float64) string {
		if f.Relative {
			return f.num(v) + "%"
		}
		return fmt.Sprintf("%gpx", v)
	}
	first, before := bp == 0 || f.Direction != "min", bp-1
	if f.Direction == "max" { // what holds everywhere is said at the widest
		first, before = bp == len(f.Edges)-1, min(bp+1, len(f.Edges)-1)
	}
	if first || f.Gutters[bp] != f.Gutters[before] {
		switch f.Place {
		case "gap":
			f.rule(bp, row, "%s: %gpx %gpx", pick(r, "gap", "grid-gap"), f.Rows[bp], g)
		case "sides":
			f.rule(bp, cell, "margin-left: %s; margin-right: %[1]s", px(g/2))
			if f.Reaches {
				f.rule(bp, row, "margin: 0 -%s", px(g/2))
			}
			if f.Ends != "" {
				f.rule(bp, f.end("first", ""), "margin-left: 0")
				f.rule(bp, f.end("last", ""), "margin-right: 0")
			}
		case "start":
			f.rule(bp, cell, "margin-left: %s", px(g))
			f.rule(bp, row, "margin-left: -%s", px(g))
		case "end":
			f.rule(bp, cell, "margin-right: %s", px(g))
			f.rule(bp, row, "margin-right: -%s", px(g))
		case "first":
			f.rule(bp, cell, "margin-left: %s", px(g))
			f.rule(bp, f.end("first", row+" > "+cell+":first-child"), "margin-left: 0")
		case "last":
			f.rule(bp, cell, "margin-right: %s", px(g))
			f.rule(bp, f.end("last", row+" > "+cell+":last-child"), "margin-right: 0")
		case "padding":
			f.rule(bp, cell, "padding: 0 %s", px(g/2))
			if f.Reaches {
				f.rule(bp, row, "margin-left: -%s; margin-right: -%[1]s", px(g/2))
			}
		case "padding start":
			f.rule(bp, cell, "padding-left: %s", px(g))
			if f.Reaches {
				f.rule(bp, row, "margin-left: -%s", px(g))
			}
		case "padding end":
			f.rule(bp, cell, "padding-right: %s", px(g))
			if f.Reaches {
				f.rule(bp, row, "margin-right: -%s", px(g))
			}
		case "inner":
			f.rule(bp, "."+f.Inner, "padding: 0 %s", px(g/2))
			if f.Reaches {
				f.rule(bp, row, "margin: 0 -%s", px(g/2))
			}
		}
	}
	if f.Rows[bp] > 0 && f.Place != "gap" && first {
		f.rule(bp, cell, "margin-bottom: %gpx", f.Rows[bp])
	}
	if f.Stacked && bp == 0 {
		switch full := f.part(float64(f.Columns), f.less(), bp); f.Direction {
		case "min":
			f.rule(0, cell, "width: %s", full)
		default:
			f.rule(0, row+" > *", "width: %s !important", full)
		}
	}
	if !f.Stacked || bp > 0 {
		f.takes(bp)
	}
	if r.IntN(2) == 0 {
		f.more(bp)
	}
}

// end selects the first or last column of a line, by a class where there are some for that.
func (f *Foreign) end(what, selector string) string {
	if f.Ends == "" {
		return selector
	}
	word := f.stem[what]
	f.Words = append(f.Words, ForeignWord{word, what, 0, "", 0, len(f.Edges)})
	return pick(f.r, ".", "."+f.stem["cell"]+".", "."+f.stem["row"]+" .") + word
}

// less is how many gutters fewer than units a column has.
func (f *Foreign) less() float64 {
	switch f.Place {
	case "gap", "sides", "start", "end", "first", "last":
		return -1
	}
	if f.borderBox == "none" && f.Inner == "" {
		return -1
	}
	return 0
}

// givenAt is the custom property in which a column gives its units from a breakpoint on, as a value: or, where it
// gives none, that of the breakpoint before.
func (f *Foreign) givenAt(bp int) string {
	if bp < 0 || bp == 0 && f.Stacked {
		return strconv.Itoa(f.Columns)
	}
	return fmt.Sprintf("var(%s, %s)", f.property(bp), f.givenAt(bp-1))
}

func (f *Foreign) property(bp int) string {
	return "--" + strings.ToLower(f.stem["take"]) + strings.NewReplacer(`\`, "", ":", "-", "@",
		"-").Replace(f.infix[bp])
}

// gives writes how wide columns are that give their units.
func (f *Foreign) gives(bp int) {
	for n := 1; n <= f.Columns; n++ {
		f.Words = append(f.Words, ForeignWord{"style=" + f.property(bp) + ": " + strconv.Itoa(n) + ";", "take", n, "",
			bp, len(f.Edges)})
	}
	cell, g := "."+f.stem["cell"], f.Gutters[bp]
	row, less := "100%", ""
	if f.Place == "gap" || f.Place == "first" || f.Place == "last" {
		row = fmt.Sprintf("(100%% + %gpx)", g)
	}
	if f.less() < 0 {
		less = fmt.Sprintf(" - %gpx", g)
	}
	wide := fmt.Sprintf("calc(%s * %s / %d%s)", row, f.givenAt(bp), f.Columns, less)
	switch f.Technique {
	case "grid":
		f.rule(bp, cell, "grid-column: span %s", f.givenAt(bp))
	case "flex":
		f.rule(bp, cell, pick(f.r, "flex: 0 0 auto; width: %s", "flex: 0 0 %s; max-width: none",
			"flex-basis: %s; flex-grow: 0"), wide)
	default:
		f.rule(bp, cell, "width: %s", wide)
	}
}

// takes writes the widths.
func (f *Foreign) takes(bp int) {
	if f.Given {
		f.gives(bp)
		return
	}
	for n := 1; n <= f.Columns; n++ {
		sel := f.selector(f.add("take", n, f.digits(n), bp), f.stem["cell"], f.stem["row"])
		w := f.part(float64(n), f.less(), bp)
		switch f.Technique {
		case "flex":
			switch f.Columns % 3 {
			case 0:
				f.rule(bp, sel, "flex: 0 0 auto; width: %s", w)
			case 1:
				f.rule(bp, sel, "flex: 0 0 %s; max-width: %[1]s", w)
			default:
				f.rule(bp, sel, "flex-basis: %s; flex-grow: 0", w)
			}
		case "grid":
			f.rule(bp, sel, "grid-column: span %d%s", n, []string{"", " / span " + strconv.Itoa(n)}[cmp.Or(f.begins, n%2)])
		default:
			f.rule(bp, sel, "width: %s", w)
		}
	}
}

// more writes what else there is at a breakpoint.
func (f *Foreign) more(bp int) {
	r := f.r
	cell, row := f.stem["cell"], f.stem["row"]
	if r.IntN(2) == 0 && f.Technique != "grid" {
		for n := 1; n < f.Columns; n++ {
			sel := f.selector(f.add("skip", n, f.digits(n), bp), cell, row)
			gutters := 0.0
			switch f.Place {
			case "sides":
				gutters = .5
			case "start", "first":
				gutters = 1
			}
			if f.Place == "first" { // the first has none of its own
				continue
			}
			f.rule(bp, sel, "margin-left: %s", f.part(float64(n), gutters, bp))
		}
	}
	if f.begins == 1 {
		for n := 1; n <= f.Columns; n++ {
			f.rule(bp, f.selector(f.add("begin", n, strconv.Itoa(n), bp), cell, row), "grid-column-start: %d", n)
		}
		f.rule(bp, f.selector(f.add("begin", 0, "auto", bp), cell, row), "grid-column-start: auto")
	}
	if r.IntN(3) == 0 && f.Direction == "min" && f.Technique != "grid" && !f.Given && f.Ends == "" && f.Unit != "px" {
		for _, per := range []int{2, 3, 4, 5} {
			if f.Columns%per == 0 && f.Columns > per {
				w := f.part(float64(f.Columns/per), f.less(), bp)
				f.rule(bp, "."+f.add("per", per, strconv.Itoa(per), bp)+pick(r, " > *", " > ."+cell),
					"flex: 0 0 auto; width: %s; max-width: %[1]s", w)
			}
		}
	}
	if r.IntN(2) == 0 {
		f.rule(bp, f.selector(f.add("gone", 0, "", bp), "", ""), "display: none%s", pick(r, "", " !important"))
	}
	if r.IntN(3) == 0 && (f.Technique == "flex" || f.Technique == "grid") {
		for n := range 4 {
			f.rule(bp, f.selector(f.add("order", n, strconv.Itoa(n), bp), cell, row), "order: %d", n)
		}
	}
	if r.IntN(3) == 0 && f.Technique == "flex" && !f.Given {
		f.rule(bp, f.selector(f.add("share", 0, "", bp), cell, row), "flex: 1 1 0; width: auto; max-width: 100%%")
		f.rule(bp, f.selector(f.add("natural", 0, "", bp), cell, row), "flex: 0 0 auto; width: auto; max-width: none")
	}
	if r.IntN(3) == 0 && f.Technique == "flex" {
		for _, to := range []string{"center", "flex-end", "space-between"} {
			f.rule(bp, f.selector(f.add("spread", 0, to, bp), row, ""), "justify-content: %s", to)
		}
		for _, to := range []string{"center", "flex-end", "flex-start"} {
			f.rule(bp, f.selector(f.add("align", 0, to, bp), row, ""), "align-items: %s", to)
		}
	}
	if r.IntN(3) == 0 && f.Technique != "grid" && !f.Relative {
		for n := 1; n < f.Columns; n += 2 {
			f.rule(bp, f.selector(f.add("nudge", n, strconv.Itoa(n), bp), cell, row), "position: relative; left: %s",
				f.part(float64(n), 0, bp))
		}
	}
}

// noise writes rules that have nothing to do with the grid.
func (f *Foreign) noise() {
	r := f.r
	for range r.IntN(6) {
		f.b.WriteString(pick(r,
			"a { color: #234; text-decoration: none }\na:hover { color: teal }\n",
			"/* buttons */ .knob-x { display: inline-block; padding: 6px 12px; border-radius: 3px; }\n",
			"h2.title, .lead-in { font-weight: 600; letter-spacing: .02em }\n",
			"@font-face { font-family: X; src: url(x.woff2) }\n", "@media print { .hull { width: 100% !important } }\n",
			"@keyframes spin { from { transform: rotate(0) } to { transform: rotate(1turn) } }\n",
			".slip { border: 1px solid #ccc; margin: 0 0 12px; padding: 10px }\n.slip:first-child { margin-top: 4px }\n",
			".broken { color: red; width: 12qq; ;; }\n@nonsense foo { a { b: c } }\n",
			"table.data td { width: 25%; padding: 4px }\n.meter > i { width: 40%; float: left }\n",
			"@supports (display: grid) { .unused { display: grid } }\n@supports not (display: grid) { .slat { width: 3px } }\n",
			"img { max-width: 100%; height: auto }\nul.plain { list-style: none; margin: 0; padding: 0 }\n",
			".notice { position: fixed; left: 50%; width: 600px; margin-left: -300px }\n",
			"html { -webkit-text-size-adjust: 100% } button { width: 50% }\n",
		))
	}
}
