package infer

import (
	"math"

	"kitrows/internal/browser/flow"
)

// A Way is how columns stand at a breakpoint, as rules that are not the stylesheet's must have it to place one.
type Way struct {
	Technique string // flex, grid, float or inline; empty where columns do not stand side by side
	// The border or content box of n units, whichever the stylesheet's widths are of, is n units and the rest wide.
	Unit, Rest Length
	Start, End Length // the margins of a column without words
	// the side to which a column must float that has no word for its width; empty where it does anyway
	Float string
}

// A Length is so many percent of the row and so many px.
type Length struct{ Percent, Px float64 }

// Plus is n times m more.
func (l Length) Plus(m Length, n float64) Length {
	return Length{l.Percent + m.Percent*n, l.Px + m.Px*n}
}

// ways measures how columns stand at each breakpoint.
func (a *analysis) ways() (all []Way) {
	for _, s := range a.edges {
		g := &a.r.at[s]
		w := Way{Start: lengthOf(g.style.Margin[flow.Left]), End: lengthOf(g.style.Margin[flow.Right])}
		if g.reference != "" && a.widths(s, &w) {
			w.Technique, w.Float = g.technique, g.float
		}
		all = append(all, w)
	}
	return all
}

// widths works out how wide units are at stage s, from two words that say widths there.
func (a *analysis) widths(s int, w *Way) bool {
	low, high := 0, 0
	var least, most size
	for _, word := range a.family.words {
		if !word.active(a.lab, a.stages[s].at) {
			continue
		}
		z, ok := sized(a.alone(word, a.stages[s].at))
		if !ok || z.unit() != a.family.unit() {
			continue
		}
		n, ok := a.fit.units(z.amount())
		if !ok {
			continue
		}
		if low == 0 || n < low {
			low, least = n, z
		}
		if n > high {
			high, most = n, z
		}
	}
	switch {
	case low == 0:
		return false
	case least.span > 0:
		return true
	case low == high:
		w.Unit = Length{whole(least.percent/float64(low), a.fit.columns), least.px / float64(low)}
		return a.fit.gutter == 0
	}
	n := float64(high - low)
	w.Unit = Length{round(most.percent-least.percent) / n, round(most.px-least.px) / n}
	w.Unit.Percent = whole(w.Unit.Percent, a.fit.columns)
	w.Rest = Length{least.percent, least.px}.Plus(w.Unit, -float64(low))
	w.Rest.Percent = math.Round(w.Rest.Percent*1e3) / 1e3
	return math.Abs(w.Unit.Percent)+math.Abs(w.Unit.Px) > 0
}

// whole is the percentage of a unit as it was before it was rounded to a few decimals: of n units that come to a whole
// number of hundredths, or nearly so, the n-th part of that.
func whole(unit float64, n int) float64 {
	if all := math.Round(unit*float64(n)*100) / 100; math.Abs(all-unit*float64(n)) < 3e-3 {
		return all / float64(n)
	}
	return unit
}

func lengthOf(s flow.Size) Length {
	if s.Kind != flow.Length {
		return Length{}
	}
	low, high := s.Of(1000), s.Of(2000)
	return Length{(high - low) / 10, 2*low - high}
}
