package mixin

import (
	"strings"

	"kitrows/internal/browser/css"
)

// A block is a stretch of preprocessor code in braces, and what stands in it. Blocks
// stand apart from what is before them.
type block struct {
	node       string   // the node it is for
	selectors  []string // of a rule
	open, shut string   // of anything else what begins it
	lines      []string
	inner      []*block
}

// empty reports whether nothing stands in the block.
func (b *block) empty() bool { return len(b.lines) == 0 && len(b.inner) == 0 }

// add puts blocks that are not empty into b.
func (b *block) add(inner ...*block) {
	for _, i := range inner {
		if i != nil && !i.empty() {
			b.inner = append(b.inner, i)
		}
	}
}

// print writes the block.
func (b *block) print(p *css.Printer, indent string) {
	p.For = b.node
	if open := b.open; len(b.selectors) > 0 {
		p.Line(indent, strings.Join(b.selectors, ",\n"+indent), " {")
	} else {
		p.Line(indent, open)
	}
	for _, line := range b.lines {
		p.Line(indent, "  ", line)
	}
	for i, inner := range b.inner {
		if i > 0 || len(b.lines) > 0 {
			p.Gap()
		}
		inner.print(p, indent+"  ")
		p.For = b.node
	}
	p.Line(indent, b.shut)
}
