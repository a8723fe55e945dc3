// Package vocab holds what classes do. That is data: a vocabulary is a list of words,
// each with effects on the fields of a node. A list of classes is read by the cascade,
// and the fewest classes that read as a page wants are chosen (domain section 9.1). The
// vocabulary of our own kits is made from their naming templates.
package vocab

import (
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Range is the breakpoints, by index, at which an effect holds: From, and those up to
// but not including To.
type Range struct{ From, To int8 }

// Holds reports whether the range holds at breakpoint i.
func (r Range) Holds(i int) bool { return int(r.From) <= i && i < int(r.To) }

// An Effect is one thing that a word does: it gives a field a value in a range, unless
// an effect of a higher rank speaks there. A number of units counts those that the row
// has at the range's first breakpoint.
type Effect struct {
	Field page.Field
	Value page.Value
	In    Range
	Rank  uint32 // specificity, then the place in the stylesheet
	Rule  Rule   // of a stylesheet brought in: the rule that does it, where the range begins
}

// A Word is one class, or one word of an attribute, and what it does on nodes of a kind. A
// word that only says what a node is has no effects.
type Word struct {
	Text    string // a class, or NAME=WORD
	On      page.Kind
	Base    bool // it stands on every node of that kind
	Ruled   bool // a rule of the page's own does it
	Effects []Effect
	Rules   []Rule // of a stylesheet brought in: where what it does is written

	place int // in its vocabulary
}

// A Rule is a place in a stylesheet brought in: a file, by its number, and the rule's bytes in it.
type Rule struct{ File, From, To int }

// Attribute gives the attribute that a word stands in and the word in it, which may be empty.
func Attribute(text string) (name, word string) {
	if name, word, found := strings.Cut(text, "="); found {
		return name, word
	}
	return "class", text
}

// Selector selects elements that have the word.
func (w *Word) Selector() string {
	switch name, word := Attribute(w.Text); {
	case name == "class":
		return "." + word
	case word == "":
		return "[" + name + "]"
	default:
		return "[" + name + `~="` + word + `"]`
	}
}

// String is the word as it stands in a tag: a class, or an attribute.
func (w *Word) String() string {
	switch name, word := Attribute(w.Text); {
	case name == "class":
		return word
	case word == "":
		return name
	default:
		return name + `="` + word + `"`
	}
}

// Units is how many units the word makes a column take at breakpoint i of a row that has n of them; ok is false where
// it says no such thing.
func (w *Word) Units(i, n int) (units int, ok bool) {
	e := w.effectAt(page.Width, i)
	switch {
	case w.On != page.Column || e == nil:
		return 0, false
	case e.Value == page.Full:
		return n, true
	case e.Value.Term != page.Taken || e.Value.At > 1:
		return 0, false
	}
	return min(int(e.Value.N), n), true
}

// IsWidth reports whether the word says how wide a column is.
func (w *Word) IsWidth() bool {
	return w.On == page.Column && len(w.Effects) > 0 && w.Effects[0].Field == page.Width
}

// A Vocabulary is the words of a kit. It is not safe for use by several at once.
type Vocabulary struct {
	kit     *kit.Kit
	words   lexicon
	ruled   *rules            // classes besides that a page has rules of its own for; nil where it has none
	known   map[string]choice // what was chosen, by what was wanted: pages say the same few things over and over
	buffer  []byte            // of keys
	steps   int               // that are left for searches
	columns map[[kit.MaxBreakpoints]kit.Columns]int
}

// A lexicon holds the words of a vocabulary: made from naming templates, or read from a stylesheet.
type lexicon interface {
	// word is the word of a class on nodes of a kind; nil when there is none.
	word(on page.Kind, class string) *Word
	// has reports whether there are words for nodes of a kind.
	has(on page.Kind) bool
	// all are the words; of those that are without end, the ones that are worth offering.
	all() []*Word
	// saying is a word that gives a field of a node a value from breakpoint i on, or there; nil when there is none.
	saying(on page.Kind, f page.Field, value page.Value, i int) *Word
	// start is what holds at breakpoint i of a node that has no words but its base.
	start(on page.Kind, i int) page.Held
	// beside reports whether words do nothing without the base word beside them.
	beside() bool
	// together are the fields of a kind of node of which words say something that also say something of f.
	together(on page.Kind, f page.Field) []page.Field
	// candidates are words by which fields can be what must hold, or anything near it.
	candidates(on page.Kind, wants []Want, columns *[kit.MaxBreakpoints]kit.Columns) []*Word
}

func newVocabulary(k *kit.Kit, words lexicon) *Vocabulary {
	return &Vocabulary{kit: k, words: words, steps: allSteps, known: map[string]choice{},
		columns: map[[kit.MaxBreakpoints]kit.Columns]int{}}
}

// Read reads the classes of a node of a kind by the cascade: what holds of each field
// at each breakpoint, and which classes are none of this vocabulary.
func (v *Vocabulary) Read(on page.Kind, said []string) (held []page.Held, unknown []string) {
	held = make([]page.Held, len(v.kit.Breakpoints))
	ranks := make([][page.NumFields]uint32, len(held))
	for i := range held {
		held[i] = v.words.start(on, i)
	}
	base := v.Base(on)
	idle := v.words.beside() && base != nil && !slices.Contains(said, base.Text)
	for _, class := range said {
		word := v.Word(on, class)
		if word == nil || idle && (on == page.Row || on == page.Column) {
			unknown = append(unknown, class)
			continue
		}
		for _, e := range word.Effects {
			for i := range held {
				if e.In.Holds(i) && e.Rank >= ranks[i][e.Field] {
					held[i][e.Field] = page.Holding{Value: e.Value, From: e.In.From}
					ranks[i][e.Field] = e.Rank
				}
			}
		}
	}
	return held, unknown
}

// Word is the word of a class on nodes of a kind; nil when there is none.
func (v *Vocabulary) Word(on page.Kind, class string) *Word {
	w := v.words.word(on, class)
	if w == nil && v.ruled != nil {
		w = v.ruled.word(on, class)
	}
	return w
}

// Offered are the words that a person may want to write, in the order in which code says them.
func (v *Vocabulary) Offered() []*Word { return v.words.all() }

// Has reports whether there are words for nodes of a kind.
func (v *Vocabulary) Has(on page.Kind) bool { return v.words.has(on) }

// Base is the word that stands on every node of a kind; nil when there is none.
func (v *Vocabulary) Base(on page.Kind) *Word {
	return v.Saying(on, page.Base, page.Value{}, 0)
}

// Saying is the word that gives a field of a node a value from a breakpoint on; nil when
// there is none.
func (v *Vocabulary) Saying(on page.Kind, field page.Field, value page.Value, from int) *Word {
	return v.words.saying(on, field, value, from)
}

// Start is what holds of a field of a node at breakpoint i that has no words but its base.
func (v *Vocabulary) Start(on page.Kind, f page.Field, i int) page.Value {
	return v.words.start(on, i)[f].Value
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
