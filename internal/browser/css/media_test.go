package css_test

import (
	"fmt"
	"testing"

	"kitrows/internal/browser/css"
)

// Where media queries hold, at 300, 600, 601 and 900 px: y for yes, n for no, ? where it cannot be
// told from a width.
func TestMedia(t *testing.T) {
	signs := map[css.Truth]string{css.Yes: "y", css.No: "n", css.Doubt: "?"}
	for text, want := range map[string]string{
		"":                                   "yyyy",
		"all":                                "yyyy",
		"screen":                             "yyyy",
		"print":                              "nnnn",
		"not print":                          "yyyy",
		"only screen and (min-width: 600px)": "nyyy",
		"(min-width: 37.5em)":                "nyyy",
		"(min-width:37.5rem)":                "nyyy",
		"(max-width: 600px)":                 "yynn",
		"(max-width: 599.98px)":              "ynnn",
		"(width > 600px)":                    "nnyy",
		"(width<=600px)":                     "yynn",
		"(600px <= width)":                   "nyyy",
		"(300px < width <= 600px)":           "nynn",
		"(900px >= width > 300px)":           "nyyy",
		"(width: 600px)":                     "nynn",
		"(width = 600px)":                    "nynn",
		"(min-width:301px) and (max-width:6.25in)":                       "nynn",
		"(max-width:300px), (min-width:900px)":                           "ynny",
		"not all and (min-width:600px)":                                  "ynnn",
		"not (min-width:600px)":                                          "ynnn",
		"(not (min-width:600px))":                                        "ynnn",
		"((min-width:600px) and (max-width:600px)) or (min-width:900px)": "nyny",
		"(orientation: landscape)":                                       "????",
		"(min-width:600px) and (hover)":                                  "n???",
		"(min-width:600px) or (hover)":                                   "?yyy",
		"print and (hover)":                                              "nnnn",
		"(min-width: 600)":                                               "????",
		"(min-width: 0)":                                                 "yyyy",
		"(min-width: calc(1px + 2px))":                                   "????",
		"(min-width:600px) and":                                          "nnnn",
		"(a) and (b) or (c)":                                             "nnnn",
		"(300px < width > 200px)":                                        "????",
		"and (min-width:1px)":                                            "nnnn",
		"(min-width:600px":                                               "nyyy",
		"(min-width: 6e2px)":                                             "nyyy",
		"SCREEN AND (MIN-WIDTH:600PX)":                                   "nyyy",
	} {
		m, got := css.ParseMedia(nil, text), ""
		for _, v := range []float64{300, 600, 601, 900} {
			got += signs[m.Holds(v)]
		}
		if got != want {
			t.Errorf("%q: %s, want %s", text, got, want)
		}
	}
	m := css.ParseMedia(nil, "(min-width:40em) and (hover), (max-width: 400px)").And(css.ParseMedia(nil,
		"(width < 70em)"))
	if got := fmt.Sprint(m.Froms(), m.Asked()); got != "[401 640 1120] [hover]" {
		t.Errorf("edges and what is asked: %s", got)
	}
	if m.Holds(300) != css.Yes || m.Holds(700) != css.Doubt || m.Holds(1200) != css.No {
		t.Error("a query in another's block")
	}
}
