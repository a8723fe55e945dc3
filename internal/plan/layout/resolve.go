package layout

import (
	"math"
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
)

// resolver works out the rows of one breakpoint.
type resolver struct {
	l     *Layout
	i     int // the breakpoint
	stage *stage
	cells []Cell // of all rows so far
}

// ends is how wide a row is at the lowest and highest viewport of its breakpoint.
type ends struct{ low, high float64 }

func (r *resolver) page() {
	low, high, bounded := r.l.kit.Range(r.i)
	if !bounded {
		high = MaxViewport
	}
	r.l.containers(func(n int32) {
		holder := r.l.nodes[n].Frame.HolderAt(r.l.kit, r.i)
		widths := ends{
			r.l.kit.Frame(r.i, low, holder).Content.Px,
			r.l.kit.Frame(r.i, high, holder).Content.Px,
		}
		r.rows(n, nil, widths)
	})
	// on a page from markup rows may stand anywhere
	for n := int32(0); n < int32(len(r.l.nodes)); n = r.l.nodes[n].end {
		r.rowsAt(n, nil, ends{low, high})
	}
}

// rows works out the rows in the node at n that stand in no other container or row, in a column that spans those units.
func (r *resolver) rows(n int32, within *page.Units, w ends) {
	r.l.children(n, func(c int32) { r.rowsAt(c, within, w) })
}

func (r *resolver) rowsAt(n int32, within *page.Units, w ends) {
	switch r.l.nodes[n].Kind {
	case page.Row:
		r.row(n, within, w)
	case page.Container:
	default:
		r.rows(n, within, w)
	}
}

// row works out the row at n and everything in it, in a column that spans those
// units; nil in a container.
func (r *resolver) row(n int32, within *page.Units, w ends) {
	node := r.l.nodes[n].Node
	held := r.l.HeldOf(n, r.i)
	columns, ok := page.UnitsOf(r.l.kit, held[page.Divides].Value, r.i, within)
	if !ok && within != nil {
		r.report(node, finding.OffGrid,
			"its column spans no whole number of equal units here, so it divides into the kit's %s columns anew",
			columns)
	}
	self := len(r.stage.rows)
	r.stage.rowOf[n] = int32(self)
	r.stage.rows = append(r.stage.rows, Row{
		ID: node.ID, Name: node.Name, Technique: r.l.kit.Technique, Columns: columns, Gutter: r.stage.tracks,
		Where:   r.l.kit.GutterPlace,
		GapY:    r.stage.lines,
		PerLine: held[page.PerLine].Int(), Align: held[page.Align].Value, Spread: held[page.Spread].Value, Held: held,
		Narrowest: w.low, Widest: w.high, index: n,
	})
	row := &r.stage.rows[self]
	if own := held[page.GapX].Value; own != page.KitGap {
		row.Gutter = kit.GutterOf(kit.Px(float64(own.N)))
	}
	if own := held[page.GapY].Value; own != page.KitGap {
		row.GapY = float64(own.N)
	}
	first := len(r.cells)
	ordered, child, last := false, -1, len(node.Columns())-1
	r.l.children(n, func(c int32) {
		if r.l.nodes[c].Kind != page.Column { // on a page from markup
			r.rowsAt(c, within, w)
			return
		}
		child++
		span := r.l.HeldOf(c, r.i)
		if span[page.Shown].Value == page.Shows {
			cell := r.cell(row, n, c, span)
			cell.Child = int32(child)
			if r.l.kit.GutterPlace.Trims() {
				cell.First, cell.Last = child == 0, child == last
			}
			r.cells = append(r.cells, cell)
			ordered = ordered || span[page.Order].Value != page.Of(0)
		}
	})
	row.Cells = r.cells[first:len(r.cells):len(r.cells)]
	units := 0.0
	for i := range row.Cells {
		units += row.Cells[i].Skip + max(1, row.Cells[i].Units) + row.Cells[i].Trail
	}
	lines := int(units/float64(row.Columns.N())) + 1
	r.stage.broken, r.stage.most = r.stage.broken+lines, max(r.stage.most, lines)
	if ordered {
		row.Sort()
	}
	r.l.planner.settle(r, row, w)
	r.inside(n, self, w)
}

// inside works out the rows in the columns of the row at n.
func (r *resolver) inside(n int32, self int, w ends) {
	if !slices.ContainsFunc(r.l.nodes[n+1:r.l.nodes[n].end], func(inner node) bool { return inner.Kind == page.Row }) {
		return
	}
	spans := map[int32]*page.Units{}
	widths := map[int32]ends{}
	row := &r.stage.rows[self]
	for e, px := range []float64{w.low, w.high} {
		t := row.Track(measure.Plain(px))
		for _, run := range row.Break(&t, nil, 0, new(float64)) {
			row.Place(run, &t, func(c *Cell, s Spot) {
				ends := widths[c.index]
				if e == 0 {
					ends.low = s.Width.Px
				} else {
					ends.high = s.Width.Px
				}
				widths[c.index] = ends
			})
		}
	}
	for i := range row.Cells {
		c := &row.Cells[i]
		if r.l.nodes[c.index].end == c.index+1 {
			continue
		}
		u := &page.Units{Of: row.Columns, Spans: c.Units, Counts: c.Width != page.Share && c.Width != page.Natural}
		if row.PerLine > 0 {
			u.Spans, u.Counts = float64(row.Columns.N())/float64(row.PerLine), true
		}
		spans[c.index] = u
	}
	r.l.children(n, func(c int32) {
		if r.l.nodes[c].Kind == page.Column {
			u := spans[c]
			if u == nil { // of a hidden column
				u = &page.Units{}
			}
			r.rows(c, u, widths[c])
		}
	})
}

// cell works out a shown column of the row at n.
func (r *resolver) cell(row *Row, n, c int32, held *page.Held) Cell {
	node := r.l.nodes[c].Node
	cell := Cell{Width: held[page.Width].Value, Order: held[page.Order].Value, Align: row.Align,
		Self: held[page.Align].Value, Node: node, Held: held, index: c}
	if cell.Self != page.RowsAlign {
		cell.Align = cell.Self
	}
	units := func(f page.Field, least, most int) float64 {
		set, origin := held[f].Int(), held[f].From
		// A part of a unit is carried by the class that was written where it was set,
		// which must hold from there to here.
		before, placed := r.origin(row, n, origin)
		if limit := before + most; set > limit || set < -limit {
			r.report(node, finding.OverRow, "%s set at %s is more than its row’s %d columns: drawn as %d",
				f.Words(held[f].Value),
				r.l.kit.Breakpoints[max(origin, 0)].Name, before, max(-limit, min(set, limit)))
			set = max(-limit, min(set, limit))
		}
		v := page.Carried(set, row.Columns.N(), before)
		if whole := math.Round(v); v == whole || math.Abs(v-whole) < 1e-9 {
			return whole
		} else if !placed {
			row.Parted = true
			r.report(node, finding.OffGrid, "%d of %d set at %s is %s of %d here: off the grid", set, before,
				r.l.kit.Breakpoints[origin].Name, kit.Number(v), row.Columns.N())
			return v
		} else {
			whole = min(max(math.Floor(v+0.5), float64(least)), float64(row.Columns.N()+most))
			r.report(node, finding.OffGrid, "%d of %d set at %s would be %s of %d here, off the grid: drawn as %s",
				set, before, r.l.kit.Breakpoints[origin].Name, kit.Number(v), row.Columns.N(), kit.Number(whole))
			return whole
		}
	}
	switch cell.Width.Term {
	case page.Whole, page.Portion:
		cell.Units = cell.Width.UnitsOf(row.Columns.N())
	case page.Shared:
		cell.Units = 1
	case page.OfContent:
		if real := r.l.real; real != nil {
			is, sure := real.book.Intrinsic(node, real.look[c], r.l.kit, r.i)
			cell.Content, cell.Least, cell.Unsure = is.Wide, is.Least, !sure
			if r.l.page.Style != "" && !r.l.kit.GutterPlace.IsInside() { // with the padding of the page's own styles
				f, _ := real.book.Frame(node.ID, real.look[c], r.i, 0)
				cell.Content += f.Pad[1] + f.Pad[3]
				cell.Least += f.Pad[1] + f.Pad[3]
			}
		} else {
			cell.Content = r.contentWidth(node)
			cell.Least = cell.Content // a block that is held does not break
		}
	default:
		cell.Units = units(page.Width, 1, 0)
	}
	if cell.Units >= float64(row.Columns.N()) && cell.Width != page.Share {
		cell.Width = page.Full
	}
	if row.PerLine > 0 {
		return cell
	}
	if held[page.Begin].N != 0 {
		cell.Begin = int16(r.beginning(row, n, node, held[page.Begin]))
	} else if held[page.Skip].N != 0 {
		cell.Skip = units(page.Skip, 0, -1)
	}
	if held[page.Trail].N != 0 {
		cell.Trail = units(page.Trail, 0, -1)
	}
	if held[page.Nudge].N != 0 {
		cell.Nudge = units(page.Nudge, -kit.MaxColumns, -1)
	}
	return cell
}

// origin is how many columns the row at n had where something was set that holds now, and whether columns stand on
// whole units only from there to here.
func (r *resolver) origin(row *Row, n int32, from int8) (before int, placed bool) {
	before, placed = row.Columns.N(), r.l.kit.Technique == kit.Grid || row.Columns.IsUneven()
	for i := r.i - 1; i >= int(from) && from >= 0; i-- {
		set := r.l.at[i].row(n)
		before, placed = set.Columns.N(), placed || set.Columns.IsUneven() || set.Stacked
	}
	return before, placed
}

// contentWidth is how wide a column's content is by itself, in px.
func (r *resolver) contentWidth(column *page.Node) float64 {
	w := 0.0
	for _, n := range column.Children {
		if n.Kind == page.Block && n.ShownAt(r.l.kit, r.i) {
			w = max(w, content.Wide(n.Content, r.l.kit, r.i))
		}
	}
	return w
}
