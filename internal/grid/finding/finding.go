// Package finding is the one form in which anything is told of a page (domain section 8): what a technique cannot do,
// what is wrong in a file, what the plan only estimates.
package finding

import (
	"slices"

	"kitrows/internal/browser/lines"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/page"
)

// A Finding is one thing that is told.
type Finding struct {
	Code        Code
	Severity    Severity // of its code
	Node        string   // the id of the node that it is about; empty for none
	Breakpoints []string // their names, where it is so at some only
	Text        string   // one sentence
	At          Place
	Others      []Place // where else it is so
	Meant       bool    // it is as it is meant to be, as its node says
	Fixes       []Fix
}

// A Place is a stretch of a page's file, or of a stylesheet.
type Place struct {
	File string // of a stylesheet: its name
	markup.Span
	lines.Place // where it begins; line 0 where there is no file
}

// A Fix mends what was found: it is changes of the page's file, or settings of nodes and nodes that are taken away.
type Fix struct {
	Label    string
	Edits    []markup.Edit // of the page's file
	Settings []Setting
	Remove   []string // the ids of nodes, once the settings are made
	Keeps    bool     // it leaves every box where it is, at every width
}

// A Setting is all that is set on a node at a breakpoint.
type Setting struct {
	Node    string
	Setting page.Setting
}

// New is a finding of a code about a node.
func New(code Code, node, text string) Finding {
	return Finding{Code: code, Severity: code.Severity(), Node: node, Text: text}
}

// Joined joins findings that say the same of one node at several breakpoints. They stay in their order.
func Joined(all []Finding) (joined []Finding) {
	type key struct {
		code Code
		node string
		text string
		from int
	}
	first := map[key]int{}
	for _, f := range all {
		k := key{f.Code, f.Node, f.Text, f.At.From}
		at, known := first[k]
		if !known || len(f.Breakpoints) == 0 {
			first[k] = len(joined)
			joined = append(joined, f)
			continue
		}
		one := &joined[at]
		one.Breakpoints = append(slices.Clip(one.Breakpoints), f.Breakpoints...)
	}
	return joined
}
