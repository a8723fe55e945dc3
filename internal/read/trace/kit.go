package trace

import (
	"math"
	"strconv"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// mostAside is how far a grid may stand from the middle of its viewport, in px, to be that of a container.
const mostAside = 4

// wholeNear is how near to a whole number a length of a grid is that was meant to be one, in px.
const wholeNear = 0.26

// Kit is k with the grid at the breakpoint that serves a viewport of v px. Wider breakpoints stay as they are; all of
// them get its count of columns where all is set. Containers keep being fluid there where the grid leaves no more than
// an edge at its sides. The error says why no kit has such a grid.
func (g *Grid) Kit(k *kit.Kit, v float64, all bool) (*kit.Kit, error) {
	right := v - g.Left - g.Width()
	if math.Abs(g.Left-right) > 2*mostAside {
		return nil, fault.New("left", kit.Number(math.Round(g.Left)), "a grid in the middle of the viewport, as containers"+
			" stand there: %s px are left of it and %s px right of it. Move the picture, or give its width",
			kit.Number(math.Round(g.Left)), kit.Number(math.Round(right)))
	}
	i := k.BreakpointAt(v)
	at := k.Breakpoints[i].Name
	steps := []kit.Step{
		{Field: "columns", Breakpoint: at, Text: strconv.Itoa(g.N)},
		{Field: "gutter", Breakpoint: at, Text: px(g.Gutter)},
	}
	if all {
		steps[0].Breakpoint = k.Breakpoints[0].Name
		for _, b := range k.Breakpoints[1:] {
			steps = append(steps, kit.Step{Field: "columns", Breakpoint: b.Name})
		}
	}
	if i+1 < len(k.Breakpoints) {
		next := k.Breakpoints[i+1].Name
		if !all {
			steps = append(steps, kit.Step{Field: "columns", Breakpoint: next, Text: k.ColumnsAt(i + 1).String()})
		}
		steps = append(steps,
			kit.Step{Field: "gutter", Breakpoint: next, Text: k.GutterAt(i + 1).String()},
			kit.Step{Field: "edge", Breakpoint: next, Text: k.EdgeAt(i + 1).String()})
	}
	around := 0.0 // what rows have around their columns' content
	if k.GutterPlace.Stays() {
		around = g.Gutter
	}
	edge := kit.Step{Field: "edge", Breakpoint: at, Text: px((g.Left + right - around) / 2)}
	if _, fixed := k.Breakpoints[i].Container.Width(); !fixed {
		return drafted(k, append(steps, edge, kit.Step{Field: "container", Breakpoint: at, Text: "fluid"}))
	}
	next, err := drafted(k, append(steps, kit.Step{Field: "content", Breakpoint: at, Text: px(g.Width() + around)}))
	if err == nil {
		if outer, _ := next.Breakpoints[i].Container.Width(); outer > v { // its own edge has no room
			return drafted(k, append(steps, edge, kit.Step{Field: "container", Breakpoint: at, Text: px(v)}))
		}
	}
	return next, err
}

func drafted(k *kit.Kit, steps []kit.Step) (*kit.Kit, error) {
	d, err := k.NewDraft(steps)
	if err != nil {
		return nil, err
	}
	return d.Kit, nil
}

// px is a length of a grid as it was meant.
func px(v float64) string {
	if whole := math.Round(v); math.Abs(v-whole) <= wholeNear {
		v = whole
	}
	return kit.Number(max(0, math.Round(v*100)/100)) + "px"
}
