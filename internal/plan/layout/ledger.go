package layout

import (
	"fmt"
	"strconv"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Spent is how much of the line its columns use: in units, in px where the row
// breaks by px, in columns where so many stand on a line.
func (l Line) Spent() float64 {
	if l.InPx() {
		return l.Run.Used.Px
	}
	return l.Run.Units
}

// Whole is what a line can hold, counted as Spent is.
func (l Line) Whole() float64 {
	switch {
	case l.InPx():
		return l.Track.Content.Px
	case l.Row.PerLine > 0:
		return float64(l.Row.PerLine)
	}
	return float64(l.Row.Columns.N())
}

// Free is what nothing on the line uses, counted as Spent is; 0 where columns
// share it.
func (l Line) Free() float64 {
	left := l.Whole() - l.Spent()
	if l.Run.Shares > 0 || left <= l.least() {
		return 0
	}
	return left
}

// InPx reports whether the line is counted in px.
func (l Line) InPx() bool { return l.Row.InPx(l.Track) }

// least is what does not count as free or over.
func (l Line) least() float64 {
	if l.InPx() {
		return pxTolerance
	}
	return unitTolerance
}

// Cells are the columns on the line.
func (l Line) Cells() []Cell { return l.Row.Cells[l.Run.First:l.Run.End] }

// Sum writes the line's sum: "8 + 1 + 3 = 12". Skips stand before the width they
// belong to, trails after it, and a share with the units that came out for it.
// Where a natural column takes part it is written in px.
func (l Line) Sum() string {
	if l.Row.PerLine > 0 {
		return strconv.Itoa(len(l.Cells())) + " of " + strconv.Itoa(l.Row.PerLine) + " a line"
	}
	more := 0.0 // than one unit, of each share
	if l.Run.Shares > 0 {
		more = max(0, l.Whole()-l.Spent()) / float64(l.Run.Shares)
	}
	total := l.Spent()
	if l.Run.Shares > 0 {
		total = max(total, l.Whole())
	}
	return string(l.Row.sum(nil, l.Cells(), l.Track, more, total))
}

// sum adds to text what cells ask for and what that comes to, shares so much more than one unit: "8 + 1 + 3 = 12". In
// px the gutters between them come last.
func (r *Row) sum(text []byte, cells []Cell, t *kit.Track, more, total float64) []byte {
	inPx, terms := r.InPx(t), 0
	term := func(what string, v float64) {
		if terms++; terms > 1 {
			text = append(text, " + "...)
		}
		text = kit.AppendFigure(append(text, what...), v)
	}
	gap := func(v float64) {
		if v > 0 {
			term("", v)
		}
	}
	unit := 0.0
	for i := range cells {
		c := &cells[i]
		if inPx && r.Columns.IsUneven() {
			unit = c.Unit - c.Skip
		}
		skip := r.skip(c, unit)
		begin, start := unit, unit+skip
		unit += skip + c.Units + c.Trail
		if inPx {
			gap(t.Offset(int(begin), skip).Px)
			wide := r.width(c, t, int(start)).Px
			if c.Width == page.Share {
				wide += more
			}
			term("", wide)
			gap(t.Offset(int(unit-c.Trail), c.Trail).Px)
			continue
		}
		gap(skip)
		if c.Width == page.Share {
			term("share ", 1+more)
		} else {
			term("", c.Units)
		}
		gap(c.Trail)
	}
	if n := len(cells) - 1; inPx && n > 0 && t.Gutter.Px > 0 {
		term(strconv.Itoa(n)+" × ", t.Gutter.Px)
	}
	if terms != 1 {
		text = kit.AppendFigure(append(text, " = "...), total)
	}
	if inPx {
		text = append(text, " px"...)
	}
	return text
}

// State says what the sum comes to: "full", "1 free" or "2 over".
func (l Line) State() string {
	unit := ""
	if l.InPx() {
		unit = " px"
	}
	left := l.Whole() - l.Spent()
	switch {
	case l.Free() > 0:
		return kit.Figure(l.Free()) + unit + " free"
	case left < -l.least():
		return kit.Figure(-left) + unit + " over"
	}
	return "full"
}

// String is the whole ledger of the line (section 7): "8 + 1 + 3 = 12, full".
func (l Line) String() string { return l.Sum() + ", " + l.State() }

// Reason says why the line starts where it does: "1 + 6 + 6 = 13 > 12, so Tide
// table starts line 2". It is empty for a row's first line.
func (l Line) Reason() string {
	if !l.Broke {
		return ""
	}
	next := &l.Row.Cells[l.Run.First]
	if l.Row.PerLine > 0 {
		return fmt.Sprintf("%d a line, so %s starts line %d", l.Row.PerLine, next.Node.Name, l.Line)
	}
	cells := l.Row.Cells[l.before : l.Run.First+1]
	units, px := 0.0, measure.Plain(-l.Track.Gutter.Px)
	for i := range cells {
		px = px.Plus(l.Row.needs(&cells[i], l.Track, units)).Plus(l.Track.Gutter)
		units += l.Row.units(&cells[i], units)
	}
	total := units
	if l.InPx() {
		total = px.Px
	}
	text := l.Row.sum(nil, cells, l.Track, 0, total)
	text = kit.AppendFigure(append(text, " > "...), l.Whole())
	text = append(append(append(text, ", so "...), next.Node.Name...), " starts line "...)
	return string(strconv.AppendInt(text, int64(l.Line), 10))
}
