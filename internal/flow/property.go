// Package flow lays out elements as browsers do, by the declarations that hold for them: blocks
// with margins, padding and floats, inline blocks, flexible boxes and grid tracks (CSS 2.2, Flexible
// Box Layout, Grid Layout). It knows nothing of kits or pages.
package flow

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/css"
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
	"block-size": "height", "min-inline-size": "min-width", "max-inline-size": "max-width", "min-block-size": "min-height",
	"max-block-size": "max-height", "border-inline-start-width": "border-left-width",
	"border-inline-end-width": "border-right-width", "border-block-start-width": "border-top-width",
	"border-block-end-width": "border-bottom-width", "border-inline-start-style": "border-left-style",
	"border-inline-end-style": "border-right-style", "border-block-start-style": "border-top-style",
	"border-block-end-style": "border-bottom-style",
	"grid-gap":               "gap", "grid-row-gap": "row-gap", "grid-column-gap": "column-gap",
	"-webkit-box-sizing": "box-sizing", "-webkit-flex": "flex", "-webkit-flex-grow": "flex-grow",
	"-webkit-flex-shrink": "flex-shrink", "-webkit-flex-basis": "flex-basis", "-webkit-flex-direction": "flex-direction",
	"-webkit-flex-wrap": "flex-wrap", "-webkit-flex-flow": "flex-flow", "-webkit-order": "order",
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
		return (percent || !a.IsPercent()) && (negative || calc || a.Px >= 0 && a.Percent >= 0 && a.Em >= 0 && a.Rem >= 0 &&
			a.Vw >= 0 && a.Vh >= 0)
	}
}

// others are units and functions that browsers know and that are not worked out here.
var others = []string{
	"ch", "ex", "cap", "ic", "lh", "rlh", "rex", "rch", "ric", "vmin", "vmax", "svmin", "lvmin", "dvmin", "svmax", "lvmax", "dvmax", "cqw", "cqh", "cqi",
	"cqb", "cqmin", "cqmax",
}

// measured reports whether a text is a length that browsers work out and this package does not.
func measured(v string) bool {
	if open := strings.IndexByte(v, '('); open > 0 && strings.HasSuffix(v, ")") {
		switch v[:open] {
		case "calc", "min", "max", "clamp", "env", "round", "mod", "rem", "abs", "sign", "hypot", "pow", "sqrt", "fit-content":
			for _, unit := range others {
				if strings.Contains(v, unit) {
					return true
				}
			}
			return v[:open] != "calc" && v[:open] != "min" && v[:open] != "max" && v[:open] != "clamp"
		}
		return false
	}
	for _, unit := range others {
		if number, ok := strings.CutSuffix(v, unit); ok {
			if _, err := strconv.ParseFloat(number, 64); err == nil {
				return true
			}
		}
	}
	return false
}

func number(low float64, whole bool) grammar {
	return func(v string) bool {
		a, err := css.ParseAmount(v)
		return err == nil && !a.Length && a.Number >= low && (!whole || a.Number == float64(int(a.Number)))
	}
}

func one(all ...grammar) grammar {
	return func(v string) bool { return slices.ContainsFunc(all, func(g grammar) bool { return g(v) }) }
}

func anything(string) bool { return true }

var displays = map[string]Display{
	"none": None, "block": Block, "flow-root": Root, "inline-block": InlineBlock, "flex": Flex, "inline-flex": InlineFlex,
	"grid": Grid, "inline-grid": InlineGrid, "inline": Inline, "contents": Contents, "list-item": Block, "table": Table,
	"table-row": TablePart, "table-cell": TablePart, "table-row-group": TablePart, "table-header-group": TablePart,
	"table-footer-group": TablePart, "table-caption": TablePart, "table-column": TablePart, "table-column-group": TablePart,
	"inline-table": InlineTable, "-webkit-box": TablePart, "-webkit-flex": Flex, "-webkit-inline-flex": InlineFlex,
	"block flow": Block, "block flex": Flex, "block grid": Grid, "inline flow-root": InlineBlock, "block flow-root": Root,
	"flow": Block, "inline flex": InlineFlex, "inline grid": InlineGrid, "-webkit-inline-box": TablePart,
	"ruby": TablePart,
}

var borders = keyword("none", "hidden", "dotted", "dashed", "solid", "double", "groove", "ridge", "inset", "outset")

var (
	content = keyword("normal", "start", "end", "center", "left", "right", "flex-start", "flex-end", "space-between",
		"space-around", "space-evenly", "stretch", "baseline", "first baseline", "last baseline", "safe center", "unsafe center")
	items = keyword("normal", "stretch", "start", "end", "center", "self-start", "self-end", "flex-start", "flex-end",
		"baseline", "first baseline", "last baseline", "left", "right", "safe center", "unsafe center", "legacy")
)

func init() {
	for _, side := range sides {
		properties["margin-"+side] = length(true, true, "auto")
		properties["padding-"+side] = length(true, false)
		properties["border-"+side+"-width"] = length(false, false, "thin", "medium", "thick")
		properties["border-"+side+"-style"] = borders
		properties[side] = length(true, true, "auto")
	}
	size := length(true, false, "auto", "min-content", "max-content", "fit-content", "-webkit-fill-available", "stretch")
	for _, name := range []string{"width", "height", "min-width", "min-height"} {
		properties[name] = size
	}
	for _, name := range []string{"max-width", "max-height"} {
		properties[name] = length(true, false, "none", "min-content", "max-content", "fit-content", "stretch")
	}
	for name, g := range map[string]grammar{
		"display":        func(v string) bool { _, ok := displays[v]; return ok },
		"float":          keyword("none", "left", "right", "inline-start", "inline-end"),
		"clear":          keyword("none", "left", "right", "both", "inline-start", "inline-end"),
		"position":       keyword("static", "relative", "absolute", "fixed", "sticky", "-webkit-sticky"),
		"box-sizing":     keyword("content-box", "border-box"),
		"overflow-x":     keyword("visible", "hidden", "scroll", "auto", "clip"),
		"overflow-y":     keyword("visible", "hidden", "scroll", "auto", "clip"),
		"flex-direction": keyword("row", "row-reverse", "column", "column-reverse"),
		"flex-wrap":      keyword("nowrap", "wrap", "wrap-reverse"),
		"flex-grow":      number(0, false), "flex-shrink": number(0, false),
		"flex-basis": length(true, false, "auto", "content", "min-content", "max-content", "fit-content"),
		"order":      number(-1e9, true), "justify-content": content, "align-content": content, "align-items": items,
		"align-self": one(items, keyword("auto")), "justify-items": items, "justify-self": one(items, keyword("auto")),
		"row-gap": length(true, false, "normal"), "column-gap": length(true, false, "normal"),
		"grid-template-columns": isTracks, "grid-auto-columns": isTracks, "grid-template-rows": isTracks,
		"grid-auto-rows": isTracks, "grid-template-areas": anything,
		"grid-auto-flow":    keyword("row", "column", "dense", "row dense", "column dense", "dense row", "dense column"),
		"grid-column-start": isLine, "grid-column-end": isLine, "grid-row-start": isLine, "grid-row-end": isLine,
		"font-size": length(true, false, "xx-small", "x-small", "small", "medium", "large", "x-large", "xx-large",
			"xxx-large", "smaller", "larger"),
		"line-height": one(number(0, false), length(true, false, "normal")),
		"vertical-align": length(true, true, "baseline", "sub", "super", "top", "text-top", "middle", "bottom",
			"text-bottom"),
		"letter-spacing": length(true, true, "normal"), "word-spacing": length(true, true, "normal"),
		"white-space": keyword("normal", "nowrap", "pre", "pre-wrap", "pre-line", "break-spaces"),
		"text-align":  keyword("start", "end", "left", "right", "center", "justify", "match-parent", "-webkit-auto", "-webkit-center"),
		"text-indent": length(true, true),
		"direction":   keyword("ltr", "rtl"), "writing-mode": anything, "visibility": anything, "content": anything,
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
	for _, axis := range []struct{ name, first, second string }{{"inline", "left", "right"}, {"block", "top", "bottom"}} {
		for _, box := range []string{"margin", "padding"} {
			shorthands[box+"-"+axis.name] = paired(box+"-"+axis.first, box+"-"+axis.second)
		}
		shorthands["inset-"+axis.name] = paired(axis.first, axis.second)
	}
	shorthands["gap"] = paired("row-gap", "column-gap")
	shorthands["overflow"] = paired("overflow-x", "overflow-y")
	shorthands["place-items"] = paired("align-items", "justify-items")
	shorthands["place-content"] = paired("align-content", "justify-content")
	shorthands["place-self"] = paired("align-self", "justify-self")
	shorthands["flex"], shorthands["flex-flow"] = flexed, flowed
	shorthands["border"] = bordered(sides[:]...)
	for _, side := range sides {
		shorthands["border-"+side] = bordered(side)
	}
	shorthands["border-inline"], shorthands["border-block"] = bordered("left", "right"), bordered("top", "bottom")
	shorthands["grid-column"], shorthands["grid-row"] = lined("grid-column"), lined("grid-row")
	shorthands["grid-area"], shorthands["font"] = gridArea, font
	shorthands["grid-template"], shorthands["grid"] = template, grid
}

// Expand divides a declaration into the longhands that move boxes: none of those that do not. One of a property that may
// move boxes and is not laid out stays as it is, marked as such. It is a css.Expand.
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
		if name == "display" || name == "grid-auto-flow" || strings.HasPrefix(name, "align-") || strings.HasPrefix(name, "justify-") {
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
		if len(w) < 1 || len(w) > 2 {
			return nil, false
		}
		return []css.Longhand{{Name: first, Value: w[0]}, {Name: second, Value: w[len(w)-1]}}, true
	}
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
	return []css.Longhand{{Name: "flex-grow", Value: grow}, {Name: "flex-shrink", Value: shrink}, {Name: "flex-basis", Value: basis}}, true
}

func flowed(w []string) ([]css.Longhand, bool) {
	direction, wrap := "row", "nowrap"
	for _, word := range w {
		if properties["flex-wrap"](word) {
			wrap = word
		} else {
			direction = word
		}
	}
	return []css.Longhand{{Name: "flex-direction", Value: direction}, {Name: "flex-wrap", Value: wrap}}, len(w) > 0 && len(w) < 3
}

// bordered reads a width, a style and a colour, in any order.
func bordered(sides ...string) func([]string) ([]css.Longhand, bool) {
	return func(w []string) (all []css.Longhand, ok bool) {
		width, style := "medium", "none"
		for _, word := range w {
			switch {
			case borders(word):
				style = word
			case properties["border-top-width"](word):
				width = word
			}
		}
		for _, side := range sides {
			all = append(all, css.Longhand{Name: "border-" + side + "-width", Value: width},
				css.Longhand{Name: "border-" + side + "-style", Value: style})
		}
		return all, len(w) > 0
	}
}

func lined(name string) func([]string) ([]css.Longhand, bool) {
	return func(w []string) ([]css.Longhand, bool) {
		at := slices.Index(w, "/")
		start, end := w, []string{"auto"}
		if at >= 0 {
			start, end = w[:at], w[at+1:]
		} else if lineName(w) {
			end = w
		}
		return []css.Longhand{{Name: name + "-start", Value: strings.Join(start, " ")}, {Name: name + "-end", Value: strings.Join(end, " ")}}, true
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
	auto := []css.Longhand{{Name: "grid-auto-flow", Value: "row"}, {Name: "grid-auto-rows", Value: "auto"}, {Name: "grid-auto-columns", Value: "auto"}}
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
