// Package layout computes the plan of a page: every node's box, the lines its
// rows break into and their ledgers, at one viewport width (domain section 6).
// It knows nothing of markup or of a screen.
package layout

import (
	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// A Plan is a page as a browser will show it in a viewport Width px wide.
// Boxes are in page order, parents before their children and a row's hidden
// columns after its shown ones; lines are in the order of their rows.
type Plan struct {
	Width      float64
	Breakpoint int // index into the kit's breakpoints
	Boxes      []Box
	Lines      []Line
}

// A Box is one node's border box in px from the page's top left corner. A box
// that is not Shown, by its own setting or for one above it, has no size.
type Box struct {
	ID            string
	Kind          page.Kind
	X, Y          float64
	Width, Height float64
	Line          int // of a shown column: the line of its row it is on, from 1; else 0
	Unit          int // of a shown column: its first unit, from 1, after any skip; else 0
	Units         int // of a shown column: how many units it spans; else 0
	Skip          int // of a shown column: the empty units before it
	Columns       int // of a shown row: the units it divides into
	Shown         bool
}

// A Line is one line of a row.
type Line struct {
	Row     string // the row's id
	Line    int    // from 1
	Y       float64
	Height  float64
	Columns int    // the units the row divides into
	Wants   []Want // what each column on the line asks for, in order
	Spent   int    // units skipped and taken; over Columns when one column alone asks for more
	Unspent int    // units that nothing uses
	Broke   *Break // why the line starts here; nil for a row's first line
}

// A Want is what one column asks of its line.
type Want struct {
	ID, Name   string
	Skip, Take int // in units
}

// A Break says why a line could not hold the next column: After were on it, and
// with Next's skip and take the sum would have been Sum, over Columns.
type Break struct {
	After []Want
	Next  Want
	Sum   int
}

// tolerance is how far over a row's width, in px, a line may come before it
// breaks (section 6.3).
const tolerance = 0.05

// Make plans page p, laid out on k, in a viewport of v px. Both must have passed
// their Check; from the kit's narrowest viewport on, the plan is what a browser
// shows, to half a pixel.
func Make(k *kit.Kit, p *page.Page, v float64) *Plan {
	m := maker{kit: k, at: k.BreakpointAt(v), plan: &Plan{Width: v, Breakpoint: k.BreakpointAt(v)}}
	m.makeRoom(p)
	y := 0.0
	for _, n := range p.Body {
		outer, content := k.Frame(m.at, v, n.Fluid)
		i := m.box(Box{ID: n.ID, Kind: n.Kind, X: (v - outer) / 2, Y: y, Width: outer, Shown: true})
		height := m.stack(n.Children, (v-content)/2, y, content)
		m.plan.Boxes[i].Height = height
		y += height
	}
	return m.plan
}

type maker struct {
	kit   *kit.Kit
	at    int
	plan  *Plan
	cells []cell // of every line so far, line after line
	wants []Want // the same
}

// makeRoom makes room for the whole plan at once.
func (m *maker) makeRoom(p *page.Page) {
	nodes, columns, rows := 0, 0, 0
	p.Walk(func(n *page.Node, _ page.Place) {
		nodes++
		switch n.Kind {
		case page.Column:
			columns++
		case page.Row:
			rows++
		}
	})
	m.plan.Boxes = make([]Box, 0, nodes)
	m.plan.Lines = make([]Line, 0, 2*rows)
	m.cells = make([]cell, 0, columns)
	m.wants = make([]Want, 0, columns)
}

func (m *maker) box(b Box) int {
	m.plan.Boxes = append(m.plan.Boxes, b)
	return len(m.plan.Boxes) - 1
}

// stack places rows and blocks under one another, w px wide, from x, y on, and
// gives their height. A row keeps the vertical gutter from what stands before it.
func (m *maker) stack(nodes []*page.Node, x, y, w float64) float64 {
	top := y
	for i, n := range nodes {
		switch n.Kind {
		case page.Row:
			if i > 0 {
				y += m.kit.RowGutter.Px()
			}
			y += m.row(n, x, y, w)
		case page.Block:
			h := n.Content.Height.Px()
			m.box(Box{ID: n.ID, Kind: n.Kind, X: x, Y: y, Width: w, Height: h, Shown: true})
			y += h
		}
	}
	return y - top
}

// cell is a shown column with what it asks for in units.
type cell struct {
	node       *page.Node
	skip, take int
}

// row places a row and everything in it and gives its height.
func (m *maker) row(n *page.Node, x, y, w float64) float64 {
	track := m.kit.Track(w)
	self := m.box(Box{ID: n.ID, Kind: n.Kind, X: x, Y: y, Width: w, Columns: track.Columns, Shown: true})
	top := y
	first, cell := len(m.plan.Lines), len(m.cells)
	m.lines(n, track)
	end := len(m.plan.Lines) // rows nested in this one add theirs behind it
	for i := first; i < end; i++ {
		if i > first {
			y += m.kit.RowGutter.Px()
		}
		line := &m.plan.Lines[i]
		held := m.cells[cell : cell+len(line.Wants)]
		cell += len(held)
		line.Y = y
		height := m.line(held, line.Line, track, x, y)
		m.plan.Lines[i].Height = height
		y += height
	}
	for _, c := range n.Children {
		if !c.SpanAt(m.kit, m.at).Shown {
			m.hide(c)
		}
	}
	m.plan.Boxes[self].Height = y - top
	return y - top
}

// lines breaks a row's shown columns into lines (section 6.3).
func (m *maker) lines(row *page.Node, t kit.Track) {
	var line *Line
	used := 0.0 // px of the line so far, gutters included
	for _, n := range row.Children {
		span := n.SpanAt(m.kit, m.at)
		if !span.Shown {
			continue
		}
		want := Want{ID: n.ID, Name: n.Name, Skip: span.Skip, Take: span.Width.Units(t.Columns)}
		wide := t.Offset(want.Skip) + t.Width(want.Take)
		if line == nil || used+t.Gutter+wide > t.Content+tolerance {
			next := Line{Row: row.ID, Line: 1, Columns: t.Columns, Unspent: t.Columns}
			if line != nil {
				next.Line = line.Line + 1
				next.Broke = &Break{After: line.Wants, Next: want, Sum: line.Spent + want.Skip + want.Take}
			}
			m.plan.Lines = append(m.plan.Lines, next)
			line = &m.plan.Lines[len(m.plan.Lines)-1]
			used = -t.Gutter
		}
		used += t.Gutter + wide
		m.cells = append(m.cells, cell{n, want.Skip, want.Take})
		m.wants = append(m.wants, want)
		line.Wants = m.wants[len(m.wants)-len(line.Wants)-1:]
		line.Spent += want.Skip + want.Take
		line.Unspent = max(0, t.Columns-line.Spent)
	}
}

// line places the columns of one line and gives its height: that of its tallest
// column, to which the others stretch.
func (m *maker) line(cells []cell, number int, t kit.Track, x, y float64) float64 {
	height := 0.0
	first := len(m.plan.Boxes)
	unit := 1
	for _, c := range cells {
		x += t.Offset(c.skip)
		unit += c.skip
		w := t.Width(c.take)
		m.box(Box{ID: c.node.ID, Kind: page.Column, X: x, Y: y, Width: w,
			Line: number, Unit: unit, Units: c.take, Skip: c.skip, Shown: true})
		height = max(height, m.stack(c.node.Children, x, y, w))
		x += w + t.Gutter
		unit += c.take
	}
	for i := first; len(cells) > 0; i++ { // the cells' boxes, between those of what is in them
		if box := &m.plan.Boxes[i]; box.ID == cells[0].node.ID {
			box.Height = height
			cells = cells[1:]
		}
	}
	return height
}

// hide gives a node and everything in it a box that is not shown.
func (m *maker) hide(n *page.Node) {
	m.box(Box{ID: n.ID, Kind: n.Kind})
	for _, c := range n.Children {
		m.hide(c)
	}
}
