package edit

import (
	"fmt"
	"math"
	"slices"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
)

// A span is what a column has at a breakpoint, in units of its row: whole ones, as far as it has a width of its own.
type span struct {
	width       page.Value
	take        int // 0 where that is no number of units
	skip, trail int
	nudge       int
	shown       bool
}

// spans are those of columns of a row at breakpoint i, and how many units the row divides into there. The error says
// what has no place of its own.
func (e *editor) spans(row *page.Node, columns []*page.Node, i int) (all []span, n int, err error) {
	l := e.around(row.ID)
	r := l.Row(row.ID, i)
	if r == nil {
		return nil, 0, fault.New("nodes", row.Name, "columns of a row that is laid out")
	}
	name := e.kit.Breakpoints[i].Name
	if r.Columns.IsUneven() {
		return nil, 0, fault.New("nodes", row.Name, "columns of a row of equal units: at %s they are %s", name, r.Columns)
	}
	if r.PerLine > 0 {
		return nil, 0, fault.New("nodes", fmt.Sprintf("%d per line at %s", r.PerLine, name),
			"columns with widths of their own: turn that off in %s first", row.Name)
	}
	for _, c := range columns {
		if held := l.Held(c.ID, i); held[page.Begin].Value.Int() > 0 {
			return nil, 0, fault.New("nodes", c.Name, "a column that begins where it falls at %s, not at a unit", name)
		}
		cell := l.Cell(c.ID, i)
		if held := l.Held(c.ID, i); cell == nil { // it is not seen there, or what it stands in is not
			s := span{width: held[page.Width].Value, skip: held[page.Skip].Value.Int(), trail: held[page.Trail].Value.Int(),
				nudge: held[page.Nudge].Value.Int(),
				shown: held[page.Shown].Value == page.Shows}
			if s.width.Term == page.Taken {
				s.take = s.width.Int()
			}
			all = append(all, s)
			continue
		}
		width := l.Held(c.ID, i)[page.Width].Value // which floats have as units
		s := span{width: width, skip: int(math.Round(cell.Skip)), trail: int(math.Round(cell.Trail)),
			nudge: int(math.Round(cell.Nudge)), shown: true}
		units := []float64{cell.Skip, cell.Trail, cell.Nudge}
		if width.Term == page.Taken {
			s.take, units = int(math.Round(cell.Units)), append(units, cell.Units)
		}
		if slices.ContainsFunc(units, func(n float64) bool { return math.Abs(n-math.Round(n)) > 1e-6 }) {
			return nil, 0, fault.New("nodes", c.Name, "columns that take whole units at %s", name)
		}
		all = append(all, s)
	}
	return all, r.Columns.N(), nil
}

// grouped puts columns of a row that stand beside one another into one column, in a row nested in it: each keeps its
// place on screen where all of them take units on one line.
func (e *editor) grouped(row *page.Node, run []*page.Node) (*page.Node, error) {
	at := slices.Index(row.Children, run[0])
	if at < 0 || at+len(run) > len(row.Children) || !slices.Equal(row.Children[at:at+len(run)], run) {
		return nil, fault.New("nodes", run[len(run)-1].Name, "columns that stand beside one another")
	}
	outer := newColumn(e.minter)
	if name := namesOf(run); page.CheckName(name) == nil {
		outer.Name = name
	}
	id, number := e.minter.Mint(page.Row)
	inner := &page.Node{ID: id, Kind: page.Row, Name: fmt.Sprintf("Row %d", number), Element: listOf(row),
		Children: slices.Clone(run)}
	outside, inside := 0, 0 // how many units the rows have at the breakpoint before
	fresh := e.kit.DividesAlike()
	for i, b := range e.kit.Breakpoints {
		all, n, err := e.spans(row, run, i)
		if err != nil {
			return nil, err
		}
		group, each := together(all, n)
		if fresh && group.take > 0 {
			for j := range each {
				for _, part := range []*int{&each[j].take, &each[j].skip, &each[j].trail, &each[j].nudge} {
					if *part*n%group.take != 0 {
						return nil, fault.New("nodes", fmt.Sprintf("%s at %s: %d of %d", run[j].Name, b.Name, *part, group.take),
							"columns whose widths a nested row of %d columns can have", n)
					}
					*part = *part * n / group.take
				}
			}
		}
		parts := n
		if group.take > 0 && !fresh {
			parts = group.take
		}
		for j, s := range each {
			if s.nudge >= parts || -s.nudge >= parts {
				return nil, fault.New("nodes", fmt.Sprintf("%s at %s, nudged by %d", run[j].Name, b.Name, s.nudge),
					"columns that are nudged by less than the %d units that they take together", parts)
			}
		}
		outer = e.settled(outer, i, group, n != outside)
		for j, s := range each {
			inner.Children[j] = e.settled(inner.Children[j], i, s, parts != inside)
		}
		outside, inside = n, parts
		if gap := row.SettingAt(b.Name); gap.Has(page.GapX, page.GapY, page.Align) {
			inner = inner.WithSetting(e.kit, only(gap, page.GapX, page.GapY, page.Align))
		}
	}
	if !fresh {
		first := e.kit.Breakpoints[0].Name
		inner = inner.WithSetting(e.kit, inner.SettingAt(first).With(page.Divides, page.ParentUnits))
	}
	outer.Children = []*page.Node{inner}
	return outer, nil
}

// namesOf is what several nodes are called together.
func namesOf(all []*page.Node) string {
	switch len(all) {
	case 1:
		return all[0].Name
	case 2:
		return all[0].Name + " and " + all[1].Name
	}
	return fmt.Sprintf("%s and %d more", all[0].Name, len(all)-1)
}

// listOf is the element of a row in which items of a list stand on.
func listOf(row *page.Node) string {
	if row.IsList() {
		return row.Element
	}
	return ""
}

// only is a setting of some fields.
func only(s page.Setting, fields ...page.Field) page.Setting {
	some := page.At(s.From)
	for _, f := range fields {
		if v, set := s.Get(f); set {
			some = some.With(f, v)
		}
	}
	return some
}

// together is what a column has that holds columns with those spans, in a row of n units, and what they have in it.
func together(all []span, n int) (group span, each []span) {
	each = slices.Clone(all)
	first, last := ends(all)
	sum, counted := 0, true
	for _, s := range all {
		if s.shown {
			counted = counted && s.take > 0
			sum += s.skip + s.take + s.trail
		}
	}
	if first < 0 {
		return span{width: page.Full}, each
	}
	group = span{width: page.Full, shown: true}
	if counted && sum <= n {
		group.skip, group.trail = all[first].skip, all[last].trail
		group.take = sum - group.skip - group.trail
		group.width = page.Take(group.take)
		each[first].skip, each[last].trail = 0, 0
	}
	return group, each
}

// ends are the first and the last of columns that are shown; -1 where none is.
func ends(all []span) (first, last int) {
	first, last = -1, -1
	for i, s := range all {
		if s.shown {
			if last = i; first < 0 {
				first = i
			}
		}
	}
	return first, last
}

// settled is a column that has a span from breakpoint i on: what is set at narrower ones stays. Anew is whether its row
// has another number of units than at the breakpoint before.
func (e *editor) settled(c *page.Node, i int, s span, anew bool) *page.Node {
	width := s.width
	if s.take > 0 {
		width = page.Take(s.take)
	}
	return e.holding(c, i, page.At("").With(page.Width, width).With(page.Skip, page.Of(s.skip)).
		With(page.Trail, page.Of(s.trail)).With(page.Nudge, page.Of(s.nudge)).With(page.Shown, shows(s.shown)), anew)
}

func shows(is bool) page.Value {
	if is {
		return page.Shows
	}
	return page.Hides
}

// holding is a column that holds values at breakpoint i, where it does not by what it carries there. Units are carried
// in proportion, so where anew says that there are others they are set.
func (e *editor) holding(n *page.Node, i int, want page.Setting, anew bool) *page.Node {
	name := e.kit.Breakpoints[i].Name
	cleared := n.SettingAt(name)
	cleared.From = name
	for f := range page.NumFields {
		if _, set := want.Get(f); set {
			cleared = cleared.With(f, page.Value{})
		}
	}
	n = n.WithSetting(e.kit, cleared)
	carried := n.HeldAt(e.kit, i)
	for f := range page.NumFields {
		v, set := want.Get(f)
		if set && (carried[f].Value != v || anew && i > 0 && units(f, v)) {
			cleared = cleared.With(f, v)
		}
	}
	return n.WithSetting(e.kit, cleared)
}

// units reports whether a value is of units, which another number of columns changes.
func units(f page.Field, v page.Value) bool {
	return v.Term == page.Taken || f.IsUnits() && v.N != 0
}

// apart are the columns of a group, as they stand in the row that it stands in, each at its place on screen.
func (e *editor) apart(row, group *page.Node) ([]*page.Node, error) {
	inner := group.Children[0]
	all, outside := slices.Clone(inner.Children), 0
	for i, b := range e.kit.Breakpoints {
		around, n, err := e.spans(row, []*page.Node{group}, i)
		if err != nil {
			return nil, err
		}
		each, parts, err := e.spans(inner, inner.Children, i)
		if err != nil {
			return nil, err
		}
		out := around[0]
		take := n
		if out.take > 0 {
			take = out.take
		}
		for j := range each {
			s := &each[j]
			s.shown = s.shown && out.shown
			for _, part := range []*int{&s.take, &s.skip, &s.trail, &s.nudge} {
				if *part*take%parts != 0 {
					return nil, fault.New("nodes", fmt.Sprintf("%s at %s: %d of %d in %d of %d", inner.Children[j].Name, b.Name,
						*part, parts, take, n), "columns that take whole units of %s", row.Name)
				}
				*part = *part * take / parts
			}
			if s.width == page.Full && out.take > 0 {
				s.take = take
			}
		}
		if first, last := ends(each); out.shown && first >= 0 {
			each[first].skip += out.skip
			each[last].trail += out.trail
		}
		for j, s := range each {
			all[j] = e.settled(all[j], i, s, n != outside)
		}
		outside = n
	}
	return all, nil
}

// evenly gives the columns of a new row equal widths from a breakpoint on, where the kit's columns can be divided so.
func (e *editor) evenly(columns []*page.Node, breakpoint string) {
	i := e.kit.Index(breakpoint)
	if i < 0 || len(columns) < 2 {
		return
	}
	n := e.kit.ColumnsAt(i)
	if n.IsUneven() || n.N()%len(columns) != 0 {
		return
	}
	width := page.Take(n.N() / len(columns))
	if infer.VocabularyOf(e.kit, e.page).Saying(page.Column, page.Width, width, i) == nil {
		return
	}
	for at := range columns {
		columns[at] = columns[at].WithSetting(e.kit, page.At(breakpoint).With(page.Width, width))
	}
}
