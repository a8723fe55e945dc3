package kit

import (
	"math"
	"strings"
	"testing"

	"kitrows/internal/fault"
)

// twelve is a kit that passes: 12 columns, 24 px gutter, fluid then fixed.
func twelve() *Kit {
	return &Kit{
		ID: "twelve", Name: "Twelve", Technique: Flex, Columns: 12, Gutter: Px(24), RowGutter: Px(24), Narrowest: Px(320), Naming: OurNaming,
		Breakpoints: []Breakpoint{
			{Name: "base", Lane: Px(360)},
			{Name: "wide", From: Px(920), Container: Fixed(Px(908)), Lane: Px(1080)},
		},
	}
}

func TestCheckRefuses(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*Kit)
		field  string
		want   string
	}{
		"nothing":              {func(*Kit) {}, "", ""},
		"no columns":           {func(k *Kit) { k.Columns = 0 }, "columns", "found 0, want a whole number from 1 to 48"},
		"too many columns":     {func(k *Kit) { k.Columns = 49 }, "columns", "found 49"},
		"no breakpoints":       {func(k *Kit) { k.Breakpoints = nil }, "breakpoints", "1 to 8"},
		"first not at 0":       {func(k *Kit) { k.Breakpoints[0].From = Px(10) }, "breakpoints[0].from", "found 10px, want 0"},
		"breakpoints fall":     {func(k *Kit) { k.Breakpoints[1].From = Px(0) }, "breakpoints[1].from", "more than the 0 of base"},
		"name no class part":   {func(k *Kit) { k.Breakpoints[1].Name = "so wide" }, "breakpoints[1].name", "a class part"},
		"name twice":           {func(k *Kit) { k.Breakpoints[1].Name = "base" }, "breakpoints[1].name", "no other breakpoint has"},
		"lane outside":         {func(k *Kit) { k.Breakpoints[1].Lane = Px(100) }, "breakpoints[1].lane", "from 920px on"},
		"column of 0 px":       {func(k *Kit) { k.Gutter = Px(40) }, "gutter", "12 pitches of 26.6667 px leave a column -13.3333 px"},
		"template without n":   {func(k *Kit) { k.Naming.Take = "kr-take[-{bp}]" }, "naming.take", "a class template with {n}"},
		"template no class":    {func(k *Kit) { k.Naming.Row = "kr row" }, "naming.row", "a class template"},
		"two write one class":  {func(k *Kit) { k.Naming.Skip = k.Naming.Take }, "naming.skip", "cannot write kr-take-0, which take writes"},
		"breakpoint like unit": {func(k *Kit) { k.Naming.Gone, k.Breakpoints[1].Name = "kr-take[-{bp}]", "3" }, "naming.gone", "which take writes"},
	} {
		k := twelve()
		c.change(k)
		err := k.Check()
		if c.field == "" {
			if err != nil {
				t.Errorf("%s: %v", name, err)
			}
			continue
		}
		found := false
		for _, f := range fault.All(err) {
			found = found || f.Field == c.field && strings.Contains(f.Error(), c.want)
		}
		if !found {
			t.Errorf("%s: got %v, want %s … %s", name, err, c.field, c.want)
		}
	}
}

// The arithmetic of sections 6.1 and 6.2, by hand.
func TestFrameAndTrack(t *testing.T) {
	k := twelve()
	for _, c := range []struct {
		viewport            float64
		fluid               bool
		outer, content      float64
		pitch, three, skip1 float64
	}{
		{360, false, 360, 336, 30, 66, 30},
		{1080, false, 908, 884, 908.0 / 12, 203, 908.0 / 12},
		{1080, true, 1080, 1056, 90, 246, 90},
	} {
		outer, content := k.Frame(k.BreakpointAt(c.viewport), c.viewport, c.fluid)
		track := k.Track(content)
		got := []float64{outer, content, track.Pitch, track.Width(3), track.Offset(1)}
		for i, want := range []float64{c.outer, c.content, c.pitch, c.three, c.skip1} {
			if math.Abs(got[i]-want) > 1e-9 {
				t.Errorf("at %v px: got %v, want %+v", c.viewport, got, c)
				break
			}
		}
	}
}

func TestTextsReadBack(t *testing.T) {
	for _, text := range []string{"0", "24px", "7.5px"} {
		if l, err := ParseLength(text); err != nil || l.String() != text {
			t.Errorf("length %q: %v, %v", text, l, err)
		}
	}
	for _, text := range []string{"", "24", "-1px", "24em", "NaNpx", "1e9px", "Infpx"} {
		if l, err := ParseLength(text); err == nil {
			t.Errorf("length %q was read as %v", text, l)
		}
	}
	for _, text := range []string{"half", "none", "12px"} {
		var e Edge
		if err := e.UnmarshalText([]byte(text)); err != nil || e.String() != text {
			t.Errorf("edge %q: %v, %v", text, e, err)
		}
	}
	for _, text := range []string{"fluid", "604px"} {
		var e Extent
		if err := e.UnmarshalText([]byte(text)); err != nil || e.String() != text {
			t.Errorf("extent %q: %v, %v", text, e, err)
		}
	}
}
