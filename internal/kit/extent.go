package kit

import "kitrows/internal/fault"

// An Extent is how wide a fixed container is from a breakpoint on: a length, or
// fluid (as wide as the viewport). The zero Extent is fluid.
type Extent struct {
	fixed bool
	width Length
}

// Fluid is the extent of a container that is as wide as the viewport.
var Fluid = Extent{}

// Fixed makes the extent of a container of width w.
func Fixed(w Length) Extent { return Extent{true, w} }

// Width gives the container's outer width in px and true, or false when fluid.
func (e Extent) Width() (float64, bool) { return e.width.Px(), e.fixed }

// String is "fluid" or a length.
func (e Extent) String() string {
	if e.fixed {
		return e.width.String()
	}
	return "fluid"
}

// MarshalText gives String's text.
func (e Extent) MarshalText() ([]byte, error) { return []byte(e.String()), nil }

// UnmarshalText reads "fluid" or what ParseLength reads.
func (e *Extent) UnmarshalText(b []byte) error {
	if string(b) == "fluid" {
		*e = Fluid
		return nil
	}
	w, err := ParseLength(string(b))
	if err != nil {
		return fault.New("", string(b), "fluid or a length such as 604px")
	}
	*e = Fixed(w)
	return nil
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
