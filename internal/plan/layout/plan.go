package layout

import (
	"sync"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// MaxViewport is the widest viewport, in px, plans are made for.
const MaxViewport = 20000

// A Plan is a page as a browser will show it in a viewport Width px wide.
// Boxes are in page order, parents before their children, but a row's columns in
// the order they stand on screen and its hidden ones after them; lines are in the
// order of their rows.
type Plan struct {
	Width      float64
	Breakpoint int // index into the kit's breakpoints
	Boxes      []Box
	Lines      []Line
	Until      float64 // the lines break as they do now in every wider viewport up to this one
}

// A Box is one node's border box in px from the page's top left corner. Its content box
// is as high, and stands in it by Before at its left and After at its right. A box that is
// not Shown, by its own setting or for one above it, has no size.
type Box struct {
	ID            string
	Kind          page.Kind
	X, Y          float64
	Width, Height float64
	Before, After float64 // the padding of a column or of a row, a container's edges
	Line          int     // of a shown column: the line of its row it is on, from 1; else 0
	Unit          float64 // of a shown column: its first unit, from 1, after any skip; else 0
	Units         float64 // of a shown column: how many units it spans; 0 for a natural one
	Shown         bool
	Estimated     bool    // it depends on what the plan does not work out
	Node          int32   // its Layout's own number for it
	Needs         float64 // of a column: how wide content that does not fit it is, in px; 0 where all fits
}

// A Line is one line of a row.
type Line struct {
	Row    *Row
	Line   int // from 1
	Y      float64
	Height float64
	Run    Run
	Track  *kit.Track // of its row, as on paper
	Broke  bool       // the row's line before it could not hold its first column

	before int // the first cell of the line before it
}

// Plan plans the page in a viewport of v px. From the kit's narrowest viewport
// on, the plan is what a browser shows, to half a pixel. It must not be changed: others may have the same.
func (l *Layout) Plan(v float64) *Plan {
	return l.plans.at(v, func() *Plan {
		p := l.Worked(v)
		if l.real != nil {
			l.real.exact(l, p)
		}
		return p
	})
}

// Widths is a plan in which columns are as wide as in a browser; what is in them may be as high as it is declared,
// which is faster to plan.
func (l *Layout) Widths(v float64) *Plan {
	if l.page.Style != "" || l.planner.slow() { // paddings, or it is planned already
		return l.Plan(v)
	}
	return l.Code().Plan(v)
}

// mostQuick is how many nodes a page may have whose plans are slow by the node, and still take a few ms each.
const mostQuick = 400

// IsSlow reports whether a plan takes more than a few ms, so that a check should not ask for many.
func (l *Layout) IsSlow() bool { return l.planner.slow() && len(l.nodes) > mostQuick }

// plans are the last few of a layout: what draws it and what checks it ask for the same.
type plans struct {
	mu   sync.Mutex
	last [2 * kit.MaxBreakpoints]*Plan
	next int
}

// at is the plan at a width, made where there is none.
func (all *plans) at(v float64, make func() *Plan) *Plan {
	all.mu.Lock()
	for _, p := range all.last {
		if p != nil && p.Width == v {
			all.mu.Unlock()
			return p
		}
	}
	all.mu.Unlock()
	p := make()
	all.mu.Lock()
	defer all.mu.Unlock()
	all.last[all.next] = p
	all.next = (all.next + 1) % len(all.last)
	return p
}

// Worked is the plan as it is worked out: of a page that is made here, without what a browser had where it is in doubt.
func (l *Layout) Worked(v float64) *Plan {
	i := l.kit.BreakpointAt(v)
	m := maker{l: l, i: i, stage: &l.at[i], plan: &Plan{Width: v, Breakpoint: i, Until: 1e9}}
	m.plan.Boxes = make([]Box, 0, len(l.nodes))
	m.plan.Lines = make([]Line, 0, m.stage.broken)
	m.tracks = make([]kit.Track, 0, len(m.stage.rows))
	m.runs = make([]Run, 0, m.stage.most)
	if i+1 < len(l.kit.Breakpoints) {
		m.plan.Until = l.kit.Breakpoints[i+1].From.Px()
	}
	l.planner.plan(&m)
	return m.plan
}

// Make plans page p, laid out on k, in a viewport of v px.
func Make(k *kit.Kit, p *page.Page, v float64) *Plan { return Of(k, p).Plan(v) }

type maker struct {
	l     *Layout
	i     int
	stage *stage
	plan  *Plan
	runs  []Run

	tracks []kit.Track
	unsure bool    // where the next box begins depends on what is only estimated
	needs  float64 // of the column that was laid out last: how wide content is that does not fit it
}

// frames places the sections and containers from node n up to end under one
// another, from y on, and gives their height. Sections are as wide as the viewport.
func (m *maker) frames(n, end int32, y float64) float64 {
	top := y
	for v := m.plan.Width; n < end; n = m.l.nodes[n].end {
		node := &m.l.nodes[n]
		y += m.gap(n, 0)
		box := Box{ID: node.ID, Kind: node.Kind, Y: y, Width: v, Shown: true, Node: n}
		self, height := len(m.plan.Boxes), 0.0
		if node.Kind == page.Section {
			m.box(box)
			_, top, _, pad := m.framed(n, 0, y, padding{}, measure.Plain(v))
			height = pad[0] + m.frames(n+1, node.end, top) + m.end(n) + pad[2]
		} else {
			f := m.l.kit.Frame(m.i, v, node.Frame.HolderAt(m.l.kit, m.i))
			m.plan.Until = min(m.plan.Until, f.Until)
			box.X, box.Width = measure.Floor64(max(0, v-f.Outer.Px)/2), f.Outer.Px
			box.Before = (f.Outer.Px - f.Content.Px) / 2
			box.After = box.Before
			above, below := m.space(n)
			x, top, w, pad := m.framed(n, box.X, y, padding{above, box.After, below, box.Before}, f.Content)
			box.Before, box.After = pad[3], pad[1]
			m.box(box)
			height = pad[0] + m.stack(n, x, top, w) + m.end(n) + pad[2]
		}
		m.plan.Boxes[self].Height = height
		m.plan.Boxes[self].Estimated = m.unsure
		y += height
	}
	return y - top
}

func (m *maker) box(b Box) int {
	m.plan.Boxes = append(m.plan.Boxes, b)
	return len(m.plan.Boxes) - 1
}

// stack places the rows and blocks in n under one another, w wide, from x, y on,
// and gives their height. A row keeps the vertical gutter from what stands
// before it.
func (m *maker) stack(n int32, x, y float64, w measure.Measure) float64 {
	if m.l.real != nil && m.l.nodes[n].Kind == page.Column {
		return m.l.real.stack(m, n, x, y, w)
	}
	top := y
	m.l.children(n, func(c int32) {
		switch child := m.l.nodes[c]; child.Kind {
		case page.Row:
			lines := 0.0
			if c > n+1 {
				lines = m.stage.lines
			}
			y += m.gap(c, lines)
			y += m.row(c, x, y, w)
		case page.Block:
			if m.l.HeldOf(c, m.i)[page.Shown].Value == page.Hides {
				m.hide(c)
				return
			}
			h := child.Content.HeightOf(m.l.highs()[c], m.l.kit, m.i, w.Px)
			m.box(Box{ID: child.ID, Kind: page.Block, X: x, Y: y, Width: w.Px, Height: h, Shown: true, Node: c})
			y += h
		}
	})
	return y - top
}

// row places a row and everything in it and gives its height.
func (m *maker) row(n int32, x, y float64, w measure.Measure) float64 {
	r := m.stage.row(n)
	top, left := y, x
	above, below := m.space(n)
	x, y, w, pad := m.framed(n, x, y, padding{0: above, 2: below}, w)
	t := r.Track(w)
	out, _ := t.Out()
	x -= out
	self := m.box(Box{ID: r.ID, Kind: page.Row, X: left - out, Y: top, Width: pad[3] + t.Row() + pad[1], Before: pad[3],
		After: pad[1], Shown: true, Node: n})
	first := len(m.runs)
	m.runs = r.Break(&t, m.runs, m.plan.Width, &m.plan.Until)
	runs := m.runs[first:]
	if m.l.real != nil && !m.l.real.breaks(m, r, &t, runs) {
		m.unsure = true
	}
	line := len(m.plan.Lines)
	m.tracks = append(m.tracks, t.Smooth()) // in one piece: the lines of all rows point to them
	smooth := &m.tracks[len(m.tracks)-1]
	for i := range runs {
		m.plan.Lines = append(m.plan.Lines, newLine(r, smooth, runs, i))
	}
	for i, run := range runs { // rows nested in it add their lines behind these
		if i > 0 {
			y += r.GapY
		}
		height := m.line(r, run, i+1, &t, x, y)
		m.plan.Lines[line+i].Y, m.plan.Lines[line+i].Height = y, height
		y += height
	}
	m.runs = m.runs[:first]
	if len(r.Cells) < len(m.l.nodes[n].Children) {
		m.l.children(n, func(c int32) {
			if m.l.HeldOf(c, m.i)[page.Shown].Value == page.Hides {
				m.hide(c)
			}
		})
	}
	y += pad[2]
	m.plan.Boxes[self].Height = y - top
	m.plan.Boxes[self].Estimated = m.unsure
	return y - top
}

// newLine is line i of the runs a row breaks into.
func newLine(r *Row, t *kit.Track, runs []Run, i int) Line {
	l := Line{Row: r, Line: i + 1, Run: runs[i], Track: t, Broke: i > 0}
	if i > 0 {
		l.before = runs[i-1].First
	}
	return l
}

// line places the columns of one line of a row that begins at x and gives its height: that of its tallest
// column, to which those that stretch are brought.
func (m *maker) line(r *Row, run Run, number int, t *kit.Track, x, y float64) float64 {
	height := 0.0
	first := len(m.plan.Boxes)
	start, _ := t.Padding()
	for i := run.First; i < run.End; i++ {
		m.unsure = m.unsure || r.Cells[i].Unsure
	}
	before, after := m.unsure, m.unsure
	r.Place(run, t, func(c *Cell, s Spot) {
		left := x + start + s.X.Px
		padBefore, padAfter := c.Padding(t)
		m.unsure = before
		cx, cy, w, pad := m.framed(c.index, left-padBefore, y, padding{1: padAfter, 3: padBefore}, s.Width)
		self := m.box(Box{ID: c.Node.ID, Kind: page.Column, X: left - padBefore, Y: y,
			Width: padBefore + s.Width.Px + padAfter, Before: pad[3], After: pad[1], Line: number, Unit: s.Unit + 1,
			Units: s.Units, Shown: true, Node: c.index})
		h := pad[0] + m.stack(c.index, cx, cy, w) + pad[2]
		m.plan.Boxes[self].Estimated = m.unsure
		after = after || m.unsure
		if r.Technique == kit.Float {
			h = max(h, 1) // a float of no height would not hold its place
		}
		m.plan.Boxes[self].Height, m.plan.Boxes[self].Needs = h, m.needs
		height = max(height, h)
	})
	m.unsure = after
	i := first // the cells' boxes, between those of what is in them
	for c := run.First; c < run.End; c++ {
		cell := &r.Cells[c]
		end := i + int(m.l.nodes[cell.index].end-cell.index)
		spare := height - m.plan.Boxes[i].Height
		switch cell.Align {
		case page.Stretch:
			m.plan.Boxes[i].Height = height
			m.plan.Boxes[i].Estimated = after
		case page.Middle:
			m.lower(i, end, measure.Floor64(spare/2))
			m.doubt(i, end, after)
		case page.Bottom:
			m.lower(i, end, spare)
			m.doubt(i, end, after)
		}
		i = end
	}
	return height
}

// doubt marks boxes that depend on what is only estimated, if anything is.
func (m *maker) doubt(first, end int, unsure bool) {
	for i := first; i < end && unsure; i++ {
		m.plan.Boxes[i].Estimated = true
	}
}

// lower moves boxes and the lines in them down by so many px.
func (m *maker) lower(first, end int, by float64) {
	if by == 0 {
		return
	}
	for i := first; i < end; i++ {
		m.plan.Boxes[i].Y += by
	}
	n := m.plan.Boxes[first].Node
	for i := len(m.plan.Lines) - 1; i >= 0; i-- {
		row := m.plan.Lines[i].Row.index
		if row <= n {
			break
		}
		if row < m.l.nodes[n].end {
			m.plan.Lines[i].Y += by
		}
	}
}

// hide gives a node and everything in it a box that is not shown.
func (m *maker) hide(n int32) {
	for c := n; c < m.l.nodes[n].end; c++ {
		m.box(Box{ID: m.l.nodes[c].ID, Kind: m.l.nodes[c].Kind, Node: c})
	}
}
