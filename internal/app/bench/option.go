package bench

import (
	"context"
	"maps"

	"kitrows/internal/grid/kit"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
)

// An OptionSketch is what choosing an option of a doubt would mean: rows of equal columns, drawn by the
// stylesheet. Where no grid comes of it, there is no sketch.
type OptionSketch struct {
	Doubt  string  `json:"doubt"`
	Option string  `json:"option"`
	Sketch *Sketch `json:"sketch,omitempty"`
	Says   string  `json:"says" doc:"The grid that it comes to, in words."`
}

// NewOptionSketches draws what each option of a kit's doubts would mean.
func NewOptionSketches(k *kit.Kit) []OptionSketch {
	all := []OptionSketch{}
	r := infer.Of(k)
	if r == nil {
		return all
	}
	for _, d := range r.Doubts {
		for _, o := range d.Options {
			choices := maps.Clone(k.Imported.Choices)
			if choices == nil {
				choices = map[string]string{}
			}
			choices[d.ID] = o.ID
			one := OptionSketch{Doubt: d.ID, Option: o.ID, Says: "no grid comes of it"}
			if with, _, err := infer.Kit(context.Background(), k.ID, k.Name, k.Imported.Files, choices); err == nil {
				last := len(with.Breakpoints) - 1
				l := layout.Of(with, foreign.Equals(with))
				lane := newLane(l, l.Plan(with.Breakpoints[last].Lane.Px()))
				one.Sketch = sketch(&lane, nil)
				one.Says = with.Columns.String() + " columns, gutter " + with.GutterAt(last).String() + ", " +
					string(with.Technique)
			}
			all = append(all, one)
		}
	}
	return all
}
