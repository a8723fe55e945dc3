package kit

import (
	"math"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
)

// An Extent is how wide a fixed container is from a breakpoint on: a length, a part of
// the viewport such as 91%, or fluid (as wide as the viewport). The zero Extent is fluid.
type Extent struct {
	fixed bool
	width Length
	part  float64 // percent of the viewport
}

// Fluid is the extent of a container that is as wide as the viewport.
var Fluid = Extent{}

// Fixed makes the extent of a container of width w.
func Fixed(w Length) Extent { return Extent{fixed: true, width: w} }

// PartOf makes the extent of a container that is so many percent of the viewport wide, over
// 0 and under 100.
func PartOf(percent float64) Extent { return Extent{part: percent} }

// Width gives the container's outer width in px and true, or false when it goes with the
// viewport.
func (e Extent) Width() (float64, bool) { return e.width.Px(), e.fixed }

// Part is the container's part of the viewport in percent, over 0 and under 100; else 0.
func (e Extent) Part() float64 { return e.part }

// String is "fluid", a length or a percentage.
func (e Extent) String() string {
	switch {
	case e.fixed:
		return e.width.String()
	case e.part > 0:
		return Number(e.part) + "%"
	}
	return "fluid"
}

// MarshalText gives String's text.
func (e Extent) MarshalText() ([]byte, error) { return []byte(e.String()), nil }

// UnmarshalText reads "fluid", what ParseLength reads, or a percentage over 0 and up to 100.
func (e *Extent) UnmarshalText(b []byte) error {
	text := string(b)
	if text == "fluid" || text == "100%" {
		*e = Fluid
		return nil
	}
	if number, ok := strings.CutSuffix(text, "%"); ok {
		if v, err := strconv.ParseFloat(number, 64); err == nil && v >= 1 && v < 100 {
			*e = Extent{part: math.Round(v*1e4) / 1e4}
			return nil
		}
	} else if w, err := ParseLength(text); err == nil {
		*e = Fixed(w)
		return nil
	}
	return fault.New("", text, "fluid, a length such as 604px, or a part of the viewport such as 91%%")
}

// An Edge is the space between a container's border and its first column: half
// a gutter, none, or a length. The zero Edge is half.
type Edge struct {
	own   bool
	width Length
}

// HalfGutter is the edge of half a gutter.
var HalfGutter = Edge{}

// EdgeOf makes an edge of width w; of 0 it is "none".
func EdgeOf(w Length) Edge { return Edge{true, w} }

// String is "half", "none" or a length.
func (e Edge) String() string {
	switch {
	case !e.own:
		return "half"
	case e.width.Px() == 0:
		return "none"
	}
	return e.width.String()
}

// MarshalText gives String's text.
func (e Edge) MarshalText() ([]byte, error) { return []byte(e.String()), nil }

// UnmarshalText reads "half", "none" or what ParseLength reads.
func (e *Edge) UnmarshalText(b []byte) error {
	switch string(b) {
	case "half":
		*e = HalfGutter
		return nil
	case "none":
		*e = EdgeOf(Length{})
		return nil
	}
	w, err := ParseLength(string(b))
	if err != nil || !w.Plain() {
		return fault.New("", string(b), "half, none or a length such as 12px")
	}
	*e = EdgeOf(w)
	return nil
}
