package page

import (
	"strconv"
	"strings"

	"kitrows/internal/fault"
)

// MaxGap is the widest gutter, in px, a row may have of its own.
const MaxGap = 200

// A Gap is a row's gutter: the kit's, or a whole number of px of its own. Its
// text is "kit", "none" or "16px". The zero Gap is the kit's.
type Gap struct {
	own bool
	px  int16
}

// KitGap is the kit's gutter, NoGap none.
var (
	KitGap = Gap{}
	NoGap  = Gap{own: true}
)

// GapOf is a gutter of n px.
func GapOf(n int) Gap { return Gap{true, int16(n)} }

// Px is the row's own gutter, if it has one.
func (g Gap) Px() (px int, own bool) { return int(g.px), g.own }

// String is "kit", "none" or "16px".
func (g Gap) String() string {
	switch {
	case !g.own:
		return "kit"
	case g.px == 0:
		return "none"
	}
	return strconv.Itoa(int(g.px)) + "px"
}

// MarshalText gives String's text.
func (g Gap) MarshalText() ([]byte, error) { return []byte(g.String()), nil }

// UnmarshalText reads what String writes, from 1 to 200 px.
func (g *Gap) UnmarshalText(b []byte) error {
	switch string(b) {
	case "kit":
		*g = KitGap
		return nil
	case "none":
		*g = NoGap
		return nil
	}
	number, ok := strings.CutSuffix(string(b), "px")
	n, err := strconv.Atoi(number)
	if !ok || err != nil || n < 1 || n > MaxGap {
		return fault.New("", string(b), "kit, none or a whole number of px to %d such as 16px", MaxGap)
	}
	*g = GapOf(n)
	return nil
}
