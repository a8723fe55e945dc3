package bench

import (
	"fmt"
	"strings"

	"kitrows/internal/edit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
)

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
			line.Item = at.Parent.IsList()
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
