package kit

import (
	"strconv"
	"strings"

	"kitrows/internal/fault"
)

// MaxRatio is the largest part of an uneven grid.
const MaxRatio = 1000

// Columns is how a grid divides: into N equal columns, text "12", or by a list
// of whole ratios, text "1 2 3 2 1". The zero Columns has none.
type Columns struct {
	n     int
	parts *[]int // before unit i stand parts[i]; nil when equal
}

// Equal is n equal columns.
func Equal(n int) Columns { return Columns{n: n} }

// Uneven is a column for each ratio.
func Uneven(ratios ...int) Columns {
	parts := make([]int, len(ratios)+1)
	for i, r := range ratios {
		parts[i+1] = parts[i] + r
	}
	return Columns{len(ratios), &parts}
}

// N is how many columns there are.
func (c Columns) N() int { return c.n }

// IsZero tells whether there are none.
func (c Columns) IsZero() bool { return c.n == 0 }

// IsUneven tells whether the columns are given by ratios.
func (c Columns) IsUneven() bool { return c.parts != nil }

// Parts is how many parts of the whole k columns from column from on make, from
// counted from 0; a column of an equal grid is one part.
func (c Columns) Parts(from int, k float64) float64 {
	if c.parts == nil {
		return k
	}
	end := min(from+int(k), c.n)
	return float64((*c.parts)[end] - (*c.parts)[min(from, end)])
}

// Same tells whether two grids divide alike.
func (c Columns) Same(o Columns) bool { return c.String() == o.String() }

// String is "12" or "1 2 3 2 1".
func (c Columns) String() string {
	if c.parts == nil {
		return strconv.Itoa(c.n)
	}
	words := make([]string, c.n)
	for i := range words {
		words[i] = strconv.Itoa((*c.parts)[i+1] - (*c.parts)[i])
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
		return fault.New("", string(b), "a number of columns from 1 to %d, or up to %d ratios such as 1 2 3 2 1", MaxColumns, MaxColumns)
	}
	if len(words) == 1 {
		*c = Equal(ratios[0])
	} else {
		*c = Uneven(ratios...)
	}
	return nil
}
