package edit

import (
	"strings"
	"testing"
)

// Lines that did not change keep what they end with.
func TestWithEnds(t *testing.T) {
	for _, c := range []struct{ had, typed, want string }{
		{"a\nb\n", "a\nc\n", "a\nc\n"},
		{"a\r\nb\r\n", "a\nc\n", "a\r\nc\r\n"},
		{"a\r\nb\nc\r\nd\r\n", "a\nb\nc\nx\ny\nd\n", "a\r\nb\nc\r\nx\r\ny\r\nd\r\n"},
		{"a\r\nb\r\nc", "b\nc", "b\r\nc"},
		{"a\r\nb\r\n", "", ""},
		{"p {\r\n}\r\n", "p {\n  color: red;\n}\n", "p {\r\n  color: red;\r\n}\r\n"},
		{"a\r\nb\r\n", "a\r\nb\r\nc", "a\r\nb\r\nc"},
	} {
		if got := withEnds(c.had, c.typed); got != c.want {
			t.Errorf("%q typed in the place of %q: %q, want %q", c.typed, c.had, got, c.want)
		}
		if got := withEnds(c.had, strings.ReplaceAll(c.had, "\r\n", "\n")); got != c.had {
			t.Errorf("%q typed again is %q", c.had, got)
		}
	}
}
