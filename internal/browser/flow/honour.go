package flow

import "strings"

// A Bearing is what a declaration of a property does to boxes, as far as the plan goes.
type Bearing uint8

// The bearings. Whatever is in no list of this file, and not among the properties, is not planned: it is told of the
// elements that it is declared for.
const (
	Planned   Bearing = iota // laid out as browsers do
	Still                    // moves no box
	OfWords                  // moves words, whose sizes are estimated
	Unplanned                // may move boxes, and is not laid out
)

// BearingOf is that of a property, by its name in lower case.
func BearingOf(name string) Bearing {
	if same, renamed := logical[name]; renamed {
		name = same
	}
	if properties[name] != nil || shorthands[name] != nil || strings.HasPrefix(name, "--") {
		return Planned
	}
	// the browser that judges knows none of them
	for _, other := range []string{"-moz-", "-ms-", "-o-", "-khtml-", "-apple-"} {
		if strings.HasPrefix(name, other) {
			return Still
		}
	}
	name = strings.TrimPrefix(name, "-webkit-")
	switch {
	case still[name]:
		return Still
	case ofWords[name]:
		return OfWords
	}
	for _, start := range families {
		if strings.HasPrefix(name, start) {
			return Still
		}
	}
	if strings.HasPrefix(name, "font-") || strings.HasPrefix(name, "text-") {
		return OfWords
	}
	if strings.HasPrefix(name, "border-") && (strings.HasSuffix(name, "-color") || strings.HasSuffix(name, "-radius")) {
		return Still
	}
	return Unplanned
}

// families are the starts of the names of properties that move no box.
var families = []string{
	"animation-", "background", "mask", "outline", "transition", "scroll-", "overscroll-", "stroke", "fill", "stop-",
	"flood-",
	"color-", "border-image", "image-", "view-transition-", "view-timeline", "timeline-", "text-decoration",
	"text-emphasis",
	"text-shadow", "text-underline", "text-overflow", "text-fill", "text-stroke", "text-security", "column-rule",
	"row-rule",
	"rule-", "corner-", "break-", "page", "counter-", "caret-", "marker", "perspective", "transform-", "offset-",
	"position-try", "object-", "box-", "print-color-", "user-", "backface-", "clip", "animation", "list-style-type",
	"list-style-image", "speak", "hyphenate-", "mix-blend-", "ruby-", "tap-highlight",
	"touch-", "anchor-", "position-anchor", "position-visibility", "interest-", "overflow-scrolling", "scrollbar-width",
}

// still are properties that move no box besides.
var still = set(`accent-color alignment-baseline appearance backdrop-filter border-color border-radius
	box-decoration-break box-reflect box-shadow buffered-rendering color container-name caption-side cursor cx cy
	d dominant-baseline dynamic-range-limit empty-cells border-collapse border-spacing table-layout filter
	font-palette font-smoothing forced-color-adjust interactivity isolation lighting-color opacity orphans
	paint-order pointer-events quotes r reading-flow reading-order resize rx ry scrollbar-color shape-rendering
	src text-rendering text-anchor text-decorations-in-effect text-size-adjust touch-action unicode-range
	vector-effect widows will-change x y z-index zoom-mode app-region locale visibility user-drag syntax inherits
	initial-value size marks bleed behavior border-block-color border-inline-color rtl-ordering transform-origin
	overflow-anchor overflow-clip-margin`)

// ofWords are properties that move words besides.
var ofWords = set(`hyphens line-break overflow-wrap tab-size word-break word-wrap text-transform unicode-bidi
	hanging-punctuation math-style math-depth math-shift line-clamp initial-letter`)

func set(words string) map[string]bool {
	all := map[string]bool{}
	for word := range strings.FieldsSeq(words) {
		all[word] = true
	}
	return all
}
