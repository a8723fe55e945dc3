package kit

import (
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
)

// A Gutter is the space between columns: a length, text "24px", or a fraction of
// a column, text "1/5 column". The zero Gutter is 0px.
type Gutter struct {
	width   Length
	up, low int // of a fraction; low is 0 for a length
}

// GutterOf is a gutter of width w.
func GutterOf(w Length) Gutter { return Gutter{width: w} }

// Fraction is a gutter of up/low of a column.
func Fraction(up, low int) Gutter { return Gutter{up: up, low: low} }

// IsFraction reports whether the gutter is a fraction of a column.
func (g Gutter) IsFraction() bool { return g.low > 0 }

// OfColumn is the fraction of a column the gutter is; 0 for a length.
func (g Gutter) OfColumn() float64 {
	if g.low == 0 {
		return 0
	}
	return float64(g.up) / float64(g.low)
}

// Ratio is a fraction's two numbers: up/low of a column.
func (g Gutter) Ratio() (up, low int) { return g.up, g.low }

// Px is the gutter in px when it is a length; 0 for a fraction.
func (g Gutter) Px() float64 { return g.width.Px() }

// String is a length or "1/5 column".
func (g Gutter) String() string {
	if g.low == 0 {
		return g.width.String()
	}
	return strconv.Itoa(g.up) + "/" + strconv.Itoa(g.low) + " column"
}

// MarshalText gives String's text.
func (g Gutter) MarshalText() ([]byte, error) { return []byte(g.String()), nil }

// UnmarshalText reads a length in px or a fraction of a column.
func (g *Gutter) UnmarshalText(b []byte) error {
	wrong := fault.New("", string(b), "a length such as 24px, or a fraction such as 1/5 column, at most 10 columns")
	fraction, ok := strings.CutSuffix(string(b), " column")
	if !ok {
		w, err := ParseLength(string(b))
		if err != nil || !w.Plain() {
			return wrong
		}
		*g = GutterOf(w)
		return nil
	}
	up, low, _ := strings.Cut(fraction, "/")
	u, err := strconv.Atoi(up)
	l, err2 := strconv.Atoi(low)
	if err != nil || err2 != nil || u < 0 || l < 1 || l > 1000 || u > 10*l {
		return wrong
	}
	*g = Fraction(u, l)
	return nil
}
