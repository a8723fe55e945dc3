package infer

import (
	"cmp"
	"math"
	"slices"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/page"
)

// geometry is how rows are divided at a stage: measured where their columns fill one line.
type geometry struct {
	columns       int
	inner         float64 // from the first column's content to the last's, in px
	gutter        float64 // between contents
	lines         float64 // between lines
	before, after float64 // the padding of a column
	out, end      float64 // how far the row reaches out at its start and end
	in            float64 // how far in the first content begins, in what the row stands in
	row           float64 // the width of the row's content box
	technique     string  // flex, grid, float or inline
	float         string  // the side to which columns float that do so only by the words of their widths
	alone         page.Value
	known         bool
	reference     string      // a word of some columns that holds here
	style         *flow.Style // of a column
	rowStyle      *flow.Style
	relative      bool // the gutter is a part of the row
	spread, align page.Value
}

// pitch is a column and a gutter.
func (g *geometry) pitch() float64 { return (g.inner + g.gutter) / float64(g.columns) }

// part gives how many units a width of content is, or which part of a row.
func (g *geometry) part(content float64) (v page.Value, ok bool) {
	u := (content + g.gutter) / g.pitch()
	if n := math.Round(u); n >= 1 && math.Abs(u-n)*g.pitch() < .3 {
		if int(n) == g.columns {
			return page.Full, true
		}
		return page.Take(int(n)), int(n) < g.columns
	}
	share := u / float64(g.columns)
	for of := 2; of <= 24; of++ {
		if n := math.Round(share * float64(of)); n >= 1 && n < float64(of) &&
			math.Abs(share*float64(of)-n)/float64(of)*g.inner < .3 {
			return page.Part(int(n), of), true
		}
	}
	return v, false
}

// whole gives how many units a length is.
func (g *geometry) whole(px float64) (n int, ok bool) {
	u := px / g.pitch()
	n = int(math.Round(u))
	return n, math.Abs(u-float64(n))*g.pitch() < .3
}

// An effect is what a word does at a stage.
type effect struct {
	field page.Field
	value page.Value
	rank  css.Rank
	rule  *css.StyleRule
	use   int // of the word, and what it puts there
	put   int
	deep  int // what it is a fallback of, so many times: another that is less so has a higher rank
}

// weight is what decides between effects.
type weight struct {
	css.Rank
	deep int
}

func (e effect) weight() weight { return weight{e.rank, e.deep} }

func (w weight) compare(o weight) int { return cmp.Or(w.Compare(o.Rank), o.deep-w.deep) }

// owing is an effect by what wins of a longhand, if that is the word's; ok is false where it is not. What places
// elements by a custom property is the word's whose rule sets that.
func (r *reader) owing(w *word, e effect, name string, won css.Winner, holds func(*css.StyleRule) bool) (effect, bool) {
	for i, u := range w.uses {
		if u.rule != won.Rule {
			continue
		}
		for p := range u.rule.Sets {
			if u.rule.Sets[p].Name == name {
				e.rank, e.rule, e.use, e.put = won.Rank, won.Rule, i, p
			}
		}
	}
	if e.rule != nil || !slices.ContainsFunc(w.through, func(u use) bool { return u.rule == won.Rule }) {
		return e, e.rule != nil
	}
	return r.setting(w, e, won.Put, holds)
}

// setting is an effect by the custom properties that a word sets and on which the value of a longhand hangs; ok is
// false where it sets none of them.
func (r *reader) setting(w *word, e effect, put css.Put, holds func(*css.StyleRule) bool) (effect, bool) {
	for _, name := range r.reached(put) {
		for i, u := range w.uses {
			for p := range u.rule.Sets {
				rank := u.rule.RankOf(u.by, &u.rule.Sets[p])
				if u.rule.Sets[p].Name == name && holds(u.rule) && (e.rule == nil || e.rank.Compare(rank) <= 0) {
					e.rank, e.rule, e.use, e.put = rank, u.rule, i, p
				}
			}
		}
	}
	return e, e.rule != nil
}

// reader reads what words do.
type reader struct {
	*lab
	roles  roles
	stages []stage
	at     []geometry
	by     map[string]*word
	family *family
	rows   map[*word]bool // words that were found on rows
	plain  []*flow.Style  // of columns without words, by stage, once it was asked for
	known  map[signAt][2]readOnce
}

// readOnce is what words of a sign do, on columns or on rows.
type readOnce struct {
	effects []effect
	done    bool
}

// once reads what a word does at a stage by read; words of one sign do the same, each by its own rules.
func (r *reader) once(w *word, s, on int, read func(*reader, *word, int) []effect) []effect {
	key := signAt{w.sign, float64(s)}
	known := r.known[key]
	if !known[on].done {
		known[on] = readOnce{read(r, w, s), true}
		r.known[key] = known
		return known[on].effects
	}
	all := slices.Clone(known[on].effects)
	for i := range all {
		e := &all[i]
		u := w.uses[e.use]
		e.rule, e.rank = u.rule, u.rule.RankOf(u.by, &u.rule.Sets[e.put])
	}
	return all
}

// columnAt gives the element and the style of a column with words, in the middle of a row.
func (r *reader) columnAt(s int, words ...string) (*css.Element, *flow.Style) {
	return r.between(r.roles, r.stages[s].at, words...)
}

// plainAt is the style of a column without words besides.
func (r *reader) plainAt(s int) *flow.Style {
	if r.plain[s] == nil {
		_, r.plain[s] = r.columnAt(s, r.standing(s)...)
	}
	return r.plain[s]
}

// standing is the word of some width, where it is such words alone that make a column of what has them; else none.
func (r *reader) standing(s int) []string {
	if r.roles.cell != "" {
		return nil
	}
	return wordOf(r.at[s].reference)
}

// silent reports whether words place no column where they stand alone.
func (r *reader) silent(s int, words []string) bool {
	e, _ := r.columnAt(s, words...)
	won := r.styler(r.stages[s].at).Declared(e)
	for _, text := range words {
		w := r.by[text]
		if w != nil && slices.ContainsFunc(append([]string{"display", "float", "position"}, placing...),
			func(name string) bool { return w.in(won[name].Rule) }) {
			return false
		}
	}
	return true
}

// besides are the words that a word says something only together with, but for one.
func (w *word) besides(base string) []string {
	return slices.DeleteFunc(slices.Clone(w.needs), func(text string) bool { return text == base || text == w.text })
}

// sizing are the longhands that say how wide a column is, and spanning those that say it in tracks.
var (
	sizing = append([]string{"flex-basis", "width", "max-width", "flex-grow", "flex-shrink", "min-width"},
		spanning...)
	spanning = []string{"grid-column-start", "grid-column-end"}
)

// column reads what a word does on a column at a stage.
func (r *reader) column(w *word, s int) (all []effect) {
	g := &r.at[s]
	if !w.active(r.lab, r.stages[s].at) {
		return nil
	}
	plain := r.plainAt(s)
	others := w.besides(r.roles.cell)
	if slices.Contains(others, r.roles.row) || len(others) > 0 && !r.silent(s, others) {
		return nil // it is a row's, or those say something by themselves
	}
	if !slices.Contains(r.family.words, w) {
		others = append(r.standing(s), others...)
	}
	e, st := r.columnAt(s, append(others, w.text)...)
	won := r.styler(r.stages[s].at).Declared(e)
	add := func(f page.Field, v page.Value, names ...string) {
		one := effect{field: f, value: v, deep: w.deep}
		for _, name := range names {
			if winner, has := won[name]; has && winner.Rule != nil &&
				(one.rule == nil || one.rank.Compare(winner.Rank) < 0) && w.in(winner.Rule) {
				one, _ = r.owing(w, effect{field: f, value: v, deep: w.deep}, name, winner, r.styler(r.stages[s].at).Holds)
			}
		}
		if one.rule != nil {
			all = append(all, one)
		}
	}
	if st.Position == "absolute" || st.Position == "fixed" {
		return nil // it stands in no row
	}
	if st.Display == flow.None {
		add(page.Shown, page.Hides, "display")
		return all
	}
	if !g.known {
		return all
	}
	widths := sizing
	if g.technique == "grid" {
		widths = spanning
		if st.ColumnStart.Span == 0 && st.ColumnEnd.At == 0 { // where it begins is not how wide it is
			widths = spanning[1:]
		}
	}
	if slices.ContainsFunc(widths, func(name string) bool { return w.in(won[name].Rule) }) {
		own := w.in(won["width"].Rule) || w.in(won["flex-basis"].Rule)
		if v, ok := r.width(w, s, st); ok && (v != page.Natural || own) {
			add(page.Width, v, widths...)
		}
	}
	if g.technique == "grid" && w.in(won["grid-column-start"].Rule) {
		if begin := st.ColumnStart.At; begin == 0 {
			add(page.Begin, page.Of(0), "grid-column-start")
		} else if r.begins(w, s, st) {
			add(page.Begin, page.Of(begin), "grid-column-start")
		}
	}
	if w.in(won["display"].Rule) {
		add(page.Shown, page.Shows, "display")
	}
	if v, name := r.end(w, s); name != "" {
		add(page.Ends, v, name)
		return all
	}
	length := func(z flow.Size) float64 { return z.Of(g.row) }
	if name := "margin-left"; w.in(won[name].Rule) && st.Margin[flow.Left].Kind == flow.Length {
		if n, ok := g.whole(length(st.Margin[flow.Left]) - length(plain.Margin[flow.Left])); ok && n >= 0 &&
			n < g.columns {
			add(page.Skip, page.Of(n), name)
		}
	}
	if name := "margin-right"; w.in(won[name].Rule) && st.Margin[flow.Right].Kind == flow.Length {
		if n, ok := g.whole(length(st.Margin[flow.Right]) - length(plain.Margin[flow.Right])); ok && n >= 0 &&
			n < g.columns {
			add(page.Trail, page.Of(n), name)
		}
	}
	if !st.Inner { // padding makes a column so much wider
		for _, side := range []struct {
			at    int
			name  string
			field page.Field
		}{{flow.Left, "padding-left", page.Skip}, {flow.Right, "padding-right", page.Trail}} {
			if w.in(won[side.name].Rule) {
				if n, ok := g.whole(length(st.Padding[side.at]) - length(plain.Padding[side.at])); ok && n > 0 &&
					n < g.columns {
					add(side.field, page.Of(n), side.name)
				}
			}
		}
	}
	if st.Position == "relative" {
		if name := "left"; w.in(won[name].Rule) && st.Inset[flow.Left].Kind == flow.Length {
			if n, ok := g.whole(length(st.Inset[flow.Left])); ok && n > -g.columns && n < g.columns {
				add(page.Nudge, page.Of(n), name)
			}
		} else if name := "right"; w.in(won[name].Rule) && st.Inset[flow.Right].Kind == flow.Length &&
			st.Inset[flow.Left].Kind != flow.Length {
			if n, ok := g.whole(-length(st.Inset[flow.Right])); ok && n > -g.columns && n < g.columns {
				add(page.Nudge, page.Of(n), name)
			}
		}
	}
	if w.in(won["order"].Rule) && (g.technique == "flex" || g.technique == "grid") && st.Order > -1000 &&
		st.Order < 1000 {
		add(page.Order, page.Of(st.Order), "order")
	}
	if v, ok := page.Align.OfCSS(st.Self); ok && w.in(won["align-self"].Rule) &&
		(g.technique == "flex" || g.technique == "grid") {
		add(page.Align, v, "align-self")
	}
	return all
}

// begins reports whether a column with a word, which has style st, begins at a track that is named, and still spans as
// many of them as other words say.
func (r *reader) begins(w *word, s int, st *flow.Style) bool {
	g, begin := &r.at[s], st.ColumnStart
	if g.technique != "grid" || begin.At < 1 || begin.At > g.columns || begin.Name != "" || st.RowStart.At != 0 {
		return false
	}
	if st.ColumnEnd != (flow.Line{}) {
		return st.ColumnEnd.At >= 0
	}
	if g.reference == "" || g.reference == w.text {
		return false
	}
	_, both := r.columnAt(s, append(append(w.besides(r.roles.cell), g.reference), w.text)...)
	return both.ColumnStart == begin && both.ColumnEnd.Span > 0
}

// in reports whether a rule is one that asks for the word, or that places elements by what such a rule sets.
func (w *word) in(r *css.StyleRule) bool {
	asks := func(u use) bool { return u.rule == r }
	return r != nil && (slices.ContainsFunc(w.uses, asks) || slices.ContainsFunc(w.through, asks))
}

// width reads how wide a word makes a column.
func (r *reader) width(w *word, s int, st *flow.Style) (v page.Value, ok bool) {
	g := &r.at[s]
	ro := r.roles
	one := append(w.besides(ro.cell), w.text)
	if g.technique == "grid" {
		span := max(st.ColumnStart.Span, st.ColumnEnd.Span)
		if begin, end := st.ColumnStart, st.ColumnEnd; end.At > begin.At && begin.At > 0 && begin.Name+end.Name == "" {
			span = end.At - begin.At
		} else if end.At != 0 {
			span = 0
		}
		if span > 0 {
			if span > g.columns && w.given {
				return v, false // there are so many tracks only with columns that no row has
			}
			if span >= g.columns {
				return page.Full, true
			}
			return page.Take(span), true
		}
		if st.ColumnStart.At == 1 && st.ColumnEnd.At == -1 {
			return page.Full, true
		}
		return v, false
	}
	t, _, row, _, inside := r.row(ro, r.stages[s].at, one)
	_, content := t.inner(inside[0])
	_, room := t.inner(row)
	if st.Grow > 0 && g.technique == "flex" {
		t, _, _, cells, inside := r.row(ro, r.stages[s].at, one, one)
		_, first := t.inner(inside[0])
		_, second := t.inner(inside[1])
		if t.boxes[cells[0]].Y == t.boxes[cells[1]].Y && math.Abs(first-second) < .1 &&
			math.Abs(first+second+g.gutter-g.inner) < .3 {
			return page.Share, true
		}
		return v, false
	}
	if math.Abs(content-leafWide) < .01 && st.Width.Kind == flow.Auto {
		return page.Natural, true
	}
	if v, ok = g.part(content); !ok {
		return v, false
	}
	if r.roles.wrap != wrap { // columns are so many px wide: another word may be so by chance, as one of a container
		return v, v != page.Full || slices.Contains(r.family.words, w)
	}
	ro.wrap *= 1.5 // it is so wide in any row
	t, _, row, _, inside = r.row(ro, r.stages[s].at, one)
	_, again := t.inner(inside[0])
	_, more := t.inner(row)
	wider := *g
	wider.inner += more - room
	if g.relative {
		wider.gutter = g.gutter * more / room
		wider.inner = g.inner * more / room
	}
	u, same := wider.part(again)
	return v, same && u == v
}

// rowWord reads what a word does on a row at a stage.
func (r *reader) rowWord(w *word, s int) (all []effect) {
	g := &r.at[s]
	if !g.known {
		return nil
	}
	if len(w.besides(r.roles.row)) > 0 ||
		slices.ContainsFunc(w.above, func(text string) bool { return !slices.Contains(r.roles.around, text) }) {
		return nil
	}
	styler := r.styler(r.stages[s].at)
	html := element("html")
	body := html.Add(element("body"))
	around := body.Add(element("div", r.roles.around...))
	e := around.Add(element("div", append(wordOf(r.roles.row), w.text)...))
	st := styler.Style(e, styler.Style(around, styler.Style(body, styler.Root(html))))
	won := styler.Declared(e)
	add := func(f page.Field, v page.Value, name string) {
		winner, e, ok := won[name], effect{field: f, value: v}, false
		if w.in(winner.Rule) {
			e, ok = r.owing(w, e, name, winner, styler.Holds)
		} else if w.custom() {
			e, ok = r.setting(w, e, winner.Put, styler.Holds)
		}
		if ok {
			all = append(all, e)
		}
	}
	if e, ok := r.dividing(w, s); ok {
		if n := r.perLine(w, s); n > 0 {
			e.field, e.value = page.PerLine, page.Of(n)
			all = append(all, e)
		}
	}
	if g.technique == "flex" {
		if v, ok := page.Spread.OfCSS(st.Justify); ok {
			add(page.Spread, v, "justify-content")
		}
	}
	if g.technique == "flex" || g.technique == "grid" {
		if v, ok := page.Align.OfCSS(st.Items); ok && v != page.RowsAlign {
			add(page.Align, v, "align-items")
		}
		if st.GapX.Kind == flow.Length && !st.GapX.IsPercent() && st.GapX.Px == math.Trunc(st.GapX.Px) {
			if px := st.GapX.Px; px != g.gutter && st.GapX.Px < 1000 {
				add(page.GapX, page.Px(int(px)), "column-gap")
			}
		}
		if st.GapY.Kind == flow.Length && !st.GapY.IsPercent() && st.GapY.Px == math.Trunc(st.GapY.Px) {
			if px := st.GapY.Px; px != g.lines && st.GapY.Px < 1000 {
				add(page.GapY, page.Px(int(px)), "row-gap")
			}
		}
	}
	return all
}
