package sheet

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/write/say"
)

// Declarations is what a class says.
func (s *Styler) Declarations(c say.Saying) []css.Declaration { return s.Say(c, c.Field.CSS(c.Value)) }

// Say is what a class says with a number or word of its own, as a class has it or a
// mixin's parameter.
func (s *Styler) Say(c say.Saying, word string) []css.Declaration {
	switch c.Field {
	case page.Divides:
		return s.divides(c, word)
	case page.PerLine:
		return s.perLine(c, word)
	case page.GapX:
		all := []css.Declaration{css.D("--kr-gap", s.gapOf(s.gap, c, word))}
		if s.part.named && c.Value == page.KitGap {
			all = append(all, css.D("--kr-gap-part", s.part.back()))
		} else if s.part.named {
			all = append(all, css.D("--kr-gap-part", "0"))
		}
		if s.out.named {
			all = append(all, css.D("--kr-out", s.gapOf(s.out, c, word)))
		}
		return all
	case page.GapY:
		return []css.Declaration{css.D("--kr-gap-y", s.gapOf(s.gapY, c, word))}
	case page.Before, page.After:
		if c.Value == page.KitGap {
			word = cmp.Or(s.lines.text(), "0")
		}
		return []css.Declaration{css.D(c.Field.Property(c.On), word)}
	case page.Spread:
		all := []css.Declaration{css.D("justify-content", word)}
		if s.k.Technique == kit.Grid && c.Value == page.Start {
			all = append(all, css.D("display", "grid"), css.D("--kr-flat", "initial"))
		} else if s.k.Technique == kit.Grid {
			all = append(all, css.D("display", "flex"), css.D("--kr-flat", "100%"))
		}
		if s.k.Technique == kit.Grid && s.uneven { // also back on tracks: such a row's columns say where they stand
			all = append(all, css.D("--kr-auto", "initial"))
		}
		return all
	case page.Begin:
		if c.Value.N > 0 && s.Says(page.Row, page.PerLine) {
			word = "var(--kr-begin, " + word + ")"
		}
		return []css.Declaration{css.D(c.Field.Property(c.On), word)}
	case page.Ends:
		return trim(c.Value)
	case page.Width:
		switch {
		case c.Value == page.Share:
			return []css.Declaration{css.D("--kr-size", "1 0 "+s.equal(s.of.text()))}
		case c.Value == page.Natural && s.k.Technique == kit.Flex:
			return []css.Declaration{css.D("--kr-size", "0 0 auto")}
		case c.Value == page.Natural:
			return []css.Declaration{css.D("--kr-size", "auto")}
		}
		if s.Spans() && c.Value != page.Full {
			return []css.Declaration{css.D("grid-column-end", s.span(word))}
		}
		return s.amount(c)
	case page.Skip, page.Trail, page.Nudge:
		return s.amount(c)
	case page.Line:
		return s.line(c.Value.Term)
	case page.Fit:
		return []css.Declaration{css.D("display", "block"), css.D("width", "100%"), css.D("height", "auto")}
	}
	if property := c.Field.Property(c.On); property != "" {
		return []css.Declaration{css.D(property, word)}
	}
	return nil
}

// trim takes the padding away that a row's first or last column has on its outside.
func trim(end page.Value) []css.Declaration {
	if end == page.First {
		return []css.Declaration{css.D("padding-inline-start", "0")}
	}
	return []css.Declaration{css.D("padding-inline-end", "0")}
}

// Ends are the rules of a row for its first and last column: of floats, the first begins its
// first line; where the kit trims them, they have no padding on the row's outside.
func (s *Styler) Ends() []Nested {
	first, last := Nested{Selector: Child(":first-child")}, Nested{Selector: Child(":last-child")}
	if s.k.Technique == kit.Float {
		first.Body = []css.Declaration{css.D("--kr-below", "0"), css.D(s.Clear(), "none")}
	}
	if s.k.GutterPlace.Trims() {
		first.Body, last.Body = append(first.Body, trim(page.First)...), trim(page.Last)
	}
	return slices.DeleteFunc([]Nested{first, last}, func(n Nested) bool { return len(n.Body) == 0 })
}

// divides is what a row says that divides into columns of its own.
func (s *Styler) divides(c say.Saying, word string) (all []css.Declaration) {
	fresh := c.Value == page.Fresh
	if s.mixins && s.CountsNow() && fresh {
		all = append(all, css.D("--kr-of", s.of.back()))
	} else if s.mixins && s.CountsNow() {
		all = append(all, css.D("--kr-of", word))
	}
	for j := int(c.From); j < len(s.k.Breakpoints) && !s.mixins; j++ {
		if fresh {
			word = strconv.Itoa(s.k.ColumnsAt(j).N())
		}
		all = append(all, css.D("--kr-of-"+s.k.Breakpoints[j].Name, word))
	}
	if s.k.Technique == kit.Grid && fresh {
		all = append(all, css.D("--kr-tracks", s.tracks.back()))
	} else if s.k.Technique == kit.Grid {
		all = append(all, css.D("--kr-tracks", equalTracks(word)))
	}
	if s.k.Technique == kit.Grid && s.uneven && fresh {
		all = append(all, css.D("--kr-auto", s.auto.back()))
	} else if s.k.Technique == kit.Grid && s.uneven {
		all = append(all, css.D("--kr-auto", "initial"))
	}
	return all
}

// perLine is what a row of so many equal columns a line says.
func (s *Styler) perLine(c say.Saying, word string) []css.Declaration {
	still := css.D("--kr-still", "0")
	switch {
	case c.Value.N == 0:
		return s.perOff()
	case s.k.Technique == kit.Flex:
		return []css.Declaration{css.D("--kr-each", "0 0 "+s.equal(word)), still}
	case s.k.Technique == kit.Float:
		return []css.Declaration{css.D("--kr-each", s.equal(word)), still}
	}
	all := []css.Declaration{css.D("--kr-span", "span 1"), css.D("--kr-per-tracks", equalTracks(word))}
	if s.Says(page.Column, page.Begin) {
		all = append(all, css.D("--kr-begin", "auto"))
	}
	if s.Spans() {
		return all
	}
	return append([]css.Declaration{css.D("--kr-each", "calc(1 / "+word+")"), still}, all...)
}

// line is what a float says that begins or runs on in its row's first line or another.
func (s *Styler) line(where page.Term) []css.Declaration {
	below, beside, clear := "0", "0", "none"
	if where == page.Turns || where == page.Under {
		below = "1"
	}
	if where == page.Runs || where == page.Under {
		beside = "1"
	}
	if where == page.Turns {
		clear = "inline-start"
	}
	return []css.Declaration{css.D("--kr-below", below), css.D("--kr-beside", beside), css.D(s.Clear(), clear)}
}

// Clear is the property with which a float says whether it begins a line.
func (s *Styler) Clear() string {
	if s.Counts() {
		return "--kr-clear"
	}
	return "clear"
}

// A Nested rule is declarations for a selector relative to another rule's, in which "&"
// stands for that.
type Nested struct {
	Selector string
	Body     []css.Declaration
}

// Child selects children of a row by a rule that outranks no rule of a column's own,
// whatever selects that and the row, and only what selects everything.
func Child(which string) string { return ":where(& > " + which + "):not(html)" }

// Inside is what a row's class or mixin says of its columns: one of so many floats a line
// counts which of them begin one. With n a line, every nth does, and the first n have none
// above.
func (s *Styler) Inside(c say.Saying, n string) []Nested {
	switch {
	case c == say.Told:
		return []Nested{{"& > *", uncounted}}
	case c.Field != page.PerLine || s.k.Technique != kit.Float:
		return nil
	case c.Value.N == 0:
		return []Nested{{Child("*"), uncounted}}
	}
	all := make([]Nested, len(counted))
	for i, inner := range counted {
		all[i] = Nested{strings.ReplaceAll(inner.Selector, "{n}", n), inner.Body}
	}
	return all
}

var counted = []Nested{
	{Child("*"), []css.Declaration{css.D("--kr-line-below", "1"), css.D("--kr-line-beside", "1"),
		css.D("--kr-line-clear", "none")}},
	{Child(":nth-child({n}n + 1)"),
		[]css.Declaration{css.D("--kr-line-beside", "0"), css.D("--kr-line-clear", "inline-start")}},
	{Child(":nth-child(-n + {n})"), []css.Declaration{css.D("--kr-line-below", "0")}},
}

// uncounted is what leaves that to the floats themselves.
var uncounted = []css.Declaration{css.D("--kr-line-below", "initial"), css.D("--kr-line-beside", "initial"),
	css.D("--kr-line-clear", "initial")}

func (s *Styler) gapOf(q quantity, c say.Saying, word string) string {
	if c.Value == page.KitGap {
		return q.back()
	}
	return word + "px"
}

// amount is what a class that takes, skips, trails or nudges says: which part of
// the row, and with uneven columns how many gutters more.
func (s *Styler) amount(c say.Saying) (all []css.Declaration) {
	if s.Spans() { // all of them
		return []css.Declaration{css.D("grid-column-end", s.span(strconv.Itoa(s.k.ColumnsAt(0).N())))}
	}
	name := "--kr-" + Property(c.Field)
	part, gaps := s.Part(c)
	all = append(all, css.D(name, worked(part)))
	if s.uneven {
		all = append(all, css.D(name+"-gaps", worked(gaps)))
	}
	if s.sizes && c.Field == page.Width {
		all = append(all, css.D("--kr-size", "initial"))
	}
	return all
}

// worked is a number as it is, and anything else to be worked out.
func worked(expression string) string {
	if _, err := strconv.Atoi(expression); err == nil {
		return expression
	}
	return calc(expression)
}

// Part is which part of the row is taken, skipped, left after it or moved by, as calc()
// takes it, and how many gutters more than that part has.
func (s *Styler) Part(c say.Saying) (part, gaps string) {
	part, gaps = "0", "0"
	columns := s.k.ColumnsAt(int(c.From))
	n, at := c.Value.Int(), int(c.Value.At)
	switch {
	case c.Value == page.Full:
		part = "1"
	case n == 0:
	case c.Value.Term == page.Portion:
		part = fmt.Sprintf("%d / %d", n, c.Value.Of)
	case at == 0 && !s.Says(page.Row, page.Divides):
		part = fmt.Sprintf("%d / %d", n, columns.N())
	case at == 0:
		part = fmt.Sprintf("%d / var(--kr-of-%s)", n, s.k.Breakpoints[c.From].Name)
	default:
		x, total := c.Field.Extent(c.Value, columns), int(columns.Parts(0, float64(columns.N())))
		part = fmt.Sprintf("%d / %d", x.Parts, total)
		gaps = fmt.Sprintf("%d - %d * %d / %d", x.Units, columns.N(), x.Parts, total)
		if x.Units < 0 { // a nudge back
			gaps = fmt.Sprintf("%d * %d / %d - %d", columns.N(), -x.Parts, total, -x.Units)
		}
	}
	return part, gaps
}
