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
	for i := range page.Phrases {
		if p := &page.Phrases[i]; p.Doc != "" && (p.Field != page.Divides || m.divides()) {
			l.phrase(p)
		}
	}
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

// phrase adds the mixins of a phrase, if anything is said by it: with {n} for a number or word, and without.
func (l *lister) phrase(p *page.Phrase) {
	if !l.s.Says(p.On, p.Field, p.Terms...) {
		return
	}
	one := func(name, doc string, c say.Saying, params []string, word string) {
		l.add(name, doc, params, l.s.Say(c, word))
		l.all[len(l.all)-1].inner = l.s.Inside(c, word)
	}
	if p.With.Term != page.None {
		one(p.Mixin, p.Doc, say.Saying{On: p.On, Field: p.Field, Value: p.With}, []string{"n"}, "{n}")
	} else {
		c := say.Saying{On: p.On, Field: p.Field}
		if len(p.Terms) > 0 {
			c.Value.Term = p.Terms[0]
		}
		one(p.Mixin, p.Doc, c, nil, p.Field.CSS(c.Value))
	}
	for _, v := range p.Variants {
		if !v.Tracks || l.m.kit.Technique == kit.Grid {
			one(p.Mixin+"-"+v.Suffix, v.Doc, say.Saying{On: p.On, Field: p.Field, Value: v.Value}, nil,
				p.Field.CSS(v.Value))
		}
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
