package content

import (
	"math"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// How browsers show what no stylesheet speaks of, in letters of 16 px and lines of one and a half (ship.ownStyle).
const (
	letter   = 16.0
	leading  = 1.5
	marginOf = 16.0 // of paragraphs and lists
	indent   = 40.0 // of lists
	below    = 7.0  // what a line has under a picture that stands in it
)

// headings are the sizes of headings and the margins above and below them, both in parts: of the letters around them,
// and of their own.
var headings = [6][2]float64{{2, .67}, {1.5, .83}, {1.17, 1}, {1, 1.33}, {.83, 1.67}, {.67, 2.33}}

// A shape is about how a block stands in a column.
type shape struct {
	top, bottom float64 // margins
	width       float64 // of what stands in lines; 0 of what is as wide as its column
	height      float64
}

// shapeOf estimates a block in a column w px wide, at breakpoint i of k.
func shapeOf(c *page.Content, t *text, k *kit.Kit, i int, w float64) shape {
	var s shape
	switch c.Type {
	case page.Heading:
		s = heading(&t.words, c.Level, w)
	case page.Text:
		s = paragraph(&t.words, w)
	case page.List:
		s = shape{top: marginOf, bottom: marginOf}
		for i := range t.items {
			s.height += paragraph(&t.items[i], w-indent).height
		}
	case page.Picture:
		wide, _ := c.Natural(k, i)
		if s.height = c.HeightIn(k, i, w); !c.Fit {
			s.width = min(wide, w)
			s.bottom = below
		}
		return s
	case page.Button:
		s = shape{width: Width(t.words.text, letter*5/6, false) + 16, height: 21}
		if c.Link != "" {
			s = shape{width: Width(t.words.text, letter, false), height: 18}
		}
	case page.Card:
		s = heading(&t.words, c.Level, w)
		for i := range t.items {
			p := paragraph(&t.items[i], w)
			s.height += max(s.bottom, p.top) + p.height
			s.bottom = p.bottom
		}
		if c.Picture != "" {
			s.height, s.top = s.height+s.top+160, 0
		}
	case page.Form:
		s.height = float64(len(c.Items)+1) * letter * leading
	case page.HTML:
		s = paragraph(&t.words, w)
		s.top, s.bottom = 0, 0
	}
	if !c.Height.IsZero() {
		s.height = c.Height.Px()
	}
	return s
}

func heading(t *words, level int, w float64) shape {
	h := headings[min(max(level, 1), 6)-1]
	size := h[0] * letter
	return shape{top: h[1] * size, bottom: h[1] * size, height: t.lines(size, w) * size * leading}
}

func paragraph(t *words, w float64) shape {
	return shape{top: marginOf, bottom: marginOf, height: t.lines(letter, w) * letter * leading}
}

// natural estimates how wide a block is by itself, and its longest word or widest picture.
func natural(c *page.Content, k *kit.Kit, i int) (wide, least float64) {
	t := textOf(c)
	see := func(text string, size float64, isBold bool, more float64) {
		for line := range strings.SplitSeq(text, "\n") {
			wide = max(wide, Width(strings.Join(strings.Fields(line), " "), size, isBold)+more)
		}
		for word := range strings.FieldsSeq(text) {
			least = max(least, Width(word, size, isBold)+more)
		}
	}
	bolder := func() {
		size := headings[min(max(c.Level, 1), 6)-1][0] * letter
		see(t.words.text, size, true, 0)
	}
	switch c.Type {
	case page.Heading:
		bolder()
	case page.List:
		for _, item := range t.items {
			see(item.text, letter, false, indent)
		}
	case page.Card:
		bolder()
		for _, item := range t.items {
			see(item.text, letter, false, 0)
		}
	case page.Button:
		s := shapeOf(c, t, k, i, 0)
		wide, least = s.width, s.width
	case page.HTML:
		see(t.words.text, letter, false, 0)
	default:
		see(t.words.text, letter, false, 0)
	}
	if declared, _ := c.Natural(k, i); declared > 0 {
		wide = declared
		least = min(max(least, 0), wide)
	}
	return wide, least
}

// Wide is how wide a block is by itself at breakpoint i of k, in px: as declared, else estimated, in whole px.
func Wide(c *page.Content, k *kit.Kit, i int) float64 {
	wide, _ := natural(c, k, i)
	return math.Ceil(wide)
}
