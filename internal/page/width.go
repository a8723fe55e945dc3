package page

import (
	"strconv"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
)

// A Width is how wide a column is: the full line, or so many units of its row.
// Its text is "full" or "take 6". The zero Width is Full.
type Width struct{ take int }

// Full is the width of a column that has the line to itself.
var Full = Width{}

// Take is a width of n units, n from 1 on.
func Take(n int) Width { return Width{n} }

// IsFull tells whether the width is Full; a take of every unit is not.
func (w Width) IsFull() bool { return w.take == 0 }

// Units is the width in units of a row of n columns: n when full, and a take
// never over n (section 6.3).
func (w Width) Units(n int) int {
	if w.take == 0 {
		return n
	}
	return min(w.take, n)
}

// String is "full" or "take N".
func (w Width) String() string {
	if w.take == 0 {
		return "full"
	}
	return "take " + strconv.Itoa(w.take)
}

// MarshalText gives String's text.
func (w Width) MarshalText() ([]byte, error) { return []byte(w.String()), nil }

// UnmarshalText reads "full" or "take N", N from 1 to 48.
func (w *Width) UnmarshalText(b []byte) error {
	if string(b) == "full" {
		*w = Full
		return nil
	}
	number, taken := strings.CutPrefix(string(b), "take ")
	n, err := strconv.Atoi(number)
	if !taken || err != nil || n < 1 || n > kit.MaxColumns {
		return fault.New("", string(b), "full, or take and a number from 1 to %d", kit.MaxColumns)
	}
	*w = Take(n)
	return nil
}
