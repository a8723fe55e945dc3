// Package bench composes everything the Bench screen draws from a project: the
// sheet of nodes and cells, a lane for every breakpoint and the code. The screen
// draws it and computes no layout of its own.
package bench

import (
	"fmt"
	"slices"
	"strings"
	"sync"

	"kitrows/internal/code"
	"kitrows/internal/edit"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// A Bench is one page at every breakpoint at once.
type Bench struct {
	Project     Ref          `json:"project"`
	Revision    int          `json:"revision" doc:"The revision this shows; an edit names it."`
	Undo        string       `json:"undo" doc:"What undo would undo; empty when there is nothing."`
	Redo        string       `json:"redo" doc:"What redo would do again; empty when there is nothing."`
	Done        string       `json:"done" doc:"What the edit this answers did; empty for a reading."`
	Select      string       `json:"select" doc:"The node to select after the edit, if any."`
	Pages       []PageRef    `json:"pages"`
	Page        PageRef      `json:"page"`
	Kit         KitRef       `json:"kit"`
	Breakpoints []Breakpoint `json:"breakpoints"`
	Nodes       []Node       `json:"nodes" doc:"The page's tree, parents before their children."`
	Lanes       []Lane       `json:"lanes" doc:"One for every breakpoint, in order."`
	Elements    Elements     `json:"elements" doc:"What nodes may be, by their kind."`

	Code Code `json:"code"`
}

// A Ref names a project.
type Ref struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// A PageRef names a page.
type PageRef struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	File string `json:"file"`
}

// A KitRef is a kit in a few words.
type KitRef struct {
	ID        string `json:"id"`
	Name      string `json:"name"`
	Columns   string `json:"columns" doc:"A number, or ratios."`
	Gutter    string `json:"gutter"`
	Technique string `json:"technique"`
	Capped    bool   `json:"capped" doc:"It has capped containers."`
}

// A Breakpoint is a head of the Bench. Widths are in px.
type Breakpoint struct {
	Name  string  `json:"name"`
	Range string  `json:"range" doc:"The viewport widths it serves, as a person reads them."`
	Low   float64 `json:"low" doc:"The narrowest viewport it serves."`
	High  float64 `json:"high" doc:"The widest viewport its lane is drawn at."`
	Units string  `json:"units" doc:"The kit's columns here: a number, or ratios."`
}

// Elements are what sections, containers, rows and columns may be.
type Elements struct {
	Section   []string `json:"section"`
	Container []string `json:"container"`
	Row       []string `json:"row"`
	Column    []string `json:"column"`
}

// A Node is a line of the span sheet.
type Node struct {
	ID      string    `json:"id"`
	Kind    page.Kind `json:"kind" enum:"section,container,row,column,block"`
	Name    string    `json:"name"`
	Element string    `json:"element" doc:"Empty for its kind's own, and for blocks."`
	Item    bool      `json:"item" doc:"It is a column of a list, so that it is an li whatever its own element."`
	Parent  string    `json:"parent" doc:"The parent's id; empty for the page."`
	Index   int       `json:"index" doc:"Its place among its parent's children."`
	Depth   int       `json:"depth"`
	Frame   string    `json:"frame" doc:"Of a container: its kind."`
	Cells   []Cell    `json:"cells" doc:"Of a row or column: one for every breakpoint."`
	Sums    []Sum     `json:"sums" doc:"Of a row, its ledger at every breakpoint; of a container, its width."`

	Anchor   string        `json:"anchor,omitempty" doc:"Its id attribute."`
	Classes  []string      `json:"classes,omitempty" doc:"Classes of the user's own."`
	Selector string        `json:"selector,omitempty"`
	Note     string        `json:"note,omitempty"`
	Content  *page.Content `json:"content,omitempty" doc:"Of a block."`
	Comfort  float64       `json:"comfort,omitempty" doc:"Of a block or column: the least width, in px, its content is comfortable in."`
}

// A Cell is what holds for a row or column at a breakpoint, in cell notation; a
// row's is empty where its columns say how wide they are.
type Cell struct {
	Text  string `json:"text"`
	Here  bool   `json:"here" doc:"Something is set at this breakpoint; else all is carried."`
	From  string `json:"from" doc:"The breakpoint it is carried from; empty for the default."`
	More  string `json:"more" doc:"What holds and the notation does not say, such as order first."`
	Wrong string `json:"wrong" doc:"What cannot be had as it was set: off the grid, or not with this technique."`
}

// A Sum is a row's ledger: the sums of its lines, what they come to, in full and
// in few words, and why each line but the first was started. Of a container it
// says how wide its content is.
type Sum struct {
	Text    string   `json:"text"`
	State   string   `json:"state"`
	Short   string   `json:"short"`
	Full    bool     `json:"full" doc:"Every line is full."`
	Reasons []string `json:"reasons"`
}

// Code is the page's class-based code.
type Code struct {
	Lines   []CodeLine `json:"lines" doc:"A node's lines run from its first to its last, its children's included."`
	Classes int        `json:"classes" doc:"How many classes say settings."`
	CSS     string     `json:"css" doc:"The used part of the kit's stylesheet."`
	Left    bool       `json:"left" doc:"All of it is left out, for the page is long: it is asked for by itself."`
}

// A CodeLine is one line of markup and the node it belongs to.
type CodeLine struct {
	Text string `json:"text"`
	Node string `json:"node"`
}

// View is how the Bench is looked at: the viewport width of each breakpoint's
// lane in px, by name, where it is not the kit's own, and whether the code
// labels the ends of rows.
type View struct {
	Lanes map[string]float64
	Ends  bool
}

// longPage is over how many nodes a page's code is left out of its Bench: it takes
// longer than the rest, and nobody reads it between two keys.
const longPage = 1200

// openEnd is how much wider than its lower edge the lane of the widest
// breakpoint may be drawn, in px.
const openEnd = 1280

// Make composes the Bench of page pg of p at a revision.
func Make(p *project.Project, pg *page.Page, revision int, v View) *Bench {
	k := p.Kit(pg.Kit)
	l := layout.Of(k, pg)
	b := &Bench{
		Project:  Ref{p.ID, p.Name},
		Revision: revision,
		Page:     PageRef{pg.ID, pg.Name, pg.File},
		Elements: Elements{page.Elements(page.Section), page.Elements(page.Container), page.Elements(page.Row), page.Elements(page.Column)},
		Kit:      KitRef{k.ID, k.Name, k.Columns.String(), k.Gutter.String(), string(k.Technique), k.Cap.Px() > 0},
	}
	for _, other := range p.Pages {
		b.Pages = append(b.Pages, PageRef{other.ID, other.Name, other.File})
	}
	sums := make([]map[string]Sum, len(k.Breakpoints))
	b.Lanes = make([]Lane, len(k.Breakpoints))
	var work sync.WaitGroup // a lane and the code need nothing of one another
	if b.Code = (Code{Lines: []CodeLine{}, Left: l.Nodes() > longPage}); !b.Code.Left {
		work.Go(func() { b.Code = newCode(l, p, v.Ends) })
	}
	work.Go(func() { b.Nodes = nodes(l) })
	for i, bp := range k.Breakpoints {
		low, high := span(k, i)
		label := kit.Number(bp.From.Px()) + "–" + kit.Number(high)
		if i+1 == len(k.Breakpoints) {
			label = kit.Number(low) + " and up"
		}
		b.Breakpoints = append(b.Breakpoints, Breakpoint{bp.Name, label, low, high, k.ColumnsAt(i).String()})
		width := bp.Lane.Px()
		if chosen, ok := v.Lanes[bp.Name]; ok {
			width = min(max(chosen, low), high)
		}
		work.Go(func() {
			plan := l.Plan(width)
			b.Lanes[i] = newLane(l, plan)
			sums[i] = rowSums(plan)
			pg.Walk(func(n *page.Node, _ page.Place) {
				if n.Kind == page.Container {
					sums[i][n.ID] = containerSum(k, i, width, n.Frame)
				}
			})
		})
	}
	work.Wait()
	for i := range b.Nodes {
		if n := &b.Nodes[i]; n.Kind == page.Row || n.Kind == page.Container {
			for _, at := range sums {
				n.Sums = append(n.Sums, at[n.ID])
			}
		}
	}
	return b
}

// span is the narrowest and the widest viewport a lane of breakpoint i is drawn
// at.
func span(k *kit.Kit, i int) (low, high float64) {
	low, high, bounded := k.Range(i)
	if !bounded {
		high = low + openEnd
	}
	return low, high
}

// nodes are the lines of the sheet without their sums.
func nodes(l *layout.Layout) []Node {
	k, pg, all := l.Kit(), l.Page(), []Node{}
	wrong := map[string]string{} // by node and breakpoint
	for _, r := range l.Reports {
		key := fmt.Sprintf("%s %d", r.Node, r.Breakpoint)
		wrong[key] = strings.TrimPrefix(wrong[key]+"; "+r.Text, "; ")
	}
	pg.Walk(func(n *page.Node, at page.Place) {
		line := Node{ID: n.ID, Kind: n.Kind, Name: n.Name, Element: n.Element, Index: at.Index, Depth: at.Depth, Cells: []Cell{}, Sums: []Sum{},
			Anchor: n.Anchor, Classes: n.Classes, Selector: n.Selector, Note: n.Note, Content: n.Content}
		if n.Kind == page.Block || n.Kind == page.Column {
			line.Comfort = n.Comfort()
		}
		if at.Parent != nil {
			line.Parent = at.Parent.ID
			line.Item = at.Parent.IsList() && n.Kind != page.Block
		}
		if n.Kind == page.Container {
			line.Frame = n.Frame.String()
		}
		for i := range k.Breakpoints {
			if n.Kind == page.Row || n.Kind == page.Column {
				c := newCell(l, n, i)
				if len(wrong) > 0 {
					c.Wrong = wrong[fmt.Sprintf("%s %d", n.ID, i)]
				}
				line.Cells = append(line.Cells, c)
			}
		}
		all = append(all, line)
	})
	return all
}

// newCell is the cell of a row or column at breakpoint i.
func newCell(l *layout.Layout, n *page.Node, i int) Cell {
	var c Cell
	var last page.Origin
	k := l.Kit()
	if n.Kind == page.Row {
		held := n.RulingAt(k, i)
		last = held.Last
		if held.PerLine > 0 || held.From.PerLine == page.Origin(i) {
			c.Text = edit.FormatRowCell(held.PerLine)
		}
		c.More = more(held.Ruling)
	} else {
		held := n.SpanAt(k, i)
		last = held.Last
		row, units, skip, trail := l.RowAround(n.ID, i), float64(held.Width.Units()), float64(held.Skip), float64(held.Trail)
		if cell := l.Cell(n.ID, i); cell != nil && row.PerLine == 0 { // as they hold here: in proportion
			skip, trail = cell.Skip, cell.Trail
			if cell.Width == held.Width {
				units = cell.Units
			}
			units = min(units, float64(row.Columns.N()))
		}
		c.Text = edit.FormatCell(held.Span, units, skip, trail)
		c.More = moreOf(held.Span)
	}
	c.Here = int(last) == i
	if last >= 0 {
		c.From = k.Breakpoints[last].Name
	}
	return c
}

// more says what holds for a row that its cell does not show.
func more(r page.Ruling) string {
	var all []string
	add := func(differs bool, text string, value any) {
		if differs {
			all = append(all, fmt.Sprintf("%s %v", text, value))
		}
	}
	add(r.Divides != page.Fresh, "divides into", r.Divides.Words())
	add(r.GapX != page.KitGap, "gutter", r.GapX)
	add(r.GapY != page.KitGap, "line gutter", r.GapY)
	add(r.Align != page.Stretch, "align", r.Align)
	add(r.Spread != page.Start, "spread", r.Spread)
	return strings.Join(all, ", ")
}

// moreOf says what holds for a column that its cell does not show.
func moreOf(s page.Span) string {
	var all []string
	if s.Nudge != 0 {
		all = append(all, fmt.Sprintf("nudge %d", s.Nudge))
	}
	if s.Order != 0 {
		all = append(all, "order "+s.Order.String())
	}
	if s.Align != page.RowsAlign {
		all = append(all, "align "+s.Align.String())
	}
	return strings.Join(all, ", ")
}

// rowSums gathers the ledgers of every row of a plan. Rows with nothing shown
// have none.
func rowSums(plan *layout.Plan) map[string]Sum {
	sums := map[string]Sum{}
	for _, box := range plan.Boxes {
		if box.Kind == page.Row {
			sums[box.ID] = Sum{State: "nothing shown", Short: "–", Reasons: []string{}}
		}
	}
	for i := 0; i < len(plan.Lines); {
		first := i
		for i++; i < len(plan.Lines) && plan.Lines[i].Row == plan.Lines[first].Row; i++ {
		}
		sums[plan.Lines[first].Row.ID] = rowSum(plan.Lines[first:i])
	}
	return sums
}

// rowSum is the ledger of a row's lines.
func rowSum(lines []layout.Line) Sum {
	s := Sum{Reasons: []string{}}
	unspent, unit := 0.0, ""
	var texts []string
	for _, l := range lines {
		if l.Line > 1 {
			s.Reasons = append(s.Reasons, l.Reason())
		}
		texts = append(texts, l.Sum())
		unspent += l.Unspent()
		if l.InPx() {
			unit = " px"
		}
	}
	s.Text = strings.Join(texts, " · ")
	if len(slices.Compact(slices.Clone(texts))) == 1 && len(texts) > 2 {
		s.Text = texts[0] + " on each line"
	}
	s.Full = unspent == 0
	count, state := "1 line", lines[0].State()
	if len(lines) > 1 {
		count = fmt.Sprintf("%d lines", len(lines))
		state = "full"
	}
	if unspent > 0 {
		state = kit.Figure(unspent) + unit + " unspent"
	}
	s.State, s.Short = count+", "+state, state
	if s.Full && len(lines) > 1 {
		s.Short = count
	}
	return s
}

// containerSum says how wide a container's content is at breakpoint i in a
// viewport of v px.
func containerSum(k *kit.Kit, i int, v float64, f page.Frame) Sum {
	frame := k.Frame(i, v, f.HolderAt(k, i))
	how := "centred"
	if frame.Outer.Px == v {
		how = "as wide as the viewport"
	}
	width := kit.Figure(frame.Content.Px)
	return Sum{Text: "container " + width + " px, " + how, Short: width, Full: true, Reasons: []string{}}
}

func newCode(l *layout.Layout, p *project.Project, ends bool) Code {
	m := code.Write(l, p, code.Options{Ends: ends})
	c := Code{Lines: []CodeLine{}, Classes: m.Classes, CSS: code.UsedSheet(m).String()}
	for _, l := range m.Lines {
		c.Lines = append(c.Lines, CodeLine(l))
	}
	return c
}
