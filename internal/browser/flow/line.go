package flow

import (
	"slices"

	"kitrows/internal/browser/measure"
)

// least is the smallest length that Chromium counts, in px.
const least = 1. / 64

// lines lays out boxes that stand in lines in b, from y on in a context of floats, and gives their
// height.
func (e *engine) lines(b *Box, children []*Box, f *floats, x measure.Measure, y float64) float64 {
	s, w := b.Style, b.content()
	space := e.space(s)
	at := 0.0
	var on []*Box // of the present line
	var used measure.Measure
	number := 1
	from, to, _ := e.room(f, y, y, x, x.Plus(w))
	flush := func() {
		if len(on) > 0 {
			at += e.line(b, on, used, from.Minus(x), to.Minus(from), at)
			number++
		}
		on, used = nil, measure.Measure{}
		from, to, _ = e.room(f, y+at, y+at, x, x.Plus(w))
	}
	for _, k := range children {
		if out(k) {
			if k.Style.Display == None {
				e.inside(k, f, x, y)
			}
			continue
		}
		if k.Style.Display == Inline && k.Leaf == nil {
			e.doubt(k.Style, "an inline box")
		}
		e.size(k, w)
		e.inside(k, f, x, y)
		need := k.w.Plus(k.outside())
		gap := measure.Measure{}
		if k.Space && len(on) > 0 {
			gap = measure.Plain(space)
		}
		over := used.Plus(gap).Plus(need).Minus(to.Minus(from)).Minus(measure.Plain(least)) // Chromium lets a 64th pass
		if len(on) > 0 && s.WhiteSpace != "nowrap" && s.WhiteSpace != "pre" {
			if e.crosses(over); over.Px > 0 {
				flush()
				gap = measure.Measure{}
			}
		}
		k.x = used.Plus(gap).Plus(k.margin[Left])
		k.Line = number
		used = used.Plus(gap).Plus(need)
		on = append(on, k)
	}
	flush()
	return at
}

// space is how wide a space is in a box. It goes by the font, of which a quarter of the size is a
// usual one, and is in doubt where it is not 0.
func (e *engine) space(s *Style) float64 {
	if s.FontSize == 0 {
		return 0
	}
	e.inWords(s, "white space between inline blocks, which is as wide as the font has it")
	return max(0, s.FontSize/4+s.LetterSpacing+s.WordSpacing)
}

// line places the boxes of one line, which use so much of its room from from on, at a height, and gives how
// high it is.
func (e *engine) line(b *Box, on []*Box, used, from, room measure.Measure, at float64) float64 {
	s := b.Style
	height := max(0, s.LineHeight)
	if s.LineHeight < 0 {
		height = s.FontSize * 1.15
	}
	top, bottom, middle := 0.0, 0.0, 0.0
	for _, k := range on {
		h := k.Height + k.margin[Top].Px + k.margin[Bottom].Px
		switch k.Style.VerticalAlign {
		case "top", "text-top":
			top = max(top, h)
		case "bottom", "text-bottom":
			bottom = max(bottom, h)
		case "middle":
			if middle = max(middle, h); s.FontSize > 0 {
				e.inWords(k.Style, "a middle that goes by the font")
			}
		default:
			if top = max(top, h); s.FontSize > 0 || s.LineHeight > 0 || lined(k) ||
				k.Style.Arranges() {
				e.inWords(k.Style, "boxes that stand on the baseline of their text")
			}
		}
	}
	if s.LineHeight < 0 && s.FontSize > 0 && max(top, bottom, middle) < 1.5*s.FontSize {
		e.inWords(s, "lines that are as high as their font has it")
	}
	height = max(height, top, bottom, middle)
	spare := room.Minus(used)
	shift := from
	switch {
	case spare.Px <= 0:
	case s.Align == "center" || s.Align == "-webkit-center":
		shift = shift.Plus(measure.Measure{Px: measure.Floor64(spare.Px / 2), Per: spare.Per / 2})
	case s.Align == "right" || s.Align == "end":
		shift = shift.Plus(spare)
	case s.Align == "justify":
		e.inWords(s, "lines that are filled by wider spaces")
	}
	for _, k := range on {
		h := k.Height + k.margin[Top].Px + k.margin[Bottom].Px
		y := at
		switch k.Style.VerticalAlign {
		case "bottom", "text-bottom":
			y += height - h
		case "middle":
			y += measure.Floor64((height - h) / 2)
		case "top", "text-top":
		default: // its margin box ends at the baseline
			y += top - h
		}
		k.x = k.x.Plus(b.pad[Left]).Plus(shift)
		k.y = b.pad[Top].Px + y + k.margin[Top].Px
		e.shifted(k, b.content())
	}
	return height
}

// lined reports whether lines stand in a box, of which the last says where its baseline is.
func lined(b *Box) bool {
	if b.Leaf != nil || b.Style.Clips {
		return b.Leaf != nil && b.Leaf.Flows
	}
	return slices.ContainsFunc(b.Children, func(k *Box) bool { return !out(k) && (inline(k) || lined(k)) })
}
