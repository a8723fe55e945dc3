package kit

import (
	"math"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
)

// Em is what 1em and 1rem come to, in px, wherever the product measures them:
// media queries always use the initial font size, and containers stand where the
// page has not changed it.
const Em = 16

// A Length is a finite CSS length of zero or more, in px, em or rem. Its text is
// CSS's own: "24px", "62.5em". The zero Length is 0px.
type Length struct {
	value float64
	unit  string // "em", "rem", or empty for px
}

// Px makes a Length of v CSS pixels.
func Px(v float64) Length { return Length{value: v} }

// Px gives the length in CSS pixels.
func (l Length) Px() float64 {
	if l.unit != "" {
		return l.value * Em
	}
	return l.value
}

// IsZero reports whether the length is 0.
func (l Length) IsZero() bool { return l.value == 0 }

// Plain reports whether the length is written in px.
func (l Length) Plain() bool { return l.unit == "" }

// Rooted reports whether the length is the same wherever it stands: in px or rem.
func (l Length) Rooted() bool { return l.unit != "em" }

// String prints the shortest text that reads back as the same length.
func (l Length) String() string {
	switch {
	case l.value == 0:
		return "0"
	case l.unit == "":
		return Number(l.value) + "px"
	}
	return Number(l.value) + l.unit
}

// Number prints a number as CSS takes it, with at most four decimals.
func Number(v float64) string {
	if whole := int(v); float64(whole) == v {
		return strconv.Itoa(whole)
	}
	return string(appendNumber(nil, v))
}

func appendNumber(text []byte, v float64) []byte {
	if whole := int64(v); float64(whole) == v {
		return strconv.AppendInt(text, whole, 10)
	}
	return strconv.AppendFloat(text, math.Round(v*1e4)/1e4+0, 'f', -1, 64)
}

// Figure prints a number as people read it, with at most two decimals.
func Figure(v float64) string { return Number(math.Round(v*100) / 100) }

// AppendFigure adds to text the number as Figure prints it.
func AppendFigure(text []byte, v float64) []byte { return appendNumber(text, math.Round(v*100)/100) }

// ParseLength reads a number followed by "px", "em" or "rem", or "0". It refuses
// negative and unbounded numbers and everything over 100000px.
func ParseLength(s string) (Length, error) {
	var l Length
	number := s
	for _, unit := range []string{"px", "rem", "em"} {
		if before, found := strings.CutSuffix(s, unit); found {
			number, l.unit = before, unit
			break
		}
	}
	v, err := strconv.ParseFloat(number, 64)
	l.value = math.Round(v*1e4) / 1e4
	bare := number == s
	if bare || l.unit == "px" {
		l.unit = ""
	}
	if err != nil || bare && v != 0 || !(v >= 0 && l.Px() <= 1e5) {
		return Length{}, fault.New("", s, "a length of 0 to 100000 px such as 24px or 1.5em")
	}
	if l.value == 0 {
		l = Length{}
	}
	return l, nil
}

// MarshalText gives String's text.
func (l Length) MarshalText() ([]byte, error) { return []byte(l.String()), nil }

// UnmarshalText reads what ParseLength reads.
func (l *Length) UnmarshalText(b []byte) (err error) {
	*l, err = ParseLength(string(b))
	return err
}
