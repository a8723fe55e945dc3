package vocab

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// An Imported is the words of a stylesheet that was brought in, and what nodes are without them. It is
// never changed, and may be used at once by many.
type Imported struct {
	Words []*Word
	// Starts is what holds, by kind of node and breakpoint, of nodes that have just their base word.
	Starts map[page.Kind][]page.Held
	by     map[page.Kind]map[string]*Word
	fields map[page.Kind][][]page.Field // groups of them
}

// NewImported makes it of words, in the order of the stylesheet.
func NewImported(words []*Word, starts map[page.Kind][]page.Held) *Imported {
	b := &Imported{Words: words, Starts: starts, by: map[page.Kind]map[string]*Word{}}
	for i, w := range words {
		if b.by[w.On] == nil {
			b.by[w.On] = map[string]*Word{}
		}
		w.place = i
		b.by[w.On][w.Text] = w
	}
	b.fields = map[page.Kind][][]page.Field{}
	for _, on := range []page.Kind{page.Container, page.Row, page.Column} {
		b.fields[on] = b.groups(on)
	}
	return b
}

// Vocabulary is the vocabulary of kit k, whose stylesheet it was read from.
func (b *Imported) Vocabulary(k *kit.Kit) *Vocabulary {
	return &Vocabulary{kit: k, imported: b, steps: allSteps, known: map[wantKey]choice{}, together: map[string]choice{},
		columns: map[[kit.MaxBreakpoints]kit.Columns]int{}}
}

// Start is what holds of a field of a node at breakpoint i that has no words but its base.
func (v *Vocabulary) Start(on page.Kind, f page.Field, i int) page.Value {
	if v.imported != nil {
		if starts := v.imported.Starts[on]; i < len(starts) {
			return starts[i][f].Value
		}
	}
	return f.Default(on)
}

// Unset is what holds of a field of a node at breakpoint i where nothing is set: what always does, if a class says it,
// or what is without any class.
func (v *Vocabulary) Unset(on page.Kind, f page.Field, i int) page.Value {
	value, start := f.Default(on), v.Start(on, f, i)
	if value != start && v.Saying(on, f, value, i) == nil {
		return start
	}
	return value
}

// Says reports whether the word says something of a field at breakpoint i.
func (w *Word) Says(f page.Field, i int) bool { return w.effectAt(f, i) != nil }

// effectAt is the effect of a word on a field at breakpoint i; nil when there is none.
func (w *Word) effectAt(f page.Field, i int) *Effect {
	for at := range w.Effects {
		if e := &w.Effects[at]; e.Field == f && e.In.Holds(i) {
			return e
		}
	}
	return nil
}

// says reports whether a word gives a field of a node that value at breakpoint i.
func (v *Vocabulary) says(w *Word, f page.Field, value page.Value, i int) bool {
	e := w.effectAt(f, i)
	return e != nil && v.equal(f, e.Value, value, i)
}

// equal reports whether two values come to the same at breakpoint i: widths by how much of the row
// they are.
func (v *Vocabulary) equal(f page.Field, a, b page.Value, i int) bool {
	if !f.IsUnits() {
		return a.Bare() == b.Bare()
	}
	n := v.kit.ColumnsAt(i).N()
	up, low, ok := parted(a, n)
	high, deep, also := parted(b, n)
	if !ok || !also {
		return a.Bare() == b.Bare()
	}
	return up*deep == high*low
}

// parted is a number of units as a part of a row of n columns.
func parted(v page.Value, n int) (up, low int, ok bool) {
	up, low, ok = v.Part()
	if v.Term != page.Portion && v.Term != page.Whole && low == 0 {
		low = n
	}
	return up, low, ok
}

// saying is a word of a stylesheet brought in that gives a field of a node a value at breakpoint i.
func (v *Vocabulary) saying(on page.Kind, f page.Field, value page.Value, i int) *Word {
	for _, w := range v.imported.Words {
		if w.On == on && (f == page.Base && w.Base || v.says(w, f, value, i)) {
			return w
		}
	}
	return nil
}

// A cell is a field of a node at a breakpoint.
type cell struct {
	field page.Field
	at    int
}

// search looks for the fewest words of a stylesheet that read as is wanted.
type search struct {
	v     *Vocabulary
	words []*Word // that may be taken
	must  map[cell]page.Value
	cells []cell
	able  map[cell][]*Word // that give what must hold there
	limit int              // how many words may be taken
	cut   bool             // more might have been of use
	left  int              // steps
	best  []*Word
	found bool
}

// How many steps a search may take, which take some 10 ns each: until the best so far is taken, where it is asked what
// would do in another's place, and for all nodes of a page.
const (
	mostSteps = 4_000_000
	fewSteps  = 200_000
	allSteps  = 100_000_000
)

// chooseImported chooses the fewest words for all fields: one word may say something of several, and those fields are
// chosen for together, the others by themselves. What no word says, classes say that the page may have rules for.
func (v *Vocabulary) chooseImported(on page.Kind, wants []Want) (c choice) {
	for _, fields := range v.imported.fields[on] {
		found := v.chooseGroup(on, wants, fields, v.imported.Words)
		if ruled := v.ruledFor(on, wants, found.missing); len(ruled) > 0 {
			if with := v.chooseGroup(on, wants, fields, slices.Concat(v.imported.Words, ruled)); len(
				with.missing) < len(found.missing) {
				found = with
			}
		}
		c.words, c.missing = append(c.words, found.words...), append(c.missing, found.missing...)
	}
	slices.SortFunc(c.words, func(a, b *Word) int { return a.place - b.place })
	return c
}

// chooseGroup chooses the fewest of some words for fields of which one word may say something together.
func (v *Vocabulary) chooseGroup(on page.Kind, wants []Want, fields []page.Field, words []*Word) (c choice) {
	s := search{v: v, words: words, must: map[cell]page.Value{}}
	for w := range wants {
		for i, must := range wants[w].Must[:len(v.kit.Breakpoints)] {
			if must.Term == page.None || !slices.Contains(fields, wants[w].Field) {
				continue
			}
			at := cell{wants[w].Field, i}
			says := func(w *Word) bool { return w.On == on && v.says(w, at.field, must, i) }
			// it is left as it is without a word
			if !v.equal(at.field, v.Start(on, at.field, i), must, i) && !slices.ContainsFunc(words, says) {
				c.missing = append(c.missing, Missing{On: on, Field: at.field, Value: must, Breakpoint: i,
					Nearest: v.nearest(on, at, must, nil)})
				continue
			}
			s.must[at] = must
			s.cells = append(s.cells, at)
		}
	}
	if !s.run(on, mostSteps) {
		c.missing = append(c.missing, s.least(on)...)
	}
	c.words = s.best
	return c
}

// run looks for the fewest words that read as is wanted, in so many steps, and reports whether there are any. Where no
// steps are left it is not known whether there are.
func (s *search) run(on page.Kind, steps int) bool {
	s.best, s.found, s.left = nil, false, min(steps, max(fewSteps/10, s.v.steps))
	s.able = map[cell][]*Word{}
	for _, w := range s.words {
		if w.On != on || w.Base {
			continue
		}
		for _, c := range s.cells {
			if s.v.says(w, c.field, s.must[c], c.at) {
				s.able[c] = append(s.able[c], w)
			}
		}
	}
	given := s.left
	s.cut = true
	// until no way is cut off by the limit: then there is none
	for s.limit = 0; s.cut && !s.found && s.left > 0; s.limit++ {
		s.cut = false
		s.look(on, nil)
	}
	s.v.steps -= given - max(0, s.left)
	return s.found
}

// own reports whether a word gives what must hold at a breakpoint from there on, or up to there.
func (s *search) own(on page.Kind, c cell) bool {
	return slices.ContainsFunc(s.words, func(w *Word) bool {
		e := w.effectAt(c.field, c.at)
		return w.On == on && e != nil && s.v.equal(c.field, e.Value, s.must[c], c.at) &&
			(int(e.In.From) == c.at || int(e.In.To) == c.at+1)
	})
}

// least leaves out what must be left out for the rest to be said: one thing, if that is enough, and rather one that no
// word says from its breakpoint on or up to there. What was not found in time may have words all the same.
func (s *search) least(on page.Kind) (missing []Missing) {
	late := s.left <= 0
	all := slices.Clone(s.cells)
	slices.SortStableFunc(all, func(a, b cell) int {
		switch own := s.own(on, a); {
		case own == s.own(on, b):
			return b.at - a.at
		case own:
			return 1
		}
		return -1
	})
	for i := range all {
		c := all[i]
		must := s.must[c]
		if s.v.equal(c.field, s.v.Start(on, c.field, c.at), must, c.at) {
			continue
		}
		s.cells = slices.Delete(slices.Clone(all), i, i+1)
		if !s.run(on, fewSteps) {
			late = late || s.left <= 0
			continue
		}
		best := s.best
		s.cells = all
		near := s.v.nearest(on, c, must, func(value page.Value) bool {
			s.must[c] = value
			return s.run(on, fewSteps)
		})
		s.must[c], s.best, s.found = must, best, true
		return []Missing{{On: on, Field: c.field, Value: must, Breakpoint: c.at, Nearest: near, Late: late}}
	}
	s.cells, s.best = all, nil
	for _, c := range all {
		if must := s.must[c]; !s.v.equal(c.field, s.v.Start(on, c.field, c.at), must, c.at) {
			missing = append(missing, Missing{Field: c.field, Value: must, Breakpoint: c.at, Late: late})
		}
	}
	return missing
}

// nearest is, of the values that words give a field at a breakpoint and that will do, the nearest to
// one that is wanted; None when there is none.
func (v *Vocabulary) nearest(on page.Kind, c cell, want page.Value, will func(page.Value) bool) page.Value {
	n := v.kit.ColumnsAt(c.at).N()
	values := []page.Value{v.Start(on, c.field, c.at)}
	for _, w := range v.imported.Words {
		if e := w.effectAt(c.field, c.at); w.On == on && e != nil && !slices.Contains(values, e.Value) {
			values = append(values, e.Value)
		}
	}
	far := func(value page.Value) float64 {
		up, low, ok := parted(value, n)
		high, deep, also := parted(want, n)
		if !ok || !also || low == 0 || deep == 0 {
			return 2
		}
		return math.Abs(float64(up)/float64(low) - float64(high)/float64(deep))
	}
	slices.SortStableFunc(values, func(a, b page.Value) int { return cmp.Compare(far(a), far(b)) })
	for _, value := range values[:min(len(values), 12)] {
		if !v.equal(c.field, value, want, c.at) && (will == nil || will(value)) {
			return value
		}
	}
	return page.Value{}
}

// look takes words for what is not as it must be, until all is.
func (s *search) look(on page.Kind, taken []*Word) {
	var fixers []*Word
	open := false
	for _, c := range s.cells {
		if s.left -= 2 + len(taken); s.left <= 0 {
			return
		}
		top, value := uint32(0), s.v.Start(on, c.field, c.at)
		for _, w := range taken {
			if e := w.effectAt(c.field, c.at); e != nil && e.Rank >= top {
				top, value = e.Rank, e.Value
			}
		}
		if s.v.equal(c.field, value, s.must[c], c.at) {
			continue
		}
		var able []*Word
		s.left -= len(s.able[c])
		for _, w := range s.able[c] {
			if w.effectAt(c.field, c.at).Rank >= top && !slices.Contains(taken, w) {
				able = append(able, w)
			}
		}
		if !open || len(able) < len(fixers) {
			fixers, open = able, true
		}
	}
	if !open {
		if !s.found || shorter(taken, s.best) {
			s.best, s.found = slices.Clone(taken), true
		}
		return
	}
	if len(taken) == s.limit {
		s.cut = s.cut || len(fixers) > 0
		return
	}
	for _, w := range fixers {
		s.look(on, append(slices.Clip(taken), w))
	}
}

// groups are the fields of a kind of node, those together of which one word says something.
func (b *Imported) groups(on page.Kind) (all [][]page.Field) {
	for f := range page.NumFields {
		all = append(all, []page.Field{f})
	}
	for _, w := range b.Words {
		if w.On != on {
			continue
		}
		for _, e := range w.Effects[min(1, len(w.Effects)):] {
			with := func(f page.Field) int {
				return slices.IndexFunc(all, func(g []page.Field) bool { return slices.Contains(g, f) })
			}
			first, other := with(w.Effects[0].Field), with(e.Field)
			if first >= 0 && other >= 0 && first != other {
				all[first] = append(all[first], all[other]...)
				all = slices.Delete(all, other, other+1)
			}
		}
	}
	return all
}

// shorter reports whether words have fewer characters than as many others, or stand before them.
func shorter(a, b []*Word) bool {
	length := func(all []*Word) (n, places int) {
		for _, w := range all {
			n += len(w.Text)
			places += w.place
		}
		return n, places
	}
	n, places := length(a)
	m, others := length(b)
	return cmp.Or(cmp.Compare(n, m), cmp.Compare(places, others)) < 0
}
