package foreign

import (
	"fmt"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// fits is how often what cannot be said is put right, each time more of it, before it is left out.
const fits = 12

// Fit gives page p on kit k with what no words of the kit's stylesheet say in the nearest way that they do,
// and lists what that is. A page on a kit made here it gives as it is.
func Fit(k *kit.Kit, p *page.Page) (*page.Page, []page.Note) {
	if o := p.Origin; o != nil { // words are chosen as for any other page
		c := *p
		c.Origin = nil
		fitted, notes := Fit(k, &c)
		c = *fitted
		c.Origin = o
		return &c, notes
	}
	var notes []page.Note
	for round := range fits {
		f := Of(k, p)
		if f == nil || len(f.missing) == 0 {
			return p, notes
		}
		some := false
		single := f.single()
		p = p.Mapped(func(n *page.Node) *page.Node {
			missing := f.missing[n]
			if at := single[n]; n.Kind == page.Row && at != nil { // columns say by themselves how wide they are
				c := *n
				for i := range at {
					c = *c.WithSetting(k, c.SettingAt(k.Breakpoints[i].Name).With(page.PerLine, page.Of(0)))
				}
				n = &c
			}
			if len(missing) == 0 {
				return n
			}
			some = true
			c := *n
			for _, m := range missing {
				if m.Field == page.Ends {
					notes = append(notes, page.Note{Node: n.ID, Name: n.Name,
						Breakpoint: k.Breakpoints[m.Breakpoint].Name,
						Text: k.Name + " has no class for its place in the line here alone: it is a full " +
							"line at all breakpoints now"})
					c = alone(k, c)
					break
				}
				notes = append(notes, note(k, n, m))
				if m.Field == page.Frames {
					c.Frame = page.FixedFrame
					continue
				}
				if round > 2 {
					m.Nearest = page.Value{}
				}
				c = fitted(k, c, m)
			}
			if round == fits-2 {
				c.At = nil
			}
			return &c
		})
		if !some {
			break
		}
	}
	return p, notes
}

// single gives the rows of so many columns a line whose columns no words make so wide, and at which
// breakpoints.
func (f *Page) single() map[*page.Node]map[int]bool {
	rows := map[*page.Node]map[int]bool{}
	f.page.Walk(func(n *page.Node, at page.Place) {
		for _, m := range f.missing[n] {
			if n.Kind == page.Column && m.Field == page.Width &&
				at.Parent.HeldAt(f.kit, m.Breakpoint)[page.PerLine].N > 0 {
				if rows[at.Parent] == nil {
					rows[at.Parent] = map[int]bool{}
				}
				rows[at.Parent][m.Breakpoint] = true
			}
		}
	})
	return rows
}

// fitted is a node with the nearest to what is missing set in its place or, where there is none, without
// the setting that asks for it.
func fitted(k *kit.Kit, n page.Node, m vocab.Missing) page.Node {
	if m.Nearest.Term != page.None {
		s := n.SettingAt(k.Breakpoints[m.Breakpoint].Name).With(m.Field, m.Nearest)
		return *n.WithSetting(k, s)
	}
	for i := m.Breakpoint; i >= 0; i-- {
		s := n.SettingAt(k.Breakpoints[i].Name)
		if _, set := s.Get(m.Field); set {
			return *n.WithSetting(k, s.With(m.Field, page.Value{}))
		}
	}
	for _, s := range n.At { // it is asked for by what another breakpoint sets
		n = *n.WithSetting(k, s.With(m.Field, page.Value{}))
	}
	return n
}

// alone is a column as a full line at all breakpoints, which begins its line at each.
func alone(k *kit.Kit, n page.Node) page.Node {
	for i, b := range k.Breakpoints {
		s := n.SettingAt(b.Name).With(page.Width, page.Value{}).With(page.Skip, page.Value{}).With(page.Trail,
			page.Value{})
		if i == 0 {
			s = s.With(page.Width, page.Full)
		}
		n = *n.WithSetting(k, s)
	}
	return n
}

func note(k *kit.Kit, n *page.Node, m vocab.Missing) page.Note {
	b := k.Breakpoints[m.Breakpoint].Name
	if m.Field == page.Frames {
		return page.Note{Node: n.ID, Name: n.Name,
			Text: fmt.Sprintf("%s has no class for a container that is %s: it is fixed now", k.Name, m.Value)}
	}
	text := fmt.Sprintf("%s has no class for %s: it is left out", k.Name, m.Field.Words(m.Value))
	if m.Nearest.Term != page.None {
		text = fmt.Sprintf("%s has no class for %s: %s now", k.Name, m.Field.Words(m.Value), m.Field.Words(m.Nearest))
	}
	return page.Note{Node: n.ID, Name: n.Name, Breakpoint: b, Text: text}
}
