package code

import (
	"maps"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/project"
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
	node     string // the node it is for
	selector string
	within   string   // relative to the rule around it; the same as selector where none is
	at       [][]call // what is included, by breakpoint
	inner    []*ruleSet
}

// Mixed is a page as mixin-based code: markup without grid classes, and rules that
// include a kit's mixins under the page's selectors.
type Mixed struct {
	Markup *Markup
	kit    *kit.Kit
	page   *page.Page
	layout *layout.Layout
	styler *styler
	rules  []*ruleSet

	included map[string]bool // mixins, by name
	whole    bool            // those that are not included are there as well
	queries  []string        // of media, by breakpoint
	gathered bool
}

// NewMixed writes a page of project pr as mixin-based code. The mixins it needs are
// those that are used, or all of them when o is Whole.
func NewMixed(l *layout.Layout, pr *project.Project, o Options) *Mixed {
	return mixedOf(l, newWriter(l, o, func(id string) string { return "pictures/" + pr.Picture(id).File }), 0)
}

// mixedOf writes a page with w, whose markup then has no grid classes.
func mixedOf(l *layout.Layout, w *writer, depth int) *Mixed {
	w.selectors = newSelectors(l.Page())
	w.page(depth)
	m := &Mixed{Markup: w.out, kit: l.Kit(), page: l.Page(), layout: l, whole: w.o.Whole, included: map[string]bool{}}
	used := slices.Collect(maps.Keys(w.out.used))
	if w.o.Whole {
		used = append(used, everyClass(m.kit)...)
	}
	m.styler = newStyler(m.kit, ordered(used), true)
	m.gathered = w.o.Gathered
	m.add(nil, m.page.Body, nil, w)
	if w.out.fits {
		r := &ruleSet{selector: "img[width]", within: "img[width]", at: make([][]call, len(m.kit.Breakpoints))}
		r.at[0] = []call{{"fit", nil}}
		m.rules = append(m.rules, r)
	}
	return m
}

// add adds the rules of the nodes in outer and of what is in them: beside one another,
// or in the rule of what is around them.
func (m *Mixed) add(outer *page.Node, nodes []*page.Node, around *ruleSet, w *writer) {
	for _, n := range nodes {
		if n.Kind == page.Block {
			continue
		}
		next := around
		if r := m.rule(outer, n, w.selectors.of[n.ID], w.out.of[n.ID]); r != nil && n.Kind != page.Section {
			if around == nil || !w.o.Nested {
				m.rules = append(m.rules, r)
			} else {
				if own, straight := strings.CutPrefix(r.selector, w.selectors.of[around.node]+" > "); straight {
					r.within = "> " + own
				}
				r.selector = around.selector + " " + r.within
				around.inner = append(around.inner, r)
			}
			next = r
		}
		m.add(n, n.Children, next, w)
	}
}

// rule is the rule of a node in outer that has those classes in class-based code; nil
// where it needs none.
func (m *Mixed) rule(outer, n *page.Node, selector string, classes []class) *ruleSet {
	r := &ruleSet{node: n.ID, selector: selector, within: selector, at: make([][]call, len(m.kit.Breakpoints))}
	some := false
	for _, c := range classes {
		if c.meaning == cell || c.meaning == of && !m.divides() { // its row's rule says it, or nothing needs it
			continue
		}
		bp := c.bp
		if c.meaning <= row {
			bp = 0
		}
		units := m.columns()
		if n.Kind == page.Column {
			units = m.layout.Row(outer.ID, c.bp).Columns.N()
		}
		said := m.call(c, units)
		if said.mixin == "per" && m.styler.counts() && !m.Markup.counted[n.ID] {
			said.mixin = perTold
		}
		m.included[said.mixin] = true
		r.at[bp] = append(r.at[bp], said)
		some = true
	}
	if !some {
		return nil
	}
	for _, calls := range r.at { // what says something of what stands in it comes after declarations
		slices.SortStableFunc(calls, func(a, b call) int { return inside(a) - inside(b) })
	}
	return r
}

// inside is 1 for calls of mixins that may say something of what stands in the node.
func inside(c call) int {
	if c.mixin == "per" || c.mixin == perTold || c.mixin == "per-off" {
		return 1
	}
	return 0
}

// callNames are the mixins of classes that only say a word or nothing.
var callNames = map[meaning]string{
	frame: "frame", frameOpen: "frame-open", frameUpTo: "frame-up-to", frameCap: "frame-cap", row: "row", of: "divide", per: "per", gapX: "gap-x", gapY: "gap-y", align: "align", spread: "spread",
	gone: "gone", back: "back", place: "place", skip: "skip", take: "take", full: "full", share: "share", natural: "natural", trail: "trail", nudge: "nudge", self: "self",
	lead: "lead", run: "run", turn: "turn", under: "under", fit: "fit",
}

// call is how mixin-based code says what a class says, of a column whose row divides
// into so many units where that class begins.
func (m *Mixed) call(c class, units int) call {
	s, name := m.styler, callNames[c.meaning]
	switch c.meaning {
	case frameUpTo:
		return call{name + "-" + m.kit.Breakpoints[c.bp].Name, nil}
	case of:
		if c.n == asKit {
			return call{"divide-as-kit", nil}
		}
		return call{name, []string{strconv.Itoa(c.n)}}
	case per:
		if c.n == 0 {
			return call{"per-off", nil}
		}
		return call{name, []string{strconv.Itoa(c.n)}}
	case gapX, gapY:
		if c.n == asKit {
			return call{name + "-as-kit", nil}
		}
		return call{name, []string{strconv.Itoa(c.n)}}
	case align:
		return call{name, []string{alignWords[c.n]}}
	case self:
		return call{name, []string{alignWords[c.n]}}
	case spread:
		if m.kit.Technique == kit.Grid && page.Spread(c.n) == page.Start {
			return call{"spread-off", nil}
		}
		return call{name, []string{spreadWords[c.n]}}
	case place:
		if o := page.Order(c.n); o == page.First || o == page.Last {
			return call{name + "-" + o.String(), nil}
		}
		return call{name, []string{strconv.Itoa(c.n)}}
	case take, skip, trail, nudge:
		if c.at > 0 && c.n != 0 {
			list, from := m.partListAt(c.bp), c.at
			if c.meaning == skip {
				from -= c.n
			}
			if list.holds(c.n, from) {
				return call{name + "-at" + list.suffix, []string{strconv.Itoa(c.n), strconv.Itoa(c.at)}}
			}
			part, gaps := s.unevenPart(c)
			return call{name + "-part", []string{part, gaps}}
		}
		args := []string{strconv.Itoa(c.n)}
		if units != m.columns() {
			args = append(args, strconv.Itoa(units))
		}
		return call{name, args}
	}
	return call{name, nil}
}

// divides tells whether anything hangs on how many units a row divides into, but for
// what its columns say themselves.
func (m *Mixed) divides() bool { return len(m.styler.declarations(class{meaning: of, n: 1})) > 0 }

// unevenPart is what calc() takes of a part of an uneven row, and of its gutters.
func (s *styler) unevenPart(c class) (part, gaps string) {
	all := s.amount(c)
	inside := func(declaration string) string {
		_, value, _ := strings.Cut(declaration, ": ")
		return strings.TrimSuffix(strings.TrimPrefix(value, "calc("), ")")
	}
	return inside(all[0]), inside(all[1])
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

// says tells whether some rule includes something at breakpoint i.
func (m *Mixed) says(i int) (some bool) {
	m.each(func(r *ruleSet) { some = some || len(r.at[i]) > 0 })
	return some
}
