// Package trace reads frames, drawn over the picture of a finished design, as columns of a grid: which units each takes
// and by how much it is off, and which grid fits them best (domain section 12).
package trace

import (
	"math"

	"kitrows/internal/grid/kit"
)

// A Frame is a rectangle over a picture, in CSS px from its top left corner.
type Frame struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
}

// A Span is the units of a grid that a frame takes.
type Span struct {
	Unit  int     `json:"unit"`  // the first, from 1
	Take  int     `json:"take"`  // how many
	Start float64 `json:"start"` // px, how far its left edge is right of that of its first unit
	End   float64 `json:"end"`   // and its right edge right of that of its last
}

// Off is how far the frame is off its units, in px: the farther of its edges.
func (s Span) Off() float64 { return max(math.Abs(s.Start), math.Abs(s.End)) }

// SpanOf is the units that a frame is nearest to, of a grid's columns from content to content, such as those of a
// kit.Ruler; it takes at least one.
func SpanOf(f Frame, columns []kit.Stretch) Span {
	first := nearest(len(columns), func(i int) float64 { return f.X - columns[i].From })
	last := nearest(len(columns), func(i int) float64 { return f.X + f.Width - columns[i].To })
	last = max(first, last)
	return Span{first + 1, last - first + 1, f.X - columns[first].From, f.X + f.Width - columns[last].To}
}

// nearest is the one of so many at which a distance is least.
func nearest(n int, distance func(i int) float64) (at int) {
	for i := range n {
		if math.Abs(distance(i)) < math.Abs(distance(at)) {
			at = i
		}
	}
	return at
}
