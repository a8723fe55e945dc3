package notation

import (
	"strings"
	"testing"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
)

func TestParseCell(t *testing.T) {
	for _, c := range []struct {
		text string
		want Typed
	}{
		{"6", Typed{Width: page.Take(6)}},
		{" 12 ", Typed{Width: page.Take(12)}},
		{"2_6", Typed{Width: page.Take(6), Skip: 2, SkipGiven: true}},
		{"@4_6", Typed{Width: page.Take(6), Begin: 4}},
		{"@1_=_2", Typed{Width: page.Share, Begin: 1, Trail: 2, TrailGiven: true}},
		{"0_6", Typed{Width: page.Take(6), SkipGiven: true}},
		{"*", Typed{Width: page.Full}},
		{"1_*", Typed{Width: page.Full, Skip: 1, SkipGiven: true}},
		{"2_6_1", Typed{Width: page.Take(6), Skip: 2, SkipGiven: true, Trail: 1, TrailGiven: true}},
		{"0_=_3", Typed{Width: page.Share, SkipGiven: true, Trail: 3, TrailGiven: true}},
		{"=", Typed{Width: page.Share}},
		{"~", Typed{Width: page.Natural}},
		{"x", Typed{Hidden: true}},
		{"", Typed{Clear: true}},
	} {
		if got, err := ParseCell(c.text, 12); err != nil || got != c.want {
			t.Errorf("%q: got %+v, %v, want %+v", c.text, got, err, c.want)
		}
	}
	for text, want := range map[string]string{
		"13":      "a width of at most 12: the row has 12 columns",
		"0":       "a width of at least 1",
		"12_1":    "a skip of at most 11",
		"-1_6":    "a skip of 0 or more",
		"six":     understood,
		"2_":      "6 (take 6)",
		"1_2_12":  "a trail of at most 11: the row has 12 columns",
		"1_2_3_4": "6 (take 6)",
		"==":      "6 (take 6)",
	} {
		if got, err := ParseCell(text, 12); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: got %+v, %v, want %s", text, got, err, want)
		}
	}
}

func TestParseRowCell(t *testing.T) {
	for text, want := range map[string]*int{"÷3": new(3), "/3": new(3), " ÷48 ": new(48), "off": new(0), "": nil} {
		got, err := ParseRowCell(text)
		if err != nil || (got == nil) != (want == nil) || got != nil && *got != *want {
			t.Errorf("%q: got %v, %v", text, got, err)
		}
	}
	for text, want := range map[string]string{"3": understoodOfRows, "÷0": "at least 1 column a line",
		"/49": "at most 48 columns a line", "÷x": understoodOfRows} {
		if _, err := ParseRowCell(text); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v, want %s", text, err, want)
		}
	}
}

// What a cell shows can be typed into it, and a cell then shows what was typed,
// whatever was carried into it; what the notation does not say stays.
func TestACellShowsWhatWasTyped(t *testing.T) {
	r := sample.New(5)
	widths := []page.Value{page.Full, page.Share, page.Natural, page.Take(1), page.Part(1, 3), page.Part(30, 100)}
	for range 200 {
		p := sample.Project(r)
		k, pg := p.Kits[0], p.Pages[0]
		pg.Walk(func(c *page.Node, at page.Place) {
			if c.Kind != page.Column {
				return
			}
			i := r.IntN(len(k.Breakpoints))
			n := layout.Of(k, pg).RowAround(c.ID, i).Columns.N()
			units := 1 + r.IntN(n)
			width := widths[r.IntN(len(widths))]
			if width.Units() > 0 {
				width = page.Take(units)
			}
			cell := Cell{Width: width, Units: float64(units), Trail: float64(r.IntN(2) * r.IntN(n))}
			if r.IntN(4) == 0 {
				cell.Begin = 1 + r.IntN(n)
			} else {
				cell.Skip = float64(r.IntN(n))
			}
			text := cell.String()
			if r.IntN(4) == 0 {
				text = Hidden
			}
			typed, err := ParseCell(text, n)
			if err != nil {
				t.Fatalf("%q in a row of %d: %v", text, n, err)
			}
			was := c.SettingAt(k.Breakpoints[i].Name)
			is := typed.Setting(was, CarriedInto(c, k, i))
			held := c.WithSetting(k, is).HeldAt(k, i)
			if got := CellAt(held); got != text || held.Last() != i {
				t.Fatalf("typed %q at %s of %+v: shows %q", text, k.Breakpoints[i].Name, c.At, got)
			}
			for _, f := range []page.Field{page.Order, page.Nudge, page.Align} {
				before, _ := was.Get(f)
				if after, _ := is.Get(f); before != after {
					t.Fatalf("typing %q made %s %s of %s", text, f, after, before)
				}
			}
		})
	}
}

func FuzzNotation(f *testing.F) {
	for _, seed := range []string{"6", "2_6", "@4_6", "@", "@4", "x", "*", "12 12 | mid 6 6 | wide 4 8", "2_6_1", "=",
		"~", "÷3", "/48",
		"off", "÷1 x8 | mid ÷2 | wide ÷4", "4 8(6 6) | wide . 6(÷2)", "((", "x99", "999999999999999999999", "_",
		"-0_1"} {
		f.Add(seed, 12)
	}
	_, wide := sample.Wide(10)
	f.Fuzz(func(t *testing.T, text string, n int) {
		n = 1 + (n%kit.MaxColumns+kit.MaxColumns)%kit.MaxColumns
		if typed, err := ParseCell(text, n); err == nil && !typed.Clear && !typed.Hidden {
			written := Cell{typed.Width, typed.Begin, float64(typed.Width.Units()), float64(typed.Skip),
				float64(typed.Trail)}.String()
			again, err := ParseCell(written, n)
			if err != nil || again.Width != typed.Width || again.Begin != typed.Begin || again.Skip != typed.Skip ||
				again.Trail != typed.Trail {
				t.Fatalf("%q read %+v, written as %q and read again %+v, %v", text, typed, written, again, err)
			}
		}
		if perLine, err := ParseRowCell(text); err == nil && perLine != nil {
			if again, err := ParseRowCell(FormatRowCell(*perLine)); err != nil || *again != *perLine {
				t.Fatalf("%q read %d, written and read again %v", text, *perLine, err)
			}
		}
		if row, err := ParseRecipe(text, wide, "mid", (&page.Page{}).Minter()); err == nil {
			written := FormatRecipe(row, wide)
			again, err := ParseRecipe(written, wide, "mid", (&page.Page{}).Minter())
			if err != nil || spansOf(again, wide) != spansOf(row, wide) {
				t.Fatalf("%q was written as %q, which reads as another row: %v", text, written, err)
			}
		} else if all := fault.All(err); len(all) == 0 || all[0].At < 1 {
			t.Fatalf("%q: %v names no character", text, err)
		}
	})
}
