package page

import "math"

// An Asked is what a column asks of its line, in units, while it is worked out where those begin that begin at a unit
// of their own.
type Asked struct {
	Begin  int // the unit it begins at, from 1; 0 where it falls
	Skip   float64
	Units  float64
	Trail  float64
	Fill   float64 // left empty after it, so that the next one begins a line
	Shares bool    // what is left of its line
	Turns  bool    // it begins a line though it may fit the one before
	Over   bool    // it does not fit a line of its own
	Why    string  // it cannot begin at its unit; empty where it can
}

// aligned is how far from a whole number units may be.
const aligned = 1e-6

// Begins gives the shown columns of a row of n columns, in the order they stand in, the skips that their units come to
// (section 5). Where the line before is past a column's unit, it begins another, as grid tracks have it.
func Begins(all []Asked, n float64) {
	spent, shares := 0.0, false
	for i := range all {
		c := &all[i]
		before := float64(c.Begin - 1)
		alone := before + c.Units + c.Trail
		past, breaks := spent > before+aligned, spent+alone > n+aligned
		switch {
		case c.Begin == 0 || c.Why != "":
		case past && breaks:
		case shares:
			c.Why = "a column before it shares what is left of their line"
		case math.Abs(spent-math.Round(spent)) > aligned:
			c.Why = "columns before it are not whole units wide"
		}
		if c.Begin > 0 && c.Why == "" {
			c.Over = alone > n+aligned
			if past || spent > 0 && c.Over {
				if c.Turns = past && !breaks; c.Turns {
					all[i-1].Fill = n - spent
				}
				spent, shares = 0, false
			}
			c.Skip = before - spent
		}
		if wants := c.Skip + c.Units + c.Trail; spent > 0 && spent+wants > n+aligned {
			spent, shares = wants, c.Shares
		} else {
			spent, shares = spent+wants, shares || c.Shares
		}
	}
}

// BeginAt is the unit that a column begins at in a row of now columns, where unit set was set in one of before: what
// is before it keeps its proportion (section 5), on whole units; exact is where that would be.
func BeginAt(set, now, before int) (unit int, exact float64) {
	exact = Carried(min(set, before)-1, now, before)
	return min(int(math.Floor(exact+0.5+aligned))+1, now), exact + 1
}
