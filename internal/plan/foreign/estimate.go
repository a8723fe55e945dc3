package foreign

import (
	"math"
	"strconv"
	"strings"
	"unicode/utf8"

	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
	"kitrows/internal/plan/content"
)

// words is a text by what its size depends on: its longest word, and each of its lines.
type words struct {
	longest stretch
	lines   []stretch
}

// stretch is how wide letters are in a line: in parts of their size, and how many there are, which may be spaced.
type stretch struct {
	ems     float64
	letters int
}

func (s stretch) wide(of *flow.Style) float64 {
	return s.ems*of.FontSize + float64(s.letters)*of.LetterSpacing
}

// wordsOf reads a text, in the letters of the font that the program estimates by.
func wordsOf(text string) *words {
	all := &words{}
	space := content.Width(" ", 1, false)
	for part := range strings.SplitSeq(text, lineEnd) {
		var line stretch
		for w := range strings.FieldsSeq(part) {
			word := stretch{content.Width(w, 1, false), utf8.RuneCountInString(w)}
			if word.ems > all.longest.ems {
				all.longest = word
			}
			if line.letters > 0 {
				line.ems, line.letters = line.ems+space, line.letters+1
			}
			line.ems, line.letters = line.ems+word.ems, line.letters+word.letters
		}
		all.lines = append(all.lines, line)
	}
	return all
}

// estimated is words as they may stand, which only the page's own font can tell.
func (all *words) estimated(s *flow.Style) *flow.Leaf {
	line := s.LineHeight
	if line < 0 {
		line = s.FontSize * 1.15
	}
	leaf := &flow.Leaf{Flows: true, Node: -1, Estimate: inWords, Least: all.longest.wide(s)}
	for _, l := range all.lines {
		leaf.Wide = max(leaf.Wide, l.wide(s))
	}
	leaf.High = func(w float64) float64 {
		high := 0.0
		for _, l := range all.lines {
			high += line * max(1, math.Ceil(l.wide(s)/max(w, 1)-1e-6))
		}
		return high
	}
	return leaf
}

// inWords is what is estimated of words, and of what stands in lines with them.
const inWords = "words"

// lineEnd stands in words where an element ends their line.
const lineEnd = "\v"

// sizes are those that browsers give what is shown in an element's place, where nothing else is said.
var sizes = map[string][2]float64{"iframe": {300, 150}, "video": {300, 150}, "canvas": {300, 150},
	"object": {300, 150}, "embed": {300, 150},
	"svg": {300, 150}, "audio": {300, 54}, "img": {0, 0}, "input": {154, 21}, "textarea": {180, 36},
	"select": {60, 19}, "progress": {160, 16},
	"meter": {80, 16}}

// replaced is what is shown in an element's place, as large as the element's attributes say, and in the proportions of
// its file where those are known; nil of other elements.
func replaced(n *markup.Node, s *flow.Style, file content.Natural) *flow.Leaf {
	size, is := sizes[n.Tag]
	if !is {
		return nil
	}
	wide, declaredWidth := pixels(n, "width")
	high, declaredHeight := pixels(n, "height")
	ratio := 0.0
	if declaredWidth && declaredHeight && wide > 0 {
		ratio = high / wide
	}
	if file.Width > 0 && file.Height > 0 {
		size, ratio = [2]float64{file.Width, file.Height}, file.Height/file.Width
		switch {
		case declaredWidth == declaredHeight:
		case declaredWidth:
			size[1] = wide * ratio
		default:
			size[0] = high / ratio
		}
	}
	if !declaredWidth {
		wide = size[0]
	}
	if !declaredHeight {
		high = size[1]
	}
	auto := s.Declares("height") || !declaredHeight // the attribute is not what decides
	if s.Ratio > 0 && auto {
		ratio = 1 / s.Ratio
	}
	estimate := ""
	known := file.Width > 0 && file.Height > 0 || (declaredWidth || s.Width.Kind == flow.Length) &&
		(declaredHeight || s.Height.Kind == flow.Length || ratio > 0)
	if !known && n.Tag != "iframe" && n.Tag != "canvas" { // which are so large whatever they show
		estimate = "<" + n.Tag + ">"
	}
	return &flow.Leaf{Wide: wide, Replaced: true, Node: -1, Estimate: estimate, High: func(w float64) float64 {
		if auto && ratio > 0 {
			return w * ratio
		}
		return high
	}}
}

// pixels is an attribute of an element that says a length.
func pixels(n *markup.Node, name string) (px float64, is bool) {
	a := n.Attr(name)
	if a == nil || n.Tag == "input" {
		return 0, false
	}
	px, err := strconv.ParseFloat(strings.TrimSuffix(strings.TrimSpace(a.Value), "px"), 64)
	return px, err == nil && px >= 0 && px < 1e5
}
