package infer

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
)

// A size is how wide a word makes what has it: so many percent and px, or over so many tracks.
type size struct {
	percent, px float64
	span        int
}

// amount is the one number that tells sizes of one family apart.
func (s size) amount() float64 {
	switch {
	case s.span > 0:
		return float64(s.span)
	case s.percent != 0:
		return s.percent
	}
	return s.px
}

// unit is what it counts in.
func (s size) unit() string {
	switch {
	case s.span > 0:
		return "span"
	case s.percent != 0:
		return "percent"
	}
	return "px"
}

// sized is the size that a style has, if it is one of a column: over 0.
func sized(s *flow.Style) (z size, ok bool) {
	if span := max(s.ColumnStart.Span, s.ColumnEnd.Span); span > 0 {
		return size{span: span}, s.ColumnStart.At == 0 && s.ColumnEnd.At == 0 // or else it has a place of its own
	}
	if s.ColumnStart.At > 0 && s.ColumnEnd.At > s.ColumnStart.At || s.ColumnEnd.At == -1 && s.ColumnStart.At == 1 {
		return z, false
	}
	for _, one := range []flow.Size{s.Basis, s.Width, s.MaxWidth} {
		if one.Kind != flow.Length {
			continue
		}
		// the slope is the percentage, also of what is no straight line
		low, high := one.Of(1000), one.Of(2000)
		z = size{percent: (high - low) / 10, px: 2*low - high}
		if math.Abs(z.percent) < 1e-9 {
			z.percent = 0
		}
		if z.percent > 0 || z.px > 0 && z.percent == 0 {
			return z, true
		}
	}
	return z, false
}

// A fit is what sizes are multiples of: n units of N come to n·pitch less a gutter.
type fit struct {
	columns int
	pitch   float64
	gutter  float64
	score   float64
}

// units is how many units a size is, where that is a whole number from 1 on.
func (f fit) units(v float64) (n int, ok bool) {
	u := (v + f.gutter) / f.pitch
	n = int(math.Round(u))
	return n, n >= 1 && n <= f.columns && math.Abs(u-float64(n))*f.pitch < f.slack(v)
}

// slack is how far off a size may be that is rounded to a few decimals.
func (f fit) slack(v float64) float64 { return 1.2e-2 + v*1e-5 }

// maxColumns is the most columns a stylesheet may have.
const maxColumns = 120

// fits finds what a family of sizes are multiples of, the best first: as many of them as can be,
// with as few units as can be that none of them is.
func fits(sizes []float64, unit string) (all []fit) {
	slices.Sort(sizes)
	sizes = slices.CompactFunc(slices.Clone(sizes), func(a, b float64) bool { return math.Abs(a-b) < 2e-3 })
	total := float64(len(sizes))
	if total == 0 {
		return nil
	}
	try := func(f fit) {
		if f.columns < 1 || f.columns > maxColumns || f.pitch <= 0 {
			return
		}
		hit := map[int]bool{}
		covered := 0.0
		for _, v := range sizes {
			if n, ok := f.units(v); ok {
				hit[n] = true
				covered++
			}
		}
		share := covered / total
		f.score = share * share * share * float64(len(hit)) / float64(f.columns)
		if covered > 0 {
			all = append(all, f)
		}
	}
	most := sizes[len(sizes)-1]
	switch unit {
	case "span":
		try(fit{columns: int(most), pitch: 1})
	case "percent":
		for n := 1; n <= maxColumns; n++ {
			try(fit{columns: n, pitch: 100 / float64(n)})
		}
	}
	if unit != "span" {
		for _, step := range steps(sizes) {
			for _, narrowest := range sizes[:min(len(sizes), 4)] {
				for units := 1.0; units <= 2; units++ { // which the narrowest may be
					f := progression(sizes, step, step*units-narrowest)
					// else columns have no width
					if f.columns < 2 || f.gutter < 1e-6 || f.gutter > widestGutter*f.pitch {
						continue
					}
					if unit == "px" {
						try(f)
						continue
					}
					// the row has a gutter less than its units, or as many
					for _, whole := range []float64{100 + f.gutter, 100} {
						g := f
						if n := math.Round(whole / f.pitch); n > float64(f.columns) && n <= maxColumns {
							g.columns = int(n) // none of them is as wide as the row
						}
						if math.Abs(g.pitch*float64(g.columns)-whole) < .05 {
							try(g)
						}
					}
				}
			}
		}
	}
	slices.SortStableFunc(all, func(a, b fit) int {
		switch {
		case a.score > b.score+1e-9:
			return -1
		case a.score < b.score-1e-9:
			return 1
		}
		return a.columns - b.columns
	})
	return all
}

// widestGutter is how much of a pitch a gutter may be.
const widestGutter = .95

// steps are the differences between sizes that stand beside one another, each once.
func steps(sizes []float64) (all []float64) {
	for i := 1; i < len(sizes) && len(all) < 24; i++ {
		step := sizes[i] - sizes[i-1]
		if !slices.ContainsFunc(all, func(known float64) bool { return math.Abs(known-step) < .02 }) {
			all = append(all, step)
		}
	}
	return all
}

// progression fits sizes that are multiples of a step, less a gutter, as exactly as they can be.
func progression(sizes []float64, step, gutter float64) (f fit) {
	f = fit{columns: maxColumns, pitch: step, gutter: gutter}
	low, high, count := 0.0, 0.0, 0
	for _, v := range sizes {
		if n, ok := f.units(v); ok {
			if low == 0 {
				low = v
			}
			high, count = v, n
		}
	}
	if f.columns = count; high > low && low > 0 {
		first, _ := fit{columns: maxColumns, pitch: step, gutter: gutter}.units(low)
		if count > first {
			f.pitch = (high - low) / float64(count-first)
			f.gutter = f.pitch*float64(count) - high
		}
	}
	return f
}

// A family is words that make what has them so wide, in one way.
type family struct {
	words []*word
	sizes map[*word]size
	best  []fit
	at    []float64 // the viewports in which they hold, those where most do first
}

func (f *family) unit() string {
	if len(f.words) == 0 {
		return "percent"
	}
	return f.sizes[f.words[0]].unit()
}

// score is how sure it is that the family is that of the widths of columns.
func (f *family) score() float64 {
	if len(f.best) == 0 {
		return 0
	}
	pure := 0.0
	for _, w := range f.words {
		pure += w.pure
	}
	return f.best[0].score * math.Log2(1+float64(len(f.words))) * pure / float64(len(f.words))
}

// families gathers the words that say a width, at every width that is looked at, by how they say it.
func (l *lab) families(all []*word, widths []float64) (list []*family) {
	by := map[string]*family{}
	for _, w := range all {
		if !w.says("width", "flex-basis", "max-width", "grid-column-end", "grid-column-start") && !l.sizes(w) ||
			w.frame {
			continue
		}
		for _, width := range widths {
			if !w.active(l, width) {
				continue
			}
			style := l.alone(w, width)
			z, ok := sized(style)
			if !ok || w.given && z.percent > 100.01 {
				continue
			}
			key := z.unit()
			for _, need := range append(slices.Clone(w.needs), w.above...) {
				key += " " + need
			}
			f := by[key]
			if f == nil {
				f = &family{sizes: map[*word]size{}}
				by[key] = f
				list = append(list, f)
			}
			if _, known := f.sizes[w]; !known {
				f.words = append(f.words, w)
				f.sizes[w] = z
			}
		}
	}
	for _, f := range list {
		active := map[float64]int{}
		for _, width := range widths {
			for _, w := range f.words {
				if w.active(l, width) {
					active[width]++
				}
			}
			if active[width] > 0 {
				f.at = append(f.at, width)
			}
		}
		slices.SortStableFunc(f.at, func(a, b float64) int { return active[b] - active[a] })
		sizes := make([]float64, 0, len(f.words))
		for _, w := range f.words {
			sizes = append(sizes, f.sizes[w].amount())
		}
		if f.best = fits(sizes, f.unit()); f.unit() == "span" {
			f.best = l.tracks(all, f)
		}
	}
	slices.SortStableFunc(list, func(a, b *family) int { return cmp.Compare(b.score(), a.score()) })
	return list
}

// tracks are the fits of words that span tracks: as many columns as grids have that hold them, or else as
// the widest spans.
func (l *lab) tracks(all []*word, f *family) []fit {
	best := f.best
	if len(best) == 0 {
		return nil // they span more than grids have
	}
	for _, w := range all {
		if !w.active(l, f.at[0]) {
			continue
		}
		style := l.alone(w, f.at[0])
		n := len(style.Columns.Tracks)
		known := slices.ContainsFunc(best, func(one fit) bool { return one.columns == n })
		if enough := n >= f.best[0].columns || f.words[0].given; style.Display == flow.Grid && enough && n > 1 &&
			n <= maxColumns && !known {
			best = append([]fit{{columns: n, pitch: 1, score: f.best[0].score}}, best...)
		}
	}
	if len(best) > 1 {
		return best[:len(best)-1] // a grid tells more than the widest span
	}
	return best
}

// says reports whether a rule of the word declares one of the longhands.
func (w *word) says(names ...string) bool {
	for _, u := range w.uses {
		for i := range u.rule.Sets {
			if slices.Contains(names, u.rule.Sets[i].Name) {
				return true
			}
		}
	}
	return false
}

// sizes reports whether the word sets a custom property on which a rule that it needs makes the width of columns hang.
func (l *lab) sizes(w *word) bool {
	for _, u := range w.through {
		for i := range u.rule.Sets {
			if !slices.Contains(sizing, u.rule.Sets[i].Name) {
				continue
			}
			if slices.ContainsFunc(l.reached(u.rule.Sets[i]), func(name string) bool { return w.says(name) }) {
				return true
			}
		}
	}
	return w.given
}

// custom reports whether a rule of the word sets a custom property, which others may use.
func (w *word) custom() bool {
	return slices.ContainsFunc(w.uses, func(u use) bool {
		return slices.ContainsFunc(u.rule.Sets, func(p css.Put) bool { return len(p.Name) > 2 && p.Name[:2] == "--" })
	})
}

// active reports whether a rule of the word holds in a viewport so wide.
func (w *word) active(l *lab, width float64) bool {
	s := l.styler(width)
	return slices.ContainsFunc(w.uses, func(u use) bool { return s.Holds(u.rule) })
}

// alone is the style of an element that has the word, with what its selectors need around and beside it.
func (l *lab) alone(w *word, width float64) *flow.Style {
	key := signAt{w.sign, width}
	if st := l.known[key]; st != nil {
		return st
	}
	s := l.styler(width)
	html := element("html")
	e := html.Add(element("body"))
	style := s.Style(e, s.Root(html))
	for _, above := range w.above {
		e = e.Add(element("div", above))
		style = s.Style(e, style)
	}
	e = e.Add(element("div", append(slices.Clone(w.needs), w.text)...))
	l.known[key] = s.Style(e, style)
	return l.known[key]
}

// signAt is words of one sign in a viewport.
type signAt struct {
	sign int
	at   float64
}
