package kit

import "math"

// Facts are a kit's numbers at one breakpoint (section 11), at both ends of its range.
type Facts struct {
	Breakpoint string `json:"breakpoint"`
	Range      Span   `json:"range" doc:"Viewport widths, in px; to is 0 where there is no upper end."`
	Columns    string `json:"columns"`
	Container  Span   `json:"container" doc:"The outer width of a fixed container."`
	Content    Span   `json:"content" doc:"The width from its first column to its last."`
	Column     Span   `json:"column" doc:"The width of one column; of uneven ones, of the narrowest."`
	Gutter     Span   `json:"gutter"`
	Edge       Span   `json:"edge"`
	Pitch      Span   `json:"pitch" doc:"One column and one gutter; 0 where columns are uneven."`
	Between    Span   `json:"between" doc:"The space between lines."`
}

// A Span is a length in px at the lower and at the upper end of a breakpoint's range. Without
// an upper end, to is the length that is not passed, or 0 where it grows for ever.
type Span struct {
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

// Facts lists a kit's numbers, breakpoint by breakpoint.
func (k *Kit) Facts() []Facts {
	all := make([]Facts, len(k.Breakpoints))
	for i, b := range k.Breakpoints {
		low, high, _ := k.Range(i)
		end, open := k.end(i)
		from, to := k.FactsAt(i, low), k.FactsAt(i, end)
		span := func(of func(FactsAt) float64) Span { return newSpan(of(from), of(to), open) }
		all[i] = Facts{
			Breakpoint: b.Name, Range: Span{low, high}, Columns: k.ColumnsAt(i).String(),
			Container: span(func(f FactsAt) float64 { return f.Container }),
			Content:   span(func(f FactsAt) float64 { return f.Content }),
			Column:    span(func(f FactsAt) float64 { return f.Column }),
			Gutter:    span(func(f FactsAt) float64 { return f.Gutter }),
			Edge:      span(func(f FactsAt) float64 { return f.Edge }),
			Pitch:     span(func(f FactsAt) float64 { return f.Pitch }),
			Between:   Span{k.RowGutterAt(i).Px(), k.RowGutterAt(i).Px()},
		}
	}
	return all
}

// end is the viewport up to which lengths grow at breakpoint i, in px: the upper end of its range,
// or where a fixed container has its width. Where neither is, they grow for ever: open is true, and
// the viewport is any wider one.
func (k *Kit) end(i int) (px float64, open bool) {
	low, high, bounded := k.Range(i)
	if bounded {
		return high, false
	}
	if width, fixed := k.Breakpoints[i].Container.Width(); fixed {
		return max(low, width), false
	}
	return 2 * low, true
}

// newSpan is a length at both ends; one that grows where there is no end goes on for ever.
func newSpan(from, to float64, open bool) Span {
	if open && to != from {
		to = 0
	}
	return Span{from, to}
}

// UnitSpan is what n units measure at both ends of breakpoint i, in px; of uneven columns, the
// first n.
func (k *Kit) UnitSpan(i, n int) Span {
	low, _, _ := k.Range(i)
	end, open := k.end(i)
	narrow, wide := k.track(i, low), k.track(i, end)
	return newSpan(narrow.Width(0, float64(n)).Px, wide.Width(0, float64(n)).Px, open)
}

// track is the grid of a fixed container at breakpoint i in a viewport of v px.
func (k *Kit) track(i int, v float64) Track {
	return k.TrackAt(i, k.Frame(i, v, HeldFixed).Content)
}

// FactsAt are a kit's numbers in one viewport, in px.
type FactsAt struct{ Container, Content, Column, Gutter, Edge, Pitch float64 }

// FactsAt measures a fixed container and its columns at breakpoint i in a viewport of v px.
func (k *Kit) FactsAt(i int, v float64) FactsAt {
	f := k.Frame(i, v, HeldFixed)
	t := k.track(i, v)
	column := math.Inf(1)
	for unit := range t.Columns.N() {
		column = min(column, t.Width(unit, 1).Px)
	}
	return FactsAt{f.Outer.Px, f.Content.Px, column, t.Gutter.Px, (f.Outer.Px - f.Content.Px) / 2, t.Pitch.Px}
}

// Widths is what 1 to N units measure in a viewport of v px, in px: a row for each number of
// units. Equal columns have one width a row; uneven ones a width for each unit the columns may
// begin at.
func (k *Kit) Widths(v float64) [][]float64 {
	t := k.track(k.BreakpointAt(v), v)
	n := t.Columns.N()
	table := make([][]float64, n)
	for units := 1; units <= n; units++ {
		starts := 1
		if t.Columns.IsUneven() {
			starts = n - units + 1
		}
		for from := range starts {
			table[units-1] = append(table[units-1], t.Width(from, float64(units)).Px)
		}
	}
	return table
}
