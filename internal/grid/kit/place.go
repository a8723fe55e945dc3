package kit

import (
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
)

// A Place is where a kit's gutters are (section 6.9): between its columns, as a gap, or
// inside them, as padding: half a gutter on either side of each column, or all of it at
// its start or at its end. Rows of the second kind reach out of their container by that
// padding, so that the first column's content starts at its edge, or they stay in it, or they
// stay and their first and last column are trimmed: these have no padding on the row's outside.
// The zero Place is between.
type Place uint8

// The places of a gutter.
const (
	Between Place = iota
	Inside
	InsideStay
	InsideStart
	InsideStartStay
	InsideEnd
	InsideEndStay
	InsideTrim
	InsideStartTrim
	InsideEndTrim
)

// Places are the names of all places, in the order of their values.
var Places = []string{
	"between", "inside", "inside stay", "inside start", "inside start stay", "inside end", "inside end stay",
	"inside trim", "inside start trim", "inside end trim",
}

// IsInside reports whether gutters are padding of the columns.
func (p Place) IsInside() bool { return p != Between }

// Stays reports whether gutters are inside and rows do not reach out of their container.
func (p Place) Stays() bool {
	return p == InsideStay || p == InsideStartStay || p == InsideEndStay || p.Trims()
}

// Trims reports whether a row's first and last column have no padding on its outside.
func (p Place) Trims() bool { return p >= InsideTrim }

// Reaches reports whether rows reach out of their container.
func (p Place) Reaches() bool { return p.IsInside() && !p.Stays() }

// Halves is how many halves of the gutter are padding at a column's start and end.
func (p Place) Halves() (start, end int) {
	switch p {
	case Inside, InsideStay, InsideTrim:
		return 1, 1
	case InsideStart, InsideStartStay, InsideStartTrim:
		return 2, 0
	case InsideEnd, InsideEndStay, InsideEndTrim:
		return 0, 2
	}
	return 0, 0
}

// String is between, or inside with what is said of it, such as "inside start stay".
func (p Place) String() string { return Places[p] }

// MarshalText gives String's text.
func (p Place) MarshalText() ([]byte, error) { return []byte(p.String()), nil }

// UnmarshalText reads one of the places.
func (p *Place) UnmarshalText(b []byte) error {
	i := slices.Index(Places, string(b))
	if i < 0 {
		return fault.New("", string(b), "one of %s", strings.Join(Places, ", "))
	}
	*p = Place(i)
	return nil
}
