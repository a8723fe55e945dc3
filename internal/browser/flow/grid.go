package flow

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/measure"
)

// A spot is where an item of a grid stands: from column on over so many, in a row.
type spot struct{ column, span, row, rows int }

// grid lays out a grid (CSS Grid Layout Level 2) and gives its height.
func (e *engine) grid(b *Box) float64 {
	s, w := b.Style, b.content()
	e.ratioed(b)
	gap := e.gap(s.GapX, w)
	children := e.items(b)
	times := 1
	if s.Columns.repeat != nil {
		times = e.times(b, gap, w, len(children))
	}
	all := s.Columns.expanded(times)
	if strings.HasPrefix(s.AutoFlow, "column") {
		e.doubt(s, "a grid that fills its columns first")
	}
	across, down := s.axes(times)
	spots, columns := e.placed(children, across, down, strings.Contains(s.AutoFlow, "dense"))
	e.budget.Step(columns)
	e.budget.Hold(columns * amountSize)
	all = s.Columns.filled(all, columns)
	at := e.tracks(all, children, spots, gap, w, s.Justify == "normal" || s.Justify == "stretch")
	span := func(p spot) (x, width measure.Measure) {
		x = at[p.column]
		return x, at[p.column+p.span].Minus(gap).Minus(x)
	}
	shift, between := e.spare(s, at[len(all)].Minus(gap), w, len(all))
	for i, k := range children {
		_, width := span(spots[i])
		k.within = extent{}
		e.cell(b, k, width.Plus(between.Times(float64(spots[i].span-1))))
	}
	tops, height := e.rows(b, children, spots)
	for i, k := range children {
		p := spots[i]
		x, width := span(p)
		x = x.Plus(shift).Plus(between.Times(float64(p.column)))
		width = width.Plus(between.Times(float64(p.span - 1)))
		k.Line = p.row + 1
		top, bottom := tops[p.row].from, tops[p.row+p.rows-1].to
		if partial(k.Style) {
			k.within = extent{bottom - top, true}
			e.lay(k)
		}
		e.justify(b, k, x, width)
		e.across(b, k, top, bottom-top)
		e.shifted(k, width)
	}
	return height
}

// cell works out the width of an item in its area, and lays out what is in it.
func (e *engine) cell(b, k *Box, area measure.Measure) {
	e.edges(k, area)
	e.ratioed(k)
	s := k.Style
	w, is := e.declared(k, s.Width, area)
	if !is {
		self := s.JustifySelf
		if self == "auto" || self == "" {
			self = b.Style.JustifyItems
		}
		if w = area.Minus(k.outside()); self != "normal" && self != "stretch" || s.Margin[Left].Kind == Auto ||
			s.Margin[Right].Kind == Auto {
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
func (e *engine) justify(b, k *Box, x, area measure.Measure) {
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
func (e *engine) spare(s *Style, used, w measure.Measure, n int) (before, between measure.Measure) {
	free, word := w.Minus(used), justified(s.Justify, false)
	if free.Px <= 0 {
		first, _ := spread(word, -1, n)
		return free.Times(-first), between
	}
	first, each := spread(word, 1, n)
	return free.Times(first), free.Times(each)
}

// times is how often a grid repeats the columns that are repeated as often as they fit.
func (e *engine) times(b *Box, gap, w measure.Measure, children int) int {
	t := &b.Style.Columns
	r := t.repeat
	sum := func(all []Track) (m measure.Measure) {
		for _, t := range all {
			size := t.Max
			if size.Kind != Length || t.Fr > 0 {
				size = t.Min
			}
			m = m.Plus(e.of(size.Amount, w)).Plus(gap)
		}
		return m
	}
	room, one := w.Plus(gap).Minus(sum(t.Tracks)), sum(r.of)
	times := 1
	if one.Px > 0 {
		times = int(max(1, min(math.Floor((room.Px+1e-6)/one.Px), mostTracks/float64(len(r.of)))))
	}
	e.crosses(one.Times(float64(times + 1)).Minus(room))
	e.crosses(one.Times(float64(times)).Minus(room))
	if r.empty && len(t.Tracks) == 0 {
		times = max(1, min(times, (children+len(r.of)-1)/len(r.of)))
	}
	return times
}

// expanded is the tracks where those that are repeated as often as they fit fit so often.
func (t *Template) expanded(times int) []Track {
	r := t.repeat
	if r == nil {
		return slices.Clone(t.Tracks)
	}
	all := slices.Clone(t.Tracks[:r.at])
	all = append(all, slices.Repeat(r.of, times)...)
	return append(all, t.Tracks[r.at:]...)
}

// filled is tracks with so many of those that come after them that there are n.
func (t *Template) filled(all []Track, n int) []Track {
	own := len(all)
	for len(all) < n {
		one := Track{}
		if len(t.Implicit) > 0 {
			one = t.Implicit[(len(all)-own)%len(t.Implicit)]
		}
		all = append(all, one)
	}
	return all
}

// lines are the lines of a grid along one axis by their names, from 0.
func (s *Style) lines(t *Template, times int, of func(area) (from, to int)) map[string][]int {
	if len(t.names) == 0 && t.repeat == nil && len(s.areas) == 0 {
		return nil
	}
	all := map[string][]int{}
	for _, n := range t.names {
		if n.after {
			n.at += times * len(t.repeat.of)
		}
		all[n.name] = append(all[n.name], n.at)
	}
	if r := t.repeat; r != nil {
		for time := range times {
			for _, n := range r.names {
				all[n.name] = append(all[n.name], r.at+time*len(r.of)+n.at)
			}
		}
	}
	for name, a := range s.areas {
		from, to := of(a)
		all[name+"-start"], all[name+"-end"] = append(all[name+"-start"], from), append(all[name+"-end"], to)
	}
	for name := range all {
		slices.Sort(all[name])
		all[name] = slices.Compact(all[name])
	}
	return all
}

// An axis is how many tracks a grid itself has along one, and its lines there by their names.
type axis struct {
	explicit int
	lines    map[string][]int
}

// axes are both of a grid whose columns that are repeated as often as they fit fit so often.
func (s *Style) axes(times int) (across, down axis) {
	across = axis{max(len(s.Columns.expanded(times)), s.Columns.areas),
		s.lines(&s.Columns, times, func(a area) (int, int) { return a.column, a.right })}
	down = axis{max(len(s.Rows.expanded(1)), s.Rows.areas),
		s.lines(&s.Rows, 1, func(a area) (int, int) { return a.row, a.down })}
	return across, down
}

const nowhere = math.MinInt32

// line is the place of a line, from 0; side says which lines of an area count: those where it starts, or ends.
func (a axis) line(l Line, side string) int {
	switch {
	case l.Span > 0:
		return nowhere
	case l.Name == "" && l.At > 0:
		return l.At - 1
	case l.Name == "" && l.At < 0:
		return a.explicit + 1 + l.At
	case l.Name == "":
		return nowhere
	}
	all, n := a.lines[l.Name], l.At
	if n == 0 {
		if of := a.lines[l.Name+side]; len(of) > 0 {
			return of[0]
		}
		n = 1
	}
	switch {
	case n > len(all): // all lines after the grid's own have every name
		return a.explicit + n - len(all)
	case n > 0:
		return all[n-1]
	case -n > len(all):
		return nowhere
	}
	return all[len(all)+n]
}

// span is where an item begins along the axis, −1 where nothing says it, and over how many tracks it goes.
func (a axis) span(start, end Line) (at, span int) {
	from, to := a.line(start, "-start"), a.line(end, "-end")
	span = max(1, start.Span, end.Span)
	switch {
	case from != nowhere && to != nowhere:
		if from > to {
			from, to = to, from
		}
		at, span = from, max(1, to-from)
	case from != nowhere:
		if at = from; end.Span == 0 {
			span = 1
		} else if end.Name != "" {
			span = a.next(end, from, 1)
		}
	case to != nowhere:
		if start.Span == 0 {
			span = 1
		} else if start.Name != "" {
			span = a.next(start, to, -1)
		}
		at = to - span
	default:
		if start.Name != "" || end.Name != "" {
			span = 1
		}
		return -1, span
	}
	return max(0, at), span
}

// next is how many tracks there are from a line up to another of a name, the n-th in a direction.
func (a axis) next(l Line, from, step int) int {
	all, n := slices.Clone(a.lines[l.Name]), l.Span
	if step < 0 {
		slices.Reverse(all)
	}
	for _, at := range all {
		if (at-from)*step > 0 {
			if n--; n == 0 {
				return (at - from) * step
			}
		}
	}
	return max(1, (a.explicit-from)*step+n)
}

// placed gives the items of a grid their spots, and how many columns there then are.
func (e *engine) placed(children []*Box, across, down axis, dense bool) (spots []spot, columns int) {
	columns = max(1, across.explicit)
	spots = make([]spot, len(children))
	fixed := make([]bool, len(children))
	for i, k := range children {
		p := &spots[i]
		p.column, p.span = across.span(k.Style.ColumnStart, k.Style.ColumnEnd)
		p.row, p.rows = down.span(k.Style.RowStart, k.Style.RowEnd)
		fixed[i] = p.column >= 0
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
	for i := range spots { // those whose place is said come first, then those in a row of their own choice
		if spots[i].row >= 0 && fixed[i] {
			take(spots[i])
		}
	}
	for i := range spots {
		p := &spots[i]
		if p.row < 0 || fixed[i] {
			continue
		}
		for p.column = 0; !free(*p); p.column++ {
		}
		columns = max(columns, p.column+p.span)
		take(*p)
	}
	row, column := 0, 0
	// of a dense grid: where the last item of a size, or of a column as well, was put; there is no room before
	ahead := map[spot]spot{}
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

// tracks gives where each column begins, and one gap after the last ends. Where they stretch, what is left over goes to
// those whose width is automatic.
func (e *engine) tracks(all []Track, children []*Box, spots []spot, gap, w measure.Measure,
	stretch bool) []measure.Measure {
	base, limit := make([]measure.Measure, len(all)), make([]measure.Measure, len(all))
	infinite := make([]bool, len(all))
	total, autos := 0.0, 0
	for i, t := range all {
		e.budget.Step(1 + len(children)/8)
		if t.Fr > 0 {
			total += t.Fr
		}
		if t.Min.Kind == Length {
			base[i] = e.of(t.Min.Amount, w)
		} else {
			for at, k := range children { // as its items need
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
			for at, k := range children {
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
	e.spanning(all, base, limit, children, spots, gap)
	gaps := gap.Times(float64(len(all) - 1))
	left := w.Minus(gaps)
	for i := range all {
		left = left.Minus(base[i])
	}
	e.grow(all, base, limit, &left)
	if total > 0 {
		e.fractions(all, base, total, w.Minus(gaps))
	} else if stretch && autos > 0 && left.Px > 0 {
		for i := range all {
			if infinite[i] {
				base[i] = base[i].Plus(left.Times(1 / float64(autos)))
			}
		}
	}
	at := make([]measure.Measure, len(all)+1)
	for i := range all {
		at[i+1] = at[i].Plus(base[i]).Plus(gap)
	}
	for i := range at {
		at[i].Px = measure.Floor64(at[i].Px)
	}
	return at
}

// spanning widens tracks that go by their content to what items over several of them need. An item over a track that is
// a fraction needs nothing (CSS Grid Layout Level 2, section 6.6).
func (e *engine) spanning(all []Track, base, limit []measure.Measure, children []*Box, spots []spot,
	gap measure.Measure) {
	limited := make([]bool, len(all))
	for _, p := range spots {
		if p.span == 1 {
			limited[p.column] = true
		}
	}
	for at, k := range children {
		p := spots[at]
		over := all[p.column : p.column+p.span]
		if p.span < 2 || slices.ContainsFunc(over, func(t Track) bool { return t.Fr > 0 }) {
			continue
		}
		n := 0
		for _, t := range over {
			if t.Min.Kind != Length {
				n++
			}
		}
		if n == 0 {
			continue
		}
		low, high := e.needs(k)
		low = e.minimum(k, low)
		open := 0 // tracks that no item has given a limit yet take all there is
		for i, t := range over {
			if t.Min.Kind != Length && !limited[p.column+i] {
				open++
			}
		}
		widen := func(of []measure.Measure, need measure.Measure) {
			need = need.Minus(gap.Times(float64(p.span - 1)))
			for i := range over {
				need = need.Minus(of[p.column+i])
			}
			if need.Px <= 0 {
				return
			}
			for i, t := range over {
				if t.Min.Kind != Length && (open == 0 || !limited[p.column+i]) {
					of[p.column+i] = of[p.column+i].Plus(need.Times(1 / float64(cmp.Or(open, n))))
				}
			}
		}
		widen(base, low)
		for i := range over {
			limit[p.column+i] = e.most(limit[p.column+i], base[p.column+i])
		}
		widen(limit, high)
		for i := range over {
			limited[p.column+i] = true
		}
	}
}

// minimum is what an item whose margin box needs so much asks of an automatic track at least.
func (e *engine) minimum(k *Box, low measure.Measure) measure.Measure {
	s := k.Style
	if s.MinWidth.Kind != Length && (!s.Clips || s.Width.Kind != Auto) {
		return low
	}
	low, high := e.intrinsicOf(k, &Size{Length, css.Amount{Length: true}}, &s.MinWidth, &s.MaxWidth)
	low, _ = e.outer(k, low, high)
	return low
}

// grow gives tracks that are not fractions what is left, up to their limits, all alike.
func (e *engine) grow(all []Track, base, limit []measure.Measure, left *measure.Measure) {
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
func (e *engine) fractions(all []Track, base []measure.Measure, total float64, w measure.Measure) {
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
					// as Chromium counts
					base[i] = measure.Measure{Px: float64(float32(one.Px*t.Fr*64)) / 64, Per: one.Per * t.Fr}
				}
			}
			return
		}
	}
}
