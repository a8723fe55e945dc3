package kit

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
)

// A Wanted width is a part of the row, a ratio of two columns that fill it, or a length.
type Wanted struct {
	Share       float64 // of the row's content width, from 0 to 1
	First, Rest float64 // of two columns beside each other
	Px          float64
}

// ParseWanted reads 30%, 1:2 or 280px (280 is px as well).
func ParseWanted(text string) (Wanted, error) {
	number := func(s string) (float64, bool) {
		n, err := strconv.ParseFloat(strings.TrimSpace(s), 64)
		return n, err == nil && n > 0 && n < 1e6
	}
	text = strings.TrimSpace(text)
	if part, ok := strings.CutSuffix(text, "%"); ok {
		if n, ok := number(part); ok && n <= 100 {
			return Wanted{Share: n / 100}, nil
		}
	} else if first, rest, ok := strings.Cut(text, ":"); ok {
		a, okA := number(first)
		b, okB := number(rest)
		if okA && okB {
			return Wanted{First: a, Rest: b}, nil
		}
	} else if n, ok := number(strings.TrimSuffix(text, "px")); ok {
		return Wanted{Px: n}, nil
	}
	return Wanted{}, fault.New("wanted", text, "a part such as 30%%, a ratio such as 1:2, or a length such as 280px")
}

// A Find is a column over some units and how far it is from what is wanted.
type Find struct {
	From  int     `json:"from" doc:"The first unit, from 1; 1 where columns are equal."`
	Units int     `json:"units"`
	Rest  int     `json:"rest" doc:"The units of the second column of a ratio; else 0."`
	Px    float64 `json:"px" doc:"Its width."`
	Share float64 `json:"share" doc:"Its width as a part of the row."`
	Error float64 `json:"error" doc:"How many px wider than wanted it, or a ratio's first column, is."`
}

// Find lists every column of 1 to N units in a viewport of v px, the nearest to what is wanted
// first. A ratio is of two columns that fill the row.
func (k *Kit) Find(w Wanted, v float64) []Find {
	t := k.track(k.BreakpointAt(v), v)
	n, content := t.Columns.N(), t.Content.Px
	all := []Find{}
	for units := 1; units <= n; units++ {
		starts := 1
		if t.Columns.IsUneven() {
			starts = n - units + 1
		}
		for from := range starts {
			px := t.Width(from, float64(units)).Px
			f := Find{From: from + 1, Units: units, Px: px, Share: px / content, Error: px - w.Px}
			switch {
			case w.Share > 0:
				f.Error = px - w.Share*content
			case w.First > 0:
				if units == n || from > 0 {
					continue
				}
				f.Rest = n - units
				both := px + t.Width(units, float64(f.Rest)).Px
				f.Error = px - both*w.First/(w.First+w.Rest)
			}
			all = append(all, f)
		}
	}
	slices.SortStableFunc(all, func(a, b Find) int { return cmp.Compare(math.Abs(a.Error), math.Abs(b.Error)) })
	return all
}

// A Pair is a column and a gutter of whole px.
type Pair struct {
	Column int `json:"column"`
	Gutter int `json:"gutter"`
}

// Pairs lists all pairs of column and gutter in whole px with which n columns and the edges
// make up a container of that many px exactly, the smallest gutter first.
func Pairs(container, n int, edge Edge) ([]Pair, error) {
	if container < 1 || container > 20000 {
		return nil, fault.New("width", container, "a width of 1 to 20000 px")
	}
	if n < 1 || n > MaxColumns {
		return nil, fault.New("columns", n, "a whole number from 1 to %d", MaxColumns)
	}
	content, gaps := float64(container)-2*edge.width.Px(), n-1
	if edge == HalfGutter {
		content, gaps = float64(container), n // one gutter more: a half on either side
	}
	if content != math.Trunc(content) {
		return nil, fault.New("edge", edge.String(), "an edge that leaves whole px: %s are left", fmt.Sprint(content))
	}
	all := []Pair{}
	for gutter := 0; ; gutter++ {
		left := int(content) - gaps*gutter
		if left < n || gutter > 0 && gaps == 0 {
			return all, nil
		}
		if left%n == 0 {
			all = append(all, Pair{left / n, gutter})
		}
	}
}
