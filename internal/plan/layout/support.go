package layout

import (
	"fmt"
	"math"
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// report tells what of a node cannot be had as it was set, and what is drawn and coded instead (sections 5 and 6.6).
func (r *resolver) report(n *page.Node, code finding.Code, text string, args ...any) {
	f := finding.New(code, n.ID, fmt.Sprintf(text, args...))
	f.Breakpoints = []string{r.l.kit.Breakpoints[r.i].Name}
	r.l.Findings = append(r.l.Findings, f)
}

// FindingsAt is what cannot be had as it was set of the node of that id at breakpoint i; of all nodes where id is
// empty.
func (l *Layout) FindingsAt(id string, i int) (all []finding.Finding) {
	for _, f := range l.Findings {
		if (id == "" || f.Node == id) && f.Breakpoints[0] == l.kit.Breakpoints[i].Name {
			all = append(all, f)
		}
	}
	return all
}

// support keeps the table of section 6.6: what the row's technique cannot do is
// reported and left out, a width it cannot do becoming the full line.
func (r *resolver) support(row *Row, w ends) {
	node := r.l.nodes[row.index].Node
	if row.Technique == kit.Float {
		if row.Align != page.Stretch && row.Align != page.Top {
			r.report(node, finding.Unsupported, "floats cannot align: its columns stand at the top of their line")
		}
		if row.Spread != page.Start {
			r.report(node, finding.Unsupported, "floats cannot spread: its lines begin at the start")
		}
		row.Align, row.Spread = page.Top, page.Start
		r.unordered(row)
		if narrow := row.Track(measure.Plain(w.low)); len(row.Cells) > 0 && row.Tight(&narrow) {
			r.report(node, finding.Unsupported,
				"too narrow for its columns at some width: floats would drop, so each is drawn as the full line")
			row.PerLine, row.Stacked = 0, true
			for i := range row.Cells {
				row.Cells[i].stack(float64(row.Columns.N()))
			}
		}
	}
	if narrow := row.Track(measure.Plain(w.low)); row.Tracked() && len(row.Cells) > 0 && narrow.Starved() {
		r.report(node, finding.Unsupported,
			"narrower than the gutters between its columns at some width: grid tracks would stand out of it, so each is "+
				"drawn as the full line")
		row.PerLine = 1
	}
	if row.Technique == kit.Grid && row.Columns.IsUneven() && row.PerLine == 0 {
		defer r.fit(row)
	}
	full := func(c *Cell, why string) {
		c.Width, c.Units, c.Content = page.Full, float64(row.Columns.N()), 0
		r.report(c.Node, finding.Unsupported, "%s: drawn as the full line", why)
	}
	shares, naturals := 0, 0
	for i := range row.Cells {
		c := &row.Cells[i]
		if row.PerLine > 0 {
			c.stack(1)
			continue
		}
		switch {
		case c.Width == page.Share && row.Columns.IsUneven():
			full(c, "uneven columns have no equal shares")
		case c.Width == page.Share:
			shares++
		case c.Width.Term == page.Portion && row.Columns.IsUneven():
			full(c, "uneven columns are placed by units, not by parts of the row")
		case c.Width.Term == page.Portion:
			r.part(row, c)
		case c.Width != page.Natural:
		case row.Technique == kit.Grid:
			full(c, "grid tracks are never as wide as their content")
		case row.Columns.IsUneven():
			full(c, "uneven columns are placed by units, not by their content")
		case slices.ContainsFunc(c.Node.Children, func(n *page.Node) bool { return n.Kind == page.Row }):
			full(c, "a column that holds a row has no width of its own")
		default:
			naturals++
		}
	}
	if shares > 0 && row.Technique == kit.Grid {
		r.gridShares(row, shares, full)
	}
	if shares > 0 && row.Technique == kit.Float {
		r.floatShares(row, naturals, full)
	}
	if naturals > 0 && row.Technique == kit.Float {
		r.floatNaturals(row, w, full)
	}
	for _, c := range row.Cells {
		row.Natural = row.Natural || c.Width == page.Natural
	}
	r.begin(row)
}

// part draws a part of the row (section 6.4) that is no whole number of units on the
// nearest one where only whole ones stand.
func (r *resolver) part(row *Row, c *Cell) {
	whole := math.Round(c.Units)
	if math.Abs(c.Units-whole) < 1e-9 {
		c.Units = whole
		return
	}
	if row.Technique != kit.Grid {
		row.Parted = true
		return
	}
	c.Units = max(whole, 1)
	r.report(c.Node, finding.Unsupported, "%s of the row is %s of %d units, and grid tracks hold whole ones only: "+
		"drawn as %s",
		c.Width, kit.Figure(c.Width.UnitsOf(row.Columns.N())), row.Columns.N(), kit.Number(c.Units))
	c.Width = page.Take(int(c.Units))
}

// unordered puts a float row's columns back into source order.
func (r *resolver) unordered(row *Row) {
	for i := range row.Cells {
		c := &row.Cells[i]
		c.Align = page.Top
		if c.Self != page.RowsAlign && c.Self != page.Top && c.Self != page.Stretch {
			r.report(c.Node, finding.Unsupported, "floats cannot align: it stands at the top of its line")
		}
		c.Self = page.RowsAlign
		if c.Order != page.Of(0) {
			r.report(c.Node, finding.Unsupported, "floats keep the source order")
			c.Order = page.Of(0)
		}
	}
	slices.SortStableFunc(row.Cells, func(a, b Cell) int { return int(a.index - b.index) })
}

// fit takes from a column of uneven grid tracks what skips and trails beyond the
// line: tracks have no measure there.
func (r *resolver) fit(row *Row) {
	for i := range row.Cells {
		c := &row.Cells[i]
		over := c.Wants() - float64(row.Columns.N())
		if over <= 0 {
			continue
		}
		r.report(c.Node, finding.Unsupported,
			"skip, width and trail come to %s of %d units, and uneven tracks end with the line: %s are left out",
			kit.Figure(c.Wants()), row.Columns.N(), kit.Figure(over))
		fewer := min(over, c.Trail)
		c.Trail -= fewer
		c.Skip -= over - fewer
	}
}

// gridShares makes a row in which every column shares one of so many equal
// columns a line.
func (r *resolver) gridShares(row *Row, shares int, full func(*Cell, string)) {
	whole := shares == len(row.Cells) && shares <= row.Columns.N()
	for _, c := range row.Cells {
		whole = whole && c.Skip == 0 && c.Trail == 0 && c.Nudge == 0 && c.Begin == 0
	}
	for i := range row.Cells {
		c := &row.Cells[i]
		switch {
		case whole:
			c.Width, c.Units = page.Full, 1
		case c.Width == page.Share:
			full(c, "grid tracks share only rows where every column shares one line")
		}
	}
	if whole {
		row.PerLine = shares
	}
}

// floatShares makes takes of shares that come out whole.
func (r *resolver) floatShares(row *Row, naturals int, full func(*Cell, string)) {
	whole := naturals == 0
	wide := row.Track(measure.Plain(1e6))
	for _, run := range row.Break(&wide, nil, 0, new(float64)) {
		left := math.Max(0, float64(row.Columns.N())-run.Units)
		each := 1.0
		if run.Shares > 0 {
			each += left / float64(run.Shares)
		}
		whole = whole && each == math.Round(each)
		for i := run.First; i < run.End; i++ {
			if c := &row.Cells[i]; c.Width == page.Share {
				c.Units = each
			}
		}
	}
	for i := range row.Cells {
		c := &row.Cells[i]
		switch {
		case c.Width != page.Share:
		case whole:
			c.Width = page.Take(int(c.Units))
		default:
			full(c, "the shares of this row do not come out whole, and floats know whole units only")
		}
	}
}

// floatNaturals leaves natural columns only where the row breaks alike at every
// width of the breakpoint: a float must be told where its line begins. What fits
// at the narrowest width fits at all, what breaks at the widest breaks at all.
// Code goes by content as it is declared, so a plan by measures leaves those that code leaves.
func (r *resolver) floatNaturals(row *Row, w ends, full func(*Cell, string)) {
	const why = "its line would break at other widths than a breakpoint, and floats must be told where"
	if r.l.real != nil {
		for i, c := range r.l.real.code().at[r.i].row(row.index).Cells { // floats stand in the order of the source
			if row.Cells[i].Width == page.Natural && c.Width != page.Natural {
				full(&row.Cells[i], why)
			}
		}
		return
	}
	row.Natural = true
	narrow, wide := row.Track(measure.Plain(w.low)), row.Track(measure.Plain(w.high))
	low := row.Break(&narrow, nil, 0, new(float64))
	high := row.Break(&wide, nil, 0, new(float64))
	row.Natural = false
	if slices.EqualFunc(low, high, func(a, b Run) bool { return a.First == b.First && a.End == b.End }) {
		return
	}
	for i := range row.Cells {
		if c := &row.Cells[i]; c.Width == page.Natural {
			full(c, why)
		}
	}
}
