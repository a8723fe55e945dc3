package edit

import (
	"fmt"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
)

func (a *Alike) apply(e *editor) error {
	all := e.settable()
	one, _, err := e.cell(all, Cell{a.Node, e.kit.Breakpoints[0].Name})
	if err != nil {
		return err
	}
	var set Set
	for i, id := range a.To {
		other := all.node(id)
		if other == nil || other.Kind != one.Kind {
			return fault.New(fmt.Sprintf("to[%d]", i), id, "the id of a %s on this page", one.Kind)
		}
		for _, b := range e.kit.Breakpoints {
			if want := one.SettingAt(b.Name); want != other.SettingAt(b.Name) {
				set.Settings = append(set.Settings, NodeSetting{id, want})
			}
		}
	}
	if err := set.apply(e); err != nil {
		return err
	}
	e.summary, e.selected = fmt.Sprintf("%d like %s", len(a.To), one.Name), one.ID
	return nil
}

func (l *Level) apply(e *editor) error {
	from, to := e.kit.Index(l.From), e.kit.Index(l.To)
	if from < 0 {
		return fault.New("from", l.From, "one of %s", e.kit.BreakpointNames())
	}
	if to < 0 || to == from {
		return fault.New("to", l.To, "another of %s", e.kit.BreakpointNames())
	}
	all := e.settable()
	nodes := l.Nodes
	if len(nodes) == 0 {
		e.page.Walk(func(n *page.Node, _ page.Place) {
			if all.node(n.ID) != nil {
				nodes = append(nodes, n.ID)
			}
		})
	}
	var set Set
	for i, id := range nodes {
		n := all.node(id)
		if n == nil {
			return fault.New(fmt.Sprintf("nodes[%d]", i), id, "the id of a container, a row, a column or a block on this page")
		}
		if s := e.levelled(n, from, to); s != n.SettingAt(l.To) {
			set.Settings = append(set.Settings, NodeSetting{id, s})
		}
	}
	if err := set.apply(e); err != nil {
		return err
	}
	e.summary, e.selected = l.To+" as "+l.From, ""
	return nil
}

// levelled is what must be set on a node at one breakpoint so that there holds
// what holds at another, units as the same number: only what is not carried there
// anyway.
func (e *editor) levelled(n *page.Node, from, to int) page.Setting {
	name := e.kit.Breakpoints[to].Name
	want, carried := n.HeldAt(e.kit, from), n.WithSetting(e.kit, page.At(name)).HeldAt(e.kit, to)
	s := page.At(name)
	for _, f := range page.Settable(n.Kind) {
		if want[f].Value != carried[f].Value {
			s = s.With(f, want[f].Value)
		}
	}
	return s
}
