package infer

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"
	"unicode"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// build makes the kit and its words of what was found.
func (a *analysis) build() {
	k := &kit.Kit{ID: "kit", Name: "Stylesheet", Naming: kit.OurNaming, Columns: kit.Equal(a.fit.columns),
		Narrowest: kit.Px(narrowest)}
	last := &a.r.at[len(a.r.at)-1]
	k.Technique = map[string]kit.Technique{"flex": kit.Flex, "grid": kit.Grid, "float": kit.Float,
		"inline": kit.Inline}[last.technique]
	if k.Technique == "" {
		k.Technique = kit.Float
	}
	k.GutterPlace = gutters(last)
	kinds := a.kinds()
	names := a.names()
	for at, s := range a.edges {
		g := &a.r.at[s]
		b := kit.Breakpoint{Name: names[at], From: kit.Px(a.stages[s].from)}
		low := max(a.stages[s].from, narrowest)
		b.Lane = kit.Px(math.Ceil(low))
		if at == 0 && len(a.edges) > 1 {
			b.Lane = kit.Px(min(360, math.Ceil(a.stages[a.edges[1]].from)-1))
			k.Narrowest = kit.Px(min(narrowest, math.Ceil(a.stages[a.edges[1]].from)-1))
		}
		gutter, lines := a.gutter(g), kit.Px(round(g.lines))
		edge := kit.EdgeOf(kit.Px(0))
		f := kinds[0]
		if row := a.by[a.Row]; f == nil && row != nil && row.frame { // rows are containers themselves
			f = &container{word: row}
			width := a.alone(row, a.stages[s].at).Width
			a.Contain = a.Contain || width.Kind == flow.Length && !width.IsPercent()
		}
		if f != nil {
			b.Container = a.extents[f.word][s].extent
			in := a.extents[f.word][s].edge
			if !k.GutterPlace.IsInside() {
				in += max(0, g.in)
			}
			edge = kit.EdgeOf(kit.Px(round(in)))
		}
		if at == 0 {
			k.Gutter, k.RowGutter, k.Edge = gutter, lines, edge
		} else {
			if gutter != k.GutterAt(at-1) {
				b.Gutter = &gutter
			}
			if lines != k.RowGutterAt(at-1) {
				b.RowGutter = &lines
			}
			if edge != k.EdgeAt(at-1) {
				b.Edge = &edge
			}
		}
		k.Breakpoints = append(k.Breakpoints, b)
	}
	for _, f := range kinds {
		if f != nil && f.value.Term == page.Capped {
			px, _ := a.extents[f.word][0].extent.Width()
			k.Cap = kit.Px(px)
		}
	}
	a.Kit, a.Joined, a.Ways = k, a.roles.joined, a.ways()
	a.vocabulary(kinds)
	a.report(kinds)
	a.verify(kinds[0])
}

// verify holds the kit's numbers against rows in a container, and says where they are other.
func (a *analysis) verify(c *container) {
	if c == nil && a.family.unit() == "px" {
		a.unread(finding.UnreadNumbers, nil,
			"columns are so many px wide, and no class was found that makes a container for them: the ruler may be wrong; "+
				"the plan is right")
	}
	for at, s := range a.edges {
		g := &a.r.at[s]
		if g.reference == "" {
			continue
		}
		takes, units := a.filling(a.family, a.fit, a.stages[s].at)
		columns := make([][]string, len(takes))
		for i, text := range takes {
			columns[i] = []string{text}
		}
		r := a.roles
		r.line = len(takes)
		if c != nil {
			r.frame = c.word.text
		}
		t, box, _, _, inside := a.row(r, a.stages[s].at, columns...)
		content := a.Kit.Frame(at, a.stages[s].at, kit.HeldFixed).Content
		if c == nil || t.boxes[box].Width > a.stages[s].at+.5 {
			continue // it stands over the viewport, or is as wide as what it stands in
		}
		track := a.Kit.TrackAt(at, content)
		unit := 0
		for i, e := range inside {
			_, is := t.inner(e)
			if want := track.Width(unit, float64(units[i])).Px; math.Abs(is-want) > .5 {
				a.unread(finding.UnreadNumbers, a.by[takes[i]].rules(),
					"at %s px %s is %s px wide, and by the numbers found it would be %s: "+
						"the ruler may be wrong there; the plan is right", kit.Number(a.stages[s].at), takes[i],
					kit.Figure(is), kit.Figure(want))
				break
			}
			unit += units[i]
		}
	}
}

// round is a number as kits keep it.
func round(v float64) float64 { return math.Round(v*1e4) / 1e4 }

// gutter is that of rows at a stage.
func (a *analysis) gutter(g *geometry) kit.Gutter {
	if !g.relative {
		return kit.GutterOf(kit.Px(round(max(0, g.gutter))))
	}
	column := g.pitch() - g.gutter
	best, off := kit.Fraction(0, 1), math.Inf(1)
	for low := 1; low <= 1000; low++ {
		up := math.Round(g.gutter / column * float64(low))
		if d := math.Abs(g.gutter/column - up/float64(low)); d < off*.99-1e-6 {
			best, off = kit.Fraction(int(up), low), d
		}
	}
	return best
}

// gutters is where gutters are.
func gutters(g *geometry) kit.Place {
	stays := math.Abs(g.out) < .01 && math.Abs(g.end) < .01
	switch {
	case g.before+g.after < .01 || g.before+g.after < g.gutter-.5:
		return kit.Between
	case math.Abs(g.before-g.after) < .6 && stays:
		return kit.InsideStay
	case math.Abs(g.before-g.after) < .6:
		return kit.Inside
	case g.before > g.after && stays:
		return kit.InsideStartStay
	case g.before > g.after:
		return kit.InsideStart
	case stays:
		return kit.InsideEndStay
	}
	return kit.InsideEnd
}

// A container is a word and the kind of container that it makes.
type container struct {
	word  *word
	value page.Value
}

// kinds gives the words of containers their kinds: the first is that of fixed ones, which a page has
// where nothing else is said.
func (a *analysis) kinds() []*container {
	rank := func(w *word) int {
		different, fluid, px := false, true, true
		f := a.extents[w]
		for _, s := range a.edges {
			different = different || f[s].extent != f[a.edges[0]].extent
			fluid = fluid && f[s].extent == kit.Fluid
			_, fixed := f[s].extent.Width()
			px = px && fixed
		}
		switch {
		case different:
			return 0
		case px:
			return 1
		case fluid:
			return 3
		}
		return 2
	}
	frames := slices.Clone(a.frames)
	slices.SortStableFunc(frames, func(x, y *word) int { return rank(x) - rank(y) })
	kinds := []*container{nil}
	taken := map[page.Term]bool{}
	for i, w := range frames {
		value := page.Value{Term: page.Fixed}
		if i > 0 {
			switch rank(w) {
			case 1:
				value.Term = page.Capped
			case 3:
				value.Term = page.Fluid
			case 0:
				if at, is := a.upTo(w, kinds[0].word); is {
					value = page.Value{Term: page.UpTo, N: int16(at)}
				} else {
					value.Term = page.None
				}
			default:
				value.Term = page.None
			}
		}
		if value.Term == page.None || taken[value.Term] {
			a.unread(finding.UnreadContainer, w.rules(),
				"%s makes containers of a width that no kind of container has", w.text)
			continue
		}
		taken[value.Term] = true
		c := &container{w, value}
		if i == 0 {
			kinds[0] = c
		} else {
			kinds = append(kinds, c)
		}
	}
	return kinds
}

// upTo is the breakpoint from which on a container is as the fixed one, and below which it is fluid.
func (a *analysis) upTo(w, fixed *word) (at int, is bool) {
	f, g := a.extents[w], a.extents[fixed]
	for at = 1; at < len(a.edges); at++ {
		is = true
		for i, s := range a.edges {
			if i < at {
				is = is && f[s].extent == kit.Fluid
			} else {
				is = is && f[s].extent == g[s].extent
			}
		}
		if is {
			return at, true
		}
	}
	return 0, false
}

// names gives breakpoints the names that words of widths have in common there, if they have one.
func (a *analysis) names() []string {
	names := make([]string, len(a.edges))
	for at, s := range a.edges {
		var texts []string
		for _, w := range a.family.words {
			if all := a.effects[w]; all != nil && len(all[s]) > 0 && a.begins(w, at) {
				_, word := vocab.Attribute(w.text)
				texts = append(texts, word)
			}
		}
		if len(texts) >= 2 {
			names[at] = strings.Trim(common(texts), "-_:@./")
		}
	}
	seen := map[string]bool{}
	for at := range names {
		name := strings.Map(func(r rune) rune {
			if r < 128 && (unicode.IsLetter(r) || unicode.IsDigit(r) || r == '-' || r == '_') {
				return r
			}
			return -1
		}, names[at])
		if name == "" || len(name) > 12 || seen[name] || !unicode.IsLetter(rune(name[0])) &&
			!unicode.IsDigit(rune(name[0])) {
			if name = fmt.Sprintf("from-%s", strings.ReplaceAll(kit.Number(a.stages[a.edges[at]].from), ".",
				"-")); at == 0 {
				name = "base"
			}
		}
		seen[name], names[at] = true, name
	}
	return names
}

// begins reports whether what a word does begins, or ends, at a breakpoint.
func (a *analysis) begins(w *word, at int) bool {
	all := a.effects[w]
	here := len(all[a.edges[at]]) > 0
	before := at > 0 && len(all[a.edges[at-1]]) > 0
	after := at+1 < len(a.edges) && len(all[a.edges[at+1]]) > 0
	return here && (!before || at+1 < len(a.edges) && !after)
}

// common is what texts end with, from the last sign that is no letter or digit on.
func common(texts []string) string {
	end := texts[0]
	for _, t := range texts[1:] {
		for !strings.HasSuffix(t, end) {
			end = end[1:]
		}
	}
	at := strings.IndexAny(end, "-_:@")
	if at < 0 {
		return ""
	}
	return end[at:]
}

// vocabulary makes the words.
func (a *analysis) vocabulary(kinds []*container) {
	ranks := a.ranks()
	var words []*vocab.Word
	end := int8(len(a.edges))
	add := func(text string, on page.Kind) {
		w := &vocab.Word{Text: text, On: on, Base: true}
		if own := a.by[text]; own != nil {
			w.Rules = own.rules()
		}
		words = append(words, w)
	}
	for _, c := range kinds {
		if c != nil {
			words = append(words, &vocab.Word{Text: c.word.text, On: page.Container, Rules: c.word.rules(),
				Effects: []vocab.Effect{{Field: page.Frames, Value: c.value, In: vocab.Range{From: 0, To: end}}}})
		}
	}
	if a.Row != "" {
		add(a.Row, page.Row)
	}
	if a.Cell != "" {
		add(a.Cell, page.Column)
	}
	for _, w := range a.all {
		all := a.effects[w]
		if all == nil {
			continue
		}
		on, base := page.Column, a.Cell
		if a.r.rows[w] {
			on, base = page.Row, a.Row
		}
		v := &vocab.Word{Text: strings.Join(append(w.besides(base), w.text), " "), On: on, Rules: w.rules()}
		for at, s := range a.edges {
			for _, e := range all[s] {
				value := e.value
				if n := len(v.Effects); n > 0 {
					if i := slices.IndexFunc(v.Effects, func(o vocab.Effect) bool {
						return o.Field == e.field && o.Value == value && int(o.In.To) == at &&
							o.Rank == ranks[e.weight()]
					}); i >= 0 {
						v.Effects[i].In.To++
						continue
					}
				}
				v.Effects = append(v.Effects, vocab.Effect{Field: e.field, Value: value,
					In:   vocab.Range{From: int8(at), To: int8(at + 1)},
					Rank: ranks[e.weight()], Rule: place(e.rule)})
			}
		}
		if len(v.Effects) > 0 {
			words = append(words, v)
		}
		if hides := w.hides(v); hides != nil {
			words = append(words, hides)
		}
	}
	starts := map[page.Kind][]page.Held{}
	for _, s := range a.edges {
		g := &a.r.at[s]
		column, row := page.Defaults(page.Column), page.Defaults(page.Row)
		column[page.Width].Value, column[page.Ends].Value = g.alone, page.Of(0)
		row[page.Spread].Value, row[page.Align].Value = g.spread, g.align
		starts[page.Column], starts[page.Row] = append(starts[page.Column], column), append(starts[page.Row], row)
	}
	a.Words = vocab.NewImported(words, starts)
}

// hides is the word on blocks of one that hides columns, or shows them again, where its rules ask for nothing else; nil
// of others.
func (w *word) hides(on *vocab.Word) *vocab.Word {
	other := func(e vocab.Effect) bool { return e.Field != page.Shown }
	if on.On != page.Column || len(on.Effects) == 0 || slices.ContainsFunc(on.Effects, other) || on.Text != w.text {
		return nil
	}
	for _, u := range w.uses {
		for i, c := range *u.by {
			alone := c.Type == "" || c.Type == "*"
			if i > 0 || !alone || len(c.IDs)+len(c.Pseudos) > 0 || len(wordsOf(&c)) != 1 || c.Nest {
				return nil
			}
		}
	}
	block := *on
	block.On = page.Block
	return &block
}

// ranks gives the ranks of all effects small numbers in their order, from 1.
func (a *analysis) ranks() map[weight]uint32 {
	ranks := map[weight]uint32{}
	for _, by := range a.effects {
		for _, s := range a.edges {
			for _, e := range by[s] {
				ranks[e.weight()] = 0
			}
		}
	}
	for i, r := range slices.SortedFunc(maps.Keys(ranks), weight.compare) {
		ranks[r] = uint32(i + 1)
	}
	return ranks
}

// report says what was found.
func (a *analysis) report(kinds []*container) {
	var rules []vocab.Rule
	for _, w := range a.family.words[:min(len(a.family.words), 40)] {
		rules = append(rules, w.rules()...)
	}
	sure := Read
	if slices.ContainsFunc(a.Doubts, func(d Doubt) bool { return d.ID == "columns" }) {
		sure = Inferred
	}
	if all := a.roles.dividers; len(all) > 0 {
		a.note("columns", sure, all[0].rules(),
			"%d columns, by %d classes of rows such as %s that say how many a line has", a.fit.columns, len(all),
			all[0].text)
	} else {
		a.note("columns", sure, rules, "%d columns, by the widths of %d classes such as %s", a.fit.columns,
			len(a.family.words), a.family.words[0].text)
	}
	for _, one := range []struct{ what, text string }{{"row", a.Row}, {"column", a.Cell}, {"inner", a.Inner}} {
		if w := a.by[one.text]; w != nil {
			sure := Read
			if slices.ContainsFunc(a.Doubts, func(d Doubt) bool { return d.ID == one.what }) || one.what == "inner" ||
				a.roles.score < 4 {
				sure = Inferred
			}
			a.note(one.what, sure, w.rules(), "%s is the class of every %s", one.text, map[string]string{"row": "row",
				"column": "column", "inner": "element inside a column"}[one.what])
		}
	}
	for _, c := range kinds {
		if c != nil {
			a.note("container", Read, c.word.rules(), "%s is a container", c.word.text)
			for _, s := range a.edges {
				if f := a.extents[c.word][s]; f.mixed {
					a.note("container", Inferred, c.word.rules(),
						"%s is %s wide in wide viewports from %s px on, and less wide in others: the ruler shows "+
							"the first", c.word.text, f.extent, kit.Number(a.stages[s].from))
				}
			}
		}
	}
	a.leftOver()
}

// placing are the longhands by which columns are placed.
var placing = append([]string{"margin-left", "margin-right", "left", "right", "order", "align-self"}, sizing...)

// leftOver keeps what has to do with the grid and was not understood.
func (a *analysis) leftOver() {
	part := map[string]bool{a.Row: true, a.Cell: true, a.Inner: true}
	for _, w := range a.frames {
		part[w.text] = true
	}
	delete(part, "")
	for _, l := range a.c.Left {
		if !l.Quiet && l.File < a.Files {
			a.unread(finding.RuleSkipped, []vocab.Rule{{File: l.File, From: l.From, To: l.To}}, "%s", l.Why)
		}
	}
	used := map[*css.StyleRule]bool{}
	type group struct {
		text  string
		rules []vocab.Rule
	}
	groups := map[string]*group{}
	var order []string
	count := map[string]int{}
	for _, w := range a.all {
		if part[w.text] || w.given || a.effects[w] != nil &&
			slices.ContainsFunc(a.edges, func(s int) bool { return len(a.effects[w][s]) > 0 }) {
			for _, u := range w.uses {
				used[u.rule] = true
			}
			continue
		}
		asks := slices.Contains(w.needs, a.Cell) && a.Cell != "" || slices.Contains(w.needs, a.Row) && a.Row != "" ||
			slices.Contains(w.above, a.Row) && a.Row != ""
		sized := w.says("width", "max-width", "flex-basis", "grid-column-end", "float", "justify-content",
			"align-items", "flex-wrap") ||
			w.pure == 1 && w.says("padding-left", "margin-left", "margin-right", "min-width", "display", "flex-grow")
		if len(w.uses) == 0 || !sized && !(w.says(placing...) && (asks || w.alike > 2)) && !(asks && w.custom()) {
			continue
		}
		manner := w.like
		f := groups[manner]
		if f == nil {
			f = &group{text: w.text}
			groups[manner] = f
			order = append(order, manner)
		}
		count[manner]++
		f.rules = append(f.rules, w.rules()...)
	}
	for _, manner := range order {
		f := groups[manner]
		if n := count[manner]; n > 1 {
			f.text = fmt.Sprintf("%s and %d others like it do", f.text, n-1)
		} else {
			f.text += " does"
		}
		a.unread(finding.UnreadWord, f.rules, "%s nothing the grid knows", f.text)
	}
	for _, r := range a.c.Rules {
		if !used[r] && r.File < a.Files {
			a.Idle++
		}
		for i := range r.Unplanned {
			if put := &r.Unplanned[i]; used[r] {
				a.unread(finding.UnreadProperty, []vocab.Rule{{File: r.File, From: put.Set.From, To: put.Set.To}},
					"%s is not laid out: pages are planned as if it were not there", put.Name)
			}
		}
		for _, asked := range r.Media.Asked() {
			if used[r] {
				a.unread(finding.UnreadMedia, []vocab.Rule{{File: r.File, From: r.Node.From, To: r.Node.To}},
					"a media query that asks for %s is taken not to hold", asked)
			}
		}
	}
	a.Findings = slices.CompactFunc(a.Findings, func(a, b finding.Finding) bool {
		return a.Text == b.Text && a.At == b.At && slices.Equal(a.Others, b.Others)
	})
}
