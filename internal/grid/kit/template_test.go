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
		{"{word}-of-{of}[-{bp}]", "3", "", "wide", "three-of-12-wide"},
		{"nudge-{word}", "m24", "", "", "nudge-minus-twenty-four"},
		{"gap-{word}", "200", "", "", "gap-two-hundred"},
		{"align-{word}", "top", "", "", "align-top"},
		{"data-take[-{bp}]={n}", "3", "", "wide", "data-take-wide=3"},
	} {
		if got := c.template.Write(Blank{N: c.n, At: c.at, BP: c.bp, Of: "12"}); got != c.want {
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
		"{word}[-{bp}]":      false,
		"w{n}-{word}[-{bp}]": true,
		"w{n}{of}[-{bp}]":    false,
		"w{n}of{of}[-{bp}]":  false,
		"data-w={n}[-{bp}]":  false,
		"data-w[-{bp}]={n}":  false,
		"w[-{bp}]={n}":       true, // attributes of one's own begin with data-
		"data-W[-{bp}]={n}":  true,
		"data-w={n} [{bp}]":  true,
		"kr-hold{n}[-{bp}]":  false,
		Template(strings.Repeat("w", 60) + "{n}[-{bp}]"): true,
	} {
		k := twelve()
		k.Naming.Take = template
		if err := k.Check(); (err != nil) != wrong || wrong && !strings.Contains(err.Error(), "naming.take") {
			t.Errorf("%s: %v", template, err)
		}
	}
}
