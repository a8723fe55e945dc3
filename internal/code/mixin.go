package code

import (
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

	inner []nested  // what it says of what stands in it
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
	// with adds a mixin that says with {n} what a class does with a number or word.
	with := func(m meaning, doc string) {
		if s.has[m] {
			add(callNames[m], doc, []string{"n"}, s.say(class{meaning: m, n: 1}, "{n}"))
		}
	}
	with(place, "Its order among the row's columns.")
	simple(class{meaning: place, n: int(page.First)}, "Before the row's other columns.")
	simple(class{meaning: place, n: int(page.Last)}, "After the row's other columns.")
	simple(class{meaning: gone}, "Hidden.")
	simple(class{meaning: back}, "Shown again.")
	with(self, "How it stands in its line: flex-start, center, flex-end, stretch, or auto for as its row says.")
	with(align, "How a row's columns stand in their line: flex-start, center, flex-end or stretch.")
	with(spread, "Where what a line leaves free goes: flex-start, center, flex-end, space-between, space-around or space-evenly.")
	if k.Technique == kit.Grid {
		simple(class{meaning: spread, n: int(page.Start)}, "Columns on the row's tracks again.")
	}
	with(per, "{n} equal columns a line, said once for all of a row's columns.")
	if s.counts() {
		all[len(all)-1].inner = counted
		if m.included[perTold] || m.whole {
			told := all[len(all)-1]
			told.name, told.doc, told.inner = perTold, "The same where some are hidden: each says itself where it stands in its line.", []nested{{"& > :where(:nth-child(n))", uncounted}}
			all = append(all, told)
		}
	}
	simple(class{meaning: per}, "As wide as its columns say again.")
	if s.counts() {
		all[len(all)-1].inner = []nested{{"& > :where(:nth-child(n))", uncounted}}
	}
	with(gapX, "A gutter of its own between a row's columns, in px.")
	simple(class{meaning: gapX, n: asKit}, "The kit's gutter between a row's columns again.")
	with(gapY, "A gutter of its own between a row's lines, in px.")
	simple(class{meaning: gapY, n: asKit}, "The kit's gutter between a row's lines again.")
	if m.divides() {
		with(of, "A row that divides into {n} columns; those count by as many: take(2, {n}).")
		simple(class{meaning: of, n: asKit}, "The kit's columns again.")
	}
	for _, c := range []meaning{lead, run, turn, under} {
		simple(class{meaning: c}, map[meaning]string{
			lead: "Begins its row's first line.", run: "Runs on in its row's first line.", turn: "Begins another line.", under: "Runs on in another line.",
		}[c])
	}
	simple(class{meaning: fit}, "A picture that is scaled to its column.")
	return all
}

// perTold is the mixin of so many floats a line that say themselves where it begins.
const perTold = "per-told"

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
	for _, c := range s.frames {
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
				b.at[i] = append(b.at[i], nested{"& > :where(:first-child)", []string{"--kr-below: 0", s.clear() + ": none"}})
			}
		}
	}
	return append(all, b)
}
