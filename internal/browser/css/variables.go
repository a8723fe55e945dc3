package css

import (
	"strings"

	"kitrows/internal/browser/budget"
)

// Variables are the custom properties of an element as they are computed: its own, and those that it inherits. They are
// never changed. Nil has none.
type Variables struct {
	outer *Variables // of the element around
	own   map[string]variable
}

// variable is what a custom property comes to; is reports whether it holds anything.
type variable struct {
	text string
	is   bool
}

// variableSize is what is kept of one besides its text, in bytes, as budgets count it.
const variableSize = 80

// Lookup is what a custom property holds, as it is written.
func (v *Variables) Lookup(name string) (value string, ok bool) {
	for ; v != nil; v = v.outer {
		if held, has := v.own[name]; has {
			return held.text, held.is
		}
	}
	return "", false
}

// Within works out, within a budget, the custom properties that are declared for an element, in one with these. One
// that holds nothing, or goes round in a circle, holds nothing for other properties either.
func (v *Variables) Within(b *budget.Budget, declared map[string]string) *Variables {
	if len(declared) == 0 {
		return v
	}
	r := resolver{b: b, declared: declared, to: &Variables{v, make(map[string]variable, len(declared))},
		at: map[string]int{}}
	for name := range declared {
		r.resolve(name)
	}
	return r.to
}

// resolver works out custom properties, each once.
type resolver struct {
	b        *budget.Budget
	declared map[string]string
	to       *Variables
	stack    []string        // those that are being worked out, each for the one before it
	at       map[string]int  // where they stand there
	circle   map[string]bool // those of them that go round in a circle
}

func (r *resolver) resolve(name string) (value string, ok bool) {
	text, own := r.declared[name]
	if !own {
		return r.to.outer.Lookup(name)
	}
	if known, has := r.to.own[name]; has {
		return known.text, known.is
	}
	if at, is := r.at[name]; is {
		if r.circle == nil {
			r.circle = map[string]bool{}
		}
		for _, in := range r.stack[at:] {
			r.circle[in] = true
		}
		return "", false
	}
	r.b.Step(8)
	r.b.Hold(variableSize)
	v := variable{text, true}
	if IsVariable(text) {
		r.at[name], r.stack = len(r.stack), append(r.stack, name)
		substituted, err := Substitute(r.b, text, r.resolve)
		r.stack = r.stack[:len(r.stack)-1]
		delete(r.at, name)
		r.b.Hold(len(substituted))
		v = variable{substituted, err == nil && !r.circle[name]}
	}
	if v.is {
		switch strings.ToLower(v.text) {
		case "initial":
			v = variable{}
		case "inherit", "unset", "revert", "revert-layer":
			v.text, v.is = r.to.outer.Lookup(name)
		}
	}
	if !v.is {
		v.text = ""
	}
	r.to.own[name] = v
	return v.text, v.is
}
