package bench

import (
	"fmt"
	"slices"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
)

// An Effect is what a change of a kit does to a page that uses it.
type Effect struct {
	Page   PageRef     `json:"page"`
	At     string      `json:"at" doc:"The breakpoint where most changed."`
	Before *Sketch     `json:"before,omitempty" doc:"The page there, absent where the breakpoint is new."`
	After  Sketch      `json:"after"`
	Shifts []Shift     `json:"shifts" doc:"What changed about columns, by breakpoint."`
	Moved  int         `json:"moved" doc:"How many columns changed, at any breakpoint."`
	All    int         `json:"all" doc:"How many columns there are."`
	Breaks []string    `json:"breaks" doc:"Rows whose number of lines changed."`
	Worse  []string    `json:"worse" doc:"Columns that are now too narrow for their content, or off the grid."`
	Notes  []page.Note `json:"notes" doc:"What could not follow exactly."`
}

// A Sketch is where the columns of a page stand at a breakpoint, in px.
type Sketch struct {
	Width   float64   `json:"width" doc:"The viewport's."`
	Height  float64   `json:"height"`
	Columns []float64 `json:"columns" doc:"The x, y, width and height of each shown column, one column after another."`
	Changed []int     `json:"changed" doc:"Which of them changed, by their place among the columns."`
	Top     float64   `json:"top" doc:"Where the first of those is, or 0."`
}

// sketch draws a lane; changed are the columns that are other.
func sketch(lane *Lane, changed map[string]bool) *Sketch {
	s := &Sketch{Width: lane.Width, Height: lane.Height, Columns: []float64{}, Changed: []int{}}
	first := true
	for _, b := range lane.Boxes {
		if b.Kind != page.Column || !b.Shown {
			continue
		}
		if changed[b.ID] {
			s.Changed = append(s.Changed, len(s.Columns)/4)
			if first || b.Y < s.Top {
				s.Top, first = b.Y, false
			}
		}
		s.Columns = append(s.Columns, b.X, b.Y, b.Width, b.Height)
	}
	return s
}

// Effects lists what a change of a kit does, page by page. Were is what each of its breakpoints
// was called before.
func Effects(before *project.Project, change *edit.Change, kitID string, were []string) []Effect {
	all := []Effect{}
	for _, pg := range change.Project.Pages {
		if pg.Kit != kitID {
			continue
		}
		had, k := before.Page(pg.ID), change.Project.Kit(kitID)
		old := sideOf(layout.Of(before.Kit(had.Kit), had))
		for i := range old.Lanes { // by the name the breakpoint has now
			lane := &old.Lanes[i]
			if at := slices.Index(were, lane.Breakpoint); at >= 0 {
				lane.Breakpoint = k.Breakpoints[at].Name
			}
		}
		all = append(all, effectOn(pg, old, sideOf(layout.Of(k, pg)), change.Notes))
	}
	return all
}

// A Move is what it would do to pages to move them to another kit.
type Move struct {
	From    string           `json:"from" doc:"The name of the kit they have."`
	Pairs   []BreakpointPair `json:"pairs" doc:"Which of the new kit's breakpoints takes the settings of each of theirs."`
	Also    int              `json:"also" doc:"How many other pages have that kit."`
	Effects []Effect         `json:"effects" doc:"What it does to each page that is moved."`
}

// A BreakpointPair is a breakpoint of the kit that pages have, and the one of the new kit that takes its settings.
type BreakpointPair struct {
	From string `json:"from"`
	To   string `json:"to"`
}

// NewMove tells what a change does to the pages that it moves to another kit: one page, or all of its kit.
func NewMove(before *project.Project, change *edit.Change, pageID string, pairs []string) (*Move, error) {
	had := before.Page(pageID)
	from, to := before.Kit(had.Kit), change.Project.Kit(change.Project.Page(pageID).Kit)
	refit, err := page.NewMove(from, to, pairs)
	if err != nil {
		return nil, err
	}
	m := &Move{From: from.Name, Pairs: []BreakpointPair{}, Effects: []Effect{}}
	for i, name := range refit.Pairs() {
		m.Pairs = append(m.Pairs, BreakpointPair{from.Breakpoints[i].Name, name})
	}
	for _, pg := range before.Pages {
		if pg.Kit == from.ID && pg != had {
			m.Also++
		}
		if now := change.Project.Page(pg.ID); now.Kit != pg.Kit {
			m.Effects = append(m.Effects, moveEffect(before, change, pg.ID))
		}
	}
	return m, nil
}

// moveEffect is what a change does to a page that it moves to another kit: at each breakpoint of
// that, the page before is compared with it in the same viewport.
func moveEffect(before *project.Project, change *edit.Change, pageID string) Effect {
	pg, had := change.Project.Page(pageID), before.Page(pageID)
	k, l := change.Project.Kit(pg.Kit), layout.Of(before.Kit(had.Kit), had)
	old := &Side{Nodes: nodes(l)}
	for _, b := range k.Breakpoints {
		lane := newLane(l, l.Plan(b.Lane.Px()))
		lane.Breakpoint = b.Name
		old.Lanes = append(old.Lanes, lane)
	}
	return effectOn(pg, old, sideOf(layout.Of(k, pg)), change.Notes)
}

// effectOn is what becomes of a page that stood as old and stands as now.
func effectOn(pg *page.Page, old, now *Side, notes []edit.PageNote) Effect {
	e := Effect{Page: PageRef{ID: pg.ID, Name: pg.Name, File: pg.File}, Breaks: []string{}, Worse: []string{},
		Notes: []page.Note{}}
	shifts := shifts(old, now)
	moved := map[string]bool{}
	for _, s := range shifts {
		moved[s.Node] = true
	}
	e.Moved = len(moved)
	e.show(old, now, shifts)
	for _, n := range now.Nodes {
		if n.Kind == page.Column {
			e.All++
		}
	}
	e.compare(old, now)
	for _, n := range notes {
		if n.Page == pg.ID {
			e.Notes = append(e.Notes, n.Note)
		}
	}
	return e
}

// show keeps what changed, and the lanes of the breakpoint at which most did, or of the middle one.
func (e *Effect) show(old, now *Side, all []Shift) {
	count := map[string]int{}
	for _, s := range all {
		count[s.Breakpoint]++
	}
	after := &now.Lanes[len(now.Lanes)/2]
	for i := range now.Lanes {
		if lane := &now.Lanes[i]; count[lane.Breakpoint] > count[after.Breakpoint] {
			after = lane
		}
	}
	e.At, e.Shifts = after.Breakpoint, all
	changed := map[string]bool{}
	for _, s := range all {
		changed[s.Node] = changed[s.Node] || s.Breakpoint == e.At
	}
	e.After = *sketch(after, changed)
	for i := range old.Lanes {
		if old.Lanes[i].Breakpoint == e.At {
			e.Before = sketch(&old.Lanes[i], changed)
			e.Before.Top = e.After.Top
		}
	}
}

// sideOf is a page's tree and its lanes, without its code.
func sideOf(l *layout.Layout) *Side {
	s := &Side{Nodes: nodes(l)}
	for _, b := range l.Kit().Breakpoints {
		s.Lanes = append(s.Lanes, newLane(l, l.Plan(b.Lane.Px())))
	}
	return s
}

// compare finds what breaks anew and what gets worse, where a breakpoint is on both sides.
func (e *Effect) compare(old, now *Side) {
	names, comfort := map[string]string{}, map[string]float64{}
	for _, n := range now.Nodes {
		names[n.ID], comfort[n.ID] = n.Name, n.Comfort
	}
	for _, lane := range now.Lanes {
		for _, had := range old.Lanes {
			if had.Breakpoint != lane.Breakpoint {
				continue
			}
			was, lines := map[string]Box{}, linesOf(old, had)
			for _, b := range had.Boxes {
				was[b.ID] = b
			}
			counts := linesOf(now, lane)
			for _, n := range now.Nodes {
				if then, ok := lines[n.ID]; ok && counts[n.ID] != then && counts[n.ID] > 0 {
					lines := "lines"
					if counts[n.ID] == 1 {
						lines = "line"
					}
					e.Breaks = append(e.Breaks, fmt.Sprintf("%s at %s: %d %s, was %d", n.Name, lane.Breakpoint,
						counts[n.ID], lines, then))
				}
			}
			for _, b := range lane.Boxes {
				then, had := was[b.ID]
				if b.Kind != page.Column || !b.Shown || !had {
					continue
				}
				if short := comfort[b.ID] - b.Width; short > 0.5 && comfort[b.ID]-then.Width <= 0.5 {
					e.Worse = append(e.Worse, fmt.Sprintf("%s at %s: %s px, %s under what its content needs",
						names[b.ID], lane.Breakpoint, kit.Figure(b.Width), kit.Figure(short)))
				}
				if b.Off && !then.Off {
					e.Worse = append(e.Worse, fmt.Sprintf("%s at %s: off the grid", names[b.ID], lane.Breakpoint))
				}
			}
		}
	}
}

// linesOf is how many lines each row has in a lane.
func linesOf(s *Side, lane Lane) map[string]int {
	rows := map[string]string{}
	for _, n := range s.Nodes {
		rows[n.ID] = n.Parent
	}
	lines := map[string]int{}
	for _, b := range lane.Boxes {
		if b.Kind == page.Column && b.Shown {
			lines[rows[b.ID]] = max(lines[rows[b.ID]], b.Line)
		}
	}
	return lines
}
