package css_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/browser/css"
)

// Values as numbers or as px and percent; what cannot be worked out says why.
func TestParseAmount(t *testing.T) {
	for text, want := range map[string]string{
		"0": "0", "1.5": "1.5", "12px": "12px", "-.5px": "-0.5px", "2em": "2em", "1REM": "1rem", "1in": "96px",
		"50%":   "50%",
		"1e2px": "100px", "10vw": "10vw", " 4px ": "4px",
		"calc(100% / 3)":                      "33.3333%",
		"calc((100% + 24px) * 3 / 12 - 24px)": "-18px 25%",
		"calc(100% * calc(3 / 12))":           "25%",
		"calc(2 * (1px + 1%) - 4px)":          "-2px 2%",
		"calc(-1 * 14px)":                     "-14px",
		"calc(1 + 2)":                         "3",
		"CALC(50vw - 300px)":                  "-300px 50vw",
		"calc(1px":                            "1px",
		"calc(1px+2px)":                       "!", "calc(1px + 2)": "!", "calc(1px * 2px)": "!", "calc(1 / 1px)": "!",
		"calc(1px / 0)": "!", "min(1px, 2px)": "0px 1 end", "clamp(1px, 2%, 3em)": "0px 1 end", "max(1, 2)": "2",
		"round(1px)": "!", "auto": "auto is no length", "1fr": "fr is no unit", "": "no length",
		"1px 2px": "2px is not expected here", "(1px)": "!", "calc()": "!", "var(--x)": "!",
	} {
		a, err := css.ParseAmount(text)
		got := fmt.Sprintf("%.6g", a.Number)
		if a.Length {
			got = ""
			for unit, n := range map[string]float64{"px": a.Px} {
				if n != 0 || a.Percent == 0 && a.Vw == 0 {
					got += fmt.Sprintf("%.6g%s", n, unit)
				}
			}
			if a.Percent != 0 {
				got += fmt.Sprintf(" %.6g%%", a.Percent)
			}
			if a.Vw != 0 {
				got += fmt.Sprintf(" %.6gvw", a.Vw)
			}
			if a.Em != 0 || a.Rem != 0 {
				got = fmt.Sprintf("%.6gem", a.Em)
				if a.Rem != 0 {
					got = fmt.Sprintf("%.6grem", a.Rem)
				}
			}
			if len(a.Ends) > 0 {
				got += fmt.Sprintf(" %d end", len(a.Ends))
			}
			got = strings.TrimSpace(got)
		}
		switch {
		case err != nil && want != "!" && !strings.Contains(err.Error(), want):
			t.Errorf("%q: %v, want %s", text, err, want)
		case err == nil && got != want:
			t.Errorf("%q: %s, want %s", text, got, want)
		}
	}
	scale := css.Scale{Width: 1000, Height: 500, Em: 20, Rem: 10}
	for text, want := range map[string]float64{
		"calc(25% + 10px + 1vw)": 120, "min(50%, 30px + 1em)": 50, "max(50%, 30px)": 200, "clamp(10px, 10%, 3rem)": 30,
		"calc(100% - 2 * min(10px, 1rem))": 380,
	} {
		a, err := css.ParseAmount(text)
		if px := a.In(scale).Of(400); err != nil || px != want {
			t.Errorf("%s of 400 px in 1000: %v, %v; want %v", text, px, err, want)
		}
	}
}

// Custom properties are put in, with what stands behind the comma where they hold nothing; circles
// and values without end are refused.
func TestSubstitute(t *testing.T) {
	held := map[string]string{"--a": "3", "--b": "calc(var(--a) / 12)", "--g": " 24px", "--c": "var(--d)",
		"--d": "var(--c)",
		"--i": "initial", "--l0": "xxxxxxxxxx"}
	for i := 1; i < 30; i++ { // twice as long each
		held[fmt.Sprintf("--l%d", i)] = fmt.Sprintf("var(--l%d) var(--l%[1]d)", i-1)
	}
	lookup := (*css.Variables)(nil).Within(nil, held).Lookup
	for value, want := range map[string]string{
		"5px":                            "5px",
		"calc(100% * var(--b))":          "calc(100% * calc(3 / 12))",
		"var(--none, 4px)":               "4px",
		"var(--none, var(--g)) solid":    "24px solid",
		"var(--none,)":                   "",
		"VAR( --a )":                     "3",
		"var(--i, 7)":                    "7",
		"var(--c, 1px)":                  "1px",
		"var(--none)":                    "!--none holds nothing",
		"var(--c)":                       "!--c holds nothing",
		"var(--l29)":                     "!--l29 holds nothing",
		"var(--a":                        "3",
		strings.Repeat("var(--a)", 1000): "!too many",
	} {
		got, err := css.Substitute(nil, value, lookup)
		if problem, wrong := strings.CutPrefix(want, "!"); wrong {
			if err == nil || !strings.Contains(err.Error(), problem) {
				t.Errorf("%.30q: %v, want %s", value, err, problem)
			}
		} else if err != nil || strings.TrimSpace(got) != want {
			t.Errorf("%q: %q, %v; want %q", value, got, err, want)
		}
	}
}
