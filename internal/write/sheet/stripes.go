package sheet

import (
	"cmp"
	"fmt"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
)

// Inset is where a row's columns stand in a container at breakpoint i: within its edges and,
// where gutters are inside and rows stay, within the padding of the first and last column.
// Percentages are of the container's own width.
func Inset(k *kit.Kit, i int) css.Declaration {
	g, columns := k.GutterAt(i), k.ColumnsAt(i).N()
	up, low := g.Ratio()
	edge := ""
	if k.EdgeAt(i) == kit.HalfGutter && g.IsFraction() {
		part, of := k.EdgeRatio(i)
		edge = fmt.Sprintf("100%% * %d / %d", part, of)
	} else if px := kit.Px(k.EdgeOf(i, measure.Measure{}).Px); !px.IsZero() {
		edge = px.String()
	}
	side := func(halves int) string {
		if !k.GutterPlace.Stays() || halves == 0 {
			return edge
		}
		padding := kit.Px(g.Px() * float64(halves) / 2).String()
		if g.IsFraction() {
			padding = fmt.Sprintf("%d / %d", up*halves, 2*columns*(low+up))
			if edge == "" {
				return "100% * " + padding
			}
			return edge + " + (100% - 2 * " + edge + ") * " + padding
		}
		if padding == "0" || edge == "" {
			return cmp.Or(strings.TrimPrefix(padding, "0"), edge)
		}
		return edge + " + " + padding
	}
	length := func(text string) string {
		switch {
		case text == "":
			return "0"
		case strings.Contains(text, " "):
			return "calc(" + text + ")"
		}
		return text
	}
	start, end := k.GutterPlace.Halves()
	atStart, atEnd := length(side(start)), length(side(end))
	if atStart == atEnd {
		return css.D("inset-inline", atStart)
	}
	return css.D("inset-inline", atStart+" "+atEnd)
}

// Stripes is a background that shows the kit's columns at breakpoint i in {colour}
// (section 6.2), in a box as wide as a row; every other one where nothing stands
// between them.
func Stripes(k *kit.Kit, i int) css.Declaration {
	columns, g := k.ColumnsAt(i), k.GutterAt(i)
	n, parts := columns.N(), int(columns.Parts(0, float64(columns.N())))
	up, low := g.Ratio()
	touching := g.Px() == 0 && up == 0
	// at is where it is that so many parts and gutters stand before.
	at := func(p, gutters int) string {
		switch {
		case touching:
			return "calc(100%" + portion(p, parts) + ")"
		case g.IsFraction(): // a row is N·c + (N−1)·f·c wide, an average column c
			return "calc(100%" + portion(p*n*low+gutters*up*parts, parts*(n*(low+up)-up)) + ")"
		}
		text := fmt.Sprintf("(100%% - %s)%s", kit.Px(float64(n-1)*g.Px()), portion(p, parts))
		if gutters > 0 {
			text += " + " + kit.Px(float64(gutters)*g.Px()).String()
		}
		return "calc(" + text + ")"
	}
	var stops []string
	gradient := "linear-gradient"
	switch {
	case n == 1:
		return css.D("background", "{colour}")
	case !columns.IsUneven() && touching:
		gradient = "repeating-linear-gradient"
		stops = []string{"{colour} 0 " + at(1, 0), "transparent 0 " + at(2, 0)}
	case !columns.IsUneven():
		gradient = "repeating-linear-gradient"
		stops = []string{"{colour} 0 " + at(1, 0), "transparent 0 " + at(1, 1)}
	default:
		for unit := range n {
			colour, end := "{colour}", int(columns.Parts(0, float64(unit+1)))
			if touching && unit%2 == 1 {
				colour = "transparent"
			}
			if unit == n-1 {
				stops = append(stops, colour+" 0")
				break
			}
			stops = append(stops, colour+" 0 "+at(end, unit))
			if !touching {
				stops = append(stops, "transparent 0 "+at(end, unit+1))
			}
		}
	}
	return css.D("background", gradient+"(\n  to var(--kr-side, right),\n  "+strings.Join(stops, ",\n  ")+"\n)")
}

// portion writes that something is multiplied by a fraction, in its lowest terms.
func portion(up, low int) string {
	a, b := up, low
	for b > 0 {
		a, b = b, a%b
	}
	up, low = up/a, low/a
	switch {
	case low == 1 && up == 1:
		return ""
	case up == 1:
		return fmt.Sprintf(" / %d", low)
	}
	return fmt.Sprintf(" * %d / %d", up, low)
}
