package bench

import (
	"math"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
)

// A Lane is the page drawn at one viewport width. All lengths are in CSS px from
// the page's top left corner, rounded to a hundredth.
type Lane struct {
	Breakpoint string  `json:"breakpoint"`
	Width      float64 `json:"width"`
	Height     float64 `json:"height"`
	Container  float64 `json:"container" doc:"The content width of the page's first container, or of a fixed one."`
	Units      []Rect  `json:"units" doc:"The first container's units, as high as the page."`
	Boxes      []Box   `json:"boxes"`
	Skips      []Rect  `json:"skips" doc:"Skipped units, one run a column."`
	Bare       []Rect  `json:"bare" doc:"Unspent units, one by one."`
	Breaks     []Mark  `json:"breaks" doc:"Where a row broke into another line."`
}

// A Rect is a place in a lane.
type Rect struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
}

// A Mark stands at the left end of a line that a row broke into, and says why.
type Mark struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Reason string  `json:"reason"`
}

// A Box is a shown or hidden node in a lane.
type Box struct {
	Rect
	ID      string    `json:"id"`
	Kind    page.Kind `json:"kind" enum:"container,row,column,block"`
	Shown   bool      `json:"shown"`
	Hint    string    `json:"hint" doc:"Of a block: its type of content."`
	Line    int       `json:"line" doc:"Of a shown column: its line, from 1."`
	Unit    int       `json:"unit" doc:"Of a shown column: its first unit, from 1."`
	Units   int       `json:"units" doc:"Of a shown column: the units it spans."`
	Skip    int       `json:"skip" doc:"Of a shown column: the empty units before it."`
	Columns int       `json:"columns" doc:"Of a row: the units it divides into; of a column: its row's."`
}

func newLane(k *kit.Kit, pg *page.Page, plan *layout.Plan) Lane {
	l := Lane{
		Breakpoint: k.Breakpoints[plan.Breakpoint].Name, Width: plan.Width,
		Units: []Rect{}, Boxes: []Box{}, Skips: []Rect{}, Bare: []Rect{}, Breaks: []Mark{},
	}
	rows := map[string]layout.Box{}
	hints := hintsOf(pg)
	for _, b := range plan.Boxes {
		box := Box{Rect: rect(b.X, b.Y, b.Width, b.Height), ID: b.ID, Kind: b.Kind, Shown: b.Shown,
			Hint: hints[b.ID], Line: b.Line, Unit: b.Unit, Units: b.Units, Skip: b.Skip, Columns: b.Columns}
		switch b.Kind {
		case page.Container:
			l.Height = max(l.Height, round(b.Y+b.Height))
		case page.Row:
			rows[b.ID] = b
		case page.Column:
			box.Columns = page.RowColumns(k)
		}
		l.Boxes = append(l.Boxes, box)
	}
	_, l.Container = k.Frame(plan.Breakpoint, plan.Width, len(pg.Body) > 0 && pg.Body[0].Fluid)
	track := k.Track(l.Container)
	for u := range track.Columns {
		l.Units = append(l.Units, rect((plan.Width-l.Container)/2+track.Offset(u), 0, track.Width(1), l.Height))
	}
	l.Container = round(l.Container)
	for _, b := range plan.Boxes {
		if b.Skip > 0 {
			gone := float64(b.Skip) * (b.Width + k.Gutter.Px()) / float64(b.Units)
			l.Skips = append(l.Skips, rect(b.X-gone, b.Y, gone-k.Gutter.Px(), b.Height))
		}
	}
	for _, line := range plan.Lines {
		row := rows[line.Row]
		track := k.Track(row.Width)
		for u := line.Spent; u < line.Columns; u++ {
			l.Bare = append(l.Bare, rect(row.X+track.Offset(u), line.Y, track.Width(1), line.Height))
		}
		if line.Broke != nil {
			l.Breaks = append(l.Breaks, Mark{round(row.X), round(line.Y), line.Reason()})
		}
	}
	return l
}

// hintsOf gives every block's type of content by id.
func hintsOf(pg *page.Page) map[string]string {
	hints := map[string]string{}
	pg.Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Block {
			hints[n.ID] = string(n.Content.Type)
		}
	})
	return hints
}

func rect(x, y, width, height float64) Rect {
	return Rect{round(x), round(y), round(width), round(height)}
}

func round(v float64) float64 { return math.Round(v*100) / 100 }

// Draw is page pg's lane in a viewport of v px.
func Draw(k *kit.Kit, pg *page.Page, v float64) Lane { return newLane(k, pg, layout.Make(k, pg, v)) }
