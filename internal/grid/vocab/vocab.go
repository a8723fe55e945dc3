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

// IsWidth reports whether the word says how wide a column is.
func (w *Word) IsWidth() bool {
	return w.On == page.Column && len(w.Effects) > 0 && w.Effects[0].Field == page.Width
}

// A Vocabulary is the words of a stylesheet. It is not safe for use by several at once.
type Vocabulary struct {
	kit      *kit.Kit
	families []*family
	made     map[effectKey]*Word // by what they do, so that each word is made once
	known    map[wantKey]choice
	steps    int               // that are left for searches among the words of a stylesheet
	imported *Imported         // where the words are a stylesheet's; else nil
	ruled    *rules            // classes besides that a page has rules of its own for; nil where it has none
	together map[string]choice // of a stylesheet's words, by what is wanted
	key      []byte
	columns  map[[kit.MaxBreakpoints]kit.Columns]int
}

type effectKey struct {
	on    page.Kind
	field page.Field
	value page.Value
	from  int8
}

// Read reads the classes of a node of a kind by the cascade: what holds of each field
// at each breakpoint, and which classes are none of this vocabulary.
func (v *Vocabulary) Read(on page.Kind, said []string) (held []page.Held, unknown []string) {
	held = make([]page.Held, len(v.kit.Breakpoints))
	ranks := make([][page.NumFields]uint32, len(held))
	for i := range held {
		held[i] = page.Defaults(on)
		if v.imported != nil && i < len(v.imported.Starts[on]) {
			held[i] = v.imported.Starts[on][i]
		}
	}
	base := v.Base(on)
	idle := (v.kit.Naming.Beside || v.imported != nil) && base != nil && !slices.Contains(said, base.Text)
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
	if v.imported != nil {
		if w := v.imported.by[on][class]; w != nil || v.ruled == nil {
			return w
		}
		return v.ruled.word(on, class)
	}
	for _, f := range v.families {
		if f.says.On != on {
			continue
		}
		for _, m := range f.reader(v.kit).Read(class) {
			return v.word(f, f.value(m), m.BP)
		}
	}
	return nil
}

// Has reports whether there are words for nodes of a kind.
func (v *Vocabulary) Has(on page.Kind) bool { return v.imported == nil || len(v.imported.by[on]) > 0 }

// Base is the word that stands on every node of a kind; nil when there is none.
func (v *Vocabulary) Base(on page.Kind) *Word {
	return v.Saying(on, page.Base, page.Value{}, 0)
}

// Saying is the word that gives a field of a node a value from a breakpoint on; nil when
// there is none.
func (v *Vocabulary) Saying(on page.Kind, field page.Field, value page.Value, from int) *Word {
	if v.imported != nil {
		return v.saying(on, field, value, from)
	}
	value = value.Bare()
	key := effectKey{on, field, value, int8(from)}
	if word := v.made[key]; word != nil {
		return word
	}
	for _, f := range v.families {
		says := f.says
		if says.On == on && says.Field == field && (len(says.Terms) == 0 || slices.Contains(says.Terms, value.Term)) &&
			f.Template != "" && !(f.Later && from == 0) {
			return v.word(f, value, from)
		}
	}
	return nil
}
