package vocab

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A cell is a field of a node at a breakpoint, and what must hold there.
type cell struct {
	want  *Want
	at    int
	must  page.Value
	start page.Value // what holds where no word speaks
	able  []*Word    // that give what must hold
}

// search looks for the fewest words that read as is wanted.
type search struct {
	v       *Vocabulary
	on      page.Kind
	columns [kit.MaxBreakpoints]kit.Columns
	wants   []Want
	words   []*Word // that may be taken
	cells   []*cell
	limit   int  // how many words may be taken
	cut     bool // more might have been of use
	left    int  // steps
	best    []*Word
	found   bool
}

// How many steps a search may take, which take some 10 ns each: until the best so far is taken, where it is asked what
// would do in another's place, and for all nodes of a page.
const (
	mostSteps = 4_000_000
	fewSteps  = 200_000
	allSteps  = 100_000_000
)

// is reports whether a value is what must hold.
func (s *search) is(c *cell, value page.Value) bool {
	return c.want.Field.Equal(value, s.columns[c.at], c.must, s.columns[c.at])
}

// says reports whether a word gives what must hold.
func (s *search) says(w *Word, c *cell) bool {
	if w.On != s.on && w.On != c.want.Field.SaidOf(s.on) {
		return false
	}
	e := w.effectAt(c.want.Field, c.at)
	return e != nil && c.want.Field.Equal(e.Value, s.columns[e.In.From], c.must, s.columns[c.at])
}

// run looks for the fewest words that read as is wanted, in so many steps, and reports whether there are any. Where no
// steps are left it is not known whether there are.
func (s *search) run(steps int) bool {
	s.best, s.found, s.left = nil, false, min(steps, max(fewSteps/10, s.v.steps))
	for _, c := range s.cells {
		c.able = nil
		for _, w := range s.words {
			if !w.Base && s.says(w, c) {
				c.able = append(c.able, w)
			}
		}
	}
	if s.each() {
		return s.exact()
	}
	given := s.left
	s.cut = true
	// until no way is cut off by the limit: then there is none
	for s.limit = 0; s.cut && !s.found && s.left > 0; s.limit++ {
		s.cut = false
		s.look(nil)
	}
	s.v.steps -= given - max(0, s.left)
	return s.found
}

// each reports whether each word that may be of use does one thing.
func (s *search) each() bool {
	if len(s.wants) > 1 {
		return false
	}
	for _, c := range s.cells {
		for _, w := range c.able {
			if len(w.Effects) > 1 {
				return false
			}
		}
	}
	return true
}

// A way is some words, how good they are, and at which breakpoints they speak.
type way struct {
	words        []*Word
	idle, length int
	places       int
	reached      bool
}

// better reports whether one way is to be preferred to another.
func (w way) better(o way) bool {
	return !o.reached || cmp.Or(cmp.Compare(len(w.words), len(o.words)), cmp.Compare(w.idle, o.idle),
		cmp.Compare(w.length, o.length), cmp.Compare(w.places, o.places)) < 0
}

// exact goes through the words that say something of what is wanted, those of the
// highest rank first. Where one speaks, those after it do not; so all that matters of
// the words taken so far is at which breakpoints they speak.
func (s *search) exact() bool {
	end := len(s.v.kit.Breakpoints)
	var musts [kit.MaxBreakpoints]*cell
	var words []*Word
	for _, c := range s.cells {
		musts[c.at] = c
	}
	for _, w := range s.words {
		if slices.ContainsFunc(s.cells, func(c *cell) bool { return slices.Contains(c.able, w) }) {
			words = append(words, w)
		}
	}
	slices.SortStableFunc(words, func(a, b *Word) int {
		return cmp.Or(cmp.Compare(b.Effects[0].Rank, a.Effects[0].Rank), cmp.Compare(b.place, a.place))
	})
	ways := make([]way, 1<<end)
	ways[0].reached = true
	for _, word := range words {
		e := word.Effects[0]
		for spoken := range ways {
			if !ways[spoken].reached {
				continue
			}
			now, right := spoken, true
			for i := range end {
				if e.In.Holds(i) && spoken&(1<<i) == 0 {
					now |= 1 << i
					right = right && (musts[i] == nil || slices.Contains(musts[i].able, word))
				}
			}
			if !right || now == spoken {
				continue
			}
			next := way{append(slices.Clip(ways[spoken].words), word), ways[spoken].idle,
				ways[spoken].length + len(word.Text), ways[spoken].places + word.place, true}
			if !s.wants[0].asks(e.In.From) {
				next.idle++
			}
			if next.better(ways[now]) {
				ways[now] = next
			}
		}
	}
	best := way{}
	for spoken := range ways {
		silent := true // where no word speaks, what holds anyway is wanted
		for i := range end {
			silent = silent && (spoken&(1<<i) != 0 || musts[i] == nil || s.is(musts[i], musts[i].start))
		}
		if ways[spoken].reached && silent && ways[spoken].better(best) {
			best = ways[spoken]
		}
	}
	slices.Reverse(best.words)
	s.best, s.found = best.words, best.reached
	return s.found
}

// look takes words for what is not as it must be, until all is.
func (s *search) look(taken []*Word) {
	var fixers []*Word
	open := false
	for _, c := range s.cells {
		if s.left -= 2 + len(taken); s.left <= 0 {
			return
		}
		var speaks *Word
		top := uint32(0)
		for _, w := range taken {
			if e := w.effectAt(c.want.Field, c.at); e != nil && e.Rank >= top {
				top, speaks = e.Rank, w
			}
		}
		if speaks == nil && s.is(c, c.start) || speaks != nil && slices.Contains(c.able, speaks) {
			continue
		}
		var able []*Word
		s.left -= len(c.able)
		for _, w := range c.able {
			if w.effectAt(c.want.Field, c.at).Rank >= top && !slices.Contains(taken, w) {
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
		s.look(append(slices.Clip(taken), w))
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

// own reports whether a word gives what must hold at a breakpoint from there on, or up to there.
func (s *search) own(c *cell) bool {
	return slices.ContainsFunc(s.words, func(w *Word) bool {
		e := w.effectAt(c.want.Field, c.at)
		return e != nil && s.says(w, c) && (int(e.In.From) == c.at || int(e.In.To) == c.at+1)
	})
}

// least leaves out what must be left out for the rest to be said: one thing, if that is enough, and rather one that no
// word says from its breakpoint on or up to there. What was not found in time may have words all the same.
func (s *search) least() (missing []Missing) {
	late := s.left <= 0
	all := slices.Clone(s.cells)
	slices.SortStableFunc(all, func(a, b *cell) int {
		switch own := s.own(a); {
		case own == s.own(b):
			return b.at - a.at
		case own:
			return 1
		}
		return -1
	})
	for i, c := range all {
		if s.is(c, c.start) {
			continue
		}
		s.cells = slices.Delete(slices.Clone(all), i, i+1)
		if !s.run(fewSteps) {
			late = late || s.left <= 0
			continue
		}
		best, must := s.best, c.must
		s.cells = all
		near := s.nearest(c, func(value page.Value) bool {
			c.must = value
			return s.run(fewSteps)
		})
		c.must, s.best, s.found = must, best, true
		return []Missing{{On: s.on, Field: c.want.Field, Value: must, Breakpoint: c.at, Nearest: near, Late: late}}
	}
	s.cells, s.best = all, nil
	for _, c := range all {
		if !s.is(c, c.start) {
			missing = append(missing, Missing{On: s.on, Field: c.want.Field, Value: c.must, Breakpoint: c.at, Late: late})
		}
	}
	return missing
}

// nearest is, of the values that words give a field at a breakpoint and that will do, the nearest to
// the one that must hold; None when there is none.
func (s *search) nearest(c *cell, will func(page.Value) bool) page.Value {
	columns := s.columns[c.at]
	want, values := c.must, []page.Value{s.v.Start(s.on, c.want.Field, c.at)}
	for _, w := range s.words {
		if e := w.effectAt(c.want.Field, c.at); w.On == s.on && e != nil && !w.Ruled && !slices.Contains(values, e.Value) {
			values = append(values, e.Value)
		}
	}
	far := func(value page.Value) float64 {
		up, low, ok := value.PartOf(columns.N())
		high, deep, also := want.PartOf(columns.N())
		if !ok || !also || low == 0 || deep == 0 {
			return 2
		}
		return math.Abs(float64(up)/float64(low) - float64(high)/float64(deep))
	}
	slices.SortStableFunc(values, func(a, b page.Value) int { return cmp.Compare(far(a), far(b)) })
	for _, value := range values[:min(len(values), 12)] {
		if !c.want.Field.Equal(value, columns, want, columns) && (will == nil || will(value)) {
			return value
		}
	}
	return page.Value{}
}
