package sample

import (
	"math"
	"math/rand/v2"
	"strings"

	"kitrows/internal/browser/css"
)

// Foreign is a random stylesheet of another hand, with a class grid in it, and what is true of it.
// Words are classes, or NAME=WORD for a word of an attribute.
type Foreign struct {
	Sources   []css.Source
	Technique string // float, inline, flex or grid
	Place     string // of its gutters: gap, sides, start, end, first, last, padding, padding start, padding end, inner
	Ends      string // in which rows columns have a class for the first or last of a line: none, all or nested
	Reaches   bool   // rows reach out of their container
	Columns   int
	Edges     []float64 // lower edges of its breakpoints in px, the first 0
	Gutters   []float64 // by breakpoint: px, or percent of a row where Relative
	Rows      []float64 // the space between lines, by breakpoint, in px
	Relative  bool
	Unit      string // percent, rounded, calc, variable or px
	Direction string // min, max or range
	Joined    bool   // no white space may stand between columns
	begins    int    // 1 where words name the track that a column begins at
	Stacked   bool   // columns are full lines at the first breakpoint, whatever is said
	Frames    []Frame
	Given     bool     // columns give their units in a style attribute
	Row       []string // what every row has
	Cell      []string // what every column has
	Inner     string   // what the element inside each column has, if there is one
	Words     []ForeignWord

	r         *rand.Rand
	b         strings.Builder
	sel       string // how its selectors are: one, two, under, child, where, attribute
	infix     []string
	digits    func(int) string
	stem      map[string]string
	joint     string
	pending   []string // of each breakpoint, its rules
	borderBox string   // all, own, or none
	clearing  string
	pixels    float64 // a column, where units are px
}

// A Frame is a kind of container of a foreign stylesheet.
type Frame struct {
	Word    string
	Widths  []string // by breakpoint: fluid, px, or a part of the viewport
	Padding float64
}

// A ForeignWord is a word and what it does: to what, how much, and at which breakpoints.
type ForeignWord struct {
	Text     string
	What     string // take, skip, trail, nudge, gone, back, order, share, natural, per, align, spread, first, last
	N        int
	Said     string
	From, To int // breakpoints, To not included
}

// NewForeign makes a random stylesheet of another hand.
func NewForeign(r *rand.Rand) *Foreign {
	f := &Foreign{r: r, Technique: pick(r, "float", "inline", "flex", "flex", "grid")}
	f.Columns = pick(r, 12, 12, 12, 16, 24, 6, 10, 8+r.IntN(12))
	f.Unit = pick(r, "percent", "rounded", "calc", "variable")
	f.Direction = pick(r, "min", "min", "max", "range")
	switch f.Technique {
	case "float":
		f.Place = pick(r, "sides", "start", "end", "first", "last", "padding", "padding start", "padding end", "inner")
	case "inline":
		f.Place = pick(r, "padding", "padding start", "padding end", "inner", "start")
	case "flex":
		f.Place = pick(r, "gap", "gap", "sides", "start", "padding", "padding start", "inner")
	case "grid":
		f.Place = "gap"
	}
	f.Reaches = f.Place == "start" || f.Place == "end" || r.IntN(3) > 0
	if f.Place == "gap" || f.Place == "first" || f.Place == "last" {
		f.Reaches = false
	}
	from := 0.0
	for i := range 1 + r.IntN(4) {
		if i > 0 {
			from = math.Round(max(from, 380) + 40 + float64(r.IntN(360)))
			if r.IntN(3) == 0 {
				from = 16 * math.Round(from/4) / 4
			}
		}
		f.Edges = append(f.Edges, from)
	}
	f.borderBox = pick(r, "all", "own")
	if f.Place == "gap" || f.Place == "sides" || f.Place == "start" || f.Place == "first" {
		f.borderBox = pick(r, "all", "none")
	}
	f.Relative = f.Technique == "float" && (f.Place == "first" || f.Place == "last" || f.Place == "sides" &&
		!f.Reaches) && r.IntN(2) == 0
	if f.Technique == "float" && (f.Place == "sides" || f.Place == "first" || f.Place == "start") && r.IntN(4) == 0 {
		f.Unit, f.Relative, f.Stacked = "px", false, false
		f.Reaches = f.Place != "first"
		f.pixels = float64(20 + r.IntN(60))
	}
	if (f.Place == "first" || f.Place == "last") && r.IntN(2) == 0 {
		f.Ends = "all"
	} else if f.Place == "sides" && f.Unit == "px" && r.IntN(2) == 0 {
		f.Ends, f.Reaches = "nested", false
	}
	g := float64(pick(r, 8, 10, 16, 18, 22, 4+r.IntN(30)))
	rowGap := float64(pick(r, 0, 0, g, 5+float64(r.IntN(20))))
	for i := range f.Edges {
		if inside := strings.HasPrefix(f.Place, "padding") && f.borderBox != "none" || f.Place == "inner" ||
			f.Technique == "grid"; i > 0 && inside && r.IntN(3) == 0 {
			g = float64(4 + r.IntN(30))
		}
		if f.Relative {
			g = math.Round(100/float64(f.Columns)*(.1+.3*r.Float64())*100) / 100
		}
		if f.Unit == "px" || f.Relative {
			g = max(g, .1)
			if i > 0 {
				g = f.Gutters[0]
			}
		}
		f.Gutters, f.Rows = append(f.Gutters, g), append(f.Rows, rowGap)
	}
	if f.Technique != "grid" && f.Unit != "px" && len(f.Edges) > 1 {
		f.Stacked = r.IntN(2) == 0 && f.Ends == ""
	}
	f.Given = f.Direction == "min" && f.Unit != "px" && !f.Relative && f.Ends == "" && r.IntN(5) == 0
	if f.Technique == "grid" && !f.Given {
		f.begins = r.IntN(2)
	}
	f.names()
	f.pending = make([]string, len(f.Edges))
	f.write()
	return f
}
