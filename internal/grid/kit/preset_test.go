package kit

import (
	"strings"
	"testing"
)

// Every preset names kits of every technique, equal and uneven, and no two of what it writes
// are one.
func TestPresetsName(t *testing.T) {
	samples := map[string]string{
		"suffix": "kr-take-3-wide kr-frame-open-wide", "infix": "kr-wide-take-3 kr-wide-frame-open",
		"prefix": "wide-take-3 wide-frame-open", "words": "take-three-wide frame-open-wide",
		"counts": "take12-3-wide frame-open-wide", "beside": "take-3-wide frame-open-wide",
		"lone": "take-3-wide frame-open-wide", "attributes": "data-take-wide=3 data-frame-open-wide=",
		"list": "data-kit=take-3-wide data-kit=frame-open-wide",
	}
	for _, p := range Presets() {
		for _, technique := range []Technique{Flex, Grid, Float} {
			for _, columns := range []Columns{Equal(12), Uneven(1, 2, 3, 2, 1)} {
				k := twelve()
				k.Technique, k.Columns, k.Naming = technique, columns, p.Naming
				if err := k.Check(); err != nil {
					t.Errorf("%s with %s and %s columns: %v", p.ID, technique, columns, err)
				}
			}
		}
		k := twelve()
		wide := k.Index("wide")
		got := k.Write(p.Naming.Take, "3", "", wide) + " " + k.Write(p.Naming.FrameUpTo, "", "", wide)
		if got != samples[p.ID] {
			t.Errorf("%s writes %s, want %s", p.ID, got, samples[p.ID])
		}
	}
}

// Names that are invalid, taken or ambiguous are refused with what they would write.
func TestNamesAreRefused(t *testing.T) {
	for _, c := range []struct {
		change func(*Kit)
		want   string
	}{
		{func(k *Kit) { k.Naming.Row = "data-node=row" }, "pages of Kit Rows use this one"},
		{func(k *Kit) { k.Naming.Cell = "kr-hold" }, "pages of Kit Rows use this one"},
		{func(k *Kit) { k.Naming.Take = "data-{bp}-take={n}" }, "{bp}"},
		{func(k *Kit) { k.Naming.Take, k.Breakpoints[1].Name = "data-take[-{bp}]={n}", "Mid" }, "lower-case"},
		{func(k *Kit) { k.Naming.Skip, k.Naming.Trail = "s{word}[-{bp}]", "s{word}[-{bp}]" }, "which skip writes"},
		{func(k *Kit) { k.Naming.Skip, k.Naming.Trail = "s{n}[-{bp}]", "s{n}1[-{bp}]" }, "which skip writes"},
		{func(k *Kit) { k.Naming.Row, k.Naming.Cell = "data-grid=", "data-grid=cell" }, "cell also writes data-grid"},
		{func(k *Kit) { k.Naming.Clear = "kr-clear" }, "only rows of floats"},
		{func(k *Kit) { k.Naming.Lone, k.Naming.Beside = true, true }, "every column"},
		{func(k *Kit) { k.Naming.Row = "row{of}{of}" }, "a class template"},
	} {
		k := twelve()
		if c.change(k); k.Check() == nil || !strings.Contains(k.Check().Error(), c.want) {
			t.Errorf("got %v, want %s", k.Check(), c.want)
		}
	}
}
