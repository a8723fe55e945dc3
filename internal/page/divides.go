package page

import (
	"strconv"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
)

// Divides is what a row divides into (section 6.5): the kit's columns anew, text
// "fresh"; the units its own column spans, text "parent"; or so many equal
// columns, text "9". The zero Divides is Fresh.
type Divides struct{ n int8 }

// The divisions that take no number.
var (
	Fresh       = Divides{}
	ParentUnits = Divides{-1}
)

// Into is a division into n equal columns, n from 1 to 48.
func Into(n int) Divides { return Divides{int8(n)} }

// Columns is the number of columns of an Into; 0 for the others.
func (d Divides) Columns() int { return max(0, int(d.n)) }

// String is "fresh", "parent" or the number.
func (d Divides) String() string {
	switch d {
	case Fresh:
		return "fresh"
	case ParentUnits:
		return "parent"
	}
	return strconv.Itoa(int(d.n))
}

// Words says what a row divides into.
func (d Divides) Words() string {
	switch d {
	case Fresh:
		return "the kit's columns"
	case ParentUnits:
		return "its column's units"
	}
	return strconv.Itoa(int(d.n)) + " columns"
}

// MarshalText gives String's text.
func (d Divides) MarshalText() ([]byte, error) { return []byte(d.String()), nil }

// UnmarshalText reads what String writes.
func (d *Divides) UnmarshalText(b []byte) error {
	switch string(b) {
	case "fresh":
		*d = Fresh
		return nil
	case "parent":
		*d = ParentUnits
		return nil
	}
	n, err := strconv.Atoi(string(b))
	if err != nil || n < 1 || n > kit.MaxColumns {
		return fault.New("", string(b), "fresh, parent, or a number of columns from 1 to %d", kit.MaxColumns)
	}
	*d = Into(n)
	return nil
}
