package mixin

import (
	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// A mixin is one of a kit's mixins: declarations in which {n}, {of} and so on stand
// for its parameters. SCSS, Less and plain CSS are all written from these, so that
// they cannot differ.
type mixin struct {
	name   string
	params []string
	doc    string
	body   []css.Declaration

	inner []sheet.Nested // what it says of what stands in it
	parts *partList      // where {part} stands in its declarations
	back  bool           // those parts are before the column that is said
}

// columns is how many units mixins count by unless told otherwise.
func (m *Mixed) columns() int { return m.kit.ColumnsAt(0).N() }

// mixins are the kit's mixins, as the page's rules include them.
func (m *Mixed) mixins() []mixin {
	l := lister{m: m, s: m.styler}
	l.units()
	l.columns()
	l.rows()
	for _, t := range []struct {
		term page.Term
		doc  string
	}{
		{page.Leads, "Begins its row's first line."}, {page.Runs, "Runs on in its row's first line."},
		{page.Turns, "Begins another line."}, {page.Under, "Runs on in another line."},
	} {
		if l.s.Says(page.Column, page.Line, t.term) {
			l.simple(page.Column, page.Line, page.Value{Term: t.term}, t.doc)
		}
	}
	l.simple(page.Block, page.Fit, page.Value{}, "A picture that is scaled to its column.")
	return l.all
}

// A lister lists mixins for what is said.
type lister struct {
	m   *Mixed
	s   *sheet.Styler
	all []mixin
}

func (l *lister) add(name, doc string, params []string, body []css.Declaration) {
	l.all = append(l.all, mixin{name: name, params: params, doc: doc, body: body})
}

// simple adds the mixin of one value of a field, if anything is said of that.
func (l *lister) simple(on page.Kind, f page.Field, v page.Value, doc string) {
	if c := (say.Saying{On: on, Field: f, Value: v}); l.s.Says(on, f) {
		l.add(l.m.call(c, l.m.columns()).mixin, doc, nil, l.s.Declarations(c))
		l.all[len(l.all)-1].inner = l.s.Inside(c, "")
	}
}

// with adds a mixin that says with {n} what a class does with a number or word.
func (l *lister) with(on page.Kind, f page.Field, v page.Value, doc string) {
	if c := (say.Saying{On: on, Field: f, Value: v}); l.s.Says(on, f) {
		l.add(callName(c), doc, []string{"n"}, l.s.Say(c, "{n}"))
		l.all[len(l.all)-1].inner = l.s.Inside(c, "{n}")
	}
}

// units adds the mixins that say a number of units.
func (l *lister) units() {
	for _, what := range []struct {
		field   page.Field
		doc, at string
	}{
		{page.Width, "{n} columns wide, of as many as the kit has or as {of} says.",
			"{n} columns wide, from column {at} on."},
		{page.Skip, "{n} empty columns before it.", "{n} empty columns before it, which begins at column {at}."},
		{page.Trail, "{n} empty columns after it.", "{n} empty columns after it, from column {at} on."},
		{page.Nudge, "Moved by {n} columns on screen, without making room.",
			"Moved by {n} columns on screen from column {at}, without making room."},
	} {
		if !l.s.Says(page.Column, what.field) && what.field != page.Width {
			continue
		}
		name := sheet.Property(what.field)
		if l.s.Spans() {
			l.add(name, "{n} columns wide.", []string{"n"},
				l.s.Say(say.Saying{On: page.Column, Field: page.Width, Value: page.Take(1)}, "{n}"))
			continue
		}
		part, gaps := "--kr-"+name, "--kr-"+name+"-gaps"
		var more []css.Declaration
		if l.s.Sizes() && what.field == page.Width {
			more = []css.Declaration{css.D("--kr-size", "initial")}
		}
		body := func(all ...css.Declaration) []css.Declaration { return append(all, more...) }
		if !l.s.Uneven() {
			l.add(name, what.doc, []string{"n", "of"}, body(css.D(part, "calc({n} / {of})")))
			continue
		}
		for _, list := range l.m.partLists() {
			l.all = append(l.all, list.mixin(name, what.at, more...))
		}
		if l.m.included[name] || l.m.whole {
			l.add(name, what.doc, []string{"n", "of"}, body(css.D(part, "calc({n} / {of})"), css.D(gaps, "0")))
		}
		if l.m.included[name+"-part"] {
			l.add(name+"-part", "The same for a part of an uneven row, and what it has of gutters besides.",
				[]string{"part", "gaps"},
				body(css.D(part, "calc({part})"), css.D(gaps, "calc({gaps})")))
		}
	}
}

// columns adds the other mixins of columns, and those that say how they stand in their
// row.
func (l *lister) columns() {
	for _, width := range []struct {
		value page.Value
		doc   string
	}{{page.Full, "The full line."}, {page.Share, "An equal share of what is left of its line."},
		{page.Natural, "As wide as its content."}} {
		if l.s.Says(page.Column, page.Width, width.value.Term) {
			l.simple(page.Column, page.Width, width.value, width.doc)
		}
	}
	l.with(page.Column, page.Begin, page.Of(1), "It begins at unit {n}, from 1, whatever stands before it.")
	l.simple(page.Column, page.Begin, page.Of(0), "It begins where it falls again.")
	l.with(page.Column, page.Order, page.Of(1), "Its order among the row's columns.")
	l.simple(page.Column, page.Order, page.First, "Before the row's other columns.")
	l.simple(page.Column, page.Order, page.Last, "After the row's other columns.")
	if l.s.Says(page.Column, page.Shown, page.No) {
		l.simple(page.Column, page.Shown, page.Hides, "Hidden.")
	}
	if l.s.Says(page.Column, page.Shown, page.Yes) {
		l.simple(page.Column, page.Shown, page.Shows, "Shown again.")
	}
	l.with(page.Column, page.Align, page.Top,
		"How it stands in its line: flex-start, center, flex-end, stretch, or auto for as its row says.")
}

// rows adds the mixins of rows.
func (l *lister) rows() {
	l.with(page.Row, page.Align, page.Top,
		"How a row's columns stand in their line: flex-start, center, flex-end or stretch.")
	l.with(page.Row, page.Spread, page.Centre,
		"Where what a line leaves free goes: flex-start, center, flex-end, space-between, space-around or space-evenly.")
	if l.m.kit.Technique == kit.Grid {
		l.simple(page.Row, page.Spread, page.Start, "Columns on the row's tracks again.")
	}
	l.with(page.Row, page.PerLine, page.Of(1), "{n} equal columns a line, said once for all of a row's columns.")
	l.simple(page.Row, page.PerLine, page.Of(0), "As wide as its columns say again.")
	if l.s.Says(page.Row, page.Told) {
		l.simple(page.Row, page.Told, page.Value{},
			"A row of so many a line, some of which are hidden: each says itself where it stands in its line.")
	}
	l.with(page.Row, page.GapX, page.Px(1), "A gutter of its own between a row's columns, in px.")
	l.simple(page.Row, page.GapX, page.KitGap, "The kit's gutter between a row's columns again.")
	l.with(page.Row, page.GapY, page.Px(1), "A gutter of its own between a row's lines, in px.")
	l.simple(page.Row, page.GapY, page.KitGap, "The kit's gutter between a row's lines again.")
	if l.m.divides() {
		l.with(page.Row, page.Divides, page.Of(1),
			"A row that divides into {n} columns; those count by as many: take(2, {n}).")
		l.simple(page.Row, page.Divides, page.Fresh, "The kit's columns again.")
	}
}

// A base is a rule that a container or row begins with: its own declarations, those
// of what stands in it, and at which breakpoint they change.
type base struct {
	name, doc string
	at        [][]sheet.Nested // by breakpoint
}

// bases are what containers and rows begin with.
func (m *Mixed) bases() []base {
	s, k := m.styler, m.kit
	var all []base
	docs := map[page.Term]string{
		page.Fixed: "A container as wide as the kit says.", page.Fluid: "A container as wide as the viewport.",
		page.Capped: "A container that grows up to the kit's cap.",
	}
	for _, c := range s.Frames() {
		b := base{m.call(c, m.columns()).mixin, docs[c.Value.Term], make([][]sheet.Nested, len(k.Breakpoints))}
		if c.Value.Term == page.UpTo {
			b.doc = "A container as wide as the viewport below " + k.Breakpoints[c.From].Name +
				", and as the kit says from there on."
		}
		for i := range k.Breakpoints {
			if body := s.Frame(c, i); len(body) > 0 {
				b.at[i] = []sheet.Nested{{Selector: "&", Body: body}}
			}
		}
		all = append(all, b)
	}
	if !s.Says(page.Row, page.Base) {
		return all
	}
	b := base{"row", "A row, whose children are its columns: each the full line until told otherwise.",
		make([][]sheet.Nested, len(k.Breakpoints))}
	before := 0.0
	for i := range k.Breakpoints {
		add := func(selector string, body ...css.Declaration) {
			b.at[i] = append(b.at[i], sheet.Nested{Selector: selector, Body: body})
		}
		if body := s.Row(i); len(body) > 0 || i == 0 {
			add("&", body...)
		}
		if above := k.RowGutterAt(i); above.Px() != before {
			add("&:where(:not(:first-child))", css.D("margin-top", above.String()))
			before = above.Px()
		}
		if i == 0 {
			add(sheet.Child("*"), s.Cell()...)
			b.at[i] = append(b.at[i], s.Ends()...)
		}
	}
	return append(all, b)
}
