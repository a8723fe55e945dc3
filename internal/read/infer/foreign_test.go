package infer_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
	"kitrows/internal/test/sample"
)

// many is how many stylesheets are tried: n, or what ANALYSE_SHEETS says.
func many(n int) int {
	if v, err := strconv.Atoi(os.Getenv("ANALYSE_SHEETS")); err == nil {
		return v
	}
	return n
}

func files(f *sample.Foreign) (all []kit.File) {
	for _, s := range f.Sources {
		all = append(all, kit.File{Name: s.Name, Text: s.Text})
	}
	return all
}

// The kit that is read from a stylesheet of another hand has the numbers that it was written with, and its
// words say what they were written to say. Of few stylesheets something is read otherwise; then a doubt has
// what was meant among its choices, or the file says the same in two ways.
func TestNumbersAreTheGenerators(t *testing.T) {
	wrong, sheets := 0, many(60)
	for i := range sheets {
		f := sample.NewForeign(sample.New(700_000 + uint64(i)))
		k, r, err := infer.Kit(t.Context(), "kit", "Team", files(f), nil)
		if err != nil {
			t.Errorf("sheet %d: %v", i, err)
			continue
		}
		if all := append(numbers(f, k), words(f, k, r)...); len(all) > 0 {
			wrong++
			t.Logf("sheet %d: %s, gutters %s, %s, %s: %s", i, f.Technique, f.Place, f.Unit, f.Direction,
				strings.Join(all, "; "))
		}
	}
	if wrong > sheets/30 {
		t.Errorf("%d of %d stylesheets are read otherwise", wrong, sheets)
	}
}

// numbers says which numbers of a kit are not those of the stylesheet.
func numbers(f *sample.Foreign, k *kit.Kit) (all []string) {
	say := func(format string, args ...any) { all = append(all, fmt.Sprintf(format, args...)) }
	if k.Columns.N() != f.Columns {
		say("%s columns, not %d", k.Columns, f.Columns)
	}
	if string(k.Technique) != f.Technique {
		say("technique %s", k.Technique)
	}
	if inside := strings.HasPrefix(f.Place, "padding") || f.Place == "inner"; k.GutterPlace.IsInside() != inside {
		say("gutters %s", k.GutterPlace)
	}
	for i, from := range f.Edges {
		at := k.BreakpointAt(from)
		g := k.GutterAt(at)
		if !f.Relative && math.Abs(g.Px()-f.Gutters[i]) > .05 {
			say("gutter %s from %v", g, from)
		}
		if f.Relative {
			column := f.Pitch(i) - f.Gutters[i]
			if math.Abs(g.OfColumn()-f.Gutters[i]/column) > .002 {
				say("gutter %s from %v", g, from)
			}
		}
		for _, fr := range f.Frames[:1] {
			if b := k.Breakpoints[at]; len(f.Frames) == 1 && b.Container.String() != fr.Widths[i] {
				say("container %s from %v, not %s", b.Container, from, fr.Widths[i])
			}
		}
	}
	for _, b := range k.Breakpoints {
		known := false
		for _, from := range f.Edges {
			known = known || math.Abs(b.From.Px()-from) < .01
		}
		if !known {
			say("breakpoint at %s", b.From)
		}
	}
	return all
}

// meant is the field and value that a word was written to set.
func meant(w sample.ForeignWord, columns int) (on page.Kind, f page.Field, v page.Value, told bool) {
	spreads := map[string]page.Value{"center": page.Centre, "flex-end": page.End, "space-between": page.Between}
	aligns := map[string]page.Value{"center": page.Middle, "flex-end": page.Bottom, "flex-start": page.Top}
	switch w.What {
	case "take":
		if w.N == columns {
			return page.Column, page.Width, page.Full, true
		}
		return page.Column, page.Width, page.Take(w.N), true
	case "skip":
		return page.Column, page.Skip, page.Of(w.N), true
	case "begin":
		return page.Column, page.Begin, page.Of(w.N), w.N > 0
	case "nudge":
		return page.Column, page.Nudge, page.Of(w.N), true
	case "order":
		return page.Column, page.Order, page.Of(w.N), true
	case "gone":
		return page.Column, page.Shown, page.Hides, true
	case "share":
		return page.Column, page.Width, page.Share, true
	case "natural":
		return page.Column, page.Width, page.Natural, true
	case "first":
		return page.Column, page.Ends, page.First, true
	case "last":
		return page.Column, page.Ends, page.Last, true
	case "per":
		return page.Row, page.PerLine, page.Of(w.N), true
	case "spread":
		return page.Row, page.Spread, spreads[w.Said], true
	case "align":
		return page.Row, page.Align, aligns[w.Said], true
	}
	return "", 0, v, false
}

// words says which words of a stylesheet do not say what they were written to.
func words(f *sample.Foreign, k *kit.Kit, r *infer.Reading) (all []string) {
	if r.Row != strings.Join(f.Row, "") || r.Cell != f.Cell[0] || r.Inner != f.Inner {
		all = append(all, fmt.Sprintf("row %q, column %q, inner %q", r.Row, r.Cell, r.Inner))
	}
	if want := map[string]infer.Ends{"": infer.NoEnds, "all": infer.AllEnds,
		"nested": infer.NestedEnds}[f.Ends]; r.Ends != want {
		all = append(all, fmt.Sprintf("words for ends in rows %v", r.Ends))
	}
	v := r.Words.Vocabulary(k)
	for _, w := range f.Words {
		on, field, value, told := meant(w, f.Columns)
		if !told || w.What == "skip" && f.Place == "first" {
			continue
		}
		word := v.Word(on, w.Text)
		for b, from := range f.Edges {
			here := b >= w.From && b < w.To && !(b == 0 && f.Stacked && w.What == "take")
			if b == 0 && f.Stacked {
				continue // what columns are there is said with more weight
			}
			at := k.BreakpointAt(from)
			said := word != nil && says(word, field, value, at)
			if said != here {
				all = append(all, fmt.Sprintf("%s from %v: %s %v is %v", w.Text, from, w.What, value, said))
				break
			}
		}
	}
	if len(all) > 4 {
		all = append(all[:4], fmt.Sprintf("%d more", len(all)-4))
	}
	return all
}

func says(w *vocab.Word, f page.Field, v page.Value, at int) bool {
	for _, e := range w.Effects {
		if e.Field == f && e.In.Holds(at) {
			return e.Value == v
		}
	}
	return false
}

// One rule of a good stylesheet is taken away, or one of its declarations. Then what is read is as it was,
// or in doubt, or listed as not understood, or it is another thing, and what the kit says of it is so: a
// column of that word is as wide, by the whole stylesheet, as the kit's numbers have it.
func TestDamageIsNotSilent(t *testing.T) {
	tries := many(sample.Rounds(300))
	outcomes := map[string]int{}
	wholes := map[uint64]*infer.Reading{}
	for i := range tries {
		rnd := sample.New(800_000 + uint64(i))
		seed := 900_000 + uint64(i%40)
		f := sample.NewForeign(sample.New(seed))
		whole := wholes[seed]
		if whole == nil {
			_, r, err := infer.Kit(t.Context(), "kit", "Team", files(f), nil)
			if err != nil {
				t.Fatal(err)
			}
			whole, wholes[seed] = r, r
		}
		tree := css.Parse(nil, f.Sources[0].Text)
		var cuts [][2]int
		var visit func(n *css.Node)
		visit = func(n *css.Node) {
			if n.At == "" {
				cuts = append(cuts, [2]int{n.From, n.To})
			}
			for _, s := range n.Sets {
				cuts = append(cuts, [2]int{s.From, s.To})
			}
			for _, in := range n.Nodes {
				visit(in)
			}
		}
		for _, n := range tree.Rules {
			visit(n)
		}
		cut := cuts[rnd.IntN(len(cuts))]
		text := f.Sources[0].Text[:cut[0]] + f.Sources[0].Text[cut[1]:]
		k, r, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: text}}, nil)
		switch {
		case err != nil:
			outcomes["refused"]++
			continue
		case len(r.Doubts) > len(whole.Doubts):
			outcomes["in doubt"]++
			continue
		}
		outcomes["read"]++
		v := r.Words.Vocabulary(k)
		for _, w := range whole.Words.Words {
			now := v.Word(w.On, w.Text)
			remains := false
			if len(w.Effects) > 0 && !slices.ContainsFunc(w.Effects,
				func(e vocab.Effect) bool { return e.Value != page.Of(0) }) {
				continue // it has no blanks around it, as columns have none
			}
			for _, rule := range w.Rules {
				remains = remains || rule.To <= cut[0] || rule.From >= cut[1]
			}
			if remains && now == nil && !listed(r, text, w.Text) {
				t.Errorf("try %d, without %q: %s says nothing any more, and nothing is said of that", i,
					f.Sources[0].Text[cut[0]:cut[1]], w.Text)
			}
		}
		if slices.ContainsFunc(r.Findings, func(f finding.Finding) bool { return f.Code == finding.UnreadNumbers }) {
			continue
		}
		for _, problem := range held(rnd, k, r) {
			t.Errorf("try %d, without %q: %s", i, f.Sources[0].Text[cut[0]:cut[1]], problem)
		}
	}
	t.Log(outcomes)
}

// listed reports whether what was not understood has a rule with that word.
func listed(r *infer.Reading, text, word string) bool {
	for _, f := range r.Findings {
		for _, rule := range r.RulesOf(f) {
			text := strings.ReplaceAll(text[rule.From:rule.To], `\`, "")
			if name, value, is := strings.Cut(word, "="); is && strings.Contains(text, value) &&
				strings.Contains(text, name) || strings.Contains(text, word) {
				return true
			}
		}
	}
	return false
}

// held says which of some widths of a kit are not as its numbers have them when the stylesheet lays a page out.
func held(rnd *rand.Rand, k *kit.Kit, r *infer.Reading) (all []string) {
	for at, b := range k.Breakpoints {
		low, high, bounded := k.Range(at)
		if !bounded {
			high = low + 700
		}
		viewport := math.Floor((low + high) / 2)
		for range 6 {
			w := r.Words.Words[rnd.IntN(len(r.Words.Words))]
			for _, e := range w.Effects {
				if e.Field != page.Width || !e.In.Holds(at) || e.Value.Term != page.Taken || len(all) > 3 {
					continue
				}
				column := &page.Node{ID: "column-1", Kind: page.Column, Name: "C",
					At: []page.Setting{page.At(b.Name).With(page.Width, e.Value)}}
				row := &page.Node{ID: "row-1", Kind: page.Row, Name: "R", Children: []*page.Node{column,
					{ID: "column-2", Kind: page.Column, Name: "D"}}}
				frame := &page.Node{ID: "frame-1", Kind: page.Container, Name: "F", Children: []*page.Node{row}}
				pg := &page.Page{ID: "p", Name: "P", File: "p.html", Language: "en", Kit: k.ID,
					Body: []*page.Node{frame}}
				if foreign.Check(k, pg) != nil {
					continue // another breakpoint cannot be as it is without a word
				}
				plan := layout.Of(k, pg).Plan(viewport)
				container, got := plan.Boxes[0], plan.Boxes[2]
				t := k.TrackAt(at, measure.Plain(container.Width-container.Before-container.After))
				want, is := t.Width(0, float64(e.Value.N)).Px, got.Width-got.Before-got.After
				if k.GutterPlace.IsInside() == (got.Before+got.After > 0) && math.Abs(want-is) > .6 &&
					container.Width < viewport+.5 {
					all = append(all, fmt.Sprintf("%s, %s at %v px: %v px wide, and the kit says %v", w.Text, e.Value,
						viewport, is, want))
				}
			}
		}
	}
	return all
}

// Stylesheets without a grid, or with half of one, say what is missing.
func TestRefused(t *testing.T) {
	for text, want := range map[string]string{
		"": "no rules", "a { color: red }": "no rules", ".a { width: 50% }": "no widths of columns",
		".a { padding: 4px } .b { margin: 0 }":           "no widths of columns",
		".w4 { width: 33.3333% } .w6 { width: 50% }":     "widths, but no row",
		":root { --a: var(--a) } .w { width: var(--a) }": "no widths of columns",
		"{{{{ ;;; }": "no rules",
	} {
		_, _, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "a.css", Text: text}}, nil)
		if fs := fault.All(err); len(fs) == 0 || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v, want %s", text, err, want)
		}
	}
}

// FuzzSheets reads any text as a stylesheet.
func FuzzSheets(f *testing.F) {
	for _, text := range []string{
		".r{display:flex;flex-wrap:wrap}.c{width:50%}.d{width:25%}@media (min-width:1px){.c{width:1e9%}}",
		".r::after{content:'';display:table;clear:both}.c{float:left}.a{width:33.3%}.b{width:66.7%}.o{margin-left:33.3%}",
		".r{display:grid;grid-template-columns:repeat(4,1fr);gap:1em}.a{grid-column:span 2}.b{grid-column:span 3}",
		":root{--n:6}.f{max-width:60rem;margin:auto}.r{font-size:0}.c{display:inline-block;font-size:1rem}" +
			".w1{width:calc(100%/var(--n))}.w5{width:calc(500%/var(--n))}",
	} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		if len(text) > 1<<16 {
			return
		}
		k, r, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "a.css", Text: text}}, nil)
		if err != nil {
			return
		}
		pg := sample.Worded(sample.New(1), k, r.Words.Words)
		layout.Of(k, pg).Plan(700)
	})
}

// large is a stylesheet of 300 kB, of which a grid is a part.
func large() []kit.File {
	f := sample.NewForeign(sample.New(200_003))
	var b strings.Builder
	b.WriteString(f.Sources[0].Text)
	for i := 0; b.Len() < 300_000; i++ {
		fmt.Fprintf(&b, ".slip-%d { color: #123; padding: 4px 8px; margin: 0 0 %dpx; border: 1px solid }\n"+
			".slip-%[1]d > .title { font-size: 1.2em; display: block }\n.knob-%[1]d:hover { color: red; background: "+
			"url(x.png) }\n"+
			"@media (min-width: %[3]dpx) { .menu-%[1]d li { float: left; margin-left: 4px } }\n", i, i%30, 600+i%4*100)
	}
	return []kit.File{{Name: "team.css", Text: b.String()}}
}

func BenchmarkKit(b *testing.B) {
	sheet := large()
	b.SetBytes(int64(len(sheet[0].Text)))
	for b.Loop() {
		if _, _, err := infer.Kit(b.Context(), "kit", "Team", sheet, nil); err != nil {
			b.Fatal(err)
		}
	}
}
