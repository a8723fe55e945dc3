package bench

import (
	"math"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
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
	Empty      []Run   `json:"empty" doc:"Skipped and trailing units, one run a column."`
	Bare       []Rect  `json:"bare" doc:"Free units, one by one."`
	Breaks     []Mark  `json:"breaks" doc:"Where a row broke into another line, in the order of the lines."`
	Nudged     []Rect  `json:"nudged" doc:"Where nudged columns would stand."`
	Ghosts     []Ghost `json:"ghosts" doc:"Hidden columns: where they would come in, as high as the line there."`
	Design     *Behind `json:"design,omitempty" doc:"The finished design behind it."`
}

// A Rect is a place in a lane.
type Rect struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
}

// A Run is empty units that a column keeps free.
type Run struct {
	Rect
	Trail bool `json:"trail" doc:"They stand after the column; else before it."`
}

// A Mark stands at the left end of a line that a row broke into, and says why.
type Mark struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Reason string  `json:"reason"`
}

// A Ghost is a hidden column. It has no width.
type Ghost struct {
	ID     string  `json:"id"`
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Height float64 `json:"height"`
}

// A Box is a shown or hidden node in a lane.
type Box struct {
	Rect
	Left    float64   `json:"left" doc:"The padding of a shown column left of its place, which is that of its content."`
	Right   float64   `json:"right" doc:"The same at its right."`
	ID      string    `json:"id"`
	Kind    page.Kind `json:"kind" enum:"section,container,row,column,block,element"`
	Shown   bool      `json:"shown"`
	Guessed bool      `json:"guessed" doc:"It depends on content that is only estimated."`
	Hint    string    `json:"hint" doc:"The type of content of a block."`
	Needs   float64   `json:"needs" doc:"The width of content that overflows a column; 0 if all fits."`
	Line    int       `json:"line" doc:"The line of a shown column, from 1."`
	Unit    float64   `json:"unit" doc:"The first unit of a shown column, from 1."`
	Units   float64   `json:"units" doc:"The units a shown column spans; 0 for a natural one."`
	Skip    float64   `json:"skip" doc:"The empty units before a shown column."`
	Trail   float64   `json:"trail" doc:"The empty units after a shown column."`
	Before  float64   `json:"before" doc:"How wide what it skips is, in px."`
	After   float64   `json:"after" doc:"How wide what it trails is, in px."`
	Columns int       `json:"columns" doc:"The units a row divides into; for a shown column, those of its row."`
	Span    string    `json:"span" enum:",take,full,share,natural,per line" doc:"The kind of width a shown column has."`
	PerLine int       `json:"perLine" doc:"How many columns a row has on a line; 0 when its columns decide."`
	Order   string    `json:"order" doc:"The order of a shown column; empty for source order."`
	Align   string    `json:"align" enum:",top,middle,bottom,stretch" doc:"The column's own align; empty: the row's."`
	Off     bool      `json:"off" doc:"A shown column begins or ends off the grid."`
}

// NoLane is a lane on which nothing is drawn.
func NoLane() Lane {
	return Lane{Units: []Rect{}, Boxes: []Box{}, Empty: []Run{}, Bare: []Rect{}, Breaks: []Mark{}, Nudged: []Rect{},
		Ghosts: []Ghost{}}
}

// newLane draws a page's plan.
func newLane(l *layout.Layout, plan *layout.Plan) Lane {
	k, i := l.Kit(), plan.Breakpoint
	d := drawer{plan: plan, lane: NoLane()}
	d.lane.Breakpoint, d.lane.Width = k.Breakpoints[i].Name, plan.Width
	d.lane.Boxes = make([]Box, 0, len(plan.Boxes))
	d.boxes(l)
	for n := range plan.Lines {
		d.line(&plan.Lines[n])
	}
	first, found := page.FixedFrame, false
	l.Page().Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Container && !found {
			first, found = n.Frame, true
		}
	})
	frame := k.Frame(i, plan.Width, first.HolderAt(k, i))
	track := k.TrackAt(i, frame.Content)
	for u := range track.Columns.N() {
		x := (plan.Width-frame.Content.Px)/2 + track.Origin()
		d.lane.Units = append(d.lane.Units, unit(x, &track, u, 0, d.lane.Height))
	}
	d.lane.Container = round(frame.Content.Px)
	return d.lane
}

type drawer struct {
	plan *layout.Plan
	lane Lane
	at   []int32 // of a node, by its number: its box in the plan
}

// unit is the place of unit u of a track that begins at x.
func unit(x float64, t *kit.Track, u int, y, height float64) Rect {
	return rect(x+t.Offset(0, float64(u)).Px, y, t.Width(u, 1).Px, height)
}

// boxes draws every node, and hidden columns where they would come in.
func (d *drawer) boxes(l *layout.Layout) {
	d.at = make([]int32, l.Nodes())
	for i := range d.plan.Boxes {
		b := &d.plan.Boxes[i]
		d.at[b.Node] = int32(i)
		node := l.Node(b.Node)
		box := Box{Rect: rect(b.X, b.Y, b.Width, b.Height), ID: b.ID, Kind: b.Kind, Shown: b.Shown,
			Guessed: b.Shown && b.Estimated, Needs: round(b.Needs), Line: b.Line,
			Unit: round(b.Unit), Units: round(b.Units)}
		if b.Shown {
			d.lane.Height = max(d.lane.Height, round(b.Y+b.Height))
		}
		switch b.Kind {
		case page.Column:
			box.Rect = rect(b.X+b.Before, b.Y, b.Width-b.Before-b.After, b.Height)
			box.Left, box.Right = round(b.Before), round(b.After)
		case page.Row:
			row := l.RowOf(b.Node, d.plan.Breakpoint)
			box.Columns, box.PerLine = row.Columns.N(), row.PerLine
		case page.Block:
			box.Hint = string(node.Content.Type)
		}
		d.lane.Boxes = append(d.lane.Boxes, box)
	}
	l.Page().Walk(func(row *page.Node, _ page.Place) {
		if row.Kind == page.Row {
			d.ghosts(l, row)
		}
	})
}

// ghosts draws the hidden columns of a row.
func (d *drawer) ghosts(l *layout.Layout, row *page.Node) {
	n := l.Number(row.ID)
	at, columns := d.lane.Boxes[d.at[n]], row.Columns()
	if !at.Shown || len(l.RowOf(n, d.plan.Breakpoint).Cells) == len(columns) {
		return
	}
	ghost := Ghost{X: at.X, Y: at.Y, Height: at.Height}
	for _, c := range columns {
		if b := &d.lane.Boxes[d.at[l.Number(c.ID)]]; b.Shown {
			ghost = Ghost{X: b.X + b.Width, Y: b.Y, Height: b.Height}
			continue
		}
		ghost.ID = c.ID
		d.lane.Ghosts = append(d.lane.Ghosts, ghost)
	}
}

// line draws what a line's columns leave free, and says of their boxes how they
// are set.
func (d *drawer) line(line *layout.Line) {
	t, full := *line.Track, 0.0
	out, _ := t.Out()
	row := &d.plan.Boxes[d.at[line.Row.Index()]]
	left := row.X + row.Before + out + t.Origin()
	line.Row.Place(line.Run, &t, func(c *layout.Cell, s layout.Spot) {
		box := &d.lane.Boxes[d.at[c.Index()]]
		box.Skip, box.Trail, box.Columns = round(s.Skip), round(c.Trail), line.Row.Columns.N()
		if c.Order != page.Of(0) {
			box.Order = c.Order.String()
		}
		box.Span = widthWord(line.Row, c)
		if c.Self != page.RowsAlign {
			box.Align = c.Self.String()
		}
		box.Off = line.Row.PerLine == 0 && box.Span != "share" && (off(c.Units) || off(s.Skip) || off(c.Trail))
		start, end := int(s.Unit), int(s.Unit+s.Units)
		nudge := t.Offset(start, c.Nudge).Px
		x := left + s.X.Px - nudge
		if nudge != 0 {
			d.lane.Nudged = append(d.lane.Nudged, rect(x, box.Y, s.Width.Px, box.Height))
		}
		if s.Skip > 0 {
			gone := t.Offset(max(0, start-int(s.Skip)), s.Skip).Px
			box.Before = round(gone)
			d.lane.Empty = append(d.lane.Empty, Run{Rect: rect(x-gone, line.Y, gone-t.Gutter.Px, line.Height)})
		}
		if c.Trail > 0 {
			gone := t.Offset(end, c.Trail).Px
			box.After = round(gone)
			d.lane.Empty = append(d.lane.Empty, Run{rect(x+s.Width.Px+t.Gutter.Px, line.Y, gone-t.Gutter.Px,
				line.Height), true})
		}
		full = s.Unit + s.Units + c.Trail
	})
	d.bare(line, left, full)
	if line.Broke {
		d.lane.Breaks = append(d.lane.Breaks, Mark{round(left), round(line.Y), line.Reason()})
	}
}

// bare draws what nothing on the line uses: its last units or, where the line is
// spread or counted in px, everything between its columns.
func (d *drawer) bare(line *layout.Line, x, full float64) {
	if line.Free() == 0 {
		return
	}
	t := *line.Track
	if !line.InPx() && line.Row.Spread == page.Start && !off(full) {
		for u := int(full); u < t.Columns.N(); u++ {
			d.lane.Bare = append(d.lane.Bare, unit(x, &t, u, line.Y, line.Height))
		}
		return
	}
	from := 0.0
	gap := func(to float64) {
		if to-from > t.Gutter.Px+1 {
			d.lane.Bare = append(d.lane.Bare, rect(x+from, line.Y, to-from, line.Height))
		}
	}
	line.Row.Place(line.Run, &t, func(c *layout.Cell, s layout.Spot) {
		start := int(s.Unit)
		left := s.X.Px - t.Offset(start, c.Nudge).Px
		gap(left - t.Offset(max(0, start-int(s.Skip)), s.Skip).Px)
		from = left + s.Width.Px + t.Offset(start, c.Trail).Px
	})
	gap(t.Content.Px)
}

func widthWord(r *layout.Row, c *layout.Cell) string {
	switch {
	case r.PerLine > 0:
		return "per line"
	case c.Counted():
		return "take"
	}
	return c.Width.String()
}

// off reports whether a number of units is not whole.
func off(units float64) bool { return math.Abs(units-math.Round(units)) > 1e-6 }

func rect(x, y, width, height float64) Rect {
	return Rect{round(x), round(y), round(width), round(height)}
}

func round(v float64) float64 { return math.Round(v*100) / 100 }

// Draw is page pg's lane in a viewport of v px.
func Draw(k *kit.Kit, pg *page.Page, v float64) Lane {
	l := layout.Of(k, pg)
	return newLane(l, l.Plan(v))
}
