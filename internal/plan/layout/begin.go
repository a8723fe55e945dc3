package layout

import (
	"math"
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// beginning is the unit that a column of the row at n begins at by what is set.
func (r *resolver) beginning(row *Row, n int32, column *page.Node, set page.Holding) int {
	before, _ := r.origin(row, n, set.From)
	unit, exact := page.BeginAt(set.Int(), row.Columns.N(), before)
	if math.Abs(exact-float64(unit)) > unitTolerance {
		r.report(column, finding.OffGrid,
			"unit %d of %d set at %s would be unit %s of %d here, off the grid: it begins at unit %d",
			set.Int(), before, r.l.kit.Breakpoints[set.From].Name, kit.Figure(exact), row.Columns.N(), unit)
	}
	return unit
}

// Skips are how many units are empty before each of the row's cells, those that stand on tracks of their own too.
func (r *Row) Skips() (all []float64) {
	t := r.Track(measure.Plain(Roomy))
	for _, run := range r.Break(&t, nil, 0, new(float64)) {
		r.Place(run, &t, func(_ *Cell, s Spot) { all = append(all, s.Skip) })
	}
	return all
}

// begin gives the columns that begin at a unit of their own the skip that this comes to. Where columns stand on grid
// tracks, the code names the unit itself.
func (r *resolver) begin(row *Row) {
	if !slices.ContainsFunc(row.Cells, func(c Cell) bool { return c.Begin > 0 }) {
		return
	}
	why := ""
	if row.Natural {
		why = "a column of its row is as wide as its content"
	} else if row.Spread != page.Start {
		why = "its row spreads what is free"
	}
	all := make([]page.Asked, len(row.Cells))
	for i := range row.Cells {
		c := &row.Cells[i]
		all[i] = page.Asked{Begin: int(c.Begin), Skip: c.Skip, Units: c.Units, Trail: c.Trail,
			Shares: c.Width == page.Share, Why: why}
	}
	page.Begins(all, float64(row.Columns.N()))
	for i, a := range all {
		c := &row.Cells[i]
		if a.Begin > 0 && a.Why != "" {
			r.report(c.Node, finding.Unsupported, "%s: it begins where it falls, not at unit %d", a.Why, c.Begin)
			c.Begin = 0
		}
		c.Track = c.Begin > 0 && row.Tracked() && !a.Over && r.l.kit.Naming.Begin != ""
		if c.Turns = a.Turns; !c.Track {
			c.Skip = a.Skip
		}
		if c.Fill = a.Fill; row.Technique == kit.Float {
			c.Fill = 0 // floats are told where lines begin
		}
		if i > 0 && c.Track { // as are tracks
			row.Cells[i-1].Fill = 0
		}
	}
}
