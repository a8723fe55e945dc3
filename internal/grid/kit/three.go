package kit

import (
	"fmt"
	"math"

	"kitrows/internal/grid/fault"
)

// Bounds of the page width, in px, of a kit made by three numbers.
const (
	MinPage = 320
	MaxPage = 5000
)

// leastColumn is how wide a column is at least, in px, in the narrowest viewport of a kit made
// by three numbers.
const leastColumn = 4

// FromThree makes a kit of n columns with a gutter of so many px, on pages up to width px wide:
// fluid below that width and fixed from it on. On narrow screens the gutter is as wide as leaves
// columns of 4 px. The error names the number that is out of bounds.
func FromThree(n int, gutter, width float64) (*Kit, error) {
	switch {
	case n < 1 || n > MaxColumns:
		return nil, fault.New("columns", n, "a whole number from 1 to %d", MaxColumns)
	case !(width >= MinPage && width <= MaxPage):
		return nil, fault.New("width", width, "a page width of %d to %d px", MinPage, MaxPage)
	case !(gutter >= 0 && gutter <= width):
		return nil, fault.New("gutter", gutter, "a gutter of 0 px or more, and under the page's %s", Figure(width))
	}
	narrow := max(0, min(gutter, math.Floor(MinPage/float64(n))-leastColumn))
	k := &Kit{
		ID: fmt.Sprintf("columns-%d-in-%.0f", n, width), Name: fmt.Sprintf("%d columns, %s px", n, Figure(width)),
		Technique: Flex, Columns: Equal(n), Gutter: GutterOf(Px(narrow)), RowGutter: Px(24), Edge: HalfGutter,
		Narrowest: Px(MinPage), Naming: OurNaming,
		Breakpoints: []Breakpoint{{Name: "base", Container: Fluid, Lane: Px(360)}},
	}
	own := func() *Gutter {
		if gutter == narrow {
			return nil
		}
		return new(GutterOf(Px(gutter)))
	}
	if mid := math.Round(width*0.6/10) * 10; mid >= MinPage+100 {
		k.Breakpoints = append(k.Breakpoints,
			Breakpoint{Name: "mid", From: Px(mid), Container: Fluid, Lane: Px(math.Round((mid+width)/20) * 10),
				Gutter: own()})
	}
	if width > MinPage {
		full := Breakpoint{Name: "full", From: Px(width), Container: Fixed(Px(width)),
			Lane: Px(math.Ceil(width*1.1/10) * 10)}
		if len(k.Breakpoints) == 1 {
			full.Gutter = own()
		}
		k.Breakpoints = append(k.Breakpoints, full)
	}
	d := Draft{Kit: k}
	d.fitLanes()
	if _, is := k.Cramped(len(k.Breakpoints) - 1); is {
		return nil, fault.New("gutter", gutter, "a gutter that leaves room for %d columns in %s px", n, Figure(width))
	}
	return k, k.Check()
}
