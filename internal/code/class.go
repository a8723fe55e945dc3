package code

import (
	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// meaning is what a class says.
type meaning uint8

const (
	frame meaning = iota
	frameOpen
	frameUpTo
	frameCap
	row
	of
	per
	gapX
	gapY
	align
	spread
	cell
	gone
	back
	place
	skip
	take
	full
	share
	natural
	trail
	nudge
	self
	lead
	run
	turn
	under
	fit
)

// class is one class of a kit: what it says, the number it says it with, the
// unit its column starts at in an uneven grid (from 1, else 0), and the
// breakpoint it says it from.
type class struct {
	meaning
	bp int
	n  int
	at int
}

// asKit is the number of a class that goes back to what the kit says.
const asKit = -1000

// text is the class as the kit writes it.
func (c class) text(k *kit.Kit) string {
	n, at := "", ""
	if c.at > 0 {
		at = kit.Whole(c.at)
	}
	switch c.meaning {
	case of, gapX, gapY:
		if n = kit.Whole(c.n); c.n == asKit {
			n = "kit"
		}
	case per:
		if n = kit.Whole(c.n); c.n == 0 {
			n = "off"
		}
	case align, self:
		n = page.Align(c.n).String()
	case spread:
		n = page.Spread(c.n).String()
	case place:
		n = page.Order(c.n).String()
	default:
		n = kit.Whole(c.n)
	}
	return c.template(&k.Naming).Write(n, at, k.Suffix(c.bp))
}

func (c class) template(n *kit.Naming) kit.Template {
	return [...]kit.Template{
		n.Frame, n.FrameOpen, n.FrameUpTo, n.FrameCap,
		n.Row, n.Of, n.Per, n.GapX, n.GapY, n.Align, n.Spread,
		n.Cell, n.Gone, n.Back, n.Place, n.Skip, n.Take, n.Full, n.Share, n.Natural, n.Trail, n.Nudge, n.Self,
		n.Lead, n.Run, n.Turn, n.Under, n.Fit,
	}[c.meaning]
}

// frameClass is the class of a container.
func frameClass(k *kit.Kit, f page.Frame) class {
	if name, ok := f.Below(); ok {
		return class{meaning: frameUpTo, bp: k.Index(name)}
	}
	switch f {
	case page.FluidFrame:
		return class{meaning: frameOpen}
	case page.CappedFrame:
		return class{meaning: frameCap}
	}
	return class{meaning: frame}
}
