package infer

import (
	"slices"
	"strings"
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
