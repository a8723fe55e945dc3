package infer

import (
	"fmt"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// Rule is how a rule that is not the stylesheet's gives a field of a node of kit k a value at a breakpoint; nil where
// none can.
func (r *Reading) Rule(k *kit.Kit, m vocab.Missing) []css.Declaration {
	return r.Ways[m.Breakpoint].declared(m, k.ColumnsAt(m.Breakpoint).N())
}

// VocabularyOf is what the words on a page do: those of its kit and, where the page may have rules of its own, the
// classes that have their rules there.
func VocabularyOf(k *kit.Kit, p *page.Page) *vocab.Vocabulary {
	v := Vocabulary(k)
	if r := Of(k); r != nil && p.OwnRules {
		return v.WithRules(func(m vocab.Missing) bool { return r.Rule(k, m) != nil })
	}
	return v
}

// declared is how a rule says something that no word says, in a row of so many columns; nil where none can.
func (way Way) declared(m vocab.Missing, columns int) []css.Declaration {
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
		body = []css.Declaration{css.D("position", "relative"), css.D("left", text(Length{}.Plus(way.Unit, units))),
			css.D("right", "auto")}
	case f == page.Order && flexible && v.Term == page.Number, f == page.Align && flexible,
		f == page.Spread && way.Technique == "flex", f.IsSpace() && v.Term == page.Pixels:
		body = []css.Declaration{css.D(f.Property(m.On), f.CSS(v))}
	case f == page.GapY && flexible && v.Term == page.Pixels:
		body = []css.Declaration{css.D(f.Property(m.On), f.CSS(v)+"px")}
	}
	for i := range body {
		body[i].Value += " !important"
	}
	return body
}

// width says how wide a column is.
func width(way Way, v page.Value, units float64) []css.Declaration {
	switch {
	case v == page.Share && way.Technique == "flex":
		return []css.Declaration{css.D("flex", "1 1 0"), css.D("width", "auto"), css.D("min-width", "0"),
			css.D("max-width", "none")}
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
func text(l Length) string {
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
