package fill

import (
	"math"
	"slices"

	"kitrows/internal/grid/kit"
)

// A want is a column of a row that is to be dealt units.
type want struct {
	share   float64 // how wide it is at the breakpoint that is given, in parts of its row
	comfort float64 // the least width that its content is comfortable with, in px
}

// A deal is one way to give a row's columns units, line by line: every line comes
// to all the row's units.
type deal struct {
	takes []int
	lines []int // how many columns each line has
}

// most bounds how many deals of equal worth are looked at for one row at one
// breakpoint. Rows of a dozen columns stay far under it.
const most = 256

// A dealer deals a row's units to its columns.
type dealer struct {
	wants []want
	n     int             // units
	parts []float64       // of the row that stand before each unit
	ends  [][]int         // by column and the unit it starts at: up to which it must go
	lines map[[2]int]line // that were dealt, by their first column and how many they have
}

// A line is the ways to deal a line that come nearest to what its columns want, and
// how near that is.
type line struct {
	ways    [][]int
	squares float64
}

// deals gives the best ways to deal a track's units to columns in their order, all
// of the same worth: every column is at least as wide as it is comfortable with, or
// has a line of its own where none is, and
//
//  1. there are as few lines as that allows,
//  2. the lines differ as little as possible in how many columns they have,
//  3. within its line each column is as near as whole units come to the part it
//     has of that line at the breakpoint that is given (least squares).
func deals(wants []want, t *kit.Track) []deal {
	d := newDealer(wants, t)
	fewest := d.fewestLines()
	var best []deal
	bestError := math.Inf(1)
	for apart := 0; apart < len(wants) && best == nil; apart++ {
		for _, lines := range d.partitions(fewest, apart) {
			at, total := 0, 0.0
			parts := make([][][]int, len(lines))
			for i, count := range lines {
				l := d.line(at, count)
				parts[i] = l.ways
				total += l.squares
				at += count
			}
			switch {
			case total > bestError+1e-9:
				continue
			case total < bestError-1e-9:
				best, bestError = nil, total
			}
			for _, takes := range joined(parts) {
				if len(best) < most {
					best = append(best, deal{takes, lines})
				}
			}
		}
	}
	return best
}

func newDealer(wants []want, t *kit.Track) *dealer {
	d := &dealer{wants: wants, n: t.Columns.N(), lines: map[[2]int]line{}}
	for unit := range d.n + 1 {
		d.parts = append(d.parts, t.Columns.Parts(0, float64(unit)))
	}
	for _, w := range wants {
		ends := make([]int, d.n)
		for from := range ends {
			ends[from] = reach(t, w, from)
		}
		d.ends = append(d.ends, ends)
	}
	return d
}

// reach is up to which unit a column must go that starts at a unit, to be
// comfortable; over all of them where it cannot be. What no line is wide enough for
// has one of its own.
func reach(t *kit.Track, w want, from int) int {
	n := t.Columns.N()
	for to := from + 1; to <= n; to++ {
		if t.Width(from, float64(to-from)).Px >= w.comfort-0.05 {
			return to
		}
	}
	if from == 0 {
		return n
	}
	return n + 1
}

// holds reports whether a line holds so many columns. A column that starts later ends
// no sooner, so each ends as soon as it can.
func (d *dealer) holds(first, count int) bool {
	at := 0
	for _, ends := range d.ends[first : first+count] {
		if at >= d.n || ends[at] > d.n {
			return false
		}
		at = ends[at]
	}
	return true
}

// fewestLines is how many lines the columns need at least: each line takes as many
// as it can hold.
func (d *dealer) fewestLines() int {
	lines, first := 1, 0
	for c := range d.wants {
		if !d.holds(first, c+1-first) {
			lines, first = lines+1, c
		}
	}
	return lines
}

// partitions lists the ways to cut the columns into so many lines that hold them,
// whose numbers of columns differ by no more than apart; longer lines first.
func (d *dealer) partitions(lines, apart int) (all [][]int) {
	columns := len(d.wants)
	for low := max(1, columns/lines-apart); low <= columns/lines; low++ {
		high := low + apart
		var cut func(at int, so []int)
		cut = func(at int, so []int) {
			left := lines - len(so)
			if rest := columns - at; len(all) >= most || rest < left*low || rest > left*high {
				return
			}
			if left == 0 {
				all = append(all, slices.Clone(so))
				return
			}
			for count := min(high, columns-at); count >= low; count-- {
				if d.holds(at, count) {
					cut(at+count, append(so, count))
				}
			}
		}
		cut(0, nil)
	}
	slices.SortFunc(all, func(a, b []int) int { return slices.Compare(b, a) })
	return slices.CompactFunc(all, slices.Equal)
}

// line deals all units to the columns of one line. From the last column to the first
// it works out, for every unit a column may start at, how near it and those after it
// can come to what they want.
func (d *dealer) line(first, count int) line {
	if known, ok := d.lines[[2]int{first, count}]; ok {
		return known
	}
	wants, ends, n, shares := d.wants[first:first+count], d.ends[first:first+count], d.n, 0.0
	for _, w := range wants {
		shares += w.share
	}
	off := func(i, from, to int) float64 {
		o := d.parts[to] - d.parts[from] - wants[i].share*d.parts[n]/shares
		return o * o
	}
	least := make([][]float64, count+1) // by column and the unit it starts at
	for i := range least {
		least[i] = slices.Repeat([]float64{math.Inf(1)}, n+1)
	}
	least[count][n] = 0
	for i := count - 1; i >= 0; i-- {
		for from := range n {
			for to := ends[i][from]; to <= n; to++ {
				least[i][from] = min(least[i][from], off(i, from, to)+least[i+1][to])
			}
		}
	}
	l := line{squares: least[0][0]}
	takes := make([]int, count)
	var walk func(i, from int)
	walk = func(i, from int) {
		if i == count {
			l.ways = append(l.ways, slices.Clone(takes))
			return
		}
		for to := ends[i][from]; to <= n && len(l.ways) < most; to++ {
			if off(i, from, to)+least[i+1][to] <= least[i][from]+1e-9 {
				takes[i] = to - from
				walk(i+1, to)
			}
		}
	}
	walk(0, 0)
	d.lines[[2]int{first, count}] = l
	return l
}

// joined puts one way of each line behind the other, for all of them.
func joined(parts [][][]int) (all [][]int) {
	all = [][]int{nil}
	for _, ways := range parts {
		var longer [][]int
		for _, so := range all {
			for _, way := range ways {
				if len(longer) < most {
					longer = append(longer, append(slices.Clone(so), way...))
				}
			}
		}
		all = longer
	}
	return all
}
