package notation

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// spansOf writes what holds for a row, its columns and the rows nested in them at
// every breakpoint.
func spansOf(row *page.Node, k *kit.Kit) string {
	text := "["
	for i := range k.Breakpoints {
		text += fmt.Sprint(row.HeldAt(k, i)[page.PerLine].Int(), " ")
	}
	for _, c := range row.Children {
		for i := range k.Breakpoints {
			text += CellAt(c.HeldAt(k, i)) + " "
		}
		for _, n := range c.Children {
			if n.Kind == page.Row {
				text += spansOf(n, k)
			}
		}
		text += "· "
	}
	return text + "]"
}

func TestParseRecipe(t *testing.T) {
	k := sample.Twelve()
	for recipe, want := range map[string]string{
		"4 8":                        "[0 0 0 0 * * 4 4 · * * 8 8 · ]",
		"2_8":                        "[0 0 0 0 * * 2_8 2_8 · ]",
		"12 12 | mid 6 6 | wide 4 8": "[0 0 0 0 12 6 4 4 · 12 6 8 8 · ]",
		"mid 6 6 | full x *":         "[0 0 0 0 * 6 6 x · * 6 6 * · ]",
		"= 1_=_2 ~":                  "[0 0 0 0 * * = = · * * 1_=_2 1_=_2 · * * ~ ~ · ]",
		"12 12 | mid 4":              "[0 0 0 0 12 4 4 4 · 12 4 4 4 · ]",
		"12 x2 | wide 4 . | full x":  "[0 0 0 0 12 12 4 x · 12 12 12 x · ]",
		"4 x2 6":                     "[0 0 0 0 * * 4 4 · * * 4 4 · * * 6 6 · ]",
		"4 . x2":                     "[0 0 0 0 * * 4 4 · * * * * · * * * * · ]",
		"÷4 x2":                      "[0 0 4 4 * * * * · * * * * · ]",
		"/1 x3 | mid ÷2 | full off":  "[1 2 2 0 * * * * · * * * * · * * * * · ]",
		"4 8(6 6)":                   "[0 0 0 0 * * 4 4 · * * 8 8 [0 0 0 0 * * 6 6 · * * 6 6 · ]· ]",
		"x2 | wide 4 8 | full . 6":   "[0 0 0 0 * * 4 4 · * * 8 6 · ]",
		"12(12 12)(÷2 x4)|full 6(6 .)": "[0 0 0 0 12 12 12 6 [0 0 0 0 12 12 12 6 · 12 12 12 12 · ][2 2 2 2 * * * " +
			"* · * * * * · * * * * · * * * * · ]· ]",
	} {
		row, err := ParseRecipe(recipe, k, "wide", (&page.Page{}).Minter())
		if err != nil {
			t.Errorf("%q: %v", recipe, err)
		} else if got := spansOf(row, k); got != want {
			t.Errorf("%q: got %s, want %s", recipe, got, want)
		}
	}
}

// A refusal names the character it is about.
func TestRecipesAreRefusedAtTheirCharacter(t *testing.T) {
	k := sample.Twelve()
	for recipe, want := range map[string]string{
		"":                       "1 1 to 48 widths",
		"4 13":                   "3 a width of at most 12",
		"4 8 | mid 4 4 4":        "15 2 widths, as many as in the first part",
		"wide 4 | mid 4":         "10 each breakpoint once, in order",
		"4 | huge 4":             "5 each breakpoint once, in order",
		"4 | mid nothing":        "9 6 (take 6)",
		"4 8(6 6":                "8 ) to end the row that begins at character 4",
		"4 8)":                   "4 | and another breakpoint",
		"4 8 4 | mid 4 4":        "16 3 widths, as many as in the first part, or one for all; . for one",
		"4(6 6) x3":              "8 x3 after a width without brackets",
		"4 8 | wide 4(6)":        "13 no bracket here: the first part nests 0 rows",
		"÷0 x8":                  "1 ÷ and 1 to 48 columns a line",
		"x99":                    "1 x and 1 to 48 columns",
		"4 ()":                   "4 1 to 48 widths",
		"x40 x40":                "5 at most 48 columns in a row",
		strings.Repeat("1(", 20): "19 rows nested at most 8 deep",
	} {
		_, err := ParseRecipe(recipe, k, "wide", (&page.Page{}).Minter())
		all := fault.All(err)
		if len(all) != 1 {
			t.Errorf("%q: %v", recipe, err)
		} else if got := fmt.Sprint(all[0].At, " ", all[0].Want); !strings.HasPrefix(got, want) {
			t.Errorf("%q: got %s, want %s", recipe, got, want)
		}
	}
}

// A row that is written as a recipe and read again is the same row.
func TestRecipesReadBack(t *testing.T) {
	r := sample.New(31)
	for range 400 {
		k := sample.Twelve()
		text := randomRecipe(r, k, 0)
		row, err := ParseRecipe(text, k, "wide", (&page.Page{}).Minter())
		if err != nil {
			t.Fatalf("%q: %v", text, err)
		}
		written := FormatRecipe(row, k)
		again, err := ParseRecipe(written, k, "wide", (&page.Page{}).Minter())
		if err != nil || spansOf(again, k) != spansOf(row, k) || FormatRecipe(again, k) != written {
			t.Fatalf("%q was written as %q, which reads as\n%v, not\n%s: %v", text, written, again, spansOf(row, k),
				err)
		}
	}
}

// randomRecipe is a recipe of one part, or of one for each of some breakpoints.
func randomRecipe(r *rand.Rand, k *kit.Kit, depth int) string {
	cells := []string{"4", "12", "2_6", "1_3_1", "=", "~", "*", "x", ".", "0_=_2"}
	columns := 1 + r.IntN(4)
	nest := make([]string, columns)
	for i := range nest {
		if depth == 0 && r.IntN(3) == 0 {
			nest[i] = "(" + []string{"6 6", "÷2 x4", "= =", "x3"}[r.IntN(4)] + ")"
		}
	}
	var parts []string
	for i, b := range k.Breakpoints {
		if i > 0 && r.IntN(2) == 0 {
			continue
		}
		words := []string{b.Name}
		if r.IntN(4) == 0 {
			words = append(words, []string{"÷2", "/3", "off"}[r.IntN(3)])
		}
		for c := range columns {
			word := cells[r.IntN(len(cells))]
			if i == 0 {
				word += nest[c]
			}
			words = append(words, word)
		}
		parts = append(parts, strings.Join(words, " "))
	}
	return strings.Join(parts, " | ")
}

// Every recipe that is offered for a kit can be had on it as it is.
func TestReadyRecipes(t *testing.T) {
	r := sample.New(32)
	for range 25 {
		k := sample.Kit(r)
		for _, ready := range ReadyRecipes(k) {
			p := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID}
			row, err := ParseRecipe(ready.Text, k, k.Breakpoints[0].Name, p.Minter())
			if err == nil {
				p.Body = []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}
				err = p.Check(k, func(string) bool { return false })
			}
			if err != nil {
				t.Fatalf("%s: %q: %v", ready.Name, ready.Text, err)
			}
		}
	}
}
