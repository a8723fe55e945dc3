package foreign

import (
	"math"
	"strconv"
	"strings"
	"unicode/utf8"

	"kitrows/internal/flow"
	"kitrows/internal/markup"
)

// estimated is words as they may stand, which only a font can tell: letters half as wide as they are high.
func estimated(text string, s *flow.Style) *flow.Leaf {
	letter := s.FontSize/2 + s.LetterSpacing
	line := s.LineHeight
	if line < 0 {
		line = s.FontSize * 1.15
	}
	leaf := &flow.Leaf{Flows: true, Node: -1}
	var lines []float64
	for part := range strings.SplitSeq(text, lineEnd) {
		wide := 0.0
		for i, w := range strings.Fields(part) {
			one := float64(utf8.RuneCountInString(w)) * letter
			leaf.Least = max(leaf.Least, one)
			if i > 0 {
				wide += s.FontSize / 4
			}
			wide += one
		}
		leaf.Wide = max(leaf.Wide, wide)
		lines = append(lines, wide)
	}
	leaf.High = func(w float64) float64 {
		high := 0.0
		for _, wide := range lines {
			high += line * max(1, math.Ceil(wide/max(w, 1)-1e-6))
		}
		return high
	}
	return leaf
}

// lineEnd stands in words where an element ends their line.
const lineEnd = "\v"

// sizes are those that browsers give what is shown in an element's place, where nothing else is said.
var sizes = map[string][2]float64{"iframe": {300, 150}, "video": {300, 150}, "canvas": {300, 150}, "object": {300, 150}, "embed": {300, 150},
	"svg": {300, 150}, "audio": {300, 54}, "img": {0, 0}, "input": {154, 21}, "textarea": {180, 36}, "select": {60, 19}, "progress": {160, 16},
	"meter": {80, 16}}

// replaced is what is shown in an element's place, as large as the element's attributes say; nil of other elements.
func replaced(n *markup.Node, s *flow.Style) *flow.Leaf {
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
	return &flow.Leaf{Wide: wide, Replaced: true, Node: -1, High: func(w float64) float64 {
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
