package mixin

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
)

// A gallery is one rule, its row's, whatever the technique; with floats, whose lines
// must be told where they begin, that rule counts them, unless some columns are hidden.
func TestGalleriesAreOneRule(t *testing.T) {
	for _, technique := range []kit.Technique{kit.Flex, kit.Grid, kit.Float} {
		k := sample.Twelve()
		k.Technique = technique
		row := &page.Node{ID: "row", Kind: page.Row, Name: "Gallery"}
		for i := range 8 {
			id := fmt.Sprintf("column-%d", i+1)
			row.Children = append(row.Children, &page.Node{ID: id, Kind: page.Column, Name: id})
		}
		p := &page.Page{ID: "page", Name: "Page", File: "page.html", Kit: "kit",
			Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}}
		row.At = []page.Setting{page.At("mid").With(page.PerLine, page.Of(2)), page.At("wide").With(page.PerLine,
			page.Of(4))}
		css := New(layout.Of(k, p), sample.Of(p, k), code.Options{}).CSS().String()
		if strings.Contains(css, ".column-") || strings.Contains(css, "nth-child(4n + 1)") != (technique == kit.Float) {
			t.Errorf("%s:\n%s", technique, css)
		}
		row.Children[2].At = []page.Setting{page.At("wide").With(page.Shown, page.Hides)}
		scss := New(layout.Of(k, p), sample.Of(p, k), code.Options{}).SCSS()[2].Text
		if told := strings.Contains(scss, "kr.told;") &&
			strings.Contains(scss, ".column-2 {"); told != (technique == kit.Float) {
			t.Errorf("%s with one hidden:\n%s", technique, scss)
		}
	}
}

// docs/mixins.md names every mixin there is, whatever the kit.
func TestMixinsAreDocumented(t *testing.T) {
	text, err := os.ReadFile("../../../docs/mixins.md")
	if err != nil {
		t.Fatal(err)
	}
	for _, k := range []*kit.Kit{
		kitWith(kit.Flex, kit.Equal(12)), kitWith(kit.Grid, kit.Uneven(1, 2, 1)), kitWith(kit.Float, kit.Equal(6)),
	} {
		p := &page.Page{Name: "Empty", File: "empty.html", Kit: k.ID}
		m := New(layout.Of(k, p), sample.Of(p, k), code.Options{Whole: true})
		for _, b := range m.bases() {
			if name := strings.TrimSuffix(strings.TrimSuffix(b.name, "-wide"), "-full"); !strings.Contains(string(text),
				"`"+name) {
				t.Errorf("it lacks %s", b.name)
			}
		}
		for _, x := range m.mixins() {
			if !strings.Contains(string(text), "`"+x.name) {
				t.Errorf("it lacks %s", x.name)
			}
		}
	}
}

func kitWith(technique kit.Technique, columns kit.Columns) *kit.Kit {
	k := sample.Twelve()
	k.Technique, k.Columns, k.Cap = technique, columns, kit.Px(1000)
	return k
}

func BenchmarkMixed(b *testing.B) {
	p, k := sample.Wide(1000)
	l := layout.Of(k, p)
	pr := sample.Of(p, k)
	for b.Loop() {
		m := New(l, pr, code.Options{})
		m.SCSS()
		m.CSS()
	}
}

// Rows clear their floats by themselves in mixins, also where the kit's markup has an element for that: mixin-based
// markup has none.
func TestRowsClearByThemselves(t *testing.T) {
	k := kitWith(kit.Float, kit.Equal(6))
	k.Naming.Clear = "kr-clear"
	p := &page.Page{Name: "Empty", File: "empty.html", Kit: k.ID}
	for _, whole := range []bool{false, true} {
		m := New(layout.Of(k, p), sample.Of(p, k), code.Options{Whole: whole})
		for _, f := range m.SCSS() {
			if strings.Contains(f.Text, "@mixin row") && !strings.Contains(f.Text, "display: flow-root") {
				t.Errorf("whole %v: %s has rows that do not hold their floats", whole, f.Name)
			}
		}
	}
}
