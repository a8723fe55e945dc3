package kit

import (
	"encoding/csv"
	"fmt"
	"strings"
	"text/tabwriter"
)

// A Table is numbers to be copied: a head and rows as long as it.
type Table struct {
	Head []string
	Rows [][]string
}

// FactsTable is the kit's facts with a column for each breakpoint.
func (k *Kit) FactsTable() Table {
	t := Table{Head: []string{"px"}}
	facts := k.Facts()
	for _, f := range facts {
		t.Head = append(t.Head, f.Breakpoint)
	}
	row := func(name string, of func(Facts) string) {
		cells := []string{name}
		for _, f := range facts {
			cells = append(cells, of(f))
		}
		t.Rows = append(t.Rows, cells)
	}
	row("Range", func(f Facts) string {
		if f.Range.To == 0 {
			return Figure(f.Range.From) + " and up"
		}
		return f.Range.String()
	})
	row("Columns", func(f Facts) string { return f.Columns })
	row("Container", func(f Facts) string { return f.Container.String() })
	row("Content", func(f Facts) string { return f.Content.String() })
	row("Column", func(f Facts) string { return f.Column.String() })
	row("Gutter", func(f Facts) string { return f.Gutter.String() })
	row("Edge", func(f Facts) string { return f.Edge.String() })
	row("Pitch", func(f Facts) string {
		if f.Pitch.From == 0 {
			return "–"
		}
		return f.Pitch.String()
	})
	row("Between lines", func(f Facts) string { return f.Between.String() })
	return t
}

// String writes the length once where both ends have it, and "and up" where it has no end.
func (s Span) String() string {
	switch {
	case s.From == s.To:
		return Figure(s.From)
	case s.To == 0:
		return Figure(s.From) + " and up"
	}
	return Figure(s.From) + " to " + Figure(s.To)
}

// WidthsTable is what 1 to N units measure in a viewport of v px, with a column for each unit
// that uneven columns may begin at.
func (k *Kit) WidthsTable(v float64) Table {
	widths := k.Widths(v)
	t := Table{Head: []string{"units", "px"}}
	if n := len(widths[0]); n > 1 {
		t.Head = t.Head[:1]
		for from := range n {
			t.Head = append(t.Head, fmt.Sprintf("from %d", from+1))
		}
	}
	for i, row := range widths {
		cells := []string{fmt.Sprint(i + 1)}
		for _, px := range row {
			cells = append(cells, Figure(px))
		}
		for len(cells) < len(t.Head) {
			cells = append(cells, "")
		}
		t.Rows = append(t.Rows, cells)
	}
	return t
}

// String writes the table as text, its columns under one another.
func (t Table) String() string {
	var b strings.Builder
	w := tabwriter.NewWriter(&b, 0, 0, 2, ' ', 0)
	for _, row := range append([][]string{t.Head}, t.Rows...) {
		fmt.Fprintln(w, strings.Join(row, "\t"))
	}
	_ = w.Flush() // into memory
	lines := strings.Split(b.String(), "\n")
	for i := range lines {
		lines[i] = strings.TrimRight(lines[i], " ")
	}
	return strings.Join(lines, "\n")
}

// CSV writes the table as comma-separated values (RFC 4180).
func (t Table) CSV() string {
	var b strings.Builder
	w := csv.NewWriter(&b)
	_ = w.WriteAll(append([][]string{t.Head}, t.Rows...)) // into memory
	return b.String()
}

// Markdown writes the table as Markdown has tables.
func (t Table) Markdown() string {
	line := func(cells []string) string {
		return "| " + strings.ReplaceAll(strings.Join(cells, "\x00"), "|", `\|`) + " |\n"
	}
	text := line(t.Head) + "|" + strings.Repeat(" --- |", len(t.Head)) + "\n"
	for _, row := range t.Rows {
		text += line(row)
	}
	return strings.ReplaceAll(text, "\x00", " | ")
}
