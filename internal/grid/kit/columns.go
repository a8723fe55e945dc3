package kit

import (
	"encoding/binary"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
)

// MaxRatio is the largest part of an uneven grid.
const MaxRatio = 1000

// Columns is how a grid divides: into N equal columns, text "12", or by a list
// of whole ratios, text "1 2 3 2 1". The zero Columns has none.
//
// Columns are comparable: two that divide alike are equal.
type Columns struct {
	n     int
	parts string // how many parts stand before each unit, and how many there are, 4 bytes each; empty when equal
}

// Equal is n equal columns.
func Equal(n int) Columns { return Columns{n: n} }

// Uneven is a column for each ratio.
func Uneven(ratios ...int) Columns {
	before := binary.BigEndian.AppendUint32(nil, 0)
	sum := 0
	for _, r := range ratios {
		sum += r
		before = binary.BigEndian.AppendUint32(before, uint32(sum))
	}
	return Columns{len(ratios), string(before)}
}

// before is how many parts stand before unit i.
func (c Columns) before(i int) int {
	s := c.parts[4*i : 4*i+4]
	return int(s[0])<<24 | int(s[1])<<16 | int(s[2])<<8 | int(s[3])
}

// N is how many columns there are.
func (c Columns) N() int { return c.n }

// IsZero reports whether there are none.
func (c Columns) IsZero() bool { return c.n == 0 }

// IsUneven reports whether the columns are given by ratios.
func (c Columns) IsUneven() bool { return c.parts != "" }

// Parts is how many parts of the whole k columns from column from on make, from
// counted from 0; a column of an equal grid is one part.
func (c Columns) Parts(from int, k float64) float64 {
	if !c.IsUneven() {
		return k
	}
	end := min(from+int(k), c.n)
	return float64(c.before(end) - c.before(min(from, end)))
}

// String is "12" or "1 2 3 2 1".
func (c Columns) String() string {
	if !c.IsUneven() {
		return strconv.Itoa(c.n)
	}
	words := make([]string, c.n)
	for i := range words {
		words[i] = strconv.Itoa(c.before(i+1) - c.before(i))
	}
	return strings.Join(words, " ")
}

// MarshalText gives String's text.
func (c Columns) MarshalText() ([]byte, error) { return []byte(c.String()), nil }

// UnmarshalText reads a number of columns from 1 to 48, or 2 to 48 ratios from 1
// to 1000.
func (c *Columns) UnmarshalText(b []byte) error {
	words := strings.Fields(string(b))
	ratios := make([]int, len(words))
	ok := len(words) >= 1 && len(words) <= MaxColumns
	for i, w := range words {
		v, err := strconv.Atoi(w)
		ratios[i] = v
		ok = ok && err == nil && v >= 1 && v <= MaxRatio
	}
	if !ok || len(words) == 1 && ratios[0] > MaxColumns {
		return fault.New("", string(b), "a number of columns from 1 to %d, or up to %d ratios such as 1 2 3 2 1",
			MaxColumns, MaxColumns)
	}
	if len(words) == 1 {
		*c = Equal(ratios[0])
	} else {
		*c = Uneven(ratios...)
	}
	return nil
}
