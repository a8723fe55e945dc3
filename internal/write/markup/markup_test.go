package markup

import (
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
)

// written is the markup of a page with one row of columns named a, b, …, set so.
func written(t *testing.T, k *kit.Kit, row []page.Setting, columns ...[]page.Setting) *Markup {
	t.Helper()
	r := &page.Node{ID: "row", Kind: page.Row, Name: "Row", At: row}
	for i, at := range columns {
		id := string(rune('a' + i))
		r.Children = append(r.Children, &page.Node{ID: id, Kind: page.Column, Name: id, At: at, Children: []*page.Node{
			{ID: id + "-text", Kind: page.Block, Name: "Text",
				Content: &page.Content{Type: page.Text, Height: kit.Px(40), Width: kit.Px(90)}},
		}})
	}
	pg := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{r}}}}
	if err := pg.Check(k, func(string) bool { return false }); err != nil {
		t.Fatal(err)
	}
	return Write(layout.Of(k, pg), sample.Of(pg, k), code.Options{})
}

func takes(from string, n int) page.Setting {
	return page.At(from).With(page.Width, page.Take(n))
}

// classes are those of a node with the kit's prefix taken off.
func (m *Markup) classes(id string) string {
	n, at := m.Said.Layout.Page().Find(id)
	if n == nil {
		return ""
	}
	var all []string
	for _, word := range wordsOf(m.Said, vocab.Own(m.Said.Layout.Kit()), n, at.Parent) {
		all = append(all, strings.TrimPrefix(word.Text, "kr-"))
	}
	return strings.Join(all, " ")
}

// Which classes say a setting: as few as can be, each where it begins to hold.
func TestClassesOfSettings(t *testing.T) {
	shown := func(from string, is bool) page.Setting {
		return page.At(from).With(page.Shown, map[bool]page.Value{true: page.Shows, false: page.Hides}[is])
	}
	width := func(from string, w page.Value) page.Setting { return page.At(from).With(page.Width, w) }
	order := func(from string, o page.Value) page.Setting { return page.At(from).With(page.Order, o) }
	perLine := func(from string, n int) page.Setting { return page.At(from).With(page.PerLine, page.Of(n)) }
	into := func(from string, n int) page.Setting {
		return page.At(from).With(page.Divides, page.Of(n))
	}
	full := []page.Setting{width("base", page.Full)}
	for _, c := range []struct {
		name    string
		row     []page.Setting
		columns [][]page.Setting
		want    string // of the row, then of each column
	}{
		{"nothing set", nil, [][]page.Setting{nil, nil}, "row | cell | cell"},
		{"what is carried is not said again", nil,
			[][]page.Setting{{takes("base", 6), takes("mid", 6), takes("wide", 4)}, full},
			"row | cell take-6 take-4-wide | cell"},
		{"all twelve are the full line", nil, [][]page.Setting{{takes("base", 12), takes("mid", 6)}, full},
			"row | cell take-6-mid | cell"},
		{"back to the full line", nil, [][]page.Setting{{takes("base", 6), width("wide", page.Full)}, full},
			"row | cell take-6 full-wide | cell"},
		{"hidden, and what it would be there is not said", nil,
			[][]page.Setting{{shown("base", false), takes("mid", 6),
				page.At("wide").With(page.Shown, page.Shows).With(page.Width, page.Take(4))}, full},
			"row | cell gone back-wide take-4-wide | cell"},
		{"a skip that ends", nil,
			[][]page.Setting{{page.At("base").With(page.Width, page.Take(6)).With(page.Skip, page.Of(2)),
				page.At("mid").With(page.Skip, page.Of(0))}, full},
			"row | cell skip-2 take-6 skip-0-mid | cell"},
		{"a trail at the end of a line does nothing", nil,
			[][]page.Setting{{page.At("base").With(page.Width, page.Take(6)).With(page.Trail, page.Of(2))}},
			"row | cell take-6"},
		{"one before another column keeps it off", nil,
			[][]page.Setting{{page.At("base").With(page.Width, page.Take(6)).With(page.Trail, page.Of(2))},
				{takes("base", 4)}}, "row | cell take-6 trail-2 | cell take-4"},
		{"a share that is the full line", nil, [][]page.Setting{{width("base", page.Share)}}, "row | cell"},
		{"two that are halves", nil, [][]page.Setting{{width("base", page.Share)}, {width("base", page.Share)}},
			"row | cell share | cell share"},
		{"an order that changes nothing", nil, [][]page.Setting{{order("base", page.First)}, full},
			"row | cell | cell"},
		{"one that does, and its end", nil, [][]page.Setting{{order("base", page.Last), order("mid", page.Of(0))},
			full}, "row | cell place-last place-0-mid | cell"},
		{"so many a line as the widths come to anyway", []page.Setting{perLine("mid", 2), perLine("full", 0)},
			[][]page.Setting{{takes("base", 6)}, {takes("base", 6)}, {takes("base", 6)}},
			"row | cell take-6 | cell take-6 | cell take-6"},
		{"so many a line instead of widths, and off again", []page.Setting{perLine("mid", 3), perLine("full", 0)},
			[][]page.Setting{{takes("base", 6)}, {takes("base", 6)}, {takes("base", 6)}},
			"row per-3-mid per-off-full | cell take-6 | cell take-6 | cell take-6"},
		{"one a line is the full line", []page.Setting{perLine("base", 1)}, [][]page.Setting{nil, nil},
			"row | cell | cell"},
		{"and must be said where widths are carried", []page.Setting{perLine("mid", 1)},
			[][]page.Setting{{takes("base", 6)}, {takes("base", 6)}}, "row per-1-mid | cell take-6 | cell take-6"},
		{"what was set to more than there was, hidden there", []page.Setting{into("base", 3), into("wide", 2)},
			[][]page.Setting{{page.At("base").With(page.Shown, page.Hides).With(page.Width, page.Take(1)).With(
				page.Skip,
				page.Of(3)), shown("wide", true)}, full},
			"row of-3 | cell gone skip-2 take-1 back-wide | cell"},
		{"what is spread", []page.Setting{page.At("wide").With(page.Spread, page.Between)},
			[][]page.Setting{{takes("base", 3)}, {takes("base", 3)}},
			"row spread-between-wide | cell take-3 | cell take-3"},
		{"where nothing is left to spread", []page.Setting{page.At("wide").With(page.Spread, page.Between)},
			[][]page.Setting{{takes("base", 6)}, {takes("base", 6)}}, "row | cell take-6 | cell take-6"},
	} {
		m := written(t, sample.Twelve(), c.row, c.columns...)
		var got []string
		for _, id := range []string{"row", "a", "b", "c"} {
			if classes := m.classes(id); classes != "" {
				got = append(got, classes)
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
	k := sample.Twelve()
	k.Technique = kit.Grid
	divides := page.At("wide").With(page.Divides, page.Of(9))
	m := written(t, k, []page.Setting{divides},
		[]page.Setting{page.At("base").With(page.Width, page.Take(3)).With(page.Trail, page.Of(1)), takes("wide", 8)},
		[]page.Setting{takes("base", 3)})
	for id, want := range map[string]string{"a": "cell take-3 trail-1 take-8-wide trail-1-wide",
		"b": "cell take-3 take-2-wide"} {
		if got := m.classes(id); got != want {
			t.Errorf("%s: got %s, want %s", id, got, want)
		}
	}
}

// Where a float stands is not said again where gutters of its row's own make no
// difference between two places; then those gutters are said, even where nothing else
// shows them. One that is hidden keeps its row from counting where lines begin.
func TestFloatsStandWhereTheirRowsGuttersAllow(t *testing.T) {
	k := sample.Twelve()
	k.Technique = kit.Float
	oneLine := page.At("mid").With(page.PerLine, page.Of(3)).With(page.GapY, page.NoGap)
	m := written(t, k, []page.Setting{oneLine},
		[]page.Setting{takes("base", 8)}, []page.Setting{takes("base", 8)}, []page.Setting{takes("base", 4)},
		[]page.Setting{page.At("base").With(page.Shown, page.Hides)})
	for id, want := range map[string]string{
		"row": "row told per-3-mid gap-y-0-mid", "a": "cell take-8", "b": "cell take-8 run-mid",
		"c": "cell take-4 under",
	} {
		if got := m.classes(id); got != want {
			t.Errorf("%s: got %s, want %s", id, got, want)
		}
	}
}
