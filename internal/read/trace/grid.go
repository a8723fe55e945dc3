package trace

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/grid/design"
)

// A Grid is equal columns with gutters between them, in px of a picture.
type Grid struct {
	N      int     `json:"columns"`
	Column float64 `json:"column"` // how wide each is
	Gutter float64 `json:"gutter"`
	Left   float64 `json:"left"` // where the first begins
	Off    float64 `json:"off"`  // how far the edges of frames are off it: the root of the mean of the squares
	Worst  float64 `json:"worst"`
	Filled bool    `json:"filled"` // frames begin at its first column and end at its last

	on, lefts int // how many edges are on it, and how many of these are left ones
}

// Width is from where the first column begins to where the last one ends.
func (g *Grid) Width() float64 { return float64(g.N)*(g.Column+g.Gutter) - g.Gutter }

// IsWhole reports whether its columns and gutters are whole px.
func (g *Grid) IsWhole() bool {
	return g.Column == math.Round(g.Column) && g.Gutter == math.Round(g.Gutter)
}

// counts are how many columns are tried, the usual ones first: of grids that fit alike the first is the likeliest. Any
// fits where twice as many columns do, so those with few that divide another come after it.
var counts = []int{12, 16, 24, 10, 8, 6, 5, 20, 18, 9, 14, 15, 7, 4, 3, 2, 11, 13, 17, 19, 21, 22, 23}

// What a fitting grid may be off, in px: on the whole, and at one edge. And what counts as no worse.
const (
	mostOff   = 1.5
	mostWorst = 4
	alike     = 0.35
	wholeOff  = 0.1 // more, of whole px
	near      = 2.5 // what is on a grid, of frames that were found
)

// widestGutter is the widest that is looked for, in px.
const widestGutter = 96

// GridsOf are the grids that fit frames best, the likeliest first; there is at most one of each count of columns. None
// fits fewer than two frames. Each edge of frames that were drawn must fit; of those that were found in a picture,
// words seldom reach to the end of their column, so it is enough that most left edges do and some right ones.
func GridsOf(frames []design.Frame, drawn bool) []Grid {
	all := gridsOf(frames, drawn)
	if drawn && len(all) == 0 { // some stand on no grid, or on that of a nested row
		return gridsOf(frames, false)
	}
	return all
}

func gridsOf(frames []design.Frame, drawn bool) []Grid {
	if !drawn || len(frames) < 2 {
		frames = design.Flat(frames) // those in others may stand on the same grid
	}
	if len(frames) < 2 {
		return nil
	}
	e := edgesOf(frames, drawn)
	if len(e.rights) == 0 {
		return nil
	}
	var all []Grid
	for _, n := range counts {
		if g, is := e.fitted(n); is {
			all = append(all, g)
		}
	}
	if len(all) == 0 {
		return nil
	}
	// Of those that fit no worse than the best does: by how far they are off, where whole px, columns that are filled and
	// usual counts make up for a part of it.
	best := slices.MaxFunc(all, func(a, b Grid) int { return e.compare(&a, &b) })
	slices.SortStableFunc(all, func(a, b Grid) int {
		worse, than := e.compare(&a, &best) < 0, e.compare(&b, &best) < 0
		switch {
		case worse && than:
			return e.compare(&b, &a)
		case worse != than && worse:
			return 1
		case worse != than:
			return -1
		}
		return cmp.Compare(a.cost(), b.cost())
	})
	return all
}

// What makes up for how many px that a grid is off.
const (
	wholeWorth  = 0.25
	filledWorth = 2
	usualWorth  = 0.05 // that a count comes one earlier among counts
)

// cost is how far a grid is off, with what makes up for it.
func (g *Grid) cost() float64 {
	cost := g.Off + usualWorth*float64(slices.Index(counts, g.N))
	if g.IsWhole() {
		cost -= wholeWorth
	}
	if g.Filled {
		cost -= filledWorth
	}
	return cost
}

// edges are the distinct left and right edges of frames, from left to right.
type edges struct {
	lefts, rights []edge
	drawn         bool
}

// An edge is one that so many frames have, which counts up to three times.
type edge struct {
	x    float64
	many int
}

// How often an edge counts at most, and how many edges are looked at on a side.
const (
	mostMany  = 3
	mostEdges = 120
)

func edgesOf(frames []design.Frame, drawn bool) *edges {
	var lefts, rights []float64
	for _, f := range frames {
		if lefts = append(lefts, f.X); !drawn || !f.Loose {
			rights = append(rights, f.Right())
		}
	}
	e := &edges{drawn: drawn}
	if drawn {
		e.lefts, e.rights = joined(lefts, 1, middle), joined(rights, 1, middle)
		return e
	}
	// Letters begin and end a little inside of the place they have.
	e.lefts, e.rights = joined(lefts, 2, slices.Min), joined(rights, 2, slices.Max)
	return e
}

// middle is that of numbers.
func middle(all []float64) float64 {
	sum := 0.0
	for _, v := range all {
		sum += v
	}
	return sum / float64(len(all))
}

// joined are numbers in their order, those that are less than so much from the one before as the one of them that is
// asked for.
func joined(all []float64, apart float64, which func([]float64) float64) (edges []edge) {
	slices.Sort(all)
	for first := 0; first < len(all); {
		end := first + 1
		for end < len(all) && all[end]-all[end-1] < apart {
			end++
		}
		edges = append(edges, edge{which(all[first:end]), min(end-first, mostMany)})
		first = end
	}
	if len(edges) > mostEdges { // those that most frames have
		slices.SortStableFunc(edges, func(a, b edge) int { return b.many - a.many })
		edges = edges[:mostEdges]
		slices.SortFunc(edges, func(a, b edge) int { return cmp.Compare(a.x, b.x) })
	}
	return edges
}

// count is how often edges count together.
func count(all []edge) (n int) {
	for _, e := range all {
		n += e.many
	}
	return n
}

// compare is over 0 where a grid fits better than another: more edges are on it than are on any, or they are nearer.
func (e *edges) compare(a, b *Grid) int {
	if !e.drawn {
		if d := e.score(a) - e.score(b); math.Abs(d) > 1 {
			return cmp.Compare(d, 0)
		}
	}
	if d := b.Off - a.Off; math.Abs(d) > alike {
		return cmp.Compare(d, 0)
	}
	return 0
}

// score is how many edges are on a grid, without those that are on any with columns as narrow.
func (e *edges) score(g *Grid) float64 {
	chance := min(1, 2*near/(g.Column+g.Gutter))
	return float64(g.on) - chance*float64(count(e.lefts)+count(e.rights))
}

// fitted is the grid of n columns that fits edges best: each gutter is tried, and that the frames do not reach the
// first or the last columns. Is says whether it fits at all.
func (e *edges) fitted(n int) (best Grid, is bool) {
	first := e.lefts[0].x
	ends := e.rights[len(e.rights)-1:]
	if !e.drawn { // the last may be words that reach no end
		ends = e.rights[max(0, len(e.rights)-4):]
	}
	for _, last := range ends {
		for gutter := 0.0; gutter <= widestGutter; gutter += 2 {
			for unreached := range min(3, n) {
				for before := 0; before <= unreached; before++ {
					pitch := (last.x - first + gutter) / float64(n-unreached)
					if pitch < gutter+4 {
						continue
					}
					g := Grid{N: n, Column: pitch - gutter, Gutter: gutter, Left: first - float64(before)*pitch}
					for range 3 { // by the units that the edges are nearest to, until these stay
						if !e.refine(&g) {
							break
						}
					}
					if e.measure(&g); !e.fits(&g) {
						continue
					}
					d := e.compare(&g, &best)
					if !is || d > 0 || d == 0 && g.Off < best.Off-1e-6 {
						best, is = g, true
					}
				}
			}
		}
	}
	if !is {
		return best, false
	}
	best.Gutter = max(0, best.Gutter)
	if whole := e.rounded(&best); whole.Off <= best.Off+wholeOff && whole.on >= best.on {
		best = whole
	}
	return best, true
}

// fits reports whether enough edges are on a grid.
func (e *edges) fits(g *Grid) bool {
	if g.Column <= 0 || g.Gutter < -alike || g.Off > mostOff {
		return false
	}
	if e.drawn {
		return g.Worst <= mostWorst
	}
	return g.lefts*2 >= count(e.lefts) && g.on-g.lefts >= min(3, count(e.rights)) && e.score(g) > 2
}

// refine moves a grid to where the edges are nearest to it by least squares, each to the unit that it is nearest to
// now; not where they do not say how. Of frames that were found, edges that are far off are left out.
func (e *edges) refine(g *Grid) bool {
	// A left edge is Left + i·pitch, a right one Left + i·pitch − gutter.
	pitch := g.Column + g.Gutter
	var m [3][4]float64
	add := func(at edge, first, gutter float64) {
		x, many := at.x, float64(at.many)
		unit := math.Round((x - first) / pitch)
		if !e.drawn && math.Abs(x-first-unit*pitch) > 2*near {
			return
		}
		row := [4]float64{1, unit, gutter, x}
		for i := range 3 {
			for j := range 4 {
				m[i][j] += many * row[i] * row[j]
			}
		}
	}
	for _, l := range e.lefts {
		add(l, g.Left, 0)
	}
	for _, r := range e.rights {
		add(r, g.Left-g.Gutter, -1)
	}
	s, is := solved(m)
	if !is || s[1] <= s[2] {
		return false
	}
	g.Left, g.Column, g.Gutter = s[0], s[1]-s[2], s[2]
	return true
}

// solved is what three equations come to; not where they do not say.
func solved(m [3][4]float64) (s [3]float64, is bool) {
	for i := range 3 {
		at := i
		for j := i + 1; j < 3; j++ {
			if math.Abs(m[j][i]) > math.Abs(m[at][i]) {
				at = j
			}
		}
		if m[i], m[at] = m[at], m[i]; math.Abs(m[i][i]) < 1e-9 {
			return s, false
		}
		for j := range 3 {
			if j == i {
				continue
			}
			f := m[j][i] / m[i][i]
			for c := i; c < 4; c++ {
				m[j][c] -= f * m[i][c]
			}
		}
	}
	return [3]float64{m[0][3] / m[0][0], m[1][3] / m[1][1], m[2][3] / m[2][2]}, true
}

// measure works out how far edges are off a grid; of frames that were found those that are on it.
func (e *edges) measure(g *Grid) {
	pitch, sum := g.Column+g.Gutter, 0.0
	g.Worst, g.on, g.lefts = 0, 0, 0
	all := 0
	add := func(at edge, first float64) {
		x := at.x
		unit := min(max(math.Round((x-first)/pitch), 0), float64(g.N-1))
		d := math.Abs(x - first - unit*pitch)
		if !e.drawn && d > near {
			return
		}
		g.on += at.many
		all++
		sum += d * d
		g.Worst = max(g.Worst, d)
	}
	for _, l := range e.lefts {
		add(l, g.Left)
	}
	g.lefts = g.on
	for _, r := range e.rights {
		add(r, g.Left+g.Column)
	}
	g.Off = math.Sqrt(sum / float64(max(1, all)))
	g.Filled = math.Abs(e.lefts[0].x-g.Left) < pitch/2 &&
		math.Abs(e.rights[len(e.rights)-1].x-g.Left-g.Width()) < pitch/2
}

// rounded is the grid of whole px near one that fits best, in the same middle.
func (e *edges) rounded(g *Grid) (best Grid) {
	for i, column := range []float64{math.Floor(g.Column), math.Ceil(g.Column)} {
		for j, gutter := range []float64{math.Floor(g.Gutter), math.Ceil(g.Gutter)} {
			whole := Grid{N: g.N, Column: column, Gutter: gutter}
			whole.Left = math.Round((g.Left+(g.Width()-whole.Width())/2)*2) / 2
			if e.measure(&whole); i+j == 0 || whole.on > best.on || whole.on == best.on && whole.Off < best.Off {
				best = whole
			}
		}
	}
	return best
}
