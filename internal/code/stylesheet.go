package code

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"

	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// A Sheet is a kit's stylesheet: its rules by breakpoint, narrowest first.
type Sheet struct {
	Title  string
	Blocks []RuleBlock
}

// A RuleBlock is the rules that hold from a viewport width on.
type RuleBlock struct {
	From  kit.Length // 0: at every width, outside any media query
	Rules []Rule
}

// A Rule is one style rule.
type Rule struct {
	Selector     string
	Declarations []string // "flex-wrap: wrap", without the semicolon
}

// String prints the sheet readably.
func (s *Sheet) String() string {
	var b strings.Builder
	fmt.Fprintf(&b, "/* %s */\n", commentText(strings.ReplaceAll(s.Title, "*/", "*")))
	for _, block := range s.Blocks {
		if len(block.Rules) == 0 {
			continue
		}
		indent := ""
		if block.From.Px() > 0 {
			fmt.Fprintf(&b, "\n@media (width >= %s) {", block.From)
			indent = "  "
		}
		for i, r := range block.Rules {
			if i > 0 || indent == "" {
				b.WriteByte('\n')
			}
			if i == 0 && indent != "" {
				b.WriteByte('\n')
			}
			fmt.Fprintf(&b, "%s%s {\n", indent, r.Selector)
			for n, d := range r.Declarations {
				if n > 0 && strings.HasPrefix(d, "--") != strings.HasPrefix(r.Declarations[n-1], "--") {
					b.WriteByte('\n') // custom properties and others stand apart
				}
				fmt.Fprintf(&b, "%s  %s;\n", indent, d)
			}
			fmt.Fprintf(&b, "%s}\n", indent)
		}
		if indent != "" {
			b.WriteString("}\n")
		}
	}
	return b.String()
}

// WholeSheet is the stylesheet of everything the kit can write. Gutters of rows'
// own have no end; of them it holds those the markup uses.
func WholeSheet(m *Markup) *Sheet {
	all := append(everyClass(m.kit), slices.Collect(maps.Keys(m.used))...)
	return &Sheet{Title: m.kit.Name + ", whole kit, by Kit Rows", Blocks: blocks(m.kit, all)}
}

// UsedSheet is the part of the kit's stylesheet that the markup uses.
func UsedSheet(m *Markup) *Sheet {
	return &Sheet{Title: m.kit.Name + ", used part, by Kit Rows", Blocks: blocks(m.kit, slices.Collect(maps.Keys(m.used)))}
}

// blocks writes the rules of classes, a block for each breakpoint.
func blocks(k *kit.Kit, classes []class) []RuleBlock {
	classes = ordered(classes)
	s := newStyler(k, classes, false)
	blocks := make([]RuleBlock, len(k.Breakpoints))
	for i, bp := range k.Breakpoints {
		blocks[i] = RuleBlock{From: bp.From, Rules: s.common(i)}
	}
	for _, c := range classes {
		if declarations := s.declarations(c); len(declarations) > 0 {
			b := &blocks[c.bp]
			b.Rules = append(b.Rules, Rule{"." + c.text(k), declarations})
		}
	}
	return blocks
}

// ordered is classes in the order of their rules, each once.
func ordered(classes []class) []class {
	slices.SortFunc(classes, func(a, b class) int {
		return cmp.Or(cmp.Compare(a.bp, b.bp), cmp.Compare(a.meaning, b.meaning), cmp.Compare(a.n, b.n), cmp.Compare(a.at, b.at))
	})
	return slices.Compact(classes)
}

// everyClass lists every class the kit can write, but for gutters of rows' own.
func everyClass(k *kit.Kit) []class {
	var all []class
	most := 0
	for i := range k.Breakpoints {
		most = max(most, k.ColumnsAt(i).N())
	}
	for i := range k.Breakpoints {
		add := func(m meaning, numbers ...int) {
			for _, n := range numbers {
				all = append(all, class{meaning: m, bp: i, n: n})
			}
		}
		columns := k.ColumnsAt(i)
		units := func(m meaning, low, high int) {
			for at := 1; columns.IsUneven() && at <= columns.N()+1; at++ {
				for n := max(low, 1-columns.N()); n <= min(high, columns.N()); n++ {
					if m == skip && n >= at {
						continue // there are not so many units before it
					}
					all = append(all, class{meaning: m, bp: i, n: n, at: at})
				}
			}
			add(m, span(low, high)...)
		}
		least := 0 // of a skip, that a narrower breakpoint may have set
		if i == 0 {
			least = 1
			for _, m := range []meaning{frame, frameOpen, row, cell, fit} {
				add(m, 0)
			}
			if k.Cap.Px() > 0 {
				add(frameCap, 0)
			}
		} else {
			for _, m := range []meaning{of, gapX, gapY} {
				add(m, asKit)
			}
			for _, m := range []meaning{frameUpTo, per, back} {
				add(m, 0)
			}
		}
		add(of, span(1, most)...)
		add(per, span(1, most)...)
		for _, m := range []meaning{gapX, gapY, gone, full} {
			add(m, 0)
		}
		units(skip, least, most-1)
		units(take, 1, most)
		units(trail, least, most-1)
		units(nudge, 1-most, most-1)
		if k.Technique == kit.Flex {
			add(share, 0)
		}
		if k.Technique != kit.Grid {
			add(natural, 0)
		}
		if k.Technique == kit.Float {
			for _, m := range []meaning{lead, run, turn, under} {
				add(m, 0)
			}
			continue
		}
		add(align, span(int(page.Top), int(page.Stretch))...)
		add(self, span(int(page.RowsAlign), int(page.Stretch))...)
		add(spread, span(int(page.Start), int(page.Even))...)
		add(place, append(span(int(page.First), most), int(page.Last))...)
	}
	return all
}

// span lists the whole numbers from low to high.
func span(low, high int) (all []int) {
	for n := low; n <= high; n++ {
		all = append(all, n)
	}
	return all
}
