package vocab

import (
	"cmp"
	"encoding/binary"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Want is what must hold of one field of a node.
type Want struct {
	Field page.Field
	Start page.Value                     // what holds where no class speaks; None for what the vocabulary says holds there
	Must  [kit.MaxBreakpoints]page.Value // None where nothing must hold; units say how many the row has
	Place [kit.MaxBreakpoints]int8       // of what must hold, the breakpoint it is best said from
}

// asks reports whether something is best said from a breakpoint.
func (w *Want) asks(from int8) bool {
	for i, at := range w.Place {
		if at == from && w.Must[i].Term != page.None {
			return true
		}
	}
	return false
}

// A Missing is what no class of the vocabulary can say.
type Missing struct {
	On         page.Kind // the kind of node
	Field      page.Field
	Value      page.Value
	Breakpoint int
	Nearest    page.Value // what words of a stylesheet brought in can say in its place; None where nothing is known
	Late       bool       // no classes for it were found in time: there may be some
}

// A choice is words and what cannot be said.
type choice struct {
	words   []*Word
	missing []Missing
}

// Choose gives the fewest words whose reading is what is wanted of a node of a kind, in
// a row that divides into those columns at each breakpoint, in the order of the vocabulary, of breakpoints
// and fields. Of equally few it takes those that begin where something is best said from,
// then those of fewer characters, then the vocabulary's order. Fields of which one word says something
// together are chosen for together. It is exact where every word does one thing, and else a search with a bound.
func (v *Vocabulary) Choose(on page.Kind, wants []Want, columns [kit.MaxBreakpoints]kit.Columns) ([]*Word, []Missing) {
	if len(wants) == 0 {
		return nil, nil
	}
	number, known := v.columns[columns]
	if !known {
		number = len(v.columns)
		v.columns[columns] = number
	}
	all, known := v.known[string(v.key(on, wants, number))]
	if known {
		return all.words, all.missing
	}
	key := string(v.buffer)
	var done [page.NumFields]bool
	for w := range wants {
		if done[wants[w].Field] {
			continue
		}
		group := wants[w : w+1]
		if fields := v.words.together(on, wants[w].Field); len(fields) > 1 {
			group = nil
			for _, want := range wants {
				if slices.Contains(fields, want.Field) {
					group, done[want.Field] = append(group, want), true
				}
			}
		}
		c, known := v.known[string(v.key(on, group, number))]
		if !known {
			key := string(v.buffer)
			c = v.choose(on, group, columns)
			v.known[key] = c
		}
		all.words, all.missing = append(all.words, c.words...), append(all.missing, c.missing...)
	}
	slices.SortStableFunc(all.words, func(a, b *Word) int {
		return cmp.Or(cmp.Compare(a.place, b.place), cmp.Compare(a.Effects[0].In.From, b.Effects[0].In.From))
	})
	all.words, all.missing = slices.Clip(all.words), slices.Clip(all.missing)
	v.known[key] = all
	return all.words, all.missing
}

// key is the same for what is wanted alike.
func (v *Vocabulary) key(on page.Kind, wants []Want, columns int) []byte {
	key := binary.AppendUvarint(append(v.buffer[:0], on...), uint64(columns))
	put := func(value page.Value) {
		key = append(key, byte(value.Term), value.At, byte(value.N), byte(value.N>>8), byte(value.Of), byte(value.Of>>8))
	}
	for w := range wants {
		key = append(key, byte(wants[w].Field))
		put(wants[w].Start)
		for i, must := range wants[w].Must[:len(v.kit.Breakpoints)] {
			key = append(key, byte(wants[w].Place[i]))
			put(must)
		}
	}
	v.buffer = key
	return key
}

// choose chooses for fields of which one word may say something together. What no word says, classes say that the page
// may have rules for.
func (v *Vocabulary) choose(on page.Kind, wants []Want, columns [kit.MaxBreakpoints]kit.Columns) choice {
	words := v.words.candidates(on, wants, &columns)
	found := v.among(on, wants, columns, words)
	if ruled := v.ruledFor(on, wants, found.missing); len(ruled) > 0 {
		if with := v.among(on, wants, columns, slices.Concat(words, ruled)); len(with.missing) < len(found.missing) {
			return with
		}
	}
	return found
}

// among chooses from some words.
func (v *Vocabulary) among(on page.Kind, wants []Want, columns [kit.MaxBreakpoints]kit.Columns,
	words []*Word) (c choice) {
	s := &search{v: v, on: on, wants: wants, words: words, columns: columns}
	for w := range wants {
		for i, must := range wants[w].Must[:len(v.kit.Breakpoints)] {
			if must.Term == page.None {
				continue
			}
			at := &cell{want: &wants[w], at: i, must: must, start: wants[w].Start}
			if at.start.Term == page.None {
				at.start = v.Start(on, wants[w].Field, i)
			}
			// it is left as it is without a word
			if !s.is(at, at.start) && !slices.ContainsFunc(words, func(w *Word) bool { return s.says(w, at) }) {
				c.missing = append(c.missing, Missing{On: on, Field: wants[w].Field, Value: must, Breakpoint: i,
					Nearest: s.nearest(at, nil)})
				continue
			}
			s.cells = append(s.cells, at)
		}
	}
	if !s.run(mostSteps) {
		c.missing = append(c.missing, s.least()...)
	}
	c.words = s.best
	return c
}

// Nearest is the value nearest to a wanted one that a word gives a field of a node of a
// kind at breakpoint i, in a row of n columns; ok is false when no word gives it any.
func (v *Vocabulary) Nearest(on page.Kind, i int, f page.Field, want page.Value, n int) (nearest page.Value, ok bool) {
	tries := []page.Value{want}
	if part, of, counts := want.Part(); counts && f.IsUnits() {
		tries = append(tries, page.Take((2*part*n+of)/(2*max(1, of))))
	}
	tries = append(tries, page.Full, f.Default(on))
	for _, try := range tries {
		if try == f.Default(on) && i == 0 || v.Saying(on, f, try, i) != nil {
			return try, true
		}
	}
	return nearest, false
}
