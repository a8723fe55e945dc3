package bench

import (
	"math"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/trace"
)

// Traced is the finished designs of a page, with their frames in units of its kit.
type Traced struct {
	Revision int            `json:"revision"`
	Designs  []TracedDesign `json:"designs"`
}

// TracedDesign is a finished design at a breakpoint. Lengths are in px of the viewport.
type TracedDesign struct {
	design.Design
	Frames     []TracedFrame `json:"frames" doc:"All of them, each before those in it."`
	Breakpoint string        `json:"breakpoint"`
	High       float64       `json:"high" doc:"How high the picture is."`
	Wide       float64       `json:"wide" doc:"How wide the picture is."`
	Address    string        `json:"address" doc:"The address of the picture."`
	Columns    [][2]float64  `json:"columns" doc:"Where the kit's columns begin and end."`
}

// TracedFrame is a frame with the units that it takes of what is around it.
type TracedFrame struct {
	design.Frame
	Frames []string     `json:"frames,omitzero" doc:"The ids of those in it."`
	In     string       `json:"in,omitzero" doc:"The id of the frame that it stands in."`
	Depth  int          `json:"depth"`
	Unit   int          `json:"unit" doc:"The first unit, from 1."`
	Take   int          `json:"take" doc:"How many units it takes."`
	Skip   int          `json:"skip" doc:"Units that are empty before it on its line."`
	Of     int          `json:"of" doc:"How many units there are."`
	Line   int          `json:"line"`
	Start  float64      `json:"start" doc:"How far its left edge is right of its first unit's."`
	End    float64      `json:"end" doc:"How far its right edge is right of its last unit's."`
	From   float64      `json:"from" doc:"Where these units begin."`
	To     float64      `json:"to" doc:"Where they end."`
	Inside [][2]float64 `json:"inside" doc:"Where the columns are in which frames in it are counted."`
	Offset *Offset      `json:"offset,omitempty" doc:"For a frame matched to a visible element."`
}

// NewTraced gives a page's designs. The layout is of the page with its content.
func NewTraced(revision int, p *project.Project, l *layout.Layout) *Traced {
	all := &Traced{Revision: revision, Designs: []TracedDesign{}}
	designs := l.Page().Designs
	sheet := trace.NewSheet(l.Kit(), designs)
	for i := range designs {
		d := &designs[i]
		placed := sheet.Placed(d)
		ruler := trace.Ruler{Kit: l.Kit(), At: l.Kit().BreakpointAt(d.Width), V: d.Width}
		if placed == nil && len(d.Frames) > 0 { // another of its breakpoint counts
			placed = ruler.Place(d.Frames)
		}
		one := TracedDesign{Design: *d, Frames: tracedFrames(ruler, placed), Columns: stretches(ruler.Columns()),
			Breakpoint: l.Kit().Breakpoints[ruler.At].Name, Address: PicturesAt(p.ID) + d.Picture}
		one.Wide, one.High = sizeOf(p, d)
		one.compare(l)
		all.Designs = append(all.Designs, one)
	}
	return all
}

// sizeOf is how wide and high a design's picture is, in px of the viewport.
func sizeOf(p *project.Project, d *design.Design) (wide, high float64) {
	pic := p.Picture(d.Picture)
	if pic == nil {
		return 0, 0
	}
	width, height, err := pic.Size()
	if err != nil {
		return 0, 0
	}
	return float64(width) / d.Scale, float64(height) / d.Scale
}

// compare finds by how much the plan has the elements elsewhere that frames are matched to.
func (d *TracedDesign) compare(l *layout.Layout) {
	var plan places
	for i := range d.Frames {
		f := &d.Frames[i]
		if f.Node == "" {
			continue
		}
		if plan == nil {
			plan = placesIn(l.Plan(d.Width))
		}
		if r, is := plan[f.Node]; is {
			f.Offset = new(offsetOf(&f.Frame, r))
		}
	}
}

// places are where a plan has what is shown of a page, from content to content, by the ids of nodes.
type places map[string]Rect

func placesIn(plan *layout.Plan) places {
	all := places{}
	for i := range plan.Boxes {
		if b := &plan.Boxes[i]; b.Shown {
			all[b.ID] = Rect{round(b.X + b.Before), round(b.Y), round(b.Width - b.Before - b.After), round(b.Height)}
		}
	}
	return all
}

// Behind is a finished design behind a lane that is as wide. Lengths are in px of the viewport.
type Behind struct {
	Address string  `json:"address" doc:"The address of its picture."`
	Picture Rect    `json:"picture" doc:"Where the picture is."`
	Parts   []Aside `json:"parts" doc:"Its frames that are matched to visible elements."`
}

// Aside is a frame of a design, and by how much the page has its element elsewhere.
type Aside struct {
	Rect
	Offset
	Node string `json:"node" doc:"The element."`
}

// Offset is by how much the page has an element elsewhere than a frame that is matched to it, in px.
type Offset struct {
	Across float64 `json:"across" doc:"How far the element is right of the frame."`
	Wider  float64 `json:"wider" doc:"0 if the frame is only as wide as the words in its element."`
	Down   float64 `json:"down" doc:"How far it is below it."`
	Taller float64 `json:"taller"`
	Off    bool    `json:"off" doc:"Its x or its width differs by more than 2 px."`
	Uneven bool    `json:"uneven" doc:"Its y or its height differs by more than 2 px."`
}

func newBehind(p *project.Project, d *design.Design, plan *layout.Plan) *Behind {
	b := &Behind{Address: PicturesAt(p.ID) + d.Picture, Parts: []Aside{}}
	b.Picture.X, b.Picture.Y = d.X, d.Y
	b.Picture.Width, b.Picture.Height = sizeOf(p, d)
	at := placesIn(plan)
	design.Walk(d.Frames, func(f *design.Frame, _ int) {
		r, is := at[f.Node]
		if f.Node == "" || !is {
			return
		}
		b.Parts = append(b.Parts, Aside{Rect{f.X, f.Y, f.Width, f.Height}, offsetOf(f, r), f.Node})
	})
	return b
}

func offsetOf(f *design.Frame, r Rect) Offset {
	o := Offset{Across: round(r.X - f.X), Down: round(r.Y - f.Y), Taller: round(r.Height - f.Height)}
	if !f.Loose {
		o.Wider = round(r.Width - f.Width)
	}
	o.Off = max(math.Abs(o.Across), math.Abs(o.Wider)) > mostOff
	o.Uneven = max(math.Abs(o.Down), math.Abs(o.Taller)) > mostOff
	return o
}

// designAt is the page's finished design at breakpoint i; nil where there is none.
func designAt(p *page.Page, k *kit.Kit, i int) *design.Design {
	for n := range p.Designs {
		if d := &p.Designs[n]; k.BreakpointAt(d.Width) == i {
			return d
		}
	}
	return nil
}

func stretches(columns []kit.Stretch) (all [][2]float64) {
	for _, c := range columns {
		all = append(all, [2]float64{round(c.From), round(c.To)})
	}
	return all
}

func tracedFrames(r trace.Ruler, placed []trace.Placed) []TracedFrame {
	all := []TracedFrame{}
	var add func(in string, depth int, placed []trace.Placed)
	add = func(in string, depth int, placed []trace.Placed) {
		for _, p := range placed {
			one := TracedFrame{Frame: p.Frame, In: in, Depth: depth, Unit: p.Unit, Take: p.Take, Skip: p.Skip, Of: p.Of,
				Line: p.Line, Start: round(p.Start), End: round(p.End), From: round(p.At.From), To: round(p.At.To)}
			for _, inner := range p.In {
				one.Frames = append(one.Frames, inner.ID)
			}
			one.Frame.Frames = nil
			one.Inside = stretches(r.Inside(&p))
			all = append(all, one)
			add(p.ID, depth+1, p.In)
		}
	}
	add("", 0, placed)
	return all
}

// FoundFrames are the frames that a design's picture shows, in units.
type FoundFrames struct {
	Frames []TracedFrame `json:"frames"`
	Off    int           `json:"off" doc:"How many of them are over 2 px off the kit's grid."`
	Most   float64       `json:"most" doc:"How far off the farthest is, in px."`
}

// mostOff is how far an edge is off the grid at most that counts as on it, in px.
const mostOff = 2

// NewFoundFrames finds the frames in the picture of a page's design.
func NewFoundFrames(k *kit.Kit, p *page.Page, pr *project.Project, id string) (*FoundFrames, error) {
	d, frames, err := found(p, pr, id)
	if err != nil {
		return nil, err
	}
	r := trace.Ruler{Kit: k, At: k.BreakpointAt(d.Width), V: d.Width}
	all := &FoundFrames{Frames: tracedFrames(r, r.Place(frames))}
	for _, f := range all.Frames {
		off := math.Abs(f.Start)
		if !f.Loose {
			off = max(off, math.Abs(f.End))
		}
		if off > mostOff {
			all.Off++
		}
		all.Most = max(all.Most, round(off))
	}
	return all, nil
}

// found are the frames that the picture of a page's design shows, where they are in the viewport.
func found(p *page.Page, pr *project.Project, id string) (*design.Design, []design.Frame, error) {
	for i := range p.Designs {
		d := &p.Designs[i]
		if d.ID != id {
			continue
		}
		picture, err := trace.Read(pr.Picture(d.Picture).Data.Bytes())
		if err != nil {
			return nil, nil, err
		}
		frames := picture.Frames(d.Scale)
		design.Walk(frames, func(f *design.Frame, _ int) { f.X, f.Y = f.X+d.X, f.Y+d.Y })
		return d, frames, nil
	}
	return nil, nil, fault.New("design", id, "the id of a design of this page")
}

// Grids are the grids that fit a page's design best, the likeliest first.
func Grids(p *page.Page, pr *project.Project, id string, drawn bool) ([]trace.Grid, error) {
	var frames []design.Frame
	if drawn {
		for _, d := range p.Designs {
			if d.ID == id {
				frames = d.Frames
			}
		}
	} else {
		var err error
		if _, frames, err = found(p, pr, id); err != nil {
			return nil, err
		}
	}
	grids := trace.GridsOf(frames, drawn)
	return append([]trace.Grid{}, grids[:min(len(grids), mostGrids)]...), nil
}

// mostGrids is how many grids are told.
const mostGrids = 6
