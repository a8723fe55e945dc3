package page

import (
	"testing"

	"kitrows/internal/grid/kit"
)

// What a row divides into (section 6.5), in a column of so many units or in a
// container.
func TestUnitsOf(t *testing.T) {
	twelve := kit.Equal(12)
	spans := func(n float64, of kit.Columns) *Units { return &Units{Of: of, Spans: n, Counts: true} }
	for name, c := range map[string]struct {
		divides Value
		column  *Units
		want    string
		ok      bool
	}{
		"fresh in a container":           {Fresh, nil, "12", true},
		"fresh in a column":              {Fresh, spans(9, twelve), "12", true},
		"so many":                        {Of(5), spans(9, twelve), "5", true},
		"its column's units":             {ParentUnits, spans(9, twelve), "9", true},
		"of a container there are none":  {ParentUnits, nil, "12", false},
		"of a share there are none":      {ParentUnits, &Units{Of: twelve}, "12", false},
		"off the grid there are none":    {ParentUnits, spans(7.5, kit.Equal(18)), "12", false},
		"of uneven columns no equal one": {ParentUnits, spans(3, kit.Uneven(1, 2, 3, 2, 1)), "12", false},
	} {
		got, ok := UnitsOf(three, c.divides, 0, c.column)
		if got.String() != c.want || ok != c.ok {
			t.Errorf("%s: %s, %v, want %s, %v", name, got, ok, c.want, c.ok)
		}
	}
}

func TestCarried(t *testing.T) {
	for _, c := range []struct {
		n, now, before int
		want           float64
	}{{4, 12, 12, 4}, {4, 18, 12, 6}, {5, 18, 12, 7.5}, {6, 12, 18, 4}, {0, 18, 12, 0}, {-2, 24, 12, -4}} {
		if got := Carried(c.n, c.now, c.before); got != c.want {
			t.Errorf("%d of %d in %d: got %v, want %v", c.n, c.before, c.now, got, c.want)
		}
	}
}

// A container is held fixed, fluid or capped; one that is fluid below a breakpoint
// is fluid at the narrower ones.
func TestHolders(t *testing.T) {
	for frame, want := range map[Frame][3]kit.Holder{
		FixedFrame:         {kit.HeldFixed, kit.HeldFixed, kit.HeldFixed},
		FluidFrame:         {kit.HeldFluid, kit.HeldFluid, kit.HeldFluid},
		CappedFrame:        {kit.HeldCapped, kit.HeldCapped, kit.HeldCapped},
		FluidBelow("wide"): {kit.HeldFluid, kit.HeldFluid, kit.HeldFixed},
		FluidBelow("mid"):  {kit.HeldFluid, kit.HeldFixed, kit.HeldFixed},
	} {
		for i := range want {
			if got := frame.HolderAt(three, i); got != want[i] {
				t.Errorf("%s at %s: %v, want %v", frame, three.Breakpoints[i].Name, got, want[i])
			}
		}
	}
}
