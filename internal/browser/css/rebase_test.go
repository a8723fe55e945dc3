package css

import "testing"

// Addresses are others, and all else is as it was.
func TestRebased(t *testing.T) {
	for text, want := range map[string]string{
		"":                                      "",
		"a { color: red }":                      "a { color: red }",
		"a{background:url(x.png) no-repeat}b{}": `a{background:url("/f/x.png") no-repeat}b{}`,
		"a { background: URL( 'x y.png' ) }":    `a { background: url("/f/x y.png") }`,
		`@import url("a.css"); b{src:url(b.ttf)}`: `@import url("a.css"); b{src:url("/f/b.ttf")}`,
		"/* url(x) */ a { content: 'url(x)' }":    "/* url(x) */ a { content: 'url(x)' }",
		`a { background: url(a\)b) }`:             `a { background: url(a\)b) }`,
		"a { background: url(x":                   "a { background: url(x",
		"a { b: url() }":                          `a { b: url("/f/") }`,
	} {
		if got := Rebased(text, func(address string) string { return "/f/" + address }); got != want {
			t.Errorf("%q is %q, want %q", text, got, want)
		}
	}
}
