package layout

import (
	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
)

// foreign plans a page on a kit that was brought in: its boxes are where the stylesheet puts them, and
// lines are those that its columns then stand in.
func (m *maker) foreign(f *foreign.Page) {
	boxes, until := f.Boxes(m.plan.Width, m.i)
	m.plan.Until = min(m.plan.Until, until)
	var visit func(n int32)
	put := func(n int32) int {
		b, node := boxes[n], &m.l.nodes[n]
		return m.box(Box{ID: node.ID, Kind: node.Kind, X: b.X, Y: b.Y, Width: b.Width, Height: b.Height,
			Before: b.Before, After: b.After, Shown: true, Node: n, Estimated: b.Estimated, Needs: b.Needs})
	}
	unshown := func(n int32) { // what is in it may be shown: an element may stand for what is in it alone
		m.box(Box{ID: m.l.nodes[n].ID, Kind: m.l.nodes[n].Kind, Node: n, Estimated: boxes[n].Estimated})
		m.l.children(n, visit)
	}
	visit = func(n int32) {
		if !boxes[n].Shown {
			unshown(n)
			return
		}
		put(n)
		if m.l.nodes[n].Kind != page.Row {
			m.l.children(n, visit)
			return
		}
		r := m.stage.row(n)
		t := r.Track(measure.Plain(boxes[n].Width)).Smooth()
		first := len(m.plan.Lines)
		var run Run
		last := 0
		flush := func() {
			if run.End == run.First {
				return
			}
			line := Line{Row: r, Line: len(m.plan.Lines) - first + 1, Run: run, Track: &t,
				Broke: len(m.plan.Lines) > first}
			if line.Broke {
				line.before = m.plan.Lines[len(m.plan.Lines)-1].Run.First
			}
			m.plan.Lines = append(m.plan.Lines, line)
			run = Run{First: run.End, End: run.End}
		}
		place := make([]int, len(r.Cells)) // of the cells, their boxes' lines
		units := make([]float64, len(r.Cells))
		for i := range r.Cells {
			c := &r.Cells[i]
			b := boxes[c.index]
			if i > run.First && (b.Line != last || b.Line == 0) {
				flush()
			}
			last = b.Line
			place[i], units[i] = len(m.plan.Lines)-first+1, run.Units+r.skip(c, run.Units)
			run.Units += r.units(c, run.Units)
			if run.End = i + 1; c.Width == page.Share && r.PerLine == 0 {
				run.Shares++
			}
		}
		flush()
		for i := first; i < len(m.plan.Lines); i++ {
			l := &m.plan.Lines[i]
			top, bottom := boxes[r.Cells[l.Run.First].index].Y, 0.0
			for c := l.Run.First; c < l.Run.End; c++ {
				b := boxes[r.Cells[c].index]
				top, bottom = min(top, b.Y), max(bottom, b.Y+b.Height)
			}
			l.Y, l.Height = top, bottom-top
		}
		lines := m.plan.Lines[first:len(m.plan.Lines):len(m.plan.Lines)]
		for i := range r.Cells {
			c := &r.Cells[i]
			if !boxes[c.index].Shown {
				unshown(c.index)
				continue
			}
			self := put(c.index)
			b := &m.plan.Boxes[self]
			b.Line, b.Unit, b.Units = place[i], units[i]+1, c.Units
			if run := lines[place[i]-1].Run; c.Width == page.Share && r.PerLine == 0 {
				b.Units += max(0, float64(r.Columns.N())-run.Units) / float64(run.Shares)
			}
			m.l.children(c.index, visit)
		}
		m.l.children(n, func(c int32) {
			if m.l.nodes[c].Kind != page.Column {
				visit(c)
			} else if m.l.HeldOf(c, m.i)[page.Shown].Value == page.Hides {
				if boxes[c].Shown { // no word hides it
					put(c)
					m.l.children(c, visit)
				} else {
					unshown(c)
				}
			}
		})
	}
	for n := int32(0); n < int32(len(m.l.nodes)); n = m.l.nodes[n].end {
		visit(n)
	}
}
