package mixin

import (
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/write/code"
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
	holder: func(name string) string { return "@mixin " + name },
	own:    "@content;",
	include: func(c call) string {
		if len(c.args) == 0 {
			return "@include kr." + c.mixin + ";"
		}
		return "@include kr." + c.mixin + "(" + strings.Join(arguments(c, ""), ", ") + ");"
	},
	holding: func(c call) (string, string) { return "@include kr." + c.mixin + " {", "}" },
	from:    func(bp string) (string, string) { return "@include kr.from(" + strconv.Quote(bp) + ") {", "}" },
	kitFrom: func(bp string) (string, string) { return "@include from(" + strconv.Quote(bp) + ") {", "}" },
	settings: func(m *Mixed) string {
		var p css.Printer
		p.Line("// ", code.Comment(m.kit.Name), ": what its mixins and pages go by.")
		lists := m.partLists()
		if len(lists) > 0 {
			p.Gap()
			p.Line(`@use "sass:list";`)
		}
		p.Gap()
		p.Line("/// How many columns a row has, unless told otherwise.")
		p.Line("$columns: ", strconv.Itoa(m.columns()), ";")
		p.Gap()
		p.Line("/// Where each breakpoint begins.")
		p.Line("$breakpoints: (")
		for _, bp := range m.kit.Breakpoints {
			p.Line("  ", strconv.Quote(bp.Name), ": ", bp.From.String(), ",")
		}
		p.Line(");")
		if !m.kit.Ranges {
			p.Gap()
			p.Line("/// The widest viewport below each.")
			p.Line("$below: (")
			for i, bp := range m.kit.Breakpoints[1:] {
				p.Line("  ", strconv.Quote(bp.Name), ": ", m.kit.Below(i+1).String(), ",")
			}
			p.Line(");")
		}
		for _, l := range lists {
			p.Gap()
			p.Line("/// How many parts of a row stand before each of its columns, and how many there are.")
			p.Line("$", l.name, ": ", l.text(), ";")
		}
		if len(lists) > 0 {
			p.Gap()
			p.Line("/// How many parts $n columns from column $at on are.")
			p.Line("@function part($n, $at, $parts) {")
			p.Line("  @return list.nth($parts, $at + $n) - list.nth($parts, $at);")
			p.Line("}")
		}
		return p.Text()
	},
	part: func(x mixin) string {
		at := "$at"
		if x.back {
			at = "$at - $n"
		}
		return "$part: settings.part($n, " + at + ", settings.$" + x.parts.name + ");"
	},
	head: func(m *Mixed) string {
		return scssHead(m.kit.Ranges)
	},
	uses: `@use "kit" as kr;`,
	safe: func(value string) string { return value },
}

// scssHead is what the mixins begin with.
func scssHead(ranges bool) string {
	from, below, between := "(min-width: #{map.get(settings.$breakpoints, $name)})",
		"(max-width: #{map.get(settings.$below, $name)})",
		"(min-width: #{map.get(settings.$breakpoints, $low)}) and (max-width: #{map.get(settings.$below, $high)})"
	if ranges {
		from, below = "(width >= #{map.get(settings.$breakpoints, $name)})",
			"(width < #{map.get(settings.$breakpoints, $name)})"
		between = "(width >= #{map.get(settings.$breakpoints, $low)}) and (width < " +
			"#{map.get(settings.$breakpoints, $high)})"
	}
	return `@use "sass:map";
@use "settings";
@forward "settings";

/// What stands in it holds from a breakpoint on.
@mixin from($name) {
  @media ` + from + ` {
    @content;
  }
}

/// What stands in it holds below a breakpoint.
@mixin below($name) {
  @media ` + below + ` {
    @content;
  }
}

/// What stands in it holds from one breakpoint up to another.
@mixin between($low, $high) {
  @media ` + between + ` {
    @content;
  }
}
`
}
