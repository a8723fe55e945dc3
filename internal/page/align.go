package page

import (
	"slices"
	"strings"

	"kitrows/internal/fault"
)

// An Align is how a column stands in its line.
type Align uint8

// The aligns. RowsAlign is a column's default: as its row says. Stretch is a
// row's.
const (
	RowsAlign Align = iota
	Top
	Middle
	Bottom
	Stretch
)

var aligns = []string{"row", "top", "middle", "bottom", "stretch"}

// String is "row", "top", "middle", "bottom" or "stretch".
func (a Align) String() string { return aligns[a] }

// MarshalText gives String's text.
func (a Align) MarshalText() ([]byte, error) { return []byte(a.String()), nil }

// UnmarshalText reads what String writes.
func (a *Align) UnmarshalText(b []byte) error {
	i, err := word(string(b), aligns)
	*a = Align(i)
	return err
}

// A Spread is where the unspent part of a line goes.
type Spread uint8

// The spreads: the columns at the start, in the middle or at the end, or with
// the unspent part between them, around them, or evenly between and around.
const (
	Start Spread = iota
	Centre
	End
	Between
	Around
	Even
)

var spreads = []string{"start", "centre", "end", "between", "around", "even"}

// String is the spread in one word.
func (s Spread) String() string { return spreads[s] }

// MarshalText gives String's text.
func (s Spread) MarshalText() ([]byte, error) { return []byte(s.String()), nil }

// UnmarshalText reads what String writes.
func (s *Spread) UnmarshalText(b []byte) error {
	i, err := word(string(b), spreads)
	*s = Spread(i)
	return err
}

func word(s string, words []string) (int, error) {
	i := slices.Index(words, s)
	if i < 0 {
		return 0, fault.New("", s, "one of %s", strings.Join(words, ", "))
	}
	return i, nil
}
