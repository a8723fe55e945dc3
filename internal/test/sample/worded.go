package sample

import (
	"math/rand/v2"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/foreign"
)

// Worded is a random page on a kit that was brought in, of settings that words of the kit say: what no
// choice of words says is left out.
func Worded(r *rand.Rand, k *kit.Kit, words []*vocab.Word) *page.Page {
	m := newWorder(r, k)
	for _, w := range words {
		for _, e := range w.Effects {
			for i := range k.Breakpoints {
				if e.In.Holds(i) {
					m.says[w.On == page.Row] = append(m.says[w.On == page.Row], said{w.On, e.Field, e.Value, i})
				}
			}
		}
	}
	return m.page()
}

// Ruled is a random page on a kit that was brought in, of any settings, with rules of its own for those that no
// words of the kit say: what neither can is left out.
func Ruled(r *rand.Rand, k *kit.Kit) *page.Page {
	m := newWorder(r, k)
	m.p.OwnRules = true
	for i := range k.Breakpoints {
		n := k.ColumnsAt(i).N()
		say := func(on page.Kind, f page.Field, values ...page.Value) {
			for _, v := range values {
				m.says[on == page.Row] = append(m.says[on == page.Row], said{on, f, v, i})
			}
		}
		for units := 1; units < n; units++ {
			say(page.Column, page.Width, page.Take(units))
		}
		say(page.Column, page.Width, page.Full, page.Part(1, 5), page.Part(30, 100), page.Share, page.Natural)
		say(page.Column, page.Skip, page.Of(1), page.Of(n/3))
		say(page.Column, page.Trail, page.Of(1), page.Of(n/4))
		say(page.Column, page.Nudge, page.Of(1), page.Of(-1))
		say(page.Column, page.Shown, page.Hides)
		say(page.Column, page.Order, page.Of(-1), page.Of(2))
		say(page.Column, page.Align, page.Top, page.Middle, page.Bottom)
		say(page.Row, page.Spread, page.Centre, page.End, page.Between)
		say(page.Row, page.Align, page.Middle, page.Bottom)
		say(page.Row, page.GapY, page.Px(12))
		say(page.Row, page.Before, page.Px(10))
		say(page.Row, page.After, page.Px(6))
	}
	return m.page()
}

func newWorder(r *rand.Rand, k *kit.Kit) *worder {
	m := &worder{maker: maker{r: r, k: k, p: &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en",
		Kit: k.ID}},
		says: map[bool][]said{}}
	m.minter = m.p.Minter()
	return m
}

// page makes the page.
func (m *worder) page() *page.Page {
	r, k := m.r, m.k
	for range 1 + r.IntN(2) {
		c := m.node(page.Container)
		for _, s := range m.says[false] {
			if s.on == page.Container && s.at == 0 && r.IntN(3) == 0 {
				c.Frame = page.FrameOf(k, s.value)
			}
		}
		for range 1 + r.IntN(2) {
			c.Children = append(c.Children, m.row(0))
		}
		m.p.Body = append(m.p.Body, c)
	}
	for round := range 12 { // what cannot be said is left out
		f := foreign.Of(k, m.p)
		left := false
		m.p = m.p.Mapped(func(n *page.Node) *page.Node {
			_, missing := f.Words(n)
			if len(missing) == 0 {
				return n
			}
			left = true
			c := *n
			c.At, c.Frame = nil, page.FixedFrame
			for _, s := range n.At {
				for _, miss := range missing {
					if miss.Field == page.Ends { // widths decide it
						miss.Field = page.Width
					}
					if !s.IsZero() && miss.Breakpoint >= k.Index(s.From) || round > 3 {
						s = s.With(miss.Field, page.Value{})
					}
				}
				if !s.IsZero() {
					c.At = append(c.At, s)
				}
			}
			return &c
		})
		if !left {
			break
		}
	}
	p, _ := foreign.Fit(k, m.p)
	return p
}

// said is what a word says at a breakpoint.
type said struct {
	on    page.Kind
	field page.Field
	value page.Value
	at    int
}

type worder struct {
	maker
	says map[bool][]said
}

func (m *worder) row(depth int) *page.Node {
	row := m.node(page.Row)
	row.Element = ""
	row.At = m.settings(page.Row, 12)
	for range 1 + m.r.IntN(5) {
		c := m.node(page.Column)
		c.Element = ""
		c.At = m.settings(page.Column, 2)
		for range 1 + m.r.IntN(2) {
			if depth < 2 && m.r.IntN(6) == 0 {
				c.Children = append(c.Children, m.row(depth+1))
			} else {
				c.Children = append(c.Children, m.block())
			}
		}
		row.Children = append(row.Children, c)
	}
	return row
}

// settings are random ones of those that words say.
func (m *worder) settings(on page.Kind, oneIn int) (all []page.Setting) {
	for i, b := range m.k.Breakpoints {
		s := page.At(b.Name)
		fields := map[page.Field][]page.Value{}
		for _, one := range m.says[on == page.Row] {
			if one.on == on && one.at == i {
				fields[one.field] = append(fields[one.field], one.value)
			}
		}
		for f := range page.NumFields {
			rare := oneIn
			if f != page.Width {
				rare = 6
			}
			if values := fields[f]; len(values) > 0 && m.r.IntN(rare) == 0 {
				s = s.With(f, pick(m.r, append(values, values[0], f.Default(on))...))
			}
		}
		if !s.IsZero() {
			all = append(all, s)
		}
	}
	return all
}
