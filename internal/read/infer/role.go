package infer

import (
	"cmp"
	"math"
	"slices"
	"strconv"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
)

// roles are the words that say what an element is: what every row has, and every column, and the
// element in each column where gutters are that one's.
type roles struct {
	row, cell, inner string   // empty where no word is needed
	more             string   // what a row has besides
	around           []string // words of what rows must stand in for their word to say something
	dividers         []*word  // where no word says how wide a column is: those of rows that say how many a line has
	frame            string   // of what rows are tried in; empty for a box of a width
	joined           bool     // columns are inline blocks without white space between them
	ends             ends     // what the first and the last column of a line have besides
	score            float64
	takes            []string // words of some columns that fill a line
	units            []int    // that those have
	line             int      // how many columns a line has, where it is filled with others than those
	width            float64  // the viewport they were tried in
	wrap             float64  // the width, in px, of what rows stand in there
}

// wordOf is a word as a list, which is empty where there is none.
func wordOf(text string) []string {
	if text == "" {
		return nil
	}
	return []string{text}
}

// wrap is how wide, in px, the box is that roles are tried in, where columns are parts of it.
const wrap = 1000

// bare takes from a box what the words of what rows stand in give it, for it to have the width that rows are tried in.
const bare = "display: block; float: none; margin: 0; padding: 0; border: 0; min-width: 0; max-width: none; "

// row lays out a row of columns in a box.
func (l *lab) row(r roles, width float64, columns ...[]string) (t *trial, box, row *css.Element, cells,
	inside []*css.Element) {
	t = l.trial(width)
	if box = t.body.Add(element("div", wordOf(r.frame)...)); r.frame == "" {
		Dress(box, r.around)
		box.Attributes = append(box.Attributes, css.Attr{Name: "style", Value: bare + "width: " +
			strconv.FormatFloat(r.wrap, 'f', -1, 64) + "px"})
	}
	row = box.Add(element("div", append(wordOf(r.row), wordOf(r.more)...)...))
	for i, own := range columns {
		words := append(wordOf(r.cell), own...)
		if !r.ends.nested {
			words = append(words, r.ends.of(i, max(1, cmp.Or(r.line, len(r.takes))))...)
		}
		cell := row.Add(element("div", words...))
		cell.Space = !r.joined
		cells = append(cells, cell)
		if r.inner != "" {
			cell = cell.Add(element("div", r.inner))
		}
		leaf(cell)
		inside = append(inside, cell)
	}
	t.lay()
	return t, box, row, cells, inside
}

// filling are words of a family whose units sum up to all columns, as many as can be.
func (l *lab) filling(f *family, fit fit, width float64) (takes []string, units []int) {
	by := map[int]*word{}
	for _, w := range f.words {
		if !w.active(l, width) {
			continue
		}
		if n, ok := fit.units(f.sizes[w].amount()); ok && by[n] == nil {
			by[n] = w
		}
	}
	left := fit.columns
	for n := 1; n <= fit.columns && left > 0; n++ {
		if by[n] == nil {
			continue
		}
		if rest := left - n; rest == 0 || by[rest] != nil || rest > n {
			takes, units, left = append(takes, by[n].text), append(units, n), rest
			if rest > 0 && by[rest] != nil && (len(takes) >= 3 || rest <= n) {
				return append(takes, by[rest].text), append(units, rest)
			}
		}
	}
	if left > 0 {
		for n := fit.columns - 1; n > 0; n-- { // two that fill it, or one
			if by[n] != nil && by[fit.columns-n] != nil {
				return []string{by[n].text, by[fit.columns-n].text}, []int{n, fit.columns - n}
			}
		}
		for n := fit.columns / 2; n > 1; n-- {
			if by[n] != nil && fit.columns%n == 0 {
				return slices.Repeat([]string{by[n].text}, fit.columns/n), slices.Repeat([]int{n}, fit.columns/n)
			}
		}
	}
	return takes, units
}

// try tells how well columns stand in rows with those roles: 0 where they do not at all.
func (l *lab) try(r roles) float64 {
	columns := make([][]string, 0, len(r.takes)+1)
	for _, text := range r.takes {
		columns = append(columns, []string{text})
	}
	t, box, row, cells, inside := l.row(r, r.width, columns...)
	last := len(cells) - 1
	bottom := 0.0
	for i, cell := range cells {
		b := t.boxes[cell]
		bottom = max(bottom, b.Y+b.Height)
		before := t.boxes[cells[max(0, i-1)]]
		if first := t.boxes[cells[0]]; r.units[i] != r.units[0] && math.Abs(b.Width-first.Width) < 1 {
			return 0 // something else says how wide they are
		}
		if b.Width <= 0 || math.Abs(b.Y-before.Y) > .01 || i > 0 && b.X < before.X+before.Width-.5 {
			return 0
		}
	}
	score := 1.0
	first, _ := t.inner(inside[0])
	x, w := t.inner(inside[last])
	left, right := t.inner(box)
	before, after := first-left, left+right-x-w
	switch {
	case math.Abs(before-after) < .5:
		if score += .3; math.Abs(before) < .5 {
			score += .3
		}
	case math.Abs(before-after) > 60 || before < -60:
		return 0
	}
	open := false // the row does not enclose its columns: what comes after it clears them
	if b := t.boxes[row]; b.Height < bottom-b.Y-.5 {
		if t.boxes[cells[0]].Style.Float == "" {
			return 0
		}
		open = true
		score -= .8
	}
	if len(t.Doubts) > 0 {
		score -= .3
	}
	if b := t.boxes[row].Style; b.Display == flow.Flex && b.Wrap == "nowrap" {
		return score + .2 // it has one line, whatever stands in it
	}
	t, _, row, cells, _ = l.row(r, r.width, append(columns, columns[0])...) // the next begins a line
	next := t.boxes[cells[last+1]]
	if b := t.boxes[row]; next.Y <= t.boxes[cells[0]].Y+leafHigh/2 || !open && b.Height < next.Y+next.Height-b.Y-.5 {
		return 0
	}
	return score + 1
}

// enough is the score of roles with which columns stand in the middle of a row, and begin another line where there
// is one more. Where none has it, others are looked for.
const enough = 2.2

// roles finds the roles that words play, for widths of a family: where most of them hold, or else
// where others do.
func (l *lab) roles(all []*word, by map[string]*word, f *family, fit fit) (found []roles) {
	for _, width := range f.at {
		if found = l.rolesAt(all, by, f, fit, width); len(found) > 0 {
			return found
		}
	}
	return nil
}

// rolesAt finds them by the words that hold in one viewport.
func (l *lab) rolesAt(all []*word, by map[string]*word, f *family, fit fit, width float64) (found []roles) {
	takes, units := l.filling(f, fit, width)
	if len(takes) < 1 {
		return nil
	}
	room := float64(wrap)
	if f.unit() == "px" {
		room = float64(fit.columns)*fit.pitch - fit.gutter
	}
	var rows, cells, inners, frames []string
	is := map[string]bool{} // a width among others
	for _, w := range f.words {
		// what every column has may say a width too
		also := w.alike == 1 && len(f.words) > 2 && cellish(l.alone(w, width))
		is[w.text] = w.alike > 2 || slices.Contains(takes, w.text) && !also
	}
	rows, cells = append(rows, f.words[0].above...), append(cells, f.words[0].needs...)
	for _, w := range all {
		if is[w.text] || len(w.uses) == 0 && !w.ring {
			continue
		}
		if len(w.uses) == 0 { // it is only asked for around others
			rows = append(rows, w.text)
			continue
		}
		style := l.alone(w, width)
		if w.frame {
			if rowish(style) {
				frames = append(frames, w.text)
			}
			continue
		}
		if rowish(style) || w.ring {
			rows = append(rows, w.text)
		}
		if (cellish(style) || w.says("box-sizing")) && w.pure > .45 && w.alike < 4 {
			cells = append(cells, w.text)
		}
		if inside(w, style) && !w.ring {
			inners = append(inners, w.text)
		}
	}
	slices.SortStableFunc(cells, func(a, b string) int { return by[a].alike - by[b].alike })
	rows, cells = unique(rows, 24), unique(cells, 24)
	look := func(rows []string, try func(r roles) []roles) bool {
		for _, row := range rows {
			for _, cell := range append(cells, "") {
				if row == cell && row != "" || cell == "" && len(f.words[0].needs) > 0 || row == "" &&
					len(f.words[0].above) > 0 {
					continue
				}
				around := slices.DeleteFunc(slices.Clone(f.words[0].above),
					func(text string) bool { return text == row })
				if w := by[row]; w != nil {
					around = unique(append(slices.Clone(w.above), around...), 8)
				}
				found = append(found, try(roles{row: row, cell: cell, around: around, takes: takes, units: units,
					width: width, wrap: room})...)
			}
		}
		return slices.ContainsFunc(found, func(r roles) bool { return r.score > enough })
	}
	ended := func(r roles) []roles { return l.ended(r, all, f, fit) }
	for _, rows := range [][]string{append(rows, ""), unique(frames, 24)} { // containers may be rows as well
		if look(rows, l.standing) || look(rows, ended) {
			break
		}
	}
	for i := range found {
		found[i].score += l.likely(found[i], by)
	}
	slices.SortStableFunc(found, func(a, b roles) int { return cmp.Compare(b.score, a.score) })
	if len(found) > 0 {
		found = l.inner(found, inners)
	}
	return found
}

// likely weighs roles that work by what speaks for them besides.
func (l *lab) likely(r roles, by map[string]*word) (more float64) {
	if w := by[r.cell]; w != nil {
		more += .3 + .4*w.pure - .2*float64(w.alike-1)
		style := l.alone(w, r.width)
		flexible := by[r.row] != nil && l.alone(by[r.row], r.width).Display != flow.Block
		if style.Float != "" || style.Display == flow.InlineBlock && !flexible || style.Shrink != 1 ||
			style.MinWidth.Kind == flow.Length ||
			style.Basis.Kind == flow.Length || w.says("box-sizing", "min-width") {
			more += 1.2 // it is made for what stands in rows
		}
		if style.Grow > 0 {
			more -= .8
		}
		if side(style.Margin) || side(style.Padding) && !inside(w, style) {
			more += .3
		}
		if style.Border != [4]float64{} || style.Padding[flow.Top].Px > 0 {
			more -= .6
		}
		if style.Width.Kind == flow.Length && style.Width.Px > 0 {
			more -= .5
		}
		if take := by[r.takes[0]]; take != nil && side(style.Padding) && side(l.alone(take, r.width).Padding) {
			more-- // columns have padding already, by the words of their widths
		}
		for _, above := range w.above {
			if above == r.row {
				more += .3
			}
		}
	}
	if w := by[r.row]; w != nil {
		more += .2 + .3*max(w.pure, .3)
	}
	// rows that reach out by what their columns have as padding or margins speak for one another
	if a, b := by[r.row], by[r.cell]; a != nil && b != nil {
		row, cell := l.alone(a, r.width), l.alone(b, r.width)
		out := -(row.Margin[flow.Left].Px + row.Margin[flow.Right].Px)
		in := cell.Padding[flow.Left].Px + cell.Padding[flow.Right].Px + cell.Margin[flow.Left].Px +
			cell.Margin[flow.Right].Px
		if out > 0 && math.Abs(out-in) < .01 && !inside(b, cell) {
			more += .5
		}
	}
	return more
}

// inner adds the element inside each column, where rows reach out further than their columns have
// padding, or columns have none and a word is there that gives it to what is in them.
func (l *lab) inner(found []roles, inners []string) []roles {
	best := found[0]
	t, box, row, _, inside := l.row(best, best.width, [][]string{{best.takes[0]},
		{best.takes[min(1, len(best.takes)-1)]}}...)
	x, w := t.inner(inside[0])
	next, _ := t.inner(inside[1])
	left, _ := t.inner(box)
	out := left - t.boxes[row].X
	if math.Abs(next-x-w) > .6 && next > x+w { // there are gutters already
		return found
	}
	for _, text := range inners {
		if text == best.cell || text == best.row {
			continue
		}
		with := best
		with.inner = text
		t, _, _, _, inside := l.row(with, best.width, []string{best.takes[0]})
		b := t.boxes[inside[0]]
		if pad := b.Pad[flow.Left]; pad > 0 && math.Abs(pad-b.Pad[flow.Right]) < .01 &&
			(out <= .01 || math.Abs(out-pad) < .01) {
			with.score = best.score + .2
			return append([]roles{with}, found...)
		}
	}
	return found
}

// inside reports whether a word gives what has it space at its sides and nothing else, as the element
// in a column may have it.
func inside(w *word, s *flow.Style) bool {
	return side(s.Padding) && !side(s.Margin) && w.pure > .6 && s.Border == [4]float64{} &&
		s.Padding[flow.Top].Px == 0 &&
		s.Display == flow.Block && s.Float == "" && s.Shrink == 1 && s.MinWidth.Kind != flow.Length
}

// side reports whether there is something at the left or at the right.
func side(s [4]flow.Size) bool {
	return s[flow.Left].Px != 0 || s[flow.Right].Px != 0 || s[flow.Left].Percent != 0 || s[flow.Right].Percent != 0
}

// rowish reports whether a style is one that lays out what is in it in a row, or keeps floats.
func rowish(s *flow.Style) bool {
	switch s.Display {
	case flow.Flex, flow.Grid, flow.Root:
		return true
	}
	return s.After != nil && s.After.Clear != "" || s.Clips || s.FontSize == 0 ||
		s.Margin[flow.Left].Px < 0 || s.Margin[flow.Right].Px < 0 || s.Margin[flow.Left].Percent < 0
}

// cellish reports whether a style is one of what stands in a row.
func cellish(s *flow.Style) bool {
	return s.Float != "" || s.Display == flow.InlineBlock || side(s.Padding) || s.Margin[flow.Left].Px > 0 ||
		s.Margin[flow.Right].Px > 0 ||
		s.Margin[flow.Left].Percent > 0 || s.Margin[flow.Right].Percent > 0 || s.Grow > 0 || s.Shrink != 1 ||
		s.MinWidth.Kind == flow.Length || s.Basis.Kind == flow.Length || s.MinHeight.Px > 0 ||
		s.Width.Kind == flow.Length
}

// unique are the first of the texts, each once.
func unique(all []string, most int) []string {
	var out []string
	for _, text := range all {
		if !slices.Contains(out, text) && len(out) < most {
			out = append(out, text)
		}
	}
	return out
}
