package edit

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/fill"
	"kitrows/internal/plan/foreign"
)

// Filling gives what a Fill would do, row by row and breakpoint by breakpoint, and the
// page with all of it.
func Filling(k *kit.Kit, p *page.Page, f *Fill) (fill.Filling, error) {
	none := fill.Filling{}
	from := k.Index(f.From)
	if from < 1 {
		return none, fault.New("from", f.From, "a breakpoint with narrower ones: %s",
			strings.TrimPrefix(k.BreakpointNames(), k.Breakpoints[0].Name+", "))
	}
	var to []int
	for i, name := range f.To {
		at := k.Index(name)
		if at < 0 || at >= from {
			return none, fault.New(fmt.Sprintf("to[%d]", i), name, "a breakpoint narrower than %s", f.From)
		}
		to = append(to, at)
	}
	for at := 0; len(f.To) == 0 && at < from; at++ {
		to = append(to, at)
	}
	for i, id := range f.Rows {
		if n, _ := p.Find(id); n == nil || n.Kind != page.Row {
			return none, fault.New(fmt.Sprintf("rows[%d]", i), id, "the id of a row on this page")
		}
	}
	var left []fill.Left
	for {
		filled := fill.Of(k, p, from, to, func(id string) bool {
			return (len(f.Rows) == 0 || slices.Contains(f.Rows, id)) &&
				!slices.ContainsFunc(left, func(l fill.Left) bool { return l.Row == id })
		})
		unsaid := unsaid(k, filled)
		if len(unsaid) == 0 {
			filled.Left = append(filled.Left, left...)
			return filled, nil
		}
		left = append(left, unsaid...)
	}
}

// unsaid are the rows with a proposal that no choice of the kit's classes says.
func unsaid(k *kit.Kit, filled fill.Filling) (left []fill.Left) {
	said := foreign.Of(k, filled.Page)
	if said == nil {
		return nil
	}
	filled.Page.Walk(func(n *page.Node, at page.Place) {
		_, missing := said.Words(n)
		row := n
		if n.Kind == page.Column {
			row = at.Parent
		}
		proposed := slices.ContainsFunc(filled.Proposals, func(p fill.Proposal) bool { return p.Row == row.ID })
		if len(missing) > 0 && proposed &&
			!slices.ContainsFunc(left, func(l fill.Left) bool { return l.Row == row.ID }) {
			left = append(left, fill.Left{Row: row.ID, Reason: k.Name + " has no classes for the widths that would do"})
		}
	})
	return left
}

func (f *Fill) apply(e *editor) error {
	filled, err := Filling(e.kit, e.page, f)
	if err != nil {
		return err
	}
	if len(filled.Proposals) == 0 {
		return fault.New("rows", nil, "a row that would change: these have the proposed widths already")
	}
	was := e.settable()
	var set Set
	filled.Page.Walk(func(n *page.Node, _ page.Place) {
		for _, b := range e.kit.Breakpoints {
			if had := was.node(n.ID); had != nil && !alikeAt(had, n, b.Name) {
				s := n.SettingAt(b.Name)
				s.From = b.Name
				set.Settings = append(set.Settings, NodeSetting{n.ID, s})
			}
		}
	})
	if err := set.apply(e); err != nil {
		return err
	}
	rows := map[string]bool{}
	for _, p := range filled.Proposals {
		rows[p.Row] = true
	}
	if e.summary = fmt.Sprintf("Fill %d rows from %s", len(rows), f.From); len(f.Rows) == 1 {
		row, _ := e.page.Find(f.Rows[0])
		e.summary = "Fill " + row.Name + " from " + f.From
	}
	return nil
}

// alikeAt reports whether two nodes have the same widths set at a breakpoint.
func alikeAt(a, b *page.Node, breakpoint string) bool {
	s, t := a.SettingAt(breakpoint), b.SettingAt(breakpoint)
	for _, f := range []page.Field{page.Width, page.Skip, page.Trail, page.Begin, page.PerLine} {
		v, _ := s.Get(f)
		if other, _ := t.Get(f); v != other {
			return false
		}
	}
	return true
}
