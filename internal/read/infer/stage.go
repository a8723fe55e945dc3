package infer

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
)

// A stage is a range of viewport widths in which the same media queries hold: from From on, up to
// but not including To. It is looked at in a viewport of width At.
type stage struct{ from, to, at float64 }

// mostStages are as many as are looked at; narrowest and widest the viewports looked at where a
// stage has no end.
const (
	mostStages   = 24
	narrowest    = 320
	wideViewport = 1700
)

// stages divides the widths where media queries begin or cease to hold around rules that move boxes.
// Where they are too many, those that most rules stand in are taken, and few tells that.
func stages(b *budget.Budget, c *css.Cascade) (all []stage, few bool) {
	count := map[float64]int{}
	var last css.Media
	var froms []float64
	for i, r := range c.Rules {
		if i == 0 || !r.Media.Same(last) {
			last, froms = r.Media, r.Media.Froms()
		}
		b.Step(8 * len(froms))
		for _, from := range froms {
			if from > 0 && from < 1e5 {
				count[from]++
			}
		}
	}
	edges := make([]float64, 0, len(count))
	for from := range count {
		edges = append(edges, from)
	}
	slices.SortFunc(edges, func(a, b float64) int { return cmp.Or(count[b]-count[a], cmp.Compare(a, b)) })
	if few = len(edges) >= mostStages; few {
		edges = edges[:mostStages-1]
	}
	slices.Sort(edges)
	from := 0.0
	for _, edge := range append(edges, math.Inf(1)) {
		at := math.Floor((max(from, narrowest) + edge) / 2)
		switch {
		case math.IsInf(edge, 1):
			at = max(wideViewport, from+400)
		case edge <= narrowest:
			at = math.Floor((from + edge) / 2)
		case edge-from < 2:
			at = from
		}
		all = append(all, stage{from, edge, at})
		from = edge
	}
	return all, few
}
