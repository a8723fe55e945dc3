package css

import "testing"

func TestCheckSelector(t *testing.T) {
	for _, good := range []string{".story", "main > article:first-child", "#prices", "ul > li:nth-child(2n + 1)", "a, b  ,c", "*", "[data-x]",
		"[data-x='a b' i]", "[a~=b][c|=d][e^=f][g$=h][i*=j]", ":is(.a, #b > c):not(:hover)", "a+b~c", ":lang(de)", ".größe", "*.a:root"} {
		if err := CheckSelector(good); err != nil {
			t.Errorf("%s: %v", good, err)
		}
	}
	for _, bad := range []string{"", ">", "a >", "> a", "a,,b", ",", ".", ".1", "..a", "#", "#1a", "a b >> c", ":", "a:", "::before", "a::after", "[", "[a", "[=b]", "[a=]",
		"[a=b c]", ".a()", "a(", ":not(", ":not()", ":is(.a", ":nth-child(", ")", "a)", "&.b", "a & b", "%a", "a, ", "a/**/b", "12px", "svg|a", "'a'", "a!b", "$x", "a{}"} {
		if CheckSelector(bad) == nil {
			t.Errorf("%q was taken", bad)
		}
	}
}
