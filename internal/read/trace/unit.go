package trace

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/design"
	"kitrows/internal/grid/kit"
)

// A Span is the units of a grid that a frame takes.
type Span struct {
	Unit  int     `json:"unit" doc:"The first, from 1."`
	Take  int     `json:"take" doc:"How many."`
	Start float64 `json:"start" doc:"How far its left edge is right of its first unit's, in px."`
	End   float64 `json:"end" doc:"How far its right edge is right of its last unit's, in px."`
}

// Off is how far the frame is off its units, in px: the farther of its edges.
func (s Span) Off() float64 { return max(math.Abs(s.Start), math.Abs(s.End)) }

// SpanOf is the units that a frame is nearest to, of a grid's columns from content to content, such as those of a
// kit.Ruler; it takes at least one.
func SpanOf(f design.Frame, columns []kit.Stretch) Span {
	first := nearest(len(columns), func(i int) float64 { return f.X - columns[i].From })
	last := nearest(len(columns), func(i int) float64 { return f.Right() - columns[i].To })
	last = max(first, last)
	return Span{first + 1, last - first + 1, f.X - columns[first].From, f.Right() - columns[last].To}
}

// nearest is the one of so many at which a distance is least.
func nearest(n int, distance func(i int) float64) (at int) {
	for i := range n {
		if math.Abs(distance(i)) < math.Abs(distance(at)) {
			at = i
		}
	}
	return at
}

// A Placed is a frame with the units that it takes of what is around it.
type Placed struct {
	design.Frame
	Span
	At   kit.Stretch // where these units are, in px
	Of   int         // how many units what is around it has
	Skip int         // units that are empty before it on its line
	Line int         // which line of what is around it stands on, from 0
	In   []Placed    // the frames in it
}

// A Ruler is a kit's grid at a breakpoint, in a viewport of a width.
type Ruler struct {
	Kit *kit.Kit
	At  int     // the breakpoint
	V   float64 // px
}

// Columns are those of the page, from content to content.
func (r Ruler) Columns() []kit.Stretch { return r.Kit.Ruler(r.At, r.V).Columns }

// Within are the columns by which a row in a column divides, which has so many units; 0 for as many as the kit's.
func (r Ruler) Within(in kit.Stretch, units int) (all []kit.Stretch) {
	n := r.Kit.ColumnsAt(r.At)
	if units > 0 {
		n = kit.Equal(units)
	}
	t := kit.NewTrack(n, r.Kit.GutterAt(r.At), r.Kit.GutterPlace, measure.Plain(in.Width()))
	for unit := range n.N() {
		from := in.From + t.Offset(0, float64(unit)).Px
		all = append(all, kit.Stretch{From: from, To: from + t.Width(unit, 1).Px})
	}
	return all
}

// Place counts frames in units: those of the page, and those in others by what these take, in the number of units that
// fits them best, or that they say.
func (r Ruler) Place(frames []design.Frame) []Placed { return r.place(frames, r.Columns(), false) }

func (r Ruler) place(frames []design.Frame, columns []kit.Stretch, inner bool) (all []Placed) {
	for number, line := range Lines(frames) {
		next := 0 // the unit that is empty next
		for at, f := range line {
			s := SpanOf(f, columns)
			switch {
			case f.Loose && inner && len(line) == 1: // it has its line to itself
				s = Span{Unit: 1, Take: len(columns)}
			case f.Loose:
				s = looseSpan(f, s, columns, line[at+1:])
			}
			in := kit.Stretch{From: columns[s.Unit-1].From, To: columns[s.Unit+s.Take-2].To}
			one := Placed{Frame: f, Span: s, At: in, Of: len(columns), Skip: max(0, s.Unit-1-next), Line: number}
			next = max(next, s.Unit-1+s.Take)
			one.In = r.within(f, in, s.Take)
			one.Frame.Frames = nil
			all = append(all, one)
		}
	}
	return all
}

// leastColumn is how wide the columns are at least that frames in another are counted in, in px.
const leastColumn = 0.5

// Inside are the columns in which a frame's own would be counted: in so many units, or in as many as there is room for.
func (r Ruler) Inside(p *Placed) []kit.Stretch {
	units := p.Units
	if len(p.In) > 0 {
		units = p.In[0].Of
	}
	for _, n := range []int{units, p.Take} {
		if columns := r.Within(p.At, n); columns[0].Width() >= leastColumn {
			return columns
		}
	}
	return r.Within(p.At, 1)
}

// alikeOff is how much better a number of units must fit to be taken in place of one that is simpler, in px.
const alikeOff = 1

// within counts the frames in another.
func (r Ruler) within(f design.Frame, in kit.Stretch, take int) (best []Placed) {
	if len(f.Frames) == 0 {
		return nil
	}
	if f.Units > 0 {
		return r.place(f.Frames, r.Within(in, f.Units), true)
	}
	off := math.Inf(1)
	for _, units := range []int{0, take, 1} { // fresh, those of the parent, or none where gutters leave no room for more
		columns := r.Within(in, units)
		if columns[0].Width() < leastColumn && units != 1 || units == 1 && best != nil {
			continue
		}
		all := r.place(f.Frames, columns, true)
		if now := meanOff(all); now < off-alikeOff {
			best, off = all, now
		}
	}
	return best
}

func meanOff(all []Placed) (off float64) {
	for _, p := range all {
		off += p.Off() / float64(len(all))
	}
	return off
}

// looseSpan is the units of a frame whose words may end before it does: up to the unit in which they end. Where the
// next frame on its line begins, it ends.
func looseSpan(f design.Frame, s Span, columns []kit.Stretch, after []design.Frame) Span {
	last := s.Unit - 1
	for last+1 < len(columns) && columns[last].To < f.Right()-looseBeyond {
		last++
	}
	if len(after) > 0 {
		next := SpanOf(after[0], columns).Unit - 2
		last = max(s.Unit-1, min(last, next))
	}
	return Span{s.Unit, last - s.Unit + 2, s.Start, f.Right() - columns[last].To}
}

// looseBeyond is how far words may reach beyond the unit that they end in, in px.
const looseBeyond = 3

// Lines are frames in the lines that they stand on, from the top down, and on each from left to right. Frames stand on
// one line where they are beside one another.
func Lines(frames []design.Frame) (lines [][]design.Frame) {
	all := slices.Clone(frames)
	slices.SortStableFunc(all, func(a, b design.Frame) int { return cmp.Compare(a.Y, b.Y) })
	bottom := 0.0
	for _, f := range all {
		// One that overlaps the line by less than half of it, and is lower than that, begins another.
		if n := len(lines); n > 0 && bottom-f.Y > min(f.Height, bottom-top(lines[n-1]))/4 {
			lines[n-1] = append(lines[n-1], f)
			bottom = max(bottom, f.Bottom())
			continue
		}
		lines = append(lines, []design.Frame{f})
		bottom = f.Bottom()
	}
	for _, line := range lines {
		slices.SortStableFunc(line, func(a, b design.Frame) int { return cmp.Compare(a.X, b.X) })
	}
	return lines
}

func top(line []design.Frame) float64 {
	y := math.Inf(1)
	for _, f := range line {
		y = min(y, f.Y)
	}
	return y
}
