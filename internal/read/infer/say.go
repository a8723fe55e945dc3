package infer

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// Settles reports whether a choice is one of those of a doubt that there is.
func (r *Reading) Settles(doubt, choice string) bool {
	return slices.ContainsFunc(r.Doubts, func(d Doubt) bool {
		return d.ID == doubt && slices.ContainsFunc(d.Options, func(o Option) bool { return o.ID == choice })
	})
}

// Choices lists the doubts and what may be chosen, as a refusal has it.
func (r *Reading) Choices() string {
	var all []string
	for _, d := range r.Doubts {
		for _, o := range d.Options {
			all = append(all, d.ID+"="+o.ID)
		}
	}
	if len(all) == 0 {
		return "no choice: nothing is in doubt"
	}
	return "one of " + strings.Join(all, ", ")
}

// Says is what a word says, a text for each thing: what, and at which breakpoints.
func (r *Reading) Says(w *vocab.Word) (all []string) {
	if w.Base {
		return []string{"is a " + string(w.On)}
	}
	for _, e := range w.Effects {
		text := e.Field.Words(e.Value)
		switch {
		case e.Field == page.Frames:
			text = "is a container: " + e.Value.String()
		case e.Field == page.Ends && e.Value == page.First:
			text = "begins a line"
		case e.Field == page.Ends:
			text = "ends a line"
		}
		all = append(all, text+r.span(e.In))
	}
	return all
}

// span is the breakpoints of a range in words; empty where it is all of them.
func (r *Reading) span(in vocab.Range) string {
	b := r.Kit.Breakpoints
	switch from, to := int(in.From), int(in.To); {
	case from == 0 && to == len(b):
		return ""
	case to == len(b):
		return " from " + b[from].Name
	case from == 0:
		return " below " + b[to].Name
	case to == from+1:
		return " at " + b[from].Name
	default:
		return fmt.Sprintf(" from %s up to %s", b[from].Name, b[to-1].Name)
	}
}
