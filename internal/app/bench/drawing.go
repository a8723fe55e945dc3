package bench

import (
	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A Drawing is a page in a viewport of one width, with the grids that lie over it.
type Drawing struct {
	Lane  Lane   `json:"lane"`
	Grids []Grid `json:"grids" doc:"One for each visible container and each nested row, the outer before the inner."`
}

// A Grid is the units that a container's rows, or what stands in a nested row, are laid out by. All is in px.
type Grid struct {
	Node   string  `json:"node" doc:"The container or row."`
	Box    Rect    `json:"box" doc:"Its content box."`
	Before float64 `json:"before" doc:"The edge of a container left of that."`
	After  float64 `json:"after" doc:"The same at its right."`
	Units  []Rect  `json:"units" doc:"As high as the box."`
	Gutter float64 `json:"gutter" doc:"Between two units."`
}

// NewDrawing draws a page in a viewport of v px.
func NewDrawing(l *layout.Layout, v float64) *Drawing {
	plan := l.Plan(v)
	d := &Drawing{Lane: newLane(l, plan), Grids: []Grid{}}
	nested := map[string]bool{} // the rows in columns
	l.Page().Walk(func(n *page.Node, at page.Place) {
		nested[n.ID] = n.Kind == page.Row && at.Parent != nil && at.Parent.Kind == page.Column
	})
	first := map[string]*layout.Line{} // of each row
	for i := range plan.Lines {
		if line := &plan.Lines[i]; line.Line == 1 {
			first[line.Row.ID] = line
		}
	}
	for _, b := range plan.Boxes {
		if !b.Shown {
			continue
		}
		switch b.Kind {
		case page.Container:
			track := l.Kit().TrackAt(plan.Breakpoint, measure.Plain(b.Width-b.Before-b.After))
			grid := newGrid(&b, &track, 0)
			grid.Before, grid.After = round(b.Before), round(b.After)
			d.Grids = append(d.Grids, grid)
		case page.Row:
			if line := first[b.ID]; line != nil && nested[b.ID] {
				out, _ := line.Track.Out()
				d.Grids = append(d.Grids, newGrid(&b, line.Track, out))
			}
		}
	}
	return d
}

// newGrid is the grid of a track in the content box of b, which reaches out to the left by so many px.
func newGrid(b *layout.Box, t *kit.Track, out float64) Grid {
	g := Grid{Node: b.ID, Box: rect(b.X+b.Before, b.Y, b.Width-b.Before-b.After, b.Height), Units: []Rect{},
		Gutter: round(t.Gutter.Px)}
	for u := range t.Columns.N() {
		g.Units = append(g.Units, unit(b.X+b.Before+out+t.Origin(), t, u, b.Y, b.Height))
	}
	return g
}
