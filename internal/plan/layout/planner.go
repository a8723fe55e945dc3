package layout

import (
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
)

// A planner works out where boxes are. It is chosen once, for the page and its kit; tests hold the two ways of planning
// together.
type planner interface {
	// unset gives rows and columns what holds for them where nothing is set.
	unset(l *Layout)
	// settle makes of what is set on a row what can be had, and tells what cannot.
	settle(r *resolver, row *Row, w ends)
	// plan makes the boxes and lines of a plan.
	plan(m *maker)
	// slow reports whether a plan of a page of many nodes takes more than a few ms.
	slow() bool
	// elements are the boxes by which elements are explained; nil where arithmetic explains them.
	elements(v float64, i int) []foreign.Box
}

// plannerOf chooses the planner of a page: by tracks where a kit of ours lays it out, else by the flow of its elements
// under its stylesheets.
func plannerOf(l *Layout) planner {
	byFlow := flow{l.foreign}
	switch {
	case l.foreign == nil:
		return tracks{}
	case l.page.Origin == nil:
		return byFlow
	case l.kit.Imported == nil:
		return elements{byFlow, tracks{}}
	}
	return elements{byFlow, byFlow}
}

// tracks plans by the arithmetic of the kit (section 6), which is fast.
type tracks struct{}

func (tracks) unset(*Layout) {}

func (tracks) settle(r *resolver, row *Row, w ends) {
	r.support(row, w)
	row.stand()
	if row.filled(w.high) && row.Spread != page.Start {
		r.report(r.l.nodes[row.index].Node, finding.Unsupported,
			"a line of uneven columns breaks before it is full, and what is left of it then stays at its end: its lines "+
				"begin at the start")
		row.Spread = page.Start
		row.filled(w.high)
	}
}

func (tracks) plan(m *maker) { m.frames(0, int32(len(m.l.nodes)), 0) }

func (tracks) slow() bool { return false }

func (tracks) elements(float64, int) []foreign.Box { return nil }

// flow plans by a stylesheet, as a browser lays it out.
type flow struct{ page *foreign.Page }

func (f flow) unset(l *Layout) { l.unset(f.page) }

// settle leaves what is set as it is: the stylesheet says what can be had.
func (flow) settle(r *resolver, row *Row, _ ends) {
	for i := range row.Cells {
		if c := &row.Cells[i]; row.PerLine > 0 {
			c.stack(1)
		}
		row.Natural = row.Natural || row.Cells[i].Width == page.Natural
	}
	r.begin(row)
}

func (f flow) plan(m *maker) { m.foreign(f.page) }

func (flow) slow() bool { return true }

func (flow) elements(float64, int) []foreign.Box { return nil }

// elements plans a page from HTML by its own elements; what its kit can do, that one's planner knows.
type elements struct {
	flow
	kit planner
}

func (e elements) settle(r *resolver, row *Row, w ends) { e.kit.settle(r, row, w) }

func (e elements) elements(v float64, i int) []foreign.Box {
	boxes, _ := e.page.Boxes(v, i)
	return boxes
}
