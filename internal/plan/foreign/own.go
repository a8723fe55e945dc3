package foreign

import (
	"cmp"
	"math"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// OwnRules are the rules of a page's own, for settings that its kit has no class for: those of the classes that stand
// on its nodes. They stand in blocks by the breakpoints they hold at; no blocks where there are none.
func (f *Page) OwnRules() css.Sheet {
	if f == nil || f.reading == nil || !f.page.OwnRules {
		return css.Sheet{}
	}
	var words []*vocab.Word
	f.page.Walk(func(n *page.Node, _ page.Place) {
		for _, w := range f.wordsOf(n) {
			if w.Ruled && !slices.ContainsFunc(words, func(o *vocab.Word) bool { return o.Text == w.Text }) {
				words = append(words, w)
			}
		}
	})
	return rulesOf(f.kit, f.reading, words)
}

// rulesOf are the rules of classes that a page has rules of its own for.
func rulesOf(k *kit.Kit, r *infer.Reading, words []*vocab.Word) (s css.Sheet) {
	type block struct {
		in   vocab.Range
		rank uint32
	}
	blocks := map[block][]css.Rule{}
	var all []block
	for _, w := range words {
		e := w.Effects[0]
		from := e.In.From
		body := ruled(k, r, w, int(from))
		for i := from + 1; i <= e.In.To; i++ {
			var next []css.Declaration
			if i < e.In.To {
				next = ruled(k, r, w, int(i))
			}
			if slices.Equal(next, body) {
				continue
			}
			b := block{vocab.Range{From: from, To: i}, e.Rank}
			if blocks[b] == nil {
				all = append(all, b)
			}
			blocks[b] = append(blocks[b], css.Rule{Selectors: []string{w.Selector()}, Body: css.Last(body)})
			from, body = i, next
		}
	}
	if len(all) == 0 {
		return s
	}
	slices.SortStableFunc(all, func(a, b block) int {
		return cmp.Or(cmp.Compare(a.rank, b.rank), cmp.Compare(a.in.From, b.in.From))
	})
	s.Comment = "Not in " + k.Name + ": rules of this page, for settings that " + k.Name + " has no class for"
	for _, b := range all {
		s.Blocks = append(s.Blocks, css.Block{Query: within(k, b.in), Rules: blocks[b]})
	}
	return s
}

// ruled is what the rule of a word says at breakpoint i.
func ruled(k *kit.Kit, r *infer.Reading, w *vocab.Word, i int) []css.Declaration {
	return r.Rule(k, vocab.Missing{On: w.On, Field: w.Effects[0].Field, Value: w.Effects[0].Value, Breakpoint: i})
}

// carrier is the word that a column with a width by a rule of the page's own has besides, where it has none and the kit
// knows columns by the words of their widths: gutters come with it. It is that of the nearest width, of those that
// decide nothing.
func (c *chooser) carrier(n *page.Node, words []*vocab.Word) (found *vocab.Word) {
	speaks := func(w *vocab.Word) bool {
		return slices.ContainsFunc(w.Effects, func(e vocab.Effect) bool { return e.Field == page.Width })
	}
	at := slices.IndexFunc(words, speaks)
	if n.Kind != page.Column || c.reading.Cell != "" || at < 0 ||
		slices.ContainsFunc(words, func(w *vocab.Word) bool { return speaks(w) && !w.Ruled }) {
		return nil
	}
	wide := words[at].Effects[0]
	far := func(w *vocab.Word) float64 {
		n := c.kit.ColumnsAt(int(wide.In.From)).N()
		return math.Abs(w.Effects[0].Value.UnitsOf(n) - wide.Value.UnitsOf(n))
	}
	decided := func(i int) bool { // by a rule
		return slices.ContainsFunc(words, func(w *vocab.Word) bool { return w.Ruled && w.Says(page.Width, i) })
	}
	for _, w := range c.reading.Words.Words {
		idle := w.On == page.Column && len(w.Effects) > 0
		for _, e := range w.Effects {
			for i := e.In.From; i < e.In.To; i++ {
				idle = idle && e.Field == page.Width && decided(int(i))
			}
		}
		if idle && (found == nil || far(w) < far(found)) {
			found = w
		}
	}
	return found
}

// within is the media query of the breakpoints in a range; empty where that is all of them.
func within(k *kit.Kit, in vocab.Range) string {
	var all []string
	if from := k.Breakpoints[in.From].From; in.From > 0 {
		all = append(all, "(min-width: "+from.String()+")")
	}
	if int(in.To) < len(k.Breakpoints) {
		all = append(all, "(max-width: "+strconv.FormatFloat(k.Breakpoints[in.To].From.Px()-.02, 'f', -1, 64)+"px)")
	}
	return strings.Join(all, " and ")
}
