package mixin

import (
	"strconv"
	"strings"

	"kitrows/internal/code"
	"kitrows/internal/css"
)

var less = dialect{
	ending: ".less", doc: "// ",
	value:  func(param string) string { return "@" + param },
	inside: func(param string) string { return "@{" + param + "}" },
	mixin: func(name string, params []string) string {
		return ".kr-" + name + "(" + strings.Join(withDefault(params, "@", "@kit-columns"), "; ") + ")"
	},
	holder: func(name string) string { return ".kr-" + name + "(@own: {})" },
	own:    "@own();",
	include: func(c call) string {
		return ".kr-" + c.mixin + "(" + strings.Join(arguments(c, "~"), "; ") + ");"
	},
	holding: func(c call) (string, string) { return ".kr-" + c.mixin + "({", "});" },
	from:    func(bp string) (string, string) { return ".kr-from(@kr-" + bp + "; {", "});" },
	kitFrom: func(bp string) (string, string) { return ".kr-from(@kr-" + bp + "; {", "});" },
	settings: func(m *Mixed) string {
		var p css.Printer
		p.Line("// ", code.Comment(m.kit.Name), ": what its mixins and pages go by.")
		p.Gap()
		p.Line("// How many columns a row has, unless told otherwise.")
		p.Line("@kit-columns: ", strconv.Itoa(m.columns()), ";")
		p.Gap()
		p.Line("// Where each breakpoint begins.")
		for _, bp := range m.kit.Breakpoints {
			p.Line("@kr-", bp.Name, ": ", bp.From.String(), ";")
		}
		for _, l := range m.partLists() {
			p.Gap()
			p.Line("// How many parts of a row stand before each of its columns, and how many there are.")
			p.Line("@kit-", l.name, ": ", l.text(), ";")
		}
		return p.Text()
	},
	part: func(x mixin) string {
		from, to := "@at", "(@at + @n)"
		if x.back {
			from, to = "(@at - @n)", "@at"
		}
		list := "@kit-" + x.parts.name
		return "@part: extract(" + list + ", " + to + ") - extract(" + list + ", " + from + ");"
	},
	head: func(*Mixed) string {
		return `@import "settings";

// What stands in it holds from a breakpoint on.
.kr-from(@low; @rules) {
  @query: ~"(width >= @{low})";

  @media @query {
    @rules();
  }
}

// What stands in it holds below a breakpoint.
.kr-below(@high; @rules) {
  @query: ~"(width < @{high})";

  @media @query {
    @rules();
  }
}

// What stands in it holds from one breakpoint up to another.
.kr-between(@low; @high; @rules) {
  @query: ~"(width >= @{low}) and (width < @{high})";

  @media @query {
    @rules();
  }
}
`
	},
	uses: `@import "kit";`,
	safe: func(value string) string { // min() is a function of its own here
		if strings.Contains(value, "min(") {
			return "~" + strconv.Quote(value)
		}
		return value
	},
}
