package sample

import (
	"fmt"
	"math/rand/v2"
	"strings"
)

// Tangled is a document with a stylesheet that no framework would write: a few classes, each with a few of the
// declarations that move boxes, on random elements in one another. What a plan tells of such pages is right or marked.
func Tangled(r *rand.Rand) string {
	t := tangler{r: r, classes: 6 + r.IntN(9)}
	var sheet strings.Builder
	if r.IntN(10) < 7 {
		sheet.WriteString("* { box-sizing: border-box }\n")
	}
	sheet.WriteString("body { margin: 0; font: 16px/20px monospace }\n")
	if r.IntN(10) < 4 {
		sheet.WriteString("body { line-height: 0; font-size: 0 }\n")
	}
	for c := range t.classes {
		fmt.Fprintf(&sheet, ".c%d { %s }\n", c, t.body(1+r.IntN(4)))
	}
	if r.IntN(2) == 0 {
		sheet.WriteString("@media (min-width: 700px) {\n")
		for range 4 {
			fmt.Fprintf(&sheet, "  .c%d { %s }\n", r.IntN(t.classes), t.body(2))
		}
		sheet.WriteString("}\n")
	}
	return "<!doctype html>\n<html lang=\"en\">\n<title>Tangled</title>\n<style>\n" + sheet.String() +
		"</style>\n<body>" + t.elements(0) + "</body>\n</html>\n"
}

type tangler struct {
	r       *rand.Rand
	classes int
	count   int // of elements, so far
}

// mostTangled is how many elements such a page has, more or less.
const mostTangled = 45

func (t *tangler) elements(deep int) string {
	var all strings.Builder
	for range 1 + t.r.IntN(4) {
		if t.count++; t.count > mostTangled {
			break
		}
		var classes []string
		for range pick(t.r, 0, 1, 1, 1, 2, 2, 3) {
			classes = append(classes, fmt.Sprint("c", t.r.IntN(t.classes)))
		}
		class := strings.Join(classes, " ")
		switch {
		case deep < 4 && t.r.IntN(4) > 0:
			tag := pick(t.r, "div", "div", "section", "article", "main")
			fmt.Fprintf(&all, `<%s class="%s">%s</%s>`, tag, class, t.elements(deep+1), tag)
		case t.r.IntN(7) > 0:
			fmt.Fprintf(&all, `<div class="%s" style="height: %dpx"></div>`, class, pick(t.r, 5, 12, 20, 40, 90))
		default:
			fmt.Fprintf(&all, `<div class="%s"></div>`, class)
		}
	}
	return all.String()
}

// body is so many declarations.
func (t *tangler) body(n int) string {
	all := make([]string, n)
	for i := range all {
		d := declared[t.r.IntN(len(declared))]
		all[i] = pick(t.r, strings.Split(d.names, " ")...) + ": " + pick(t.r, strings.Split(d.values, "|")...)
	}
	return strings.Join(all, "; ")
}

// declared are properties and values that move boxes.
var declared = []struct{ names, values string }{
	{"display", "flex|flex|flex|grid|block|block|inline-block|flow-root|inline-flex|contents|none"},
	{"display", "flex|flex|grid|block"},
	{"width", "25%|50%|33.3333%|66.6667%|100%|auto|120px|calc(50% - 10px)|min(60%, " +
		"300px)|max-content|fit-content|min-content|40%|200px|clamp(100px, 40%, 260px)"},
	{"width", "25%|50%|100%|auto"},
	{"height", "auto|80px|100%|50%|30px|calc(100% - 10px)"},
	{"margin margin-top margin-left margin-right margin-bottom margin-inline margin-block",
		"10px|5%|2em|33.333%|calc(20% + 8px)|-8px|0|auto"},
	{"padding padding-left padding-block padding-top", "10px|24px|5%|12.5%|1rem|60px|0"},
	{"border border-left border-top", "1px solid|3px solid|2px solid"},
	{"min-width", "0|100px|50%|auto|min-content"},
	{"max-width", "none|200px|50%|max-content"},
	{"min-height", "0|100px|50%"},
	{"max-height", "none|60px|50%"},
	{"float", "left|right|none"},
	{"clear", "left|right|both"},
	{"flex", "1|none|auto|0 0 auto|1 1 0|1 1 auto|0 0 50%|2|1 1 100px|0 1 200px|initial"},
	{"flex-grow flex-shrink", "0|1|2|.5|.25"},
	{"flex-basis", "0|auto|50%|100px|content|min-content"},
	{"flex-direction", "column|column|row|row-reverse|column-reverse"},
	{"flex-wrap", "wrap|wrap|nowrap|wrap-reverse"},
	{"justify-content", "center|flex-end|space-between|space-around|space-evenly|start|end|left|right|normal|stretch"},
	{"align-items", "center|flex-end|flex-start|stretch|start|end|normal"},
	{"align-self", "center|flex-end|flex-start|stretch|auto|start|end"},
	{"align-content", "center|flex-end|space-between|stretch|space-around|start|end|space-evenly"},
	{"justify-items justify-self", "center|end|start|stretch"},
	{"gap row-gap column-gap", "10px|5%|1rem"},
	{"grid-template-columns", "1fr 1fr|repeat(3, 1fr)|repeat(auto-fit, minmax(120px, 1fr))|repeat(auto-fill, " +
		"100px)|auto 1fr|100px auto|minmax(0, 1fr) 2fr|" +
		"auto auto|repeat(4, minmax(0, 1fr))|20% 1fr|min-content 1fr|max-content auto|minmax(50px, 100px) 1fr|[a] 1fr " +
		"[b] 1fr [c]"},
	{"grid-template-rows grid-auto-rows", "50px|auto|1fr|minmax(30px, auto)|60px 1fr|1fr 2fr|100px auto"},
	{"grid-column", "span 2|1 / -1|2|1 / 3|auto|-1|span 3|2 / span 2"},
	{"grid-row", "span 2|2|1|1 / 3|auto"},
	{"order", "-1|1|2|0"},
	{"position", "relative; top: 5px|relative; left: 10%|static"},
	{"transform", "translate(10px, 50%)|none"},
	{"box-sizing", "border-box|content-box"},
	{"overflow", "hidden|visible|clip"},
	{"aspect-ratio", "1|2 / 1|auto"},
	{"vertical-align", "top|middle|bottom"},
}
