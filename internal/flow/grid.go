package flow

import (
	"math"
	"slices"
	"strings"

	"kitrows/internal/css"
	"kitrows/internal/kit"
)

// A spot is where an item of a grid stands: from column on over so many, in a row.
type spot struct{ column, span, row, rows int }

// grid lays out a grid (CSS Grid Layout Level 2) and gives its height.
func (e *engine) grid(b *Box) float64 {
	s, w := b.Style, b.content()
	gap, lines := e.gap(s.GapX, w), e.gap(s.GapY, w)
	kids := e.items(b)
	all := s.Tracks
	if s.repeat != nil {
		all = e.repeated(b, gap, w, len(kids))
	}
	if strings.HasPrefix(s.AutoFlow, "column") {
		e.doubt(s, "a grid that fills its columns first")
	}
	spots, columns := e.placed(kids, len(all), strings.Contains(s.AutoFlow, "dense"))
	e.budget.Step(columns)
	e.budget.Hold(columns * amountSize)
	all = slices.Clone(all)
	for len(all) < columns {
		t := Track{}
		if len(s.Implicit) > 0 {
			t = s.Implicit[(len(all)-len(s.Tracks))%len(s.Implicit)]
		}
		all = append(all, t)
	}
	at := e.tracks(all, kids, spots, gap, w)
	span := func(p spot) (x, width kit.Measure) {
		x = at[p.column]
		return x, at[p.column+p.span].Minus(gap).Minus(x)
	}
	shift, spread := e.spare(s, at[len(all)].Minus(gap), w, len(all))
	rows := 0
	for _, p := range spots {
		rows = max(rows, p.row+p.rows)
	}
	heights := make([]float64, rows)
	for i, k := range kids {
		_, width := span(spots[i])
		e.cell(b, k, width.Plus(spread.Times(float64(spots[i].span-1))))
		if spots[i].rows == 1 {
			heights[spots[i].row] = max(heights[spots[i].row], k.Height+k.margin[Top].Px+k.margin[Bottom].Px)
		} else {
			e.doubt(k.Style, "items over several rows of a grid")
		}
	}
	tops, y := make([]float64, rows+1), 0.0
	for i, h := range heights {
		if i > 0 {
			y += lines.Px
		}
		tops[i] = y
		y += h
	}
	for i, k := range kids {
		p := spots[i]
		x, width := span(p)
		x = x.Plus(shift).Plus(spread.Times(float64(p.column)))
		width = width.Plus(spread.Times(float64(p.span - 1)))
		k.Line = p.row + 1
		e.justify(b, k, x, width)
		e.across(b, k, tops[p.row], heights[p.row])
		e.shifted(k, width)
	}
	return y
}

// cell works out the width of an item in its area, and lays out what is in it.
func (e *engine) cell(b, k *Box, area kit.Measure) {
	e.edges(k, area)
	s := k.Style
	w, is := e.declared(k, s.Width, area)
	if !is {
		self := s.JustifySelf
		if self == "auto" || self == "" {
			self = b.Style.JustifyItems
		}
		if w = area.Minus(k.outside()); self != "normal" && self != "stretch" || s.Margin[Left].Kind == Auto || s.Margin[Right].Kind == Auto {
			w = e.fit(k, area)
		}
	}
	k.w = e.clamped(k, w, area)
	if k.w.Px < k.side().Px {
		k.w = k.side()
	}
	e.lay(k)
}

// justify places an item from left to right in its area.
func (e *engine) justify(b, k *Box, x, area kit.Measure) {
	s := k.Style
	self := s.JustifySelf
	if self == "auto" || self == "" {
		self = b.Style.JustifyItems
	}
	spare := area.Minus(k.w).Minus(k.outside())
	k.x = b.pad[Left].Plus(x).Plus(k.margin[Left])
	left, right := s.Margin[Left].Kind == Auto, s.Margin[Right].Kind == Auto
	switch {
	case left && right && spare.Px > 0, !left && !right && self == "center":
		k.x = k.x.Plus(spare.Times(.5))
	case left && spare.Px > 0, !left && !right && (self == "end" || self == "right"):
		k.x = k.x.Plus(spare)
	}
}

// spare gives what is left beside the tracks its place: before them, and between them.
func (e *engine) spare(s *Style, used, w kit.Measure, n int) (before, between kit.Measure) {
	free := w.Minus(used)
	switch s.Justify {
	case "center":
		return free.Times(.5), between
	case "end", "flex-end", "right":
		return free, between
	}
	if free.Px <= 0 {
		return before, between
	}
	switch {
	case s.Justify == "space-between" && n > 1:
		return before, free.Times(1 / float64(n-1))
	case s.Justify == "space-around":
		return free.Times(.5 / float64(n)), free.Times(1 / float64(n))
	case s.Justify == "space-evenly":
		return free.Times(1 / float64(n+1)), free.Times(1 / float64(n+1))
	}
	return before, between
}

// repeated is the tracks of a grid that repeats some as often as they fit.
func (e *engine) repeated(b *Box, gap, w kit.Measure, kids int) []Track {
	s := b.Style
	r := s.repeat
	sum := func(all []Track) (m kit.Measure) {
		for _, t := range all {
			size := t.Max
			if size.Kind != Length || t.Fr > 0 {
				size = t.Min
			}
			m = m.Plus(e.of(size.Amount, w)).Plus(gap)
		}
		return m
	}
	room, one := w.Plus(gap).Minus(sum(s.Tracks)), sum(r.of)
	times := 1
	if one.Px > 0 {
		times = int(max(1, min(math.Floor((room.Px+1e-6)/one.Px), mostTracks/float64(len(r.of)))))
	}
	e.crosses(one.Times(float64(times + 1)).Minus(room))
	e.crosses(one.Times(float64(times)).Minus(room))
	if r.empty && len(s.Tracks) == 0 {
		times = max(1, min(times, (kids+len(r.of)-1)/len(r.of)))
	}
	all := slices.Clone(s.Tracks[:r.at])
	all = append(all, slices.Repeat(r.of, times)...)
	return append(all, s.Tracks[r.at:]...)
}

// placed gives the items of a grid of so many columns their spots, and how many columns there then are.
func (e *engine) placed(kids []*Box, explicit int, dense bool) (spots []spot, columns int) {
	columns = max(1, explicit)
	spots = make([]spot, len(kids))
	fixed := make([]bool, len(kids))
	for i, k := range kids {
		start, end := k.Style.ColumnStart, k.Style.ColumnEnd
		p := spot{column: -1, span: max(1, start.Span, end.Span), row: -1, rows: 1}
		from, to := lineAt(start, explicit), lineAt(end, explicit)
		switch {
		case from != nowhere && to != nowhere:
			if from > to {
				from, to = to, from
			}
			p.column, p.span = from, max(1, to-from)
		case from != nowhere:
			p.column = from
			if end.Span == 0 {
				p.span = 1
			}
		case to != nowhere:
			p.column = to - p.span
			if start.Span == 0 {
				p.column, p.span = to-1, 1
			}
		}
		p.column = max(-1, p.column)
		if r := lineAt(k.Style.RowStart, 0); r != nowhere && r >= 0 {
			p.row = r
		}
		p.rows = max(1, k.Style.RowStart.Span, k.Style.RowEnd.Span)
		fixed[i] = p.column >= 0
		spots[i] = p
		columns = max(columns, p.column+p.span, p.span)
	}
	taken := map[[2]int]bool{}
	free := func(p spot) bool {
		e.budget.Step(1)
		for r := range p.rows {
			for c := range p.span {
				if taken[[2]int{p.row + r, p.column + c}] {
					return false
				}
			}
		}
		return true
	}
	take := func(p spot) {
		e.budget.Step(4 * p.rows * p.span)
		e.budget.Hold(32 * p.rows * p.span)
		for r := range p.rows {
			for c := range p.span {
				taken[[2]int{p.row + r, p.column + c}] = true
			}
		}
	}
	for i := range spots { // those that stand in a row of their own choice come first
		p := &spots[i]
		if p.row < 0 {
			continue
		}
		if !fixed[i] {
			for p.column = 0; !free(*p); p.column++ {
			}
			columns = max(columns, p.column+p.span)
		}
		take(*p)
	}
	row, column := 0, 0
	ahead := map[spot]spot{} // of a dense grid: where the last item of a size, or of a column as well, was put; there is no room before
	for i := range spots {
		p := &spots[i]
		if p.row >= 0 {
			continue
		}
		size := spot{p.column, p.span, -1, p.rows}
		if dense {
			row, column = ahead[size].row, ahead[size].column
			if fixed[i] {
				column = 0
			}
		}
		if fixed[i] {
			if p.column < column {
				row++
			}
			for p.row = row; !free(*p); p.row++ {
			}
			row = p.row
		} else {
			p.row, p.column = row, column
			for p.column+p.span > columns || !free(*p) {
				if p.column++; p.column+p.span > columns {
					p.row, p.column = p.row+1, 0
				}
			}
			row = p.row
		}
		take(*p)
		ahead[size] = *p
		column = p.column + p.span
	}
	return spots, columns
}

const nowhere = math.MinInt32

// lineAt is the place of a line among so many columns, from 0.
func lineAt(l Line, columns int) int {
	switch {
	case l.At > 0:
		return l.At - 1
	case l.At < 0:
		return columns + 1 + l.At
	}
	return nowhere
}

// tracks gives where each column begins, and one gap after the last ends.
func (e *engine) tracks(all []Track, kids []*Box, spots []spot, gap, w kit.Measure) []kit.Measure {
	base, limit := make([]kit.Measure, len(all)), make([]kit.Measure, len(all))
	infinite := make([]bool, len(all))
	total, autos := 0.0, 0
	for i, t := range all {
		e.budget.Step(1 + len(kids)/8)
		if t.Fr > 0 {
			total += t.Fr
		}
		if t.Min.Kind == Length {
			base[i] = e.of(t.Min.Amount, w)
		} else {
			for at, k := range kids { // as its items need
				if spots[at].column != i || spots[at].span != 1 {
					continue
				}
				low, high := e.needs(k)
				if t.Min.Kind == MaxContent {
					low = high
				} else if t.Min.Kind == Auto {
					low = e.minimum(k, low)
				}
				base[i] = e.most(base[i], low)
			}
		}
		switch {
		case t.Fr > 0:
		case t.Max.Kind == Length:
			limit[i] = e.most(e.of(t.Max.Amount, w), base[i])
		default:
			limit[i] = base[i]
			for at, k := range kids {
				if spots[at].column == i && spots[at].span == 1 {
					low, high := e.needs(k)
					if t.Max.Kind == MinContent {
						high = low
					}
					limit[i] = e.most(limit[i], high)
				}
			}
			if infinite[i] = t.Max.Kind == Auto; infinite[i] {
				autos++
			}
		}
	}
	gaps := gap.Times(float64(len(all) - 1))
	left := w.Minus(gaps)
	for i := range all {
		left = left.Minus(base[i])
	}
	e.grow(all, base, limit, &left)
	if total > 0 {
		e.fractions(all, base, total, w.Minus(gaps))
	} else if autos > 0 && left.Px > 0 {
		for i := range all {
			if infinite[i] {
				base[i] = base[i].Plus(left.Times(1 / float64(autos)))
			}
		}
	}
	at := make([]kit.Measure, len(all)+1)
	for i := range all {
		at[i+1] = at[i].Plus(base[i]).Plus(gap)
	}
	for i := range at {
		at[i].Px = kit.Floor64(at[i].Px)
	}
	return at
}

// minimum is what an item whose margin box needs so much asks of an automatic track at least.
func (e *engine) minimum(k *Box, low kit.Measure) kit.Measure {
	s := k.Style
	if s.MinWidth.Kind != Length && (!s.Clips || s.Width.Kind != Auto) {
		return low
	}
	low, high := e.intrinsicOf(k, &Size{Length, css.Amount{Length: true}}, &s.MinWidth, &s.MaxWidth)
	low, _ = e.outer(k, low, high)
	return low
}

// grow gives tracks that are not fractions what is left, up to their limits, all alike.
func (e *engine) grow(all []Track, base, limit []kit.Measure, left *kit.Measure) {
	for range len(all) {
		e.budget.Step(len(all) / 2)
		n := 0
		for i, t := range all {
			if t.Fr == 0 && limit[i].Px > base[i].Px+1e-9 {
				n++
			}
		}
		if n == 0 || left.Px <= 1e-9 {
			return
		}
		share := left.Times(1 / float64(n))
		for i, t := range all {
			if t.Fr == 0 && limit[i].Px > base[i].Px+1e-9 {
				more := e.least(limit[i].Minus(base[i]), share)
				base[i], *left = base[i].Plus(more), left.Minus(more)
			}
		}
	}
}

// fractions divides what is left among the tracks that are fractions of it.
func (e *engine) fractions(all []Track, base []kit.Measure, total float64, w kit.Measure) {
	fixed := make([]bool, len(all))
	for range len(all) + 1 {
		e.budget.Step(len(all) / 2)
		left, sum := w, 0.0
		for i, t := range all {
			if t.Fr > 0 && !fixed[i] {
				sum += t.Fr
			} else {
				left = left.Minus(base[i])
			}
		}
		one := left.Times(1 / max(1, sum)).AtLeastZero()
		again := false
		for i, t := range all {
			if t.Fr > 0 && !fixed[i] {
				e.crosses(base[i].Minus(one.Times(t.Fr)))
				if base[i].Px > one.Px*t.Fr {
					fixed[i], again = true, true
				}
			}
		}
		if !again {
			for i, t := range all {
				if t.Fr > 0 && !fixed[i] {
					base[i] = kit.Measure{Px: float64(float32(one.Px*t.Fr*64)) / 64, Per: one.Per * t.Fr} // as Chromium counts
				}
			}
			return
		}
	}
}
