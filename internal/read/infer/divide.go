package infer

import (
	"math"
	"slices"

	"kitrows/internal/grid/kit"
)

// mostPerLine is how many columns a line has at most that a row's word divides it into.
const mostPerLine = 12

// equal is how many columns a line has in a row where nothing of theirs says it, if they are equally wide and fill it;
// and from where to where they go, in px. It is 0 where lines are not so.
func (l *lab) equal(ro roles, width float64) (n int, across float64) {
	columns := make([][]string, mostPerLine+1)
	t, _, _, cells, inside := l.row(ro, width, columns...)
	n = 1
	for n < len(cells) && math.Abs(t.boxes[cells[n]].Y-t.boxes[cells[0]].Y) < .01 {
		n++
	}
	if n > mostPerLine || n == len(cells) || len(t.Doubts) > 0 {
		return 0, 0
	}
	x, first := t.inner(inside[0])
	for i := range cells {
		if _, wide := t.inner(inside[i]); math.Abs(wide-first) > .3 {
			return 0, 0
		}
	}
	end, last := t.inner(inside[n-1])
	return n, end + last - x
}

// perLine is how many equal columns a line has in a row with a word, where those have none of their own and the
// row without it has another number of them; 0 where lines are not so.
func (r *reader) perLine(w *word, s int) int {
	count := func(ro roles) int {
		n, across := r.equal(ro, r.stages[s].at)
		if math.Abs(across-r.at[s].inner) > .5 { // they do not fill the line
			return 0
		}
		return n
	}
	with := r.roles
	with.more = w.text
	n := count(with)
	if n < 2 || n == count(r.roles) {
		return 0
	}
	return n
}

// divided finds rows that are divided by words of theirs alone, where no word says how wide a column is; and has of
// that how many columns a row has: as many as all those divide.
func (a *analysis) divided(widths []float64) []roles {
	var best roles
	columns := 0
	for _, width := range widths {
		var rows []string
		var words []*word
		for _, w := range a.all {
			if w.frame || len(w.uses)+len(w.around) == 0 {
				continue
			}
			if len(w.uses) > 0 && rowish(a.alone(w, width)) {
				rows = append(rows, w.text)
			}
			if len(w.around) > 0 || w.says("grid-template-columns") {
				words = append(words, w)
			}
		}
		for _, row := range append(unique(rows, 12), "") {
			r := roles{row: row, width: width, wrap: wrap, score: enough}
			all := 1
			seen := map[int]bool{}
			for _, w := range words[:min(len(words), mostDividing)] {
				with := r
				if with.more = w.text; w.text == row {
					continue
				}
				n, across := a.equal(with, width)
				if n < 2 || across < wrap*.9 || across > wrap*1.1 {
					continue
				}
				r.dividers = append(r.dividers, w)
				if seen[n] = true; all%n != 0 && lcm(all, n) <= kit.MaxColumns {
					all = lcm(all, n)
				}
			}
			if len(seen) > 1 && len(r.dividers) > len(best.dividers) {
				best, columns = r, all
			}
		}
	}
	if best.dividers == nil {
		return nil
	}
	a.family, a.fit = &family{sizes: map[*word]size{}}, fit{columns: columns, pitch: 100 / float64(columns)}
	return []roles{best}
}

// lcm is the least number that both divide.
func lcm(a, b int) int {
	x, y := a, b
	for y != 0 {
		x, y = y, x%y
	}
	return a / x * b
}

// dividing is the effect of a row's word that makes columns as wide as they are: what it declares of tracks, or of
// the width of what is in it, itself or by a custom property.
func (r *reader) dividing(w *word, s int) (e effect, ok bool) {
	for i, u := range slices.Concat(w.uses, w.around) {
		if !r.styler(r.stages[s].at).Holds(u.rule) {
			continue
		}
		for p := range u.rule.Sets {
			if name := u.rule.Sets[p].Name; slices.Contains(dividers, name) &&
				(i >= len(w.uses) || name == dividers[0]) {
				e.rank, e.rule, e.use, e.put, ok = u.rule.RankOf(u.by, &u.rule.Sets[p]), u.rule, i, p, true
			}
		}
	}
	if ok || !w.custom() {
		return e, ok
	}
	column, _ := r.columnAt(s)
	won := r.styler(r.stages[s].at).Declared(column)
	for _, name := range dividers {
		e, _ = r.setting(w, e, won[name].Put, r.styler(r.stages[s].at).Holds)
	}
	return e, e.rule != nil
}

// dividers are the longhands by which a row's word divides its lines.
var dividers = []string{"grid-template-columns", "width", "flex-basis", "max-width"}
