package kit

import (
	"math"

	"kitrows/internal/browser/measure"
)

// A Holder is how wide a container is held (section 5).
type Holder int

// The kinds of container at one breakpoint; one that is fluid below a breakpoint
// is fluid at those and fixed at the others.
const (
	HeldFixed Holder = iota
	HeldFluid
	HeldCapped
)

// A Frame is a container in a viewport: its outer and content width, and up to
// which viewport width, in px, they grow as they do now.
type Frame struct {
	Outer, Content measure.Measure
	Until          float64
}

// Frame measures a container at breakpoint i in a viewport of v px (section
// 6.1): fluid ones are as wide as the viewport, fixed and capped ones never
// wider than it, but for fixed ones of a kit that is rigid. The content width is 0 or more.
func (k *Kit) Frame(i int, v float64, holder Holder) Frame {
	f := Frame{Outer: measure.Measure{Px: v, Per: 1}, Until: 1e9}
	if part := k.Breakpoints[i].Container.Part(); part > 0 && holder == HeldFixed {
		f.Outer = measure.Measure{Px: measure.Calc(0, part, v), Per: part / 100}
	} else if limit, limited := k.Limit(i, holder); limited {
		if limit <= v || k.Rigid && holder == HeldFixed {
			f.Outer = measure.Plain(limit)
		} else {
			f.Until = limit
		}
	}
	edge := k.EdgeOf(i, f.Outer)
	edge.Px = measure.Floor64(edge.Px)
	f.Content = f.Outer.Minus(edge.Times(2)).AtLeastZero()
	return f
}

// Around is the outer width of a container whose content is so wide at breakpoint i, in px.
func (k *Kit) Around(i int, content float64) float64 {
	edges := func(outer float64) float64 { return 2 * k.EdgeOf(i, measure.Plain(outer)).Px }
	part := (edges(1000) - edges(0)) / 1000 // the edge may be a part of the container
	return math.Round((content+edges(0))/(1-part)*100) / 100
}

// Limit is the width, in px, a container does not grow over at breakpoint i, if
// there is one.
func (k *Kit) Limit(i int, holder Holder) (px float64, limited bool) {
	switch holder {
	case HeldFixed:
		return k.Breakpoints[i].Container.Width()
	case HeldCapped:
		return k.Cap.Px(), true
	}
	return 0, false
}

// EdgeOf is the space on either side of the content of a container of that outer
// width at breakpoint i. Half a fractional gutter is half of the gutter that then
// comes out: with f of a column, outer = N·c + N·f·c.
func (k *Kit) EdgeOf(i int, outer measure.Measure) measure.Measure {
	if half := k.EdgeAt(i) == HalfGutter; half && k.GutterAt(i).IsFraction() {
		up, low := k.EdgeRatio(i)
		return outer.Times(float64(up) / float64(low))
	} else if half {
		return measure.Plain(k.GutterAt(i).Px() / 2)
	}
	return measure.Plain(k.EdgeAt(i).width.Px())
}

// EdgeRatio is the part of a container's outer width, up/low, that an edge of half a
// fractional gutter takes at breakpoint i.
func (k *Kit) EdgeRatio(i int) (up, low int) {
	up, low = k.GutterAt(i).Ratio()
	pitches := k.ColumnsAt(i).N() * (low + up)
	if k.GutterPlace.Stays() { // one gutter more stands in the row
		pitches += up
	}
	return up, 2 * pitches
}

// A Track is the grid inside one row (section 6.2). With equal columns a column
// over k units is k·pitch − gutter wide. Where gutters are inside, that is its content box.
type Track struct {
	Columns Columns
	Content measure.Measure // W, from the first column's content to the last's
	Gutter  measure.Measure // g
	Pitch   measure.Measure // of equal columns: (W + g) / N
	part    measure.Measure // of uneven ones: the width of one part

	place Place
	width measure.Measure // what the row stands in
	// the gutter as a stylesheet has it: px, percent of what the row stands in, and percent of
	// the row where it is inside
	gutter struct{ px, percent, inside float64 }
	rough  bool
	summed bool // of lengths that are rough each by itself
}

// NewTrack divides what is w wide by columns with gutter g in a place.
func NewTrack(columns Columns, g Gutter, place Place, w measure.Measure) Track {
	n := float64(columns.N())
	t := Track{Columns: columns, Content: w, Gutter: measure.Plain(g.Px()), place: place, width: w}
	t.gutter.px = g.Px()
	if f := g.OfColumn(); g.IsFraction() { // of an average column, where they are uneven
		t.gutter.percent, t.gutter.inside = 100*f/(n+(n-1)*f), 100*f/(n*(1+f))
		t.Gutter = w.Times(t.outside() / 100)
	}
	if place.Stays() {
		t.Content = w.Minus(t.Gutter)
	}
	if columns.IsUneven() {
		t.part = t.Content.Minus(t.Gutter.Times(n - 1)).Times(1 / columns.Parts(0, n))
	} else {
		t.Pitch = t.Content.Plus(t.Gutter).Times(1 / n)
	}
	return t
}

// outside is the gutter's percentage of what the row stands in.
func (t *Track) outside() float64 {
	if t.place.Stays() { // the row is as wide as that
		return t.gutter.inside
	}
	return t.gutter.percent
}

// Out is how far, in px, the row begins before what it stands in, and ends after it.
func (t *Track) Out() (start, end float64) {
	if !t.place.Reaches() {
		return 0, 0
	}
	return t.halves(t.gutter.percent, t.width.Px)
}

// Row is the width of the row's own box, in px.
func (t *Track) Row() float64 {
	start, end := t.Out()
	return t.width.Px + start + end
}

// Padding is what a column has at its start and at its end, in px.
func (t *Track) Padding() (start, end float64) {
	if !t.place.IsInside() {
		return 0, 0
	}
	return t.halves(t.gutter.inside, t.Row())
}

// Origin is how far after the start of what the row stands in its first content may begin, in
// px: where gutters are inside and rows stay, a column's padding.
func (t *Track) Origin() float64 {
	padding, _ := t.Padding()
	out, _ := t.Out()
	return padding - out
}

// Trimmed is the padding that a row's first column does not have at its start, and its last not
// at its end.
func (t *Track) Trimmed() (first, last measure.Measure) {
	if !t.place.Trims() {
		return measure.Measure{}, measure.Measure{}
	}
	atStart, atEnd := t.place.Halves()
	start, end := t.Padding()
	return measure.Measure{Px: start, Per: t.Gutter.Per * float64(atStart) / 2},
		measure.Measure{Px: end, Per: t.Gutter.Per * float64(atEnd) / 2}
}

// halves are the parts of a gutter of so many percent of a length that are padding.
func (t *Track) halves(percent, of float64) (start, end float64) {
	atStart, atEnd := t.place.Halves()
	if !t.rough {
		return t.Gutter.Px * float64(atStart) / 2, t.Gutter.Px * float64(atEnd) / 2
	}
	half := func(n int) float64 { return measure.Calc(t.gutter.px*float64(n)/2, percent*float64(n)/2, of) }
	return half(atStart), half(atEnd)
}

// PerLine is the track of a row of k equal columns a line, with the gutter of t.
func (t Track) PerLine(k int) Track {
	t.Columns, t.Pitch = Equal(k), t.Content.Plus(t.Gutter).Times(1/float64(k))
	return t
}

// Rough gives the track as a browser measures it where each column's width is worked out
// by itself: in sixty-fourths of a px, each cut off.
func (t Track) Rough() Track {
	t.rough = true
	if !t.place.IsInside() {
		t.Gutter.Px = measure.Calc(t.gutter.px, t.gutter.percent, t.Content.Px)
		return t
	}
	start, end := t.Padding()
	t.Gutter.Px, t.Content.Px = start+end, t.Row()-start-end
	return t
}

// Summed gives the track as a browser measures grid tracks that are lengths: each is cut off
// by itself.
func (t Track) Summed() Track {
	t = t.Rough()
	t.summed = true
	n := t.Columns.N()
	t.Content.Px = t.calc(0, float64(n), 1)
	return t
}

// Smooth gives the track as it is worked out on paper.
func (t Track) Smooth() Track {
	if t.rough {
		t.rough, t.summed = false, false
		t.Gutter.Px = t.gutter.px + t.outside()/100*t.width.Px
		t.Content.Px = t.width.Px
		if t.place.Stays() {
			t.Content.Px -= t.Gutter.Px
		}
	}
	return t
}

// Starved reports whether a column is 0 px wide or less.
func (t *Track) Starved() bool {
	if t.Columns.IsUneven() {
		return t.part.Px <= 0
	}
	return t.Pitch.Px <= t.Gutter.Px
}

// Width is that of a column over n units from unit from on, counted from 0;
// never under 0. Equal columns may be counted in parts of a unit.
func (t *Track) Width(from int, n float64) measure.Measure { return t.Asked(from, n).AtLeastZero() }

// Asked is the same where it may be under 0: what a column asks for.
func (t *Track) Asked(from int, n float64) measure.Measure {
	w := t.Pitch.Times(n).Minus(t.Gutter)
	if t.Columns.IsUneven() {
		w = t.part.Times(t.Columns.Parts(from, n)).Plus(t.Gutter.Times(n - 1))
	}
	if t.rough {
		w.Px = t.calc(from, n, 1)
	}
	return w
}

// Offset is how far n units from unit from on move what comes after them. n
// under 0 moves it back.
func (t *Track) Offset(from int, n float64) measure.Measure {
	if n == 0 {
		return measure.Measure{}
	}
	if t.Columns.IsUneven() && n < 0 {
		back := max(0, from+int(n))
		return t.Offset(back, float64(from-back)).Times(-1)
	}
	w := t.Pitch.Times(n)
	if t.Columns.IsUneven() {
		w = t.part.Times(t.Columns.Parts(from, n)).Plus(t.Gutter.Times(n))
	}
	if t.rough {
		w.Px = t.calc(from, n, 0)
	}
	return w
}

// calc is the width of n units, less so many gutters, as a stylesheet works it out: the
// row and one gutter more, times the part that those units are, and with uneven columns
// the gutters that they have more than that part. Gutters that are inside are a part of
// the row.
func (t *Track) calc(from int, n float64, less float64) float64 {
	if t.summed {
		sum := 0.0
		for unit := range int(n) {
			sum += t.whole(from+unit, 1, 0)
		}
		return sum - less*t.Gutter.Px
	}
	return t.whole(from, n, less)
}

// whole is the same of units that are worked out together.
func (t *Track) whole(from int, n float64, less float64) float64 {
	all, gaps := float64(t.Columns.N()), 0.0
	part := n / all
	if t.Columns.IsUneven() {
		part = t.Columns.Parts(from, n) / t.Columns.Parts(0, all)
		gaps = n - all*part
	}
	g := t.gutter
	if t.place.IsInside() {
		return measure.Calc(g.px*gaps, 100*part+g.inside*gaps, t.Row()) - less*t.Gutter.Px
	}
	gaps -= less
	return measure.Calc(g.px*part+g.px*gaps, (100+g.percent)*part+g.percent*gaps, t.Content.Px)
}
