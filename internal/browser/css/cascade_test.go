package css_test

import (
	"cmp"
	"maps"
	"strings"
	"testing"

	"kitrows/internal/browser/css"
)

// plain takes declarations as they are.
func plain(name, value string) ([]css.Longhand, bool) {
	return []css.Longhand{{Name: name, Value: value}}, value != "wrong"
}

// tree makes elements of a text such as "a.b#c > d.e": each in the one before it; the last is given.
func tree(text string) *css.Element {
	var e *css.Element
	for part := range strings.SplitSeq(text, " > ") {
		k := &css.Element{}
		name, classes, _ := strings.Cut(part, ".")
		k.Type, _, _ = strings.Cut(name, "#")
		if _, id, has := strings.Cut(name, "#"); has {
			k.Attributes = append(k.Attributes, css.Attr{Name: "id", Value: id})
		}
		if classes != "" {
			k.Classes = strings.Split(classes, ".")
		}
		if e != nil {
			e.Add(k)
		}
		e = k
	}
	return e
}

// What holds of p, by the cascade.
func TestCascade(t *testing.T) {
	for _, c := range []struct{ sheet, element, want string }{
		{".a { p: 1 } .a { p: 2 }", "div.a", "2"},
		{"div.a { p: 1 } .a { p: 2 }", "div.a", "1"},
		{"#i { p: 1 } .a.b.c { p: 2 }", "div#i.a.b.c", "1"},
		{".a { p: 1 !important } #i.a { p: 2 }", "div#i.a", "1"},
		{".a { p: 1; p: wrong }", "div.a", "1"},
		{":where(#i) .a { p: 1 } .a { p: 2 }", "div#i > b.a", "2"},
		{":is(#i, x) .a { p: 1 } .b.a { p: 2 }", "div#i > b.a.b", "1"},
		{".r > .a { p: 1 }", "div.r > div > div.a", ""},
		{".r .a { p: 1 }", "div.r > div > div.a", "1"},
		{".a:not(.b) { p: 1 }", "div.a.b", ""},
		{".a:first-child { p: 1 } .a:nth-child(2n) { p: 2 }", "div > div.a", "1"},
		{"[class*=\"w-\"] { p: 1 }", "div.box.w-3", "1"},
		{"[class^=\"w-\"] { p: 1 }", "div.box.w-3", ""},
		{".a { p: 1; .b & { p: 2 } > .c { p: 3 } }", "div.b > div.a", "2"},
		{".a { > .c { p: 3 } p: 4 }", "div.a > div.c", "3"},
		{".a { :is(&, .b) .c { p: 3 } }", "div.a > div.c", "3"}, // & in another selector: no .a stands around it
		{".a { :is(&, .b) .c { p: 3 } }", "div.b > div.c", "3"},
		{".a { .c:not(&) { p: 3 } }", "div > div.c", "3"},
		{".a { .c:not(&) { p: 3 } }", "div > div.c.a", ""},
		{"@layer x, y; @layer y { .a { p: 1 } } @layer x { div.a { p: 2 } }", "div.a", "1"},
		{"@layer x { .a { p: 1 } } .a { p: 2 }", "div.a", "2"},
		{"@layer x { .a { p: 1 !important } } .a { p: 2 !important }", "div.a", "1"},
		{"@media (min-width: 600px) { .a { p: 1 } }", "div.a", ""},
		{"@media (max-width: 600px) { @media (min-width: 400px) { .a { p: 1 } } }", "div.a", "1"},
		{"@supports (display: grid) { .a { p: 1 } } @supports not (display: grid) { .a { p: 2 } }", "div.a", "1"},
		{"@supports (display: -ms-grid) or (display: grid) { .a { p: 1 } }", "div.a", "1"},
		{"@import \"other.css\" layer(z); .a { q: 1 }", "div.a", "5"},
		{".a { p: 1 } @import \"other.css\";", "div.a", "5"}, // too late, so it is linked after this
	} {
		cascade := css.NewCascade(nil, []css.Source{{Name: "team.css", Text: c.sheet},
			{Name: "css/other.css", Text: ".a { p: 5 } @import \"team.css\";"}}[:1+strings.Count(c.sheet, "@import")],
			plain)
		won, _ := cascade.At(nil, 500).Declared(tree(c.element), "")
		if got := won["p"].Value; got != c.want {
			t.Errorf("%s on %s: %q, want %q", c.sheet, c.element, got, c.want)
		}
	}
}

// What is left out of the cascade is listed: quietly where it moves nothing, or browsers leave it out too.
func TestLeftOut(t *testing.T) {
	c := css.NewCascade(nil, []css.Source{{Name: "a.css", Text: `@font-face { src: url(x) }
@container (width > 3px) { .a { p: 1 } }
@import "late.css";
.a:: { p: 2 }
.a { p: wrong }`}}, plain)
	var loud, quiet []string
	for _, l := range c.Left {
		if l.Quiet {
			quiet = append(quiet, l.Why)
		} else {
			loud = append(loud, l.Why)
		}
	}
	if got := strings.Join(loud, "; "); !strings.Contains(got, "@container (width > 3px) is not worked out") ||
		!strings.Contains(got, "selectors are none") {
		t.Errorf("left out: %s", got)
	}
	if got := strings.Join(quiet, "; "); !strings.Contains(got, "@font-face moves no box") ||
		!strings.Contains(got, "wrong is no value of p") {
		t.Errorf("quietly left out: %s", got)
	}
}

// Rules that hang on what cannot be told are given apart for the elements that they are for, and win nothing.
func TestUnsure(t *testing.T) {
	c := css.NewCascade(nil, []css.Source{{Name: "a.css", Text: `.a { p: 1 } @container (width > 3px) { .a { p: 2 } }
@media (orientation: portrait) { .a { p: 3 } } @media (min-width: 900px) and (hover) { .a { p: 4 } }
@supports (foo: bar) { .b { p: 5 } } @scope (.s) { .a { p: 6 } }`}}, plain)
	for _, one := range []struct {
		width      float64
		want, from string
	}{{600, "1", "@container (width > 3px); orientation: portrait; @scope (.s)"},
		{1000, "1", "@container (width > 3px); orientation: portrait; hover; @scope (.s)"}} {
		won, unsure := c.At(nil, one.width).Declared(tree("div.a"), "")
		var said []string
		for _, r := range unsure {
			said = append(said, cmp.Or(r.Unsure, strings.Join(r.Media.Asked(), " ")))
		}
		if got := strings.Join(said, "; "); won["p"].Value != one.want || got != one.from {
			t.Errorf("at %v: p is %s, unsure of %s; want %s and %s", one.width, won["p"].Value, got, one.want, one.from)
		}
	}
}

// An @property says whether a custom property is inherited, and what it holds at first.
func TestRegistered(t *testing.T) {
	c := css.NewCascade(nil, []css.Source{{Name: "a.css",
		Text: `@property --n { syntax: "<integer>"; inherits: false; initial-value: 12 }
@property --all { syntax: "*"; inherits: true } @property --none { syntax: "<length>"; inherits: false }
@property name { syntax: "*"; inherits: true }`}}, plain)
	want := map[string]css.Registered{"--n": {Initial: "12"}, "--all": {Inherits: true}}
	if !maps.Equal(c.Registered, want) {
		t.Errorf("registered: %+v, want %+v", c.Registered, want)
	}
}

// A cascade with one stylesheet more has its rules after all others, and leaves the one it was made of as it is.
func TestCascadeWith(t *testing.T) {
	c := css.NewCascade(nil, []css.Source{{Name: "a.css",
		Text: "@layer x { .a { p: 1; q: 1 !important } } .a { r: 1 } .a.b { s: 1 }"}}, plain)
	more := c.With(css.Source{Name: "own.css",
		Text: ".a { p: 2; q: 2 !important; r: 2; s: 2 } @media (min-width: 700px) { .a { r: 3 } } " +
			".new:first-child { p: 4 }"})
	holds := func(c *css.Cascade, width float64, element string) string {
		won, _ := c.At(nil, width).Declared(tree(element), "")
		var all []string
		for _, name := range []string{"p", "q", "r", "s"} {
			all = append(all, won[name].Value)
		}
		return strings.Join(all, " ")
	}
	for _, one := range []struct {
		c       *css.Cascade
		width   float64
		element string
		want    string
	}{
		{c, 600, "div.a.b", "1 1 1 1"}, {more, 600, "div.a.b", "2 1 2 1"}, {more, 800, "div.a.b", "2 1 3 1"},
		{c, 800, "div.a.b", "1 1 1 1"},
		{more, 600, "div > div.new", "4   "}, {c, 600, "div > div.new", "   "},
	} {
		if got := holds(one.c, one.width, one.element); got != one.want {
			t.Errorf("%s at %v of %d files: %q, want %q", one.element, one.width, len(one.c.Trees), got, one.want)
		}
	}
	if key := c.At(nil, 600).Tell(nil, tree("div > div.new")); len(key) > 0 {
		t.Errorf("the first cascade asks for places as well: %s", key)
	}
	if key := more.At(nil, 600).Tell(nil, tree("div > div.new")); string(key) != "1" {
		t.Errorf("the second tells %q", key)
	}
}
