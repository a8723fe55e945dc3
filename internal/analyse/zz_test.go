package analyse_test

import (
	"fmt"
	"math"
	"os"
	"strings"
	"testing"

	"kitrows/internal/analyse"
	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/sample"
	"kitrows/internal/vocab"
)

var fields = map[string]page.Field{"take": page.Width, "skip": page.Skip, "nudge": page.Nudge, "gone": page.Shown, "order": page.Order, "share": page.Width, "natural": page.Width, "spread": page.Spread, "align": page.Align}

func TestZZ(t *testing.T) {
	bad := 0
	hist := map[string]int{}
	for i := range 300 {
		r := sample.New(200000 + uint64(i))
		f := sample.NewForeign(r)
		if len(os.Getenv("ONLY")) > 0 && fmt.Sprint(i) != os.Getenv("ONLY") {
			continue
		}
		rd, err := analyse.Sheets(f.Sources, nil)
		var wrong []string
		say := func(format string, a ...any) { wrong = append(wrong, fmt.Sprintf(format, a...)) }
		if err != nil {
			say("%v", err)
		} else {
			if rd.Kit.Columns.N() != f.Columns {
				say("columns %d, %d", rd.Kit.Columns.N(), f.Columns)
			}
			if rd.Row != f.Row[0] || rd.Cell != f.Cell[0] || rd.Inner != f.Inner {
				say("roles %s %s %s", rd.Row, rd.Cell, rd.Inner)
			}
			if string(rd.Kit.Technique) != f.Technique {
				say("technique %s", rd.Kit.Technique)
			}
			for b, from := range f.Edges {
				at := rd.Kit.BreakpointAt(from)
				if g := rd.Kit.GutterAt(at); !f.Relative && math.Abs(g.Px()-f.Gutters[b]) > .05 {
					say("gutter at %v: %s, %v", from, g, f.Gutters[b])
				}
			}
			for _, b := range rd.Kit.Breakpoints {
				ok := false
				for _, from := range f.Edges {
					ok = ok || math.Abs(b.From.Px()-from) < .01
				}
				if !ok {
					say("breakpoint %s", b.From)
				}
			}
			v := rd.Words.Vocabulary(rd.Kit)
			for _, fr := range f.Frames {
				if v.Word(page.Container, fr.Word) == nil {
					say("container %s", fr.Word)
				}
			}
			miss, total := 0, 0
			for _, w := range f.Words {
				field := fields[w.What]
				on := page.Column
				if w.What == "spread" || w.What == "align" {
					on = page.Row
				}
				if w.What == "trail" || w.What == "nudge" && f.Technique == "inline" {
					continue
				}
				total++
				want := page.Of(w.N)
				switch w.What {
				case "take":
					want = page.Take(w.N)
					if w.N == f.Columns {
						want = page.Full
					}
				case "share":
					want = page.Share
				case "natural":
					want = page.Natural
				case "gone":
					want = page.Hides
				case "spread":
					want = map[string]page.Value{"center": page.Centre, "flex-end": page.End, "space-between": page.Between}[w.Said]
				case "align":
					want = map[string]page.Value{"center": page.Middle, "flex-end": page.Bottom, "flex-start": page.Top}[w.Said]
				}
				word := v.Word(on, w.Text)
				var effect *vocab.Effect
				if word != nil {
					for e := range word.Effects {
						if word.Effects[e].Field == field {
							effect = &word.Effects[e]
						}
					}
				}
				from := f.Edges[w.From]
				to := math.Inf(1)
				if w.To < len(f.Edges) {
					to = f.Edges[w.To]
				}
				if w.What == "skip" && f.Place == "first" {
					total--
					continue
				}
				if effect == nil {
					miss++
					if miss < 3 {
						say("no %s %d %q", w.What, w.N, w.Text)
					}
					continue
				}
				ef := rd.Kit.Breakpoints[effect.In.From].From.Px()
				et := math.Inf(1)
				if int(effect.In.To) < len(rd.Kit.Breakpoints) {
					et = rd.Kit.Breakpoints[effect.In.To].From.Px()
				}
				if w.From == 0 && f.Stacked && f.Direction != "min" {
					from, ef = 0, 0
				}
				if effect.Value != want || ef != from || et != to && !(math.IsInf(et, 1) && math.IsInf(to, 1)) {
					miss++
					if miss < 3 {
						say("%s %d %q: %v %v..%v want %v %v..%v", w.What, w.N, w.Text, effect.Value, ef, et, want, from, to)
					}
				}
			}
			if miss > 0 {
				say("%d of %d words", miss, total)
			}
		}
		if len(wrong) > 0 {
			bad++
			hist[strings.Fields(wrong[0])[0]]++
			fmt.Println(i, f.Technique, f.Place, f.Unit, f.Direction, "reach", f.Reaches, "stacked", f.Stacked, "rel", f.Relative, f.Edges, f.Gutters, strings.Join(wrong, "; "))
			if len(os.Getenv("ONLY")) > 0 {
				fmt.Println(f.Sources[0].Text)
				fmt.Println(rd)
			}
		}
	}
	fmt.Println(bad, "bad", hist)
	_ = kit.Px
}
