package css_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/lines"
)

// said writes what was read in short: selectors{name:value; …}, blocks in blocks, and what was
// skipped after a |.
func said(t *css.Tree) string {
	var b strings.Builder
	var write func(nodes []*css.Node)
	write = func(nodes []*css.Node) {
		for _, n := range nodes {
			if n.At != "" {
				b.WriteString("@" + n.At + " ")
			}
			b.WriteString(n.Prelude)
			if !n.Block {
				b.WriteString(";")
				continue
			}
			b.WriteString("{")
			for _, s := range n.Sets {
				b.WriteString(s.Name + ":" + s.Value)
				if s.Important {
					b.WriteString("!")
				}
				b.WriteString(";")
			}
			write(n.Nodes)
			b.WriteString("}")
		}
	}
	write(t.Rules)
	for _, s := range t.Skipped {
		fmt.Fprintf(&b, "|%s", strings.TrimSpace(t.Text[s.From:s.To]))
	}
	return b.String()
}

// What is read and what is skipped, as CSS Syntax Level 3 has it.
func TestParse(t *testing.T) {
	for text, want := range map[string]string{
		"":                                           "",
		".a{width:50%}":                              ".a{width:50%;}",
		".a , #b>c { WIDTH : 50% ; }":                ".a , #b>c{width:50%;}",
		"<!-- .a{b:c} -->":                           ".a{b:c;}",
		"/* x */.a/* y */.b{c:d/* e */f}":            ".a .b{c:d f;}",
		"a{b:c!important;d:e ! IMPORTANT}":           "a{b:c!;d:e!;}",
		"a{--B:{x:y};--c:;--D: e }":                  "a{--B:{x:y};--c:;--D:e;}",
		"a{b:calc(1px + (2% * 3))}":                  "a{b:calc(1px + (2% * 3));}",
		`a{b:"}";c:url(x;y)}`:                        `a{b:"}";c:url(x;y);}`,
		"@import url(x.css) screen;a{b:c}":           "@import url(x.css) screen;a{b:c;}",
		"@charset \"utf-8\";":                        "@charset \"utf-8\";",
		"@media (min-width:3em){a{b:c}}":             "@media (min-width:3em){a{b:c;}}",
		"@MEDIA print{@media (x){a{b:c}}}":           "@media print{@media (x){a{b:c;}}}",
		"a{b:c;&:hover{d:e}@media x{f:g}}":           "a{b:c;&:hover{d:e;}@media x{f:g;}}",
		"a{b:hover{c:d}}":                            "a{b:hover{c:d;}}",
		"a{b c;d:e}":                                 "a{d:e;}|b c",
		"a{b:c":                                      "a{b:c;}",
		"a{b:(c;d:e}f{g:h}":                          "a{b:(c;d:e}f{g:h};}",
		"a{b:c}}d{e:f}":                              "a{b:c;}}d{e:f;}",
		"{a:b}c{d:e}":                                "c{d:e;}|{a:b}",
		"a,b":                                        "|a,b",
		"a{b:c;;;d:e;}":                              "a{b:c;d:e;}",
		"a{*b:c;_d:e;f:g}":                           "a{_d:e;f:g;}|*b:c",
		"a{b:c !x;d:e}":                              "a{d:e;}|b:c !x",
		"a{b:\"x\ny;c:d}":                            "a{c:d;}|b:\"x\ny",
		"@layer a, b; @layer a{c{d:e}}":              "@layer a, b;@layer a{c{d:e;}}",
		"@supports (display:grid) and (x:y){a{b:c}}": "@supports (display:grid) and (x:y){a{b:c;}}",
		"\ufeffa{b:c}":                               "\ufeffa{b:c;}",
	} {
		if got := said(css.Parse(nil, text)); got != want {
			t.Errorf("%q: got %s, want %s", text, got, want)
		}
	}
}

// Every rule and declaration says where it stands.
func TestPlaces(t *testing.T) {
	tree := css.Parse(nil, "a { b: c }\n\n@media x {\r\n  .é { width: 5px; }\n}\n")
	rule := tree.Rules[1].Nodes[0]
	for got, want := range map[lines.Place]lines.Place{
		tree.Place(tree.Rules[0].From): {Line: 1, Column: 1},
		tree.Place(tree.Rules[1].From): {Line: 3, Column: 1},
		tree.Place(rule.From):          {Line: 4, Column: 3},
		tree.Place(rule.Sets[0].From):  {Line: 4, Column: 8},
		tree.Place(len(tree.Text)):     {Line: 6, Column: 1},
	} {
		if got != want {
			t.Errorf("at %+v, want %+v", got, want)
		}
	}
	if text := tree.Text[rule.From:rule.To]; text != ".é { width: 5px; }" {
		t.Errorf("the rule is %q", text)
	}
}

// Any text is read, in time that grows with its length, and what is read lies in it in order.
func FuzzParse(f *testing.F) {
	for _, seed := range []string{"a{b:c}", "@media (x){a{b:c;d{e:f}}}", "a{b:c!important", "}{)(][<!---->@",
		"a{--x:{}}", "/*"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		tree := css.Parse(nil, text)
		var check func(nodes []*css.Node, from, to int)
		check = func(nodes []*css.Node, from, to int) {
			for _, n := range nodes {
				if n.From < from || n.To < n.From || n.To > to {
					t.Fatalf("%q: a rule from %d to %d in %d to %d", text, n.From, n.To, from, to)
				}
				for _, s := range n.Sets {
					if s.From < n.From || s.To > n.To || s.To < s.From {
						t.Fatalf("%q: a declaration from %d to %d in %d to %d", text, s.From, s.To, n.From, n.To)
					}
				}
				check(n.Nodes, n.From, n.To)
				from = n.To
			}
		}
		check(tree.Rules, 0, len(text))
		tree.Place(len(text))
	})
}

// Deep and unshut input is read at once.
func TestHostileInput(t *testing.T) {
	for _, text := range []string{
		strings.Repeat("a{", 200_000), strings.Repeat("(", 500_000), strings.Repeat("a{b:c", 100_000),
		strings.Repeat("@media x{", 100_000), strings.Repeat("}", 500_000), strings.Repeat("a{b:(}", 100_000),
	} {
		css.Parse(nil, text)
	}
}
