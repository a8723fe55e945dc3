package flow

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/measure"
)

// computing is one style being worked out.
type computing struct {
	*Style
	s     *Styler
	outer *Style
	won   map[string]css.Winner
	own   map[string]css.Winner
}

// computed gives a style; nil for a pseudo-element that makes no box.
func (s *Styler) computed(e *css.Element, pseudo string, outer *Style) *Style {
	won, unsure := s.stage.Declared(e, pseudo)
	if _, has := won["content"]; !has && pseudo != "" {
		return nil
	}
	s.budget.Step(256)
	s.budget.Hold(styleSize)
	c := computing{Style: &Style{}, s: s, outer: outer, won: won}
	if pseudo == "" {
		c.own, _ = s.own.Declared(e, "")
	}
	c.customs()
	if pseudo != "" {
		v := c.value("content")
		if v == "none" || v == "normal" {
			return nil
		}
		c.text = strings.Trim(v, `"' `) != "" && v != `"\20"` && v != `"\0020"`
	}
	c.fonts()
	c.boxes()
	c.flexes()
	c.grids()
	c.rest()
	if what, is := ownWays[e.Type]; is && pseudo == "" {
		c.Doubts = append(c.Doubts, Doubt{What: what})
	}
	for i, r := range unsure {
		if i == mostUnsure {
			c.Doubts = append(c.Doubts, Doubt{What: fmt.Sprintf("what hangs on %d more rules like it", len(unsure)-i)})
			break
		}
		c.Doubts = append(c.Doubts, Doubt{What: "what hangs on " + hangsOn(r), Rule: r})
	}
	s.budget.Hold(len(c.Doubts) * doubtSize)
	c.fix()
	c.made = &c
	return c.Style
}

// mostUnsure is how many rules of which it is not known whether they hold are told of one element, each by itself.
const mostUnsure = 20

// windowHeight is told of what goes by it: only its width is known.
const windowHeight = "a part of the window's height, which is taken to be 800 px"

// ownWays are elements that browsers lay out in a way of their own.
var ownWays = map[string]string{
	"summary": "a summary, which has a marker", "legend": "a legend in the border of its fieldset",
	"marquee": "a marquee",
	"ruby":    "ruby text", "frameset": "frames", "dialog": "a dialog, which stands apart",
}

// fix works out padding and margins once where they depend on no width.
func (c *computing) fix() {
	c.fixed = true
	for i := range sides {
		for _, a := range []*css.Amount{&c.Padding[i].Amount, &c.Margin[i].Amount} {
			c.fixed = c.fixed && a.Percent == 0 && len(a.Ends) == 0
		}
	}
	if c.fixed {
		c.fixedPad, c.fixedOut = (&engine{}).edgesOf(c.Style, measure.Measure{})
	}
}

// hangsOn is what it hangs on whether a rule holds.
func hangsOn(r *css.StyleRule) string {
	if r.Unsure != "" {
		return r.Unsure
	}
	return "@media " + strings.Join(r.Media.Asked(), ", ")
}

// customs works out the custom properties. Those that are registered hold what they do at first where they are not
// inherited.
func (c *computing) customs() {
	if c.outer != nil {
		c.custom = c.outer.custom
	}
	var declared map[string]string
	for name, w := range c.won {
		if strings.HasPrefix(name, "--") {
			if declared == nil {
				declared = map[string]string{}
			}
			declared[name] = w.Value
		}
	}
	for name, r := range c.s.stage.Registered() {
		value, is := declared[name]
		first := value == "initial" || value == "unset" && !r.Inherits
		if !is && (!r.Inherits || c.outer == nil) || is && first {
			if declared == nil {
				declared = map[string]string{}
			}
			if declared[name] = r.Initial; r.Initial == "" {
				declared[name] = "initial"
			}
		}
	}
	c.custom = c.custom.Within(c.s.budget, declared)
}

// initials are the values of properties where nothing is declared, but for those that are as their
// first keyword says: auto, none, normal or 0.
var initials = map[string]string{
	"display": "inline", "position": "static", "box-sizing": "content-box", "overflow-x": "visible",
	"overflow-y":     "visible",
	"flex-direction": "row", "flex-wrap": "nowrap", "flex-shrink": "1", "flex-grow": "0", "order": "0",
	"flex-basis":      "auto",
	"justify-content": "normal", "align-content": "normal", "align-items": "normal", "align-self": "auto",
	"justify-items": "normal", "justify-self": "auto", "row-gap": "normal", "column-gap": "normal",
	"grid-template-columns": "none", "grid-auto-columns": "auto", "grid-template-rows": "none",
	"grid-auto-rows":      "auto",
	"grid-template-areas": "none", "grid-auto-flow": "row", "font-size": "medium",
	"line-height": "normal", "vertical-align": "baseline", "letter-spacing": "normal", "word-spacing": "normal",
	"white-space": "normal", "text-align": "start", "direction": "ltr", "float": "none", "clear": "none",
	"max-width": "none", "max-height": "none", "writing-mode": "horizontal-tb", "content": "normal", "contain": "none",
	"column-count": "auto", "column-width": "auto", "columns": "auto", "zoom": "1", "transform": "none",
	"translate":    "none",
	"aspect-ratio": "auto", "text-indent": "0", "contain-intrinsic-width": "none", "container-type": "normal",
}

// value is what holds of a longhand as it is written, without custom properties.
func (c *computing) value(name string) string {
	w, has := c.won[name]
	if has {
		v, ok := c.put(w, name)
		if ok && v != "revert" && v != "revert-layer" {
			return c.wide(name, v)
		}
		if !ok {
			return c.wide(name, "unset")
		}
	}
	if w, has = c.own[name]; has {
		return c.wide(name, w.Value)
	}
	return c.wide(name, "unset")
}

// put puts custom properties into a declared value; ok is false where it is then none.
func (c *computing) put(w css.Winner, name string) (value string, ok bool) {
	if w.Short == "" {
		return w.Value, true
	}
	v, err := css.Substitute(c.s.budget, w.Value, c.custom.Lookup)
	if err != nil {
		return "", false
	}
	all, ok := Expand(w.Short, strings.TrimSpace(v))
	for _, l := range all {
		if l.Name == name {
			return l.Value, ok
		}
	}
	return "", false
}

// wide resolves inherit, initial and unset.
func (c *computing) wide(name, v string) string {
	switch {
	case v == "inherit", v == "unset" && inherited[name]:
		if c.outer == nil {
			return initial(name)
		}
		if held, has := c.outer.held[name]; has {
			return held
		}
		return c.outer.made.value(name)
	case v == "initial", v == "unset", v == "revert", v == "revert-layer":
		return initial(name)
	}
	return v
}

func initial(name string) string {
	if v, has := initials[name]; has {
		return v
	}
	if strings.HasPrefix(name, "padding") || strings.HasPrefix(name, "margin") {
		return "0"
	}
	if strings.HasPrefix(name, "border") {
		if strings.HasSuffix(name, "width") {
			return "medium"
		}
		return "none"
	}
	return "auto"
}

// keep holds values that may be inherited.
func (c *computing) keep(name, v string) {
	if c.held == nil {
		c.held = map[string]string{}
	}
	c.held[name] = v
}

func (c *computing) doubt(name, what string, args ...any) {
	w := c.won[name]
	c.Doubts = append(c.Doubts, Doubt{What: fmt.Sprintf(what, args...), Rule: w.Rule, Set: w.Set})
}

var fontSizes = map[string]float64{
	"xx-small": 9, "x-small": 10, "small": 13, "medium": 16, "large": 18, "x-large": 24, "xx-large": 32,
	"xxx-large": 48,
}

func (c *computing) fonts() {
	above := 16.0
	if c.outer != nil {
		above = c.outer.FontSize
	}
	v := c.value("font-size")
	switch px, named := fontSizes[v]; {
	case named:
		c.FontSize = px
	case v == "smaller":
		c.FontSize = above / 1.2
	case v == "larger":
		c.FontSize = above * 1.2
	default:
		c.FontSize = above
		if a, err := c.s.parse(v); err == nil {
			root := c.s.root
			if c.outer == nil {
				root = 16
			}
			c.FontSize = max(0, c.in(a, above, root).Of(above))
		} else {
			c.doubt("font-size", "the font size %s", v)
		}
	}
	c.keep("font-size", strconv.FormatFloat(c.FontSize, 'f', -1, 64)+"px")
	v = c.value("line-height")
	c.LineHeight = -1
	if a, err := c.s.parse(v); err == nil && !a.Length {
		c.LineHeight = a.Number * c.FontSize
		c.keep("line-height", v)
	} else if err == nil {
		c.LineHeight = c.amount(a).Of(c.FontSize)
		c.keep("line-height", strconv.FormatFloat(c.LineHeight, 'f', -1, 64)+"px")
	} else {
		c.keep("line-height", v)
	}
	for _, name := range []string{"letter-spacing", "word-spacing"} {
		px := 0.0
		if v := c.value(name); v != "normal" {
			if a, err := c.s.parse(v); err == nil {
				px = c.amount(a).Of(c.FontSize)
			}
		}
		c.keep(name, strconv.FormatFloat(px, 'f', -1, 64)+"px")
		if name == "letter-spacing" {
			c.LetterSpacing = px
		} else {
			c.WordSpacing = px
		}
	}
	c.WhiteSpace, c.Align, c.Orientation = whiteSpace(c.value("white-space")), c.value("text-align"),
		c.value("direction")
	c.keep("white-space", c.WhiteSpace)
	c.keep("text-align", c.Align)
	c.keep("direction", c.Orientation)
	mode := c.value("writing-mode")
	c.keep("writing-mode", mode)
	if mode != "horizontal-tb" {
		c.doubt("writing-mode", "text that runs downwards")
	}
	if c.Orientation == "rtl" {
		c.doubt("direction", "text that runs from right to left")
	}
}

// whiteSpace is a value of white-space in the words that there were first.
func whiteSpace(v string) string {
	switch v {
	case "collapse", "wrap":
		return "normal"
	case "preserve":
		return "pre-wrap"
	case "preserve nowrap", "nowrap preserve":
		return "pre"
	}
	return v
}

// amount measures an amount by the element's font and the viewport.
func (c *computing) amount(a css.Amount) css.Amount {
	c.s.budget.Step(4 * len(a.Ends))
	root := c.s.root
	if c.outer == nil {
		root = c.FontSize
	}
	return c.in(a, c.FontSize, root)
}

// in measures an amount by two font sizes and the viewport.
func (c *computing) in(a css.Amount, em, rem float64) css.Amount {
	c.s.scaled = c.s.scaled || a.Scales()
	if a.ByHeight() && !slices.ContainsFunc(c.Doubts, func(d Doubt) bool { return d.What == windowHeight }) {
		c.Doubts = append(c.Doubts, Doubt{What: windowHeight})
	}
	return a.In(css.Scale{Width: c.s.viewport.Width, Height: c.s.viewport.Height, Em: em, Rem: rem})
}

var sizeWords = map[string]SizeKind{
	"-webkit-min-content": MinContent, "-webkit-max-content": MaxContent, "-webkit-fit-content": FitContent,
	"auto": Auto, "normal": Auto, "none": Unlimited, "min-content": MinContent, "max-content": MaxContent,
	"fit-content": FitContent, "stretch": Fill, "-webkit-fill-available": Fill, "content": Content,
}

func (c *computing) size(name string) Size {
	v := c.value(name)
	if v == "0" {
		return Size{Kind: Length, Amount: css.Amount{Length: true}}
	}
	if kind, is := sizeWords[v]; is {
		return Size{Kind: kind}
	}
	a, err := c.s.parse(v)
	if err != nil {
		c.doubt(name, "the length %s", v)
		return Size{}
	}
	a.Length = true
	return Size{Length, c.amount(a)}
}

func (c *computing) boxes() {
	display := c.value("display")
	if c.Display, _ = isDisplay(display); odd(display) {
		c.Display = Block
		c.doubt("display", "the display %s", display)
	}
	c.Position = c.value("position")
	c.Float, c.Clear = strings.TrimPrefix(c.value("float"), "inline-"), strings.TrimPrefix(c.value("clear"), "inline-")
	for _, to := range []*string{&c.Float, &c.Clear} {
		switch *to {
		case "start":
			*to = "left"
		case "end":
			*to = "right"
		case "none":
			*to = ""
		}
	}
	c.Inner = c.value("box-sizing") == "border-box"
	x, y := c.value("overflow-x"), c.value("overflow-y")
	c.Clips = x != "visible" && x != "clip" || y != "visible" && y != "clip"
	for i, side := range sides {
		c.Margin[i], c.Padding[i], c.Inset[i] = c.size("margin-"+side), c.size("padding-"+side), c.size(side)
		if style := c.value("border-" + side + "-style"); style != "none" && style != "hidden" {
			v := c.value("border-" + side + "-width")
			switch v {
			case "thin":
				c.Border[i] = 1
			case "medium":
				c.Border[i] = 3
			case "thick":
				c.Border[i] = 5
			default:
				if a, err := c.s.parse(v); err == nil {
					c.Border[i] = c.amount(a).Px
				}
			}
			if c.Border[i] > 0 {
				c.Border[i] = math.Max(1, math.Floor(c.Border[i]))
			}
		}
	}
	c.Width, c.Height = c.size("width"), c.size("height")
	c.MinWidth, c.MinHeight = c.size("min-width"), c.size("min-height")
	c.MaxWidth, c.MaxHeight = c.size("max-width"), c.size("max-height")
	if c.Position == "absolute" || c.Position == "fixed" {
		c.Float = ""
	}
	if contain := c.value("contain"); strings.Contains(contain, "layout") || strings.Contains(contain, "paint") ||
		strings.Contains(contain, "strict") || strings.Contains(contain, "content") {
		c.Clips = true
	}
	if contain := c.value("contain"); contain == "strict" || slices.Contains(strings.Fields(contain), "size") {
		c.Apart = true
		if a, err := c.s.parse(strings.TrimPrefix(c.value("contain-intrinsic-width"), "auto ")); err == nil {
			c.Wide = c.amount(a).Px
		}
	}
	switch {
	case c.outer == nil:
		c.Display = Root
	case c.around().Arranges():
		if c.Display = blockish(c.Display); c.Display == Block {
			c.Display = Root
		}
		c.Float, c.Clear = "", ""
	case c.Float != "" || c.Position == "absolute" || c.Position == "fixed":
		c.Display = blockish(c.Display)
	}
}

// around is the style of the element around whose box its box stands in.
func (c *computing) around() *Style {
	outer := c.outer
	for outer.Display == Contents && outer.made.outer != nil {
		outer = outer.made.outer
	}
	return outer
}

// Contains reports whether margins and floats of what stands in a box stay in it, and it is a block of what stands
// there.
func (s *Style) Contains() bool {
	switch s.Display {
	case Root, InlineBlock:
		return true
	case Block:
		return s.Clips || s.Float != ""
	}
	return false
}

// Arranges reports whether what stands in a box is flexible boxes or items of a grid.
func (s *Style) Arranges() bool {
	return s.Display == Flex || s.Display == Grid || s.Display == InlineFlex || s.Display == InlineGrid
}

// blockish is what a display becomes of what floats, or stands in flexible boxes or a grid.
func blockish(d Display) Display {
	switch d {
	case Inline, InlineBlock, Block:
		if d == InlineBlock {
			return Root
		}
		return Block
	case InlineFlex:
		return Flex
	case InlineGrid:
		return Grid
	case InlineTable:
		return Table
	}
	return d
}

func (c *computing) flexes() {
	c.Direction, c.Wrap = c.value("flex-direction"), c.value("flex-wrap")
	c.Justify, c.Lines, c.Items = c.value("justify-content"), c.value("align-content"), c.value("align-items")
	c.Self, c.JustifyItems, c.JustifySelf = c.value("align-self"), c.value("justify-items"), c.value("justify-self")
	for _, to := range []*string{&c.Justify, &c.Lines, &c.Items, &c.Self, &c.JustifyItems, &c.JustifySelf} {
		if *to = strings.TrimPrefix(*to, "unsafe "); *to == "anchor-center" {
			*to = "center"
		}
	}
	for _, to := range []*string{&c.JustifyItems, &c.JustifySelf} {
		*to = strings.TrimPrefix(strings.TrimPrefix(*to, "flex-"), "self-")
	}
	if c.Wrap == "balance" {
		c.doubt("flex-wrap", "lines that are balanced")
	}
	c.Grow, c.Shrink = c.number("flex-grow"), c.number("flex-shrink")
	c.Basis, c.GapX, c.GapY = c.size("flex-basis"), c.size("column-gap"), c.size("row-gap")
	c.Order = int(math.Round(c.number("order")))
}

func (c *computing) number(name string) float64 {
	a, err := c.s.parse(c.value(name))
	if err != nil {
		c.doubt(name, "the number %s", c.value(name))
	}
	return a.Number
}

func (c *computing) grids() {
	if c.Display == Grid || c.Display == InlineGrid {
		c.Columns, c.Rows = c.template("columns"), c.template("rows")
		if v := c.value("grid-template-areas"); v != "auto" && v != "none" {
			var ok bool
			if c.areas, c.Rows.areas, c.Columns.areas, ok = areas(v); !ok {
				c.doubt("grid-template-areas", "the areas %s", v)
			}
		}
	}
	c.AutoFlow = c.value("grid-auto-flow")
	for name, to := range map[string]*Line{
		"grid-column-start": &c.ColumnStart, "grid-column-end": &c.ColumnEnd,
		"grid-row-start": &c.RowStart, "grid-row-end": &c.RowEnd,
	} {
		if v := c.value(name); v != "auto" {
			*to, _ = line(v)
		}
	}
}

// template reads the tracks along one axis.
func (c *computing) template(axis string) (t Template) {
	t.Tracks, t.repeat, t.names = c.tracks("grid-template-" + axis)
	t.Implicit, _, _ = c.tracks("grid-auto-" + axis)
	return t
}

func (c *computing) tracks(name string) ([]Track, *repeat, []named) {
	v := c.value(name)
	if v == "none" {
		return nil, nil, nil
	}
	all, auto, names, ok := tracks(v)
	if !ok {
		c.doubt(name, "the tracks %s", v)
		return nil, nil, nil
	}
	measure := func(all []Track) {
		for i := range all {
			if all[i].Unknown {
				c.doubt(name, "the tracks %s", v)
			}
			for _, s := range []*Size{&all[i].Min, &all[i].Max} {
				if s.Kind == Length {
					s.Amount = c.amount(s.Amount)
				}
			}
		}
	}
	measure(all)
	if auto != nil {
		measure(auto.of)
	}
	return all, auto, names
}

func (c *computing) rest() {
	c.VerticalAlign = c.value("vertical-align")
	for _, name := range []string{"column-count", "column-width", "columns"} {
		if v := c.value(name); v != "auto" && v != "auto auto" {
			c.doubt(name, "text in columns")
			c.Clips = true
		}
	}
	if v := c.value("zoom"); v != "1" && v != "normal" && v != "100%" && v != "auto" {
		c.doubt("zoom", "zoom")
	}
	if v := c.value("visibility"); v == "collapse" && c.outer != nil && c.around().Arranges() {
		c.doubt("visibility", "a flexible box that collapses")
	}
	if v := c.value("container-type"); v != "normal" && v != "auto" {
		c.Clips = true
	}
	if up, low, has := strings.Cut(strings.TrimPrefix(c.value("aspect-ratio"), "auto "), "/"); has || up != "auto" {
		a, err := strconv.ParseFloat(strings.TrimSpace(up), 64)
		b := 1.0
		if has {
			b, _ = strconv.ParseFloat(strings.TrimSpace(low), 64)
		}
		if err == nil && b > 0 {
			c.Ratio = a / b
		}
	}
	c.shift()
	c.unplanned()
}

// unplanned doubts what is declared of properties that are not laid out.
func (c *computing) unplanned() {
	var names []string
	for name, w := range c.won {
		if w.Unplanned && !slices.Contains(harmless, strings.ToLower(w.Value)) {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	for _, name := range names {
		c.doubt(name, "the property %s", name)
	}
}

// harmless are values of properties that most have where nothing is declared.
var harmless = []string{"none", "auto", "normal", "visible", "initial", "unset", "inherit", "revert", "0"}

// shift reads what moves the box alone: a transform that is a translation, along the x axis or both.
func (c *computing) shift() {
	name, v := "transform", c.value("transform")
	if t := c.value("translate"); t != "none" {
		name, v = "translate", "translate("+strings.Join(words(t), ",")+")"
	}
	if v == "none" {
		return
	}
	inner, is := strings.CutPrefix(v, "translate")
	open := strings.IndexByte(inner, '(')
	if !is || open < 0 || !strings.HasSuffix(inner, ")") {
		c.doubt(name, "the transform %s", v)
		return
	}
	axis := inner[:open]
	for i, part := range strings.Split(inner[open+1:len(inner)-1], ",") {
		a, err := c.s.parse(strings.TrimSpace(part))
		if axis == "y" || axis == "Y" {
			i = 1
		}
		if err != nil || i > 1 {
			if axis != "3d" {
				c.doubt(name, "the transform %s", v)
			}
			return
		}
		c.Shift[i] = Size{Length, c.amount(a)}
	}
}
