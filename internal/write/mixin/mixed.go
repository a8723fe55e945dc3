// Package mixin writes a page as mixin-based code: markup without grid classes, and
// rules that include a kit's mixins under the page's selectors, in SCSS, in Less, and
// as the plain CSS that both compile to.
package mixin

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// A call includes a mixin with values for its parameters.
type call struct {
	mixin string
	args  []string
}

// said is a call as a key: pages say the same few things over and over.
type said struct{ mixin, first, second string }

func (c call) said() said {
	s := said{mixin: c.mixin}
	if len(c.args) > 0 {
		s.first = c.args[0]
	}
	if len(c.args) > 1 {
		s.second = c.args[1]
	}
	return s
}

// A ruleSet is one rule of a page in mixin-based code, and those in it.
type ruleSet struct {
	node      string // the node it is for
	selectors []string
	within    []string // relative to the rule around it; the same where none is
	at        [][]call // what is included, by breakpoint
	inner     []*ruleSet
}

// Mixed is a page as mixin-based code: markup without grid classes, and rules that
// include a kit's mixins under the page's selectors.
type Mixed struct {
	Markup *markup.Markup
	kit    *kit.Kit
	page   *page.Page
	layout *layout.Layout
	styler *sheet.Styler
	rules  []*ruleSet

	selectors *markup.Selectors

	included map[string]bool // mixins, by name
	whole    bool            // those that are not included are there as well
	gathered bool
}

// New writes a page of project pr as mixin-based code. The mixins it needs are those
// that are used, or all of them when o is Whole.
func New(l *layout.Layout, pr *project.Project, o code.Options) *Mixed {
	return Write(markup.NewWriter(say.Of(l), o, markup.Linked(pr)), l, o, 0)
}

// Write writes a page with w, whose markup then has no grid classes. What it selects nodes by are the selectors of w
// or, where it has none, those that are chosen for the page.
func Write(w *markup.Writer, l *layout.Layout, o code.Options, depth int) *Mixed {
	if w.Selectors == nil {
		w.Selectors = markup.NewSelectors(l.Page())
	}
	m := &Mixed{Markup: w.Page(depth), kit: l.Kit(), page: l.Page(), layout: l, whole: o.Whole, gathered: o.Gathered,
		selectors: w.Selectors, included: map[string]bool{}}
	used := m.Markup.Used()
	fits := slices.Contains(used, say.Fit)
	if o.Whole {
		used = append(used, sheet.Every(m.kit)...)
	}
	m.styler = sheet.NewStyler(m.kit, sheet.Ordered(used), true)
	if fits { // before what hides a picture
		fit := []string{w.Selectors.Fit()}
		r := &ruleSet{selectors: fit, within: fit, at: make([][]call, len(m.kit.Breakpoints))}
		r.at[0] = []call{{"fit", nil}}
		m.rules = append(m.rules, r)
	}
	m.add(nil, m.page.Body, nil, w.Selectors, o.Nested)
	return m
}

// Calls are the mixins that the rules of a node of that id include from each breakpoint on, as NAME or NAME(VALUES), in
// a row of that id or in none.
func (m *Mixed) Calls(id, row string) []string {
	all := make([]string, len(m.kit.Breakpoints))
	m.each(func(r *ruleSet) {
		if !slices.Contains(r.selectors, m.selectors.Of(id)) && !slices.Contains(r.selectors, m.selectors.Of(row)+
			" > *") {
			return
		}
		for i, calls := range r.at {
			for _, c := range calls {
				text := c.mixin
				if len(c.args) > 0 {
					text += "(" + strings.Join(c.args, ", ") + ")"
				}
				all[i] = strings.TrimPrefix(all[i]+" "+text, " ")
			}
		}
	})
	return all
}

// add adds the rules of the nodes in outer and of what is in them: beside one another,
// or in the rule of what is around them. Columns that say the same share the rule of the
// first of them.
func (m *Mixed) add(outer *page.Node, nodes []*page.Node, around *ruleSet, selectors *markup.Selectors, nest bool) {
	alike := selectors.Rules(m.Markup.Said, outer, nodes)
	for _, n := range nodes {
		if n.Kind == page.Block && len(n.At) == 0 {
			continue
		}
		next := around
		if r := m.rule(outer, n, alike[n.ID]); r != nil {
			if around == nil || !nest {
				m.rules = append(m.rules, r)
			} else {
				r.within, r.selectors = inside(r.selectors, selectors.Of(around.node)), nil
				for _, outer := range around.selectors {
					for _, inner := range r.within {
						r.selectors = append(r.selectors, outer+" "+inner)
					}
				}
				around.inner = append(around.inner, r)
			}
			if len(alike[n.ID]) == 1 && alike[n.ID][0] == selectors.Of(n.ID) { // it is this node's alone
				next = r
			}
		}
		m.add(n, n.Children, next, selectors, nest)
	}
}

// inside is a rule's selectors in the rule of what is around it.
func inside(all []string, around string) []string {
	inner := make([]string, len(all))
	for i, selector := range all {
		inner[i] = selector
		if own, straight := strings.CutPrefix(selector, around+" > "); straight {
			inner[i] = "> " + own
		}
	}
	return inner
}

// rule is the rule of a node in outer, and of those that share its selectors; nil where
// it needs none, or where nothing selects it.
func (m *Mixed) rule(outer, n *page.Node, all []string) *ruleSet {
	if len(all) == 0 || all[0] == "" {
		return nil
	}
	r := &ruleSet{node: n.ID, selectors: all, within: all, at: make([][]call, len(m.kit.Breakpoints))}
	some := false
	for _, c := range m.Markup.Said.Node(n.ID) {
		// its row's rule says it, or nothing needs it
		if c == say.Base(page.Column) || c.Field == page.Divides && !m.divides() {
			continue
		}
		bp := c.From
		if c.Field == page.Frames {
			bp = 0
		}
		units := m.columns()
		if n.Kind == page.Column {
			units = m.layout.Row(outer.ID, int(c.From)).Columns.N()
		}
		said := m.call(c, units)
		m.included[said.mixin] = true
		r.at[bp] = append(r.at[bp], said)
		some = true
	}
	if !some {
		return nil
	}
	for _, calls := range r.at { // what says something of what stands in it comes after declarations
		slices.SortStableFunc(calls, func(a, b call) int { return afterwards(a) - afterwards(b) })
	}
	return r
}

// afterwards orders calls: of mixins that declare only, then declare and say something of
// what stands in the node, then say only that.
func afterwards(c call) int {
	switch c.mixin {
	case "per", "per-off":
		return 1
	case "told":
		return 2
	default:
		return 0
	}
}

// call is how mixin-based code says something, of a column whose row divides into so many
// units from there on.
func (m *Mixed) call(c say.Saying, units int) call {
	p, v := page.PhraseOf(c.On, c.Field, c.Value), c.Value
	name := p.Mixin
	if variant := p.Variant(v); variant != nil && (!variant.Tracks || m.kit.Technique == kit.Grid) {
		return call{name + "-" + variant.Suffix, nil}
	}
	switch {
	case v.Term == page.UpTo:
		return call{name + "-" + m.kit.Breakpoints[c.From].Name, nil}
	case c.Field == page.Align || c.Field == page.Spread || c.Field.IsSpace():
		return call{name, []string{c.Field.CSS(v)}}
	case v.Term == page.Portion:
		return call{name, []string{strconv.Itoa(v.Int()), strconv.Itoa(int(v.Of))}}
	case v.At > 0 && v.N != 0 && !m.styler.Spans(): // else tracks know where it stands
		list, from := m.partListAt(int(c.From)), int(v.At)
		if c.Field == page.Skip {
			from -= v.Int()
		}
		if list.holds(v.Int(), from) {
			return call{name + "-at" + list.suffix, []string{strconv.Itoa(v.Int()), strconv.Itoa(int(v.At))}}
		}
		part, gaps := m.styler.Part(c)
		return call{name + "-part", []string{part, gaps}}
	case v.Term == page.Taken || v.Term == page.Number && c.Field.IsUnits():
		args := []string{strconv.Itoa(v.Int())}
		if units != m.columns() {
			args = append(args, strconv.Itoa(units))
		}
		return call{name, args}
	case v.Term == page.Number || v.Term == page.Pixels:
		return call{name, []string{strconv.Itoa(v.Int())}}
	}
	return call{name, nil}
}

// divides reports whether anything depends on how many units a row divides into, but for
// what its columns say themselves.
func (m *Mixed) divides() bool {
	return len(m.styler.Declarations(say.Saying{On: page.Row, Field: page.Divides, Value: page.Of(1)})) > 0
}

// each visits every rule, those around others before them.
func (m *Mixed) each(visit func(r *ruleSet)) {
	var walk func(rules []*ruleSet)
	walk = func(rules []*ruleSet) {
		for _, r := range rules {
			visit(r)
			walk(r.inner)
		}
	}
	walk(m.rules)
}

// says reports whether some rule includes something at breakpoint i.
func (m *Mixed) says(i int) (some bool) {
	m.each(func(r *ruleSet) { some = some || len(r.at[i]) > 0 })
	return some
}
