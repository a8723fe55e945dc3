package kit

import (
	"math"
	"strings"
	"testing"

	"kitrows/internal/grid/fault"
)

// twelve is a kit that passes: 12 columns, 24 px gutter, fluid then fixed.
func twelve() *Kit {
	return &Kit{
		ID: "twelve", Name: "Twelve", Technique: Flex, Columns: Equal(12), Gutter: GutterOf(Px(24)), RowGutter: Px(24),
		Narrowest: Px(320), Naming: OurNaming,
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
		"nothing": {func(*Kit) {}, "", ""},
		"no columns": {func(k *Kit) { k.Columns = Columns{} }, "columns",
			"found 0, want a whole number from 1 to 48"},
		"too many columns": {func(k *Kit) { k.Columns = Equal(49) }, "columns", "found 49"},
		"no breakpoints":   {func(k *Kit) { k.Breakpoints = nil }, "breakpoints", "1 to 8"},
		"first not at 0": {func(k *Kit) { k.Breakpoints[0].From = Px(10) }, "breakpoints[0].from",
			"found 10px, want 0"},
		"breakpoints fall": {func(k *Kit) { k.Breakpoints[1].From = Px(0) }, "breakpoints[1].from",
			"more than the 0 of base"},
		"a name of two lines": {func(k *Kit) { k.Name = "Plain\nTwelve" }, "name", "on one line"},
		"name no class part": {func(k *Kit) { k.Breakpoints[1].Name = "so wide" }, "breakpoints[1].name",
			"a class part"},
		"name twice": {func(k *Kit) { k.Breakpoints[1].Name = "base" }, "breakpoints[1].name",
			"no other breakpoint has"},
		"lane outside":   {func(k *Kit) { k.Breakpoints[1].Lane = Px(100) }, "breakpoints[1].lane", "from 920px on"},
		"no room at all": {func(k *Kit) { k.Edge = EdgeOf(Px(160)) }, "gutter", "at 320 px (base) the content is 0 px wide"},
		"no room from wide on": {func(k *Kit) { k.Breakpoints[1].Edge = new(EdgeOf(Px(460))) }, "gutter",
			"at 920 px (wide)"},
		"gutters that leave no room": {func(k *Kit) { k.Gutter = GutterOf(Px(40)) }, "", ""},
		"unknown technique":          {func(k *Kit) { k.Technique = "table" }, "technique", "flex, grid or float"},
		"uneven to equal": {func(k *Kit) { k.Breakpoints[1].Columns, k.Columns = Equal(12), Uneven(1, 2, 3, 2, 1) },
			"breakpoints[1].columns", "a multiple of the 5 columns of base"},
		"grid from 12 to 18": {func(k *Kit) { k.Technique, k.Breakpoints[1].Columns = Grid, Equal(18) },
			"breakpoints[1].columns", "grid tracks hold whole columns only"},
		"no place for {at}": {func(k *Kit) { k.Columns, k.Naming.Skip = Uneven(4, 8), "kr-skip-{n}[-{bp}]" },
			"naming.skip", "a class template with {n} with [{at}] with [{bp}]"},
		"row gutter in em": {func(k *Kit) { k.RowGutter = em(1) }, "rowGutter", "a length in px"},
		"template without n": {func(k *Kit) { k.Naming.Take = "kr-take[-{bp}]" }, "naming.take",
			"a class template with {n}"},
		"template no class": {func(k *Kit) { k.Naming.Row = "kr row" }, "naming.row", "a class of letters"},
		"two write one class": {func(k *Kit) { k.Naming.Skip = k.Naming.Take }, "naming.take",
			"cannot write kr-take-0, which skip writes"},
		"breakpoint like unit": {func(k *Kit) { k.Naming.Gone, k.Breakpoints[1].Name = "kr-take[-{bp}]", "3" },
			"naming.take", "which gone writes"},
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

func em(v float64) Length { return Length{v, "em"} }

// The arithmetic of sections 6.1 and 6.2, by hand.
func TestFrameAndTrack(t *testing.T) {
	px, fifth := GutterOf(Px(24)), Fraction(1, 5)
	for _, c := range []struct {
		name           string
		viewport       float64
		holder         Holder
		columns        Columns
		gutter         Gutter
		outer, content float64
		gap, three     float64 // a gutter, and three units from the first
	}{
		{"narrow", 360, HeldFixed, Equal(12), px, 360, 336, 24, 66},
		{"fixed", 1080, HeldFixed, Equal(12), px, 908, 884, 24, 203},
		{"fluid", 1080, HeldFluid, Equal(12), px, 1080, 1056, 24, 246},
		{"capped at 40em", 1080, HeldCapped, Equal(12), px, 640, 616, 24, 136},
		// 908 ÷ (12 + 12/5) = 63.0556 a column, 12.6111 a gutter, of which half is the edge,
		// in sixty-fourths of a px.
		{"a fifth of a column", 1080, HeldFixed, Equal(12), fifth, 908, 895.4063, 12.6114, 214.3930},
		{"1 2 3 2 1", 1080, HeldFixed, Uneven(1, 2, 3, 2, 1), px, 908, 884, 24, 573.3333},
	} {
		k := twelve()
		k.Columns, k.Gutter, k.Cap = c.columns, c.gutter, em(40)
		f := k.Frame(k.BreakpointAt(c.viewport), c.viewport, c.holder)
		track := NewTrack(c.columns, c.gutter, Between, f.Content)
		got := []float64{f.Outer.Px, f.Content.Px, track.Gutter.Px, track.Width(0, 3).Px}
		for i, want := range []float64{c.outer, c.content, c.gap, c.three} {
			if math.Abs(got[i]-want) > 1e-4 {
				t.Errorf("%s: got %v, want %+v", c.name, got, c)
				break
			}
		}
	}
}

// A breakpoint in em begins where 16 px an em put it, and serves up to the next.
func TestBreakpointsInEm(t *testing.T) {
	k := twelve()
	k.Breakpoints[1].From = em(57.53) // 920.48 px
	for v, want := range map[float64]int{920: 0, 920.47: 0, 920.48: 1, 921: 1} {
		if got := k.BreakpointAt(v); got != want {
			t.Errorf("%v px is breakpoint %d, want %d", v, got, want)
		}
	}
	if low, high, _ := k.Range(0); low != 320 || high != 920 {
		t.Errorf("base serves %v to %v", low, high)
	}
}

func TestTextsReadBack(t *testing.T) {
	for _, text := range []string{"0", "24px", "7.5px", "62.5em", "1rem"} {
		if l, err := ParseLength(text); err != nil || l.String() != text {
			t.Errorf("length %q: %v, %v", text, l, err)
		}
	}
	for _, text := range []string{"", "24", "-1px", "24ex", "9999em", "NaNpx", "1e9px", "Infpx"} {
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
	for text, n := range map[string]int{"12": 12, "1": 1, "48": 48, "4 8": 2, "1 2 3 2 1": 5} {
		var c Columns
		if err := c.UnmarshalText([]byte(text)); err != nil || c.String() != text || c.N() != n {
			t.Errorf("columns %q: %v, %v", text, c, err)
		}
	}
	for _, text := range []string{"", "0", "49", "-1", "1.5", "4 0", "4 -8", "1 1001", strings.Repeat("1 ", 49)} {
		var c Columns
		if err := c.UnmarshalText([]byte(text)); err == nil {
			t.Errorf("columns %q were read as %v", text, c)
		}
	}
	for _, text := range []string{"24px", "0", "1/5 column", "2/5 column"} {
		var g Gutter
		if err := g.UnmarshalText([]byte(text)); err != nil || g.String() != text {
			t.Errorf("gutter %q: %v, %v", text, g, err)
		}
	}
	for _, text := range []string{"", "1/5", "1/0 column", "-1/5 column", "99/1 column", "1.5em", "5"} {
		var g Gutter
		if err := g.UnmarshalText([]byte(text)); err == nil {
			t.Errorf("gutter %q was read as %v", text, g)
		}
	}
	for _, text := range []string{"fluid", "604px", "40em"} {
		var e Extent
		if err := e.UnmarshalText([]byte(text)); err != nil || e.String() != text {
			t.Errorf("extent %q: %v, %v", text, e, err)
		}
	}
}

// Where gutters leave no room for columns is told in whole px; a rigid kit's containers are as wide below their width.
func TestCrampedAndRigid(t *testing.T) {
	k := twelve()
	k.Gutter = GutterOf(Px(30)) // 11 of them, and an edge of 20 on either side
	upTo, is := k.Cramped(0)
	at, after := k.TrackAt(0, k.Frame(0, upTo, HeldFixed).Content), k.TrackAt(0, k.Frame(0, upTo+1, HeldFixed).Content)
	if !is || !at.Starved() || after.Starved() {
		t.Errorf("cramped up to %v, %v", upTo, is)
	}
	if _, is := k.Cramped(1); is {
		t.Error("cramped where there is room")
	}
	if w := k.Frame(1, 500, HeldFixed).Outer.Px; w != 500 {
		t.Errorf("a container in 500 px is %v", w)
	}
	px, _ := k.Breakpoints[1].Container.Width()
	if k.Rigid = true; k.Frame(1, 500, HeldFixed).Outer.Px != px {
		t.Errorf("a rigid container in 500 px is %v, want %v", k.Frame(1, 500, HeldFixed).Outer.Px, px)
	}
	for _, edge := range []Edge{HalfGutter, EdgeOf(Px(24)), EdgeOf(Px(0))} {
		for _, gutter := range []Gutter{GutterOf(Px(28)), Fraction(1, 5)} {
			k.Edge, k.Gutter = edge, gutter
			d, err := k.NewDraft([]Step{{Field: "content", Breakpoint: k.Breakpoints[1].Name, Text: "848"}, {Field: "rigid",
				Text: "yes"}})
			if err != nil {
				t.Fatal(err)
			}
			if got := d.Kit.Frame(1, 2000, HeldFixed).Content.Px; math.Abs(got-848) > 0.05 {
				t.Errorf("edge %v, gutter %v: content %v, want 848", edge, gutter, got)
			}
		}
	}
}
