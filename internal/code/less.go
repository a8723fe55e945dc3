package code

import (
	"strconv"
	"strings"
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
	include: func(c call, _ string) string {
		return ".kr-" + c.mixin + "(" + strings.TrimSuffix(strings.TrimPrefix(arguments(c, false), "("), ")") + ");"
	},
	holding: func(c call, _ string) (string, string) { return ".kr-" + c.mixin + "({", "});" },
	from:    func(bp, _ string) (string, string) { return ".kr-from(@kr-" + bp + "; {", "});" },
	kitFrom: func(bp string) (string, string) { return ".kr-from(@kr-" + bp + "; {", "});" },
	settings: func(m *Mixed) string {
		p := printer{}
		p.line("// %s: what its mixins and pages go by.", commentText(m.kit.Name))
		p.line("\n// How many columns a row has, unless told otherwise.\n@kit-columns: %d;", m.columns())
		p.line("\n// Where each breakpoint begins.")
		for _, bp := range m.kit.Breakpoints {
			p.line("@kr-%s: %s;", bp.Name, bp.From)
		}
		for _, l := range m.partLists() {
			p.line("\n// How many parts of a row stand before each of its columns, and how many there are.\n@kit-%s: %s;", l.name, l.text())
		}
		return p.String()
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
	safe: func(declaration string) string { // min() is a function of its own here
		name, value, _ := strings.Cut(declaration, ": ")
		if strings.Contains(value, "min(") {
			return name + ": ~" + strconv.Quote(value)
		}
		return declaration
	},
}
