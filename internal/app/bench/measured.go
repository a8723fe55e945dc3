package bench

import (
	"math"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// Planned is where the plan has every box of a page, at widths in each breakpoint, for a browser's own to be
// checked against.
type Planned struct {
	Nodes []PlannedNode `json:"nodes" doc:"The page's nodes by the ids that their elements are marked with."`
	Plans []PlannedPage `json:"plans"`
}

// PlannedNode is a node of the page.
type PlannedNode struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Parent string `json:"parent" doc:"The id of the node that it stands in; empty for none."`
}

// PlannedPage is the boxes at one width of the viewport.
type PlannedPage struct {
	Breakpoint string       `json:"breakpoint"`
	Width      float64      `json:"width" doc:"px"`
	Boxes      []PlannedBox `json:"boxes" doc:"One for each visible node."`
}

// PlannedBox is a node's box, in px from the page's top left corner.
type PlannedBox struct {
	Node   int     `json:"node" doc:"Its place among the nodes, from 0."`
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`

	Guessed bool `json:"guessed,omitempty" doc:"It depends on what the plan only estimates."`
}

// NewPlanned plans a page at the lowest and the highest width of each breakpoint, and in the middle.
func NewPlanned(l *layout.Layout) *Planned {
	p := &Planned{}
	at := map[string]int{}
	l.Page().Walk(func(n *page.Node, place page.Place) {
		at[n.ID] = len(p.Nodes)
		one := PlannedNode{ID: n.ID, Name: n.Name}
		if place.Parent != nil {
			one.Parent = place.Parent.ID
		}
		p.Nodes = append(p.Nodes, one)
	})
	for i, b := range l.Kit().Breakpoints {
		low, high, bounded := l.Kit().Range(i)
		if !bounded {
			high = max(low+400, 1600)
		}
		low, high = math.Ceil(low), math.Floor(high) // a window has whole px
		for _, width := range []float64{low, math.Floor((low + high) / 2), high} {
			one := PlannedPage{Breakpoint: b.Name, Width: width, Boxes: []PlannedBox{}}
			for _, box := range l.Plan(width).Boxes {
				if box.Shown {
					one.Boxes = append(one.Boxes, PlannedBox{at[box.ID], box.X, box.Y, box.Width, box.Height,
						box.Estimated})
				}
			}
			p.Plans = append(p.Plans, one)
		}
	}
	return p
}
