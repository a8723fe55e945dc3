package bench

import (
	"fmt"
	"math"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Shift is what changed about a column at a breakpoint, between two moments.
type Shift struct {
	Breakpoint string `json:"breakpoint"`
	Node       string `json:"node"`
	Name       string `json:"name"`
	What       string `json:"what" enum:"new,gone,shown,hidden,wider,narrower,moved,padded"`
	Text       string `json:"text" doc:"The change in a few words, such as 568 → 416 px."`
}

// shifts lists what changed, breakpoint by breakpoint, in the order of the page. A column that
// only comes to stand lower because of what is above its row is not listed.
func shifts(before, after *Side) []Shift {
	all := []Shift{}
	if before == nil || after == nil {
		return all
	}
	was, stands := placed(before), placed(after)
	for _, lane := range after.Lanes {
		is := stands[lane.Breakpoint]
		then, ok := was[lane.Breakpoint]
		if !ok {
			continue
		}
		note := func(n Node, what, text string) {
			all = append(all, Shift{lane.Breakpoint, n.ID, n.Name, what, text})
		}
		for _, n := range after.Nodes {
			now, here := is[n.ID]
			old, had := then[n.ID]
			switch {
			case !here:
			case !had:
				note(n, "new", "new")
			case now.Shown != old.Shown && now.Shown:
				note(n, "shown", "shown")
			case now.Shown != old.Shown:
				note(n, "hidden", "hidden")
			case !now.Shown:
			case differ(now.Width, old.Width):
				what := "wider"
				if now.Width < old.Width {
					what = "narrower"
				}
				note(n, what, kit.Number(old.Width)+" → "+kit.Number(now.Width)+" px")
			case differ(now.X, old.X) || differ(now.Y, old.Y) || now.Row != old.Row:
				note(n, "moved", "moved")
			case differ(now.Before, old.Before) || differ(now.After, old.After):
				note(n, "padded", fmt.Sprintf("padding %s and %s → %s and %s px", kit.Number(old.Before),
					kit.Number(old.After), kit.Number(now.Before), kit.Number(now.After)))
			}
		}
		for _, n := range before.Nodes {
			if _, had := then[n.ID]; had {
				if _, here := is[n.ID]; !here {
					note(n, "gone", "gone")
				}
			}
		}
	}
	return all
}

// differ reports whether two lengths are not the same on screen, in px.
func differ(a, b float64) bool { return math.Abs(a-b) > 0.05 }

// A spot is where a column stands in its row.
type spot struct {
	Rect
	Shown         bool
	Row           string
	Before, After float64 // its padding
}

// placed finds a page's columns by breakpoint and id.
func placed(side *Side) map[string]map[string]spot {
	parents := map[string]string{}
	for _, n := range side.Nodes {
		parents[n.ID] = n.Parent
	}
	all := map[string]map[string]spot{}
	for _, lane := range side.Lanes {
		rows, columns := map[string]Rect{}, map[string]spot{}
		for _, b := range lane.Boxes {
			switch b.Kind {
			case page.Row:
				rows[b.ID] = b.Rect
			case page.Column:
				row := rows[parents[b.ID]]
				columns[b.ID] = spot{Rect{X: b.X - row.X, Y: b.Y - row.Y, Width: b.Width}, b.Shown, parents[b.ID],
					b.Left, b.Right}
			}
		}
		all[lane.Breakpoint] = columns
	}
	return all
}
