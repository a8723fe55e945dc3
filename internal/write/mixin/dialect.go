package mixin

import (
	"strconv"
	"strings"
)

// A dialect is how a preprocessor writes what SCSS and Less both have. In
// declarations, "{n}" stands for a parameter.
type dialect struct {
	ending   string
	doc      string                                      // before a line of documentation
	value    func(param string) string                   // a parameter as a whole value
	inside   func(param string) string                   // a parameter inside a custom property
	mixin    func(name string, params []string) string   // the head of a mixin
	holder   func(name string) string                    // the head of a mixin that takes declarations in
	own      string                                      // where those stand
	include  func(c call) string                         // a page's call
	holding  func(c call) (open, shut string)            // a call with declarations
	from     func(breakpoint string) (open, shut string) // what holds from a breakpoint on, in a page's file
	kitFrom  func(breakpoint string) (open, shut string) // the same among the mixins
	settings func(m *Mixed) string
	part     func(x mixin) string  // works out {part} of a mixin for uneven columns
	head     func(m *Mixed) string // of the mixins' file
	uses     string                // the first line of a page's file
	safe     func(value string) string
}

// withDefault names parameters; of is the kit's columns unless it is said.
func withDefault(params []string, sign, columns string) []string {
	all := make([]string, len(params))
	for i, p := range params {
		if all[i] = sign + p; p == "of" {
			all[i] += ": " + columns
		}
	}
	return all
}

// arguments are a call's values; a sum is text, which nothing works out, with escape
// before it.
func arguments(c call, escape string) []string {
	all := make([]string, len(c.args))
	for i, a := range c.args {
		if all[i] = a; strings.Contains(a, " ") {
			all[i] = escape + strconv.Quote(a)
		}
	}
	return all
}
