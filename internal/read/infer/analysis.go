package infer

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// own is what the stylesheet of every page says (package ship writes it), and what blocks of content
// are in documents, which the plan counts on.
const own = "body { margin: 0 }" +
	"." + Held + ":not(." + Hides + ") { display: block }" +
	"." + Held + " { box-sizing: border-box; overflow: hidden; margin: 0; padding: 0; border: 0; " +
	"width: auto }" + "button." + Held + ", a." + Held + ", img." + Held + " { width: auto }"

// Held is the class of blocks of content that are as large as they are declared.
const Held = "kr-hold"

// Hides is the class of those that are hidden at some breakpoint, so that nothing but that says how they are displayed.
const Hides = "kr-hides"

// Sheets reads stylesheets within a budget, in the order in which pages link them. Choices settles doubts, by their
// ids. The error says what is missing where there is no grid in them.
func Sheets(b *budget.Budget, sources []css.Source, choices map[string]string) (*Reading, error) {
	a := analysis{choices: choices}
	a.c = css.NewCascade(b, append(slices.Clip(sources), css.Source{Name: "page", Text: own}), flow.Expand)
	if len(sources) > 0 {
		b.Reading(sources[0].Name)
	}
	a.Reading = &Reading{Cascade: a.c, Files: len(sources)}
	a.lab = newLab(b, a.c, newCustoms(a.c, a.Files))
	if err := a.find(); err != nil {
		return nil, err
	}
	return a.Reading, nil
}

type analysis struct {
	*Reading
	*lab
	c       *css.Cascade
	choices map[string]string
	all     []*word
	by      map[string]*word
	stages  []stage
	family  *family
	fit     fit
	roles   roles
	r       *reader
	frames  []*word
	extents map[*word][]frame // by stage
	effects map[*word][][]effect
	edges   []int // the stages at which breakpoints begin
}

// choose settles a doubt, and keeps it.
func (a *analysis) choose(id, question string, options []Option) string {
	if len(options) == 0 {
		return ""
	}
	chosen := options[0].ID
	if want, has := a.choices[id]; has && slices.ContainsFunc(options, func(o Option) bool { return o.ID == want }) {
		chosen = want
	}
	if len(options) > 1 {
		a.Doubts = append(a.Doubts, Doubt{id, question, options, chosen})
	}
	return chosen
}

// noGrid is why a stylesheet is no kit: what was found, and what it takes.
func noGrid(found, want string, args ...any) error {
	return fault.New("stylesheet", found, want, args...)
}

// Seems reports whether an error says that there is a grid in stylesheets which could not be read, rather than none.
func Seems(err error) bool {
	f, is := errors.AsType[*fault.Fault](err)
	return is && (strings.Contains(f.Found, noLine) || strings.Contains(f.Found, budget.TooMuch))
}

// noLine is what was found where widths are no grid.
const noLine = "widths, but no row"

// noRow is why widths are no grid.
func noRow(f *family) error {
	return noGrid(noLine, "columns that stand side by side and fill a row when %s are put in one",
		list(texts(f.words)))
}

// wide reports whether a word was found to say how wide a column is.
func (a *analysis) wide(w *word) bool {
	return slices.ContainsFunc(a.effects[w], func(all []effect) bool {
		return slices.ContainsFunc(all, func(e effect) bool { return e.field == page.Width })
	})
}

// mostDividing is how many words are tried for dividing rows.
const mostDividing = 80

// find reads the stylesheet.
func (a *analysis) find() error {
	if a.Rules() == 0 {
		return noGrid("no rules", "a stylesheet with rules that lay something out")
	}
	var few bool
	if a.stages, few = stages(a.budget, a.c); few {
		a.unread(finding.UnreadBreakpoints, nil,
			"there are more than %d widths where media queries begin or end: those of the most rules were looked at",
			mostStages)
	}
	a.all, a.by = words(a.budget, a.c, a.Files, a.customs)
	dividing := 0
	for _, w := range a.all {
		if len(w.around) > 0 {
			if dividing++; dividing > mostDividing {
				w.around = nil
			}
		}
	}
	if dividing > mostDividing {
		a.unread(finding.UnreadWord, nil,
			"there are more than %d classes that say how wide what is in them is: the others were not looked at",
			mostDividing)
	}
	widths := make([]float64, 0, len(a.stages))
	for i := len(a.stages) - 1; i >= 0; i-- {
		widths = append(widths, a.stages[i].at)
	}
	for _, w := range a.all {
		if len(w.uses) == 0 || !w.says("margin-left", "margin-right") {
			continue
		}
		for _, width := range widths {
			if w.active(a.lab, width) {
				st := a.alone(w, width)
				w.frame = w.frame || st.Margin[flow.Left].Kind == flow.Auto &&
					st.Margin[flow.Right].Kind == flow.Auto && st.Float == ""
			}
		}
	}
	families := a.families(a.all, widths)
	var found []roles
	for _, f := range families[:min(len(families), 6)] {
		if f.score() < .05 || len(f.words) < 2 {
			continue
		}
		if found = a.columns(f); len(found) > 0 {
			break
		}
	}
	if len(found) == 0 {
		found = a.divided(widths)
	}
	if len(found) == 0 {
		switch {
		case len(families) == 0 || families[0].score() < .05 || len(families[0].words) < 2:
			return noGrid("no widths of columns",
				"at least two classes that say how wide a column is, as parts of one row")
		}
		return noRow(families[0])
	}
	a.settle(found)
	a.r = &reader{lab: a.lab, roles: a.roles, stages: a.stages, by: a.by, family: a.family, rows: map[*word]bool{},
		known: map[signAt][2]readOnce{}, plain: make([]*flow.Style, len(a.stages))}
	a.measure()
	a.containers()
	a.read()
	if a.roles.dividers == nil && !slices.ContainsFunc(a.family.words, a.wide) {
		return noRow(a.family)
	}
	a.divide()
	a.build()
	return nil
}

// texts are words as they are written.
func texts(all []*word) (written []string) {
	for _, w := range all {
		written = append(written, w.text)
	}
	return written
}

// list names the first of several.
func list(texts []string) string {
	if len(texts) > 4 {
		return strings.Join(texts[:4], ", ") + " and others"
	}
	return strings.Join(texts, ", ")
}

// note keeps a fact.
func (a *analysis) note(what, sure string, rules []vocab.Rule, text string, args ...any) {
	a.Facts = append(a.Facts, Fact{what, fmt.Sprintf(text, args...), sure, rules})
}

// unread keeps that something was not understood, and the rules that say it.
func (a *analysis) unread(code finding.Code, rules []vocab.Rule, text string, args ...any) {
	f := finding.New(code, "", fmt.Sprintf(text, args...))
	for i, rule := range rules {
		at := finding.Place{File: a.c.Names[rule.File], Span: markup.Span{From: rule.From, To: rule.To},
			Place: a.c.Trees[rule.File].Place(rule.From)}
		if i == 0 {
			f.At = at
		} else {
			f.Others = append(f.Others, at)
		}
	}
	a.Findings = append(a.Findings, f)
}

// columns finds how many columns there are by a family of widths, and the roles with which they work.
func (a *analysis) columns(f *family) []roles {
	var options []Option
	for _, one := range f.best {
		if one.score < f.best[0].score*.6 || len(options) == 4 {
			break
		}
		id := fmt.Sprint(one.columns)
		if !slices.ContainsFunc(options, func(o Option) bool { return o.ID == id }) {
			options = append(options, Option{id, id + " columns"})
		}
	}
	before := len(a.Doubts)
	chosen := a.choose("columns", "How many columns has a row?", options)
	for _, one := range f.best {
		if fmt.Sprint(one.columns) != chosen {
			continue
		}
		if found := a.lab.roles(a.all, a.by, f, one); len(found) > 0 {
			a.family, a.fit = f, one
			return found
		}
	}
	a.Doubts = a.Doubts[:before]
	return nil
}

// settle settles which words are those of rows and of columns.
func (a *analysis) settle(found []roles) {
	best := found[0].score
	pick := func(id, question string, of func(r roles) string) {
		var options []Option
		for _, r := range found {
			text := of(r)
			if r.score < best-.45 || slices.ContainsFunc(options, func(o Option) bool { return o.ID == text }) ||
				len(options) == 5 {
				continue
			}
			said := text
			if text == "" {
				said = "no class of its own"
			}
			options = append(options, Option{text, said})
		}
		chosen := a.choose(id, question, options)
		found = slices.DeleteFunc(slices.Clone(found), func(r roles) bool { return of(r) != chosen })
	}
	pick("row", "Which class is a row's?", func(r roles) string { return r.row })
	pick("column", "Which class has every column?", func(r roles) string { return r.cell })
	pick("inner", "Which class has the element inside a column?", func(r roles) string { return r.inner })
	a.roles = a.nestedEnds(found[0])
	a.Ends = a.roles.ends.where()
	a.Row, a.Cell, a.Inner = a.roles.row, a.roles.cell, a.roles.inner
}

// read reads what every word does, at every stage: on columns or, where it does nothing there, on rows.
func (a *analysis) read() {
	a.effects = map[*word][][]effect{}
	left := slices.DeleteFunc(slices.Clone(a.all), func(w *word) bool {
		return len(w.uses)+len(w.around) == 0 || w.frame || w.text == a.Row || w.text == a.Cell || w.text == a.Inner
	})
	for on, read := range []func(*reader, *word, int) []effect{(*reader).column, (*reader).rowWord} {
		found := a.readAll(left, on, read)
		next := left[:0:0]
		for i, w := range left {
			if slices.ContainsFunc(found[i], func(all []effect) bool { return len(all) > 0 }) {
				a.effects[w], a.r.rows[w] = found[i], on == 1
			} else {
				next = append(next, w)
			}
		}
		left = next
	}
	a.unplaced()
}

// unplaced takes away what is read of where columns begin, in stylesheets in which no word names a track for that.
func (a *analysis) unplaced() {
	begins := func(e effect) bool { return e.field == page.Begin }
	for _, stages := range a.effects {
		for _, all := range stages {
			if slices.ContainsFunc(all, func(e effect) bool { return begins(e) && e.value.N > 0 }) {
				return
			}
		}
	}
	for w, stages := range a.effects {
		some := false
		for s := range stages {
			stages[s] = slices.DeleteFunc(stages[s], begins)
			some = some || len(stages[s]) > 0
		}
		if !some {
			delete(a.effects, w)
		}
	}
}

// stagesAtOnce is how many stages are read beside one another.
const stagesAtOnce = 4

// readAll reads what words do at every stage. Stages need nothing of one another.
func (a *analysis) readAll(words []*word, on int, read func(*reader, *word, int) []effect) [][][]effect {
	found := make([][][]effect, len(words))
	for i := range found {
		found[i] = make([][]effect, len(a.stages))
	}
	var work budget.Group
	for first := range min(stagesAtOnce, len(a.stages)) {
		work.Go(func() {
			r := *a.r
			beside := a.budget.Beside()
			r.lab, r.known = newLab(beside, a.c, a.customs), map[signAt][2]readOnce{}
			r.plain = make([]*flow.Style, len(a.stages))
			for s := first; s < len(a.stages); s += stagesAtOnce {
				beside.Step(len(words))
				for i, w := range words {
					found[i][s] = r.once(w, s, on, read)
				}
			}
		})
	}
	work.Wait()
	return found
}

// divide finds the stages at which something of the grid changes: breakpoints begin there.
func (a *analysis) divide() {
	a.edges = []int{0}
	weight := map[int]int{}
	for s := 1; s < len(a.stages); s++ {
		for _, w := range a.all {
			a.budget.Step(1)
			if all := a.effects[w]; all != nil && !same(all[s-1], all[s]) {
				weight[s]++
			}
		}
		g, h := &a.r.at[s-1], &a.r.at[s]
		if math.Abs(g.gutter-h.gutter) > .01 || math.Abs(g.lines-h.lines) > .01 || g.before != h.before ||
			g.after != h.after ||
			g.alone != h.alone || math.Abs(g.in-h.in) > .01 || g.technique != h.technique || g.spread != h.spread ||
			g.align != h.align {
			weight[s] += 2
		}
		for _, w := range a.frames {
			if f := a.extents[w]; f[s-1].extent != f[s].extent || math.Abs(f[s-1].edge-f[s].edge) > .01 {
				weight[s] += 3
			}
		}
	}
	all := make([]int, 0, len(weight))
	for s := range weight {
		all = append(all, s)
	}
	slices.SortFunc(all, func(a, b int) int { return cmp.Or(weight[b]-weight[a], cmp.Compare(a, b)) })
	if len(all) >= kit.MaxBreakpoints {
		for _, s := range all[kit.MaxBreakpoints-1:] {
			a.unread(finding.UnreadBreakpoints, nil,
				"something of the grid changes at %s px too: a kit has at most %d breakpoints",
				kit.Number(a.stages[s].from), kit.MaxBreakpoints)
		}
		all = all[:kit.MaxBreakpoints-1]
	}
	slices.Sort(all)
	a.edges = append(a.edges, all...)
}

// same reports whether a word does the same at two stages.
func same(a, b []effect) bool {
	return slices.EqualFunc(a, b, func(x, y effect) bool { return x.field == y.field && x.value == y.value })
}

// place is where a rule is written.
func place(r *css.StyleRule) vocab.Rule {
	return vocab.Rule{File: r.File, From: r.Node.From, To: r.Node.To}
}

// rules are the places of the rules that ask for a word.
func (w *word) rules() (all []vocab.Rule) {
	known := map[vocab.Rule]bool{}
	for _, u := range slices.Concat(w.uses, w.around) {
		if r := place(u.rule); !known[r] {
			known[r] = true
			all = append(all, r)
		}
	}
	return all
}
