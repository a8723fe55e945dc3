package mixin

import (
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/sheet"
)

// pageOf is a page with one row of an id, whose columns are set so.
func pageOf(columns ...*page.Node) *page.Page {
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Prices", Anchor: "prices", Children: columns}
	return &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: "kit", Body: []*page.Node{
		{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}}
}

func column(id, element string, width page.Value) *page.Node {
	return &page.Node{ID: id, Kind: page.Column, Name: id, Element: element,
		At: []page.Setting{page.At("mid").With(page.Width, width)}}
}

// A row's rule for its columns outranks no rule of theirs, though the row has an id and a
// column is selected by its element.
func TestRowsOutrankNoColumn(t *testing.T) {
	for _, technique := range []kit.Technique{kit.Flex, kit.Grid, kit.Float} {
		k := sample.Twelve()
		k.Technique = technique
		p := pageOf(column("a", "nav", page.Take(3)), column("b", "", page.Take(9)))
		for _, b := range New(layout.Of(k, p), sample.Of(p, k), code.Options{}).CSS().Blocks {
			for _, r := range b.Rules {
				for _, selector := range r.Selectors {
					if strings.Contains(selector, "> *") && !strings.HasPrefix(selector, ":where(") {
						t.Errorf("%s: %s outranks what a column says", technique, selector)
					}
				}
			}
		}
	}
}

// Columns of which the same is said share one rule, and a part of the row is two numbers.
func TestEqualSiblingsShareARule(t *testing.T) {
	k := sample.Twelve()
	p := pageOf(column("a", "", page.Part(1, 3)), column("b", "", page.Part(1, 3)), column("c", "", page.Part(1, 3)))
	scss := New(layout.Of(k, p), sample.Of(p, k), code.Options{}).SCSS()[2].Text
	if strings.Count(scss, "kr.take(1, 3)") != 1 {
		t.Errorf("said more than once:\n%s", scss)
	}
	p.Body[0].Children[0].Children[1].At = nil
	scss = New(layout.Of(k, p), sample.Of(p, k), code.Options{}).SCSS()[2].Text
	if strings.Contains(scss, "> *") || strings.Count(scss, "kr.take(1, 3)") != 1 {
		t.Errorf("two of three say the same:\n%s", scss)
	}
}

// Sides are those of the text's direction, and media queries are such as older browsers
// read unless the kit asks for ranges.
func TestRulesAreReadEverywhere(t *testing.T) {
	for _, technique := range []kit.Technique{kit.Flex, kit.Grid, kit.Float} {
		k := sample.Twelve()
		k.Technique = technique
		whole := sheet.Whole(k, nil).String()
		for _, side := range []string{"margin-left", "margin-right", "float: left", "clear: left", "left:", "right:"} {
			if strings.Contains(whole, side) {
				t.Errorf("%s: %s is not mirrored", technique, side)
			}
		}
		if !strings.Contains(whole, "@media (min-width: 620px)") || strings.Contains(whole, ">=") {
			t.Errorf("%s: older browsers read no ranges", technique)
		}
		k.Ranges = true
		if ranges := sheet.Whole(k, nil).String(); !strings.Contains(ranges, "@media (width >= 620px)") ||
			strings.Contains(ranges, "min-width: 6") {
			t.Errorf("%s: the kit asks for ranges", technique)
		}
	}
}

// A container is as wide as the plan counts, whatever size its text has.
func TestContainersAreInPx(t *testing.T) {
	k := sample.Twelve()
	if err := k.Breakpoints[1].Container.UnmarshalText([]byte("36em")); err != nil {
		t.Fatal(err)
	}
	whole, _, _ := strings.Cut(sheet.Whole(k, nil).String(), "/* Kit:")
	if strings.Contains(whole, "36em") || !strings.Contains(whole, "max-width: 576px") {
		t.Errorf("36em are 576 px:\n%s", whole)
	}
}
