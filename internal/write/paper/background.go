package paper

import (
	"fmt"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/write/code"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// Background is a stylesheet that shows the kit's columns behind any page of one's own, at every
// breakpoint, as those of a fixed container.
func Background(k *kit.Kit) string {
	colour := fmt.Sprintf("rgb(%d %d %d / %g%%)", woad[0], woad[1], woad[2], 100*tintOpacity)
	out := css.Sheet{Comment: code.Comment(k.Name) + ", its columns behind a page, by Kit Rows"}
	had := map[string]string{}
	for i := range k.Breakpoints {
		rule := css.Rule{Selectors: []string{"body::before"}}
		if i == 0 {
			rule.Body = []css.Declaration{css.D("position", "fixed"), css.D("z-index", "-1"), css.D("inset-block", "0"),
				css.D("pointer-events", "none"), css.D("content", `""`)}
		}
		left, width := stands(k, i)
		stripes := sheet.Stripes(k, i)
		indent := "\n  "
		if i > 0 {
			indent = "\n    "
		}
		stripes.Value = strings.NewReplacer("{colour}", colour, "\n", indent, "var(--kr-side, right)",
			"right").Replace(stripes.Value)
		for _, d := range []css.Declaration{css.D("left", left), css.D("width", width), stripes} {
			if had[d.Name] != d.Value {
				rule.Body = append(rule.Body, d)
			}
			had[d.Name] = d.Value
		}
		if len(rule.Body) > 0 {
			out.Blocks = append(out.Blocks, css.Block{Query: sheet.From(k, i), Rules: []css.Rule{rule}})
		}
	}
	return out.String()
}

// stands is where the columns of a fixed container begin in a viewport at breakpoint i, and how
// wide they are from the first content to the last, in CSS.
func stands(k *kit.Kit, i int) (left, width string) {
	frame := say.Frame(k, page.FixedFrame)
	outer, edge := sheet.NewStyler(k, []say.Saying{frame}, true).Held(frame, i)
	switch {
	case outer == "none":
		outer = "100%"
	case !strings.HasSuffix(outer, "%"):
		outer = "min(100%, " + outer + ")"
	}
	row := outer
	var before []string
	if outer != "100%" {
		before = append(before, "(100% - "+outer+") / 2")
	}
	width = outer
	if edge != "0" {
		before = append(before, edge)
		width += " - 2 * " + edge
		row = "(" + width + ")"
	}
	if g := k.GutterAt(i); k.GutterPlace.Stays() && g != (kit.Gutter{}) {
		start, end := k.GutterPlace.Halves()
		part := func(halves int) string {
			up, low := g.Ratio()
			if g.IsFraction() {
				return fmt.Sprintf("%s * %d / %d", row, up*halves, 2*k.ColumnsAt(i).N()*(low+up))
			}
			return kit.Px(g.Px() * float64(halves) / 2).String()
		}
		if start > 0 {
			before = append(before, part(start))
		}
		width += " - " + part(start+end)
	}
	return worked(strings.Join(before, " + ")), worked(width)
}

// worked is a length of what is said, which may be nothing.
func worked(length string) string {
	switch {
	case length == "":
		return "0"
	case !strings.Contains(length, " "):
		return length
	}
	return "calc(" + length + ")"
}
