package flow

import (
	"slices"
	"strings"

	"kitrows/internal/browser/measure"
)

// stacked lays out flexible boxes that stand under one another, and gives the height that they take by themselves.
func (e *engine) stacked(b *Box, children []*Box) float64 {
	s, w := b.Style, b.content()
	tall := b.tall()
	gap := 0.0
	if s.GapY.Kind == Length {
		gap = max(0, s.GapY.Of(tall.px))
	}
	items, height := make([]item, len(children)), 0.0
	for i, k := range children {
		e.width(b, k, w)
		e.lay(k)
		items[i] = e.standing(k, tall)
		height += items[i].hypothetical.Px + items[i].outside.Px
		if i > 0 {
			height += gap
		}
	}
	inner := e.high(b, height) - b.pad[Top].Px - b.pad[Bottom].Px
	if s.Wrap != "nowrap" && height > inner {
		e.doubt(s, "flexible boxes in several columns")
	}
	e.flex(items, measure.Plain(inner), measure.Plain(gap))
	free, autos := inner-gap*float64(len(items)-1), 0
	for i := range items {
		it := &items[i]
		free -= it.used.Px + it.outside.Px
		for _, side := range []int{Top, Bottom} {
			if it.Style.Margin[side].Kind == Auto {
				autos++
			}
		}
	}
	reverse := strings.HasSuffix(s.Direction, "-reverse")
	at, between := 0.0, 0.0
	if autos == 0 || free <= 0 {
		word := s.Justify
		if word == "left" || word == "right" {
			word = "start"
		}
		at, between = spread(justified(word, reverse), free, len(items))
	}
	start := Top
	if reverse {
		start = Bottom
	}
	for i := range items {
		it, k := &items[i], items[i].Box
		for _, side := range []int{Top, Bottom} {
			if it.Style.Margin[side].Kind == Auto && free > 0 {
				k.margin[side] = measure.Plain(free / float64(autos))
			}
		}
		forced := extent{it.used.Px, true}
		if forced.px == k.was.own && !tall.is {
			forced = extent{}
		}
		e.settle(k, forced)
		y := at + k.margin[start].Px
		at += k.margin[Top].Px + k.Height + k.margin[Bottom].Px + gap + between
		if reverse {
			y = inner - y - k.Height
		}
		k.Line, k.y = i+1, b.pad[Top].Px+y
		e.beneath(b, k, w)
		e.shifted(k, w)
	}
	return height
}

// width works out how wide a flexible box is that stands among others under one another.
func (e *engine) width(b, k *Box, w measure.Measure) {
	e.edges(k, w)
	self := k.Style.Self
	if self == "auto" || self == "" {
		self = b.Style.Items
	}
	width, is := e.declared(k, k.Style.Width, w)
	if !is {
		left, right := k.Style.Margin[Left].Kind == Auto, k.Style.Margin[Right].Kind == Auto
		if width = w.Minus(k.outside()); self != "normal" && self != "stretch" || left || right || self == "normal" &&
			k.Leaf != nil && k.Leaf.Replaced {
			width = e.fit(k, w)
		}
	}
	k.w = e.clamped(k, width, w)
	if k.w.Px < k.side().Px {
		k.w = k.side()
	}
}

// beneath places such a box from left to right.
func (e *engine) beneath(b, k *Box, w measure.Measure) {
	self := k.Style.Self
	if self == "auto" || self == "" {
		self = b.Style.Items
	}
	left, right := k.Style.Margin[Left].Kind == Auto, k.Style.Margin[Right].Kind == Auto
	spare := w.Minus(k.w).Minus(k.outside())
	k.x = b.pad[Left].Plus(k.margin[Left])
	switch {
	case left && right && spare.Px > 0, !left && !right && self == "center":
		k.x = k.x.Plus(spare.Times(.5))
	case left && spare.Px > 0, !left && !right && slices.Contains([]string{"end", "flex-end", "self-end", "right"},
		self):
		k.x = k.x.Plus(spare)
	}
}

// standing works out how high a flexible box would be by itself, that was laid out so, among others under one another
// in a box of that height.
func (e *engine) standing(k *Box, tall extent) item {
	s, pad := k.Style, k.pad[Top].Plus(k.pad[Bottom])
	it := item{Box: k, pad: pad, outside: k.margin[Top].Plus(k.margin[Bottom])}
	e.ratioed(k)
	base := k.bare
	switch basis, is := k.size(s.Basis); {
	case is && !(s.Basis.IsPercent() && !tall.is):
		base = basis
	case s.Basis.Kind == Auto:
		if declared, is := k.size(s.Height); is {
			base = declared
		} else if s.Ratio > 0 {
			base = k.was.own
		}
	}
	low, limited := k.size(s.MinHeight)
	if !limited && !s.Clips && s.MinHeight.Kind != Length { // the automatic least height
		low = k.bare
		if declared, is := k.size(s.Height); is {
			low = min(low, declared)
		}
		if most, is := k.size(s.MaxHeight); is {
			low = min(low, most)
		}
	}
	it.base, it.low = measure.Plain(base), measure.Plain(max(low, pad.Px))
	hypothetical := base
	if most, is := k.size(s.MaxHeight); is {
		it.high, it.limited = measure.Plain(most), true
		hypothetical = min(hypothetical, most)
	}
	it.hypothetical = measure.Plain(max(hypothetical, it.low.Px))
	return it
}
