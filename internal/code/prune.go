package code

import (
	"math"
	"slices"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
)

// prune takes away every class without which the row still lays out as worked
// out, whatever its content. Most classes move a box by what they say; only those
// that may not are tried.
func (c *chooser) prune(out *chosen) {
	for changed := true; changed; {
		changed = c.thin(&out.row, out)
		for i := range out.columns {
			changed = c.thin(&out.columns[i], out) || changed
		}
	}
}

// thin takes away what has no effect from one of the lists of out.
func (c *chooser) thin(list *[]class, out *chosen) (changed bool) {
	for i := 0; i < len(*list); i++ {
		if !c.suspect((*list)[i].meaning) {
			continue
		}
		before := *list
		*list = slices.Delete(slices.Clone(before), i, i+1)
		if c.same(out) {
			changed = true
			i--
		} else {
			*list = before
		}
	}
	return changed
}

// suspect tells whether a class of that meaning may be without effect in this
// row.
func (c *chooser) suspect(m meaning) bool {
	switch m {
	case per:
		return !c.counted
	case of, gapX, gapY, align, spread, place, share, natural, trail, self:
		return true
	case nudge: // back over the start of an uneven row
		return c.uneven
	case take, full, skip:
		return c.elastic
	}
	return false
}

// elastic tells whether a share or a spread can come to what a width or a skip
// says, or the row says how wide its columns are.
func elastic(rows []*layout.Row) bool {
	return slices.ContainsFunc(rows, func(r *layout.Row) bool {
		return r.Spread != page.Start || r.PerLine > 0 || slices.ContainsFunc(r.Cells, func(c layout.Cell) bool { return c.Width == page.Share })
	})
}

// same tells whether the row lays out with these classes as worked out, at every
// breakpoint where it is seen.
func (c *chooser) same(out *chosen) bool {
	for i, want := range c.rows {
		if !c.live[i] {
			continue
		}
		got := c.read(out, i)
		if len(want.Cells) == 0 && len(got.Cells) == 0 {
			continue
		}
		if !c.starved(want, i) && c.starved(got, i) || got.Technique == kit.Grid && !whole(got) {
			return false
		}
		if got.Technique == kit.Float && !c.stand(out, i, got) {
			return false
		}
		if want.Natural || c.starved(want, i) {
			if !likeForLike(want, got) {
				return false
			}
		} else if len(want.Cells) != len(got.Cells) || !slices.Equal(shape(want, want), shape(got, want)) {
			return false
		}
		if c.uneven && want.PerLine == 0 && c.measured(out, i) && !(want.Columns.Same(got.Columns) && c.placed(out, i)) {
			return false
		}
	}
	return true
}

// stand tells whether the row's gutters are such that its floats stand where they
// must, though some are told another place that is alike.
func (c *chooser) stand(out *chosen, i int, got *layout.Row) bool {
	for at, s := range c.spots[i] {
		if s.cell == nil || c.counted && c.rows[i].PerLine > 0 {
			continue
		}
		told := turn
		if at == 0 {
			told = lead
		}
		for _, said := range upTo(out.columns[at], i) {
			switch said.meaning {
			case lead, run, turn, under:
				told = said.meaning
			}
		}
		if told != s.where && !alike(got, told, s.where) {
			return false
		}
	}
	return true
}

// whole tells whether columns skip, take and trail whole units, as grid tracks must be
// told: the area of a part of one is another.
func whole(r *layout.Row) bool {
	return !slices.ContainsFunc(r.Cells, func(c layout.Cell) bool {
		return math.Abs(c.Wants()-math.Round(c.Wants())) > 1e-9
	})
}

// measured tells whether a class says some number of units, so that it matters what
// they are units of.
func (c *chooser) measured(out *chosen, i int) bool {
	return slices.ContainsFunc(out.columns, func(list []class) bool {
		return slices.ContainsFunc(upTo(list, i), func(said class) bool {
			switch said.meaning {
			case take, skip, trail, nudge, share:
				return true
			}
			return false
		})
	})
}

// placed tells whether the classes name the units the columns of an uneven row
// stand at, and none in a row of equal ones.
func (c *chooser) placed(out *chosen, i int) bool {
	for at, s := range c.spots[i] {
		if s.cell == nil || c.rows[i].PerLine > 0 {
			continue
		}
		width, first, after := s.at(c.rows[i])
		want := map[meaning]int{take: width, skip: first, trail: after, nudge: first}
		last := map[meaning]class{}
		for _, said := range upTo(out.columns[at], i) {
			switch said.meaning {
			case full, share, natural: // what was taken before is without effect
				delete(last, take)
			default:
				last[said.meaning] = said
			}
		}
		for m, unit := range want {
			said, ok := last[m]
			if ok && said.n != 0 && (said.at != unit || unit > 0 && !c.kit.ColumnsAt(said.bp).Same(c.rows[i].Columns)) {
				return false
			}
		}
	}
	return true
}

// starved tells whether a form of the row is so narrow somewhere in breakpoint i
// that units do not add up.
func (c *chooser) starved(r *layout.Row, i int) bool {
	if c.narrowest == nil {
		c.narrowest = make([]float64, len(c.rows))
		for i := range c.rows {
			low, _, _ := c.kit.Range(i)
			c.narrowest[i] = c.width(low)
		}
	}
	return r.Tight(r.Track(kit.Plain(c.narrowest[i])))
}

// read is the row as the stylesheet lays it out at breakpoint i by these classes.
func (c *chooser) read(out *chosen, i int) *layout.Row {
	want := c.rows[i]
	r := &layout.Row{ID: want.ID, Technique: want.Technique, Columns: c.columnsBy(out.row, i), Gutter: c.kit.GutterAt(i),
		GapY: c.kit.RowGutterAt(i).Px(), Align: page.Stretch}
	for _, said := range upTo(out.row, i) {
		switch said.meaning {
		case per:
			r.PerLine = said.n
		case gapX:
			if r.Gutter = c.kit.GutterAt(i); said.n != asKit {
				r.Gutter = kit.GutterOf(kit.Px(float64(said.n)))
			}
		case gapY:
			if r.GapY = c.kit.RowGutterAt(i).Px(); said.n != asKit {
				r.GapY = float64(said.n)
			}
		case align:
			r.Align = page.Align(said.n)
		case spread:
			r.Spread = page.Spread(said.n)
		}
	}
	if r.Technique == kit.Float {
		r.Align = page.Top
	}
	n := r.Columns.N()
	for at, list := range out.columns {
		cell := layout.Cell{Width: page.Full, Node: c.node.Children[at], Self: page.RowsAlign}
		units := float64(n)
		shown := true
		for _, said := range upTo(list, i) {
			v := page.Carried(said.n, n, max(1, c.columnsBy(out.row, said.bp).N()))
			switch said.meaning {
			case gone, back:
				shown = said.meaning == back
			case place:
				cell.Order = page.Order(said.n)
			case full:
				cell.Width, units = page.Full, float64(n)
			case share:
				cell.Width, units = page.Share, 1
			case natural:
				cell.Width, units = page.Natural, 0
			case take:
				cell.Width, units = page.Take(1), v
			case skip:
				cell.Skip = v
			case trail:
				cell.Trail = v
			case nudge:
				cell.Nudge = v
			case self:
				cell.Self = page.Align(said.n)
			}
		}
		if !shown {
			continue
		}
		cell.Units = units
		r.Parted = r.Parted || units != math.Trunc(units)
		if r.PerLine > 0 {
			cell.Width, cell.Units, cell.Skip, cell.Trail, cell.Nudge = page.Full, 1, 0, 0, 0
		}
		if cell.Align = r.Align; cell.Self != page.RowsAlign {
			cell.Align = cell.Self
		}
		r.Cells = append(r.Cells, cell)
	}
	slices.SortStableFunc(r.Cells, func(a, b layout.Cell) int { return int(a.Order) - int(b.Order) })
	return r
}

// columnsBy is what the row divides into at breakpoint i by its classes.
func (c *chooser) columnsBy(list []class, i int) kit.Columns {
	columns := c.kit.ColumnsAt(i)
	for _, said := range upTo(list, i) {
		if said.meaning == of {
			if columns = c.kit.ColumnsAt(i); said.n != asKit {
				columns = kit.Equal(said.n)
			}
		}
	}
	return columns
}

// upTo is the part of a list that holds at breakpoint i.
func upTo(list []class, i int) []class {
	for end, said := range list {
		if said.bp > i {
			return list[:end]
		}
	}
	return list
}

// box is where a cell stands, as far as it does not hang on its content.
type box struct {
	node     *page.Node
	line     int
	unit     float64    // in uneven rows
	drops    bool       // a float, from a line that is told to hold more than it can
	x, width [2]float64 // in rows of two widths
	align    page.Align // where another cell shares the line; RowsAlign where none does
	gap      float64    // of a line after the first: the space above it
}

// shape is the boxes of a row without natural columns: px are straight lines over
// the row's width, so two widths tell all. A float row breaks where it is told
// to, as explicit does.
func shape(r, explicit *layout.Row) []box {
	boxes := make([]box, 0, len(r.Cells))
	for w, px := range [2]float64{roomy, roomy * 1.75} {
		t := r.Track(kit.Plain(px))
		runs := r.Break(t, nil, 0, new(float64))
		if r.Technique == kit.Float {
			runs = explicit.Break(explicit.Track(kit.Plain(px)), nil, 0, new(float64))
		}
		at := 0
		for line, run := range runs {
			drops := r.Technique == kit.Float && overfull(r, run)
			r.Place(run, t, func(c *layout.Cell, s layout.Spot) {
				if w == 0 {
					b := box{node: c.Node, line: line, drops: drops}
					if r.Columns.IsUneven() && r.PerLine == 0 {
						b.unit = s.Unit
					}
					if run.End-run.First > 1 {
						b.align = c.Align
					}
					if line > 0 {
						b.gap = r.GapY
					}
					boxes = append(boxes, b)
				}
				boxes[at].x[w], boxes[at].width[w] = rounded(s.X.Px), rounded(s.Width.Px)
				at++
			})
		}
	}
	return boxes
}

// overfull tells whether the cells of a run ask for more than a line, so that
// floats would drop; one alone only stands over.
func overfull(r *layout.Row, run layout.Run) bool {
	wants := 0.0
	for i := run.First; i < run.End; i++ {
		wants += r.Cells[i].Wants()
	}
	return r.PerLine == 0 && run.End-run.First > 1 && wants > float64(r.Columns.N())+1e-6
}

func rounded(v float64) float64 { return math.Round(v*1e4) / 1e4 }

// likeForLike tells whether two forms of a row say the same where it cannot be
// foreseen how its lines break: only what follows or aligns a column that is
// alone is sure to be without effect.
func likeForLike(want, got *layout.Row) bool {
	if len(want.Cells) == 0 {
		return len(got.Cells) == 0
	}
	if !want.Columns.Same(got.Columns) || want.Gutter != got.Gutter || want.GapY != got.GapY ||
		want.PerLine != got.PerLine || want.Spread != got.Spread {
		return false
	}
	return slices.EqualFunc(want.Cells, got.Cells, func(a, b layout.Cell) bool {
		shares := slices.ContainsFunc(want.Cells, func(c layout.Cell) bool { return c.Width == page.Share })
		free := len(want.Cells) == 1 && !shares && want.Spread == page.Start
		units := a.Units
		return a.Node == b.Node && kindOf(a.Width, units, want) == kindOf(b.Width, b.Units, want) &&
			math.Abs(units-b.Units) < 1e-6 && math.Abs(a.Skip-b.Skip) < 1e-6 && math.Abs(a.Nudge-b.Nudge) < 1e-6 &&
			(free || math.Abs(a.Trail-b.Trail) < 1e-6) && (len(want.Cells) == 1 || a.Align == b.Align)
	})
}

// kindOf is a width without its number, all of the units being the full line.
func kindOf(w page.Width, units float64, r *layout.Row) page.Width {
	switch {
	case w == page.Share || w == page.Natural:
		return w
	case units >= float64(r.Columns.N()):
		return page.Full
	}
	return page.Take(1)
}
