// Package code writes a page as class-based markup and stylesheets (domain
// section 9.1), each stretch of markup knowing its node.
package code

import (
	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// columnClasses gives the fewest classes with which column n lays out as set at
// every breakpoint, in a fixed order: the column's own, then by breakpoint its
// shown, skip and width classes. live tells at which breakpoints everything
// above the column is shown; what is set where it is not, or where the column
// itself is hidden, needs no class. below is live for the column's children.
func columnClasses(k *kit.Kit, n *page.Node, live []bool) (classes []string, below []bool) {
	columns := page.RowColumns(k)
	classes = append(classes, k.Naming.Cell.Write(0, ""))
	below = make([]bool, len(live))
	shown, skip, width := true, 0, columns // what is carried into each breakpoint
	for i := range k.Breakpoints {
		if !live[i] {
			continue
		}
		span, bp := n.SpanAt(k, i), kit.Suffix(k.Breakpoints, i)
		if span.Shown != shown {
			shown = span.Shown
			t := k.Naming.Gone
			if shown {
				t = k.Naming.Back
			}
			classes = append(classes, t.Write(0, bp))
		}
		if !shown {
			continue
		}
		below[i] = true
		if span.Skip != skip {
			skip = span.Skip
			classes = append(classes, k.Naming.Skip.Write(skip, bp))
		}
		if units := span.Width.Units(columns); units != width {
			width = units
			if span.Width.IsFull() {
				classes = append(classes, k.Naming.Full.Write(0, bp))
			} else {
				classes = append(classes, k.Naming.Take.Write(units, bp))
			}
		}
	}
	return classes, below
}

// frameClass is the class of a container.
func frameClass(k *kit.Kit, n *page.Node) string {
	if n.Fluid {
		return k.Naming.FrameOpen.Write(0, "")
	}
	return k.Naming.Frame.Write(0, "")
}
