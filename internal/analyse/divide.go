package analyse

import (
	"math"
	"slices"
)

// mostPerLine is how many columns a line has at most that a row's word divides it into.
const mostPerLine = 12

// perLine is how many equal columns a line has in a row with a word, where those have none of their own and the
// row without it has another number of them; 0 where lines are not so.
func (r *reader) perLine(w *word, s int) int {
	count := func(ro roles) int {
		columns := make([][]string, mostPerLine+1)
		t, _, _, cells, inside := r.row(ro, r.stages[s].at, columns...)
		n := 1
		for n < len(cells) && math.Abs(t.boxes[cells[n]].Y-t.boxes[cells[0]].Y) < .01 {
			n++
		}
		if n > mostPerLine || n == len(cells) || len(t.Doubts) > 0 {
			return 0
		}
		x, first := t.inner(inside[0])
		for i := range cells {
			if _, wide := t.inner(inside[i]); math.Abs(wide-first) > .3 {
				return 0
			}
		}
		end, last := t.inner(inside[n-1])
		g := &r.at[s]
		if math.Abs(end+last-x-g.inner) > .5 { // they fill the line
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

// dividing is the effect of a row's word that makes columns as wide as they are: what it declares of tracks, or of
// the width of what is in it.
func (r *reader) dividing(w *word, s int) (e effect, ok bool) {
	for i, u := range slices.Concat(w.uses, w.around) {
		if !r.styler(r.stages[s].at).Holds(u.rule) {
			continue
		}
		for p := range u.rule.Sets {
			if name := u.rule.Sets[p].Name; slices.Contains(dividers, name) && (i >= len(w.uses) || name == dividers[0]) {
				e.rank, e.rule, e.use, e.put, ok = u.rule.RankOf(u.by, &u.rule.Sets[p]), u.rule, i, p, true
			}
		}
	}
	return e, ok
}

// dividers are the longhands by which a row's word divides its lines.
var dividers = []string{"grid-template-columns", "width", "flex-basis", "max-width"}
