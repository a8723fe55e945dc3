package flow

import (
	"strings"
	"sync"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/measure"
)

// A Display is how a box is laid out among others and lays out what is in it.
type Display uint8

// The displays.
const (
	Inline Display = iota
	Block
	Root // a block that floats do not leave
	InlineBlock
	Flex
	InlineFlex
	Grid
	InlineGrid
	Table
	InlineTable
	TablePart
	Contents
	None
)

// sides are those of a box in the order in which shorthands have them.
var sides = [4]string{"top", "right", "bottom", "left"}

// The sides, as places in what has one value for each.
const (
	Top = iota
	Right
	Bottom
	Left
)

// A SizeKind says what a size is.
type SizeKind uint8

// The kinds of sizes.
const (
	Auto SizeKind = iota
	Length
	MinContent
	MaxContent
	FitContent
	Fill
	Unlimited
	Content
)

// A Size is a length with percentages, or what a size may be in its place.
type Size struct {
	Kind SizeKind
	css.Amount
}

// A Template is the tracks of a grid along one axis.
type Template struct {
	Tracks   []Track
	Implicit []Track // of those after them, over and over
	repeat   *repeat
	names    []named
	areas    int // how many tracks its areas have
}

// A Style is what holds of an element, as far as it moves boxes. It is never changed.
type Style struct {
	Display  Display
	Float    string // left, right, or empty
	Clear    string // left, right, both, or empty
	Position string // static, relative, absolute, fixed or sticky
	Border   [4]float64
	Margin   [4]Size
	Padding  [4]Size
	Inset    [4]Size
	Inner    bool    // widths are those of the border box
	Clips    bool    // what flows over is not shown, so floats do not leave it
	Apart    bool    // its content does not tell its size (contain: size), which is
	Wide     float64 // so many px wide then

	Width, Height, MinWidth, MinHeight, MaxWidth, MaxHeight Size

	Direction, Wrap, Justify, Lines, Items, Self  string
	JustifyItems, JustifySelf, AutoFlow           string
	Grow, Shrink                                  float64
	Basis, GapX, GapY                             Size
	Order                                         int
	Columns, Rows                                 Template
	areas                                         map[string]area
	ColumnStart, ColumnEnd                        Line
	RowStart, RowEnd                              Line
	FontSize, LineHeight                          float64 // px; LineHeight is under 0 where it goes by the font
	LetterSpacing, WordSpacing                    float64
	VerticalAlign, Align, WhiteSpace, Orientation string
	Ratio                                         float64 // of width to height; 0 for none
	Shift                                         [2]Size // by which it is moved without moving others
	Before, After                                 *Style  // of the boxes that its ::before and ::after make

	// Of one whose padding and margins depend on no width, they, with borders.
	fixed              bool
	fixedPad, fixedOut [4]measure.Measure

	made   *computing       // how it was worked out
	inner  map[int32]*Style // of elements in it, by what the cascade knows of them
	text   bool             // of a pseudo-element: it holds text
	custom *css.Variables
	held   map[string]string // what is inherited, as it was computed
	Doubts []Doubt
}

// A Doubt is something that is declared and is not worked out, with the rule that declares it.
type Doubt struct {
	What  string
	Rule  *css.StyleRule
	Set   *css.Set
	Style *Style // of a result: the one that has it
	Words bool   // it is about words in lines, by how their font draws them
}

// A Viewport is a window's inner size in px.
type Viewport struct{ Width, Height float64 }

// A Styler gives elements their styles in one viewport. It is not safe for use by several at once.
type Styler struct {
	budget   *budget.Budget
	stage    *css.Stage
	own      *css.Stage
	viewport Viewport
	scaled   bool    // some style is measured by the viewport
	root     float64 // the page's font size
	known    map[*Style]map[string]*Style
	key      []byte
	top      map[string]*Style // of roots
	amounts  map[string]parsed
	given    int   // styles
	boxes    []Box // that were made ahead
}

// What is kept of styles and boxes, in bytes, as budgets count it.
const (
	amountSize = 240
	styleSize  = 5000
	boxSize    = 600
	doubtSize  = 300 // in the style, in the layout and of the page
)

// parsed is what a text of a length comes to.
type parsed struct {
	css.Amount
	err error
}

// parse reads a length, each text once.
func (s *Styler) parse(text string) (css.Amount, error) {
	p, known := s.amounts[text]
	if !known {
		s.budget.Step(8 + len(text)/4)
		s.budget.Hold(amountSize + len(text))
		p.Amount, p.err = css.ParseAmount(text)
		s.amounts[text] = p
	}
	return p.Amount, p.err
}

// NewStyler makes the styler of a cascade, whose expansion is Expand, in a viewport. What elements are given is spent
// from the budget.
func NewStyler(b *budget.Budget, c *css.Cascade, v Viewport) *Styler {
	return &Styler{budget: b, stage: c.At(b, v.Width), own: browser().At(b, v.Width), viewport: v, root: 16,
		known: map[*Style]map[string]*Style{}, top: map[string]*Style{}, amounts: map[string]parsed{}}
}

// TakeStyler returns a styler of a cascade in a viewport. It is one that was released where the same rules hold, with
// the styles that it has given, unless some of those are measured by another viewport; or else a new one.
func TakeStyler(b *budget.Budget, c *css.Cascade, v Viewport) *Styler {
	s, is := c.Take(b, v.Width).(*Styler)
	if !is || s.viewport != v && s.scaled {
		return NewStyler(b, c, v)
	}
	s.budget, s.viewport = b, v
	s.stage.On(b)
	s.own.On(b)
	return s
}

// mostStyles is how many styles a styler keeps.
const mostStyles = 20_000

// Release keeps the styles that a styler has given for the next who takes it.
func (s *Styler) Release(c *css.Cascade) {
	if s.given < mostStyles {
		s.budget, s.boxes = nil, nil
		s.stage.On(nil)
		s.own.On(nil)
		c.Keep(s.stage, s)
	}
}

// browser is what browsers do with elements without any stylesheet.
var browser = sync.OnceValue(func() *css.Cascade {
	return css.NewCascade(nil, []css.Source{{Name: "browser", Text: browserSheet}}, Expand)
})

const browserSheet = `
html, body, div, p, h1, h2, h3, h4, h5, h6, ul, ol, li, dl, dt, dd, section, article, header, footer, nav, main, aside,
form, figure, figcaption, blockquote, address, hr, pre, details, summary, fieldset, legend, search, hgroup, menu, dir,
center, optgroup, option, dialog { display: block }
head, style, script, template, title, meta, link, base, noscript, datalist, param, area, source, track { display: none }
body { margin: 8px }
p, dl { margin: 1em 0 }
h1 { font-size: 2em; margin: .67em 0 }
h2 { font-size: 1.5em; margin: .83em 0 }
h3 { font-size: 1.17em; margin: 1em 0 }
h4 { margin: 1.33em 0 }
h5 { font-size: .83em; margin: 1.67em 0 }
h6 { font-size: .67em; margin: 2.33em 0 }
ul, ol, menu, dir { margin: 1em 0; padding-left: 40px }
ul ul, ul ol, ul menu, ul dir, ul dl,
ol ul, ol ol, ol menu, ol dir, ol dl,
menu ul, menu ol, menu menu, menu dir, menu dl,
dir ul, dir ol, dir menu, dir dir, dir dl,
dl ul, dl ol, dl menu, dl dir, dl dl { margin: 0 }
dd { margin-left: 40px }
figure, blockquote { margin: 1em 40px }
pre { margin: 1em 0; white-space: pre; font-size: 13px }
hr { margin: 8px auto; border: 1px inset }
fieldset { margin: 0 2px; padding: .35em .75em .625em; border: 2px groove }
button, input, select, textarea { display: inline-block }
button, select { box-sizing: border-box; font-size: 13.3333px }
button { padding: 1px 6px; border: 2px outset }
input, textarea { font-size: 13.3333px }
iframe { border: 2px inset }
table { display: table; border-spacing: 2px; box-sizing: border-box }
tr, td, th, tbody, thead, tfoot, caption, col, colgroup { display: table-row }
[dir=rtl] { direction: rtl }
[dir=ltr] { direction: ltr }
[hidden], details:not([open]) > :not(summary), dialog:not([open]), input[type=hidden] { display: none }
img[align=left] { float: left }
img[align=right] { float: right }
`

// Root gives the style of a document's root element.
func (s *Styler) Root(e *css.Element) *Style {
	id := strings.Join(e.Classes, " ")
	for _, a := range e.Attributes {
		id += "[" + a.Name + "=" + a.Value
	}
	st := s.top[id]
	if st == nil {
		st = s.Of(e, nil)
		s.top[id] = st
	}
	s.root = st.FontSize
	return st
}

// Of gives an element's style, in an element of the style outer; nil for the root.
func (s *Styler) Of(e *css.Element, outer *Style) *Style {
	st := s.computed(e, "", outer)
	for _, pseudo := range []struct {
		name string
		to   **Style
	}{{"before", &st.Before}, {"after", &st.After}} {
		if p := s.computed(e, pseudo.name, st); p != nil && p.Display != None {
			*pseudo.to = p
		}
	}
	return st
}

// Declares reports whether any stylesheet of the page's declares a longhand for the element.
func (s *Style) Declares(name string) bool {
	_, has := s.made.won[name]
	return has
}

// Holds reports whether a rule's media hold in the styler's viewport.
func (s *Styler) Holds(r *css.StyleRule) bool { return s.stage.Holds(r) }

// Declared gives what holds of each longhand that a stylesheet declares for an element.
func (s *Styler) Declared(e *css.Element) map[string]css.Winner {
	won, _ := s.stage.Declared(e, "")
	return won
}
