package infer

import (
	"cmp"
	"math"
	"strings"

	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/page"
)

// measure measures how rows are divided at every stage.
func (a *analysis) measure() {
	a.r.at = make([]geometry, len(a.stages))
	for s := range a.stages {
		a.r.at[s] = a.geometry(s)
	}
	// where no word of some columns holds, rows are divided as at the next stage where one does
	for s := len(a.stages) - 1; s >= 0; s-- {
		if g := &a.r.at[s]; !g.known {
			next := a.nearest(s)
			if next == nil {
				continue
			}
			alone := g.alone
			was := *g
			*g = *next
			g.alone, g.known, g.reference = alone, true, ""
			g.style, g.rowStyle, g.technique = was.style, was.rowStyle, cmp.Or(was.technique, next.technique)
			g.lines = was.lines
			a.gutterAt(s, g)
		}
	}
}

// gutterAt is the gutter of a stage at which no word says a width: what columns have beside their
// content.
func (a *analysis) gutterAt(s int, g *geometry) {
	length := func(s flow.Size) float64 { return max(0, s.Of(g.row)) }
	var own []string // columns that no class tells are told by those of their widths
	if a.roles.cell == "" && len(a.roles.takes) > 0 {
		own = a.roles.takes[:1]
	}
	t, _, row, _, inside := a.row(a.roles, a.stages[s].at, own, own, own)
	pad := t.boxes[inside[1]].Pad
	fills := math.Abs(g.inner+g.gutter-g.row) < .5
	before, after := pad[flow.Left], pad[flow.Right]
	gutter := before + after + length(g.style.Margin[flow.Left]) + length(g.style.Margin[flow.Right])
	if g.technique == "flex" || g.technique == "grid" {
		gutter += length(g.rowStyle.GapX)
	}
	g.before, g.after, g.gutter = before, after, gutter
	_, g.row = t.inner(row)
	if g.inner = g.row; fills {
		g.inner -= gutter
	}
}

// nearest is the stage nearest to s at which words say widths; nil where none does.
func (a *analysis) nearest(s int) *geometry {
	for by := 1; by < len(a.stages); by++ {
		for _, at := range []int{s + by, s - by} {
			if at >= 0 && at < len(a.stages) && a.r.at[at].reference != "" {
				return &a.r.at[at]
			}
		}
	}
	return nil
}

// geometry measures how rows are divided at stage s.
func (a *analysis) geometry(s int) (g geometry) {
	r := a.roles
	width := a.stages[s].at
	g.columns = a.fit.columns
	takes, _ := a.filling(a.family, a.fit, width)
	_, st := a.r.columnAt(s)
	g.style = st
	t, _, row, cells, _ := a.row(r, width, nil, nil)
	g.rowStyle = t.boxes[row].Style
	switch {
	case g.rowStyle.Display == flow.Flex && !strings.HasPrefix(g.rowStyle.Direction, "column"):
		g.technique = "flex"
	case g.rowStyle.Display == flow.Grid:
		g.technique = "grid"
	case st.Float != "":
		g.technique = "float"
	case st.Display == flow.InlineBlock:
		g.technique = "inline"
	}
	g.spread, g.align = page.Start, page.Stretch
	if v, ok := page.Spread.OfCSS(g.rowStyle.Justify); ok && g.technique == "flex" {
		g.spread = v
	}
	if v, ok := page.Align.OfCSS(g.rowStyle.Items); ok && (g.technique == "flex" || g.technique == "grid") &&
		v != page.RowsAlign {
		g.align = v
	}
	b := t.boxes[cells[1]]
	g.lines = max(0, b.Y-t.boxes[cells[0]].Y-t.boxes[cells[0]].Height)
	if b.Y == t.boxes[cells[0]].Y {
		g.lines = 0
	}
	columns := make([][]string, len(takes))
	for i, text := range takes {
		columns[i] = []string{text}
	}
	if len(takes) > 1 {
		g.reference = takes[0]
	}
	for _, w := range r.dividers {
		with := r
		with.more = w.text
		if n, _ := a.equal(with, width); n > len(columns) {
			columns, r.more, g.reference = make([][]string, n), w.text, w.text
		}
	}
	if g.reference != "" {
		reference := g.reference
		g.reference = ""
		r.line = len(columns)
		t, box, row, cells, inside := a.row(r, width, columns...)
		last := len(columns) - 1
		first, end := t.boxes[cells[0]], t.boxes[cells[last]]
		if math.Abs(first.Y-end.Y) < .01 && end.X > first.X {
			left, _ := t.inner(box)
			x0, w0 := t.inner(inside[0])
			x1, _ := t.inner(inside[1])
			xl, wl := t.inner(inside[last])
			pad := t.boxes[inside[min(1, last-1)]].Pad
			rb := t.boxes[row]
			g.inner, g.gutter = xl+wl-x0, x1-x0-w0
			g.before, g.after = pad[flow.Left], pad[flow.Right]
			g.in, g.out, g.end = x0-left, left-rb.X, rb.X+rb.Width-left-r.wrap
			_, g.row = t.inner(row)
			g.reference, g.known = reference, true
			wide := r
			wide.wrap = 2 * r.wrap
			t, _, _, _, inside = a.row(wide, width, columns...)
			x0, w0 = t.inner(inside[0])
			x1, _ = t.inner(inside[1])
			g.relative = math.Abs(x1-x0-w0-g.gutter) > .2 && a.family.unit() != "px"
			t, _, _, cells, _ = a.row(r, width, append(columns, columns[0])...)
			if next, first := t.boxes[cells[last+1]], t.boxes[cells[0]]; next.Y > first.Y {
				g.lines = next.Y - first.Y - first.Height
			}
		}
	}
	r.more = ""
	// what a column is that no word says the width of
	t, _, _, _, inside := a.row(r, width, nil)
	_, content := t.inner(inside[0])
	switch v, ok := g.part(content); {
	case !g.known && content > r.wrap*.6, g.known && ok && v == page.Full:
		g.alone = page.Full
		if st.Grow > 0 && g.technique == "flex" {
			g.alone = page.Share
		}
	case math.Abs(content-leafWide) < .01:
		g.alone = page.Natural
	case g.known && ok:
		g.alone = v
	default:
		g.alone = page.Full
	}
	if r.cell == "" && len(takes) > 0 {
		a.bare(s, takes[0], &g)
	}
	return g
}

// bare notes that columns stand side by side only by the words that say their widths: what has none is no column.
func (a *analysis) bare(s int, take string, g *geometry) {
	switch _, st := a.r.columnAt(s, take); {
	case st.Float != "" && g.style.Float == "":
		g.technique, g.float = "float", st.Float
	case st.Display == flow.InlineBlock && g.style.Display != flow.InlineBlock && g.technique == "":
		g.technique = "inline"
	default:
		return
	}
	g.alone = page.Value{}
}
