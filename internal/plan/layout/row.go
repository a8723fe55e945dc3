package layout

import (
	"cmp"
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Row is what holds for a row at one breakpoint, after what its technique
// cannot do was left out (section 6.6).
type Row struct {
	ID        string
	Name      string
	Technique kit.Technique
	Columns   kit.Columns // what it divides into
	Gutter    kit.Gutter
	Where     kit.Place // its gutters
	GapY      float64   // px between its lines
	PerLine   int       // equal columns a line; 0 when its columns say how wide they are
	Align     page.Value
	Spread    page.Value
	Cells     []Cell  // its shown columns, in the order they stand on screen
	Natural   bool    // a cell is as wide as its content
	Parted    bool    // a cell takes a part of a unit, off the grid
	Stacked   bool    // too narrow for floats somewhere: each cell is the full line, whatever was set
	Narrowest float64 // px, how wide it is in the narrowest viewport of the breakpoint
	Widest    float64 // and in the widest
	Held      *page.Held

	index int32
}

// A Cell is what holds for a shown column at one breakpoint. Its numbers are
// units of its row, set here or carried in proportion; they are whole but where
// a flex or float row is off the grid.
type Cell struct {
	Width page.Value // Full, a take, a part, Share or Natural
	Begin int16      // the unit it was set to begin at, from 1, and does; 0 for none
	Units float64    // of a full or take; what a share wants at least, 1; of a natural, 0
	Skip  float64
	Trail float64
	Nudge float64
	Order page.Value
	Align page.Value // of the column, or its row's
	Self  page.Value // the column's own; RowsAlign for the row's
	Line  page.Term  // of a float: where it stands in its row, which its code must say
	First bool       // it is its row's first column and trimmed
	Last  bool       // it is its row's last
	Track bool       // its code names the unit it begins at as a grid track; else it is what Skip comes to
	Turns bool       // it begins a line for that, though it may fit the one before
	// Content and Least are only estimated.
	Unsure bool
	Unit   float64 // of floats and uneven columns: its first unit, from 0, after any skip
	// of uneven flexible boxes: units its code leaves after it, so that what would fit its line begins the next
	Fill    float64
	Content float64 // of a natural column: its content's width in px
	Least   float64 // and the px of what of that cannot break
	Node    *page.Node
	Held    *page.Held
	Child   int32 // which child of the row's node it is
	index   int32
}

// Index is the layout's number of the row, as boxes have it.
func (r *Row) Index() int32 { return r.index }

// Counted reports whether the cell is some units of its row wide, a take or a part.
func (c *Cell) Counted() bool { return c.Width.Term == page.Taken || c.Width.Term == page.Portion }

// Index is the layout's number of its column, as boxes have it.
func (c *Cell) Index() int32 { return c.index }

// Wants is what the cell asks of its line, in units.
func (c *Cell) Wants() float64 { return c.Skip + c.Units + c.Trail }

// stack makes the cell one of so many units that begins where it falls.
func (c *Cell) stack(units float64) {
	c.Width, c.Units, c.Content, c.Skip, c.Trail, c.Nudge, c.Begin = page.Full, units, 0, 0, 0, 0, 0
}

// pxTolerance is how far over a row's width, in px, a line may come before it
// breaks (section 6.3), and unitTolerance the same in units for rows that count in them.
const (
	pxTolerance   = 0.05
	unitTolerance = 1e-6
)

// Sort puts the row's cells in the order they stand in on screen.
func (r *Row) Sort() {
	order := make([]int32, len(r.Cells))
	for i := range order {
		order[i] = int32(i)
	}
	slices.SortFunc(order, func(a, b int32) int {
		return cmp.Or(cmp.Compare(r.Cells[a].Order.Rank(), r.Cells[b].Order.Rank()),
			cmp.Compare(r.Cells[a].Child, r.Cells[b].Child))
	})
	sorted := make([]Cell, len(order))
	for i, from := range order {
		sorted[i] = r.Cells[from]
	}
	copy(r.Cells, sorted)
}

// Roomy is a row width, in px, at which no grid is starved.
const Roomy = 1 << 17

// stand notes where floats and uneven columns stand, which their code must say: in
// lines counted in units, also where the row is so narrow that they break otherwise.
// Floats keep columns as wide as their content only where the row breaks alike at
// every width, so its narrowest tells.
func (r *Row) stand() {
	if !r.Columns.IsUneven() && r.Technique != kit.Float {
		return
	}
	w := measure.Plain(Roomy)
	if r.Natural {
		w = measure.Plain(r.Narrowest)
	}
	t := r.Track(w)
	for line, run := range r.Break(&t, nil, 0, new(float64)) {
		r.Place(run, &t, func(c *Cell, s Spot) {
			c.Unit = s.Unit
			switch first := c == &r.Cells[run.First]; {
			case line == 0 && first:
				c.Line = page.Leads
			case line == 0:
				c.Line = page.Runs
			case first:
				c.Line = page.Turns
			default:
				c.Line = page.Under
			}
		})
	}
}

// filled has the last cell of a line of uneven flexible boxes fill it, where what begins
// the next line would fit as well: columns that are counted in units may be less wide than
// the units that are left. It reports whether there was such a line.
func (r *Row) filled(widest float64) (some bool) {
	if !r.Columns.IsUneven() || r.PerLine > 0 {
		return false
	}
	if !r.flexible() {
		for i := range r.Cells {
			r.Cells[i].Fill = 0
		}
		return false
	}
	t := r.Track(measure.Plain(Roomy))
	runs := r.Break(&t, nil, 0, new(float64))
	for i, run := range runs[:max(0, len(runs)-1)] {
		left := float64(r.Columns.N()) - run.Units
		last, next := &r.Cells[run.End-1], &r.Cells[runs[i+1].First]
		last.Fill = 0 // it is not what the line uses
		fits := false
		for _, px := range []float64{r.Narrowest, widest} { // room and need are straight lines over the width
			t := kit.NewTrack(r.Columns, r.Gutter, r.Where, measure.Plain(px))
			fits = fits || r.used(run, &t).Px+t.Gutter.Px+r.needs(next, &t, 0).Px <= t.Content.Px+1
		}
		if left > unitTolerance && fits {
			last.Fill, some = left, true
		}
	}
	return some
}

// Track divides a row w wide.
func (r *Row) Track(w measure.Measure) kit.Track {
	t := kit.NewTrack(r.Columns, r.Gutter, r.Where, w)
	if r.PerLine > 0 {
		t = t.PerLine(r.PerLine)
	}
	switch {
	case !r.Tracked():
		return t.Rough()
	case r.Where.IsInside() && t.Columns.IsUneven():
		return t.Summed()
	}
	return t
}

// InPx reports whether the row's lines break by px: where a natural column takes
// part, or where flexible boxes are tight, so that units no longer
// add up. Grid tracks still do, and floats are told where to break.
func (r *Row) InPx(t *kit.Track) bool {
	return r.PerLine == 0 && r.Natural || r.flexible() && r.Tight(t)
}

// Tight reports whether a cell asks for 0 px or less, and has 0.
func (r *Row) Tight(t *kit.Track) bool {
	if !r.Parted || t.Starved() || r.PerLine > 0 {
		return t.Starved()
	}
	for i := range r.Cells {
		if r.Cells[i].Tight(t) {
			return true
		}
	}
	return false
}

// Tight reports whether a cell that takes part of a unit asks for less than 0 px.
func (c *Cell) Tight(t *kit.Track) bool { return c.Counted() && t.Pitch.Px*c.Units < t.Gutter.Px }

// flexible reports whether the row is laid out by flexible boxes; in the grid
// technique those that spread are, for tracks cannot.
func (r *Row) flexible() bool {
	return r.Technique == kit.Flex || r.Technique == kit.Grid && r.Spread != page.Start
}

// Tracked reports whether the row is laid out by grid tracks.
func (r *Row) Tracked() bool { return r.Technique == kit.Grid && !r.flexible() }

// A Run is the cells of one line.
type Run struct {
	First, End int             // indices into the row's cells
	Units      float64         // spent, skips and trails included; of a row per line, its cells
	Used       measure.Measure // the same in px, with the gutters between, where the row breaks by px
	Shares     int             // how many of them share what is left
}

// Break breaks the row's cells into lines (section 6.3) and adds them to runs.
// until becomes the viewport width up to which they break so, if that is less:
// v is the present one.
func (r *Row) Break(t *kit.Track, runs []Run, v float64, until *float64) []Run {
	smooth := t.Smooth()
	t = &smooth
	n := float64(r.Columns.N())
	inPx := r.InPx(t)
	var run Run
	for i := range r.Cells {
		c := &r.Cells[i]
		wants, px, breaks := r.units(c, run.Units), measure.Measure{}, false
		if inPx {
			px = r.needs(c, t, run.Units)
		}
		switch {
		case run.First == i: // the line is empty
		case inPx:
			over := run.Used.Plus(t.Gutter).Plus(px).Minus(t.Content).Minus(measure.Plain(pxTolerance))
			breaks = over.Px > 0
			crosses(over, v, until)
		case r.PerLine > 0:
			breaks = i-run.First == r.PerLine
		default:
			breaks = c.Turns || r.placed(c) && run.Units > float64(c.Begin-1)+unitTolerance ||
				run.Units+wants > n+unitTolerance
		}
		if breaks {
			runs = append(runs, run)
			run = Run{First: i}
			wants = r.units(c, 0)
			if inPx {
				px = r.needs(c, t, 0)
			}
		}
		if inPx && i > run.First {
			px = px.Plus(t.Gutter)
		}
		run.Used = run.Used.Plus(px)
		run.Units += wants
		run.End = i + 1
		if r.PerLine == 0 && c.Width == page.Share {
			run.Shares++
		}
		if c.Width == page.Natural {
			crosses(t.Content.Plus(c.trimmed(t)).Minus(measure.Plain(c.Content)), v, until)
		}
	}
	if run.End > run.First {
		runs = append(runs, run)
	}
	return runs
}

// used is how much of the row a line's cells use as the track measures, with the gutters
// between.
func (r *Row) used(run Run, t *kit.Track) (used measure.Measure) {
	units := 0.0
	for i := run.First; i < run.End; i++ {
		used = used.Plus(r.needs(&r.Cells[i], t, units))
		units += r.units(&r.Cells[i], units)
		if i > run.First {
			used = used.Plus(t.Gutter)
		}
	}
	return used
}

// crosses lowers until to where a measure that decides something changes sign.
func crosses(m measure.Measure, v float64, until *float64) {
	if m.Px > 0 && m.Per < -1e-12 || m.Px <= 0 && m.Per > 1e-12 {
		*until = min(*until, v-m.Px/m.Per)
	}
}

// placed reports whether a cell stands on the track that its code names.
func (r *Row) placed(c *Cell) bool { return c.Track && r.Tracked() }

// skip is how many units are empty before a cell after so many of its line.
func (r *Row) skip(c *Cell, spent float64) float64 {
	if r.placed(c) {
		return max(0, float64(c.Begin-1)-spent) + c.Skip
	}
	return c.Skip
}

// units is what a cell asks of its line, after so many of it, in what the row counts in.
func (r *Row) units(c *Cell, spent float64) float64 {
	if r.PerLine > 0 {
		return 1
	}
	return r.skip(c, spent) + c.Units + c.Trail
}

// needs is what a cell asks for in px after so many units of its line.
func (r *Row) needs(c *Cell, t *kit.Track, spent float64) measure.Measure {
	if r.PerLine > 0 {
		return r.equal(c, t)
	}
	from := int(spent)
	if r.Columns.IsUneven() && r.InPx(t) {
		from = int(c.Unit - c.Skip)
	}
	skip := r.skip(c, spent)
	start := from + int(skip)
	end := start + int(c.Units)
	return t.Offset(from, skip).Plus(r.width(c, t, start)).Plus(t.Offset(end, c.Trail+c.Fill))
}

// fitted is how wide a float is that is as wide as its content: as there is room for beside what it skips and trails,
// but not under what of its content cannot break, nor over its row.
func (r *Row) fitted(c *Cell, t *kit.Track, start int) measure.Measure {
	trimmed := c.trimmed(t)
	room := t.Content.Plus(trimmed)
	free := room.Minus(t.Offset(start-int(c.Skip), c.Skip)).Minus(t.Offset(start, c.Trail+c.Fill))
	w := measure.Plain(c.Content)
	if free.Px < w.Px {
		w = free
	}
	if w.Px < c.Least {
		w = measure.Plain(c.Least)
	}
	if room.Px < w.Px {
		w = room
	}
	return w.Minus(trimmed)
}

// width is how wide a cell is at least, from unit start on.
//
// A cell that is trimmed has so much more content, and its box ends there: what is given is its
// box less both paddings, which may be under 0.
func (r *Row) width(c *Cell, t *kit.Track, start int) measure.Measure {
	trimmed := c.trimmed(t)
	least := trimmed.Times(-1) // its content is at least 0
	var w measure.Measure
	switch {
	case c.Width == page.Natural && r.Technique == kit.Float && c.Least < c.Content:
		return r.fitted(c, t, start)
	case c.Width == page.Natural && t.Content.Px+trimmed.Px < c.Content || c.Width == page.Full:
		w = t.Content
	case c.Width == page.Natural:
		return measure.Plain(c.Content).Minus(trimmed)
	default:
		w = t.Asked(start, c.Units)
	}
	if w.Px < least.Px {
		return least
	}
	return w
}

// trimmed is how much padding a cell does not have.
func (c *Cell) trimmed(t *kit.Track) (m measure.Measure) {
	if !c.First && !c.Last {
		return m
	}
	first, last := t.Trimmed()
	if c.First {
		m = first
	}
	if c.Last {
		m = m.Plus(last)
	}
	return m
}

// Padding is what a cell has at its start and end, in px.
func (c *Cell) Padding(t *kit.Track) (start, end float64) {
	start, end = t.Padding()
	if c.First {
		start = 0
	}
	if c.Last {
		end = 0
	}
	return start, end
}

// stands gives a cell of a line the spot that it has with both paddings; a trimmed one begins
// before it and ends after it.
func (c *Cell) stands(s Spot, t *kit.Track, spot func(c *Cell, s Spot)) {
	if c.First || c.Last {
		first, last := t.Trimmed()
		if c.First {
			s.X, s.Width = s.X.Minus(first), s.Width.Plus(first)
		}
		if c.Last {
			s.Width = s.Width.Plus(last)
		}
	}
	spot(c, s)
}

// A Spot is where a cell stands on its line.
type Spot struct {
	X, Width measure.Measure // px from where the row's first content may begin; X after any nudge; of its content
	Skip     float64         // units that are empty before it
	Unit     float64         // the first unit, from 0, after those
	Units    float64         // how many it spans, a share with its part of what is left; 0 when natural
}

// Place gives each cell of a line its spot: what is left is split over the
// shares or, without one, spread. x runs on by skip, width, trail, one gutter.
func (r *Row) Place(run Run, t *kit.Track, spot func(c *Cell, s Spot)) {
	n := float64(run.End - run.First)
	var free measure.Measure
	if run.Shares > 0 || r.Spread != page.Start {
		free = t.Content.Minus(r.used(run, t))
	}
	left := max(0, float64(r.Columns.N())-run.Units)
	var x, between, share measure.Measure
	switch {
	case run.Shares > 0 && free.Px > 0:
		share = free.Times(1 / float64(run.Shares))
	case r.Spread == page.Centre:
		x = free.Times(0.5)
	case r.Spread == page.End:
		x = free
	case free.Px < 0:
		// what has no room to spread begins at the start
	case r.Spread == page.Between && n > 1:
		between = free.Times(1 / (n - 1))
	case r.Spread == page.Around:
		between = free.Times(1 / n)
		x = between.Times(0.5)
	case r.Spread == page.Even:
		between = free.Times(1 / (n + 1))
		x = between
	}
	unit, uneven := 0.0, r.Columns.IsUneven() && r.InPx(t)
	for i := run.First; i < run.End; i++ {
		c := &r.Cells[i]
		s := Spot{Unit: unit, Units: 1}
		if r.PerLine > 0 {
			s.X, s.Width = x, r.equal(c, t)
			x = x.Plus(s.Width).Plus(t.Gutter).Plus(between)
			unit++
			c.stands(s, t, spot)
			continue
		}
		if uneven {
			unit = c.Unit - c.Skip
		}
		skip := r.skip(c, unit)
		x = x.Plus(t.Offset(int(unit), skip))
		unit += skip
		s.Skip, s.Unit, s.Units = skip, unit, c.Units
		s.Width = r.width(c, t, int(unit))
		if c.Width == page.Share {
			s.Width = s.Width.Plus(share)
			s.Units += left / float64(run.Shares)
		}
		s.X = x.Plus(t.Offset(int(unit), c.Nudge))
		unit += s.Units
		x = x.Plus(s.Width).Plus(t.Offset(int(unit), c.Trail+c.Fill)).Plus(t.Gutter).Plus(between)
		unit += c.Trail
		c.stands(s, t, spot)
	}
}

// equal is how wide a cell of a row of so many a line is, with both paddings.
func (r *Row) equal(c *Cell, t *kit.Track) measure.Measure {
	w, least := t.Asked(0, 1), c.trimmed(t).Times(-1)
	if w.Px < least.Px {
		return least
	}
	return w
}
