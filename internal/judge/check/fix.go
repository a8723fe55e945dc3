package check

import (
	"slices"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
)

// vocabulary is what the words of the page do.
func (c *checker) vocabulary() *vocab.Vocabulary {
	if c.words == nil {
		c.words = infer.VocabularyOf(c.l.Kit(), c.l.Page())
	}
	return c.words
}

// set is the fix that gives nodes settings; none where the kit has no classes for them.
func (c *checker) set(label string, all ...finding.Setting) []finding.Fix {
	if len(all) == 0 {
		return nil
	}
	for _, s := range all {
		n := c.find(s.Node)
		if c.vocabulary().CheckSetting(n.node, s.Setting) != nil ||
			s.Setting.Check(c.l.Kit(), c.l.Kit().Index(s.Setting.From), n.in, n.node.Kind) != nil {
			return nil
		}
	}
	return []finding.Fix{{Label: label, Settings: all}}
}

// given is what is set on a node at a breakpoint, with a field given a value.
func given(n *page.Node, breakpoint string, f page.Field, v page.Value) finding.Setting {
	return finding.Setting{Node: n.ID, Setting: n.SettingAt(breakpoint).With(f, v)}
}

// from gives a node of a row a value from a breakpoint on, as far as the row stands as it does there: where it is other
// at a wider one, what holds there now is set. It is nothing where that cannot be said.
func (c *checker) from(s *stage, row *layout.Row, n *page.Node, f page.Field, v page.Value) []finding.Setting {
	if f == page.Width && c.parted(n) {
		return nil
	}
	all := []finding.Setting{given(n, s.name, f, v)}
	for _, next := range c.stages()[s.at+1:] {
		other := c.l.Row(row.ID, next.at)
		switch {
		case n.SettingAt(next.name).Has(f) || other == nil:
			return all
		case same(row, other):
			continue
		}
		held, is := c.held(n, f, next.at, row.Columns != other.Columns)
		if !is {
			return nil
		}
		return append(all, given(n, next.name, f, held))
	}
	return all
}

// held is the value that holds for a node at breakpoint i. Anew says that it was set of another number of units: then
// it is the units that it comes to, where those are whole.
func (c *checker) held(n *page.Node, f page.Field, i int, anew bool) (v page.Value, is bool) {
	holds := c.l.Held(n.ID, i)
	if holds == nil {
		return v, false
	}
	v = holds[f].Value
	if cell := c.l.Cell(n.ID, i); anew && cell != nil {
		switch {
		case f == page.Width && v.Term == page.Taken:
			units, is := whole(cell.Units)
			return page.Take(units), is
		case f == page.Skip:
			return page.Of(int(cell.Skip)), cell.Skip == float64(int(cell.Skip))
		case f == page.Trail:
			return page.Of(int(cell.Trail)), cell.Trail == float64(int(cell.Trail))
		}
	}
	return v, true
}

// parted reports whether a row inside a column divides into the units of what it stands in at some breakpoint, or is
// too narrow for its columns, so that another width of the column makes another row of it.
func (c *checker) parted(column *page.Node) bool {
	return slices.ContainsFunc(column.Children, func(n *page.Node) bool {
		if n.Kind == page.Row {
			for i := range c.l.Kit().Breakpoints {
				row := c.l.Row(n.ID, i)
				if row == nil {
					continue
				}
				narrow := row.Track(measure.Plain(row.Narrowest))
				if row.Stacked || narrow.Starved() || row.Tight(&narrow) ||
					row.Held != nil && row.Held[page.Divides].Value == page.ParentUnits {
					return true
				}
			}
		}
		return c.parted(n)
	})
}

// same reports whether a row is laid out from the same settings at two breakpoints.
func same(a, b *layout.Row) bool {
	return a.Columns == b.Columns && a.PerLine == b.PerLine && a.Spread == b.Spread &&
		slices.EqualFunc(a.Cells, b.Cells, func(x, y layout.Cell) bool {
			return x.Node == y.Node && x.Width == y.Width && x.Units == y.Units && x.Skip == y.Skip && x.Trail == y.Trail
		})
}
