package flow

import (
	"slices"

	"kitrows/internal/browser/measure"
)

// gridContents is the least width of what stands in a grid, and its width by itself: what its tracks come to where
// there is no room to be had, and where there is all of it (CSS Grid Layout Level 2, section 12.5 and 12.7.1).
func (e *engine) gridContents(b *Box) (low, high measure.Measure) {
	s := b.Style
	children := make([]*Box, 0, len(b.Children))
	for _, k := range b.Children {
		if !out(k) {
			children = append(children, k)
		}
	}
	slices.SortStableFunc(children, func(a, c *Box) int { return a.Style.Order - c.Style.Order })
	across, down := s.axes(1)
	spots, columns := e.placed(children, across, down, false)
	all := s.Columns.filled(s.Columns.expanded(1), columns)
	gap := e.gap(s.GapX, measure.Measure{})
	least, most := make([]measure.Measure, len(all)), make([]measure.Measure, len(all))
	for i := range all {
		t := &all[i]
		if t.Min.IsPercent() { // of nothing that is known
			t.Min = automatic
		}
		if t.Max.IsPercent() {
			t.Max = automatic
		}
		e.budget.Step(1 + len(children)/8)
		if t.Min.Kind == Length {
			least[i] = e.of(t.Min.Amount, measure.Measure{})
		}
		if most[i] = least[i]; t.Max.Kind == Length && t.Fr == 0 {
			most[i] = e.most(least[i], e.of(t.Max.Amount, measure.Measure{}))
		}
		for at, k := range children {
			if spots[at].column != i || spots[at].span != 1 {
				continue
			}
			l, h := e.needs(k)
			if t.Min.Kind != Length {
				if l = e.minimum(k, l); t.Min.Kind == MaxContent {
					l = h
				}
				least[i] = e.most(least[i], l)
			}
			if t.Max.Kind == MinContent && t.Fr == 0 {
				h = l
			}
			if t.Max.Kind != Length || t.Fr > 0 {
				most[i] = e.most(most[i], h)
			}
		}
		most[i] = e.most(most[i], least[i])
	}
	e.spanning(all, least, most, children, spots, gap)
	var one measure.Measure // a fraction
	total := 0.0
	for i, t := range all {
		if t.Fr > 0 {
			total += t.Fr
			one = e.most(one, most[i].Times(1/max(1, t.Fr)))
		}
	}
	for at, k := range children {
		p, left, fr := spots[at], measure.Measure{}, 0.0
		over := all[p.column : p.column+p.span]
		if p.span < 2 || !slices.ContainsFunc(over, func(t Track) bool { return t.Fr > 0 }) {
			continue
		}
		_, left = e.needs(k)
		left = left.Minus(gap.Times(float64(p.span - 1)))
		for i, t := range over {
			if fr += t.Fr; t.Fr == 0 {
				left = left.Minus(most[p.column+i])
			}
		}
		one = e.most(one, left.Times(1/max(1, fr)))
	}
	gaps := gap.Times(float64(max(0, len(all)-1)))
	low, high = gaps, gaps
	for i, t := range all {
		low = low.Plus(least[i])
		if t.Fr > 0 {
			most[i] = e.most(most[i], one.Times(t.Fr))
		}
		high = high.Plus(most[i])
	}
	if s.Columns.repeat != nil {
		e.doubt(s, "a grid that is as wide as its content and repeats its columns")
	}
	return low, high
}
