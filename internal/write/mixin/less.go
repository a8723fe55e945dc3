package mixin

import (
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/write/code"
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
	head: func(m *Mixed) string { return lessHead(m.kit) },
	uses: `@import "kit";`,
	safe: func(value string) string { // min() is a function of its own here
		if strings.Contains(value, "min(") {
			return "~" + strconv.Quote(value)
		}
		return value
	},
}

// lessHead is what the mixins begin with. Those that hold below a breakpoint take the
// breakpoint's own variable; where media queries are no ranges, what is just below it is
// worked out.
func lessHead(k *kit.Kit) string {
	from, below, between := `~"(min-width: @{low})"`, `~"(max-width: @{below})"`,
		`~"(min-width: @{low}) and (max-width: @{below})"`
	under := "\n  @below: if((get-unit(@high) = px), @high - 0.02, @high - 0.001);"
	if k.Ranges {
		from, below, between, under = `~"(width >= @{low})"`, `~"(width < @{high})"`,
			`~"(width >= @{low}) and (width < @{high})"`, ""
	}
	return `@import "settings";

// What stands in it holds from a breakpoint on.
.kr-from(@low; @rules) {
  @query: ` + from + `;

  @media @query {
    @rules();
  }
}

// What stands in it holds below a breakpoint.
.kr-below(@high; @rules) {` + under + `
  @query: ` + below + `;

  @media @query {
    @rules();
  }
}

// What stands in it holds from one breakpoint up to another.
.kr-between(@low; @high; @rules) {` + under + `
  @query: ` + between + `;

  @media @query {
    @rules();
  }
}
`
}
