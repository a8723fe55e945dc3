package edit

import (
	"strconv"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// maxRecipe is the most columns one recipe makes.
const maxRecipe = 48

// ParseRecipe reads a row recipe and gives a row with new ids from m: "4 8" is
// two columns from breakpoint at on, "12 12 | mid 6 6 | wide 4 8" says it per
// breakpoint, a part without a name holding from the first. Each column gets a
// text block to hold its place.
func ParseRecipe(text string, k *kit.Kit, at string, m *page.Minter) (*page.Node, error) {
	parts := strings.Split(text, "|")
	if len(parts) > 1 {
		at = k.Breakpoints[0].Name
	}
	var row *page.Node
	last := -1
	for _, part := range parts {
		words := strings.Fields(part)
		from := at
		if len(words) > 0 && k.Index(words[0]) >= 0 && !isCell(words[0], kit.MaxColumns) {
			from, words = words[0], words[1:]
		}
		i := k.Index(from)
		if i <= last {
			return nil, fault.New("", part, "breakpoints once each and in order: %s", k.BreakpointNames())
		}
		last = i
		if len(words) == 0 || len(words) > maxRecipe {
			return nil, fault.New("", text, "1 to %d widths such as 4 8", maxRecipe)
		}
		if row == nil {
			row = newRow(m, len(words))
		}
		if len(words) != len(row.Children) {
			return nil, fault.New("", strings.TrimSpace(part), "%d widths, as many as in the first part", len(row.Children))
		}
		for c, word := range words {
			typed, err := ParseCell(word, k.ColumnsAt(i).N())
			if err != nil {
				return nil, err
			}
			column := row.Children[c]
			row.Children[c] = column.WithSetting(k, typed.setting(column.SettingAt(from), carriedInto(column, k, i)))
		}
	}
	return row, nil
}

func isCell(word string, n int) bool {
	_, err := ParseCell(word, n)
	return err == nil
}

// carriedInto is the span that holds for column c just below breakpoint i.
func carriedInto(c *page.Node, k *kit.Kit, i int) page.Span {
	if i == 0 {
		return page.Default
	}
	return c.SpanAt(k, i-1).Span
}

func newRow(m *page.Minter, columns int) *page.Node {
	id, number := m.Mint(page.Row)
	row := &page.Node{ID: id, Kind: page.Row, Name: "Row " + strconv.Itoa(number)}
	for range columns {
		row.Children = append(row.Children, newColumn(m))
	}
	return row
}

func newColumn(m *page.Minter) *page.Node {
	id, number := m.Mint(page.Column)
	name := "Column " + strconv.Itoa(number)
	block, _ := m.Mint(page.Block)
	return &page.Node{ID: id, Kind: page.Column, Name: name, Children: []*page.Node{{
		ID: block, Kind: page.Block, Name: "Text",
		Content: &page.Content{Type: page.Text, Height: kit.Px(96), Text: name + ": text to come."},
	}}}
}
