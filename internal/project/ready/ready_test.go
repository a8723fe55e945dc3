package ready_test

import (
	"bytes"
	"strings"
	"testing"

	"kitrows/internal/project"
	"kitrows/internal/project/ready"
)

// The facts of each ready kit, worked out by hand: container, content, column and gutter in px
// at a width.
func TestFacts(t *testing.T) {
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	type at struct{ viewport, container, content, column, gutter float64 }
	want := map[string][]at{
		// 320 = 12 c + 11 · 16 + 2 · 20; 600 = 12 c + 11 · 28 + 40, and so on
		"plain-twelve": {{320, 320, 280, 104. / 12, 16}, {630, 600, 560, 21, 28}, {1000, 888, 848, 45, 28},
			{1440, 1212, 1172, 72, 28}},
		// W = N c + (N − 1) c / 5
		"fifth-gap": {{355, 355, 355, 25, 5}, {1440, 1224, 1224, 1224 / 21.4, 1224 / 107.}},
		// 16 = 9 parts and 4 gutters; the narrowest is one part
		"five-uneven": {{360, 360, 336, 240 / 9., 24}, {1000, 908, 884, 788 / 9., 24}},
		// 14 · 76 + 13 · 20 + 2 · 15 = 1354; 10 · 76 + 9 · 20 + 30 = 970; 5 columns on a phone
		"broadsheet": {{360, 360, 330, (330 - 40) / 5., 10}, {1100, 970, 940, 76, 20}, {1500, 1354, 1324, 76, 20}},
		// 1440 − 2 · 24 = 24 c + 23 · 16
		"fine-two-dozen": {{390, 390, 366, (366 - 92) / 24., 4}, {1600, 1440, 1392, (1392 - 368) / 24., 16}},
		// half a gutter either side of the row, which holds 8 pitches of 5/4 c: outer = 10.25 c
		"all-relative": {{410, 410, 400, 40, 10}, {1000, 940, 940 - 940/41., 940 / 10.25, 940 / 41.},
			{1600, 1408, 1408 - 1408/61., 1408 / 15.25, 1408 / 61.}},
	}
	for _, k := range kits {
		for _, a := range want[k.ID] {
			f := k.FactsAt(k.BreakpointAt(a.viewport), a.viewport)
			for name, pair := range map[string][2]float64{"container": {f.Container, a.container},
				"content": {f.Content, a.content},
				"column":  {f.Column, a.column}, "gutter": {f.Gutter, a.gutter}} {
				if d := pair[0] - pair[1]; d > 0.04 || d < -0.04 { // a browser's sixty-fourths
					t.Errorf("%s at %v: %s %v, want %v", k.ID, a.viewport, name, pair[0], pair[1])
				}
			}
		}
		if _, known := want[k.ID]; !known || k.For == "" {
			t.Errorf("%s is not known here, or has no reason", k.ID)
		}
	}
}

// A kit's file gives the kit back; what is no kit's file is refused by what it is.
func TestKitFile(t *testing.T) {
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	for _, k := range kits {
		b, err := project.EncodeKit(k.Kit)
		if err != nil {
			t.Fatal(err)
		}
		read, err := project.DecodeKit(bytes.NewReader(b))
		if err != nil {
			t.Fatalf("%s: %v", k.ID, err)
		}
		again, _ := project.EncodeKit(read)
		if string(again) != string(b) {
			t.Errorf("%s is written another way again", k.ID)
		}
	}
	for want, file := range map[string]string{
		"a project's file, not a kit's": `{"format": "kitrows", "version": 8}`,
		"kitrows-kit":                   `{"format": "other"}`,
		"a later version":               `{"format": "kitrows-kit", "version": 99}`,
		"no such field":                 `{"format": "kitrows-kit", "version": 8, "colour": "red"}`,
		"a kit":                         `{"format": "kitrows-kit", "version": 8}`,
		"JSON":                          `grid`,
	} {
		if _, err := project.DecodeKit(strings.NewReader(file)); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v, want %s", file, err, want)
		}
	}
}
