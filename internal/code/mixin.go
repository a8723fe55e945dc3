package code

import (
	"slices"
	"strings"

	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// A mixin is one of a kit's mixins: declarations in which {n}, {of} and so on stand
// for its parameters. SCSS, Less and plain CSS are all written from these, so that
// they cannot differ.
type mixin struct {
	name   string
	params []string
	doc    string
	body   []string

	parts *partList // where {part} stands in its declarations
	back  bool      // those parts are before the column that is said
}

// columns is how many units mixins count by unless told otherwise.
func (m *Mixed) columns() int { return m.kit.ColumnsAt(0).N() }

// mixins are the kit's mixins, as the page's rules include them.
func (m *Mixed) mixins() []mixin {
	s, k := m.styler, m.kit
	var all []mixin
	add := func(name, doc string, params []string, body []string) {
		all = append(all, mixin{name: name, params: params, doc: doc, body: body})
	}
	for _, what := range []struct {
		m       meaning
		doc, at string
	}{
		{take, "{n} columns wide, of as many as the kit has or as {of} says.", "{n} columns wide, from column {at} on."},
		{skip, "{n} empty columns before it.", "{n} empty columns before it, which begins at column {at}."},
		{trail, "{n} empty columns after it.", "{n} empty columns after it, from column {at} on."},
		{nudge, "Moved by {n} columns on screen, without making room.", "Moved by {n} columns on screen from column {at}, without making room."},
	} {
		if !s.has[what.m] && what.m != take {
			continue
		}
		name := names[what.m]
		var more []string
		if s.sizes && what.m == take {
			more = []string{"--kr-size: initial"}
		}
		if !s.uneven {
			add(name, what.doc, []string{"n", "of"}, append([]string{"--kr-" + name + ": calc({n} / {of})"}, more...))
			continue
		}
		for _, list := range m.partLists() {
			all = append(all, list.mixin(name, what.at, more...))
		}
		if m.included[name] || m.whole {
			add(name, what.doc, []string{"n", "of"}, append([]string{"--kr-" + name + ": calc({n} / {of})", "--kr-" + name + "-gaps: 0"}, more...))
		}
		if m.included[name+"-part"] {
			add(name+"-part", "The same for a part of an uneven row, and what it has of gutters besides.", []string{"part", "gaps"},
				append([]string{"--kr-" + name + ": calc({part})", "--kr-" + name + "-gaps: calc({gaps})"}, more...))
		}
	}
	simple := func(c class, doc string) {
		if s.has[c.meaning] {
			cl := m.call(c, m.columns())
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
	simple(class{meaning: place, n: int(page.First)}, "Before the row's other columns.")
	simple(class{meaning: place, n: int(page.Last)}, "After the row's other columns.")
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
	if s.has[of] && m.divides() {
		body := s.declarations(class{meaning: of, n: 7})
		for b := range body {
			body[b] = strings.NewReplacer(": 7", ": {n}", "repeat(7", "repeat({n}").Replace(body[b])
		}
		add("divide", "A row that divides into {n} columns; those count by as many: take(2, {n}).", []string{"n"}, body)
		add("divide-as-kit", "The kit's columns again.", nil, s.declarations(class{meaning: of, n: asKit}))
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
		b := base{m.call(c, m.columns()).mixin, docs[c.meaning], make([][]nested, len(k.Breakpoints))}
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
