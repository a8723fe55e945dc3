package sheet_test

import (
	"strings"
	"testing"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// ruleOf gives the declarations of a selector in one block of a sheet, joined.
func ruleOf(s *css.Sheet, block int, selector string) string {
	for _, r := range s.Blocks[block].Rules {
		if r.Selectors[0] == selector {
			return body(r)
		}
	}
	return ""
}

// body is a rule's declarations in a line.
func body(r css.Rule) string {
	var all []string
	for _, d := range r.Body {
		all = append(all, d.String())
	}
	return strings.Join(all, "; ")
}

// written is the markup of a page with one row of columns named a, b, …, set so.
func written(t *testing.T, k *kit.Kit, row []page.Setting, columns ...[]page.Setting) *markup.Markup {
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
	return markup.Write(layout.Of(k, pg), sample.Of(pg, k), code.Options{})
}

func takes(from string, n int) page.Setting {
	return page.At(from).With(page.Width, page.Take(n))
}

func with(change func(*kit.Kit)) *kit.Kit {
	k := sample.Twelve()
	change(k)
	return k
}

// What the rules say, technique by technique. Only what the page uses is there.
func TestRules(t *testing.T) {
	flex := sample.Twelve()
	grid := with(func(k *kit.Kit) { k.Technique = kit.Grid })
	float := with(func(k *kit.Kit) { k.Technique = kit.Float })
	fifth := with(func(k *kit.Kit) { k.Gutter = kit.Fraction(1, 5) })
	uneven := with(func(k *kit.Kit) { k.Columns, k.Technique = kit.Uneven(1, 2, 3, 2, 1), kit.Grid })
	bare := with(func(k *kit.Kit) { k.Gutter, k.RowGutter = kit.Gutter{}, kit.Length{} })
	eighteen := with(func(k *kit.Kit) { k.Breakpoints[3].Columns = kit.Equal(18) })
	six := []page.Setting{takes("base", 6)}
	skips := page.At("base").With(page.Width, page.Take(6)).With(page.Skip, page.Of(2))
	share := []page.Setting{page.At("base").With(page.Width, page.Share)}
	natural := []page.Setting{page.At("base").With(page.Width, page.Natural)}
	three := []page.Setting{page.At("base").With(page.PerLine, page.Of(3))}
	own := []page.Setting{page.At("base").With(page.GapX, page.Px(8))}
	for _, c := range []struct {
		name     string
		markup   *markup.Markup
		block    int
		selector string
		want     string
	}{
		{"flexible boxes", written(t, flex, nil, six), 0, ".kr-row",
			"display: flex; flex-wrap: wrap; gap: 24px; padding: 0; margin: 0; list-style: none"},
		{"a column of theirs", written(t, flex, nil, six), 0, ".kr-cell",
			"box-sizing: border-box; --kr-take: 1; flex: 0 0 calc((100% + 24px) * var(--kr-take) - 24px); min-width: 0; " +
				"margin: 0; padding: 0"},
		{"six of twelve", written(t, flex, nil, six), 0, ".kr-take-6", "--kr-take: calc(6 / 12)"},
		{"one that skips", written(t, flex, nil, []page.Setting{skips}), 0, ".kr-cell",
			"box-sizing: border-box; --kr-take: 1; --kr-skip: 0; flex: 0 0 calc((100% + 24px) * var(--kr-take) - 24px); " +
				"min-width: 0; margin: 0; margin-inline: calc((100% + 24px) * var(--kr-skip)) 0; padding: 0"},
		{"a share of what is left", written(t, flex, nil, share, six), 0, ".kr-share",
			"--kr-size: 1 0 calc((100% + 24px) / 12 - 24px)"},
		{"as wide as the content", written(t, flex, nil, natural, six), 0, ".kr-natural", "--kr-size: 0 0 auto"},
		{"three a line", written(t, flex, three, nil, nil, nil), 0, ".kr-per-3",
			"--kr-each: 0 0 calc((100% + 24px) / 3 - 24px); --kr-still: 0"},
		{"a gutter of its own", written(t, flex, own, six, six), 0, ".kr-gap-x-8", "--kr-gap: 8px"},
		{"and the kit's beside it", written(t, flex, own, six, six), 0, ".kr-row",
			"display: flex; flex-wrap: wrap; --kr-gap: 24px; gap: 24px var(--kr-gap); padding: 0; margin: 0; list-style: none"},
		{"a fifth of a column is 1 of 71 parts of the row", written(t, fifth, nil, six, six), 0, ".kr-row",
			"display: flex; flex-wrap: wrap; --kr-gap: calc(100% * 1 / 71); gap: 24px var(--kr-gap); padding: 0; margin: 0; " +
				"list-style: none"},
		{"no gutter, no arithmetic of it", written(t, bare, nil, six, six), 0, ".kr-cell",
			"box-sizing: border-box; --kr-take: 1; flex: 0 0 calc(100% * var(--kr-take)); min-width: 0; margin: 0; padding: 0"},
		{"a part keeps its proportion in 18", written(t, eighteen, nil, six, six), 3, ".kr-take-6", ""},
		{"grid tracks", written(t, grid, nil, six, six), 0, ".kr-row",
			"display: grid; grid-template-columns: repeat(12, minmax(0, 1fr)); gap: 24px; padding: 0; margin: 0; " +
				"list-style: none"},
		{"a column spans its part of them", written(t, grid, nil, six, six), 0, ".kr-cell",
			"box-sizing: border-box; grid-column-end: span 12; min-width: 0; margin: 0; padding: 0"},
		{"which is all a width says", written(t, grid, nil, six, six), 0, ".kr-take-6", "grid-column-end: span 6"},
		{"one that skips works the row out from what it spans", written(t, grid, nil, []page.Setting{skips}), 0,
			".kr-cell",
			"box-sizing: border-box; --kr-take: 1; --kr-skip: 0; --kr-f: min(1, var(--kr-take) + var(--kr-skip)); --kr-row: " +
				"calc((100% - 24px * (var(--kr-f) - 1)) / var(--kr-f)); grid-column-end: span calc(var(--kr-f) * 12); width: " +
				"calc((var(--kr-row) + 24px) * var(--kr-take) - 24px); margin: 0; margin-inline: calc((var(--kr-row) + 24px) " +
				"* var(--kr-skip)) 0; padding: 0"},
		{"uneven tracks know how wide they are", written(t, uneven, nil, []page.Setting{takes("base", 2)}), 0,
			".kr-take-2", "grid-column-end: span 2"},
		{"what is skipped before them must be said where it is", written(t, uneven, nil, []page.Setting{
			page.At("base").With(page.Width, page.Take(2)).With(page.Skip, page.Of(1))}), 0, ".kr-take-2-at-2",
			"--kr-take: calc(5 / 9); --kr-take-gaps: calc(2 - 5 * 5 / 9)"},
		{"floats", written(t, float, nil, six, six), 0, ".kr-row",
			"display: flow-root; padding: 0; margin: 0; list-style: none"},
		{"a float runs on beside the one before", written(t, float, nil, six, six), 0, ".kr-run",
			"--kr-below: 0; --kr-beside: 1; clear: none"},
		{"a container", written(t, flex, nil, six), 1, ".kr-frame", "max-width: 604px"},
	} {
		if got := ruleOf(sheet.Used(c.markup.Said.Layout.Kit(), c.markup.Used()), c.block, c.selector); got != c.want {
			t.Errorf("%s: got\n%s\nwant\n%s", c.name, got, c.want)
		}
	}
}

// No two things a kit can say are written as one class, whatever its columns,
// breakpoints and technique.
func TestClassesAreDistinct(t *testing.T) {
	r := sample.New(23)
	for range 40 {
		k := sample.Kit(r)
		v := vocab.Own(k)
		said := map[string]say.Saying{}
		for _, c := range sheet.Every(k) {
			text := v.Saying(c.On, c.Field, c.Value, int(c.From)).Text
			if other, taken := said[text]; taken {
				t.Fatalf("%s says %+v and %+v", text, other, c)
			}
			said[text] = c
		}
	}
}
