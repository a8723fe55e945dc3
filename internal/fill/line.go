package fill

import (
	"cmp"
	"math"
	"slices"
)

// A want is a column of a row that is to be dealt units.
type want struct {
	share float64 // how wide it is at the breakpoint that is given, in units
	least int     // the fewest units it is comfortable with; all of them where none suffice
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

// deals gives the best ways to deal n units to columns in their order, all of the
// same worth: every column keeps at least its fewest units, and
//
//  1. there are as few lines as that allows,
//  2. the lines differ as little as possible in how many columns they have,
//  3. within its line each column is as near as whole units come to the part it
//     has of that line at the breakpoint that is given (least squares).
func deals(wants []want, n int) []deal {
	fewest := fewestLines(wants, n)
	var best []deal
	bestError := math.Inf(1)
	for apart := 0; apart < len(wants) && best == nil; apart++ {
		for _, lines := range partitions(wants, n, fewest, apart) {
			at, total := 0, 0.0
			parts := make([][][]int, len(lines))
			for i, count := range lines {
				var e float64
				parts[i], e = dealLine(wants[at:at+count], n)
				total += e
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

// fewestLines is how many lines the columns need at least: each line takes as many
// as it can hold.
func fewestLines(wants []want, n int) int {
	lines, spent := 1, 0
	for _, w := range wants {
		if spent+w.least > n {
			lines, spent = lines+1, 0
		}
		spent += w.least
	}
	return lines
}

// partitions lists the ways to cut the columns into so many lines that hold them,
// whose numbers of columns differ by no more than apart; longer lines first.
func partitions(wants []want, n, lines, apart int) (all [][]int) {
	low := max(1, len(wants)/lines-apart)
	for ; low <= len(wants)/lines; low++ {
		high := low + apart
		var cut func(at int, so []int)
		cut = func(at int, so []int) {
			left := lines - len(so)
			if rest := len(wants) - at; len(all) >= most || rest < left*low || rest > left*high {
				return
			}
			if left == 0 {
				all = append(all, slices.Clone(so))
				return
			}
			for count := min(high, len(wants)-at); count >= low; count-- {
				spent := 0
				for _, w := range wants[at : at+count] {
					spent += w.least
				}
				if spent <= n {
					cut(at+count, append(so, count))
				}
			}
		}
		cut(0, nil)
	}
	slices.SortFunc(all, func(a, b []int) int { return slices.Compare(b, a) })
	return slices.CompactFunc(all, slices.Equal)
}

// dealLine deals n units to the columns of one line and gives all the ways of the
// least error. Each unit goes to the column that is furthest under its part, which
// is the least sum of squares; where columns are equally far, any of them may have
// it.
func dealLine(line []want, n int) (ways [][]int, squares float64) {
	takes, total, left := make([]int, len(line)), 0.0, n
	for _, w := range line {
		total += w.share
	}
	part := func(i int) float64 { return line[i].share * float64(n) / total }
	for i, w := range line {
		takes[i] = w.least
		left -= w.least
	}
	type gain struct {
		under float64
		at    int
	}
	var gains []gain
	for i := range line {
		for more := range left {
			gains = append(gains, gain{part(i) - float64(takes[i]+more), i})
		}
	}
	slices.SortStableFunc(gains, func(a, b gain) int {
		if math.Abs(a.under-b.under) < 1e-9 {
			return 0
		}
		return cmp.Compare(b.under, a.under)
	})
	last := 0.0
	if left > 0 {
		last = gains[left-1].under
	}
	var tied []int // columns that are as far under as the one that gets the last unit
	for _, g := range gains {
		switch {
		case g.under > last+1e-9:
			takes[g.at]++
			left--
		case g.under > last-1e-9:
			tied = append(tied, g.at)
		}
	}
	var choose func(from, left int, so []int)
	choose = func(from, left int, so []int) {
		if left == 0 {
			ways = append(ways, slices.Clone(so))
			return
		}
		for i := from; i <= len(tied)-left && len(ways) < most; i++ {
			so[tied[i]]++
			choose(i+1, left-1, so)
			so[tied[i]]--
		}
	}
	choose(0, left, takes)
	for i, take := range ways[0] {
		squares += (float64(take) - part(i)) * (float64(take) - part(i))
	}
	return ways, squares
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
