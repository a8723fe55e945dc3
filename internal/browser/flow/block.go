package flow

import (
	"slices"

	"kitrows/internal/browser/measure"
)

// A strut is margins that collapse: the most of those over 0 and of those under it.
type strut struct{ over, under float64 }

func (s strut) with(margin float64) strut {
	if margin < 0 {
		return strut{s.over, max(s.under, -margin)}
	}
	return strut{max(s.over, margin), s.under}
}

func (s strut) and(o strut) strut { return strut{max(s.over, o.over), max(s.under, o.under)} }

func (s strut) sum() float64 { return s.over - s.under }

// floats are those of one context, by their margin boxes.
type floats struct {
	all  []float
	last float64 // no float stands higher than those before it
}

type float struct {
	right       bool
	x, w        measure.Measure
	top, bottom float64
}

// bottom is where the floats of a side end.
func (f *floats) bottom(side string) float64 {
	y := -1e9
	for _, one := range f.all {
		if side == "both" || one.right == (side == "right") {
			y = max(y, one.bottom)
		}
	}
	return y
}

// ends is where the first float ends below y.
func (f *floats) ends(y float64) float64 {
	next := 1e18
	for _, one := range f.all {
		if one.bottom > y {
			next = min(next, one.bottom)
		}
	}
	return next
}

// room is where there is room between floats from y down to another height, from left on up to right; next is where
// there may be more.
func (e *engine) room(f *floats, y, down float64, left, right measure.Measure) (from, to measure.Measure,
	next float64) {
	next = 1e18
	e.budget.Step(len(f.all) / 4)
	for _, one := range f.all {
		if one.top > y && one.top >= down || one.bottom <= y || one.w.Px <= 0 {
			continue
		}
		next = min(next, one.bottom)
		if one.right && one.x.Px < right.Px {
			right = one.x
		} else if end := one.x.Plus(one.w); !one.right && end.Px > left.Px {
			left = end
		}
	}
	return left, right, next
}

// place finds the place of a box w wide, no higher than y, between left and right.
func (e *engine) place(f *floats, y float64, w, left, right measure.Measure) (from, to measure.Measure, at float64,
	dropped bool) {
	for {
		from, to, next := e.room(f, y, y, left, right)
		over := w.Minus(to.Minus(from).AtLeastZero()) // where floats stand over there is room for what has no width
		alone := from == left && to == right
		if !alone {
			e.crosses(over)
		}
		if alone || over.Px <= 0 || next > 1e17 {
			return from, to, y, dropped
		}
		y, dropped = next, true
	}
}

// beside finds the place of a block that floats do not enter, no higher than y, in a content box that begins at x and
// is w wide: where it has room between floats. Its margins count from that box, not from the floats. One whose width is
// auto is as wide as the room.
func (e *engine) beside(f *floats, k *Box, x, w measure.Measure, y float64) (left measure.Measure, at float64) {
	_, byRatio := k.byRatio()
	auto := k.Style.Width.Kind == Auto && k.Style.Display != Table && !byRatio
	alone, need := k.w, k.w
	if auto {
		need = e.clamped(k, k.side(), w)
	}
	for {
		from, to, next := e.room(f, y, y, x, x.Plus(w))
		for down := y; ; { // floats that begin further down take of the room as well
			free := from == x && to == x.Plus(w)
			left = x.Plus(k.margin[Left])
			if k.w = alone; !free {
				left = e.most(from, left)
				room := e.least(to, x.Plus(w).Minus(k.margin[Right])).Minus(left).AtLeastZero()
				over := need.Minus(room)
				if e.crosses(over); over.Px > 0 && next < 1e17 {
					break
				}
				if auto {
					k.w = e.clamped(k, e.most(room, k.side()), w)
				}
			}
			if !slices.ContainsFunc(f.all, func(one float) bool { return one.top > down }) {
				return left, y
			}
			e.inside(k, f, x, y)
			if y+k.Height <= down {
				return left, y
			}
			down = y + k.Height
			low, high, _ := e.room(f, y, down, x, x.Plus(w))
			if low == from && high == to {
				return left, y
			}
			from, to = low, high
			next = min(next, f.ends(y))
		}
		y = next
	}
}

// blocks lays out what stands in a block, whose content box begins at x and y in a context of floats.
// It gives the height of its content, and the margins that are left at its end.
func (e *engine) blocks(b *Box, f *floats, x measure.Measure, y float64) (height float64, end strut) {
	w := b.content()
	atTop := !b.root() && b.pad[Top].Px == 0 // the margins of what comes first are the box's
	at, line, lines := 0.0, 1, 0
	for i := 0; i < len(b.Children); i++ {
		k := b.Children[i]
		switch {
		case k.Style.Display == None:
			e.inside(k, f, x, y)
		case out(k):
			e.doubt(k.Style, "a position that is "+k.Style.Position)
			e.size(k, w)
			e.inside(k, f, x, y)
			k.x, k.y = b.pad[Left].Plus(k.margin[Left]), b.pad[Top].Px+at+end.sum()
		case k.Style.Float != "":
			if i > 0 && inline(b.Children[i-1]) {
				e.doubt(b.Style, "a float in a line")
			}
			line = e.float(b, k, f, x, y, at+end.sum(), line)
		case inline(k):
			last := i + 1
			for last < len(b.Children) && (inline(b.Children[last]) || out(b.Children[last])) {
				last++
			}
			at += end.sum()
			high := e.known(b, lines, b.Children[i:last], f, x, y+at)
			lines++
			for _, on := range b.Children[i:last] {
				if on.Style.Display != None {
					on.y += at
				}
			}
			at, end, atTop = at+high, strut{}, false
			i = last - 1
		default:
			at, end, atTop = e.block(b, k, f, x, y, at, end, atTop)
			line = 1
		}
	}
	return at, end
}

// known lays out the lines of that number in b, and gives their height: that which is known of them, where it is. Where
// in them boxes stand is then in doubt, and moves nothing else.
func (e *engine) known(b *Box, number int, on []*Box, f *floats, x measure.Measure, y float64) float64 {
	doubts := len(e.doubts)
	high := e.lines(b, on, f, x, y)
	for _, k := range on {
		k.Lined = false
	}
	if b.known == nil {
		return high
	}
	lines := b.known(number)
	if lines == nil {
		return high
	}
	if is := lines.High(b.content().Px); lines.Estimate == "" {
		for _, d := range e.doubts[doubts:] {
			delete(e.seen, d.Style)
			delete(e.told, d.Style)
		}
		e.doubts = e.doubts[:doubts]
		for _, k := range on {
			k.Lined = true
		}
		return is
	}
	return high
}

// block lays out a block in b and gives where it ends, the margins there, and whether all
// margins so far are those at the top of b.
func (e *engine) block(b, k *Box, f *floats, x measure.Measure, y, at float64, end strut, atTop bool) (float64, strut,
	bool) {
	w := b.content()
	e.size(k, w)
	e.floats = len(f.all) > 0
	total := end.and(e.top(k, w))
	top := at + total.sum()
	if atTop {
		top = at
	}
	cleared := false
	if k.Style.Clear != "" {
		if clear := f.bottom(k.Style.Clear) - y; clear > top {
			top, cleared = clear, true
		}
	}
	left := k.margin[Left]
	if k.root() && len(f.all) > 0 {
		if k.Style.Width.Kind == Auto && k.selfed() != "" || k.margin[Top].Px < 0 {
			e.doubt(b.Style, "a block beside floats that is aligned or has a negative margin above")
		}
		var from measure.Measure
		from, top = e.beside(f, k, x, w, y+top)
		left, top = from.Minus(x), top-y
	}
	k.x, k.y = b.pad[Left].Plus(left), b.pad[Top].Px+top
	e.inside(k, f, x.Plus(left), y+top)
	through := e.through(k)
	e.shifted(k, w)
	switch {
	case through && cleared:
		return top, k.after, false
	case through:
		all := total.and(k.after)
		if atTop {
			return at, strut{}, true
		}
		return at, all, false
	}
	return top + k.Height, k.after, false
}

// float lays out a float in b, where what comes before it ends at at, and gives the line it is on.
func (e *engine) float(b, k *Box, f *floats, x measure.Measure, y, at float64, line int) int {
	w := b.content()
	e.size(k, w)
	e.inside(k, f, x, y)
	top := y + at
	if len(f.all) > 0 {
		top = max(top, f.last)
	}
	if k.Style.Clear != "" {
		top = max(top, f.bottom(k.Style.Clear))
	}
	need := k.w.Plus(k.outside())
	from, to, place, dropped := e.place(f, top, need, x, x.Plus(w))
	if (dropped || place > y+at && k.Style.Clear != "") && len(f.all) > 0 {
		line++
	}
	k.Line = line
	if k.Style.Float == "right" {
		from = to.Minus(need)
	}
	f.last = place
	f.all = append(f.all, float{k.Style.Float == "right", from, need, place,
		place + k.margin[Top].Px + k.Height + k.margin[Bottom].Px})
	k.x = b.pad[Left].Plus(from).Minus(x).Plus(k.margin[Left])
	k.y = b.pad[Top].Px + place - y + k.margin[Top].Px
	e.shifted(k, w)
	return line
}

// top is the margins that collapse at the top of a block in a containing block so wide.
func (e *engine) top(b *Box, of measure.Measure) strut {
	s := strut{}.with(b.margin[Top].Px)
	if b.root() || b.pad[Top].Px > 0 || b.Leaf != nil {
		return s
	}
	e.budget.Step(4)
	w := b.content()
	floated := false
	for _, k := range b.Children {
		switch {
		case out(k):
			continue
		case k.Style.Float != "":
			floated = true
			continue
		case inline(k), (floated || e.floats) && k.Style.Clear != "":
			return s
		}
		e.size(k, w)
		s = s.and(e.top(k, w))
		if !e.through(k) {
			return s
		}
		s = s.with(k.margin[Bottom].Px)
	}
	return s
}

// passing is whether a block's margins at its top and bottom are one, once it is known.
type passing uint8

const (
	unknown passing = iota
	passes
	holds
)

// through reports whether a block's margins at its top and bottom are one.
func (e *engine) through(b *Box) bool {
	if b.passes == unknown {
		if b.passes = holds; e.passes(b) {
			b.passes = passes
		}
	}
	return b.passes == passes
}

func (e *engine) passes(b *Box) bool {
	s := b.Style
	if b.root() || b.pad[Top].Px > 0 || b.pad[Bottom].Px > 0 || b.Leaf != nil || s.Ratio > 0 {
		return false
	}
	for _, z := range []Size{s.Height, s.MinHeight} {
		if px, is := b.size(z); is && px > 0 {
			return false
		}
	}
	floated := false
	e.budget.Step(4)
	for _, k := range b.Children {
		switch {
		case out(k):
		case k.Style.Float != "":
			floated = true
		case inline(k) || floated && k.Style.Clear != "" || !e.through(k):
			return false
		}
	}
	return true
}
