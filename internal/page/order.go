package page

import (
	"strconv"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
)

// An Order is where a column stands among those of its row, whatever their order
// in the source: "first", "last", or a whole number from 0 to 48, lower ones
// first, the source order among equals. The zero Order is 0.
type Order int16

// The orders before and after every number.
const (
	First Order = -1
	Last  Order = 1000
)

// String is "first", "last" or the number.
func (o Order) String() string {
	switch o {
	case First:
		return "first"
	case Last:
		return "last"
	}
	return strconv.Itoa(int(o))
}

// MarshalText gives String's text.
func (o Order) MarshalText() ([]byte, error) { return []byte(o.String()), nil }

// UnmarshalText reads what String writes.
func (o *Order) UnmarshalText(b []byte) error {
	switch string(b) {
	case "first":
		*o = First
		return nil
	case "last":
		*o = Last
		return nil
	}
	n, err := strconv.Atoi(string(b))
	if err != nil || n < 0 || n > kit.MaxColumns {
		return fault.New("", string(b), "first, last, or a number from 0 to %d", kit.MaxColumns)
	}
	*o = Order(n)
	return nil
}
