package foreign_test

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/read/infer"
	"kitrows/internal/test/sample"
)

// team is a kit that was read from a stylesheet.
func team(t *testing.T, sheet string) (*kit.Kit, *infer.Reading) {
	t.Helper()
	k, r, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: sheet}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	return k, r
}

// rowOf is a row of columns, each with settings of its own.
func rowOf(id string, columns ...[]page.Setting) *page.Node {
	row := &page.Node{ID: id, Kind: page.Row, Name: "Row"}
	for i, at := range columns {
		row.Children = append(row.Children, &page.Node{ID: fmt.Sprintf("%s-%d", id, i), Kind: page.Column,
			Name: "Column", At: at})
	}
	return row
}

// in is a page of one container with rows.
func in(k *kit.Kit, rows ...*page.Node) *page.Page {
	return &page.Page{ID: "p", Name: "P", File: "p.html", Language: "en", Kit: k.ID, Body: []*page.Node{
		{ID: "frame", Kind: page.Container, Name: "F", Children: rows}}}
}

// texts are the words of a row, and of each of its columns.
func texts(f *foreign.Page, row *page.Node) string {
	all := []string{strings.Join(f.Texts(row), " ")}
	for _, n := range row.Children {
		all = append(all, strings.Join(f.Texts(n), " "))
	}
	return strings.Join(all, "|")
}

// A row's class says how many columns its lines have, where nothing that a column needs stands in its way; else
// the columns say it, each for itself.
func TestRowsDivide(t *testing.T) {
	k, _ := team(t, `.rail { display: flow-root } .plank { float: left; width: 100% } .half { width: 50% }
.third { width: 33.333333% } .two { width: 66.666667% } .sixth { width: 16.666667% }
@media (min-width: 600px) { .by-2 > * { width: 50% } .by-3 > * { width: 33.333333% } }
@media (min-width: 900px) { .by-3-w > * { width: 33.333333% } .half-w { width: 50% } }`)
	base, mid, wide := k.Breakpoints[0].Name, k.Breakpoints[1].Name, k.Breakpoints[2].Name
	per := func(at string, n int) page.Setting { return page.At(at).With(page.PerLine, page.Of(n)) }
	take := func(at string, n int) []page.Setting {
		return []page.Setting{page.At(at).With(page.Width, page.Take(n))}
	}
	for name, c := range map[string]struct {
		row     []page.Setting
		columns [][]page.Setting
		want    string
	}{
		"from a breakpoint on": {[]page.Setting{per(mid, 2)}, [][]page.Setting{nil, nil}, "rail by-2|plank|plank"},
		"another number later": {[]page.Setting{per(mid, 2), per(wide, 3)}, [][]page.Setting{nil},
			"rail by-2 by-3-w|plank"},
		"no class for that number": {[]page.Setting{per(wide, 2)}, [][]page.Setting{nil, nil},
			"rail|plank half-w|plank half-w"},
		"a column that has a width": {[]page.Setting{per(mid, 2)}, [][]page.Setting{take(base, 2), nil}, ""},
		"not set":                   {nil, [][]page.Setting{take(base, 3)}, "rail|plank half"},
	} {
		row := rowOf("row", c.columns...)
		row.At = c.row
		pg := in(k, row)
		got := texts(foreign.Of(k, pg), row)
		if foreign.Check(k, pg) != nil {
			got = "" // third from the first breakpoint on is what no class ends at the second
		}
		if got != c.want {
			t.Errorf("%s: %s, want %s", name, got, c.want)
		}
	}
}

// Only rows inside columns have classes for the ends of their lines, where the others stand without.
func TestEndsOfNestedRows(t *testing.T) {
	k, r := team(t, `.hull { width: 840px; margin: 0 auto } .rail { overflow: hidden }
.plank { float: left; margin: 0 10px } .bow { margin-left: 0 } .stern { margin-right: 0 }
.one { width: 50px } .two { width: 120px } .three { width: 190px } .four { width: 260px } .six { width: 400px }
.eight { width: 540px } .twelve { width: 820px }`)
	if r.Ends != infer.NestedEnds {
		t.Fatalf("ends in rows %v", r.Ends)
	}
	at := func(n int) []page.Setting { return []page.Setting{page.At("base").With(page.Width, page.Take(n))} }
	outer, inner := rowOf("outer", at(8), at(4)), rowOf("inner", at(4), at(6), at(2))
	outer.Children[0].Children = []*page.Node{inner}
	f := foreign.Of(k, in(k, outer))
	if got := texts(f, outer); got != "rail|plank eight|plank four" {
		t.Errorf("outside: %s", got)
	}
	if got := texts(f, inner); got != "rail|plank four bow|plank six|plank two stern" {
		t.Errorf("inside: %s", got)
	}
}

// Numbers that elements give themselves stand in one style attribute.
func TestGivenNumbers(t *testing.T) {
	k, _ := team(t, `.rail { display: flex; flex-wrap: wrap; gap: 16px }
.plank { box-sizing: border-box; min-width: 0; flex: 0 0 auto; width: calc((100% + 16px) * var(--n, 12) / 12 - 16px) }
@media (min-width: 720px) { .plank { width: calc((100% + 16px) * var(--wide, var(--n, 12)) / 12 - 16px) } }`)
	wide := k.Breakpoints[1].Name
	row := rowOf("row", []page.Setting{page.At("base").With(page.Width, page.Take(6)), page.At(wide).With(page.Width,
		page.Take(4))}, []page.Setting{page.At(wide).With(page.Width, page.Take(8))})
	if got := texts(foreign.Of(k, in(k, row)),
		row); got != "rail|plank style=--n: 6; style=--wide: 4;|plank style=--wide: 8;" {
		t.Errorf("%s", got)
	}
}

// A specimen has every word of its kit on it that the kit can be made to say, and is a page that it can say.
func TestSpecimens(t *testing.T) {
	words, missed := 0, 0
	for i := range 25 {
		k, r := team(t, sample.NewForeign(sample.New(600_000 + uint64(i))).Sources[0].Text)
		pg := foreign.Specimen(k, r.Words.Words)
		if err := foreign.Check(k, pg); err != nil {
			t.Errorf("sheet %d: %v", i, err)
		}
		f := foreign.Of(k, pg)
		var said []string
		pg.Walk(func(n *page.Node, _ page.Place) { said = append(said, f.Texts(n)...) })
		for _, w := range r.Words.Words {
			if words++; !slices.Contains(said, w.Text) {
				missed++
			}
		}
	}
	if t.Logf("%d of %d words", words-missed, words); missed*4 > words {
		t.Errorf("%d of %d words are on no specimen", missed, words)
	}
}

// Sources are the rules that decide: of two, the one that wins, and a rule of the page's own above all.
func TestSources(t *testing.T) {
	k, _ := team(t, ".rail { display: flex; flex-wrap: wrap }\n.plank { min-width: 0; flex: 0 0 auto }\n.half { "+
		"width: 50% } .quarter { width: 25% } .whole { width: 100% }\n@media (min-width: 700px) {\n  .half-w { width: "+
		"50% }\n}")
	wide := k.Breakpoints[1].Name
	row := rowOf("row", []page.Setting{page.At("base").With(page.Width, page.Take(1)), page.At(wide).With(page.Width,
		page.Take(2))},
		[]page.Setting{page.At("base").With(page.Width, page.Full), page.At(wide).With(page.Width, page.Take(3))})
	pg := in(k, row)
	pg.OwnRules = true
	f := foreign.Of(k, pg)
	told := func(n *page.Node, i int) string {
		var all []string
		for _, s := range f.Sources(n, i) {
			all = append(all, s.Word+" "+s.File+":"+strconv.Itoa(s.Line))
		}
		return strings.Join(all, ", ")
	}
	for _, c := range []struct {
		column, at int
		want       string
	}{{0, 0, "quarter team.css:3"}, {0, 1, "half-w team.css:5"}, {1, 0, "whole team.css:3"},
		{1, 1, "kr-own-take-3-from-700 :0"}} {
		if got := told(row.Children[c.column], c.at); got != c.want {
			t.Errorf("column %d at %d: %s, want %s", c.column, c.at, got, c.want)
		}
	}
}

// A column that begins at a unit of its own has the word that names its track or, where there is none, those of the
// skip that it comes to, with what is left of the line before where it begins another.
func TestColumnsBeginAtUnits(t *testing.T) {
	flex, tracks := ".rail { display: flex; flex-wrap: wrap } .slat { flex: 0 0 auto; width: 100% }\n",
		".rail { display: grid; grid-template-columns: repeat(6, minmax(0, 1fr)) } .slat { min-width: 0; "+
			"grid-column-end: span 6 }\n"
	for n := 1; n < 6; n++ {
		flex += fmt.Sprintf(".w-%d { width: calc(100%% * %[1]d / 6) } .off-%[1]d { margin-left: calc(100%% * %[1]d / 6) "+
			"} .rest-%[1]d { margin-right: calc(100%% * %[1]d / 6) }\n", n)
		tracks += fmt.Sprintf(".w-%d { grid-column-end: span %[1]d } .at-%[1]d { grid-column-start: %[1]d }\n", n)
	}
	for name, c := range map[string]struct{ sheet, want string }{
		"flex": {flex, "rail|slat off-1 rest-3 w-2|slat off-1 w-2"}, "grid": {tracks, "rail|slat at-2 w-2|slat at-2 w-2"},
	} {
		k, _ := team(t, c.sheet)
		at := func() []page.Setting {
			return []page.Setting{page.At(k.Breakpoints[0].Name).With(page.Begin, page.Of(2)).With(page.Width,
				page.Take(2))}
		}
		row := rowOf("row", at(), at())
		f := foreign.Of(k, in(k, row))
		got := strings.Split(texts(f, row), "|")
		for i, words := range got {
			all := strings.Fields(words)
			slices.Sort(all[min(1, len(all)):])
			got[i] = strings.Join(all, " ")
		}
		if got := strings.Join(got, "|"); got != c.want {
			t.Errorf("%s: %s, want %s", name, got, c.want)
		}
	}
}
