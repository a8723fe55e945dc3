package page

import (
	"fmt"
	"math"
	"slices"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// A Refit carries pages over from one kit to another, or to what the kit becomes: settings
// follow by the breakpoint's name and in the proportion of the columns (section 5).
type Refit struct {
	from, to *kit.Kit
	at       []int // for each breakpoint of from, the one of to that takes its settings
}

// A Note is something that could not be carried over as it was.
type Note struct {
	Node       string `json:"node"`
	Name       string `json:"name"`
	Breakpoint string `json:"breakpoint" doc:"The breakpoint's name in the new kit; empty where it is of all."`
	Text       string `json:"text"`
}

// NewRefit prepares carrying over. Were says for each breakpoint of to what it was called in
// from, empty for a new one; without it they are called as they were. The settings of a
// breakpoint that is gone go to the one before it, or to the first.
func NewRefit(from, to *kit.Kit, were []string) (*Refit, error) {
	if were == nil {
		for _, b := range to.Breakpoints {
			were = append(were, b.Name)
		}
	}
	if len(were) != len(to.Breakpoints) {
		return nil, fault.New("were", len(were), "a name, or an empty text, for each of %d breakpoints",
			len(to.Breakpoints))
	}
	r := &Refit{from, to, make([]int, len(from.Breakpoints))}
	for i, b := range from.Breakpoints {
		r.at[i] = slices.Index(were, b.Name)
		if r.at[i] < 0 && i > 0 {
			r.at[i] = r.at[i-1]
		}
		r.at[i] = max(r.at[i], 0)
	}
	for i, name := range were {
		if name != "" && (from.Index(name) < 0 && to.Breakpoints[i].Name != name || slices.Index(were, name) != i) {
			return nil, fault.New(fmt.Sprintf("were[%d]", i), name, "the name of one breakpoint of %s: %s", from.Name,
				from.BreakpointNames())
		}
	}
	return r, nil
}

// NewMove prepares moving pages to another kit. Pairs says for each breakpoint of from which of to takes its settings,
// in their order; without it that is the one of the same name, else the one that serves where theirs begins. The first
// breakpoint's settings go to the first.
func NewMove(from, to *kit.Kit, pairs []string) (*Refit, error) {
	r := &Refit{from, to, make([]int, len(from.Breakpoints))}
	if len(pairs) > 0 && len(pairs) != len(from.Breakpoints) {
		return nil, fault.New("pairs", len(pairs), "a breakpoint of %s for each of %d of %s", to.Name,
			len(from.Breakpoints), from.Name)
	}
	for i, b := range from.Breakpoints {
		switch {
		case len(pairs) > 0:
			if r.at[i] = to.Index(pairs[i]); r.at[i] < 0 {
				return nil, fault.New(fmt.Sprintf("pairs[%d]", i), pairs[i], "one of %s", to.BreakpointNames())
			}
			if i > 0 && r.at[i] < r.at[i-1] {
				return nil, fault.New(fmt.Sprintf("pairs[%d]", i), pairs[i],
					"%s or a wider one: what %s says holds from there on", pairs[i-1], from.Breakpoints[i-1].Name)
			}
		case i > 0:
			if r.at[i] = to.Index(b.Name); r.at[i] < 0 {
				r.at[i] = to.BreakpointAt(b.From.Px())
			}
			r.at[i] = max(r.at[i], r.at[i-1])
		}
	}
	if r.at[0] != 0 {
		return nil, fault.New("pairs[0]", pairs[0], "%s: what the first breakpoint says holds everywhere",
			to.Breakpoints[0].Name)
	}
	return r, nil
}

// Pairs are the breakpoints of the new kit that take the settings of each of the old one.
func (r *Refit) Pairs() (names []string) {
	for _, at := range r.at {
		names = append(names, r.to.Breakpoints[at].Name)
	}
	return names
}

// Page carries a page over, and lists what could not follow exactly.
func (r *Refit) Page(p *Page) (*Page, []Note) {
	rows := map[string]*Node{}
	p.Walk(func(n *Node, at Place) { rows[n.ID] = at.Parent })
	var notes []Note
	carried := p.Mapped(func(n *Node) *Node {
		c := *n
		note := func(breakpoint, text string, args ...any) {
			notes = append(notes, Note{n.ID, n.Name, breakpoint, fmt.Sprintf(text, args...)})
		}
		switch n.Kind {
		case Container:
			c.Frame = r.frame(n.Frame, note)
		case Block:
			c.Content = r.content(n.Content, note)
		}
		c.At = r.settings(n, rows[n.ID], note)
		return &c
	})
	carried.Kit = r.to.ID
	return carried, notes
}

// name is the name of the breakpoint that takes the place of one that was called so.
func (r *Refit) name(was string) string { return r.to.Breakpoints[r.at[r.from.Index(was)]].Name }

func (r *Refit) frame(f Frame, note func(breakpoint, text string, args ...any)) Frame {
	if name, ok := f.Below(); ok {
		if f = FluidBelow(r.name(name)); f.Check(r.to) != nil {
			return FixedFrame
		}
	}
	if f.Check(r.to) != nil {
		note("", "%s has no capped containers: it is fixed now", r.to.Name)
		return FixedFrame
	}
	return f
}

// settings carries over what is set on a node, in the order of the new kit's
// breakpoints. Of two breakpoints that become one, the wider decides.
func (r *Refit) settings(n, row *Node, note func(breakpoint, text string, args ...any)) []Setting {
	merged := map[int]Setting{}
	for _, s := range n.At {
		i := r.from.Index(s.From)
		j := r.at[i]
		to, ok := merged[j]
		if !ok {
			to = At(r.to.Breakpoints[j].Name)
		}
		for _, f := range written {
			v, set := s.Get(f)
			if had, has := to.Get(f); set && has && had != v {
				note(r.to.Breakpoints[j].Name, "%s is left out: what %s says holds", f.Words(had), s.From)
			}
			if set {
				to = to.With(f, v)
			}
		}
		merged[j] = to
	}
	var all []Setting
	for j := range r.to.Breakpoints {
		s, ok := merged[j]
		if !ok {
			continue
		}
		if n.Kind == Column {
			s = r.scaled(s, j, row, note)
		}
		all = append(all, s)
	}
	return all
}

// scaled gives a column's units the proportion they had of the row's.
func (r *Refit) scaled(s Setting, j int, row *Node, note func(breakpoint, text string, args ...any)) Setting {
	i := r.was(j)
	was, is := r.from.ColumnsAt(i).N(), r.to.ColumnsAt(j).N()
	if own := row.HeldAt(r.from, i)[Divides].Value; was == is || own.Term == Number {
		return s
	}
	name := r.to.Breakpoints[j].Name
	for _, f := range []Field{Width, Skip, Trail, Nudge} {
		v, set := s.Get(f)
		if !set || f == Width && v.Term != Taken {
			continue
		}
		exact := float64(v.Int()) * float64(is) / float64(was)
		n := int(math.Round(exact))
		if float64(n) == exact {
			v.N = int16(n)
			s = s.With(f, v)
			continue
		}
		if f == Width {
			if r.to.Technique == kit.Flex && !r.to.ColumnsAt(j).IsUneven() {
				d := divisor(v.Int(), was)
				s = s.With(Width, Part(v.Int()/d, was/d))
				note(name, "%d of %d is %s of %d columns: it is %d/%d of the row now", v.Int(), was, kit.Figure(exact),
					is, v.Int()/d, was/d)
				continue
			}
			n = max(n, 1)
		}
		note(name, "%s %d of %d is %s of %d columns: it is %d now", f.said(), v.Int(), was, kit.Figure(exact), is, n)
		v.N = int16(n)
		s = s.With(f, v)
	}
	if v, set := s.Get(Begin); set && v.N > 0 {
		unit, exact := BeginAt(v.Int(), is, was)
		if float64(unit) != exact {
			note(name, "unit %d of %d is unit %s of %d columns: it begins at unit %d now", v.Int(), was, kit.Figure(exact),
				is, unit)
		}
		s = s.With(Begin, Of(unit))
	}
	return s.fitting(is)
}

// said is the field before its number, as people say it.
func (f Field) said() string {
	if f == Width {
		return "take"
	}
	return f.String()
}

// fitting takes from skip and trail what rounding made too many.
func (s Setting) fitting(n int) Setting {
	for _, f := range []Field{Skip, Trail, Nudge} {
		if v, set := s.Get(f); set {
			v.N = int16(min(max(v.Int(), 1-n), n-1))
			s = s.With(f, v)
		}
	}
	if v, set := s.Get(Width); set && v.Term == Taken {
		s = s.With(Width, Take(min(v.Int(), n)))
	}
	return s
}

// was is the last breakpoint of the old kit whose settings go to j.
func (r *Refit) was(j int) int {
	last := 0
	for i, to := range r.at {
		if to == j {
			last = i
		}
	}
	return last
}

// content carries over from which breakpoints other pictures are shown.
func (r *Refit) content(c *Content, note func(breakpoint, text string, args ...any)) *Content {
	if c == nil || len(c.Sources) == 0 {
		return c
	}
	carried := *c
	carried.Sources = nil
	for _, s := range c.Sources {
		was := s.From
		s.From = r.name(was)
		same := func(had Source) bool { return had.From == s.From }
		if r.to.Index(s.From) == 0 {
			note(s.From, "its picture from %s on is left out", was)
			continue
		}
		carried.Sources = append(slices.DeleteFunc(carried.Sources, same), s)
	}
	slices.SortFunc(carried.Sources, func(a, b Source) int { return r.to.Index(a.From) - r.to.Index(b.From) })
	return &carried
}

// divisor is the greatest number that divides both.
func divisor(a, b int) int {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}
