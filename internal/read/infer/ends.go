package infer

import (
	"math"
	"slices"
	"strconv"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/page"
)

// ends are the words of the first and of the last column of a line, where columns stand in rows only with
// them; empty for none.
type ends struct {
	first, last string
	nested      bool // only in rows inside columns
}

// In which rows columns have words for the ends of their lines.
type Ends uint8

// Nowhere, in rows inside columns, or in every row.
const (
	NoEnds Ends = iota
	NestedEnds
	AllEnds
)

// where tells in which rows there are some.
func (e ends) where() Ends {
	switch {
	case e.first == "" && e.last == "":
		return NoEnds
	case e.nested:
		return NestedEnds
	}
	return AllEnds
}

// of are those of column i in a row of so many columns a line.
func (e ends) of(i, line int) (words []string) {
	if i%line == 0 {
		words = append(words, wordOf(e.first)...)
	}
	if i%line == line-1 {
		words = append(words, wordOf(e.last)...)
	}
	return words
}

// standing gives roles as they are, or with columns joined, if columns stand in rows with them.
func (l *lab) standing(r roles) []roles {
	if r.score = l.try(r); r.score > 0 && !l.spaced(r) {
		return []roles{r}
	}
	apart := r
	r.joined = true
	if r.score = l.try(r); r.score <= 0 {
		r = apart
	}
	if r.score > 0 {
		return []roles{r}
	}
	return nil
}

// spaced reports whether white space between columns takes room, which goes by the font.
func (l *lab) spaced(r roles) bool {
	t, _, row, cells, _ := l.row(r, r.width, r.takes[:1], r.takes[:1])
	flexible := t.boxes[row].Style.Display != flow.Block && t.boxes[row].Style.Display != flow.Root
	return t.boxes[cells[0]].Style.Display == flow.InlineBlock && !flexible && t.boxes[row].Style.FontSize > 0
}

// ended gives those with which they stand in rows with words for the ends of lines or, where they are so many px
// wide, in rows that are a gutter wider.
func (l *lab) ended(r roles, all []*word, f *family, fit fit) (found []roles) {
	keep := func(r roles) bool {
		alone := l.standing(r)
		for i := range alone {
			if f.unit() == "px" && l.framed(all, alone[i]) {
				alone[i].score += .5
			}
		}
		found = append(found, alone...)
		return len(alone) > 0
	}
	if f.unit() == "px" {
		wide := r
		wide.wrap += fit.gutter
		keep(wide)
	}
	firsts, lasts := l.trimming(r, all)
	for _, first := range append(firsts, "") {
		for _, last := range append(lasts, "") {
			if r.ends = (ends{first: first, last: last}); r.ends.where() != NoEnds && keep(r) {
				return found
			}
		}
	}
	return found
}

// trimming are words that take the margin from the start of a column, and from its end.
func (l *lab) trimming(r roles, all []*word) (firsts, lasts []string) {
	some := r.takes[:1]
	_, plain := l.between(r, r.width, some...)
	if !side(plain.Margin) {
		return nil, nil
	}
	seen := map[int]bool{} // signs: words of one do the same
	for _, w := range all {
		if len(w.uses) == 0 || seen[w.sign] || w.text == r.cell || w.text == r.row || slices.Contains(r.takes, w.text) {
			continue
		}
		seen[w.sign] = true
		if !w.says("margin-left", "margin-right") || !w.active(l, r.width) {
			continue
		}
		switch _, st := l.between(r, r.width, append(some[:1:1], w.text)...); {
		case trims(plain, st, flow.Left):
			firsts = append(firsts, w.text)
		case trims(plain, st, flow.Right):
			lasts = append(lasts, w.text)
		}
	}
	return unique(firsts, 3), unique(lasts, 3)
}

// trims reports whether a style has no margin at a side where another has some, and all else as that has it.
func trims(plain, st *flow.Style, at int) bool {
	other := flow.Left + flow.Right - at
	same := st.Margin[other].Px == plain.Margin[other].Px && st.Margin[other].Percent == plain.Margin[other].Percent
	return same && st.Margin[at].Of(wrap) == 0 && plain.Margin[at].Of(wrap) > 0 && st.Margin[at].Kind == flow.Length &&
		st.Float == plain.Float
}

// framed reports whether a container's content is as wide as what rows are tried in.
func (l *lab) framed(all []*word, r roles) bool {
	for _, w := range all {
		if !w.frame || len(w.uses) == 0 {
			continue
		}
		t := l.trial(r.width)
		e := t.body.Add(element("div", append(slices.Clone(w.needs), w.text)...))
		leaf(e)
		t.lay()
		if _, inner := t.inner(e); math.Abs(inner-r.wrap) < .5 {
			return true
		}
	}
	return false
}

// nestedEnds gives roles the words for the ends of lines that rows inside columns need: those where columns do
// not stand without.
func (a *analysis) nestedEnds(r roles) roles {
	if len(r.takes) == 0 {
		return r
	}
	firsts, lasts := a.trimming(r, a.all)
	if len(firsts)+len(lasts) == 0 || r.ends.where() != NoEnds {
		return r
	}
	by := map[int]string{}
	for _, w := range a.family.words {
		if n, ok := a.fit.units(a.family.sizes[w].amount()); ok && w.active(a.lab, r.width) && by[n] == "" {
			by[n] = w.text
		}
	}
	for n := a.fit.columns - 1; n > 1; n-- {
		one, two := by[1], by[n-1]
		if by[n] == "" || one == "" || two == "" {
			continue
		}
		if a.stands(r, by[n], one, two) {
			return r
		}
		for _, first := range append(firsts, "") {
			for _, last := range append(lasts, "") {
				with := r
				if with.ends = (ends{first: first, last: last, nested: true}); with.ends.where() != NoEnds &&
					a.stands(with, by[n], one, two) {
					return with
				}
			}
		}
		return r
	}
	return r
}

// stands reports whether two columns stand side by side in a row inside a column, and fill it.
func (a *analysis) stands(r roles, outer string, inner ...string) bool {
	t := a.trial(r.width)
	e := t.body
	e.Attributes = []css.Attr{{Name: "style", Value: "width: " + strconv.FormatFloat(r.wrap, 'f', -1, 64) + "px"}}
	if len(r.around) > 0 {
		e = e.Add(element("div", r.around...))
		e.Attributes = append(e.Attributes, css.Attr{Name: "style", Value: bare})
	}
	e = e.Add(element("div", wordOf(r.row)...))
	e = e.Add(element("div", append(wordOf(r.cell), outer)...))
	row := e.Add(element("div", wordOf(r.row)...))
	var cells []*css.Element
	for i, text := range inner {
		cell := row.Add(element("div", append(append(wordOf(r.cell), text), r.ends.of(i, len(inner))...)...))
		leaf(cell)
		cells = append(cells, cell)
	}
	t.lay()
	first, last := t.boxes[cells[0]], t.boxes[cells[len(cells)-1]]
	x, w := t.inner(e)
	return first.Y == last.Y && math.Abs(first.X-x) < .5 && math.Abs(last.X+last.Width-x-w) < .5
}

// end reads whether a word is one for the ends of lines, on a column that has some width.
func (r *reader) end(w *word, s int) (v page.Value, name string) {
	if some := r.at[s].reference; r.roles.ends.where() != NoEnds && some != "" && some != w.text {
		_, plain := r.columnAt(s, some)
		switch _, st := r.columnAt(s, some, w.text); {
		case trims(plain, st, flow.Left):
			return page.First, "margin-left"
		case trims(plain, st, flow.Right):
			return page.Last, "margin-right"
		}
	}
	return v, ""
}
