// Package bench composes everything the Bench screen draws from a project: the
// sheet of nodes and cells, a lane for every breakpoint and the code. The screen
// draws it and computes no layout of its own.
package bench

import (
	"fmt"

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
	Elements    []string     `json:"elements" doc:"What containers, rows and columns may be."`
	Code        Code         `json:"code"`
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
	ID        string  `json:"id"`
	Name      string  `json:"name"`
	Columns   int     `json:"columns"`
	Gutter    float64 `json:"gutter" doc:"In px."`
	Technique string  `json:"technique"`
}

// A Breakpoint is a head of the Bench. Widths are in px.
type Breakpoint struct {
	Name  string  `json:"name"`
	Range string  `json:"range" doc:"The viewport widths it serves, as a person reads them."`
	Low   float64 `json:"low" doc:"The narrowest viewport it serves."`
	High  float64 `json:"high" doc:"The widest viewport its lane is drawn at."`
}

// A Node is a line of the span sheet.
type Node struct {
	ID      string    `json:"id"`
	Kind    page.Kind `json:"kind" enum:"container,row,column,block"`
	Name    string    `json:"name"`
	Element string    `json:"element" doc:"Empty for a plain div and for blocks."`
	Parent  string    `json:"parent" doc:"The parent's id; empty for the page."`
	Index   int       `json:"index" doc:"Its place among its parent's children."`
	Depth   int       `json:"depth"`
	Cells   []Cell    `json:"cells" doc:"Of a column: one for every breakpoint."`
	Sums    []Sum     `json:"sums" doc:"Of a row, its ledger at every breakpoint; of a container, its width."`
}

// A Cell is a column's span at a breakpoint in cell notation.
type Cell struct {
	Text string `json:"text"`
	Here bool   `json:"here" doc:"Set at this breakpoint; else carried."`
	From string `json:"from" doc:"The breakpoint it is carried from; empty for the default."`
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
	Lines     []CodeLine         `json:"lines"`
	Stretches map[string]Stretch `json:"stretches" doc:"Every node's lines, its children's included, by node id."`
	Classes   int                `json:"classes" doc:"How many width, skip and shown classes there are."`
	CSS       string             `json:"css" doc:"The used part of the kit's stylesheet."`
}

// A CodeLine is one line of markup and the node it belongs to.
type CodeLine struct {
	Text string `json:"text"`
	Node string `json:"node"`
}

// A Stretch is a run of lines from 1 on, both ends included.
type Stretch struct {
	First int `json:"first"`
	Last  int `json:"last"`
}

// View is how the Bench is looked at: the viewport width of each breakpoint's
// lane in px, by name, where it is not the kit's own, and whether the code
// labels the ends of rows.
type View struct {
	Lanes map[string]float64
	Ends  bool
}

// openEnd is how much wider than its lower edge the lane of the widest
// breakpoint may be drawn, in px.
const openEnd = 1280

// Make composes the Bench of page pg of p at a revision.
func Make(p *project.Project, pg *page.Page, revision int, v View) *Bench {
	k := p.Kit(pg.Kit)
	b := &Bench{
		Project:  Ref{p.ID, p.Name},
		Revision: revision,
		Page:     PageRef{pg.ID, pg.Name, pg.File},
		Elements: page.Elements,
		Kit:      KitRef{k.ID, k.Name, k.Columns, k.Gutter.Px(), string(k.Technique)},
	}
	for _, other := range p.Pages {
		b.Pages = append(b.Pages, PageRef{other.ID, other.Name, other.File})
	}
	sums := make([]map[string]Sum, len(k.Breakpoints))
	for i, bp := range k.Breakpoints {
		low, high, bounded := k.Range(i)
		label := kit.Number(bp.From.Px()) + "–" + kit.Number(high)
		if !bounded {
			high = low + openEnd
			label = kit.Number(low) + " and up"
		}
		b.Breakpoints = append(b.Breakpoints, Breakpoint{bp.Name, label, low, high})
		width := bp.Lane.Px()
		if chosen, ok := v.Lanes[bp.Name]; ok {
			width = min(max(chosen, low), high)
		}
		plan := layout.Make(k, pg, width)
		b.Lanes = append(b.Lanes, newLane(k, pg, plan))
		sums[i] = rowSums(plan)
		for _, n := range pg.Body {
			sums[i][n.ID] = containerSum(k, i, width, n.Fluid)
		}
	}
	b.Nodes = nodes(k, pg, sums)
	b.Code = newCode(k, pg, p, v.Ends)
	return b
}

func nodes(k *kit.Kit, pg *page.Page, sums []map[string]Sum) []Node {
	all := []Node{}
	pg.Walk(func(n *page.Node, at page.Place) {
		line := Node{ID: n.ID, Kind: n.Kind, Name: n.Name, Element: n.Element, Index: at.Index, Depth: at.Depth, Cells: []Cell{}, Sums: []Sum{}}
		if at.Parent != nil {
			line.Parent = at.Parent.ID
		}
		switch n.Kind {
		case page.Row, page.Container:
			for i := range k.Breakpoints {
				line.Sums = append(line.Sums, sums[i][n.ID])
			}
		case page.Column:
			for i := range k.Breakpoints {
				held := n.SpanAt(k, i)
				c := Cell{Text: edit.FormatCell(held.Span, page.RowColumns(k)), Here: held.Here}
				if held.Origin >= 0 {
					c.From = k.Breakpoints[held.Origin].Name
				}
				line.Cells = append(line.Cells, c)
			}
		}
		all = append(all, line)
	})
	return all
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
	unspent := map[string]int{}
	for _, l := range plan.Lines {
		s := sums[l.Row]
		if l.Line > 1 {
			s.Text += " · "
			s.Reasons = append(s.Reasons, l.Reason())
		}
		s.Text += l.Sum()
		unspent[l.Row] += l.Unspent
		s.Full = unspent[l.Row] == 0
		lines, state := "1 line", l.State()
		if l.Line > 1 {
			lines = fmt.Sprintf("%d lines", l.Line)
		}
		if unspent[l.Row] > 0 {
			state = fmt.Sprintf("%d unspent", unspent[l.Row])
		}
		s.State, s.Short = lines+", "+state, state
		if s.Full && l.Line > 1 {
			s.Short = lines
		}
		sums[l.Row] = s
	}
	return sums
}

// containerSum says how wide a container's content is at breakpoint i in a
// viewport of v px.
func containerSum(k *kit.Kit, i int, v float64, fluid bool) Sum {
	outer, content := k.Frame(i, v, fluid)
	how := "centred"
	if outer == v {
		how = "as wide as the viewport"
	}
	width := kit.Number(round(content))
	return Sum{Text: "container " + width + " px, " + how, Short: width, Full: true, Reasons: []string{}}
}

func newCode(k *kit.Kit, pg *page.Page, p *project.Project, ends bool) Code {
	m := code.Write(k, pg, p, code.Options{Ends: ends})
	c := Code{Lines: []CodeLine{}, Stretches: map[string]Stretch{}, Classes: m.Classes, CSS: code.UsedSheet(k, m).String()}
	for _, l := range m.Lines {
		c.Lines = append(c.Lines, CodeLine(l))
	}
	for id, s := range m.Stretches() {
		c.Stretches[id] = Stretch(s)
	}
	return c
}
