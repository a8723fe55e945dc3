package notation

import (
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// FormatRecipe writes a row as a recipe that ParseRecipe reads as the same
// columns, with the same widths, skips, trails and so many a line, nested rows
// included; it says nothing of content, names, and what cells do not show.
func FormatRecipe(row *page.Node, k *kit.Kit) string {
	var parts []string
	for i, b := range k.Breakpoints {
		if part, says := formatPart(row, k, i, len(parts) == 0); says {
			parts = append(parts, strings.TrimSpace(b.Name+" "+part))
		}
	}
	if len(parts) == 0 {
		part, _ := formatPart(row, k, 0, true)
		parts = append(parts, part)
	}
	if first, bare := strings.CutPrefix(parts[0], k.Breakpoints[0].Name+" "); bare && len(parts) > 1 {
		parts[0] = first
	}
	return strings.Join(parts, " | ")
}

// formatPart writes what breakpoint i says of a row; whole says every column
// whether anything is said of it or not.
func formatPart(row *page.Node, k *kit.Kit, i int, whole bool) (text string, says bool) {
	from := k.Breakpoints[i].Name
	var words []string
	silent := 0 // columns at the end of which nothing is said
	columns := false
	flush := func() {
		switch {
		case silent == 1:
			words = append(words, ".")
		case silent > 1 && columns:
			words = append(words, ".", "x"+strconv.Itoa(silent))
		case silent > 1:
			words = append(words, "x"+strconv.Itoa(silent))
		}
		columns = columns || silent > 0
		silent = 0
	}
	if s := row.SettingAt(from); s.Has(page.PerLine) {
		perLine, _ := s.Get(page.PerLine)
		words, says = append(words, FormatRowCell(perLine.Int())), true
	}
	for _, c := range row.Columns() {
		cell := "."
		if s := c.SettingAt(from); s.Has(page.Width, page.Skip, page.Trail, page.Shown) {
			cell = CellAt(c.HeldAt(k, i))
		}
		inner := ""
		for _, n := range c.Children {
			if n.Kind != page.Row {
				continue
			}
			part, said := formatPart(n, k, i, whole)
			if said || whole {
				inner += "(" + part + ")"
			}
			says = says || said
		}
		if cell == "." && inner == "" {
			silent++
			continue
		}
		flush()
		says = says || cell != "."
		words, columns = append(words, cell+inner), true
	}
	if whole || silent < len(row.Columns()) {
		flush()
	}
	return strings.Join(words, " "), says
}
