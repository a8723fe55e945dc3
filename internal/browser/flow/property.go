// Package flow lays out elements as browsers do, by the declarations that hold for them: blocks
// with margins, padding and floats, inline blocks, flexible boxes and grid tracks (CSS 2.2, Flexible
// Box Layout, Grid Layout). It knows nothing of kits or pages.
package flow

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
)

// A grammar says whether a text is a value of a property.
type grammar func(value string) bool

// properties are the longhands that move boxes.
var properties = map[string]grammar{}

// inherited are those of them that an element takes from its parent.
var inherited = map[string]bool{
	"font-size": true, "line-height": true, "letter-spacing": true, "word-spacing": true, "white-space": true,
	"text-align": true, "direction": true, "list-style-position": true, "visibility": true, "writing-mode": true,
	"text-indent": true,
}

// shorthands are properties that stand for several.
var shorthands = map[string]func(words []string) ([]css.Longhand, bool){}

// logical are the names of properties that go by the direction of text, and what they are where it
// runs from left to right.
var logical = map[string]string{
	"margin-inline-start": "margin-left", "margin-inline-end": "margin-right", "margin-block-start": "margin-top",
	"margin-block-end": "margin-bottom", "padding-inline-start": "padding-left", "padding-inline-end": "padding-right",
	"padding-block-start": "padding-top", "padding-block-end": "padding-bottom", "inset-inline-start": "left",
	"inset-inline-end": "right", "inset-block-start": "top", "inset-block-end": "bottom", "inline-size": "width",
	"block-size": "height", "min-inline-size": "min-width", "max-inline-size": "max-width",
	"min-block-size": "min-height",
	"max-block-size": "max-height", "border-inline-start-width": "border-left-width",
	"border-inline-end-width": "border-right-width", "border-block-start-width": "border-top-width",
	"border-block-end-width": "border-bottom-width", "border-inline-start-style": "border-left-style",
	"border-inline-end-style": "border-right-style", "border-block-start-style": "border-top-style",
	"border-block-end-style": "border-bottom-style",
	"grid-gap":               "gap", "grid-row-gap": "row-gap", "grid-column-gap": "column-gap",
	"-webkit-box-sizing": "box-sizing", "-webkit-flex": "flex", "-webkit-flex-grow": "flex-grow",
	"-webkit-flex-shrink": "flex-shrink", "-webkit-flex-basis": "flex-basis",
	"-webkit-flex-direction": "flex-direction",
	"-webkit-flex-wrap":      "flex-wrap", "-webkit-flex-flow": "flex-flow", "-webkit-order": "order",
	"-webkit-align-items": "align-items", "-webkit-align-self": "align-self", "-webkit-align-content": "align-content",
	"-webkit-justify-content": "justify-content", "-webkit-transform": "transform",
}

func keyword(words ...string) grammar {
	return func(v string) bool { return slices.Contains(words, v) }
}

// length is a length, a percentage where it may be one, and those words; negative ones where they may be.
func length(percent, negative bool, words ...string) grammar {
	return func(v string) bool {
		if slices.Contains(words, v) {
			return true
		}
		a, err := css.ParseAmount(v)
		if err != nil {
			return measured(v)
		}
		if !a.Length {
			return a.Number == 0
		}
		calc := strings.ContainsAny(v, "(")
		return (percent || !a.IsPercent()) && (negative || calc || a.Px >= 0 && a.Percent >= 0 && a.Em >= 0 &&
			a.Rem >= 0 &&
			a.Vw >= 0 && a.Vh >= 0)
	}
}

// others are units, constants and functions of lengths that browsers know and that are not worked out here.
var others = []string{
	"ch", "ex", "cap", "ic", "lh", "rlh", "rex", "rch", "rcap", "ric", "vmin", "vmax", "svmin", "lvmin", "dvmin",
	"svmax", "lvmax", "dvmax", "cqw", "cqh", "cqi", "cqb", "cqmin", "cqmax",
}

// functions come to a length where lengths stand in them; numeric are those that come to a number, and stand in others.
var (
	functions = []string{"round", "mod", "rem", "abs", "hypot", "env", "attr", "if", "random", "anchor", "anchor-size",
		"calc-size"}
	numeric = []string{"sin", "cos", "tan", "asin", "acos", "atan", "atan2", "pow", "sqrt", "log", "exp", "sign",
		"progress", "sibling-index", "sibling-count"}
	sums = []string{"calc", "min", "max", "clamp", "-webkit-calc"}
)

// called is the name of the function that a whole text is a call of; empty where it is none.
func called(v string) string {
	open := strings.IndexByte(v, '(')
	if open < 1 || !strings.HasSuffix(v, ")") {
		return ""
	}
	return v[:open]
}

// measured reports whether a text is a length that browsers work out and this package does not.
func measured(v string) bool {
	name := called(v)
	switch {
	case name == "":
		for _, unit := range others {
			if number, ok := strings.CutSuffix(v, unit); ok {
				if _, err := strconv.ParseFloat(number, 64); err == nil {
					return true
				}
			}
		}
		return false
	case slices.Contains(functions, name):
		return true
	case !slices.Contains(sums, name):
		return false
	}
	for _, part := range strings.FieldsFunc(v[len(name):],
		func(r rune) bool { return strings.ContainsRune(" (),*/+\t\n", r) }) {
		if slices.Contains(functions, part) || slices.Contains(numeric, part) || part == "pi" || part == "e" ||
			part == "infinity" || measured(part) {
			return true
		}
	}
	return false
}

func number(low float64, whole bool) grammar {
	return func(v string) bool {
		a, err := css.ParseAmount(v)
		if name := called(v); err != nil && (slices.Contains(numeric, name) || slices.Contains(sums, name) &&
			measured(v)) {
			return true
		}
		return err == nil && !a.Length && (a.Number >= low || called(v) != "") &&
			(!whole || a.Number == float64(int(a.Number)) || called(v) != "")
	}
}

func one(all ...grammar) grammar {
	return func(v string) bool { return slices.ContainsFunc(all, func(g grammar) bool { return g(v) }) }
}

func anything(string) bool { return true }

var displays = map[string]Display{
	"none": None, "block": Block, "flow-root": Root, "inline-block": InlineBlock, "flex": Flex,
	"inline-flex": InlineFlex,
	"grid":        Grid, "inline-grid": InlineGrid, "inline": Inline, "contents": Contents, "list-item": Block,
	"table":     Table,
	"table-row": TablePart, "table-cell": TablePart, "table-row-group": TablePart, "table-header-group": TablePart,
	"table-footer-group": TablePart, "table-caption": TablePart, "table-column": TablePart,
	"table-column-group": TablePart,
	"inline-table":       InlineTable, "-webkit-flex": Flex, "-webkit-inline-flex": InlineFlex,
	"block flow": Block, "block flex": Flex, "block grid": Grid, "block table": Table, "block flow-root": Root,
	"flow":        Block,
	"inline flow": Inline, "inline flow-root": InlineBlock, "inline flex": InlineFlex, "inline grid": InlineGrid,
	"inline table":    InlineTable,
	"block list-item": Block, "block flow list-item": Block, "flow list-item": Block, "flow-root list-item": Root,
	"inline list-item": Inline,
}

// odd are displays that are not laid out.
var odd = keyword("-webkit-box", "-webkit-inline-box", "ruby", "ruby-text", "block ruby", "math", "block math",
	"inline math")

// isDisplay finds a display by its words in any order.
func isDisplay(v string) (d Display, ok bool) {
	if d, ok = displays[v]; ok || odd(v) {
		return d, true
	}
	w := strings.Fields(v)
	slices.SortFunc(w, func(a, b string) int { return displayPlace(a) - displayPlace(b) })
	d, ok = displays[strings.Join(w, " ")]
	return d, ok && len(w) > 1
}

func displayPlace(word string) int {
	switch word {
	case "block", "inline":
		return 0
	case "list-item":
		return 2
	}
	return 1
}

var borders = keyword("none", "hidden", "dotted", "dashed", "solid", "double", "groove", "ridge", "inset", "outset")

// Positions in a box (CSS Box Alignment Level 3, section 4).
var (
	places  = []string{"start", "end", "center", "flex-start", "flex-end"}
	selves  = []string{"self-start", "self-end", "anchor-center"}
	flanks  = []string{"left", "right"}
	spreads = keyword("normal", "space-between", "space-around", "space-evenly", "stretch")
	lines   = keyword("baseline", "first baseline", "last baseline")

	justifyContent = one(spreads, position(places, flanks))
	alignContent   = one(spreads, lines, position(places))
	alignItems     = one(keyword("normal", "stretch"), lines, position(places, selves))
	justifyItems   = one(alignItems, position(places, selves, flanks))
	legacy         = keyword("legacy", "legacy left", "legacy center", "legacy right", "left legacy", "center legacy",
		"right legacy")
)

// position is one of some words, where what does not fit may be safe or not.
func position(all ...[]string) grammar {
	words := slices.Concat(all...)
	return func(v string) bool {
		v, _ = strings.CutPrefix(v, "safe ")
		v, _ = strings.CutPrefix(v, "unsafe ")
		return slices.Contains(words, v)
	}
}

func init() {
	for _, side := range sides {
		properties["margin-"+side] = length(true, true, "auto")
		properties["padding-"+side] = length(true, false)
		properties["border-"+side+"-width"] = length(false, false, "thin", "medium", "thick")
		properties["border-"+side+"-style"] = borders
		properties[side] = length(true, true, "auto")
	}
	natural := []string{"min-content", "max-content", "fit-content", "stretch", "-webkit-fill-available",
		"-webkit-min-content", "-webkit-max-content", "-webkit-fit-content"}
	size := length(true, false, append(natural, "auto")...)
	for _, name := range []string{"width", "height", "min-width", "min-height"} {
		properties[name] = size
	}
	for _, name := range []string{"max-width", "max-height"} {
		properties[name] = length(true, false, append(natural, "none")...)
	}
	for name, g := range map[string]grammar{
		"display":        func(v string) bool { _, ok := isDisplay(v); return ok },
		"float":          keyword("none", "left", "right", "inline-start", "inline-end"),
		"clear":          keyword("none", "left", "right", "both", "inline-start", "inline-end"),
		"position":       keyword("static", "relative", "absolute", "fixed", "sticky"),
		"box-sizing":     keyword("content-box", "border-box"),
		"overflow-x":     keyword("visible", "hidden", "scroll", "auto", "clip", "overlay"),
		"overflow-y":     keyword("visible", "hidden", "scroll", "auto", "clip", "overlay"),
		"flex-direction": keyword("row", "row-reverse", "column", "column-reverse"),
		"flex-wrap":      keyword("nowrap", "wrap", "wrap-reverse", "balance"),
		"flex-grow":      number(0, false), "flex-shrink": number(0, false),
		"flex-basis": length(true, false, append(natural, "auto", "content")...),
		"order":      number(-1e9, true), "justify-content": justifyContent, "align-content": alignContent,
		"align-items": alignItems,
		"align-self":  one(alignItems, keyword("auto")), "justify-items": one(justifyItems, legacy),
		"justify-self": one(justifyItems, keyword("auto")),
		"row-gap":      length(true, false, "normal"), "column-gap": length(true, false, "normal"),
		"grid-template-columns": isTracks, "grid-auto-columns": areSizes, "grid-template-rows": isTracks,
		"grid-auto-rows": areSizes, "grid-template-areas": func(v string) bool {
			_, _, _, ok := areas(v)
			return ok ||
				v == "none"
		},
		"grid-auto-flow": keyword("row", "column", "dense", "row dense", "column dense", "dense row",
			"dense column"),
		"grid-column-start": isLine, "grid-column-end": isLine, "grid-row-start": isLine, "grid-row-end": isLine,
		"font-size": length(true, false, "math", "xx-small", "x-small", "small", "medium", "large", "x-large",
			"xx-large", "xxx-large", "smaller", "larger"),
		"line-height": one(number(0, false), length(true, false, "normal")),
		"vertical-align": length(true, true, "baseline", "sub", "super", "top", "text-top", "middle", "bottom",
			"text-bottom", "-webkit-baseline-middle"),
		"letter-spacing": length(true, true, "normal"), "word-spacing": length(true, true, "normal"),
		"white-space": keyword("normal", "nowrap", "pre", "pre-wrap", "pre-line", "break-spaces", "collapse",
			"preserve", "wrap", "preserve nowrap", "nowrap preserve"),
		"text-align": keyword("start", "end", "left", "right", "center", "justify", "-webkit-auto", "-webkit-center",
			"-webkit-left", "-webkit-right", "-webkit-match-parent"),
		"text-indent": length(true, true),
		"direction":   keyword("ltr", "rtl"), "writing-mode": anything, "visibility": keyword("visible", "hidden",
			"collapse"), "content": anything,
		"contain": anything, "columns": anything, "column-count": anything, "column-width": anything, "zoom": anything,
		"aspect-ratio": anything, "transform": anything, "translate": anything, "list-style-position": anything,
		"contain-intrinsic-width": anything, "container-type": anything,
	} {
		properties[name] = g
	}
	around("margin", sides[:], "")
	around("padding", sides[:], "")
	around("border", sides[:], "-width")
	around("border", sides[:], "-style")
	shorthands["inset"] = quartered([]string{"top", "right", "bottom", "left"})
	for _, axis := range []struct{ name, first, second string }{{"inline", "left", "right"},
		{"block", "top", "bottom"}} {
		for _, box := range []string{"margin", "padding"} {
			shorthands[box+"-"+axis.name] = paired(box+"-"+axis.first, box+"-"+axis.second)
		}
		shorthands["inset-"+axis.name] = paired(axis.first, axis.second)
	}
	shorthands["container"] = contained
	shorthands["gap"] = paired("row-gap", "column-gap")
	shorthands["overflow"] = paired("overflow-x", "overflow-y")
	shorthands["place-items"] = paired("align-items", "justify-items")
	content := paired("align-content", "justify-content")
	shorthands["place-content"] = func(w []string) ([]css.Longhand, bool) {
		all, ok := content(w)
		if ok && lines(all[1].Value) && len(joined(w)) == 1 {
			all[1].Value = "start"
		}
		return all, ok
	}
	shorthands["place-self"] = paired("align-self", "justify-self")
	shorthands["flex"], shorthands["flex-flow"] = flexed, flowed
	shorthands["border"] = bordered(sides[:]...)
	for _, side := range sides {
		shorthands["border-"+side] = bordered(side)
	}
	shorthands["border-inline"], shorthands["border-block"] = bordered("left", "right"), bordered("top", "bottom")
	shorthands["grid-column"], shorthands["grid-row"] = linedBy("grid-column"), linedBy("grid-row")
	shorthands["grid-area"], shorthands["font"] = gridArea, font
	shorthands["grid-template"], shorthands["grid"] = template, grid
}

// Expand divides a declaration into the longhands that move boxes: none of those that do not. One of a property that
// may move boxes and is not laid out stays as it is, marked as such. It is a css.Expand.
func Expand(name, value string) (all []css.Longhand, ok bool) {
	if same, renamed := logical[name]; renamed {
		name = same
	}
	short, isShort := shorthands[name]
	grammar, isLong := properties[name]
	if name == "all" {
		return nil, true
	}
	if !isShort && !isLong {
		if BearingOf(name) == Unplanned {
			return []css.Longhand{{Name: name, Value: value, Unplanned: true}}, true
		}
		return nil, true
	}
	if len(value) > css.LongestValue {
		return nil, false
	}
	if css.IsVariable(value) { // names of custom properties are told apart by their case

		if isLong {
			return []css.Longhand{{Name: name, Value: value, Short: name}}, true
		}
		for _, long := range longhands(name) {
			all = append(all, css.Longhand{Name: long, Value: value, Short: name})
		}
		return all, true
	}
	value = strings.ToLower(value)
	if slices.Contains(wide, value) {
		if isLong {
			return []css.Longhand{{Name: name, Value: value}}, true
		}
		for _, long := range longhands(name) {
			all = append(all, css.Longhand{Name: long, Value: value})
		}
		return all, true
	}
	if isLong {
		if name == "display" || name == "grid-auto-flow" || strings.HasPrefix(name, "align-") ||
			strings.HasPrefix(name, "justify-") {
			value = strings.Join(strings.Fields(value), " ")
		}
		if !grammar(value) {
			return nil, false
		}
		return []css.Longhand{{Name: name, Value: value}}, true
	}
	all, ok = short(words(value))
	for _, l := range all {
		ok = ok && (slices.Contains(wide, l.Value) || properties[l.Name](l.Value))
	}
	if !ok {
		return nil, false
	}
	return all, true
}

// wide are the values that every property may have.
var wide = []string{"inherit", "initial", "unset", "revert", "revert-layer"}

// longhands are those that a shorthand stands for.
func longhands(short string) (all []string) {
	for _, try := range [][]string{{"0"}, {"hidden"}, {"center"}, {"none"}, {"row"}, {"1"}, {"1px", "x"}} {
		if longs, ok := shorthands[short](try); ok {
			for _, l := range longs {
				all = append(all, l.Name)
			}
			return all
		}
	}
	return nil
}

// words divides a value at its spaces and slashes, but for those in parentheses and in quotation marks.
func words(value string) (all []string) {
	depth, from := 0, -1
	flush := func(end int) {
		if from >= 0 {
			all = append(all, value[from:end])
			from = -1
		}
	}
	var quote byte
	for i := range len(value) {
		switch c := value[i]; {
		case quote != 0:
			if c == quote {
				quote = 0
			}
		case depth == 0 && (c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == '\f'):
			flush(i)
		case depth == 0 && c == '/':
			flush(i)
			all = append(all, "/")
		default:
			if from < 0 {
				from = i
			}
			switch c {
			case '(', '[':
				depth++
			case ')', ']':
				depth--
			case '"', '\'':
				quote = c
			}
		}
	}
	flush(len(value))
	return all
}

// around makes a shorthand of one to four words, for the four sides.
func around(name string, sides []string, end string) {
	all := make([]string, len(sides))
	for i, side := range sides {
		all[i] = name + "-" + side + end
	}
	shorthands[name+end] = quartered(all)
}

func quartered(names []string) func([]string) ([]css.Longhand, bool) {
	return func(w []string) ([]css.Longhand, bool) {
		if len(w) < 1 || len(w) > 4 {
			return nil, false
		}
		of := [4][4]int{{0, 0, 0, 0}, {0, 1, 0, 1}, {0, 1, 2, 1}, {0, 1, 2, 3}}[len(w)-1]
		all := make([]css.Longhand, 4)
		for i := range all {
			all[i] = css.Longhand{Name: names[i], Value: w[of[i]]}
		}
		return all, true
	}
}

func paired(first, second string) func([]string) ([]css.Longhand, bool) {
	return func(w []string) ([]css.Longhand, bool) {
		w = joined(w)
		if len(w) < 1 || len(w) > 2 {
			return nil, false
		}
		return []css.Longhand{{Name: first, Value: w[0]}, {Name: second, Value: w[len(w)-1]}}, true
	}
}

// contained reads container: names and, after a slash, what the box contains.
func contained(w []string) ([]css.Longhand, bool) {
	kind := "normal"
	if at := slices.Index(w, "/"); at >= 0 {
		kind = strings.Join(w[at+1:], " ")
	}
	return []css.Longhand{{Name: "container-type", Value: kind}}, len(w) > 0
}

// joined is words in which what says more about the next stands with it.
func joined(w []string) (all []string) {
	for i := 0; i < len(w); i++ {
		if i+1 < len(w) && slices.Contains([]string{"safe", "unsafe", "first", "last", "legacy"}, w[i]) {
			all = append(all, w[i]+" "+w[i+1])
			i++
			continue
		}
		all = append(all, w[i])
	}
	return all
}

// flexed reads flex: none, auto, or up to three of grow, shrink and basis.
func flexed(w []string) ([]css.Longhand, bool) {
	grow, shrink, basis := "", "", ""
	switch {
	case len(w) == 1 && w[0] == "none":
		grow, shrink, basis = "0", "0", "auto"
	case len(w) == 1 && w[0] == "auto":
		grow, shrink, basis = "1", "1", "auto"
	case len(w) > 3 || len(w) == 0:
		return nil, false
	default:
		for i, word := range w {
			a, err := css.ParseAmount(word)
			switch isNumber := err == nil && !a.Length; {
			case isNumber && grow == "":
				grow = word
			case isNumber && shrink == "" && i > 0 && w[i-1] == grow:
				shrink = word
			case basis == "" && (!isNumber || a.Number == 0):
				basis = word
			default:
				return nil, false
			}
		}
		if basis == "" {
			basis = "0%"
		}
		if grow == "" {
			grow = "1"
		}
		if shrink == "" {
			shrink = "1"
		}
	}
	return []css.Longhand{{Name: "flex-grow", Value: grow}, {Name: "flex-shrink", Value: shrink},
		{Name: "flex-basis", Value: basis}}, true
}

func flowed(w []string) ([]css.Longhand, bool) {
	direction, wrap, said := "row", "nowrap", 0
	for _, word := range w {
		if properties["flex-wrap"](word) {
			wrap = word
			said |= 1
		} else {
			direction = word
			said |= 2
		}
	}
	return []css.Longhand{{Name: "flex-direction", Value: direction}, {Name: "flex-wrap", Value: wrap}},
		len(w) == 1 || len(w) == 2 && said == 3
}

// bordered reads a width, a style and a colour, in any order.
func bordered(sides ...string) func([]string) ([]css.Longhand, bool) {
	return func(w []string) (all []css.Longhand, ok bool) {
		width, style := "medium", "none"
		var widths, styles, colours int
		for _, word := range w {
			switch {
			case borders(word):
				style = word
				styles++
			case properties["border-top-width"](word):
				width = word
				widths++
			default:
				colours++
				if c := word[0]; c >= '0' && c <= '9' || c == '-' || c == '.' || c == '+' || word == "auto" ||
					slices.Contains(sums, called(word)) {
					return nil, false
				}
			}
		}
		for _, side := range sides {
			all = append(all, css.Longhand{Name: "border-" + side + "-width", Value: width},
				css.Longhand{Name: "border-" + side + "-style", Value: style})
		}
		return all, len(w) > 0 && widths < 2 && styles < 2 && colours < 2
	}
}

func linedBy(name string) func([]string) ([]css.Longhand, bool) {
	return func(w []string) ([]css.Longhand, bool) {
		at := slices.Index(w, "/")
		start, end := w, []string{"auto"}
		if at >= 0 {
			if start, end = w[:at], w[at+1:]; slices.Contains(end, "/") {
				return nil, false
			}
		} else if lineName(w) {
			end = w
		}
		return []css.Longhand{{Name: name + "-start", Value: strings.Join(start, " ")},
			{Name: name + "-end", Value: strings.Join(end, " ")}}, true
	}
}

// lineName reports whether a line is a name alone: what is not written beside it is then the same.
func lineName(w []string) bool {
	l, ok := line(strings.Join(w, " "))
	return ok && len(w) == 1 && l.Name != "" && l.Span == 0 && l.At == 0
}

func gridArea(w []string) ([]css.Longhand, bool) {
	var parts [4]string
	i := 0
	for from, at := 0, 0; at <= len(w); at++ {
		if at == len(w) || w[at] == "/" {
			if i > 3 {
				return nil, false
			}
			parts[i] = strings.Join(w[from:at], " ")
			i, from = i+1, at+1
		}
	}
	for to, from := range []int{0, 0, 0, 1} { // of those that are left out
		if parts[to] != "" {
			continue
		}
		if parts[to] = "auto"; lineName(strings.Fields(parts[from])) {
			parts[to] = parts[from]
		}
	}
	return []css.Longhand{{Name: "grid-row-start", Value: parts[0]}, {Name: "grid-column-start", Value: parts[1]},
		{Name: "grid-row-end", Value: parts[2]}, {Name: "grid-column-end", Value: parts[3]}}, true
}

// template reads grid-template: none, rows and columns, or areas with the heights of their rows and the columns.
func template(w []string) ([]css.Longhand, bool) {
	columns := "none"
	if at := slices.Index(w, "/"); at >= 0 {
		w, columns = w[:at], strings.Join(w[at+1:], " ")
	} else if len(w) == 1 && w[0] == "none" {
		return templated("none", "none", "none"), true
	}
	var rows, areas []string
	tall := true // the last row of areas has a height
	for _, word := range w {
		switch {
		case word[0] == '"' || word[0] == '\'':
			if !tall {
				rows = append(rows, "auto")
			}
			areas, tall = append(areas, word), false
		case word[0] == '[':
			if !tall && len(areas) > 0 {
				rows, tall = append(rows, "auto"), true
			}
			rows = append(rows, word)
		default:
			rows, tall = append(rows, word), true
		}
	}
	if !tall {
		rows = append(rows, "auto")
	}
	if len(areas) == 0 {
		return templated(strings.Join(rows, " "), columns, "none"), columns != "none"
	}
	return templated(strings.Join(rows, " "), columns, strings.Join(areas, " ")), true
}

func templated(rows, columns, areas string) []css.Longhand {
	return []css.Longhand{{Name: "grid-template-rows", Value: rows}, {Name: "grid-template-columns", Value: columns},
		{Name: "grid-template-areas", Value: areas}}
}

// grid reads grid: a template, or one axis that is filled by itself beside the tracks of the other.
func grid(w []string) ([]css.Longhand, bool) {
	flow := slices.Index(w, "auto-flow")
	auto := []css.Longhand{{Name: "grid-auto-flow", Value: "row"}, {Name: "grid-auto-rows", Value: "auto"},
		{Name: "grid-auto-columns", Value: "auto"}}
	if flow < 0 {
		all, ok := template(w)
		return append(all, auto...), ok
	}
	at := slices.Index(w, "/")
	if at < 0 {
		return nil, false
	}
	rows := flow < at
	filled, other := w[:at], w[at+1:]
	if !rows {
		filled, other = other, filled
	}
	dense := ""
	filled = slices.DeleteFunc(slices.Clone(filled), func(word string) bool {
		if word == "dense" {
			dense = " dense"
		}
		return word == "dense" || word == "auto-flow"
	})
	size := strings.Join(filled, " ")
	if size == "" {
		size = "auto"
	}
	if rows {
		auto[0].Value, auto[1].Value = "row"+dense, size
		return append(templated("none", strings.Join(other, " "), "none"), auto...), true
	}
	auto[0].Value, auto[2].Value = "column"+dense, size
	return append(templated(strings.Join(other, " "), "none", "none"), auto...), true
}

// font reads the font size and line height of a font.
func font(w []string) ([]css.Longhand, bool) {
	for i, word := range w {
		if !properties["font-size"](word) {
			continue
		}
		height := "normal"
		if i+2 < len(w) && w[i+1] == "/" {
			height = w[i+2]
		}
		return []css.Longhand{{Name: "font-size", Value: word}, {Name: "line-height", Value: height}}, i+1 < len(w)
	}
	system := []string{"caption", "icon", "menu", "message-box", "small-caption", "status-bar"}
	return nil, len(w) == 1 && slices.Contains(system, w[0])
}
