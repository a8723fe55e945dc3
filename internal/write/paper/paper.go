// Package paper draws a kit's grid for other tools: sheets to print and sketch on, as PDF; and
// for each breakpoint an SVG, a PNG that repeats downwards, and a background in CSS. Every
// column stands where the plan puts it.
package paper

import (
	"slices"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// The colours of a sheet: columns, lines and words.
var (
	woad = [3]int{43, 106, 108}
	soft = [3]int{215, 230, 225}
	ink  = [3]int{29, 36, 34}
	pale = [3]int{141, 148, 143}
)

// tintOpacity is how much of woad covers a column where something else is to be seen through it.
const tintOpacity = 0.16

// A Sheet is what of a kit is drawn: the grids at some of its breakpoints, in order.
type Sheet struct {
	Kit    *kit.Kit
	Rulers []Ruler
}

// A Ruler is the grid at a breakpoint.
type Ruler struct {
	kit.Ruler
	Index int
}

// Of draws a kit at the breakpoint of that name in a viewport of v px, or in that of its lane
// where v is 0; at all of them where name is empty.
func Of(k *kit.Kit, name string, v float64) (*Sheet, error) {
	s := &Sheet{Kit: k}
	for i, b := range k.Breakpoints {
		if name != "" && b.Name != name {
			continue
		}
		at := b.Lane.Px()
		if low, high, bounded := k.Range(i); v != 0 && name != "" {
			if v < low || bounded && v > high || v > MaxViewport {
				if !bounded {
					high = MaxViewport
				}
				return nil, fault.New("width", v, "a viewport of %s, from %s to %s px", name, kit.Figure(low),
					kit.Figure(high))
			}
			at = v
		}
		s.Rulers = append(s.Rulers, Ruler{k.Ruler(i, at), i})
	}
	if len(s.Rulers) == 0 {
		return nil, fault.New("breakpoint", name, "one of %s", k.BreakpointNames())
	}
	return s, nil
}

// MaxViewport is the widest viewport, in px, that is drawn.
const MaxViewport = 8000

// only is the one grid that a drawing of one is of: the widest of them.
func (s *Sheet) only() Ruler {
	return slices.MaxFunc(s.Rulers, func(a, b Ruler) int { return int(a.Viewport - b.Viewport) })
}
