package css

import (
	"fmt"
	"strings"
	"testing"
)

func TestCheckSelector(t *testing.T) {
	for _, good := range []string{".story", "main > article:first-child", "#prices", "ul > li:nth-child(2n + 1)",
		"a, b  ,c", "*", "[data-x]",
		"[data-x='a b' i]", "[a~=b][c|=d][e^=f][g$=h][i*=j]", ":is(.a, #b > c):not(:hover)", "a+b~c", ":lang(de)",
		".größe", "*.a:root"} {
		if err := CheckSelector(good); err != nil {
			t.Errorf("%s: %v", good, err)
		}
	}
	for _, bad := range []string{"", ">", "a >", "> a", "a,,b", ",", ".", ".1", "..a", "#", "#1a", "a b >> c", ":",
		"a:", "::before", "a::after", "[", "[a", "[=b]", "[a=]",
		"[a=b c]", ".a()", "a(", ":not(", ":not()", ":is(.a", ":nth-child(", ")", "a)", "&.b", "a & b", "%a", "a, ",
		"a/**/b", "12px", "svg|a", "'a'", "a!b", "$x", "a{}"} {
		if CheckSelector(bad) == nil {
			t.Errorf("%q was taken", bad)
		}
	}
}

// What a stylesheet's selectors are made of, and how much each weighs: ids, classes, types.
func TestParseSelectors(t *testing.T) {
	short := func(s Selector) string {
		var b strings.Builder
		for _, c := range s {
			if c.Combinator != 0 {
				b.WriteByte(c.Combinator)
			}
			b.WriteString(c.Type)
			for _, id := range c.IDs {
				b.WriteString("#" + id)
			}
			for _, class := range c.Classes {
				b.WriteString("." + class)
			}
			for _, a := range c.Attributes {
				fmt.Fprintf(&b, "[%s%s%s]", a.Name, a.Op, a.Value)
			}
			for _, p := range c.Pseudos {
				fmt.Fprintf(&b, ":%s(%dn%+d,%d)", p.Name, p.A, p.B, len(p.Of))
			}
			if c.Element != "" {
				b.WriteString("::" + c.Element)
			}
			if c.Nest {
				b.WriteString("&")
			}
		}
		n := s.Specificity()
		return fmt.Sprintf("%s %d%d%d", b.String(), n>>16, n>>8&0xff, n&0xff)
	}
	for text, want := range map[string]string{
		".row > .cell":                     ".row>.cell 020",
		"DIV#Top.a.b":                      "div#Top.a.b 121",
		"* + .row":                         "*+.row 010",
		`[class*="span-"], [data-x="a" i]`: "[class*=span-] 010; [data-x=a] 010",
		`.md\:w-1\/2`:                      ".md:w-1/2 010",
		`.\31 2, .a\00e9z`:                 ".12 010; .aéz 010",
		".row:before":                      ".row::before 011",
		".row::after":                      ".row::after 011",
		"li:nth-child(3n + 1)":             "li:nth-child(3n+1,0) 011",
		"li:nth-child(-n+3)":               "li:nth-child(-1n+3,0) 011",
		":first-child:last-child":          ":first-child(0n+1,0):last-child(0n+1,0) 020",
		":nth-child(even of .a, #b)":       ":nth-child(2n+0,2) 110",
		":is(.a, #b) :where(#c) :not(p)":   ":is(0n+0,2) :where(0n+0,1) :not(0n+0,1) 101",
		"& .x, .y &, > .z":                 "& .x 010; .y & 010; >.z 010",
		".a/* b */.c":                      ".a.c 020",
		"a:hover::part(x y)":               "a:hover(0n+0,0)::part 012",
	} {
		all, err := ParseSelectors(nil, text)
		var got []string
		for _, s := range all {
			got = append(got, short(s))
		}
		if err != nil || strings.Join(got, "; ") != want {
			t.Errorf("%s: %s, %v; want %s", text, strings.Join(got, "; "), err, want)
		}
	}
	for _, bad := range []string{"", ".a,", "a::", "a:nth-child(x)", ".1", "a >> b", "svg|a",
		strings.Repeat(":not(", 1000), "a b,,c", "%"} {
		if all, err := ParseSelectors(nil, bad); err == nil {
			t.Errorf("%.20q is read as %+v", bad, all)
		}
	}
}
