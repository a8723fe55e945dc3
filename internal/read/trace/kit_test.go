package trace_test

import (
	"math"
	"strings"
	"testing"

	"kitrows/internal/read/trace"
	"kitrows/internal/test/sample"
)

// A kit made of a grid has its columns where the grid has them, and stays as it was at wider breakpoints.
func TestKitOfGrid(t *testing.T) {
	twelve := sample.Twelve()
	for name, c := range map[string]struct {
		grid trace.Grid
		v    float64
		all  bool
		want string // columns, gutter, edge and container of each breakpoint
	}{
		"fixed": {trace.Grid{N: 16, Column: 50, Gutter: 20, Left: 90}, 1280, true,
			"base 16 24px half fluid, mid 16 24px half 604px, wide 16 24px half 908px, full 16 20px half 1120px"},
		"about whole": {trace.Grid{N: 12, Column: 69.98, Gutter: 30.03, Left: 55.1}, 1280, true,
			"base 12 24px half fluid, mid 12 24px half 604px, wide 12 24px half 908px, full 12 30px half 1200px"},
		"fluid, one of two": {trace.Grid{N: 4, Column: 70, Gutter: 16, Left: 31}, 390, false,
			"base 4 16px 31px fluid, mid 12 24px half 604px, wide 12 24px half 908px, full 12 24px half 1240px"},
		"no room for the edge": {trace.Grid{N: 12, Column: 76, Gutter: 24, Left: 5}, 1186, true,
			"base 12 24px half fluid, mid 12 24px half 604px, wide 12 24px 5px 1186px, full 12 24px half 1240px"},
	} {
		got, err := c.grid.Kit(twelve, c.v, c.all)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		var all []string
		for i, b := range got.Breakpoints {
			all = append(all, strings.Join([]string{b.Name, got.ColumnsAt(i).String(), got.GutterAt(i).String(),
				got.EdgeAt(i).String(), b.Container.String()}, " "))
		}
		if has := strings.Join(all, ", "); has != c.want {
			t.Errorf("%s:\n has %s\nwant %s", name, has, c.want)
		}
		columns := got.Ruler(got.BreakpointAt(c.v), c.v).Columns
		for n, column := range columns {
			from := c.grid.Left + float64(n)*(c.grid.Column+c.grid.Gutter)
			if math.Abs(column.From-from) > 1 || math.Abs(column.Width()-c.grid.Column) > 0.1 {
				t.Errorf("%s: column %d is from %g to %g, and from %g in the grid", name, n, column.From, column.To, from)
			}
		}
	}
}

// So it is wherever the kit's gutters are, in fluid containers and in those of a fixed width.
func TestKitOfGridByGutters(t *testing.T) {
	for _, place := range []string{"between", "inside", "inside stay", "inside trim"} {
		for _, v := range []float64{400, 1280} {
			k := *sample.Twelve()
			if err := k.GutterPlace.UnmarshalText([]byte(place)); err != nil {
				t.Fatal(err)
			}
			g := trace.Grid{N: 6, Gutter: 20, Left: 40}
			g.Column = (v - 2*g.Left - 5*g.Gutter) / 6
			got, err := g.Kit(&k, v, true)
			if err != nil {
				t.Fatal(err)
			}
			columns := got.Ruler(got.BreakpointAt(v), v).Columns
			if first, last := columns[0], columns[5]; math.Abs(first.From-40) > 0.5 || math.Abs(last.To-v+40) > 0.5 ||
				math.Abs(first.Width()-g.Column) > 0.2 {
				t.Errorf("%s at %g px: from %g to %g, the first to %g", place, v, first.From, last.To, first.To)
			}
		}
	}
}

// A grid that stands at one side cannot be a container's.
func TestKitOfGridAside(t *testing.T) {
	g := trace.Grid{N: 12, Column: 70, Gutter: 30, Left: 20}
	_, err := g.Kit(sample.Twelve(), 1280, true)
	if err == nil || !strings.Contains(err.Error(), "20 px are left of it and 90 px right of it") {
		t.Error(err)
	}
}
