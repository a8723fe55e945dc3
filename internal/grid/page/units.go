package page

import "kitrows/internal/grid/kit"

// UnitsOf is what a row that divides so divides into at breakpoint i (section
// 6.5), in a column that spans those units; nil for a row straight in a
// container. ok is false where the row asks for its parent's units and those are
// no whole number of equal columns: it then divides into the kit's columns anew.
func UnitsOf(k *kit.Kit, divides Value, i int, column *Units) (columns kit.Columns, ok bool) {
	switch {
	case divides.Term == Number:
		return kit.Equal(divides.Int()), true
	case divides == Fresh || column == nil:
		return k.ColumnsAt(i), divides == Fresh
	}
	if n, whole := column.whole(); whole {
		return kit.Equal(n), true
	}
	return k.ColumnsAt(i), false
}

// Units is how many units a column spans, and of what.
type Units struct {
	Of     kit.Columns
	Spans  float64 // 0 where it is a share or natural
	Counts bool    // it spans units at all
}

func (u *Units) whole() (int, bool) {
	n := int(u.Spans + 0.5)
	return n, u.Counts && !u.Of.IsUneven() && n >= 1 && n <= kit.MaxColumns && abs(u.Spans-float64(n)) < 1e-9
}

func abs(v float64) float64 { return max(v, -v) }

// An Extent is which part of an uneven row some of its columns are: how many parts and how
// many columns, both under 0 for those that something is moved back by.
type Extent struct{ Parts, Units int }

// Extent is the extent of a row of uneven columns that a value says: from the column it
// begins at or, of a skip, up to that.
func (f Field) Extent(v Value, columns kit.Columns) Extent {
	from, units := int(v.At)-1, int(v.N)
	if f == Skip {
		from -= units
	}
	if units < 0 {
		back := max(0, from+units)
		return Extent{-int(columns.Parts(back, float64(from-back))), back - from}
	}
	return Extent{int(columns.Parts(from, float64(units))), units}
}

// Carried is a number of units set where a row had before columns, where it has
// now: it keeps its proportion (section 5).
func Carried(n, now, before int) float64 {
	if now == before {
		return float64(n)
	}
	return float64(n) * float64(now) / float64(before)
}
