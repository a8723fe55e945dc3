package edit

import (
	"fmt"
	"slices"

	"kitrows/internal/fault"
	"kitrows/internal/page"
)

func (t *Type) apply(e *editor) error {
	columns := page.RowColumns(e.kit)
	typed, err := ParseCell(t.Text, columns)
	if err != nil {
		return fault.Under("text", err)
	}
	var set Set
	working := e.columns() // with what this operation typed into narrower cells
	for i, c := range t.Cells {
		n, at, err := e.column(working, c)
		if err != nil {
			return fault.Under(fmt.Sprintf("cells[%d]", i), err)
		}
		setting := typed.setting(c.Breakpoint, carriedInto(n, e.kit, at))
		working[n.ID] = n.WithSetting(e.kit, setting)
		set.Settings = append(set.Settings, NodeSetting{n.ID, setting})
	}
	if err := set.apply(e); err != nil {
		return err
	}
	e.summary = t.summary(e)
	return nil
}

func (t *Type) summary(e *editor) string {
	what := t.Text
	if what == "" {
		what = "cleared"
	}
	if len(t.Cells) > 1 {
		return fmt.Sprintf("%s in %d cells", what, len(t.Cells))
	}
	n, _ := e.page.Find(t.Cells[0].Node)
	return fmt.Sprintf("%s: %s at %s", n.Name, what, t.Cells[0].Breakpoint)
}

func (s *Step) apply(e *editor) error {
	n, i, err := e.column(e.columns(), s.Cell)
	if err != nil {
		return err
	}
	columns, held := page.RowColumns(e.kit), n.SpanAt(e.kit, i)
	if !held.Shown {
		return fault.New("node", n.Name, "a column that is shown at %s: type a width to show it", s.Breakpoint)
	}
	width, skip := held.Width.Units(columns)+s.Width, held.Skip+s.Skip
	if width < 1 || width > columns {
		return fault.New("width", width, "1 to %d: the row has %d columns", columns, columns)
	}
	if skip < 0 || skip > columns-1 {
		return fault.New("skip", skip, "0 to %d: the row has %d columns", columns-1, columns)
	}
	span := page.Span{Width: held.Width, Skip: skip, Shown: true}
	if s.Width != 0 {
		span.Width = page.Take(width)
	}
	typed := Type{Cells: []Cell{s.Cell}, Text: FormatCell(span, columns)}
	return typed.apply(e)
}

func (s *Set) apply(e *editor) error {
	working := e.columns()
	before := make([]NodeSetting, 0, len(s.Settings))
	for i, ns := range s.Settings {
		n, _, err := e.column(working, Cell{ns.Node, ns.Setting.From})
		if err == nil && !ns.Setting.IsZero() {
			err = ns.Setting.Check(page.RowColumns(e.kit))
		}
		if err != nil {
			return fault.Under(fmt.Sprintf("settings[%d]", i), err)
		}
		before = append(before, NodeSetting{n.ID, n.SettingAt(ns.Setting.From)})
		working[n.ID] = n.WithSetting(e.kit, ns.Setting)
		e.selected = n.ID
	}
	slices.Reverse(before) // so that undoing a cell set twice ends at its oldest
	e.page = e.page.Mapped(func(n *page.Node) *page.Node {
		if changed, ok := working[n.ID]; ok {
			return changed
		}
		return n
	})
	e.inverse.Set = &Set{before}
	e.summary = "Settings"
	return nil
}
