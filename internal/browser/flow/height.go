package flow

import (
	"kitrows/internal/browser/measure"
)

// An extent is a height in px, where it is known before what is in it is laid out.
type extent struct {
	px float64
	is bool
}

// before is how a box was laid out last that may be laid out more than once: as high as its content, or as high as what
// is around it says.
type before struct {
	is     bool
	w      measure.Measure
	pad    [4]measure.Measure
	within extent
	own    float64 // how high it was then by itself
	bare   float64
	forced extent
}

// size is the height of the border box that a size is; is reports whether it is one. A part of a height that is not
// known is none.
func (b *Box) size(z Size) (px float64, is bool) {
	if z.Kind != Length || z.IsPercent() && !b.within.is {
		return 0, false
	}
	px, pad := z.Amount.Of(b.within.px), b.pad[Top].Px+b.pad[Bottom].Px
	if b.Style.Inner {
		return max(px, pad), true
	}
	return max(0, px) + pad, true
}

// tall is how high a box's content box is, where parts of it can be told before what is in it is laid out.
func (b *Box) tall() extent {
	pad := b.pad[Top].Px + b.pad[Bottom].Px
	if b.forced.is {
		return extent{max(0, b.forced.px-pad), true}
	}
	h, is := b.size(b.Style.Height)
	if !is {
		if h, is = b.ratioHigh(); !is {
			return extent{}
		}
	}
	return extent{max(0, b.limited(h)-pad), true}
}

// ratioHigh is how high a border box is by its width and a ratio of both.
func (b *Box) ratioHigh() (h float64, is bool) {
	switch s := b.Style; {
	case s.Ratio <= 0 || b.Leaf != nil:
		return 0, false
	case s.Inner:
		return b.w.Px / s.Ratio, true
	default:
		return b.content().Px/s.Ratio + b.pad[Top].Px + b.pad[Bottom].Px, true
	}
}

// limited keeps a height of the border box between its least and its most.
func (b *Box) limited(h float64) float64 {
	if most, is := b.size(b.Style.MaxHeight); is {
		h = min(h, most)
	}
	if least, is := b.size(b.Style.MinHeight); is {
		h = max(h, least)
	}
	return h
}

// high is the height of a border box with content so high.
func (e *engine) high(b *Box, content float64) float64 {
	if b.forced.is {
		return b.forced.px
	}
	s, pad := b.Style, b.pad[Top].Px+b.pad[Bottom].Px
	h := max(0, content) + pad
	if declared, is := b.size(s.Height); is {
		h = declared
	} else if ratio, is := b.ratioHigh(); is {
		if h = ratio; s.MinHeight.Kind == Auto && s.Height.Kind == Auto && !s.Clips {
			h = max(h, max(0, content)+pad) // the automatic least height
		}
	}
	return b.limited(h)
}

// lay lays out what is in a box of flexible boxes or a grid, as high as it is by itself. It is not laid out again where
// that was done in the same width.
func (e *engine) lay(b *Box) {
	if b.was.is && b.was.w == b.w && b.was.pad == b.pad && (b.was.within == b.within || !partial(b.Style)) {
		b.Height, b.bare = b.was.own, b.was.bare
		return
	}
	b.forced = extent{}
	e.inside(b, nil, measure.Measure{}, 0)
	b.was = before{is: true, w: b.w, pad: b.pad, within: b.within, own: b.Height, bare: b.bare}
}

// settle lays out what is in such a box as high as what is around it says or, where that says nothing, as it is by
// itself.
func (e *engine) settle(b *Box, h extent) {
	if b.was.forced == h {
		if h.is {
			b.Height = h.px
		}
		return
	}
	if h.is && !heeds(b) {
		b.Height = h.px
		return
	}
	was := b.was
	b.forced = h
	e.inside(b, nil, measure.Measure{}, 0)
	b.forced = extent{}
	b.was = was
	b.was.forced = h
}

// heeds reports whether what is in a box depends on how high the box is.
func heeds(b *Box) bool {
	switch s := b.Style; {
	case b.Leaf != nil:
		return false
	case s.Arranges(), s.Lines != "normal" && s.Lines != "":
		return true
	}
	for _, k := range b.Children {
		if partial(k.Style) {
			return true
		}
	}
	return false
}

// partial reports whether a height of a style may be part of what is around it.
func partial(s *Style) bool {
	return s.Height.IsPercent() || s.MinHeight.IsPercent() || s.MaxHeight.IsPercent()
}

// spread is how what is left over in a length is given to so many parts: before the first, and between them (CSS Box
// Alignment Level 3, section 5.3). What is in the word's way where nothing is left over stands at the start.
func spread(word string, free float64, n int) (before, between float64) {
	switch word {
	case "center":
		return free / 2, 0
	case "end", "flex-end":
		return free, 0
	}
	if free <= 0 {
		return 0, 0
	}
	switch {
	case word == "safe center":
		return free / 2, 0
	case word == "space-between" && n > 1:
		return 0, free / float64(n-1)
	case word == "space-around" && n > 0:
		return free / float64(2*n), free / float64(n)
	case word == "space-evenly":
		return free / float64(n+1), free / float64(n+1)
	}
	return 0, 0
}

// sink moves what is in a block down where its lines are not at its top (align-content of a block).
func (e *engine) sink(b *Box, height float64) {
	if b.Style.Lines == "normal" || b.Style.Lines == "" {
		return
	}
	free := e.high(b, height) - b.pad[Top].Px - b.pad[Bottom].Px - height
	by, _ := spread(b.Style.Lines, max(0, free), 1)
	for _, k := range b.Children {
		k.y += by
	}
}
