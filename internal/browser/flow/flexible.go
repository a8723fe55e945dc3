package flow

import (
	"math"
	"slices"
	"strings"

	"kitrows/internal/browser/measure"
)

// An item is a flexible box, by what its size comes from along the line that it stands in.
type item struct {
	*Box
	base, hypothetical, low measure.Measure // of its border box
	high                    measure.Measure // the most that it may be, if it is limited
	limited                 bool
	pad, outside            measure.Measure // its padding with its border, and its margins
	used                    measure.Measure
	frozen                  bool
}

// flexible lays out flexible boxes (CSS Flexible Box Layout Level 1) and gives their height.
func (e *engine) flexible(b *Box) float64 {
	s := b.Style
	e.ratioed(b)
	children := e.items(b)
	if strings.HasPrefix(s.Direction, "column") {
		return e.stacked(b, children)
	}
	w := b.content()
	gap, lines := e.gap(s.GapX, w), e.gap(s.GapY, w)
	items := make([]item, len(children))
	for i, k := range children {
		items[i] = e.item(k, w)
	}
	var runs [][]item
	from := 0
	var used measure.Measure
	for i := range items {
		need := items[i].hypothetical.Plus(items[i].outside)
		if i > from {
			over := used.Plus(gap).Plus(need).Minus(w)
			if s.Wrap != "nowrap" {
				if e.crosses(over); over.Px > 0 {
					runs = append(runs, items[from:i])
					from, used = i, measure.Measure{}
				}
			}
			if i > from {
				used = used.Plus(gap)
			}
		}
		used = used.Plus(need)
	}
	if from < len(items) {
		runs = append(runs, items[from:])
	}
	heights, height := make([]float64, len(runs)), 0.0
	for i, run := range runs {
		e.flex(run, w, gap)
		for _, it := range run {
			it.w = it.used
			e.lay(it.Box)
			it.Line = i + 1
			heights[i] = max(heights[i], it.Height+it.margin[Top].Px+it.margin[Bottom].Px)
		}
		if i > 0 {
			height += lines.Px
		}
		height += heights[i]
	}
	inner := e.high(b, height) - b.pad[Top].Px - b.pad[Bottom].Px
	at, between := 0.0, 0.0
	switch n := float64(len(runs)); {
	case n == 0:
	case s.Wrap == "nowrap":
		heights[0] = inner
	case s.Lines == "normal" || s.Lines == "stretch":
		for i := range heights {
			heights[i] += max(0, inner-height) / n
		}
	default:
		word := s.Lines
		if s.Wrap == "wrap-reverse" { // the start of the box is where its lines end
			word = opposite(word)
		}
		at, between = spread(word, inner-height, len(runs))
	}
	for i, run := range runs {
		y := at
		if s.Wrap == "wrap-reverse" {
			y = inner - at - heights[i]
		}
		e.lineUp(b, run, w, gap, y, heights[i])
		at += heights[i] + lines.Px + between
	}
	return height
}

// items are what stands in flexible boxes or a grid, in their order; what takes no part in it is laid out
// at its corner.
func (e *engine) items(b *Box) []*Box {
	children := make([]*Box, 0, len(b.Children))
	for _, k := range b.Children {
		switch {
		case k.Style.Display == None:
			e.inside(k, nil, measure.Measure{}, 0)
		case out(k):
			e.doubt(k.Style, "a position that is "+k.Style.Position)
			e.size(k, b.content())
			e.inside(k, nil, measure.Measure{}, 0)
			k.x, k.y = b.pad[Left].Plus(k.margin[Left]), b.pad[Top].Px+k.margin[Top].Px
		default:
			children = append(children, k)
		}
	}
	slices.SortStableFunc(children, func(a, c *Box) int { return a.Style.Order - c.Style.Order })
	return children
}

// item works out how wide a flexible box would be by itself.
func (e *engine) item(k *Box, w measure.Measure) item {
	s := k.Style
	e.edges(k, w)
	basis := s.Basis
	if basis.Kind == Auto {
		basis = s.Width
	}
	it := item{Box: k, pad: k.side(), outside: k.outside()}
	e.ratioed(k)
	var is bool
	if it.base, is = e.declared(k, basis, w); !is {
		_, it.base = e.intrinsicOf(k, &automatic, &automatic, &automatic)
		it.base = it.base.Plus(e.parts(k))
	}
	least, fixed := e.declared(k, s.MinWidth, w)
	if !fixed && !s.Clips { // the automatic least width
		least, _ = e.intrinsicOf(k, &automatic, &automatic, &automatic)
		least = least.Plus(e.parts(k))
		if stated, is := e.declared(k, s.Width, w); is {
			least = e.least(least, stated)
		}
		if most, is := e.declared(k, s.MaxWidth, w); is {
			least = e.least(least, most)
		}
	}
	it.low = e.most(least, k.side())
	it.hypothetical = it.base
	if it.high, it.limited = e.declared(k, s.MaxWidth, w); it.limited {
		it.hypothetical = e.least(it.hypothetical, it.high)
	}
	it.hypothetical = e.most(it.hypothetical, it.low)
	return it
}

// ratioed doubts a ratio of width and height among flexible boxes and in grids.
func (e *engine) ratioed(k *Box) {
	if s := k.Style; s.Ratio > 0 && (s.Width.Kind != Length || s.Height.Kind != Length) {
		e.doubt(s, "a ratio of width and height among flexible boxes")
	}
}

// flex gives the boxes of a line their sizes along it.
func (e *engine) flex(run []item, w, gap measure.Measure) {
	gaps := gap.Times(float64(len(run) - 1))
	sum := gaps
	for i := range run {
		sum = sum.Plus(run[i].hypothetical).Plus(run[i].outside)
	}
	grows := sum.Px < w.Px
	e.crosses(sum.Minus(w))
	factor := func(it *item) float64 {
		if grows {
			return it.Style.Grow
		}
		return it.Style.Shrink * max(0, it.base.Px-it.pad.Px)
	}
	for i := range run {
		it := &run[i]
		bare := it.Style.Grow
		if !grows {
			bare = it.Style.Shrink
		}
		it.used, it.frozen = it.hypothetical, bare == 0 || grows && it.base.Px > it.hypothetical.Px ||
			!grows && it.base.Px < it.hypothetical.Px
	}
	free := func() (left measure.Measure, factors, bare float64) {
		left = w.Minus(gaps)
		for i := range run {
			it := &run[i]
			size := it.base
			if it.frozen {
				size = it.used
			} else {
				factors += factor(it)
				if bare += it.Style.Grow; !grows {
					bare += it.Style.Shrink - it.Style.Grow
				}
			}
			left = left.Minus(size).Minus(it.outside)
		}
		return left, factors, bare
	}
	initial, _, _ := free()
	for range len(run) + 1 {
		e.budget.Step(len(run) * 4)
		left, factors, bare := free()
		if bare == 0 {
			return
		}
		if bare < 1 && math.Abs(initial.Px*bare) < math.Abs(left.Px) {
			left = initial.Times(bare)
		}
		var violation float64
		type tried struct {
			at  int
			off float64
		}
		var all []tried
		for i := range run {
			it := &run[i]
			if it.frozen {
				continue
			}
			it.used = it.base
			if factors > 0 {
				it.used = it.base.Plus(left.Times(factor(it) / factors))
				it.used.Px = math.Round(it.used.Px*64) / 64
			}
			kept := it.used
			if it.limited {
				kept = e.least(kept, it.high)
			}
			kept = e.most(kept, it.low)
			off := kept.Px - it.used.Px
			it.used = kept
			violation += off
			all = append(all, tried{i, off})
		}
		done := true
		for _, t := range all {
			if math.Abs(violation) < 1e-9 || violation > 0 && t.off > 0 || violation < 0 && t.off < 0 {
				run[t.at].frozen = true
			} else {
				done = false
			}
		}
		if done {
			return
		}
	}
}

// lineUp places the boxes of a line that is so high.
func (e *engine) lineUp(b *Box, run []item, w, gap measure.Measure, y, height float64) {
	s := b.Style
	free := w.Minus(gap.Times(float64(len(run) - 1)))
	autos := 0
	for _, it := range run {
		free = free.Minus(it.w).Minus(it.outside)
		for _, side := range []int{Left, Right} {
			if it.Style.Margin[side].Kind == Auto {
				autos++
			}
		}
	}
	start, reverse := Left, s.Direction == "row-reverse"
	if reverse {
		start = Right
	}
	var x, between measure.Measure
	if autos == 0 || free.Px <= 0 {
		before, each := spread(justified(s.Justify, reverse), 1, len(run))
		if free.Px <= 0 {
			before, each = spread(justified(s.Justify, reverse), -1, len(run))
			before = -before
		}
		x, between = free.Times(before), free.Times(each)
	}
	for _, it := range run {
		for _, side := range []int{Left, Right} {
			if it.Style.Margin[side].Kind == Auto && free.Px > 0 {
				it.margin[side] = free.Times(1 / float64(autos))
			}
		}
		it.x = x.Plus(it.margin[start])
		x = x.Plus(it.w).Plus(it.Box.outside()).Plus(gap).Plus(between)
		if reverse {
			it.x = w.Minus(it.x).Minus(it.w)
		}
		it.x = it.x.Plus(b.pad[Left])
		e.across(b, it.Box, y, height)
		e.shifted(it.Box, w)
	}
}

// justified is a word for where boxes stand along their line, as one that goes by the line's own start; which is at the
// right of a line that is reversed.
func justified(word string, reverse bool) string {
	switch {
	case word == "left", word == "start":
		word = "start"
	case word == "right", word == "end":
		word = "end"
	default:
		return word
	}
	if reverse {
		return opposite(word)
	}
	return word
}

// opposite is end for start and start for end, and any other word itself.
func opposite(word string) string {
	switch word {
	case "start":
		return "end"
	case "end":
		return "start"
	}
	return word
}

// across places a flexible box, or an item of a grid, from top to bottom in so much height from y on.
func (e *engine) across(b, k *Box, y, height float64) {
	self := k.Style.Self
	if self == "auto" || self == "" {
		self = b.Style.Items
	}
	reverse := b.Style.Wrap == "wrap-reverse" && b.Style.Display != Grid && b.Style.Display != InlineGrid
	top, bottom := k.margin[Top].Px, k.margin[Bottom].Px
	autoTop, autoBottom := k.Style.Margin[Top].Kind == Auto, k.Style.Margin[Bottom].Kind == Auto
	stretches := (self == "normal" && (k.Leaf == nil || !k.Leaf.Replaced) || self == "stretch") &&
		k.Style.Height.Kind == Auto && !autoTop && !autoBottom
	var forced extent
	if stretches {
		forced = extent{k.limited(max(height-top-bottom, k.pad[Top].Px+k.pad[Bottom].Px)), true}
	}
	e.settle(k, forced)
	spare := height - k.Height - top - bottom
	switch {
	case autoTop && autoBottom:
		y += max(0, spare) / 2
	case autoTop:
		y += max(0, spare)
	case autoBottom, reverse && self == "flex-end":
	case reverse && (self == "flex-start" || self == "normal" || self == "stretch"):
		y += spare
	case self == "center":
		y += measure.Floor64(spare / 2)
	case self == "safe center":
		y += max(0, measure.Floor64(spare/2))
	case self == "end", self == "flex-end", self == "self-end":
		y += spare
	case strings.Contains(self, "baseline"):
		e.doubt(k.Style, "boxes that stand on the baseline of their text")
	}
	k.y = b.pad[Top].Px + y + top
}
