package kit

import (
	"math"
	"strconv"
	"strings"

	"kitrows/internal/fault"
)

// A Length is a finite CSS length of zero or more, in px. Its text is CSS's
// own: "24px". The zero Length is 0px.
type Length struct{ px float64 }

// Px makes a Length of v CSS pixels.
func Px(v float64) Length { return Length{v} }

// Px gives the length in CSS pixels.
func (l Length) Px() float64 { return l.px }

// String prints the shortest text that reads back as the same length.
func (l Length) String() string {
	if l.px == 0 {
		return "0"
	}
	return Number(l.px) + "px"
}

// Number prints a number as CSS takes it, with at most four decimals.
func Number(v float64) string {
	return strconv.FormatFloat(math.Round(v*1e4)/1e4, 'f', -1, 64)
}

// ParseLength reads a number followed by "px", or "0". It refuses negative and
// unbounded numbers and everything over 100000px.
func ParseLength(s string) (Length, error) {
	number, unit := strings.CutSuffix(s, "px")
	v, err := strconv.ParseFloat(number, 64)
	if err != nil || !unit && v != 0 || !(v >= 0 && v <= 1e5) {
		return Length{}, fault.New("", s, "a length of 0 to 100000 px such as 24px")
	}
	return Length{v}, nil
}

// MarshalText gives String's text.
func (l Length) MarshalText() ([]byte, error) { return []byte(l.String()), nil }

// UnmarshalText reads what ParseLength reads.
func (l *Length) UnmarshalText(b []byte) (err error) {
	*l, err = ParseLength(string(b))
	return err
}
