package layout

import (
	"fmt"
	"math"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
)

// A Why explains a container, row or column in a viewport (section 7): what was
// set on it where and what became of that, the arithmetic with its numbers, and
// the ledgers of the lines it has or stands on.
type Why struct {
	Node       *page.Node
	Breakpoint int
	Width      float64 // of the viewport, px
	Chain      []Step  // the default and every breakpoint; none of a container
	Sums       []string
	Ledgers    []string
	Findings   []finding.Finding // what cannot be had as it was set
}

// A Step of a chain is what one breakpoint says; nothing where all is carried.
type Step struct {
	Breakpoint int // -1 for the default
	Said       []Said
	From       int // where nothing is said: the breakpoint it is carried from, -1 for the default
}

// A Said is one setting in words: "take 3 of 12".
type Said struct {
	Field page.Field
	Text  string
	State State
}

// A State is what became of a setting at the width that is explained.
type State string

// The states: in force, set again at a breakpoint between, or set at a wider one.
const (
	Wins  State = "wins"
	Lost  State = "lost"
	Later State = "later"
)

// Why explains the node of that id in a viewport of v px; nil when the page has
// no such node.
func (l *Layout) Why(id string, v float64) *Why {
	n, ok := l.index()[id]
	if !ok {
		return nil
	}
	w := &Why{Node: l.nodes[n].Node, Breakpoint: l.kit.BreakpointAt(v), Width: v}
	e := explainer{l: l, i: w.Breakpoint, v: v, why: w}
	e.boxes = l.planner.elements(v, w.Breakpoint)
	if len(w.Node.At) > 0 || len(page.Settable(w.Node.Kind)) > 0 && w.Node.Kind != page.Container {
		w.Chain = e.chain(n)
	}
	switch w.Node.Kind {
	case page.Element:
		e.laidOut(n)
	case page.Section:
		if e.boxes != nil {
			e.laidOut(n)
			break
		}
		e.say("a section is as wide as the viewport, %s px", kit.Figure(v))
	case page.Container:
		if e.boxes != nil {
			e.laidOut(n)
			break
		}
		e.container(n)
	case page.Row:
		e.row(n)
	case page.Column:
		e.column(n)
	case page.Block:
		e.block(n)
	}
	w.Findings = l.FindingsAt(id, w.Breakpoint)
	return w
}

type explainer struct {
	l   *Layout
	i   int
	v   float64
	why *Why

	boxes []foreign.Box // of a page that was read from markup, where its stylesheets put its nodes
}

// laidOut says where the stylesheets put an element.
func (e *explainer) laidOut(n int32) {
	b := e.boxes[n]
	if !b.Shown {
		e.say("hidden here")
		return
	}
	e.say("%s px wide by the page's stylesheets, from %s px on", kit.Figure(b.Width), kit.Figure(b.X))
	if side := b.Before + b.After; side > 0 {
		e.say("%s − %s of padding and border = %s px for what is in it", kit.Figure(b.Width), kit.Figure(side),
			kit.Figure(b.Width-side))
	}
}

// block says how large a block is.
func (e *explainer) block(n int32) {
	for _, b := range e.l.Plan(e.v).Boxes {
		switch {
		case b.Node != n:
		case !b.Shown:
			e.say("hidden here")
		case b.Estimated:
			e.say("%s px wide and about %s px high, until it is measured", kit.Figure(b.Width), kit.Figure(b.Height))
		default:
			e.say("%s px wide and %s px high", kit.Figure(b.Width), kit.Figure(b.Height))
		}
	}
}

func (e *explainer) say(text string, args ...any) {
	e.why.Sums = append(e.why.Sums, fmt.Sprintf(text, args...))
}

// chain is what every breakpoint says of a container, a row, a column or a block and what became of it.
func (e *explainer) chain(n int32) []Step {
	node, held, first := e.l.nodes[n], e.l.HeldOf(n, e.i), page.Width
	switch node.Kind {
	case page.Container:
		first = page.Frames
	case page.Row:
		first = page.PerLine
	case page.Block:
		first = page.Shown
	}
	start := Said{first, first.Words(first.Default(node.Kind)), Wins}
	if node.Kind == page.Container { // which says of what kind it is, at every breakpoint
		start = Said{page.Frames, node.Frame.String(), Wins}
	}
	if held[first].From >= 0 {
		start.State = Lost
	}
	chain := []Step{{Breakpoint: -1, Said: []Said{start}, From: -1}}
	from := -1
	for i, b := range e.l.kit.Breakpoints {
		step := Step{Breakpoint: i, From: from}
		s := node.SettingAt(b.Name)
		for _, f := range page.Settable(node.Kind) {
			v, set := s.Get(f)
			if !set {
				continue
			}
			said := Said{f, f.Words(v), Lost}
			if v.Term == page.Taken {
				said.Text += fmt.Sprintf(" of %d", e.l.at[i].row(node.parent).Columns.N())
			}
			switch {
			case i > e.i:
				said.State = Later
			case f == page.Skip && held[page.Begin].N > 0: // a place holds in its stead
			case int(held[f].From) == i:
				said.State = Wins
			}
			step.Said = append(step.Said, said)
		}
		if len(step.Said) > 0 {
			from = i
		}
		chain = append(chain, step)
	}
	return chain
}

// container explains how wide a container is (section 6.1), and gives its
// content width.
func (e *explainer) container(n int32) measure.Measure {
	holder := e.l.nodes[n].Frame.HolderAt(e.l.kit, e.i)
	f := e.l.kit.Frame(e.i, e.v, holder)
	edge := (f.Outer.Px - f.Content.Px) / 2
	switch limit, limited := e.l.kit.Limit(e.i, holder); {
	case !limited:
		e.say("container %s: as wide as the viewport, %s px", e.l.nodes[n].Frame, kit.Figure(e.v))
	case limit > e.v:
		e.say("container %s: %s px, but the viewport has %s", e.l.nodes[n].Frame, kit.Figure(limit), kit.Figure(e.v))
	default:
		e.say("container %s: %s px, (%s − %s) ÷ 2 = %s px either side", e.l.nodes[n].Frame, kit.Figure(limit),
			kit.Figure(e.v), kit.Figure(limit), kit.Figure((e.v-limit)/2))
	}
	if edge > 0 {
		e.say("%s − 2 × edge %s = %s px of content", kit.Figure(f.Outer.Px), kit.Figure(edge), kit.Figure(f.Content.Px))
	}
	return f.Content
}

// within is how wide the node at n is inside, worked out along what it stands in.
// shown is false where one of those is hidden.
func (e *explainer) within(n int32) (w measure.Measure, shown bool) {
	node := e.l.nodes[n]
	if e.boxes != nil {
		b := e.boxes[n]
		if node.Kind != page.Row {
			return measure.Plain(b.Width - b.Before - b.After), b.Shown
		}
		if node.parent < 0 {
			return measure.Plain(b.Width), b.Shown
		}
		w, _ = e.within(node.parent)
		return w, b.Shown
	}
	if node.Kind == page.Container {
		return e.l.kit.Frame(e.i, e.v, node.Frame.HolderAt(e.l.kit, e.i)).Content, true
	}
	w, shown = e.within(node.parent)
	if node.Kind == page.Row || !shown {
		return w, shown
	}
	_, spot, _, ok := e.stand(n, w)
	return spot.Width, ok
}

// stand is the line a column stands on in a row w wide, its spot and its cell; ok
// is false where it is hidden.
func (e *explainer) stand(n int32, w measure.Measure) (line Line, spot Spot, cell *Cell, ok bool) {
	row := e.l.at[e.i].row(e.l.nodes[n].parent)
	t := row.Track(w).Smooth()
	runs := row.Break(&t, nil, e.v, new(float64))
	for i, run := range runs {
		for c := run.First; c < run.End; c++ {
			if row.Cells[c].index != n {
				continue
			}
			row.Place(run, &t, func(c *Cell, s Spot) {
				if c.index == n {
					spot = s
				}
			})
			return newLine(row, &t, runs, i), spot, &row.Cells[c], true
		}
	}
	return line, spot, nil, false
}

func (e *explainer) row(n int32) {
	w, shown := e.within(n)
	if !shown {
		e.say("hidden here: a column above it is")
		return
	}
	row := e.l.at[e.i].row(n)
	t := row.Track(w).Smooth()
	e.say("row %s px", kit.Figure(t.Row()))
	e.padding(&t)
	e.track(row, &t)
	runs := row.Break(&t, nil, e.v, new(float64))
	for i := range runs {
		e.ledger(newLine(row, &t, runs, i))
	}
	if len(runs) == 0 {
		e.why.Ledgers = append(e.why.Ledgers, "nothing shown")
	}
}

func (e *explainer) ledger(line Line) {
	text := fmt.Sprintf("line %d: %s", line.Line, line)
	if reason := line.Reason(); reason != "" {
		text += "; " + reason
	}
	e.why.Ledgers = append(e.why.Ledgers, text)
}

// known says how the width of a column's content is known, where that is not declared.
func (e *explainer) known(c *Cell) string {
	switch {
	case e.l.real == nil:
		return ""
	case c.Unsure:
		return ", estimated until a browser measures it"
	}
	return ", measured in your browser"
}

// padding explains how wide a row's contents are where its gutters are inside its columns
// (section 6.9).
func (e *explainer) padding(t *kit.Track) {
	before, after := t.Padding()
	if before+after == 0 {
		return
	}
	if start, end := t.Out(); start+end > 0 {
		e.say("it reaches out by its columns' padding, %s and %s px: %s px from the first content to the last",
			kit.Figure(start), kit.Figure(end), kit.Figure(t.Content.Px))
		return
	}
	e.say("less its columns' padding, %s and %s px: %s px from the first content to the last",
		kit.Figure(before), kit.Figure(after), kit.Figure(t.Content.Px))
}

// track explains what a unit measures (section 6.2).
func (e *explainer) track(r *Row, t *kit.Track) {
	n := r.Columns.N()
	switch {
	case r.Gutter.IsFraction():
		up, low := r.Gutter.Ratio()
		e.say("gutter %d/%d of a column: %s ÷ (%d + %d × %d/%d) = %s px a column, %s px a gutter",
			up, low, kit.Figure(t.Content.Px), n, n-1, up, low, kit.Figure(t.Gutter.Px/r.Gutter.OfColumn()),
			kit.Figure(t.Gutter.Px))
	case t.Columns.IsUneven():
		parts := t.Columns.Parts(0, float64(n))
		e.say("%s − %d × gutter %s = %s ÷ %s parts = %s px a part", kit.Figure(t.Content.Px), n-1,
			kit.Figure(t.Gutter.Px), kit.Figure(t.Content.Px-float64(n-1)*t.Gutter.Px), kit.Figure(parts),
			kit.Figure((t.Content.Px-float64(n-1)*t.Gutter.Px)/parts))
	}
}

// column explains where a column begins and how wide it is.
func (e *explainer) column(n int32) {
	w, shown := e.within(e.l.nodes[n].parent)
	line, spot, c, ok := e.stand(n, w)
	if !shown || !ok {
		e.say("hidden here, takes no room")
		return
	}
	r, t := line.Row, *line.Track
	g, wide := kit.Figure(t.Gutter.Px), kit.Figure(spot.Width.Px)
	w = t.Content
	whole := w.Px + t.Gutter.Px
	pitch := fmt.Sprintf("%s ÷ %d", kit.Figure(whole), t.Columns.N())
	e.track(r, &t)
	sum := func() {
		if t.Gutter.Px > 0 {
			e.say("row %s px + gutter %s = %s", kit.Figure(w.Px), g, kit.Figure(whole))
		} else {
			e.say("row %s px", kit.Figure(w.Px))
		}
	}
	less := ""
	if t.Gutter.Px > 0 {
		less = " − " + g
	}
	switch {
	case r.PerLine > 0:
		sum()
		e.say("%s%s = %s px wide, %d a line", pitch, less, wide, r.PerLine)
	case c.Width == page.Natural && c.Content > w.Px:
		e.say("as wide as its content, %s px%s, but the row has %s", kit.Figure(c.Content), e.known(c), wide)
	case c.Width == page.Natural:
		e.say("as wide as its content: %s px%s", wide, e.known(c))
	case c.Width == page.Full && spot.Width.Px > w.Px:
		e.say("the full line: row %s px, but the gutters of its %d tracks are %s px wide", kit.Figure(w.Px),
			t.Columns.N(), wide)
	case c.Width == page.Full:
		e.say("the full line: row %s px wide", wide)
	case c.Width == page.Share:
		sum()
		unit := t.Width(0, 1).Px
		e.say("one unit %s%s = %s px, and %s px left ÷ %d %s: %s px wide", pitch, less, kit.Figure(unit),
			kit.Figure((spot.Width.Px-unit)*float64(line.Run.Shares)), line.Run.Shares,
			plural(line.Run.Shares, "share"), wide)
	case t.Columns.IsUneven():
		e.say("%s parts × %s + %s × %s = %s px wide", kit.Figure(t.Columns.Parts(int(spot.Unit), c.Units)),
			kit.Figure((w.Px-float64(t.Columns.N()-1)*t.Gutter.Px)/t.Columns.Parts(0, float64(t.Columns.N()))),
			kit.Figure(c.Units-1), g, wide)
	default:
		sum()
		e.say("%s × %s%s = %s px wide", pitch, kit.Figure(c.Units), less, wide)
	}
	for _, gone := range []struct {
		name string
		from float64
		n    float64
	}{{"skip", spot.Unit - spot.Skip, spot.Skip}, {"trail", spot.Unit + c.Units, c.Trail}, {"nudge", spot.Unit, c.Nudge}} {
		if gone.n != 0 {
			e.say("%s %s: %s px", gone.name, kit.Figure(gone.n),
				kit.Figure(t.Offset(int(math.Round(gone.from)), gone.n).Px))
		}
	}
	if before, after := c.Padding(&t); before+after > 0 {
		e.say("padding %s before and %s after: its box is %s px wide", kit.Figure(before), kit.Figure(after),
			kit.Figure(before+spot.Width.Px+after))
	}
	start := "unit " + kit.Figure(spot.Unit+1)
	if line.InPx() {
		start = kit.Figure(spot.X.Px) + " px"
	}
	e.say("starts at %s of line %d", start, line.Line)
	e.ledger(line)
}

func plural(n int, word string) string {
	if n == 1 {
		return word
	}
	return word + "s"
}
