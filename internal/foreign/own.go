package foreign

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/analyse"
	"kitrows/internal/css"
	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/vocab"
)

// own is the class of a node that has rules in the page's own stylesheet.
func own(n *page.Node) string { return "kr-own-" + n.ID }

// ownRules writes, where the page may have rules of its own, those for what no word of the stylesheet says, and
// takes that from what is missing. They stand in blocks by the breakpoints they hold at, in page order.
func (f *Page) ownRules() {
	blocks := map[vocab.Range][]css.Rule{}
	var ranges []vocab.Range
	f.page.Walk(func(n *page.Node, _ page.Place) {
		var left []vocab.Missing
		bodies := make([][]css.Declaration, len(f.kit.Breakpoints)+1)
		for _, m := range f.missing[n] {
			body := f.ruled(m)
			if body == nil {
				left = append(left, m)
				continue
			}
			bodies[m.Breakpoint] = append(bodies[m.Breakpoint], body...)
			f.owns[n] = append(f.owns[n], m)
		}
		from := 0
		for i := 1; i < len(bodies); i++ {
			if slices.Equal(bodies[i], bodies[from]) && i < len(bodies)-1 {
				continue
			}
			if in := (vocab.Range{From: int8(from), To: int8(i)}); len(bodies[from]) > 0 {
				if blocks[in] == nil {
					ranges = append(ranges, in)
				}
				blocks[in] = append(blocks[in], css.Rule{Selectors: []string{"." + own(n)}, Body: css.Last(bodies[from]), For: n.ID})
			}
			from = i
		}
		if f.missing[n] = left; len(left) == 0 {
			delete(f.missing, n)
		}
		if w := f.carrier(n); w != nil {
			f.words[n] = append(f.words[n], w)
		}
	})
	if len(f.owns) == 0 {
		return
	}
	slices.SortStableFunc(ranges, func(a, b vocab.Range) int { return cmp.Or(int(a.From-b.From), int(a.To-b.To)) })
	for _, in := range ranges {
		f.own.Blocks = append(f.own.Blocks, css.Block{Query: within(f.kit, in), Rules: blocks[in]})
	}
	f.ranges = ranges
	f.own.Comment = "Not in " + f.kit.Name + ": rules of this page, for settings that " + f.kit.Name + " has no class for"
	f.cascade = f.cascade.With(css.Source{Name: "page", Text: f.own.String()})
}

// carrier is the word that a column with a width of its own rules has besides, where it has none and the kit knows columns by
// the words of their widths: gutters come with it. It is that of the nearest width.
func (f *Page) carrier(n *page.Node) *vocab.Word {
	wide := func(w *vocab.Word) bool {
		return slices.ContainsFunc(w.Effects, func(e vocab.Effect) bool { return e.Field == page.Width })
	}
	if n.Kind != page.Column || f.reading.Cell != "" || slices.ContainsFunc(f.words[n], wide) {
		return nil
	}
	v := analyse.Vocabulary(f.kit)
	for _, m := range f.owns[n] {
		if m.Field != page.Width {
			continue
		}
		if w := v.Saying(page.Column, page.Width, m.Nearest, m.Breakpoint); w != nil {
			return w
		}
	}
	return nil
}

// within is the media query of the breakpoints in a range; empty where that is all of them.
func within(k *kit.Kit, in vocab.Range) string {
	var all []string
	if from := k.Breakpoints[in.From].From; in.From > 0 {
		all = append(all, "(min-width: "+from.String()+")")
	}
	if int(in.To) < len(k.Breakpoints) {
		all = append(all, "(max-width: "+strconv.FormatFloat(k.Breakpoints[in.To].From.Px()-.02, 'f', -1, 64)+"px)")
	}
	return strings.Join(all, " and ")
}

// ruled is how a rule says what is missing; nil where none can.
func (f *Page) ruled(m vocab.Missing) []css.Declaration {
	return declared(f.reading.Ways[m.Breakpoint], m, f.kit.ColumnsAt(m.Breakpoint).N())
}

// OwnRules are the rules for what no word of the stylesheet says, as the page's own stylesheet has them after
// the kit's; no blocks where there are none.
func (f *Page) OwnRules() css.Sheet { return f.own }

// declared is how a rule says what is missing, in a row of so many columns; nil where none can.
func declared(way analyse.Way, m vocab.Missing, columns int) []css.Declaration {
	v := m.Value
	units := v.UnitsOf(columns)
	if v.Term == page.Number {
		units = float64(v.N)
	}
	if v.Of > 0 && v.Term != page.Portion {
		units = units * float64(columns) / float64(v.Of)
	}
	side := way.Technique != ""
	flexible := way.Technique == "flex" || way.Technique == "grid"
	var body []css.Declaration
	switch f := m.Field; {
	case f == page.Shown && v == page.Hides:
		body = []css.Declaration{css.D("display", "none")}
	case f == page.Width && side:
		body = width(way, v, units)
	case f == page.Skip && side && way.Technique != "grid":
		body = []css.Declaration{css.D("margin-left", text(way.Start.Plus(way.Unit, units)))}
	case f == page.Trail && side && way.Technique != "grid":
		body = []css.Declaration{css.D("margin-right", text(way.End.Plus(way.Unit, units)))}
	case f == page.Nudge && side && way.Technique != "grid":
		body = []css.Declaration{css.D("position", "relative"), css.D("left", text(analyse.Length{}.Plus(way.Unit, units))),
			css.D("right", "auto")}
	case f == page.Order && flexible && v.Term == page.Number:
		body = []css.Declaration{css.D("order", strconv.Itoa(int(v.N)))}
	case f == page.Align && flexible && v.Term == page.AsRow:
		body = []css.Declaration{css.D("align-self", "auto")}
	case f == page.Align && flexible:
		property := "align-self"
		if m.On == page.Row {
			property = "align-items"
		}
		if value := aligned[v]; value != "" {
			body = []css.Declaration{css.D(property, value)}
		}
	case f == page.Spread && way.Technique == "flex":
		if value := spread[v]; value != "" {
			body = []css.Declaration{css.D("justify-content", value)}
		}
	case f == page.GapY && flexible && v.Term == page.Pixels:
		body = []css.Declaration{css.D("row-gap", strconv.Itoa(int(v.N))+"px")}
	}
	for i := range body {
		body[i].Value += " !important"
	}
	return body
}

var aligned = map[page.Value]string{page.Top: "flex-start", page.Middle: "center", page.Bottom: "flex-end", page.Stretch: "stretch"}

var spread = map[page.Value]string{
	page.Start: "flex-start", page.Centre: "center", page.End: "flex-end", page.Between: "space-between", page.Around: "space-around",
	page.Even: "space-evenly",
}

// width says how wide a column is.
func width(way analyse.Way, v page.Value, units float64) []css.Declaration {
	switch {
	case v == page.Share && way.Technique == "flex":
		return []css.Declaration{css.D("flex", "1 1 0"), css.D("width", "auto"), css.D("min-width", "0"), css.D("max-width", "none")}
	case v == page.Natural && way.Technique == "flex":
		return []css.Declaration{css.D("flex", "0 0 auto"), css.D("width", "auto"), css.D("max-width", "none")}
	case v == page.Natural && way.Technique != "grid" && way.Float == "":
		return []css.Declaration{css.D("width", "auto"), css.D("max-width", "none")}
	case units <= 0:
		return nil
	case way.Technique == "grid" && units == float64(int(units)):
		return []css.Declaration{css.D("grid-column", fmt.Sprintf("span %d", int(units)))}
	case way.Technique == "grid":
		return nil
	}
	body := []css.Declaration{css.D("width", text(way.Rest.Plus(way.Unit, units))), css.D("max-width", "none")}
	if way.Float != "" {
		body = append([]css.Declaration{css.D("float", way.Float)}, body...)
	}
	if way.Technique == "flex" {
		body = append([]css.Declaration{css.D("flex", "0 0 auto")}, body...)
	}
	return body
}

// text is a length as CSS has it.
func text(l analyse.Length) string {
	percent, px := figure(l.Percent)+"%", figure(l.Px)+"px"
	switch {
	case px == "0px" && percent == "0%":
		return "0"
	case px == "0px":
		return percent
	case percent == "0%":
		return px
	case l.Px < 0:
		return "calc(" + percent + " - " + figure(-l.Px) + "px)"
	}
	return "calc(" + percent + " + " + px + ")"
}

// figure is a number with at most six decimals.
func figure(v float64) string {
	text := strings.TrimRight(strings.TrimRight(strconv.FormatFloat(v, 'f', 6, 64), "0"), ".")
	if text == "-0" {
		return "0"
	}
	return text
}

// ownClass is the class of a node for its own rules; empty where it has none.
func (f *Page) ownClass(n *page.Node) string {
	if len(f.owns[n]) > 0 {
		return own(n)
	}
	return ""
}
