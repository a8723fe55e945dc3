package code

import (
	"strings"
	"testing"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/sample"
)

// ruleOf gives the declarations of a selector in one block of a sheet, joined.
func ruleOf(s *Sheet, block int, selector string) string {
	for _, r := range s.Blocks[block].Rules {
		if r.Selector == selector {
			return strings.Join(r.Declarations, "; ")
		}
	}
	return ""
}

// written is the markup of a page with one row of columns named a, b, …, set so.
func written(t *testing.T, k *kit.Kit, row []page.Setting, columns ...[]page.Setting) *Markup {
	t.Helper()
	r := &page.Node{ID: "row", Kind: page.Row, Name: "Row", At: row}
	for i, at := range columns {
		id := string(rune('a' + i))
		r.Children = append(r.Children, &page.Node{ID: id, Kind: page.Column, Name: id, At: at, Children: []*page.Node{
			{ID: id + "-text", Kind: page.Block, Name: "Text", Content: &page.Content{Type: page.Text, Height: kit.Px(40), Width: kit.Px(90)}},
		}})
	}
	pg := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{r}}}}
	if err := pg.Check(k, func(string) bool { return false }); err != nil {
		t.Fatal(err)
	}
	return Write(layout.Of(k, pg), sample.Of(pg, k), Options{})
}

func at(from string, set func(*page.Setting)) page.Setting {
	s := page.Setting{From: from}
	set(&s)
	return s
}

func takes(from string, n int) page.Setting {
	return at(from, func(s *page.Setting) { s.Width = new(page.Take(n)) })
}

func with(change func(*kit.Kit)) *kit.Kit {
	k := sample.PlainTwelve()
	change(k)
	return k
}

// What the rules say, technique by technique. Only what the page uses is there.
func TestRules(t *testing.T) {
	flex := sample.PlainTwelve()
	grid := with(func(k *kit.Kit) { k.Technique = kit.Grid })
	float := with(func(k *kit.Kit) { k.Technique = kit.Float })
	fifth := with(func(k *kit.Kit) { k.Gutter = kit.Fraction(1, 5) })
	uneven := with(func(k *kit.Kit) { k.Columns, k.Technique = kit.Uneven(1, 2, 3, 2, 1), kit.Grid })
	bare := with(func(k *kit.Kit) { k.Gutter, k.RowGutter = kit.Gutter{}, kit.Length{} })
	eighteen := with(func(k *kit.Kit) { k.Breakpoints[3].Columns = kit.Equal(18) })
	six := []page.Setting{takes("base", 6)}
	skips := at("base", func(s *page.Setting) { s.Width, s.Skip = new(page.Take(6)), new(2) })
	share := []page.Setting{at("base", func(s *page.Setting) { s.Width = new(page.Share) })}
	natural := []page.Setting{at("base", func(s *page.Setting) { s.Width = new(page.Natural) })}
	three := []page.Setting{at("base", func(s *page.Setting) { s.PerLine = new(3) })}
	own := []page.Setting{at("base", func(s *page.Setting) { s.GapX = new(page.GapOf(8)) })}
	for _, c := range []struct {
		name     string
		markup   *Markup
		block    int
		selector string
		want     string
	}{
		{"flexible boxes", written(t, flex, nil, six), 0, ".kr-row",
			"display: flex; flex-wrap: wrap; gap: 24px; padding: 0; margin: 0; list-style: none"},
		{"a column of theirs", written(t, flex, nil, six), 0, ".kr-cell",
			"box-sizing: border-box; --kr-take: 1; flex: 0 0 calc((100% + 24px) * var(--kr-take) - 24px); min-width: 0; margin: 0; padding: 0"},
		{"six of twelve", written(t, flex, nil, six), 0, ".kr-take-6", "--kr-take: calc(6 / 12)"},
		{"one that skips", written(t, flex, nil, []page.Setting{skips}), 0, ".kr-cell",
			"box-sizing: border-box; --kr-take: 1; --kr-skip: 0; flex: 0 0 calc((100% + 24px) * var(--kr-take) - 24px); min-width: 0; margin: 0 0 0 calc((100% + 24px) * var(--kr-skip)); padding: 0"},
		{"a share of what is left", written(t, flex, nil, share, six), 0, ".kr-share", "--kr-size: 1 0 calc((100% + 24px) / 12 - 24px)"},
		{"as wide as the content", written(t, flex, nil, natural, six), 0, ".kr-natural", "--kr-size: 0 0 auto"},
		{"three a line", written(t, flex, three, nil, nil, nil), 0, ".kr-per-3", "--kr-each: 0 0 calc((100% + 24px) / 3 - 24px); --kr-still: 0"},
		{"a gutter of its own", written(t, flex, own, six, six), 0, ".kr-gap-x-8", "--kr-gap: 8px"},
		{"and the kit's beside it", written(t, flex, own, six, six), 0, ".kr-row",
			"display: flex; flex-wrap: wrap; --kr-gap: 24px; gap: 24px var(--kr-gap); padding: 0; margin: 0; list-style: none"},
		{"a fifth of a column is 1 of 71 parts of the row", written(t, fifth, nil, six, six), 0, ".kr-row",
			"display: flex; flex-wrap: wrap; --kr-gap: calc(100% * 1 / 71); gap: 24px var(--kr-gap); padding: 0; margin: 0; list-style: none"},
		{"no gutter, no arithmetic of it", written(t, bare, nil, six, six), 0, ".kr-cell",
			"box-sizing: border-box; --kr-take: 1; flex: 0 0 calc(100% * var(--kr-take)); min-width: 0; margin: 0; padding: 0"},
		{"a part keeps its proportion in 18", written(t, eighteen, nil, six, six), 3, ".kr-take-6", ""},
		{"grid tracks", written(t, grid, nil, six, six), 0, ".kr-row",
			"display: grid; grid-template-columns: repeat(12, minmax(0, 1fr)); gap: 24px; padding: 0; margin: 0; list-style: none"},
		{"a column spans its part of them", written(t, grid, nil, six, six), 0, ".kr-cell",
			"box-sizing: border-box; --kr-take: 1; --kr-f: var(--kr-take); --kr-row: calc((100% - 24px * (var(--kr-f) - 1)) / var(--kr-f)); grid-column-end: span calc(var(--kr-f) * 12); width: calc((var(--kr-row) + 24px) * var(--kr-take) - 24px); margin: 0; padding: 0"},
		{"uneven tracks", written(t, uneven, nil, []page.Setting{takes("base", 2)}), 0, ".kr-take-2-at-1",
			"--kr-take: calc(3 / 9); --kr-take-gaps: calc(2 - 5 * 3 / 9)"},
		{"floats", written(t, float, nil, six, six), 0, ".kr-row", "display: flow-root; padding: 0; margin: 0; list-style: none"},
		{"a float runs on beside the one before", written(t, float, nil, six, six), 0, ".kr-run", "--kr-below: 0; --kr-beside: 1; clear: none"},
		{"a container", written(t, flex, nil, six), 1, ".kr-frame", "max-width: 604px"},
	} {
		if got := ruleOf(UsedSheet(c.markup), c.block, c.selector); got != c.want {
			t.Errorf("%s: got\n%s\nwant\n%s", c.name, got, c.want)
		}
	}
}

// Which classes say a setting: as few as can be, each where it begins to hold.
func TestClassesOfSettings(t *testing.T) {
	shown := func(from string, is bool) page.Setting { return at(from, func(s *page.Setting) { s.Shown = &is }) }
	width := func(from string, w page.Width) page.Setting { return at(from, func(s *page.Setting) { s.Width = &w }) }
	order := func(from string, o page.Order) page.Setting { return at(from, func(s *page.Setting) { s.Order = &o }) }
	perLine := func(from string, n int) page.Setting { return at(from, func(s *page.Setting) { s.PerLine = &n }) }
	into := func(from string, n int) page.Setting {
		return at(from, func(s *page.Setting) { s.Divides = new(page.Into(n)) })
	}
	full := []page.Setting{width("base", page.Full)}
	for _, c := range []struct {
		name    string
		row     []page.Setting
		columns [][]page.Setting
		want    string // of the row, then of each column
	}{
		{"nothing set", nil, [][]page.Setting{nil, nil}, "row | cell | cell"},
		{"what is carried is not said again", nil, [][]page.Setting{{takes("base", 6), takes("mid", 6), takes("wide", 4)}, full}, "row | cell take-6 take-4-wide | cell"},
		{"all twelve are the full line", nil, [][]page.Setting{{takes("base", 12), takes("mid", 6)}, full}, "row | cell take-6-mid | cell"},
		{"back to the full line", nil, [][]page.Setting{{takes("base", 6), width("wide", page.Full)}, full}, "row | cell take-6 full-wide | cell"},
		{"hidden, and what it would be there is not said", nil, [][]page.Setting{{shown("base", false), takes("mid", 6), at("wide", func(s *page.Setting) { s.Shown, s.Width = new(true), new(page.Take(4)) })}, full},
			"row | cell gone back-wide take-4-wide | cell"},
		{"a skip that ends", nil, [][]page.Setting{{at("base", func(s *page.Setting) { s.Width, s.Skip = new(page.Take(6)), new(2) }), at("mid", func(s *page.Setting) { s.Skip = new(0) })}, full},
			"row | cell skip-2 take-6 skip-0-mid | cell"},
		{"a trail at the end of a line does nothing", nil, [][]page.Setting{{at("base", func(s *page.Setting) { s.Width, s.Trail = new(page.Take(6)), new(2) })}}, "row | cell take-6"},
		{"one before another column keeps it off", nil, [][]page.Setting{{at("base", func(s *page.Setting) { s.Width, s.Trail = new(page.Take(6)), new(2) })}, {takes("base", 4)}}, "row | cell take-6 trail-2 | cell take-4"},
		{"a share that is the full line", nil, [][]page.Setting{{width("base", page.Share)}}, "row | cell"},
		{"two that are halves", nil, [][]page.Setting{{width("base", page.Share)}, {width("base", page.Share)}}, "row | cell share | cell share"},
		{"an order that changes nothing", nil, [][]page.Setting{{order("base", page.First)}, full}, "row | cell | cell"},
		{"one that does, and its end", nil, [][]page.Setting{{order("base", page.Last), order("mid", 0)}, full}, "row | cell place-last place-0-mid | cell"},
		{"so many a line as the widths come to anyway", []page.Setting{perLine("mid", 2), perLine("full", 0)}, [][]page.Setting{{takes("base", 6)}, {takes("base", 6)}, {takes("base", 6)}},
			"row | cell take-6 | cell take-6 | cell take-6"},
		{"so many a line instead of widths, and off again", []page.Setting{perLine("mid", 3), perLine("full", 0)}, [][]page.Setting{{takes("base", 6)}, {takes("base", 6)}, {takes("base", 6)}},
			"row per-3-mid per-off-full | cell take-6 | cell take-6 | cell take-6"},
		{"one a line is the full line", []page.Setting{perLine("base", 1)}, [][]page.Setting{nil, nil}, "row | cell | cell"},
		{"and must be said where widths are carried", []page.Setting{perLine("mid", 1)}, [][]page.Setting{{takes("base", 6)}, {takes("base", 6)}}, "row per-1-mid | cell take-6 | cell take-6"},
		{"what was set to more than there was, hidden there", []page.Setting{into("base", 3), into("wide", 2)}, [][]page.Setting{{at("base", func(s *page.Setting) { s.Shown, s.Width, s.Skip = new(false), new(page.Take(1)), new(3) }), shown("wide", true)}, full},
			"row of-3 | cell gone skip-2 take-1 back-wide | cell"},
		{"what is spread", []page.Setting{at("wide", func(s *page.Setting) { s.Spread = new(page.Between) })}, [][]page.Setting{{takes("base", 3)}, {takes("base", 3)}}, "row spread-between-wide | cell take-3 | cell take-3"},
		{"where nothing is left to spread", []page.Setting{at("wide", func(s *page.Setting) { s.Spread = new(page.Between) })}, [][]page.Setting{{takes("base", 6)}, {takes("base", 6)}}, "row | cell take-6 | cell take-6"},
	} {
		m := written(t, sample.PlainTwelve(), c.row, c.columns...)
		var got []string
		for _, id := range []string{"row", "a", "b", "c"} {
			if classes := m.of[id]; classes != nil {
				var names []string
				for _, class := range classes {
					names = append(names, strings.TrimPrefix(class.text(m.kit), "kr-"))
				}
				got = append(got, strings.Join(names, " "))
			}
		}
		if text := strings.Join(got, " | "); text != c.want {
			t.Errorf("%s: got %s, want %s", c.name, text, c.want)
		}
	}
}

// Grid tracks know whole columns only: a trail that is carried to a part of one is
// said anew, even at a line's end, where it does nothing else.
func TestGridTracksAreToldWholeColumns(t *testing.T) {
	k := sample.PlainTwelve()
	k.Technique = kit.Grid
	divides := at("wide", func(s *page.Setting) { s.Divides = new(page.Into(9)) })
	m := written(t, k, []page.Setting{divides},
		[]page.Setting{at("base", func(s *page.Setting) { s.Width, s.Trail = new(page.Take(3)), new(1) }), takes("wide", 8)}, []page.Setting{takes("base", 3)})
	for id, want := range map[string]string{"a": "kr-cell kr-take-3 kr-trail-1 kr-take-8-wide kr-trail-1-wide", "b": "kr-cell kr-take-3 kr-take-2-wide"} {
		var got []string
		for _, class := range m.of[id] {
			got = append(got, class.text(k))
		}
		if text := strings.Join(got, " "); text != want {
			t.Errorf("%s: got %s, want %s", id, text, want)
		}
	}
}

// Where a float stands is not said again where gutters of its row's own make no
// difference between two places; then those gutters are said, even where nothing else
// shows them.
func TestFloatsStandWhereTheirRowsGuttersAllow(t *testing.T) {
	k := sample.PlainTwelve()
	k.Technique = kit.Float
	oneLine := at("mid", func(s *page.Setting) { s.PerLine, s.GapY = new(3), new(page.NoGap) })
	m := written(t, k, []page.Setting{oneLine}, []page.Setting{takes("base", 8)}, []page.Setting{takes("base", 8)}, []page.Setting{takes("base", 4)})
	for id, want := range map[string]string{
		"row": "kr-row kr-per-3-mid kr-gap-y-0-mid", "a": "kr-cell kr-take-8", "b": "kr-cell kr-take-8 kr-run-mid", "c": "kr-cell kr-take-4 kr-under",
	} {
		var got []string
		for _, class := range m.of[id] {
			got = append(got, class.text(k))
		}
		if text := strings.Join(got, " "); text != want {
			t.Errorf("%s: got %s, want %s", id, text, want)
		}
	}
}

// No two things a kit can say are written as one class, whatever its columns,
// breakpoints and technique.
func TestClassesAreDistinct(t *testing.T) {
	r := sample.New(23)
	for range 40 {
		k := sample.Kit(r)
		said := map[string]class{}
		for _, c := range everyClass(k) {
			text := c.text(k)
			if other, taken := said[text]; taken {
				t.Fatalf("%s says %+v and %+v", text, other, c)
			}
			said[text] = c
		}
	}
}
