package layout

import (
	"math"
	"slices"
)

// A ChangePoint is a viewport width at which the line structure of a page
// changes (section 6.8).
type ChangePoint struct {
	Width      float64  // px; the structure is new from it on, to a thousandth
	Breakpoint bool     // it is the lower edge of a breakpoint
	Rows       []string // the ids of the rows that break differently
}

// step is how far, in px, beyond a change a plan is made, and mostChanges how
// many changes are looked for in one breakpoint.
const (
	step        = 1e-4
	mostChanges = 400
)

// ChangePoints lists where the page's lines change between viewports of low and
// high px. Each plan says up to which width its lines surely stay, so the widths
// are computed and none is missed.
func (l *Layout) ChangePoints(low, high float64) []ChangePoint {
	points := []ChangePoint{}
	plan := l.Plan(low)
	for range mostChanges * len(l.at) {
		at := plan.Until
		if at > high {
			break
		}
		v := at
		if edge := l.kit.Breakpoints[l.kit.BreakpointAt(at)].From.Px(); edge != at {
			v = math.Max(at, plan.Width) + step
		}
		next := l.Plan(v)
		if rows := changed(plan, next); len(rows) > 0 {
			points = append(points, ChangePoint{math.Round(at*1e3) / 1e3, next.Breakpoint != plan.Breakpoint, rows})
		}
		plan = next
	}
	return points
}

// changed lists the rows that two plans of one page break differently.
func changed(a, b *Plan) []string {
	lines := func(p *Plan) (order []string, all map[string][]int32) {
		all = map[string][]int32{}
		for _, l := range p.Lines {
			if l.Line == 1 {
				order = append(order, l.Row.ID)
			}
			for _, c := range l.Cells() {
				all[l.Row.ID] = append(all[l.Row.ID], c.index)
			}
			all[l.Row.ID] = append(all[l.Row.ID], -1)
		}
		return order, all
	}
	orderA, linesA := lines(a)
	orderB, linesB := lines(b)
	var rows []string
	for _, row := range orderA {
		if !slices.Equal(linesA[row], linesB[row]) {
			rows = append(rows, row)
		}
	}
	for _, row := range orderB {
		if linesA[row] == nil {
			rows = append(rows, row)
		}
	}
	return rows
}
