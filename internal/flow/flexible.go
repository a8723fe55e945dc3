package flow

import (
	"math"
	"slices"
	"strings"

	"kitrows/internal/kit"
)

// An item is a flexible box.
type item struct {
	*Box
	base, hypothetical, low kit.Measure // of its border box
	used                    kit.Measure
	frozen                  bool
}

// flexible lays out flexible boxes (CSS Flexible Box Layout Level 1) and gives their height.
func (e *engine) flexible(b *Box) float64 {
	s := b.Style
	kids := e.items(b)
	if strings.HasPrefix(s.Direction, "column") {
		return e.stacked(b, kids)
	}
	w := b.content()
	gap, lines := e.gap(s.GapX, w), e.gap(s.GapY, w)
	items := make([]item, len(kids))
	for i, k := range kids {
		items[i] = e.item(k, w)
	}
	var runs [][]item
	from := 0
	var used kit.Measure
	for i := range items {
		need := items[i].hypothetical.Plus(items[i].outside())
		if i > from {
			over := used.Plus(gap).Plus(need).Minus(w)
			if s.Wrap != "nowrap" {
				if e.crosses(over); over.Px > 0 {
					runs = append(runs, items[from:i])
					from, used = i, kit.Measure{}
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
			e.inside(it.Box, nil, kit.Measure{}, 0)
			it.Line = i + 1
			heights[i] = max(heights[i], it.Height+it.margin[Top].Px+it.margin[Bottom].Px)
		}
		if i > 0 {
			height += lines.Px
		}
		height += heights[i]
	}
	if declared := e.high(b, 0) - b.pad[Top].Px - b.pad[Bottom].Px; declared > height && len(runs) > 0 {
		if len(runs) == 1 && s.Wrap == "nowrap" {
			heights[0] = declared
		} else if s.Lines == "normal" || s.Lines == "stretch" {
			for i := range heights {
				heights[i] += (declared - height) / float64(len(heights))
			}
		}
	}
	at := 0.0
	for i, run := range runs {
		y := at
		if s.Wrap == "wrap-reverse" {
			y = height - at - heights[i]
		}
		e.lineUp(b, run, w, gap, y, heights[i])
		at += heights[i] + lines.Px
	}
	return height
}

// items are what stands in flexible boxes or a grid, in their order; what takes no part in it is laid out
// at its corner.
func (e *engine) items(b *Box) []*Box {
	kids := make([]*Box, 0, len(b.Kids))
	for _, k := range b.Kids {
		switch {
		case k.Style.Display == None:
			e.inside(k, nil, kit.Measure{}, 0)
		case out(k):
			e.doubt(k.Style, "a position that is "+k.Style.Position)
			e.size(k, b.content())
			e.inside(k, nil, kit.Measure{}, 0)
			k.x, k.y = b.pad[Left].Plus(k.margin[Left]), b.pad[Top].Px+k.margin[Top].Px
		default:
			kids = append(kids, k)
		}
	}
	slices.SortStableFunc(kids, func(a, c *Box) int { return a.Style.Order - c.Style.Order })
	return kids
}

// item works out how wide a flexible box would be by itself.
func (e *engine) item(k *Box, w kit.Measure) item {
	s := k.Style
	e.edges(k, w)
	basis := s.Basis
	if basis.Kind == Auto {
		basis = s.Width
	}
	it := item{Box: k}
	var is bool
	if it.base, is = e.declared(k, basis, w); !is {
		_, it.base = e.intrinsicOf(k, &automatic, &s.MinWidth, &s.MaxWidth)
		it.base = it.base.Plus(e.parts(k))
	}
	least, fixed := e.declared(k, s.MinWidth, w)
	if !fixed && !s.Clips { // the automatic least width
		if s.Width.IsPercent() || s.Width.Kind == Auto {
			least, _ = e.intrinsicOf(k, &automatic, &automatic, &automatic)
		} else {
			least, _ = e.intrinsic(k)
		}
		if stated, is := e.declared(k, s.Width, w); is {
			least = e.least(least, stated)
		}
		if most, is := e.declared(k, s.MaxWidth, w); is {
			least = e.least(least, most)
		}
	}
	it.low = e.most(least, k.side())
	it.hypothetical = it.base
	if most, is := e.declared(k, s.MaxWidth, w); is {
		it.hypothetical = e.least(it.hypothetical, most)
	}
	it.hypothetical = e.most(it.hypothetical, it.low)
	return it
}

// flex gives the boxes of a line their widths.
func (e *engine) flex(run []item, w, gap kit.Measure) {
	gaps := gap.Times(float64(len(run) - 1))
	sum := gaps
	for i := range run {
		sum = sum.Plus(run[i].hypothetical).Plus(run[i].outside())
	}
	grows := sum.Px < w.Px
	e.crosses(sum.Minus(w))
	factor := func(it *item) float64 {
		if grows {
			return it.Style.Grow
		}
		return it.Style.Shrink * max(0, it.base.Px-it.side().Px)
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
	free := func() (left kit.Measure, factors, bare float64) {
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
			left = left.Minus(size).Minus(it.outside())
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
			if most, is := e.declared(it.Box, it.Style.MaxWidth, w); is {
				kept = e.least(kept, most)
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
func (e *engine) lineUp(b *Box, run []item, w, gap kit.Measure, y, height float64) {
	s := b.Style
	free := w.Minus(gap.Times(float64(len(run) - 1)))
	autos := 0
	for _, it := range run {
		free = free.Minus(it.w).Minus(it.outside())
		for _, side := range []int{Left, Right} {
			if it.Style.Margin[side].Kind == Auto {
				autos++
			}
		}
	}
	var x, between kit.Measure
	n := float64(len(run))
	switch {
	case autos > 0 && free.Px > 0:
	case s.Justify == "center":
		x = free.Times(.5)
	case s.Justify == "end" || s.Justify == "right":
		x = free
	case free.Px <= 0:
	case s.Justify == "space-between" && n > 1:
		between = free.Times(1 / (n - 1))
	case s.Justify == "space-around":
		between = free.Times(1 / n)
		x = between.Times(.5)
	case s.Justify == "space-evenly":
		between = free.Times(1 / (n + 1))
		x = between
	}
	for _, it := range run {
		for _, side := range []int{Left, Right} {
			if it.Style.Margin[side].Kind == Auto && free.Px > 0 {
				it.margin[side] = free.Times(1 / float64(autos))
			}
		}
		it.x = x.Plus(it.margin[Left])
		x = x.Plus(it.w).Plus(it.outside()).Plus(gap).Plus(between)
		if s.Direction == "row-reverse" {
			it.x = w.Minus(it.x).Minus(it.w)
		}
		it.x = it.x.Plus(b.pad[Left])
		e.across(b, it.Box, y, height)
		e.shifted(it.Box, w)
	}
}

// across places a flexible box from top to bottom in a line.
func (e *engine) across(b, k *Box, y, height float64) {
	self := k.Style.Self
	if self == "auto" || self == "" {
		self = b.Style.Items
	}
	top, bottom := k.margin[Top].Px, k.margin[Bottom].Px
	spare := height - k.Height - top - bottom
	autoTop, autoBottom := k.Style.Margin[Top].Kind == Auto, k.Style.Margin[Bottom].Kind == Auto
	switch {
	case autoTop && autoBottom:
		y += max(0, spare) / 2
	case autoTop:
		y += max(0, spare)
	case autoBottom:
	case self == "center":
		y += kit.Floor64(spare / 2)
	case self == "end":
		y += spare
	case strings.Contains(self, "baseline"):
		e.doubt(k.Style, "boxes that stand on the baseline of their text")
	case (self == "normal" || self == "stretch") && k.Style.Height.Kind == Auto:
		k.Height = max(k.Height, height-top-bottom)
		if most := &k.Style.MaxHeight; most.Kind == Length && !most.IsPercent() {
			k.Height = e.high(k, k.Height-k.pad[Top].Px-k.pad[Bottom].Px)
		}
	}
	k.y = b.pad[Top].Px + y + top
}

// stacked lays out flexible boxes that stand under one another.
func (e *engine) stacked(b *Box, kids []*Box) float64 {
	s, w := b.Style, b.content()
	gap := e.gap(s.GapY, w).Px
	at := 0.0
	if s.Direction == "column-reverse" {
		slices.Reverse(kids)
	}
	for i, k := range kids {
		e.edges(k, w)
		self := k.Style.Self
		if self == "auto" || self == "" {
			self = s.Items
		}
		width, is := e.declared(k, k.Style.Width, w)
		left, right := k.Style.Margin[Left].Kind == Auto, k.Style.Margin[Right].Kind == Auto
		if !is {
			if width = w.Minus(k.outside()); self != "normal" && self != "stretch" || left || right {
				width = e.fit(k, w)
			}
		}
		k.w = e.clamped(k, width, w)
		e.inside(k, nil, kit.Measure{}, 0)
		spare := w.Minus(k.w).Minus(k.outside())
		k.x = b.pad[Left].Plus(k.margin[Left])
		switch {
		case left && right && spare.Px > 0, !left && !right && self == "center":
			k.x = k.x.Plus(spare.Times(.5))
		case left && spare.Px > 0, !right && self == "end":
			k.x = k.x.Plus(spare)
		}
		if k.Style.Basis.Kind == Length && !k.Style.Basis.IsPercent() && k.Style.Basis.Px > 0 {
			k.Height = max(k.Height, k.Style.Basis.Px)
		}
		if i > 0 {
			at += gap
		}
		k.Line = i + 1
		k.y = b.pad[Top].Px + at + k.margin[Top].Px
		at += k.margin[Top].Px + k.Height + k.margin[Bottom].Px
		e.shifted(k, w)
	}
	return at
}
