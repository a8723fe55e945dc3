package code

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// A mixin is one of a kit's mixins: declarations in which {n}, {of} and so on stand
// for its parameters. SCSS, Less and plain CSS are all written from these, so that
// they cannot differ.
type mixin struct {
	name   string
	params []string
	doc    string
	body   []string
}

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

// A plan of rules: every rule of a page in mixin-based code, in order.
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
	styler *styler
	rules  []*ruleSet

	queries  []string // of media, by breakpoint
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
	m := &Mixed{Markup: w.out, kit: l.Kit(), page: l.Page()}
	var used []class
	for c := range w.out.used {
		used = append(used, c)
	}
	if w.o.Whole {
		used = append(used, everyClass(m.kit)...)
	}
	m.styler = newStyler(m.kit, used)
	m.gathered = w.o.Gathered
	m.add(m.page.Body, nil, w)
	if w.out.fits {
		r := &ruleSet{selector: "img[width]", within: "img[width]", at: make([][]call, len(m.kit.Breakpoints))}
		r.at[0] = []call{{"fit", nil}}
		m.rules = append(m.rules, r)
	}
	return m
}

// add adds the rules of nodes and of what is in them: beside one another, or in the
// rule of what is around them.
func (m *Mixed) add(nodes []*page.Node, around *ruleSet, w *writer) {
	for _, n := range nodes {
		if n.Kind == page.Block {
			continue
		}
		next := around
		if r := m.rule(n, w.selectors.of[n.ID], w.out.of[n.ID]); r != nil && n.Kind != page.Section {
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
		m.add(n.Children, next, w)
	}
}

// rule is the rule of a node that has those classes in class-based code; nil where
// it needs none.
func (m *Mixed) rule(n *page.Node, selector string, classes []class) *ruleSet {
	r := &ruleSet{node: n.ID, selector: selector, within: selector, at: make([][]call, len(m.kit.Breakpoints))}
	some := false
	for _, c := range classes {
		if c.meaning == cell { // its row's rule says it
			continue
		}
		bp := c.bp
		if c.meaning <= row {
			bp = 0
		}
		r.at[bp] = append(r.at[bp], m.call(c))
		some = true
	}
	if !some {
		return nil
	}
	return r
}

// callNames are the mixins of classes that only say a word or nothing.
var callNames = map[meaning]string{
	frame: "frame", frameOpen: "frame-open", frameUpTo: "frame-up-to", frameCap: "frame-cap", row: "row", of: "divide", per: "per", gapX: "gap-x", gapY: "gap-y", align: "align", spread: "spread",
	gone: "gone", back: "back", place: "place", skip: "skip", take: "take", full: "full", share: "share", natural: "natural", trail: "trail", nudge: "nudge", self: "self",
	lead: "lead", run: "run", turn: "turn", under: "under", fit: "fit",
}

// call is how mixin-based code says what a class says.
func (m *Mixed) call(c class) call {
	s, name := m.styler, callNames[c.meaning]
	switch c.meaning {
	case frameUpTo:
		return call{name + "-" + m.kit.Breakpoints[c.bp].Name, nil}
	case of:
		n := c.n
		if n == asKit {
			return call{"divide-as-kit-" + m.kit.Breakpoints[c.bp].Name, nil}
		}
		return call{name + "-" + m.kit.Breakpoints[c.bp].Name, []string{strconv.Itoa(n)}}
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
		return call{name, []string{strconv.Itoa(c.n)}}
	case take, skip, trail, nudge:
		if c.at > 0 && c.n != 0 {
			part, gaps := s.unevenPart(c)
			return call{name + "-part", []string{part, gaps}}
		}
		args := []string{strconv.Itoa(c.n)}
		if s.has[of] {
			args = append(args, "var(--kr-of-"+m.kit.Breakpoints[c.bp].Name+")")
		} else if n := m.kit.ColumnsAt(c.bp).N(); n != m.kit.ColumnsAt(0).N() {
			args = append(args, strconv.Itoa(n))
		}
		return call{name, args}
	}
	return call{name, nil}
}

// unevenPart is what calc() takes of a part of an uneven row, and of its gutters.
func (s *styler) unevenPart(c class) (part, gaps string) {
	all := s.amount(c)
	inside := func(declaration string) string {
		_, value, _ := strings.Cut(declaration, ": ")
		return strings.TrimSuffix(strings.TrimPrefix(value, "calc("), ")")
	}
	return inside(all[0]), inside(all[1])
}

// columns is how many units mixins count by unless told otherwise.
func (m *Mixed) columns() int { return m.kit.ColumnsAt(0).N() }

// mixins are the kit's mixins, as the page's rules include them.
func (m *Mixed) mixins() []mixin {
	s, k := m.styler, m.kit
	var all []mixin
	add := func(name, doc string, params []string, body []string) {
		all = append(all, mixin{name, params, doc, body})
	}
	for _, what := range []struct {
		m   meaning
		doc string
	}{
		{take, "{n} columns wide, of as many as the kit has or as {of} says."}, {skip, "{n} empty columns before it."},
		{trail, "{n} empty columns after it."}, {nudge, "Moved by {n} columns on screen, without making room."},
	} {
		if !s.has[what.m] && what.m != take {
			continue
		}
		name := names[what.m]
		body := []string{"--kr-" + name + ": calc({n} / {of})"}
		part := []string{"--kr-" + name + ": calc({part})"}
		if s.uneven {
			body, part = append(body, "--kr-"+name+"-gaps: 0"), append(part, "--kr-"+name+"-gaps: calc({gaps})")
		}
		if s.sizes && what.m == take {
			body, part = append(body, "--kr-size: initial"), append(part, "--kr-size: initial")
		}
		add(name, what.doc, []string{"n", "of"}, body)
		if s.uneven {
			add(name+"-part", "The same for a part of an uneven row, and what it has of gutters besides.", []string{"part", "gaps"}, part)
		}
	}
	simple := func(c class, doc string) {
		if s.has[c.meaning] {
			cl := m.call(c)
			add(cl.mixin, doc, nil, s.declarations(c))
		}
	}
	simple(class{meaning: full}, "The full line.")
	simple(class{meaning: share}, "An equal share of what is left of its line.")
	simple(class{meaning: natural}, "As wide as its content.")
	word := func(c meaning, name, doc string, body ...string) {
		if s.has[c] {
			add(name, doc, []string{"n"}, body)
		}
	}
	word(place, "place", "Its order among the row's columns.", "order: {n}")
	simple(class{meaning: gone}, "Hidden.")
	simple(class{meaning: back}, "Shown again.")
	word(self, "self", "How it stands in its line: flex-start, center, flex-end, stretch, or auto for as its row says.", "align-self: {n}")
	word(align, "align", "How a row's columns stand in their line: flex-start, center, flex-end or stretch.", "align-items: {n}")
	if s.has[spread] {
		body := s.declarations(class{meaning: spread, n: int(page.Centre)})
		body[0] = "justify-content: {n}"
		add("spread", "Where what a line leaves free goes: flex-start, center, flex-end, space-between, space-around or space-evenly.", []string{"n"}, body)
		if k.Technique == kit.Grid {
			add("spread-off", "Columns on the row's tracks again.", nil, s.declarations(class{meaning: spread, n: int(page.Start)}))
		}
	}
	if s.has[per] {
		body := s.declarations(class{meaning: per, n: 7})
		for i := range body {
			body[i] = strings.NewReplacer("/ 7", "/ {n}", "repeat(7", "repeat({n}").Replace(body[i])
		}
		add("per", "{n} equal columns a line, said once for all of a row's columns.", []string{"n"}, body)
		add("per-off", "As wide as its columns say again.", nil, s.perOff())
	}
	for _, q := range []meaning{gapX, gapY} {
		if !s.has[q] {
			continue
		}
		body := s.declarations(class{meaning: q, n: 7})
		body[0] = strings.Replace(body[0], "7px", "{n}px", 1)
		what := map[meaning]string{gapX: "between a row's columns", gapY: "between a row's lines"}[q]
		add(callNames[q], "A gutter of its own "+what+", in px.", []string{"n"}, body)
		add(callNames[q]+"-as-kit", "The kit's gutter "+what+" again.", nil, s.declarations(class{meaning: q, n: asKit}))
	}
	for i, bp := range k.Breakpoints {
		if !s.has[of] {
			break
		}
		body := s.declarations(class{meaning: of, bp: i, n: 7})
		for b := range body {
			body[b] = strings.NewReplacer(": 7", ": {n}", "repeat(7", "repeat({n}").Replace(body[b])
		}
		add("divide-"+bp.Name, "A row that divides into {n} columns from "+bp.Name+" on.", []string{"n"}, body)
		add("divide-as-kit-"+bp.Name, "The kit's columns again, from "+bp.Name+" on.", nil, s.declarations(class{meaning: of, bp: i, n: asKit}))
	}
	for _, c := range []meaning{lead, run, turn, under} {
		simple(class{meaning: c}, map[meaning]string{
			lead: "Begins its row's first line.", run: "Runs on in its row's first line.", turn: "Begins another line.", under: "Runs on in another line.",
		}[c])
	}
	simple(class{meaning: fit}, "A picture that is scaled to its column.")
	return all
}

// A base is a rule that a container or row begins with: its own declarations, those
// of what stands in it, and at which breakpoint they change.
type base struct {
	name, doc string
	at        [][]nested // by breakpoint
}

// nested is declarations for a selector relative to the rule's own, in which "&"
// stands for that.
type nested struct {
	selector string
	body     []string
}

// bases are what containers and rows begin with.
func (m *Mixed) bases() []base {
	s, k := m.styler, m.kit
	var all []base
	docs := map[meaning]string{frame: "A container as wide as the kit says.", frameOpen: "A container as wide as the viewport.", frameCap: "A container that grows up to the kit's cap."}
	var done []class
	for _, c := range s.frames {
		if slices.Contains(done, c) {
			continue
		}
		done = append(done, c)
		b := base{m.call(c).mixin, docs[c.meaning], make([][]nested, len(k.Breakpoints))}
		if c.meaning == frameUpTo {
			b.doc = "A container as wide as the viewport below " + k.Breakpoints[c.bp].Name + ", and as the kit says from there on."
		}
		for i := range k.Breakpoints {
			if body := s.frame(c, i); len(body) > 0 {
				b.at[i] = []nested{{"&", body}}
			}
		}
		all = append(all, b)
	}
	if !s.has[row] {
		return all
	}
	b := base{"row", "A row, whose children are its columns: each the full line until told otherwise.", make([][]nested, len(k.Breakpoints))}
	before := 0.0
	for i := range k.Breakpoints {
		if body := s.row(i); len(body) > 0 || i == 0 {
			b.at[i] = append(b.at[i], nested{"&", body})
		}
		if above := k.RowGutterAt(i); above.Px() != before {
			b.at[i] = append(b.at[i], nested{"&:where(:not(:first-child))", []string{"margin-top: " + above.String()}})
			before = above.Px()
		}
		if i == 0 {
			b.at[i] = append(b.at[i], nested{"& > *", s.cell()})
			if k.Technique == kit.Float {
				b.at[i] = append(b.at[i], nested{"& > :where(:first-child)", []string{"--kr-below: 0", "clear: none"}})
			}
		}
	}
	return append(all, b)
}

// query is the condition of a media query from breakpoint i on.
func (m *Mixed) query(i int) string {
	if m.queries == nil {
		for i := range m.kit.Breakpoints {
			m.queries = append(m.queries, m.queryOf(i))
		}
	}
	return m.queries[i]
}

func (m *Mixed) queryOf(i int) string { return "(width >= " + m.kit.Breakpoints[i].From.String() + ")" }

// CSS is the plain stylesheet that SCSS and Less compile to: the same rules in the
// same order.
func (m *Mixed) CSS() string { return m.Plain().Text }

// Plain is CSS as a file, named after the page.
func (m *Mixed) Plain() File {
	library := map[string]mixin{}
	for _, x := range m.mixins() {
		library[x.name] = x
	}
	bases := map[string]base{}
	for _, x := range m.bases() {
		bases[x.name] = x
	}
	p := m.printer()
	p.line("/* %s, for %s, by Kit Rows */", commentText(strings.ReplaceAll(m.page.Name, "*/", "*")), commentText(strings.ReplaceAll(m.kit.Name, "*/", "*")))
	known := map[said][]string{}
	expand := func(calls []call) (body []string) {
		for _, c := range calls {
			declarations, seen := known[c.said()]
			if _, isBase := bases[c.mixin]; !seen && !isBase {
				declarations = m.expanded(library[c.mixin], c)
				known[c.said()] = declarations
			}
			body = append(body, declarations...)
		}
		return lastOfEach(body)
	}
	from := func(r *ruleSet, i int) {
		if body := expand(r.at[i]); len(body) > 0 {
			p.node = r.node
			p.rule("  ", r.selector, body)
		}
	}
	m.each(func(r *ruleSet) {
		p.node = r.node
		var begun base
		for _, c := range r.at[0] {
			if b, ok := bases[c.mixin]; ok {
				begun = b
			}
		}
		own := expand(r.at[0])
		if begun.name == "" {
			p.rule("", r.selector, own)
		}
		for i, parts := range begun.at {
			parted := func(indent string) {
				for n, part := range parts {
					body := part.body
					if i == 0 && n == 0 {
						body = lastOfEach(append(slices.Clone(body), own...))
					}
					p.rule(indent, strings.ReplaceAll(part.selector, "&", r.selector), body)
				}
			}
			if i == 0 {
				parted("")
			} else if len(parts) > 0 {
				p.media(m.query(i), func() { parted("  ") })
			}
		}
		for i := 1; i < len(r.at) && !m.gathered; i++ {
			if len(r.at[i]) > 0 {
				p.media(m.query(i), func() { from(r, i) })
			}
		}
	})
	for i := 1; i < len(m.kit.Breakpoints) && m.gathered; i++ {
		if m.says(i) {
			p.media(m.query(i), func() { m.each(func(r *ruleSet) { from(r, i) }) })
		}
		p.node = ""
	}
	return p.file(m.pageFile() + ".css")
}

// lastOfEach leaves out declarations that another of the same property follows.
func lastOfEach(body []string) (all []string) {
	if len(body) < 2 {
		return body
	}
	for i, declaration := range body {
		name, _, _ := strings.Cut(declaration, ":")
		if !slices.ContainsFunc(body[i+1:], func(later string) bool { return strings.HasPrefix(later, name+":") }) {
			all = append(all, declaration)
		}
	}
	return all
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

// expanded is what a mixin declares when it is called so.
func (m *Mixed) expanded(x mixin, c call) []string {
	if len(x.params) == 0 {
		return x.body
	}
	body := make([]string, len(x.body))
	for i, declaration := range x.body {
		for p, param := range x.params {
			value := strconv.Itoa(m.columns())
			if p < len(c.args) {
				value = c.args[p]
			}
			declaration = strings.ReplaceAll(declaration, "{"+param+"}", value)
		}
		body[i] = declaration
	}
	return body
}

// A printer writes rules with the empty lines that set custom properties apart, and
// keeps which node every line is for.
type printer struct {
	strings.Builder
	node  string
	nodes []string
}

func (p *printer) line(format string, args ...any) {
	text := fmt.Sprintf(format, args...)
	p.WriteString(text)
	p.WriteByte('\n')
	for line := range strings.SplitSeq(text, "\n") {
		if node := p.node; line != "" {
			p.nodes = append(p.nodes, node)
		} else {
			p.nodes = append(p.nodes, "") // an empty line is for none
		}
	}
}

// printer is one with room for the page's rules.
func (m *Mixed) printer() *printer {
	p := &printer{nodes: make([]string, 0, 16*len(m.rules))}
	p.Grow(320 * len(m.rules))
	return p
}

// put writes parts as one line.
func (p *printer) put(parts ...string) {
	for _, part := range parts {
		p.WriteString(part)
	}
	p.WriteByte('\n')
	p.nodes = append(p.nodes, p.node)
}

// gap writes an empty line, which is for no node.
func (p *printer) gap() {
	p.WriteByte('\n')
	p.nodes = append(p.nodes, "")
}

// file is what was written.
func (p *printer) file(name string) File { return File{name, p.String(), p.nodes} }

func (p *printer) rule(indent, selector string, body []string) {
	if len(body) == 0 {
		return
	}
	p.gap()
	p.put(indent, selector, " {")
	p.body(indent+"  ", body)
	p.put(indent, "}")
}

// body writes declarations; custom properties and others apart.
func (p *printer) body(indent string, body []string) {
	for i, declaration := range body {
		if i > 0 && strings.HasPrefix(declaration, "--") != strings.HasPrefix(body[i-1], "--") {
			p.gap()
		}
		p.put(indent, declaration, ";")
	}
}

func (p *printer) media(query string, inside func()) {
	p.gap()
	p.WriteString("@media ")
	p.WriteString(query)
	p.WriteString(" {")
	inside()
	p.put("}")
}
