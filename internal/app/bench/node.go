package bench

import (
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
)

// A Node is a line of the span sheet.
type Node struct {
	ID      string    `json:"id"`
	Kind    page.Kind `json:"kind" enum:"section,container,row,column,block,element"`
	Name    string    `json:"name"`
	Element string    `json:"element" doc:"Empty for its kind's own, and for blocks."`
	Item    bool      `json:"item" doc:"A column of a list: it is an li, whatever its own tag."`
	Parent  string    `json:"parent" doc:"The parent's id; empty for the page."`
	Index   int       `json:"index" doc:"Its place among its parent's children."`
	Depth   int       `json:"depth"`
	Frame   string    `json:"frame" doc:"The kind of a container."`
	Cells   []Cell    `json:"cells" doc:"One cell for every breakpoint, for a row, a column or a block."`
	Sums    []Sum     `json:"sums" doc:"A row's ledger at every breakpoint, or a container's width."`

	Anchor   string        `json:"anchor,omitempty" doc:"Its id attribute."`
	Classes  []string      `json:"classes,omitempty" doc:"Classes of the user's own."`
	Selector string        `json:"selector,omitempty"`
	Note     string        `json:"note,omitempty"`
	Meant    []string      `json:"meant,omitempty" doc:"The codes of findings that are as they are meant to be."`
	Content  *page.Content `json:"content,omitempty" doc:"The content of a block."`
	Comfort  float64       `json:"comfort,omitempty" doc:"The comfortable minimum width of a block or column, in px."`
}

// A Cell is what holds for a row, a column or a block at a breakpoint, in cell notation; a
// row's is empty where its columns say how wide they are, a block's where it is shown.
type Cell struct {
	Text  string `json:"text"`
	Here  bool   `json:"here" doc:"Something is set at this breakpoint; else all is carried."`
	From  string `json:"from" doc:"The breakpoint it is carried from; empty for the default."`
	More  string `json:"more" doc:"What holds but the notation cannot show, such as order first."`
	Wrong string `json:"wrong" doc:"What is not possible as set: off the grid, or not with this technique."`
}

// nodes are the lines of the sheet without their sums.
func nodes(l *layout.Layout) []Node {
	k, pg, all := l.Kit(), l.Page(), make([]Node, 0, l.Nodes())
	wrong := map[string]string{} // by node and breakpoint
	for _, f := range l.Findings {
		key := f.Node + " " + f.Breakpoints[0]
		wrong[key] = strings.TrimPrefix(wrong[key]+"; "+f.Text, "; ")
	}
	stretches := origin.Stretches(pg, origin.Inner(k))
	pg.Walk(func(n *page.Node, at page.Place) {
		line := Node{ID: n.ID, Kind: n.Kind, Name: n.Name, Element: n.Element, Index: at.Index, Depth: at.Depth,
			Cells: []Cell{}, Sums: []Sum{},
			Anchor: n.Anchor, Classes: n.Classes, Selector: n.Selector, Note: n.Note, Meant: n.Meant,
			Content: n.Content}
		if c := n.Content; c != nil && c.Type == page.HTML && c.Text == "" { // its file has it
			shown := *c
			if shown.Text = stretches[n].Text(origin.Document(pg.Origin)); len(shown.Text) > page.MaxText {
				shown.Text = ""
			}
			line.Content = &shown
		}
		if n.Kind == page.Block || n.Kind == page.Column {
			line.Comfort = l.Comfort(n)
		}
		if at.Parent != nil {
			line.Parent = at.Parent.ID
			line.Item = at.Parent.IsList()
		}
		if n.Kind == page.Container {
			line.Frame = n.Frame.String()
		}
		if len(page.Settable(n.Kind)) > 0 {
			line.Cells = newCells(l, n)
			for i := 0; i < len(line.Cells) && len(wrong) > 0; i++ {
				line.Cells[i].Wrong = wrong[n.ID+" "+k.Breakpoints[i].Name]
			}
		}
		all = append(all, line)
	})
	return all
}

// newCells are the cells of a container, a row, a column or a block, one for each breakpoint.
func newCells(l *layout.Layout, n *page.Node) []Cell {
	all := make([]Cell, len(l.Kit().Breakpoints))
	number := l.Number(n.ID)
	var carried *page.Held
	var before notation.Cell
	for i := range all {
		held := l.HeldOf(number, i)
		if held == carried { // nothing is set here
			all[i] = all[i-1]
			all[i].Here = false
		} else {
			all[i] = newCell(l.Kit(), n.Kind, held, i)
		}
		switch n.Kind {
		case page.Row:
			all[i].Text = rowText(held, i)
		case page.Column:
			if c, is := columnCell(l, number, held, i); !is {
				all[i].Text, before = notation.CellAt(held), notation.Cell{}
			} else if held != carried || c != before {
				all[i].Text, before = c.String(), c
			}
		}
		carried = held
	}
	return all
}

// newCell is the cell of a node of that kind at breakpoint i, where that holds for it; of rows and columns without
// text.
func newCell(k *kit.Kit, kind page.Kind, held *page.Held, i int) (c Cell) {
	if kind == page.Block {
		c.Text = notation.BlockCell(held[page.Shown])
	}
	var more []string
	for _, f := range page.Settable(kind) {
		// in the notation
		shows := f == page.Width || f == page.Skip || f == page.Begin || f == page.Trail || f == page.Shown ||
			f == page.PerLine
		if v := held[f].Value; !shows && v != f.Default(kind) {
			more = append(more, f.Words(v))
		}
	}
	c.More = strings.Join(more, ", ")
	last := held.Last()
	c.Here = last == i
	if last >= 0 {
		c.From = k.Breakpoints[last].Name
	}
	return c
}

func rowText(held *page.Held, i int) string {
	if perLine := held[page.PerLine]; perLine.N > 0 || int(perLine.From) == i {
		return notation.FormatRowCell(perLine.Int())
	}
	return ""
}

// columnCell is what the cell of the column of that number shows: its units as they hold here, in proportion. It is
// none where the column is hidden or its row has so many a line: there the cell shows what was set.
func columnCell(l *layout.Layout, number int32, held *page.Held, i int) (c notation.Cell, is bool) {
	row, cell := l.CellOf(number, i)
	if cell == nil || row.PerLine > 0 {
		return c, false
	}
	width := held[page.Width].Value
	units := float64(width.Units())
	if cell.Width == width {
		units = cell.Units
	}
	return notation.Cell{Width: width, Begin: int(cell.Begin), Units: min(units, float64(row.Columns.N())),
		Skip: cell.Skip, Trail: cell.Trail}, true
}
