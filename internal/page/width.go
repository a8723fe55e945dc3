package page

import (
	"strconv"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
)

// A Width is how wide a column is (section 5). Its text is "full", "take 6",
// "share" or "natural". The zero Width is Full.
type Width struct{ n int8 } // units taken; under 0 for share and natural

// The widths that take no number: the line to itself, an equal share of what is
// left of it, as wide as the content.
var (
	Full    = Width{}
	Share   = Width{-1}
	Natural = Width{-2}
)

// Take is a width of n units, n from 1 to 48.
func Take(n int) Width { return Width{int8(n)} }

// Units is the number of units taken; 0 when the width is not a take.
func (w Width) Units() int { return max(0, int(w.n)) }

// String is "full", "share", "natural" or "take N".
func (w Width) String() string {
	switch w {
	case Full:
		return "full"
	case Share:
		return "share"
	case Natural:
		return "natural"
	}
	return "take " + strconv.Itoa(int(w.n))
}

// MarshalText gives String's text.
func (w Width) MarshalText() ([]byte, error) { return []byte(w.String()), nil }

// UnmarshalText reads what String writes, N from 1 to 48.
func (w *Width) UnmarshalText(b []byte) error {
	for _, word := range []Width{Full, Share, Natural} {
		if string(b) == word.String() {
			*w = word
			return nil
		}
	}
	number, taken := strings.CutPrefix(string(b), "take ")
	n, err := strconv.Atoi(number)
	if !taken || err != nil || n < 1 || n > kit.MaxColumns {
		return fault.New("", string(b), "full, share, natural, or take and a number from 1 to %d", kit.MaxColumns)
	}
	*w = Take(n)
	return nil
}
