package flow

import (
	"cmp"
	"slices"
)

// A reach is from where to where a row of a grid goes, from the top of its content box.
type reach struct{ from, to float64 }

// rows works out where the rows of a grid are, whose items are laid out in their columns, and how high they are
// together.
func (e *engine) rows(b *Box, children []*Box, spots []spot) (at []reach, height float64) {
	s := b.Style
	tall := b.tall()
	gap := 0.0
	if s.GapY.Kind == Length {
		gap = max(0, s.GapY.Of(tall.px))
	}
	n := max(len(s.Rows.Tracks), s.Rows.areas)
	for _, p := range spots {
		n = max(n, p.row+p.rows)
	}
	if s.Rows.repeat != nil {
		e.doubt(s, "rows of a grid that are repeated as often as they fit")
		n = max(n, len(s.Rows.expanded(1)))
	}
	e.budget.Step(8 * (n + len(children)))
	e.budget.Hold(64 * n)
	all := s.Rows.filled(s.Rows.expanded(1), n)
	r := rowSizes{all: all, base: make([]float64, n), limit: make([]float64, n), gap: gap, tall: tall}
	r.content(children, spots)
	r.grow(tall)
	height = r.sum()
	inner := e.high(b, height) - b.pad[Top].Px - b.pad[Bottom].Px
	if !tall.is && inner > height { // a least height is there to be filled
		r.grow(extent{inner, true})
		height = r.sum()
	}
	free := inner - r.sum()
	first, between := 0.0, 0.0
	if s.Lines == "normal" || s.Lines == "stretch" {
		r.stretch(free)
	} else {
		first, between = spread(justified(s.Lines, false), free, n)
	}
	y := first
	for i := range n {
		at = append(at, reach{y, y + r.base[i]})
		y += r.base[i] + gap + between
	}
	return at, height
}

// rowSizes is the rows of a grid as their heights are worked out.
type rowSizes struct {
	all         []Track
	base, limit []float64
	gap         float64
	tall        extent
	crossing    []crossing
}

// sum is how high the rows are together, with the gaps between them.
func (r *rowSizes) sum() float64 {
	all := r.gap * float64(max(0, len(r.base)-1))
	for _, h := range r.base {
		all += h
	}
	return all
}

// fixed is a height that does not go by content.
func (r *rowSizes) fixed(z Size) (px float64, is bool) {
	if z.Kind != Length || z.IsPercent() && !r.tall.is {
		return 0, false
	}
	return max(0, z.Of(r.tall.px)), true
}

// content gives rows the heights that they have by themselves and by what is in them.
func (r *rowSizes) content(children []*Box, spots []spot) {
	byContent := make([]bool, len(r.all))
	grows, limited := make([]bool, len(r.all)), make([]bool, len(r.all))
	for i, t := range r.all {
		px, is := r.fixed(t.Min)
		r.base[i], byContent[i] = px, !is
		r.limit[i] = px
		if most, is := r.fixed(t.Max); t.Fr == 0 && is {
			r.limit[i], limited[i] = max(px, most), true
		} else {
			grows[i] = true
		}
	}
	order := make([]int, len(children))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(spots[a].rows, spots[b].rows) })
	for _, k := range order {
		p, need := spots[k], children[k].Height+children[k].margin[Top].Px+children[k].margin[Bottom].Px
		fr := 0.0
		for i := p.row; i < p.row+p.rows; i++ {
			fr += r.all[i].Fr
		}
		if fr > 0 && p.rows > 1 { // such an item needs nothing of its rows but that fractions are large enough
			r.crossing = append(r.crossing, crossing{p, need, fr})
			continue
		}
		least := need
		// it may be lower than what is in it
		if s := children[k].Style; s.Height.Kind == Auto && (s.Clips || s.MinHeight.Kind == Length) {
			low, _ := children[k].size(s.MinHeight)
			c := children[k]
			least = max(low, c.pad[Top].Px+c.pad[Bottom].Px) + c.margin[Top].Px + c.margin[Bottom].Px
		}
		// rows that no item has given a limit yet take all there is
		open := func(i int) bool { return byContent[i] && !limited[i] }
		if slices.ContainsFunc(r.of(p), open) {
			r.widen(r.base, p, least, open)
		}
		r.widen(r.base, p, least, func(i int) bool { return byContent[i] })
		for i := p.row; i < p.row+p.rows; i++ {
			r.limit[i] = max(r.limit[i], r.base[i])
		}
		open = func(i int) bool { return grows[i] && !limited[i] }
		if slices.ContainsFunc(r.of(p), open) {
			r.widen(r.limit, p, need, open)
		}
		r.widen(r.limit, p, need, func(i int) bool { return grows[i] })
		for _, i := range r.of(p) {
			limited[i] = true
		}
	}
}

// of are the rows of an item.
func (r *rowSizes) of(p spot) (all []int) {
	for i := range p.rows {
		all = append(all, p.row+i)
	}
	return all
}

// A crossing is an item over several rows of which some are fractions.
type crossing struct {
	spot
	need, fr float64
}

// widen gives the rows of an item that may grow what it needs more than they have, all alike.
func (r *rowSizes) widen(of []float64, p spot, need float64, may func(i int) bool) {
	need -= r.gap * float64(p.rows-1)
	n := 0
	for i := p.row; i < p.row+p.rows; i++ {
		if need -= of[i]; may(i) {
			n++
		}
	}
	if need <= 0 || n == 0 {
		return
	}
	for i := p.row; i < p.row+p.rows; i++ {
		if may(i) {
			of[i] += need / float64(n)
		}
	}
}

// grow gives the rows what a height leaves: all of it up to their limits, then the fractions. Without one, rows are as
// high as their limits are.
func (r *rowSizes) grow(tall extent) {
	free := tall.px - r.sum()
	for range len(r.all) {
		n := 0
		for i, t := range r.all {
			if t.Fr == 0 && r.limit[i] > r.base[i]+1e-9 {
				n++
			}
		}
		if n == 0 || tall.is && free <= 1e-9 {
			break
		}
		share := free / float64(n)
		for i, t := range r.all {
			if more := r.limit[i] - r.base[i]; t.Fr == 0 && more > 1e-9 {
				if tall.is {
					more = min(more, share)
				}
				r.base[i] += more
				free -= more
			}
		}
	}
	one, again := 0.0, true
	whole := make([]bool, len(r.all)) // fractions that are less than what is in them
	for again && tall.is {
		left, sum := tall.px-r.gap*float64(max(0, len(r.all)-1)), 0.0
		for i, t := range r.all {
			if t.Fr > 0 && !whole[i] {
				sum += t.Fr
			} else {
				left -= r.base[i]
			}
		}
		one, again = max(0, left)/max(1, sum), false
		for i, t := range r.all {
			if t.Fr > 0 && !whole[i] && r.base[i] > one*t.Fr {
				whole[i], again = true, true
			}
		}
	}
	if !tall.is {
		for i, t := range r.all {
			if t.Fr > 0 {
				one = max(one, r.limit[i]/max(1, t.Fr))
			}
		}
		for _, c := range r.crossing {
			left := c.need - r.gap*float64(c.rows-1)
			for i := c.row; i < c.row+c.rows; i++ {
				if r.all[i].Fr == 0 {
					left -= r.base[i]
				}
			}
			one = max(one, left/max(1, c.fr))
		}
	}
	for i, t := range r.all {
		if t.Fr > 0 && !whole[i] {
			r.base[i] = max(r.base[i], one*t.Fr)
		}
	}
}

// stretch gives rows whose height is automatic what is left over.
func (r *rowSizes) stretch(free float64) {
	n := 0
	automatic := func(i int) bool { return r.all[i].Fr == 0 && r.all[i].Max.Kind == Auto }
	for i := range r.all {
		if automatic(i) {
			n++
		}
	}
	if n == 0 || free <= 0 {
		return
	}
	for i := range r.all {
		if automatic(i) {
			r.base[i] += free / float64(n)
		}
	}
}
