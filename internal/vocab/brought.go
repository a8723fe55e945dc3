package vocab

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// A Brought is the words of a stylesheet that was brought in, and what nodes are without them. It is
// never changed, and may be used at once by many.
type Brought struct {
	Words []*Word
	// Starts is what holds, by kind of node and breakpoint, of nodes that have just their base word.
	Starts map[page.Kind][]page.Held
	by     map[page.Kind]map[string]*Word
}

// NewBrought makes it of words, in the order of the stylesheet.
func NewBrought(words []*Word, starts map[page.Kind][]page.Held) *Brought {
	b := &Brought{Words: words, Starts: starts, by: map[page.Kind]map[string]*Word{}}
	for i, w := range words {
		if b.by[w.On] == nil {
			b.by[w.On] = map[string]*Word{}
		}
		w.place = i
		b.by[w.On][w.Text] = w
	}
	return b
}

// Vocabulary is the vocabulary of kit k, whose stylesheet it was read from.
func (b *Brought) Vocabulary(k *kit.Kit) *Vocabulary {
	return &Vocabulary{kit: k, brought: b, known: map[wantKey]choice{}, together: map[string]choice{},
		columns: map[[kit.MaxBreakpoints]kit.Columns]int{}}
}

// Start is what holds of a field of a node at breakpoint i that has no words but its base.
func (v *Vocabulary) Start(on page.Kind, f page.Field, i int) page.Value {
	if v.brought != nil {
		if starts := v.brought.Starts[on]; i < len(starts) {
			return starts[i][f].Value
		}
	}
	return f.Default(on)
}

// Unset is what holds of a field of a node at breakpoint i where nothing is set: what always does, if a class says it, or what
// is without any class.
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
	for _, w := range v.brought.Words {
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
	must  map[cell]page.Value
	cells []cell
	words []*Word // that may be of use
	limit int
	tries int
	best  []*Word
	found bool
}

// How many sets of words are looked at before the best so far is taken.
const (
	mostTries = 60_000
	fewTries  = 4_000 // where it is asked what would do in another's place
)

// chooseBrought chooses the fewest words for all fields at once: one word may say something of several.
func (v *Vocabulary) chooseBrought(on page.Kind, wants []Want) choice {
	s := search{v: v, must: map[cell]page.Value{}}
	end := len(v.kit.Breakpoints)
	for w := range wants {
		for i, must := range wants[w].Must[:end] {
			if must.Term != page.None {
				c := cell{wants[w].Field, i}
				s.must[c] = must
				s.cells = append(s.cells, c)
			}
		}
	}
	var missing []Missing
	open := s.cells[:0]
	for _, c := range s.cells { // what no word can say is left as it is without one
		must := s.must[c]
		if !v.equal(c.field, v.Start(on, c.field, c.at), must, c.at) && v.saying(on, c.field, must, c.at) == nil {
			missing = append(missing, Missing{on, c.field, must, c.at, v.nearest(on, c, must, nil)})
			delete(s.must, c)
			continue
		}
		open = append(open, c)
	}
	if s.cells = open; !s.run(on, mostTries) {
		missing = append(missing, s.least(on)...)
	}
	slices.SortFunc(s.best, func(a, b *Word) int { return a.place - b.place })
	return choice{s.best, missing}
}

// run looks for the fewest words that read as is wanted, and reports whether there are any.
func (s *search) run(on page.Kind, tries int) bool {
	s.words, s.best, s.found, s.tries = nil, nil, false, mostTries-tries
	for _, w := range s.v.brought.Words {
		if w.On == on && !w.Base && slices.ContainsFunc(s.cells, func(c cell) bool { return s.v.says(w, c.field, s.must[c], c.at) }) {
			s.words = append(s.words, w)
		}
	}
	for s.limit = 0; s.limit <= len(s.cells) && !s.found && s.tries < mostTries; s.limit++ {
		s.look(on, nil)
	}
	return s.found
}

// own reports whether a word gives what must hold at a breakpoint from there on, or up to there.
func (s *search) own(on page.Kind, c cell) bool {
	return slices.ContainsFunc(s.v.brought.Words, func(w *Word) bool {
		e := w.effectAt(c.field, c.at)
		return w.On == on && e != nil && s.v.equal(c.field, e.Value, s.must[c], c.at) &&
			(int(e.In.From) == c.at || int(e.In.To) == c.at+1)
	})
}

// least leaves out what must be left out for the rest to be said: one thing, if that is enough, and
// rather one that no word says from its breakpoint on or up to there.
func (s *search) least(on page.Kind) (missing []Missing) {
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
		if !s.run(on, fewTries) {
			continue
		}
		best := s.best
		s.cells = all
		near := s.v.nearest(on, c, must, func(value page.Value) bool {
			s.must[c] = value
			return s.run(on, fewTries)
		})
		s.must[c], s.best, s.found = must, best, true
		return []Missing{{on, c.field, must, c.at, near}}
	}
	s.cells, s.best = all, nil
	for _, c := range all {
		if must := s.must[c]; !s.v.equal(c.field, s.v.Start(on, c.field, c.at), must, c.at) {
			missing = append(missing, Missing{Field: c.field, Value: must, Breakpoint: c.at})
		}
	}
	return missing
}

// nearest is, of the values that words give a field at a breakpoint and that will do, the nearest to
// one that is wanted; None when there is none.
func (v *Vocabulary) nearest(on page.Kind, c cell, want page.Value, will func(page.Value) bool) page.Value {
	n := v.kit.ColumnsAt(c.at).N()
	values := []page.Value{v.Start(on, c.field, c.at)}
	for _, w := range v.brought.Words {
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
	if s.tries++; s.tries > mostTries {
		return
	}
	var fixers []*Word
	open := false
	for _, c := range s.cells {
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
		for _, w := range s.words {
			if e := w.effectAt(c.field, c.at); e != nil && e.Rank >= top && s.v.equal(c.field, e.Value, s.must[c], c.at) &&
				!slices.Contains(taken, w) {
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
		return
	}
	for _, w := range fixers {
		s.look(on, append(slices.Clip(taken), w))
	}
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
