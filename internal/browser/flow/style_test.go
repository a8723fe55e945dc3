package flow_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
)

// Elements share a style only where each would have that one by itself, whatever selectors ask of places, siblings and
// what elements hold.
func TestSharedStyles(t *testing.T) {
	const sheet = `.a { width: 10px } .a:first-child { width: 11px } .a + .b { width: 12px } .b ~ .c { width: 13px }
.c:empty { width: 14px }
.a:nth-child(2n) .b { height: 15px } .c:has(> .a) { height: 16px } .b:not(:last-child) > .a { height: 17px }
:where(.c > :first-child) { margin-left: 18px }
.a:is(:only-child, .x) > .c { margin-left: 19px } .b:first-of-type .a + .a { margin-left: 20px }
.c > * + * { padding-left: 1px } .x:empty::before { content: "" }`
	properties := []string{"width", "height", "margin-left", "padding-left"}
	c := css.NewCascade(nil, []css.Source{{Name: "a.css", Text: sheet}}, flow.Expand)
	view := flow.Viewport{Width: 800, Height: 600}
	shared, shares := 0, map[*flow.Style]bool{}
	for seed := range uint64(60) {
		r := rand.New(rand.NewPCG(seed, 3))
		html := &css.Element{Type: "html"}
		all := []*css.Element{html.Add(&css.Element{Type: "body"})}
		for range 120 {
			classes := [][]string{{"a"}, {"b"}, {"c"}, {"a", "x"}, {"b", "c"}, nil}[r.IntN(6)]
			all = append(all, all[r.IntN(min(len(all), 8))].Add(&css.Element{Type: []string{"div", "p"}[r.IntN(2)],
				Classes: classes}))
		}
		s, alone := flow.NewStyler(nil, c, view), flow.NewStyler(nil, c, view)
		var visit func(e *css.Element, outer *flow.Style)
		visit = func(e *css.Element, outer *flow.Style) {
			got := s.Style(e, outer)
			want := alone.Of(e, outer)
			show := func(st *flow.Style) string {
				text := fmt.Sprint(st.Width, st.Height, st.Margin, st.Padding, st.Before != nil)
				for _, p := range properties {
					text += fmt.Sprint(" ", st.Declares(p))
				}
				return text
			}
			if show(got) != show(want) {
				t.Fatalf("seed %d: %s %v has %s, and by itself %s", seed, e.Type, e.Classes, show(got), show(want))
			}
			if shares[got] {
				shared++
			}
			shares[got] = true
			for _, k := range slices.Clone(e.Children) {
				visit(k, got)
			}
		}
		visit(html, nil)
	}
	if shared < 500 {
		t.Errorf("only %d elements share a style", shared)
	}
}
