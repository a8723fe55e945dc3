package infer

import (
	"slices"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/vocab"
)

// A Reading is what was read of a stylesheet: the kit's numbers, what its words do, and how that is
// known.
type Reading struct {
	Kit     *kit.Kit
	Words   *vocab.Imported
	Cascade *css.Cascade // with what every page adds to it
	Files   int          // how many of the cascade's files are the user's

	Row, Cell, Inner string // the words of every row, column and element in a column; empty for none
	Facts            []Fact
	Findings         []finding.Finding // what was not understood
	Doubts           []Doubt
	Contain          bool  // rows are containers themselves, of a width in px: they fit in no column
	Joined           bool  // no white space may stand between columns in the markup
	Ways             []Way // how columns stand, by breakpoint
	Ends             Ends  // in which rows columns have words for the ends of their lines
	Idle             int   // rules that have nothing to do with the grid
}

// How sure a fact is (section 10).
const (
	Read     = "read"
	Inferred = "inferred"
)

// A Fact is one thing that was read of a stylesheet, with the rules that say it.
type Fact struct {
	What  string // what it is about: columns, gutter, row, a word
	Text  string
	Sure  string
	Rules []vocab.Rule
}

// A Doubt is something that can be read in several ways; Options has the simplest first.
type Doubt struct {
	ID       string
	Question string
	Options  []Option
	Chosen   string // the id of the option that the reading goes by
}

// An Option is one way to read what is in doubt.
type Option struct{ ID, Text string }

// Roots are the numbers of the files that pages link, in their order: those that no other imports.
func (r *Reading) Roots() (all []int) {
	if r == nil {
		return nil
	}
	for _, at := range r.Cascade.Roots() {
		if at < r.Files {
			all = append(all, at)
		}
	}
	return all
}

// RulesOf are the stretches of a finding, as rules of the stylesheet.
func (r *Reading) RulesOf(f finding.Finding) (all []vocab.Rule) {
	for _, at := range append([]finding.Place{f.At}, f.Others...) {
		if file := slices.Index(r.Cascade.Names, at.File); file >= 0 && at.To > at.From {
			all = append(all, vocab.Rule{File: file, From: at.From, To: at.To})
		}
	}
	return all
}
