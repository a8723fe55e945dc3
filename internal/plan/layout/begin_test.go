package layout

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// Where columns begin at units of their own, by technique: lines with bars between them, of each column its first unit
// and how many it spans. A line that is past a column's unit is ended; what cannot be had is told.
func TestColumnsBeginAtUnits(t *testing.T) {
	for name, c := range map[string]struct{ recipe, want, told string }{
		"after what is before":      {"@4_3 @8_2", "4+3 8+2", ""},
		"past it, in another line":  {"@7_3 @2_4", "7+3 | 2+4", ""},
		"past it, though it fits":   {"2 @2_4 @3_1", "1+2 | 2+4 | 3+1", ""},
		"nothing left after it":     {"6 @10_3 2", "1+6 10+3 | 1+2", ""},
		"over the line":             {"2 @8_8", "1+2 | 8+8", ""},
		"with units after it":       {"@3_4_2 3", "3+4 9+3", ""},
		"a share after it":          {"@3_2 =", "3+2 5+8", ""},
		"after a share":             {"= @9_3", "1+9 10+3", "a column before it shares what is left of their line"},
		"beside a natural":          {"~ @9_3", "", "a column of its row is as wide as its content"},
		"at the first of each line": {"@1_12 @1_12", "1+12 | 1+12", ""},
	} {
		for _, technique := range []kit.Technique{kit.Flex, kit.Grid, kit.Float} {
			if technique != kit.Flex && strings.ContainsAny(c.recipe, "=~") {
				continue
			}
			k := sample.Twelve()
			k.Technique = technique
			p := onePage(typed(t, c.recipe))
			l := Of(k, p)
			var lines []string
			for _, line := range l.Plan(k.Breakpoints[0].From.Px() + 400).Lines {
				var cells []string
				line.Row.Place(line.Run, line.Track, func(c *Cell, s Spot) {
					cells = append(cells, fmt.Sprintf("%v+%v", s.Unit+1, s.Units))
				})
				lines = append(lines, strings.Join(cells, " "))
			}
			if got := strings.Join(lines, " | "); got != c.want && c.want != "" {
				t.Errorf("%s, %s: %s, want %s", name, technique, got, c.want)
			}
			told := ""
			for _, f := range l.FindingsAt("", 0) {
				told += f.Text
			}
			if (c.told == "") != (told == "") || !strings.Contains(told, c.told) {
				t.Errorf("%s, %s: told %q, want %q", name, technique, told, c.told)
			}
		}
	}
}

// typed is a row of columns whose cells were typed.
func typed(t *testing.T, cells string) *page.Node {
	t.Helper()
	r := &page.Node{ID: "row", Name: "Row", Kind: page.Row}
	for i, text := range strings.Fields(cells) {
		cell, err := notation.ParseCell(text, 12)
		if err != nil {
			t.Fatal(err)
		}
		held, name := page.Defaults(page.Column), string(rune('a'+i))
		r.Children = append(r.Children, &page.Node{ID: name, Name: name, Kind: page.Column,
			At: []page.Setting{cell.Setting(page.At("base"), &held)}})
	}
	return r
}

// A place keeps its proportion where the row's columns change, on whole units.
func TestPlacesAreCarried(t *testing.T) {
	for _, c := range []struct{ set, now, before, want int }{
		{7, 18, 12, 10}, {1, 18, 12, 1}, {2, 18, 12, 3}, {12, 6, 12, 6}, {20, 1, 24, 1}, {5, 12, 4, 10},
	} {
		if got, _ := page.BeginAt(c.set, c.now, c.before); got != c.want {
			t.Errorf("unit %d of %d is %d of %d, want %d", c.set, c.before, got, c.now, c.want)
		}
	}
}

// Uneven flexible boxes leave units after a column so that the next begins a line of its own, where it would fit
// beside it.
func TestUnevenColumnsBeginALine(t *testing.T) {
	k := sample.Twelve()
	k.Columns = kit.Uneven(1, 2, 3, 2, 1)
	l := Of(k, onePage(typed(t, "1 @1_1_1 1")))
	row := l.Row("row", 0)
	var fills []float64
	for _, c := range row.Cells {
		fills = append(fills, c.Fill)
	}
	if fmt.Sprint(fills) != "[4 0 0]" {
		t.Errorf("units left after the columns: %v, want 4 after the first", fills)
	}
}
