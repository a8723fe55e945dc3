package page

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
	"unicode/utf8"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/prose"
)

// A ContentType says what a block holds.
type ContentType string

// The types of content.
const (
	Heading ContentType = "heading"
	Text    ContentType = "text"
	List    ContentType = "list"
	Picture ContentType = "picture"
	Button  ContentType = "button"
	Card    ContentType = "card"
	Form    ContentType = "form"
	HTML    ContentType = "html"
)

// ContentTypes are all of them.
var ContentTypes = []ContentType{Heading, Text, List, Picture, Button, Card, Form, HTML}

// Content is a block's content. Where blocks are held (layout.Of), so that a plan needs no
// browser, a block is exactly as high as declared, or as estimated from its words, and as wide
// as its column; a picture that fits its column is as high as its proportions make
// it there. Its Width is what it asks for in a column that is as wide as its
// content. Else its size is measured (package content).
type Content struct {
	Type    ContentType `json:"type" enum:"heading,text,list,picture,button,card,form,html"`
	Height  kit.Length  `json:"height,omitzero" doc:"In px: its own height, or a fitting picture's natural one."`
	Width   kit.Length  `json:"width,omitzero" doc:"In px: its own width, or a fitting picture's natural one."`
	Comfort kit.Length  `json:"comfort,omitzero" doc:"The least width it is comfortable in, in px; estimated when absent."`
	Fit     bool        `json:"fit,omitzero" doc:"A picture scales with its column."`
	Text    string      `json:"text,omitzero" doc:"Its words, with inline tags and line breaks; or markup of html."`
	Level   int         `json:"level,omitzero" minimum:"1" maximum:"6" doc:"Heading level, also that of a card's heading."`
	Items   []string    `json:"items,omitzero" doc:"The items of a list, paragraphs of a card, labels of a form."`
	Link    string      `json:"link,omitzero" doc:"The address a button leads to."`
	Picture string      `json:"picture,omitzero" doc:"The id of the project's picture that a picture or a card shows."`
	Sources []Source    `json:"sources,omitzero" doc:"Other pictures that are shown in its place from a breakpoint on."`
	Alt     string      `json:"alt,omitzero" doc:"What a picture shows, in words."`
	Stand   bool        `json:"stand,omitzero" doc:"It holds the place of content to come, and gives way to it."`
	Piece   string      `json:"piece,omitzero" doc:"The piece of the project's content sheet it was made of."`
}

// A Source is a picture shown from a breakpoint on.
type Source struct {
	From    string     `json:"from" doc:"The breakpoint's name."`
	Picture string     `json:"picture" doc:"The id of one of the project's pictures."`
	Height  kit.Length `json:"height" doc:"Its height from there on, in px; natural height if the picture fits."`
	Width   kit.Length `json:"width,omitzero" doc:"Where the picture fits: its natural width, in px."`
}

// Natural is how wide and high the block declares itself at breakpoint i of k, in
// px; a height that is not declared is estimated.
func (c *Content) Natural(k *kit.Kit, i int) (width, height float64) {
	return c.natural(c.High().Px(), k, i)
}

// natural is Natural of a block that is high px high by itself, as High has it.
func (c *Content) natural(high float64, k *kit.Kit, i int) (width, height float64) {
	width, height = c.Width.Px(), high
	for _, s := range c.Sources {
		if k.Index(s.From) <= i {
			height = s.Height.Px()
			if c.Fit {
				width = s.Width.Px()
			}
		}
	}
	return width, height
}

// HeightIn is how high the block is at breakpoint i of k in a column w px wide.
func (c *Content) HeightIn(k *kit.Kit, i int, w float64) float64 {
	return c.HeightOf(c.High().Px(), k, i, w)
}

// HeightOf is HeightIn of a block that is high px high by itself (see High), so that plans at several widths read its
// words once.
func (c *Content) HeightOf(high float64, k *kit.Kit, i int, w float64) float64 {
	width, height := c.natural(high, k, i)
	if c.Fit && width > 0 {
		return math.Floor(math.Round(w*64)*height/width) / 64 // as a browser has it
	}
	return height
}

// Figures that estimates go by, in px: a line of words and one letter of it, the
// space around, and the measure a text is thought to run to.
const (
	lineHigh   = 24
	letterWide = 8
	space      = 16
	measure    = 300
)

// High is how high the block is by itself: as declared, else estimated from its
// words in lines of some forty letters.
func (c *Content) High() kit.Length {
	if !c.Height.IsZero() {
		return c.Height
	}
	lines := func(text string) (lines float64) {
		for line := range strings.SplitSeq(prose.Plain(text), "\n") {
			lines += math.Max(1, math.Ceil(float64(utf8.RuneCountInString(line)*letterWide)/measure))
		}
		return lines
	}
	high := 0.0
	switch c.Type {
	case Heading:
		high = lines(c.Text)*(lineHigh+float64(6-c.Level)*2) + space
	case List, Card, Form:
		if c.Type != List {
			high = lines(c.Text)*lineHigh + space
		}
		for _, item := range c.Items {
			high += lines(item) * lineHigh
			if c.Type == Form {
				high += lineHigh + space
			}
		}
	case Button:
		high = lineHigh + space
	case Picture:
		high = 160
	case HTML:
		high = math.Max(1, math.Ceil(float64(utf8.RuneCountInString(c.Words())*letterWide)/measure)) * lineHigh
	default:
		high = lines(c.Text)*lineHigh + space
	}
	return kit.Px(math.Min(math.Max(high, lineHigh), 20000))
}

// Words are about what a reader sees of its text, line breaks as newlines.
func (c *Content) Words() string {
	if c.Type == HTML {
		return tagless(c.Text)
	}
	return prose.Plain(c.Text)
}

// tagless is markup without its tags.
func tagless(markup string) string {
	var b strings.Builder
	for part := range strings.SplitSeq(markup, "<") {
		if _, after, found := strings.Cut(part, ">"); found {
			part = after
		}
		b.WriteString(part)
	}
	return b.String()
}

// Comfortable is the least width, in px, at which the block reads well: as
// declared, else estimated from its type and its longest word.
func (c *Content) Comfortable() float64 { return c.ComfortableBy(c.Words) }

// ComfortableBy is the same, by words that are read where they are needed.
func (c *Content) ComfortableBy(read func() string) float64 {
	if !c.Comfort.IsZero() {
		return c.Comfort.Px()
	}
	switch c.Type {
	case Picture:
		return 120
	case HTML:
		return 160
	case List:
		return 140
	}
	words, longest := read(), 0
	for word := range strings.FieldsSeq(words) {
		longest = max(longest, utf8.RuneCountInString(word))
	}
	word := float64(min(longest, 40) * letterWide)
	switch c.Type {
	case Heading:
		return math.Max(120, word*1.5)
	case Button:
		return float64(min(utf8.RuneCountInString(words), 40)*letterWide + 2*space)
	}
	return math.Max(180, word)
}

// Comfort is the least width, in px, at which what is in a column reads well. A
// row nested in it may always stack its columns.
func (n *Node) Comfort() float64 {
	if n.Kind == Block {
		return n.Content.Comfortable()
	}
	w := 0.0
	for _, c := range n.Children {
		w = max(w, c.Comfort())
	}
	return w
}

// Check refuses content that is over its bounds, that lacks what its type needs,
// or that shows a picture the project does not have or at a breakpoint that kit k
// does not have.
func (c *Content) Check(k *kit.Kit, hasPicture func(id string) bool) error {
	var errs []error
	wrong := func(field string, found any, want string, args ...any) {
		errs = append(errs, fault.New(field, found, want, args...))
	}
	length := func(field string, l kit.Length) {
		if l.Px() > 20000 || !l.Plain() {
			wrong(field, l, "at most 20000px")
		}
	}
	length("height", c.Height)
	length("width", c.Width)
	length("comfort", c.Comfort)
	if len(c.Text) > MaxText {
		wrong("text", len(c.Text), "at most %d bytes", MaxText)
	}
	for i, item := range c.Items {
		if len(item) > MaxText || len(c.Items) > 500 {
			wrong(fmt.Sprintf("items[%d]", i), item, "at most 500 items of %d bytes", MaxText)
			break
		}
	}
	if len(c.Alt) > 1000 {
		wrong("alt", len(c.Alt), "at most 1000 bytes")
	}
	if c.Fit && (c.Type != Picture || c.Width.Px() <= 0 || c.Height.Px() <= 0) {
		wrong("fit", "true", "a picture with its natural width and height")
	}
	if !slices.Contains(ContentTypes, c.Type) {
		wrong("type", string(c.Type), "heading, text, list, picture, button, card, form or html")
	}
	if (c.Type == Heading || c.Type == Card) && (c.Level < 1 || c.Level > 6) {
		wrong("level", c.Level, "a heading level from 1 to 6")
	}
	if (c.Type == Picture || c.Picture != "") && !hasPicture(c.Picture) {
		wrong("picture", c.Picture, "the id of one of the project's pictures")
	}
	if !prose.Safe(c.Link) {
		wrong("link", c.Link, safe)
	}
	errs = append(errs, c.checkProse(), c.checkSources(k, hasPicture))
	return errors.Join(errs...)
}

// checkProse refuses links in words to where a page may not lead, and those in what is pressed itself.
func (c *Content) checkProse() error {
	if c.Type == HTML {
		return nil
	}
	var errs []error
	check := func(field, text string, isPressed bool) {
		if address := prose.Unsafe(text); address != "" {
			errs = append(errs, fault.New(field, address, safe))
		}
		if isPressed && prose.Links(text) {
			errs = append(errs, fault.New(field, text, "words without a link: a button or a label cannot hold one"))
		}
	}
	check("text", c.Text, c.Type == Button || c.Type == Form)
	for i, item := range c.Items {
		check(fmt.Sprintf("items[%d]", i), item, c.Type == Form)
	}
	return errors.Join(errs...)
}

// safe is what a link has to be.
const safe = "an address such as tides.html or https://example.org/tides, at most 500 bytes"

// checkSources refuses pictures for breakpoints the kit does not have, or that a
// picture has from the start.
func (c *Content) checkSources(k *kit.Kit, hasPicture func(id string) bool) error {
	var errs []error
	last := 0
	for i, source := range c.Sources {
		wrong := func(field string, found any, want string, args ...any) {
			errs = append(errs, fault.New(fmt.Sprintf("sources[%d].%s", i, field), found, want, args...))
		}
		from := k.Index(source.From)
		if from <= last {
			wrong("from", source.From, "each breakpoint after the first once, from the narrowest to the widest: %s",
				k.BreakpointNames())
		}
		last = max(last, from)
		if !hasPicture(source.Picture) {
			wrong("picture", source.Picture, "the id of one of the project's pictures")
		}
		if source.Height.Px() > 20000 || !source.Height.Plain() {
			wrong("height", source.Height, "at most 20000px")
		}
		if source.Width.Px() > 20000 || !source.Width.Plain() || c.Fit &&
			(source.Width.Px() <= 0 || source.Height.Px() <= 0) {
			wrong("width", source.Width, "the picture's natural width, at most 20000px")
		}
	}
	return errors.Join(errs...)
}
