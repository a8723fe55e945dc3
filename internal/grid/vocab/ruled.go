package vocab

import (
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// What the classes begin with that a page has rules of its own for: those that hold from a breakpoint on, and those
// that hold at one alone.
const (
	ruledFrom = "kr-own-"
	ruledAt   = "kr-only-"
)

// topRank is above the rank of every rule of a stylesheet: a page's own rules are important.
const topRank = 1 << 30

// rules are the classes that a page may have rules of its own for. They are named as the classes of our kits are.
type rules struct {
	can      func(Missing) bool // whether a rule can say something
	from, at *templates
	made     map[*Word]*Word // by the words that their names are of
}

// WithRules is the vocabulary of a stylesheet with classes besides, for what none of its words says. Can reports
// whether a rule can say something.
func (v *Vocabulary) WithRules(can func(Missing) bool) *Vocabulary {
	v.ruled = &rules{can: can, from: newTemplates(renamed(v.kit, ruledFrom)), at: newTemplates(renamed(v.kit, ruledAt)),
		made: map[*Word]*Word{}}
	return v
}

// renamed is a kit whose classes are our own, but for what they begin with.
func renamed(k *kit.Kit, start string) *kit.Kit {
	own := *k
	own.Imported, own.Naming = nil, kit.OurNaming
	for _, t := range own.Naming.Templates() {
		text := strings.Replace(string(t.Template), "kr-", start, 1)
		own.Naming.Set(t.Field, kit.Template(strings.Replace(text, "[-at-{at}]", "", 1)))
	}
	return &own
}

// word is the word of a class; nil where there is no rule for it.
func (r *rules) word(on page.Kind, class string) *Word {
	for _, v := range []*templates{r.from, r.at} {
		if w := v.word(on, class); w != nil {
			return r.ruled(v, w)
		}
	}
	return nil
}

// words are those that give a field of a node a value at breakpoint i: from there on, and there alone.
func (r *rules) words(on page.Kind, f page.Field, value page.Value, i int) (all []*Word) {
	// as units of the row at that breakpoint
	if up, low, ok := value.PartOf(r.from.kit.ColumnsAt(i).N()); f.IsUnits() && ok {
		n := r.from.kit.ColumnsAt(i).N()
		switch {
		case value.Term == page.Whole:
		case up*n%low == 0 && f == page.Width:
			value = page.Take(up * n / low)
		case up*n%low == 0:
			value = page.Of(up * n / low)
		case f != page.Width:
			return nil
		}
	}
	for _, v := range []*templates{r.from, r.at} {
		if named := v.saying(on, f, value, i); named != nil {
			if w := r.ruled(v, named); w != nil {
				all = append(all, w)
			}
		}
	}
	return all
}

// ruled is the word of the name of another; nil where no rule can say it wherever it holds.
func (r *rules) ruled(v *templates, named *Word) *Word {
	w, known := r.made[named]
	if known {
		return w
	}
	if len(named.Effects) == 1 {
		e := named.Effects[0]
		from := int(e.In.From)
		if e.Rank = topRank + uint32(from); v == r.at {
			e.In.To = e.In.From + 1
			e.Rank += kit.MaxBreakpoints
		}
		w = &Word{Text: named.Text, On: named.On, Ruled: true, Effects: []Effect{e},
			place: topRank + int(e.Field)*kit.MaxBreakpoints + from}
		for i := from; i < int(e.In.To); i++ {
			same := !e.Field.IsUnits() || e.Value.Term == page.Portion ||
				v.kit.ColumnsAt(i).N() == v.kit.ColumnsAt(from).N()
			if !same || !r.can(Missing{On: w.On, Field: e.Field, Value: e.Value, Breakpoint: i}) {
				w = nil
				break
			}
		}
	}
	r.made[named] = w
	return w
}

// ruledFor are the words by which rules can say what is missing, and what they would stand above.
func (v *Vocabulary) ruledFor(on page.Kind, wants []Want, missing []Missing) (all []*Word) {
	if v.ruled == nil {
		return nil
	}
	for w := range wants {
		if !slices.ContainsFunc(missing, func(m Missing) bool { return m.Field == wants[w].Field }) {
			continue
		}
		for i, must := range wants[w].Must[:len(v.kit.Breakpoints)] {
			if must.Term == page.None {
				continue
			}
			for _, word := range v.ruled.words(on, wants[w].Field, must, i) {
				if !slices.Contains(all, word) {
					all = append(all, word)
				}
			}
		}
	}
	return all
}
