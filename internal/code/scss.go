package code

import (
	"strconv"
	"strings"
)

var scss = dialect{
	ending: ".scss", doc: "/// ",
	value:  func(param string) string { return "$" + param },
	inside: func(param string) string { return "#{$" + param + "}" },
	mixin: func(name string, params []string) string {
		if len(params) == 0 {
			return "@mixin " + name
		}
		return "@mixin " + name + "(" + strings.Join(withDefault(params, "$", "settings.$columns"), ", ") + ")"
	},
	holder:  func(name string) string { return "@mixin " + name },
	own:     "@content;",
	include: func(c call, prefix string) string { return "@include " + prefix + c.mixin + arguments(c, true) + ";" },
	holding: func(c call, prefix string) (string, string) { return "@include " + prefix + c.mixin + " {", "}" },
	from: func(bp, prefix string) (string, string) {
		return "@include " + prefix + "from(" + strconv.Quote(bp) + ") {", "}"
	},
	kitFrom: func(bp string) (string, string) { return "@include from(" + strconv.Quote(bp) + ") {", "}" },
	settings: func(m *Mixed) string {
		p := printer{}
		p.line("// %s: what its mixins and pages go by.", commentText(m.kit.Name))
		lists := m.partLists()
		if len(lists) > 0 {
			p.line("\n@use \"sass:list\";")
		}
		p.line("\n/// How many columns a row has, unless told otherwise.\n$columns: %d;", m.columns())
		p.line("\n/// Where each breakpoint begins.\n$breakpoints: (")
		for _, bp := range m.kit.Breakpoints {
			p.line("  %q: %s,", bp.Name, bp.From)
		}
		p.line(");")
		for _, l := range lists {
			p.line("\n/// How many parts of a row stand before each of its columns, and how many there are.\n$%s: %s;", l.name, l.text())
		}
		if len(lists) > 0 {
			p.WriteString(`
/// How many parts $n columns from column $at on are.
@function part($n, $at, $parts) {
  @return list.nth($parts, $at + $n) - list.nth($parts, $at);
}
`)
		}
		return p.String()
	},
	part: func(x mixin) string {
		at := "$at"
		if x.back {
			at = "$at - $n"
		}
		return "$part: settings.part($n, " + at + ", settings.$" + x.parts.name + ");"
	},
	head: func(*Mixed) string {
		return `@use "sass:map";
@use "settings";
@forward "settings";

/// What stands in it holds from a breakpoint on.
@mixin from($name) {
  @media (width >= #{map.get(settings.$breakpoints, $name)}) {
    @content;
  }
}

/// What stands in it holds below a breakpoint.
@mixin below($name) {
  @media (width < #{map.get(settings.$breakpoints, $name)}) {
    @content;
  }
}

/// What stands in it holds from one breakpoint up to another.
@mixin between($low, $high) {
  @media (width >= #{map.get(settings.$breakpoints, $low)}) and (width < #{map.get(settings.$breakpoints, $high)}) {
    @content;
  }
}
`
	},
	uses: `@use "kit" as kr;`,
	safe: func(declaration string) string { return declaration },
}
