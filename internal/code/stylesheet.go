package code

import (
	"fmt"
	"strings"

	"kitrows/internal/kit"
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

// A Rule is one style rule. Class is the class it gives a meaning to.
type Rule struct {
	Class        string
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
			fmt.Fprintf(&b, "\n@media (min-width: %s) {", block.From)
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
			for _, d := range r.Declarations {
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

// WholeSheet is the stylesheet of everything the kit can write.
func WholeSheet(k *kit.Kit) *Sheet {
	return &Sheet{Title: k.Name + ", whole kit, by Kit Rows", Blocks: rules(k)}
}

// UsedSheet is the part of the kit's stylesheet that the markup uses.
func UsedSheet(k *kit.Kit, m *Markup) *Sheet {
	s := &Sheet{Title: k.Name + ", used part, by Kit Rows"}
	for _, block := range rules(k) {
		used := RuleBlock{From: block.From}
		for _, r := range block.Rules {
			if m.Uses(r.Class) {
				used.Rules = append(used.Rules, r)
			}
		}
		s.Blocks = append(s.Blocks, used)
	}
	return s
}

// rules writes the flex technique's rules (domain section 6.6), a block for each
// breakpoint.
func rules(k *kit.Kit) []RuleBlock {
	blocks := make([]RuleBlock, len(k.Breakpoints))
	for i, bp := range k.Breakpoints {
		blocks[i].From = bp.From
		add := func(class, selector string, declarations ...string) {
			blocks[i].Rules = append(blocks[i].Rules, Rule{class, selector, declarations})
		}
		rule := func(t kit.Template, n int, declarations ...string) {
			class := t.Write(n, kit.Suffix(k.Breakpoints, i))
			add(class, "."+class, declarations...)
		}
		frame, row := k.Naming.Frame.Write(0, ""), k.Naming.Row.Write(0, "")
		if i == 0 {
			base := []string{"box-sizing: border-box", "width: 100%", "margin: 0 auto", "padding: 0 " + edge(k)}
			if _, fixed := bp.Container.Width(); fixed {
				add(frame, "."+frame, append(base[:len(base):len(base)], maxWidth(bp.Container)...)...)
			} else {
				add(frame, "."+frame, base...)
			}
			rule(k.Naming.FrameOpen, 0, base...)
			rule(k.Naming.Row, 0, "display: flex", "flex-wrap: wrap", "gap: "+gap(k), "margin: 0", "padding: 0", "list-style: none")
			if k.RowGutter.Px() > 0 {
				add(row, "* + ."+row, "margin-top: "+k.RowGutter.String())
			}
			rule(k.Naming.Cell, 0, "box-sizing: border-box", "flex: 0 0 100%", "min-width: 0", "margin: 0", "padding: 0")
		} else if bp.Container != k.Breakpoints[i-1].Container {
			add(frame, "."+frame, maxWidth(bp.Container)...)
		}
		for n := 1; n <= k.Columns; n++ {
			rule(k.Naming.Take, n, "flex-basis: "+width(k, n))
		}
		for n := 1; n < k.Columns; n++ {
			rule(k.Naming.Skip, n, "margin-left: "+offset(k, n))
		}
		rule(k.Naming.Gone, 0, "display: none")
		if i > 0 { // what undoes a setting carried from a narrower breakpoint
			rule(k.Naming.Full, 0, "flex-basis: 100%")
			rule(k.Naming.Skip, 0, "margin-left: 0")
			rule(k.Naming.Back, 0, "display: block")
		}
	}
	return blocks
}

func maxWidth(e kit.Extent) []string {
	if w, fixed := e.Width(); fixed {
		return []string{"max-width: " + kit.Px(w).String()}
	}
	return []string{"max-width: none"}
}

func edge(k *kit.Kit) string { return kit.Px(k.Edge.Px(k.Gutter.Px())).String() }

func gap(k *kit.Kit) string {
	if k.RowGutter == k.Gutter {
		return k.Gutter.String()
	}
	return k.RowGutter.String() + " " + k.Gutter.String()
}

// pitches is n pitches of the row, (100% + gutter) / N × n (section 6.2).
func pitches(k *kit.Kit, n int) string {
	row := "100%"
	if k.Gutter.Px() > 0 {
		row = "(100% + " + k.Gutter.String() + ")"
	}
	if n == 1 {
		return fmt.Sprintf("%s / %d", row, k.Columns)
	}
	return fmt.Sprintf("%s / %d * %d", row, k.Columns, n)
}

func width(k *kit.Kit, n int) string {
	switch {
	case n == k.Columns:
		return "100%"
	case k.Gutter.Px() > 0:
		return "calc(" + pitches(k, n) + " - " + k.Gutter.String() + ")"
	}
	return "calc(" + pitches(k, n) + ")"
}

func offset(k *kit.Kit, n int) string {
	return "calc(" + pitches(k, n) + ")"
}
