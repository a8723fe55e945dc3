package infer

import (
	"math"
	"slices"

	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/kit"
)

// A frame is how wide a container is at a stage.
type frame struct {
	extent kit.Extent
	edge   float64
	mixed  bool // it is that wide in the widest viewports alone
}

// frameSize is what is kept of a frame, in bytes, as budgets count it.
const frameSize = 80

// containers finds the words of containers and how wide they are.
func (a *analysis) containers() {
	a.extents = map[*word][]frame{}
	for _, w := range a.all {
		if !w.frame || w.pure < .3 || len(w.above) > 0 || len(w.needs) > 0 {
			continue
		}
		a.budget.Hold(frameSize * len(a.stages))
		sizes := make([]frame, len(a.stages))
		for s, st := range a.stages {
			sizes[s] = a.extent(w, st)
		}
		if a.extents[w] = sizes; w.text != a.Row {
			a.frames = append(a.frames, w)
		}
	}
}

// extent measures how wide a container of a word is at a stage.
func (a *analysis) extent(w *word, st stage) (f frame) {
	outer := func(v float64) (float64, float64) {
		t := a.trial(v)
		e := t.body.Add(element("div", append(slices.Clone(w.needs), w.text)...))
		leaf(e)
		t.lay()
		_, inner := t.inner(e)
		return t.boxes[e].Width, (t.boxes[e].Width - inner) / 2
	}
	style := a.alone(w, st.at)
	o, edge := outer(st.at)
	f.edge = edge
	px := func(s flow.Size) (float64, bool) {
		if s.Kind != flow.Length || s.IsPercent() || s.Slope != 0 {
			return 0, false
		}
		if style.Inner {
			return s.Px, true
		}
		return s.Px + 2*edge, true
	}
	switch {
	case style.Width.Kind == flow.Length && !style.Width.IsPercent() && len(style.Width.Ends) == 0 &&
		style.Width.Slope == 0:
		v, _ := px(style.Width)
		if limit, is := px(style.MaxWidth); is {
			v = min(v, limit)
		}
		f.extent = kit.Fixed(kit.Px(v))
	case style.MaxWidth.Kind == flow.Length && style.Width.Kind == flow.Auto && !style.MaxWidth.IsPercent():
		v, _ := px(style.MaxWidth)
		f.extent = kit.Fixed(kit.Px(v))
	case math.Abs(o-st.at) < .1:
		f.extent = kit.Fluid
	default:
		low := max(narrowest, math.Ceil(st.from))
		at, _ := outer(low)
		switch part := o / st.at * 100; {
		case math.Abs(st.at-o-low+at) < .1: // all of the viewport but for so many px
			if f.extent = kit.Fluid; w.text != a.Row { // a row's place tells it anyway
				f.edge += (low - at) / 2
			}
		case math.Abs(at/low-o/st.at) < 1e-3 && part > 1 && part < 100:
			f.extent = kit.PartOf(math.Round(part*100) / 100)
		default:
			f.extent, f.mixed = kit.Fixed(kit.Px(math.Round(o*100)/100)), math.Abs(at-o) > .5
		}
	}
	return f
}
