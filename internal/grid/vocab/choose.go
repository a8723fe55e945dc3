package vocab

import (
	"cmp"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Want is what must hold of one field of a node.
type Want struct {
	Field page.Field
	Start page.Value                     // what holds where no class speaks
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
	On         page.Kind // the kind of node; empty where it is not told
	Field      page.Field
	Value      page.Value
	Breakpoint int
	Nearest    page.Value // what words of a stylesheet brought in can say in its place; None where nothing is known
	Late       bool       // no classes for it were found in time: there may be some
}

// wantKey is a want of a node in a row that divides so.
type wantKey struct {
	on      page.Kind
	want    Want
	columns int
}

// A choice is words and what cannot be said.
type choice struct {
	words   []*Word
	missing []Missing
}

// Choose gives the fewest words whose reading is what is wanted of a node of a kind, in
// a row that divides into those columns at each breakpoint, in the order of breakpoints
// and fields. Of equally few it takes those that begin where something is best said from,
// then those of fewer characters, then the vocabulary's order. It is exact where every
// word does one thing.
func (v *Vocabulary) Choose(on page.Kind, wants []Want, columns [kit.MaxBreakpoints]kit.Columns) ([]*Word, []Missing) {
	if len(wants) == 0 {
		return nil, nil
	}
	if v.imported != nil {
		key := append(v.key[:0], on...)
		for w := range wants {
			key = append(key, byte(wants[w].Field))
			for _, m := range wants[w].Must[:len(v.kit.Breakpoints)] {
				key = append(key, byte(m.Term), m.At, byte(m.N), byte(m.N>>8), byte(m.Of), byte(m.Of>>8))
			}
		}
		v.key = key
		c, known := v.together[string(key)]
		if !known {
			c = v.chooseImported(on, wants)
			v.together[string(key)] = c
		}
		return c.words, c.missing
	}
	words := make([]*Word, 0, 2*len(wants))
	var missing []Missing
	var choices [page.NumFields]choice
	number, known := v.columns[columns]
	if !known {
		number = len(v.columns)
		v.columns[columns] = number
	}
	for w := range wants {
		key := wantKey{on, wants[w], number}
		c, known := v.known[key]
		if !known { // pages say the same few things over and over
			c = v.choose(on, &wants[w], &columns)
			v.known[key] = c
		}
		choices[w] = c
		missing = append(missing, c.missing...)
	}
	for from := range v.kit.Breakpoints {
		for _, c := range choices[:len(wants)] {
			for _, word := range c.words {
				if int(word.Effects[0].In.From) == from {
					words = append(words, word)
				}
			}
		}
	}
	return words, missing
}

// A way is some words, how good they are, and at which breakpoints they speak.
type way struct {
	words           []*Word
	idle, length    int
	reached, begins bool
}

// better reports whether one way is to be preferred to another.
func (w way) better(o way) bool {
	return !o.reached || cmp.Or(cmp.Compare(len(w.words), len(o.words)), cmp.Compare(w.idle, o.idle),
		cmp.Compare(w.length, o.length)) < 0
}

// choose goes through the words that say something of what is wanted, those of the
// highest rank first. Where one speaks, those after it do not; so all that matters of
// the words taken so far is at which breakpoints they speak.
func (v *Vocabulary) choose(on page.Kind, want *Want, columns *[kit.MaxBreakpoints]kit.Columns) choice {
	end := len(v.kit.Breakpoints)
	ways := make([]way, 1<<end)
	ways[0].reached = true
	for _, word := range v.candidates(on, want, columns) {
		e := word.Effects[0]
		for spoken := range ways {
			if !ways[spoken].reached {
				continue
			}
			now, right := spoken, true
			for i := range end {
				if e.In.Holds(i) && spoken&(1<<i) == 0 {
					now |= 1 << i
					right = right && (want.Must[i].Term == page.None || alike(&e, want, i, columns))
				}
			}
			if !right || now == spoken {
				continue
			}
			next := way{append(slices.Clip(ways[spoken].words), word), ways[spoken].idle,
				ways[spoken].length + len(word.Text), true, true}
			if !want.asks(e.In.From) {
				next.idle++
			}
			if next.better(ways[now]) {
				ways[now] = next
			}
		}
	}
	best := way{}
	var missing []Missing
	for spoken := range ways {
		silent := true // where no word speaks, what holds anyway is wanted
		for i := range end {
			must := want.Must[i]
			silent = silent && (spoken&(1<<i) != 0 || must.Term == page.None || same(must, want.Start))
		}
		if ways[spoken].reached && silent && ways[spoken].better(best) {
			best = ways[spoken]
		}
	}
	if !best.reached {
		for i, must := range want.Must[:end] {
			if must.Term != page.None && !same(must, want.Start) && v.Saying(on, want.Field, must, i) == nil {
				missing = append(missing, Missing{Field: want.Field, Value: must, Breakpoint: i})
			}
		}
	}
	slices.Reverse(best.words)
	return choice{best.words, missing}
}

// candidates are the words that say something that must hold somewhere, the highest rank
// first.
func (v *Vocabulary) candidates(on page.Kind, want *Want, columns *[kit.MaxBreakpoints]kit.Columns) (all []*Word) {
	for from := len(v.kit.Breakpoints) - 1; from >= 0; from-- {
		first := len(all)
		for i := from; i < len(v.kit.Breakpoints); i++ {
			value, ok := saidAt(want.Field, want.Must[i], columns[from].N())
			if !ok || want.Must[i].At > 0 && columns[from] != columns[i] {
				continue
			}
			if word := v.Saying(on, want.Field, value, from); word != nil && !slices.Contains(all[first:], word) {
				all = append(all, word)
			}
		}
	}
	return all
}

// saidAt is what must hold as it is said in a row of n columns: units as so many of
// those, if they are a whole number.
func saidAt(f page.Field, must page.Value, n int) (said page.Value, ok bool) {
	if must.Term == page.None {
		return must, false
	}
	if f.IsUnits() && must.Of > 0 && must.Term != page.Portion {
		units := int(must.N) * n
		must.N = int16(units / int(must.Of))
		return must, units%int(must.Of) == 0
	}
	return must, true
}

// alike reports whether an effect is what must hold at breakpoint i.
func alike(e *Effect, want *Want, i int, columns *[kit.MaxBreakpoints]kit.Columns) bool {
	said := e.Value
	if want.Field.IsUnits() && said.Term != page.Portion {
		said.Of = int16(columns[e.In.From].N())
	}
	must := want.Must[i]
	if said.At > 0 && must.At > 0 && columns[e.In.From] == columns[i] {
		return want.Field.Extent(said, columns[i]) == want.Field.Extent(must, columns[i])
	}
	return same(said, must) && (said.At == 0 || columns[e.In.From] == columns[i])
}

// same reports whether two values come to the same: units and parts by how much of the
// row they are.
func same(a, b page.Value) bool {
	n, of, ok := a.Part()
	m, all, also := b.Part()
	switch {
	case !ok || !also:
		return a.Bare() == b.Bare()
	case n == 0 || m == 0:
		return n == m
	case n == of && m == all && a.Term != page.Number:
		return true
	case of == 0 || all == 0: // a number of something else than the row's units
		return a.Bare() == b.Bare()
	}
	return a.At == b.At && n*all == m*of
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
