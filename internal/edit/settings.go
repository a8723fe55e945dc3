package edit

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
)

func (t *Type) apply(e *editor) error {
	if len(t.Cells) == 0 {
		return fault.New("cells", nil, "at least one cell")
	}
	var set Set
	working := e.settable() // with what this operation typed into narrower cells
	for i, c := range t.Cells {
		n, at, err := e.cell(working, c)
		if err != nil {
			return fault.Under(fmt.Sprintf("cells[%d]", i), err)
		}
		was := n.SettingAt(c.Breakpoint)
		switch n.Kind {
		case page.Row:
			was, err = t.intoRow(was)
		case page.Block:
			was, err = t.intoBlock(was)
		case page.Container:
			if was = page.At(was.From); t.Text != "" {
				err = fault.New("", t.Text, "nothing: what a container has at a breakpoint is set under Settings")
			}
		default:
			var typed notation.Typed
			var units int
			if units, err = e.units(n, at); err != nil {
				return fault.Under(fmt.Sprintf("cells[%d]", i), err)
			}
			typed, err = notation.ParseCell(t.Text, units)
			was = typed.Setting(was, notation.CarriedInto(n, e.kit, at))
		}
		if err != nil {
			return fault.Under("text", err)
		}
		working.made[n.ID] = n.WithSetting(e.kit, was)
		set.Settings = append(set.Settings, NodeSetting{n.ID, was})
	}
	if err := set.apply(e); err != nil {
		return err
	}
	what := t.Text
	if what == "" {
		what = "cleared"
	}
	e.summary = e.summaryOf(what, t.Cells)
	return nil
}

// intoBlock is what was typed into a block's cell made of what was set there.
func (t *Type) intoBlock(was page.Setting) (page.Setting, error) {
	shown, err := notation.ParseBlockCell(t.Text)
	if err != nil || shown.Term == page.None {
		return page.At(was.From), err
	}
	return was.With(page.Shown, shown), nil
}

// intoRow is what was typed into a row's cell made of what was set there.
func (t *Type) intoRow(was page.Setting) (page.Setting, error) {
	perLine, err := notation.ParseRowCell(t.Text)
	if err != nil || perLine == nil {
		return page.At(was.From), err
	}
	return was.With(page.PerLine, page.Of(*perLine)), nil
}

// summaryOf says what was done to cells.
func (e *editor) summaryOf(what string, cells []Cell) string {
	if len(cells) > 1 {
		return fmt.Sprintf("%s in %d cells", what, len(cells))
	}
	n, _ := e.page.Find(cells[0].Node)
	return fmt.Sprintf("%s: %s at %s", n.Name, what, cells[0].Breakpoint)
}

func (a *Adjust) apply(e *editor) error {
	if len(a.Cells) == 0 {
		return fault.New("cells", nil, "at least one cell")
	}
	var set Set
	var names []string
	working := e.settable()
	for i, c := range a.Cells {
		n, _, err := e.cell(working, c)
		if err != nil {
			return fault.Under(fmt.Sprintf("cells[%d]", i), err)
		}
		s := n.SettingAt(c.Breakpoint)
		if names, err = a.change(&s); err != nil {
			return err
		}
		working.made[n.ID] = n.WithSetting(e.kit, s)
		set.Settings = append(set.Settings, NodeSetting{n.ID, s})
	}
	if err := set.apply(e); err != nil {
		return err
	}
	e.summary = e.summaryOf(strings.Join(names, ", "), a.Cells)
	return nil
}

// change sets and clears fields of a setting and names them.
func (a *Adjust) change(s *page.Setting) (names []string, err error) {
	for _, name := range a.Clear {
		f, known := page.FieldNamed(name)
		if !known {
			return nil, fault.New("clear", name, "the name of a setting such as width, skip or perLine")
		}
		*s = s.With(f, page.Value{})
		names = append(names, name+" carried")
	}
	for f := range page.NumFields {
		if v, set := a.Set.Get(f); set {
			*s = s.With(f, v)
			names = append(names, fmt.Sprintf("%s %s", f, v))
		}
	}
	if len(names) == 0 {
		return nil, fault.New("set", nil, "something to set or to clear")
	}
	return names, nil
}

func (s *Step) apply(e *editor) error {
	n, i, err := e.cell(e.settable(), s.Cell)
	if err != nil {
		return err
	}
	if n.Kind != page.Column {
		return fault.New("node", s.Node, "the id of a column on this page")
	}
	columns, err := e.units(n, i)
	if err != nil {
		return err
	}
	held := n.HeldAt(e.kit, i)
	if held[page.Shown].Value == page.Hides {
		return fault.New("node", n.Name, "a column that is shown at %s: type a width to show it", s.Breakpoint)
	}
	cell := e.around(n.ID).Cell(n.ID, i)
	if cell == nil {
		return fault.New("node", n.Name, "a column that is shown at %s: what it stands in is hidden there",
			s.Breakpoint)
	}
	width, skip, trail := int(math.Round(cell.Units))+s.Width, int(math.Round(cell.Skip))+s.Skip,
		int(math.Round(cell.Trail))
	begin := int(cell.Begin)
	if begin > 0 {
		begin, skip = begin+s.Skip, 0
	}
	switch {
	case width < 1:
		return fault.New("width", width, "at least 1")
	case width > columns:
		return fault.New("width", width, "at most %d: the row has %d columns", columns, columns)
	case skip < 0:
		return fault.New("skip", skip, "0 or more")
	case skip > columns-1:
		return fault.New("skip", skip, "at most %d: the row has %d columns", columns-1, columns)
	case cell.Begin > 0 && (begin < 1 || begin > columns):
		return fault.New("skip", begin, "a unit from 1 to %d to begin at", columns)
	}
	text := notation.Cell{Width: page.Take(width), Begin: begin, Units: float64(width), Skip: float64(skip),
		Trail: float64(trail)}
	if s.Width == 0 {
		text.Width, text.Units = held[page.Width].Value, cell.Units
	}
	typed := Type{Cells: []Cell{s.Cell}, Text: text.String()}
	return typed.apply(e)
}

// replacedSingly is up to how many nodes are replaced one by one, not by copying the page.
const replacedSingly = 16

func (s *Set) apply(e *editor) error {
	working := e.settable()
	changed := map[string]bool{}
	before := make([]NodeSetting, 0, len(s.Settings))
	for i, ns := range s.Settings {
		n, at, err := e.cell(working, Cell{ns.Node, ns.Setting.From})
		if err == nil && !ns.Setting.IsZero() {
			err = ns.Setting.Check(e.kit, at, working.all[n.ID].in, n.Kind)
		}
		if err != nil {
			return fault.Under(fmt.Sprintf("settings[%d]", i), err)
		}
		before = append(before, NodeSetting{n.ID, n.SettingAt(ns.Setting.From)})
		working.made[n.ID], changed[n.ID] = n.WithSetting(e.kit, ns.Setting), true
		e.selected = n.ID
	}
	slices.Reverse(before)              // so that undoing a cell set twice ends at its oldest
	if len(changed) <= replacedSingly { // what does not change is shared with the page before
		for id := range changed {
			e.page = e.page.Replaced(id, func(n *page.Node) *page.Node {
				settled := *n
				settled.At = working.made[id].At
				return &settled
			})
		}
	} else {
		e.page = e.page.Mapped(func(n *page.Node) *page.Node {
			if changed[n.ID] {
				return working.made[n.ID]
			}
			return n
		})
	}
	e.inverse.Set = &Set{before}
	e.summary = "Settings"
	return nil
}
