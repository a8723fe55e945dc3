package check

import (
	"math"
	"slices"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// extent is the widths of a breakpoint: its edges and the width at which its container stops growing. Between them a
// column grows evenly. On a long page that is laid out by its stylesheets, where another width takes long, it is the
// lane's alone.
type extent struct {
	at      []float64   // px
	widths  [][]float64 // at each of them, of each node; those that nobody asked for are nil
	bounded bool
}

// extent is that of breakpoint i.
func (c *checker) extent(i int) *extent {
	if c.extents == nil {
		c.extents = make([]*extent, len(c.stages()))
	}
	if c.extents[i] != nil {
		return c.extents[i]
	}
	k, r := c.l.Kit(), &extent{}
	low, high, bounded := k.Range(i)
	if !bounded {
		high = math.Max(low, k.Breakpoints[i].Lane.Px())
	}
	r.at, r.bounded = []float64{low, high}, bounded
	if limit, is := k.Breakpoints[i].Container.Width(); is && low < limit && limit < high {
		r.at = []float64{low, limit, high}
	}
	if lane := c.stages()[i].plan; c.l.IsSlow() {
		r.at, r.bounded = []float64{lane.Width}, true
		r.widths = [][]float64{c.widths(lane)}
	}
	r.widths = append(r.widths, make([][]float64, len(r.at)-len(r.widths))...)
	c.extents[i] = r
	return r
}

// wide is how wide the content of a node is at one of the widths.
func (r *extent) wide(c *checker, at int, node int32) float64 {
	if r.widths[at] == nil { // which few pages need of others than the first
		r.widths[at] = c.widths(c.l.Widths(r.at[at]))
	}
	return r.widths[at][node]
}

// upTo says up to which width a node that needs more than it has at the first width still does.
func (r *extent) upTo(c *checker, node int32, need float64) string {
	high := r.at[len(r.at)-1]
	until := high
	for at := 1; at < len(r.at); at++ {
		before, after := r.wide(c, at-1, node), r.wide(c, at, node)
		if after >= need-0.5 {
			until = math.Floor(r.at[at-1] + (need-before)/(after-before)*(r.at[at]-r.at[at-1]))
			break
		}
	}
	switch {
	case until >= high && !r.bounded:
		return ", and at every wider one"
	case until > r.at[0]:
		return ", up to " + px(until)
	}
	return ""
}

// widths are how wide the content of each column is, by the layout's numbers; below 0 of what is not shown.
func (c *checker) widths(p *layout.Plan) []float64 {
	all := slices.Repeat([]float64{-1}, c.l.Nodes())
	for i := range p.Boxes {
		if b := &p.Boxes[i]; b.Kind == page.Column && b.Shown {
			all[b.Node] = b.Width - b.Before - b.After
		}
	}
	return all
}
