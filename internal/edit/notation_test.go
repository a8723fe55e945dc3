package edit

import (
	"strings"
	"testing"

	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/sample"
)

func TestParseCell(t *testing.T) {
	for _, c := range []struct {
		text string
		want Typed
	}{
		{"6", Typed{Width: page.Take(6)}},
		{" 12 ", Typed{Width: page.Take(12)}},
		{"2_6", Typed{Width: page.Take(6), Skip: 2, SkipGiven: true}},
		{"0_6", Typed{Width: page.Take(6), SkipGiven: true}},
		{"*", Typed{}},
		{"1_*", Typed{Skip: 1, SkipGiven: true}},
		{"x", Typed{Hidden: true}},
		{"", Typed{Clear: true}},
	} {
		if got, err := ParseCell(c.text, 12); err != nil || got != c.want {
			t.Errorf("%q: got %+v, %v, want %+v", c.text, got, err, c.want)
		}
	}
	for text, want := range map[string]string{
		"13":   "a width of 1 to 12: the row has 12 columns",
		"0":    "a width of 1 to 12",
		"12_1": "a skip of 0 to 11",
		"-1_6": "a skip of 0 to 11",
		"six":  "6 (take 6), 2_6 (skip 2, take 6), * (full line), x (hidden) or nothing (carried)",
		"2_":   "6 (take 6)",
		"=":    "6 (take 6)",
	} {
		if got, err := ParseCell(text, 12); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: got %+v, %v, want %s", text, got, err, want)
		}
	}
}

// What a cell shows can be typed into it, and a cell then shows what was typed,
// whatever was carried into it.
func TestACellShowsWhatWasTyped(t *testing.T) {
	r := sample.New(5)
	for range 300 {
		p := sample.Project(r)
		k, pg := p.Kits[0], p.Pages[0]
		n := page.RowColumns(k)
		pg.Walk(func(c *page.Node, _ page.Place) {
			if c.Kind != page.Column {
				return
			}
			i := r.IntN(len(k.Breakpoints))
			typed := FormatCell(page.Span{Width: page.Take(1 + r.IntN(n)), Skip: r.IntN(n), Shown: r.IntN(4) > 0}, n)
			change, err := Apply(p, Operation{Page: pg.ID, Type: &Type{Cells: []Cell{{c.ID, k.Breakpoints[i].Name}}, Text: typed}})
			if err != nil {
				t.Fatal(err)
			}
			after, _ := change.Project.Page(pg.ID).Find(c.ID)
			held := after.SpanAt(k, i)
			if got := FormatCell(held.Span, n); got != typed || !held.Here {
				t.Fatalf("typed %q at %s of %+v: shows %q", typed, k.Breakpoints[i].Name, c.At, got)
			}
		})
	}
}

func TestParseRecipe(t *testing.T) {
	_, k := sample.Wide(10)
	for _, c := range []struct{ recipe, want string }{
		{"4 8", "* * 4 *|* * 8 *"},
		{"2_8", "* * 2_8 *"},
		{"12 12 | mid 6 6 | wide 4 8", "12 6 4 *|12 6 8 *"},
		{"mid 6 6 | full x *", "* 6 * x|* 6 * *"},
	} {
		row, err := ParseRecipe(c.recipe, k, "wide", (&page.Page{}).Minter())
		if err != nil {
			t.Errorf("%q: %v", c.recipe, err)
			continue
		}
		var columns []string
		for _, column := range row.Children {
			var cells []string
			for i := range k.Breakpoints {
				held, text := column.SpanAt(k, i), "*"
				if held.Here {
					text = FormatCell(held.Span, 12)
				}
				cells = append(cells, text)
			}
			columns = append(columns, strings.Join(cells, " "))
		}
		if got := strings.Join(columns, "|"); got != c.want {
			t.Errorf("%q: got %q, want %q", c.recipe, got, c.want)
		}
	}
	for recipe, want := range map[string]string{
		"":                "1 to 48 widths",
		"4 13":            "a width of 1 to 12",
		"4 8 | mid 4":     "2 widths, as many as in the first part",
		"wide 4 | mid 4":  "breakpoints once each and in order",
		"4 | huge 4":      "breakpoints once each",
		"4 | mid nothing": "2_6 (skip 2, take 6)",
	} {
		if _, err := ParseRecipe(recipe, k, "wide", (&page.Page{}).Minter()); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: got %v, want %s", recipe, err, want)
		}
	}
}

func FuzzNotation(f *testing.F) {
	for _, seed := range []string{"6", "2_6", "x", "*", "12 12 | mid 6 6 | wide 4 8", "999999999999999999999", "_", "-0_1"} {
		f.Add(seed, 12)
	}
	_, wide := sample.Wide(10)
	f.Fuzz(func(t *testing.T, text string, n int) {
		n = 1 + (n%kit.MaxColumns+kit.MaxColumns)%kit.MaxColumns
		if typed, err := ParseCell(text, n); err == nil && !typed.Clear && !typed.Hidden {
			again, err := ParseCell(FormatCell(page.Span{Width: typed.Width, Skip: typed.Skip, Shown: true}, n), n)
			if err != nil || again.Width != typed.Width || again.Skip != typed.Skip {
				t.Fatalf("%q read %+v, written and read again %+v, %v", text, typed, again, err)
			}
		}
		if row, err := ParseRecipe(text, wide, "mid", (&page.Page{}).Minter()); err == nil && len(row.Children) == 0 {
			t.Fatalf("%q made an empty row", text)
		}
	})
}
