package page

import (
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
)

// A Term is the kind of a Value: a word that says it all, or what its numbers
// are of.
type Term uint8

// The terms, each group in the order of its rules in a stylesheet.
const (
	None Term = iota

	// The kinds of container; UpTo is fluid below breakpoint N.
	Fixed
	Fluid
	UpTo
	Capped

	// What is not a number of its own, before those that are.
	AsKit
	Anew
	Parents
	Foremost

	Number // N
	Pixels // N px

	Hindmost

	// Whether a column is seen.
	No
	Yes

	// Widths.
	Taken // N units
	Whole
	Shared
	OfContent
	Portion // N/Of of the row

	// How a column stands in its line.
	AsRow
	AtTop
	AtMiddle
	AtBottom
	Stretched

	// Where the free part of a line goes.
	AtStart
	AtCentre
	AtEnd
	InBetween
	AllAround
	Evenly

	// Where a float stands in its row: in its first line or another, as the first
	// there or further on.
	Leads
	Runs
	Turns
	Under

	numTerms
)

// A Value is what a field of a node can be. Values are comparable; the zero Value
// is none.
type Value struct {
	Term Term
	At   uint8 // of units in an uneven row, where code says them: the unit they begin at, from 1
	N    int16
	Of   int16 // of a Portion: how many parts there are; of units, where code says them: how many the row has
}

// Values that are one word.
var (
	Full    = Value{Term: Whole}
	Share   = Value{Term: Shared}
	Natural = Value{Term: OfContent}

	First = Value{Term: Foremost}
	Last  = Value{Term: Hindmost}

	Shows = Value{Term: Yes}
	Hides = Value{Term: No}

	RowsAlign = Value{Term: AsRow}
	Top       = Value{Term: AtTop}
	Middle    = Value{Term: AtMiddle}
	Bottom    = Value{Term: AtBottom}
	Stretch   = Value{Term: Stretched}

	Start   = Value{Term: AtStart}
	Centre  = Value{Term: AtCentre}
	End     = Value{Term: AtEnd}
	Between = Value{Term: InBetween}
	Around  = Value{Term: AllAround}
	Even    = Value{Term: Evenly}

	KitGap      = Value{Term: AsKit}
	NoGap       = Value{Term: Pixels}
	Fresh       = Value{Term: Anew}
	ParentUnits = Value{Term: Parents}
)

// Take is a width of n units, n from 1 to 48.
func Take(n int) Value { return Value{Term: Taken, N: int16(n)} }

// Part is a width of a/b of the row (section 6.4), 0 < a ≤ b ≤ 100.
func Part(a, b int) Value { return Value{Term: Portion, N: int16(a), Of: int16(b)} }

// Of is a number by itself: of units that are skipped, trail or are nudged by, of
// columns a line or a row divides into, or an order.
func Of(n int) Value { return Value{Term: Number, N: int16(n)} }

// Px is a gutter of n px.
func Px(n int) Value { return Value{Term: Pixels, N: int16(n)} }

// Units is how many units a Take is; 0 of any other width.
func (v Value) Units() int {
	if v.Term == Taken {
		return int(v.N)
	}
	return 0
}

// Part is a width or a number of units as a part of the row, n of so many; ok is
// false of values that are none.
func (v Value) Part() (n, of int, ok bool) {
	switch v.Term {
	case Taken, Number, Portion:
		return int(v.N), int(v.Of), true
	case Whole:
		return 1, 1, true
	}
	return 0, 0, false
}

// PartOf is a width or a number of units as a part of a row of n columns, unless it says itself of how many; ok is
// false of values that are none.
func (v Value) PartOf(n int) (up, low int, ok bool) {
	up, low, ok = v.Part()
	if v.Term != Portion && v.Term != Whole && low == 0 {
		low = n
	}
	return up, low, ok
}

// Equal reports whether two values of a field come to the same, in rows that divide so: units and parts by how much of
// their rows they are.
func (f Field) Equal(a Value, columns kit.Columns, b Value, others kit.Columns) bool {
	if !f.IsUnits() {
		return a.Bare() == b.Bare()
	}
	if a.At > 0 && b.At > 0 && columns == others {
		return f.Extent(a, columns) == f.Extent(b, others)
	}
	n, of, ok := a.PartOf(columns.N())
	m, all, also := b.PartOf(others.N())
	switch {
	case a.At > 0 && columns != others:
		return false
	case !ok || !also:
		return a.Bare() == b.Bare()
	case n == 0 || m == 0:
		return n == m
	case a.Term == Taken && n == of && m == all, b.Term == Taken && n == of && m == all:
		return true
	}
	return a.At == b.At && n*all == m*of
}

// Bare is the value as code says it: units by their number alone.
func (v Value) Bare() Value {
	if v.Term != Portion {
		v.Of = 0
	}
	if v.N == 0 {
		v.At = 0
	}
	return v
}

// Int is a value's number.
func (v Value) Int() int { return int(v.N) }

// Rank is an order as a number: first is below every one that can be set, last above.
func (v Value) Rank() int {
	switch v {
	case First:
		return -kit.MaxOrder - 1
	case Last:
		return kit.MaxOrder + 1
	}
	return v.Int()
}

// texts are the values of one word as project files have them, and what stands
// around a number.
var texts = [numTerms]struct{ before, after string }{
	Fixed: {"fixed", ""}, Fluid: {"fluid", ""}, Capped: {"capped", ""},
	Foremost: {"first", ""}, Hindmost: {"last", ""},
	Pixels: {"", "px"}, Taken: {"take ", ""},
	No: {"false", ""}, Yes: {"true", ""},
	Whole: {"full", ""}, Shared: {"share", ""}, OfContent: {"natural", ""},
	AsKit: {"kit", ""}, Anew: {"fresh", ""}, Parents: {"parent", ""},
	AsRow: {"row", ""}, AtTop: {"top", ""}, AtMiddle: {"middle", ""}, AtBottom: {"bottom", ""},
	Stretched: {"stretch", ""},
	AtStart:   {"start", ""}, AtCentre: {"centre", ""}, AtEnd: {"end", ""}, InBetween: {"between", ""},
	AllAround: {"around", ""}, Evenly: {"even", ""},
	Leads: {"lead", ""}, Runs: {"run", ""}, Turns: {"turn", ""}, Under: {"under", ""},
}

// String is the value as project files have it: "take 6", "1/3", "30%", "16px",
// "first", "3".
func (v Value) String() string {
	switch around := texts[v.Term]; v.Term {
	case Portion:
		if v.Of == 100 {
			return strconv.Itoa(int(v.N)) + "%"
		}
		return strconv.Itoa(int(v.N)) + "/" + strconv.Itoa(int(v.Of))
	case Pixels:
		if v.N == 0 {
			return "none"
		}
		fallthrough
	case Number, Taken:
		return around.before + strconv.Itoa(int(v.N)) + around.after
	default:
		return around.before
	}
}

// ParsePart reads a part of the row: a/b or a%, 0 < a ≤ b ≤ 100.
func ParsePart(text string) (v Value, ok bool) {
	up, low, found := strings.Cut(text, "/")
	if number, percent := strings.CutSuffix(text, "%"); percent {
		up, low, found = number, "100", true
	}
	a, errA := strconv.Atoi(up)
	b, errB := strconv.Atoi(low)
	return Part(a, b), found && errA == nil && errB == nil && a >= 1 && a <= b && b <= kit.MaxPart
}

// UnitsOf is how many units of n a width comes to, which need not be whole: all of
// them of the full line, 0 of a share or a natural one.
func (v Value) UnitsOf(n int) float64 {
	switch v.Term {
	case Taken:
		return float64(v.N)
	case Portion:
		return float64(v.N) * float64(n) / float64(v.Of)
	case Whole:
		return float64(n)
	}
	return 0
}
