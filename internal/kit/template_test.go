package kit

import (
	"strings"
	"testing"
)

func TestTemplatesWrite(t *testing.T) {
	for _, c := range []struct {
		template  Template
		n, at, bp string
		want      string
	}{
		{"kr-take-{n}[-{bp}]", "3", "", "", "kr-take-3"},
		{"kr-take-{n}[-{bp}]", "3", "", "wide", "kr-take-3-wide"},
		{"kr-take-{n}[-at-{at}][-{bp}]", "3", "2", "wide", "kr-take-3-at-2-wide"},
		{"kr-take-{n}[-at-{at}][-{bp}]", "3", "2", "", "kr-take-3-at-2"},
		{"kr-take-{n}[-at-{at}][-{bp}]", "3", "", "wide", "kr-take-3-wide"},
		{"[{bp}-]w{n}", "3", "", "wide", "wide-w3"},
		{"[{bp}-]w{n}", "3", "", "", "w3"},
		{"kr-gone[-{bp}]", "", "", "mid", "kr-gone-mid"},
		{"kr-row", "", "", "", "kr-row"},
		{"kr-frame-open-{bp}", "", "", "wide", "kr-frame-open-wide"},
	} {
		if got := c.template.Write(c.n, c.at, c.bp); got != c.want {
			t.Errorf("%s of %q, %q, %q: got %s, want %s", c.template, c.n, c.at, c.bp, got, c.want)
		}
	}
	for n, want := range map[int]string{0: "0", 7: "7", -3: "m3"} {
		if got := Whole(n); got != want {
			t.Errorf("%d is written %s, want %s", n, got, want)
		}
	}
}

// A template that cannot write valid, distinct classes is refused in its field.
func TestTemplatesAreChecked(t *testing.T) {
	for template, wrong := range map[Template]bool{
		"w{n}[-{bp}]":        false,
		"[{bp}-]w{n}":        false,
		"w-{n}-{n}[-{bp}]":   true,
		"w-{n}":              true,
		"w-{n}-{bp}":         true, // at the first breakpoint it would end in a hyphen with nothing
		"w-{n}[-{bp}][-{at}": true,
		"w {n}[-{bp}]":       true,
		"3{n}[-{bp}]":        true,
		"w<{n}>[-{bp}]":      true,
		Template(strings.Repeat("w", 60) + "{n}[-{bp}]"): true,
	} {
		k := twelve()
		k.Naming.Take = template
		if err := k.Check(); (err != nil) != wrong || wrong && !strings.Contains(err.Error(), "naming.take") {
			t.Errorf("%s: %v", template, err)
		}
	}
}
