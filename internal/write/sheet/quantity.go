package sheet

import (
	"slices"

	"kitrows/internal/browser/css"
)

// A quantity is something the kit says at each breakpoint and a row may say for
// itself.
type quantity struct {
	name  string
	at    []string // what the kit says, by breakpoint
	own   bool     // rows may say otherwise
	named bool     // it is a custom property
}

func (s *Styler) quantity(name string, own, named bool, at func(i int) string) quantity {
	q := quantity{name: name, own: own, named: named || own}
	for i := range s.k.Breakpoints {
		q.at = append(q.at, at(i))
		q.named = q.named || q.at[i] != q.at[0]
	}
	return q
}

// varies reports whether the kit says something else from some breakpoint on.
func (q quantity) varies() bool {
	return slices.ContainsFunc(q.at, func(text string) bool { return text != q.at[0] })
}

// text is the quantity in a declaration; empty when it is nothing.
func (q quantity) text() string {
	if q.named {
		return "var(--kr-" + q.name + ")"
	}
	if q.at[0] == "0" || q.at[0] == "0px" {
		return ""
	}
	return q.at[0]
}

// row is what a row's rule declares of it at breakpoint i.
func (q quantity) row(i int) (all []css.Declaration) {
	name := "--kr-" + q.name
	if !q.named || i > 0 && q.at[i] == q.at[i-1] {
		return nil
	}
	if q.own && q.varies() {
		if i == 0 {
			all = append(all, css.D(name, "var(--kr-kit-"+q.name+")"))
		}
		name = "--kr-kit-" + q.name
	}
	return append(all, css.D(name, q.at[i]))
}

// back is what a row says to go back to the kit's.
func (q quantity) back() string {
	if q.varies() {
		return "var(--kr-kit-" + q.name + ")"
	}
	return q.at[0]
}
