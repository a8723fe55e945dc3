package vocab

import (
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
	fields map[page.Kind][page.NumFields][]page.Field // those together of which one word says something
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
	b.fields = map[page.Kind][page.NumFields][]page.Field{}
	for _, on := range []page.Kind{page.Container, page.Row, page.Column, page.Block} {
		b.fields[on] = b.grouped(on)
	}
	return b
}

// Vocabulary is the vocabulary of kit k, whose stylesheet it was read from.
func (b *Imported) Vocabulary(k *kit.Kit) *Vocabulary { return newVocabulary(k, sheet{b, k}) }

// sheet is the words of a kit's stylesheet.
type sheet struct {
	*Imported
	kit *kit.Kit
}

func (s sheet) word(on page.Kind, class string) *Word { return s.by[on][class] }

func (s sheet) all() []*Word { return s.Words }

func (s sheet) has(on page.Kind) bool { return len(s.by[on]) > 0 }

func (s sheet) saying(on page.Kind, f page.Field, value page.Value, i int) *Word {
	columns := s.kit.ColumnsAt(i)
	for _, w := range s.Words {
		if w.On != on {
			continue
		}
		e := w.effectAt(f, i)
		if f == page.Base && w.Base || e != nil && f.Equal(e.Value, columns, value, columns) {
			return w
		}
	}
	return nil
}

func (s sheet) start(on page.Kind, i int) page.Held {
	if starts := s.Starts[on]; i < len(starts) {
		return starts[i]
	}
	return page.Defaults(on)
}

func (sheet) beside() bool { return true }

func (s sheet) together(on page.Kind, f page.Field) []page.Field { return s.fields[on][f] }

func (s sheet) candidates(page.Kind, []Want, *[kit.MaxBreakpoints]kit.Columns) []*Word {
	return s.Words
}

// grouped are, of each field of a kind of node, those together with it of which one word says something.
func (b *Imported) grouped(on page.Kind) (all [page.NumFields][]page.Field) {
	for f := range page.NumFields {
		all[f] = []page.Field{f}
	}
	for _, w := range b.Words {
		if w.On != on {
			continue
		}
		for _, e := range w.Effects[min(1, len(w.Effects)):] {
			first := w.Effects[0].Field
			if slices.Contains(all[first], e.Field) {
				continue
			}
			both := append(slices.Clip(all[first]), all[e.Field]...)
			for _, f := range both {
				all[f] = both
			}
		}
	}
	return all
}
