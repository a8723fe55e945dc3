package flow

import (
	"math"
	"slices"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/measure"
)

// A Box is an element's box. What stands in it is boxes, or content of its own.
type Box struct {
	Style    *Style
	Children []*Box
	Leaf     *Leaf
	Node     int32 // the user's own number for it
	Space    bool  // white space stands before it in the markup

	// Where it is laid out: its border box, in px from the page's top left corner, and what it has
	// inside it.
	X, Y, Width, Height float64
	Pad                 [4]float64 // border and padding
	Line                int        // of those it stands in: flexible boxes, inline blocks, floats, grid rows; from 1
	Fits                bool       // its width goes by what is in it
	Lined               bool       // it stands in lines that are as large as is known; where in them is not

	known func(number int) *Leaf // of the lines that stand together in it; nil where nothing is

	x, w   measure.Measure // from the border box around it
	y      float64
	margin [4]measure.Measure
	pad    [4]measure.Measure
	after  strut // the margins that collapse at its bottom
	passes passing

	within  extent  // how high the content box around it is
	justify string  // where it stands if its own style does not say so
	forced  extent  // what is around it says how high its border box is
	bare    float64 // how high its border box is by what is in it
	was     before  // how it was laid out last
}

// A Leaf is content: so many px wide by itself, and so high in a width.
type Leaf struct {
	Wide     float64
	High     func(width float64) float64
	Replaced bool    // a picture, say: where its width is at most a part of another's, it may shrink to nothing
	Fills    bool    // a block of it takes the width there is
	Flows    bool    // words: they are no wider than there is room
	Least    float64 // of words: the longest
	Node     int32   // of words that stand among elements: the user's number for them; -1 for none
	Run      any     // the user's own, of content that is several blocks
	Sized    bool    // of lines: Wide and Least are known
	Estimate string  // what of it only a browser can tell, and is estimated; empty where nothing is
}

// A Result is what laying out tells besides the boxes.
type Result struct {
	Until  float64 // lines stay as they are in every wider viewport up to this one
	Doubts []Doubt // what was met that is not worked out
}

// Layout lays out a page whose root box is given, in a viewport, within a budget.
func Layout(b *budget.Budget, root *Box, v Viewport) Result {
	root.within = extent{px: v.Height, is: true}
	e := &engine{budget: b, v: v.Width, until: 1e9, seen: map[*Style]bool{}, told: map[*Style]bool{}}
	f := &floats{}
	if partial(root.Style) {
		e.doubt(root.Style, windowHeight)
	}
	e.size(root, measure.Measure{Px: v.Width, Per: 1})
	e.inside(root, f, measure.Measure{}, 0)
	root.absolute(0, 0)
	return Result{e.until, e.doubts}
}

type engine struct {
	budget *budget.Budget
	v      float64
	until  float64
	doubts []Doubt
	seen   map[*Style]bool // what doubts were noted of
	told   map[*Style]bool // whose own doubts were
	floats bool            // there are floats beside the block that is laid out
}

// absolute works out where boxes stand on the page.
func (b *Box) absolute(x, y float64) {
	b.X, b.Y, b.Width = x+b.x.Px, y+b.y, b.w.Px
	for i := range b.Pad {
		b.Pad[i] = b.pad[i].Px
	}
	for _, k := range b.Children {
		k.absolute(b.X, b.Y)
	}
}

// doubt notes once what a style declares that is not worked out.
func (e *engine) doubt(s *Style, what string) { e.note(s, Doubt{What: what, Style: s}) }

// inWords notes once what a style declares about words in lines.
func (e *engine) inWords(s *Style, what string) { e.note(s, Doubt{What: what, Style: s, Words: true}) }

func (e *engine) note(s *Style, d Doubt) {
	if !e.seen[s] {
		e.seen[s] = true
		e.doubts = append(e.doubts, d)
	}
}

// crosses lowers until to where a measure that decides something changes its sign.
func (e *engine) crosses(m measure.Measure) {
	if m.Px > 0 && m.Per < -1e-9 || m.Px <= 0 && m.Per > 1e-9 {
		e.until = min(e.until, e.v-m.Px/m.Per)
	}
}

// of is a length of something so wide.
func (e *engine) of(a css.Amount, width measure.Measure) measure.Measure {
	if len(a.Ends) == 0 {
		return measure.Measure{Px: measure.Calc(a.Px, a.Percent, width.Px), Per: a.Slope + a.Percent/100*width.Per}
	}
	m := e.exact(a, width)
	m.Px = math.Trunc(m.Px*64) / 64
	return m
}

func (e *engine) exact(a css.Amount, width measure.Measure) measure.Measure {
	m := measure.Measure{Px: a.Px + a.Percent/100*width.Px, Per: a.Slope + a.Percent/100*width.Per}
	e.budget.Step(1 + 2*len(a.Ends))
	for _, end := range a.Ends {
		one := e.exact(end.Of[0], width)
		for _, o := range end.Of[1:] {
			two := e.exact(o, width)
			e.crosses(one.Minus(two))
			if end.Most == (two.Px > one.Px) {
				one = two
			}
		}
		m = m.Plus(one.Times(end.Factor))
	}
	return m
}

// least and most are of two measures the one that is less, or more, here.
func (e *engine) least(a, b measure.Measure) measure.Measure {
	if e.crosses(a.Minus(b)); b.Px < a.Px {
		return b
	}
	return a
}

func (e *engine) most(a, b measure.Measure) measure.Measure {
	if e.crosses(a.Minus(b)); b.Px > a.Px {
		return b
	}
	return a
}

// edges works out a box's padding, border and margins in a containing block so wide. Margins that
// are auto are 0 for now.
func (e *engine) edges(b *Box, of measure.Measure) {
	s := b.Style
	if s.fixed {
		b.pad, b.margin = s.fixedPad, s.fixedOut
	} else {
		b.pad, b.margin = e.edgesOf(s, of)
	}
	if len(s.Doubts) > 0 && !e.told[s] {
		e.told[s] = true
		for _, d := range s.Doubts {
			d.Style = s
			e.doubts = append(e.doubts, d)
		}
	}
}

// edgesOf are the padding with the border, and the margins, of boxes of a style in a containing block so wide.
func (e *engine) edgesOf(s *Style, of measure.Measure) (pad, margin [4]measure.Measure) {
	for i := range sides {
		pad[i] = e.of(s.Padding[i].Amount, of).Plus(measure.Plain(s.Border[i]))
		if s.Margin[i].Kind == Length {
			margin[i] = e.of(s.Margin[i].Amount, of)
		}
	}
	return pad, margin
}

// side is what a box has at its left and right: border and padding.
func (b *Box) side() measure.Measure { return b.pad[Left].Plus(b.pad[Right]) }

// outside is its margins left and right.
func (b *Box) outside() measure.Measure { return b.margin[Left].Plus(b.margin[Right]) }

// content is the width of its content box.
func (b *Box) content() measure.Measure { return b.w.Minus(b.side()).AtLeastZero() }

// border makes a width that is declared one of the border box.
func (b *Box) border(w measure.Measure) measure.Measure {
	if !b.Style.Inner {
		return w.AtLeastZero().Plus(b.side())
	}
	if side := b.side(); w.Px < side.Px {
		return side
	}
	return w
}

// declared is the width of the border box that a size is; is reports whether it is one.
func (e *engine) declared(b *Box, s Size, of measure.Measure) (w measure.Measure, is bool) {
	switch s.Kind {
	case Length:
		return b.border(e.of(s.Amount, of)), true
	case MinContent:
		b.Fits = true
		w, _ = e.intrinsicOf(b, &automatic, &automatic, &automatic)
		return w.Plus(e.parts(b)), true
	case MaxContent:
		b.Fits = true
		_, w = e.intrinsicOf(b, &automatic, &automatic, &automatic)
		return w.Plus(e.parts(b)), true
	case FitContent:
		return e.fit(b, of), true
	case Fill:
		return of.Minus(b.outside()), true
	}
	return w, false
}

// clamped keeps a width of the border box between its least and its most.
func (e *engine) clamped(b *Box, w, of measure.Measure) measure.Measure {
	if high, is := e.declared(b, b.Style.MaxWidth, of); is {
		w = e.least(w, high)
	}
	if low, is := e.declared(b, b.Style.MinWidth, of); is {
		w = e.most(w, low)
	}
	return w
}

// fit is as wide as a box's content, but not wider than there is room. Its own padding counts as it is, where it is
// percent of that room too.
func (e *engine) fit(b *Box, of measure.Measure) measure.Measure {
	b.Fits = true
	low, high := e.intrinsic(b)
	part := e.parts(b)
	return e.most(low.Plus(part), e.least(of.Minus(b.outside()), high.Plus(part)))
}

// parts is how much of a box's padding is percent of the room that it has, which intrinsic widths do not count.
func (e *engine) parts(b *Box) (part measure.Measure) {
	for _, side := range []int{Left, Right} {
		part = part.Plus(b.pad[side]).Minus(e.of(b.Style.Padding[side].Amount, measure.Measure{})).Minus(
			measure.Plain(b.Style.Border[side]))
	}
	return part
}

// size works out the width of a block in a containing block so wide, and its margins (CSS 2.2,
// section 10.3.3).
func (e *engine) size(b *Box, of measure.Measure) {
	s := b.Style
	e.budget.Step(8)
	e.edges(b, of)
	if s.Ratio > 0 && (b.Leaf == nil || !b.Leaf.Replaced) && (s.Height.Kind != Auto || s.Float != "" ||
		b.selfed() != "" ||
		s.MaxHeight.Kind != Unlimited || s.MinHeight.Kind != Auto) {
		e.doubt(s, "a ratio of width and height with more that decides them")
	}
	w, is := e.declared(b, s.Width, of)
	if !is {
		switch {
		case s.Float != "" || s.Position == "absolute" || s.Position == "fixed" || s.Display == Table ||
			s.Display == InlineBlock || s.Display == InlineFlex || s.Display == InlineGrid || s.Display == InlineTable:
			w = e.fit(b, of)
		case b.Leaf != nil && s.Display == Inline:
			if w = measure.Plain(b.Leaf.Wide).Plus(b.side()); b.Leaf.Flows {
				w = e.least(w, of)
			}
		case b.Leaf != nil && b.Leaf.Replaced && !b.Leaf.Fills: // CSS 2.2, section 10.3.4
			w = measure.Plain(b.Leaf.Wide).Plus(b.side())
		default:
			if w = of.Minus(b.outside()); w.Px < b.side().Px {
				w = b.side()
			}
			if b.selfed() != "" {
				w = e.fit(b, of)
			}
		}
		if s.Ratio > 0 && (b.Leaf == nil || !b.Leaf.Replaced) {
			w = e.transferred(b, w)
		}
		if by, is := b.byRatio(); is && s.JustifySelf != "stretch" {
			w = by
			if low, _ := e.intrinsicOf(b, &automatic, &automatic, &automatic); !s.Clips && s.MinWidth.Kind == Auto {
				w = e.most(w, low) // the automatic least width
			}
		}
	}
	b.w = e.clamped(b, w, of)
	if s.Float != "" || inline(b) {
		return
	}
	left, right := s.Margin[Left].Kind == Auto, s.Margin[Right].Kind == Auto
	spare := of.Minus(b.w).Minus(b.outside())
	switch {
	case (left || right) && spare.Px <= 0:
	case left && right:
		b.margin[Left] = measure.Measure{Px: measure.Floor64(spare.Px / 2), Per: spare.Per / 2}
		b.margin[Right] = spare.Minus(b.margin[Left])
	case left:
		b.margin[Left] = spare
	case right:
	case b.selfed() == "center":
		b.margin[Left] = b.margin[Left].Plus(spare.Times(.5))
	case slices.Contains([]string{"end", "right"}, b.selfed()):
		b.margin[Left] = b.margin[Left].Plus(spare)
	}
}

// selfed is where a block stands in its containing block, if its style or that of what is around it says so (CSS Box
// Alignment Level 3, section 6.1); it is then as wide as its content.
func (b *Box) selfed() string {
	self := b.Style.JustifySelf
	if self == "auto" && b.justify != "" {
		self = b.justify
	}
	switch self {
	case "", "auto", "normal", "stretch":
		return ""
	}
	return self
}

// transferred keeps a width that is automatic between what the least and the most height come to by the ratio of both.
func (e *engine) transferred(b *Box, w measure.Measure) measure.Measure {
	if most, is := b.size(b.Style.MaxHeight); is {
		w = e.least(w, b.wide(most))
	}
	if least, is := b.size(b.Style.MinHeight); is {
		w = e.most(w, b.wide(least))
	}
	return w
}

// wide is the width of a border box so high, by the ratio of both.
func (b *Box) wide(h float64) measure.Measure {
	if b.Style.Inner {
		return measure.Plain(max(h*b.Style.Ratio, b.side().Px))
	}
	return measure.Plain(max(0, h-b.pad[Top].Px-b.pad[Bottom].Px) * b.Style.Ratio).Plus(b.side())
}

// byRatio is the width of a border box that goes by its height and a ratio of both.
func (b *Box) byRatio() (w measure.Measure, is bool) {
	s := b.Style
	if s.Ratio <= 0 || b.Leaf != nil && b.Leaf.Replaced {
		return w, false
	}
	h, is := b.size(s.Height)
	if !is {
		return w, false
	}
	return b.wide(b.limited(h)), true
}

// inline reports whether a box stands in lines.
func inline(b *Box) bool {
	switch b.Style.Display {
	case Inline, InlineBlock, InlineFlex, InlineGrid, InlineTable:
		return true
	}
	return false
}

// out reports whether a box takes no part in the flow.
func out(b *Box) bool {
	return b.Style.Display == None || b.Style.Position == "absolute" || b.Style.Position == "fixed"
}

// root reports whether floats in a box do not leave it, and its margins do not collapse with those in it.
func (b *Box) root() bool {
	s := b.Style
	switch s.Display {
	case Root, Flex, Grid, InlineBlock, InlineFlex, InlineGrid, Table, InlineTable, TablePart:
		return true
	}
	return s.Clips || s.Float != "" || out(b) || s.Lines != "normal" && s.Lines != ""
}

// intrinsic is the least width of a box's border box, and that of its content by itself, where
// percentages come to nothing.
func (e *engine) intrinsic(b *Box) (low, high measure.Measure) {
	return e.intrinsicOf(b, &b.Style.Width, &b.Style.MinWidth, &b.Style.MaxWidth)
}

// automatic is a size that is not declared.
var automatic Size

// intrinsicOf is the same of a box as if it had other widths.
func (e *engine) intrinsicOf(b *Box, width, least, most *Size) (low, high measure.Measure) {
	if b.Style.Display == None {
		return
	}
	e.budget.Step(12)
	pad, margin := b.pad, b.margin
	e.edges(b, measure.Measure{})
	if width.Kind == Length && !width.IsPercent() {
		w := b.border(e.of(width.Amount, measure.Measure{}))
		low, high = w, w
	} else if w, is := b.byRatio(); is {
		low, high = w, w
	} else {
		low, high = e.contents(b)
		low, high = low.Plus(b.side()), high.Plus(b.side())
		if b.Leaf != nil && b.Leaf.Replaced && (width.IsPercent() || most.IsPercent()) {
			low = b.side()
		}
	}
	if limit, is := e.limit(b, most); is {
		low, high = e.least(low, limit), e.least(high, limit)
	}
	if limit, is := e.limit(b, least); is {
		low, high = e.most(low, limit), e.most(high, limit)
	}
	b.pad, b.margin = pad, margin
	return low, high
}

// limit is the width of the border box that a size is where percentages come to nothing.
func (e *engine) limit(b *Box, z *Size) (w measure.Measure, is bool) {
	switch z.Kind {
	case Length:
		return b.border(e.of(z.Amount, measure.Measure{})), !z.IsPercent()
	case MinContent, MaxContent:
		return e.declared(b, *z, measure.Measure{})
	}
	return w, false
}

// needs is the same of a box's margin box.
func (e *engine) needs(b *Box) (low, high measure.Measure) {
	low, high = e.intrinsic(b)
	return e.outer(b, low, high)
}

// outer adds a box's margins to what it needs.
func (e *engine) outer(b *Box, low, high measure.Measure) (measure.Measure, measure.Measure) {
	for _, side := range []int{Left, Right} {
		if m := b.Style.Margin[side]; m.Kind == Length {
			px := e.of(m.Amount, measure.Measure{})
			low, high = low.Plus(px), high.Plus(px)
		}
	}
	return low, high
}

// contents is the same of what stands in a box.
func (e *engine) contents(b *Box) (low, high measure.Measure) {
	if b.Style.Apart && (b.Leaf == nil || b.Leaf.Flows || b.Leaf.Replaced && b.Style.Wide > 0) {
		return measure.Plain(b.Style.Wide), measure.Plain(b.Style.Wide)
	}
	if b.Leaf != nil {
		if b.Leaf.Flows {
			return measure.Plain(b.Leaf.Least), measure.Plain(b.Leaf.Wide)
		}
		return measure.Plain(b.Leaf.Wide), measure.Plain(b.Leaf.Wide)
	}
	if b.known != nil && !slices.ContainsFunc(b.Children, func(k *Box) bool { return !inline(k) }) {
		if lines := b.known(0); lines != nil && lines.Sized {
			return measure.Plain(lines.Least), measure.Plain(lines.Wide)
		}
	}
	s := b.Style
	if s.Display == Grid || s.Display == InlineGrid {
		return e.gridContents(b)
	}
	var run, floating measure.Measure // of what stands in lines, and of floats
	count := 0
	for _, k := range b.Children {
		if out(k) {
			continue
		}
		l, h := e.needs(k)
		switch {
		case s.Display == Flex || s.Display == InlineFlex:
			if count++; s.Direction == "row" || s.Direction == "row-reverse" {
				l, h = e.based(k, l, h)
				gap := e.gap(s.GapX, measure.Measure{})
				if count > 1 {
					h = h.Plus(gap)
				}
				if high = high.Plus(h); s.Wrap == "nowrap" {
					if count > 1 {
						l = l.Plus(gap)
					}
					low = low.Plus(l)
				} else {
					low = e.most(low, l)
				}
				continue
			}
		case k.Style.Float != "" || inline(k):
			if k.Style.Float == "" {
				run = run.Plus(h)
			} else if floating = floating.Plus(h); k.Style.Clear != "" {
				floating = h
			}
			high = e.most(high, run.Plus(floating))
			if low = e.most(low, l); s.WhiteSpace == "nowrap" && inline(k) {
				low = high
			}
			continue
		}
		if k.root() && k.Style.Clear == "" { // it stands beside floats
			h = h.Plus(floating.AtLeastZero())
		}
		run, floating = measure.Measure{}, measure.Measure{}
		low, high = e.most(low, l), e.most(high, h)
	}
	return low.AtLeastZero(), high.AtLeastZero()
}

// based keeps what a flexible box needs to its flex basis where it may not grow, or shrink, from that.
func (e *engine) based(k *Box, low, high measure.Measure) (measure.Measure, measure.Measure) {
	s := k.Style
	if s.Basis.Kind != Length || s.Basis.IsPercent() {
		return low, high
	}
	base := k.border(e.of(s.Basis.Amount, measure.Measure{}))
	base, _ = e.outer(k, base, base)
	if least := low; s.Grow == 0 {
		low, high = e.least(low, base), e.least(high, base)
		if s.MinWidth.Kind == Auto && !s.Clips { // the automatic least width
			low, high = e.most(low, least), e.most(high, least)
		}
	}
	if s.Shrink == 0 {
		low, high = e.most(low, base), e.most(high, base)
	}
	return low, high
}

// gap is the space between tracks or flexible boxes.
func (e *engine) gap(s Size, of measure.Measure) measure.Measure {
	if s.Kind != Length {
		return measure.Measure{}
	}
	return e.of(s.Amount, of).AtLeastZero()
}

// inside lays out what stands in a box whose width is known, in a context of floats where its border
// box begins at x and y, and works out its height.
func (e *engine) inside(b *Box, f *floats, x measure.Measure, y float64) {
	s := b.Style
	e.budget.Step(24)
	if b.root() {
		f, x, y = &floats{}, measure.Measure{}, 0
	}
	top := b.pad[Top].Px
	x, y = x.Plus(b.pad[Left]), y+top
	tall := b.tall()
	for _, k := range b.Children {
		if k.within != tall {
			k.within, k.passes = tall, unknown
		}
		k.justify = s.JustifyItems
	}
	b.after = strut{}
	var height float64
	collapses := false
	switch {
	case s.Display == None:
		b.w, b.Height = measure.Measure{}, 0
		return
	case b.Leaf != nil:
		height = b.Leaf.High(b.content().Px)
	case s.Display == Flex || s.Display == InlineFlex:
		height = e.flexible(b)
	case s.Display == Grid || s.Display == InlineGrid:
		height = e.grid(b)
	default:
		if s.Display == TablePart || s.Display == Table && len(b.Children) > 0 {
			e.doubt(s, "tables")
		}
		var end strut
		height, end = e.blocks(b, f, x, y)
		_, declared := b.size(s.Height)
		if collapses = !b.root() && b.pad[Bottom].Px == 0 && !declared; collapses {
			b.after = end
		} else {
			height = max(0, height+end.sum())
		}
		if b.root() {
			height = max(height, f.bottom("both")-y)
		}
		e.sink(b, height)
	}
	b.bare = max(0, height) + b.pad[Top].Px + b.pad[Bottom].Px
	b.Height = e.high(b, height)
	if collapses && b.Height != top+max(0, height) {
		b.after = strut{} // a least or a most height keeps the margins in it
	}
	b.after = b.after.with(b.margin[Bottom].Px)
}

// shifted moves a box that is placed by what moves it alone: a relative position or a translation.
func (e *engine) shifted(b *Box, of measure.Measure) {
	s := b.Style
	if s.Position == "relative" {
		switch {
		case s.Inset[Left].Kind == Length:
			b.x = b.x.Plus(e.of(s.Inset[Left].Amount, of))
		case s.Inset[Right].Kind == Length:
			b.x = b.x.Minus(e.of(s.Inset[Right].Amount, of))
		}
		switch {
		case s.Inset[Top].Kind == Length && !s.Inset[Top].IsPercent():
			b.y += s.Inset[Top].Px
		case s.Inset[Bottom].Kind == Length && !s.Inset[Bottom].IsPercent():
			b.y -= s.Inset[Bottom].Px
		}
	}
	if s.Shift[0].Kind == Length {
		b.x = b.x.Plus(e.exact(s.Shift[0].Amount, b.w))
	}
	if s.Shift[1].Kind == Length {
		b.y += s.Shift[1].Of(b.Height)
	}
}
