// Package sample makes random kits and pages for tests of properties. The same
// source gives the same pages.
package sample

import (
	"fmt"
	"hash/fnv"
	"io"
	"math"
	"math/rand/v2"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// New is a source of random numbers with a seed.
func New(seed uint64) *rand.Rand { return rand.New(rand.NewPCG(seed, 4170)) }

// Project is a random project of one kit and up to three pages that passes its
// Check.
func Project(r *rand.Rand) *project.Project {
	p := Of(nil, Kit(r))
	p.Pages = nil
	for i := range 1 + r.IntN(3) {
		pg := Page(r, p.Kits[0])
		pg.ID, pg.Name, pg.File = fmt.Sprintf("page-%d", i), fmt.Sprintf("Page %d", i), fmt.Sprintf("page-%d.html", i)
		p.Pages = append(p.Pages, pg)
	}
	return p
}

// Kit is a random kit that passes its Check: any technique, up to five
// breakpoints in px or em, equal or uneven columns that may change from a
// breakpoint on, gutters in px or of a column.
func Kit(r *rand.Rand) *kit.Kit {
	for {
		k := &kit.Kit{
			ID: "kit", Name: "Random", Naming: kit.OurNaming,
			Technique: pick(r, kit.Flex, kit.Grid, kit.Float),
			Columns:   columns(r),
			Gutter:    gutter(r),
			RowGutter: kit.Px(float64(pick(r, 0, 24, 10, r.IntN(40)))),
			Edge:      edge(r),
			Narrowest: kit.Px(float64(320 + r.IntN(60))),
		}
		if r.IntN(2) == 0 {
			k.GutterPlace = kit.Place(r.IntN(int(kit.InsideEndTrim) + 1))
		}
		if r.IntN(2) == 0 {
			k.Cap = length(r, float64(400+r.IntN(900)))
		}
		from := k.Narrowest.Px()
		for i := range 1 + r.IntN(5) {
			b := kit.Breakpoint{Name: fmt.Sprintf("b%d", i), Lane: kit.Px(from)}
			if i > 0 {
				from += float64(40 + r.IntN(400))
				b.From = length(r, from)
				from = b.From.Px()
				b.Lane = kit.Px(math.Ceil(from))
			}
			if r.IntN(3) > 0 {
				b.Container = kit.Fixed(length(r, math.Round(from*(0.7+0.4*r.Float64()))))
			} else if r.IntN(2) == 0 {
				b.Container = kit.PartOf(float64(60 + r.IntN(40)))
			}
			if i > 0 && r.IntN(4) == 0 {
				b.Columns = pick(r, columns(r), kit.Equal(12), kit.Equal(18))
			}
			if r.IntN(6) == 0 {
				b.Gutter = new(gutter(r))
			}
			if i > 0 && r.IntN(6) == 0 {
				b.Edge = new(edge(r))
			}
			if r.IntN(6) == 0 {
				b.RowGutter = new(kit.Px(float64(r.IntN(30))))
			}
			k.Breakpoints = append(k.Breakpoints, b)
		}
		if k.Check() == nil && !cramped(k) {
			k.Rigid = k.Columns.N()%7 == 3 || len(k.Breakpoints) == 1
			if k.Check() == nil {
				return k
			}
		}
	}
}

// cramped reports whether a kit's gutters leave no room somewhere.
func cramped(k *kit.Kit) bool {
	for i := range k.Breakpoints {
		if _, is := k.Cramped(i); is {
			return true
		}
	}
	return false
}

// Crowded is a kit whose gutters leave no room for columns beside one another in narrow viewports; k as it is where it
// cannot be.
func Crowded(k *kit.Kit) *kit.Kit {
	c := *k
	for _, px := range []float64{60, 45, 30} {
		if c.Gutter = kit.GutterOf(kit.Px(px)); c.Check() == nil {
			return &c
		}
	}
	return k
}

func columns(r *rand.Rand) kit.Columns {
	if r.IntN(6) == 0 {
		return pick(r, kit.Uneven(1, 2, 3, 2, 1), kit.Uneven(4, 8), kit.Uneven(5, 3, 3, 7))
	}
	return kit.Equal(pick(r, 12, 12, 12, 16, 24, 1+r.IntN(24), 1+r.IntN(48)))
}

func gutter(r *rand.Rand) kit.Gutter {
	if r.IntN(4) == 0 {
		return pick(r, kit.Fraction(1, 5), kit.Fraction(2, 5), kit.Fraction(1, 3), kit.Fraction(r.IntN(8), 7))
	}
	return kit.GutterOf(kit.Px(float64(pick(r, 0, 8, 16, 24, r.IntN(40)))))
}

func edge(r *rand.Rand) kit.Edge {
	return pick(r, kit.HalfGutter, kit.EdgeOf(kit.Px(0)), kit.EdgeOf(kit.Px(float64(r.IntN(30)))))
}

// length is a length of about px, now and then in em or rem.
func length(r *rand.Rand, px float64) kit.Length {
	unit := pick(r, "px", "px", "em", "rem")
	if unit != "px" {
		px = math.Round(px/kit.Em*100) / 100
	}
	l, err := kit.ParseLength(kit.Number(px) + unit)
	if err != nil {
		panic(err)
	}
	return l
}

// Page is a random page on k with every kind of setting and nesting up to four
// rows deep.
func Page(r *rand.Rand, k *kit.Kit) *page.Page {
	m := maker{r: r, k: k, p: &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID}}
	m.minter = m.p.Minter()
	for range 1 + r.IntN(2) {
		c := m.node(page.Container)
		switch frames := []page.Frame{page.FluidFrame, page.CappedFrame,
			page.FluidBelow(k.Breakpoints[len(k.Breakpoints)-1].Name)}; r.IntN(3) {
		case 0:
			if f := pick(r, frames...); f.Check(k) == nil {
				c.Frame = f
			}
		}
		m.space(c)
		for range r.IntN(4) {
			c.Children = append(c.Children, m.row(1))
		}
		if r.IntN(3) > 0 {
			m.p.Body = append(m.p.Body, c)
			continue
		}
		s := m.node(page.Section)
		s.Children = []*page.Node{c}
		m.p.Body = append(m.p.Body, s)
	}
	if c := m.p.Body[0]; len(m.p.Body) == 1 && c.Kind == page.Container && len(c.Children)%3 == 2 {
		c.Element = "body"
	}
	return m.p
}

type maker struct {
	r      *rand.Rand
	k      *kit.Kit
	p      *page.Page
	minter *page.Minter
}

func (m *maker) node(kind page.Kind) *page.Node {
	id, number := m.minter.Mint(kind)
	n := &page.Node{ID: id, Kind: kind, Name: fmt.Sprintf("%s %d -- <%d>", kind, number, m.r.IntN(9))}
	if kind != page.Block {
		n.Element = pick(m.r, append(slices.DeleteFunc(slices.Clone(page.Elements(kind)), single), "", "")...)
	}
	return n
}

// single reports whether an element may stand only once in a page, or not in its like.
func single(element string) bool {
	return element == "main" || element == "header" || element == "footer" || element == "body"
}

// styles are how a row's columns are mostly set, so that shares meet shares and
// takes takes.
var styles = [][]page.Value{
	{page.Share}, {page.Share, page.Take(3)}, {page.Natural, page.Take(4)}, {page.Natural, page.Share}, {page.Take(1)},
	{page.Full},
}

func (m *maker) row(depth int) *page.Node {
	row := m.node(page.Row)
	m.space(row)
	style := pick(m.r, styles...)
	for _, b := range m.k.Breakpoints {
		if s := m.ruling(b.Name); m.r.IntN(3) == 0 && !s.IsZero() {
			for _, f := range [...]page.Field{page.Before, page.After} {
				if v, set := row.SettingAt(b.Name).Get(f); set {
					s = s.With(f, v)
				}
			}
			*row = *row.WithSetting(m.k, s)
		}
	}
	for range m.r.IntN(7) {
		c := m.node(page.Column)
		for i, b := range m.k.Breakpoints {
			if s := m.setting(b.Name, m.k.ColumnsAt(i).N(), style); !s.IsZero() && m.r.IntN(2) == 0 {
				c.At = append(c.At, s)
			}
		}
		for range m.r.IntN(3) {
			if depth < 4 && m.r.IntN(4) == 0 {
				c.Children = append(c.Children, m.row(depth+1))
			} else {
				c.Children = append(c.Children, m.block())
			}
		}
		row.Children = append(row.Children, c)
	}
	return row
}

// setting is a random setting of a column in a row of n units.
func (m *maker) setting(from string, n int, style []page.Value) page.Setting {
	s := page.At(from)
	some := func(oneIn int) bool { return m.r.IntN(oneIn) == 0 }
	set := func(f page.Field, v page.Value) { s = s.With(f, v) }
	if !some(4) {
		set(page.Width, pick(m.r, page.Full, page.Take(n), page.Take(1+m.r.IntN(n)), page.Take(1+m.r.IntN(n)),
			page.Take(max(1, n/3)), page.Share, page.Natural))
		if w := pick(m.r, style...); some(2) && w.Units() <= n {
			set(page.Width, w)
		}
	}
	if some(4) {
		set(page.Skip, page.Of(pick(m.r, 0, m.r.IntN(n), min(2, n-1))))
	}
	if some(8) {
		set(page.Begin, page.Of(pick(m.r, 0, 1+m.r.IntN(n), 1+m.r.IntN(n))))
	}
	if some(6) {
		set(page.Trail, page.Of(pick(m.r, 0, m.r.IntN(n), min(1, n-1))))
	}
	if some(12) {
		set(page.Nudge, page.Of(m.r.IntN(2*n-1)-n+1))
	}
	if some(10) {
		set(page.Order, pick(m.r, page.First, page.Last, page.Of(0), page.Of(m.r.IntN(4))))
	}
	if some(8) {
		set(page.Shown, pick(m.r, page.Shows, page.Hides))
	}
	if some(10) {
		set(page.Align, pick(m.r, page.RowsAlign, page.Top, page.Middle, page.Bottom, page.Stretch))
	}
	return s
}

// ruling is a random setting of a row.
func (m *maker) ruling(from string) page.Setting {
	s := page.At(from)
	set := func(oneIn int, f page.Field, v page.Value) {
		if m.r.IntN(oneIn) == 0 {
			s = s.With(f, v)
		}
	}
	set(4, page.PerLine, page.Of(pick(m.r, 0, 1+m.r.IntN(6))))
	set(5, page.GapX, pick(m.r, page.KitGap, page.NoGap, page.Px(1+m.r.IntN(30))))
	set(5, page.GapY, pick(m.r, page.KitGap, page.NoGap, page.Px(1+m.r.IntN(30))))
	set(4, page.Align, pick(m.r, page.Top, page.Middle, page.Bottom, page.Stretch))
	set(4, page.Spread, pick(m.r, page.Start, page.Centre, page.End, page.Between, page.Around, page.Even))
	set(3, page.Divides, pick(m.r, page.Fresh, page.ParentUnits, page.ParentUnits, page.Of(1+m.r.IntN(12))))
	return s
}

func (m *maker) block() *page.Node {
	b := m.node(page.Block)
	m.mark(b)
	if m.r.IntN(6) == 0 {
		b.Content = &page.Content{Type: page.Picture, Picture: "picture", Fit: true,
			Width: kit.Px(float64(20 + m.r.IntN(400))), Height: kit.Px(float64(20 + m.r.IntN(300))), Alt: "A tern"}
		if bps := m.k.Breakpoints; len(bps) > 1 && m.r.IntN(2) == 0 {
			b.Content.Sources = []page.Source{{From: bps[1].Name, Picture: "picture",
				Width: kit.Px(float64(20 + m.r.IntN(400))), Height: kit.Px(float64(20 + m.r.IntN(300)))}}
		}
		return b
	}
	b.Content = &page.Content{
		Type:   pick(m.r, page.Heading, page.Text, page.List, page.Button, page.Card, page.Form, page.HTML),
		Height: kit.Px(float64(m.r.IntN(200)) + pick(m.r, 0, 0.5)),
		Width:  kit.Px(float64(pick(m.r, 0, m.r.IntN(120), m.r.IntN(400)))),
		Text:   "Kittiwakes & <terns> on the outer stack, counted before noon.",
		Items:  []string{"One", "Two"},
	}
	if b.Content.Type == page.HTML {
		b.Content.Text = "<p>Kittiwakes &amp; <b>terns</b> on the outer stack.</p>"
	}
	if b.Content.Type == page.Heading || b.Content.Type == page.Card {
		b.Content.Level = 1 + m.r.IntN(6)
	}
	return b
}

// own are random numbers for a node alone, so that what else is on a page stays the same.
func (m *maker) own(n *page.Node) *rand.Rand {
	h := fnv.New64a()
	io.WriteString(h, n.ID+m.p.ID+string(m.k.Naming.Cell)+m.k.Breakpoints[len(m.k.Breakpoints)-1].From.String())
	return rand.New(rand.NewPCG(h.Sum64(), 1))
}

// space gives some containers and rows a space before or after their content.
func (m *maker) space(n *page.Node) {
	r := m.own(n)
	if r.IntN(4) > 0 {
		return
	}
	for _, b := range m.k.Breakpoints {
		s := page.At(b.Name)
		for _, f := range [...]page.Field{page.Before, page.After} {
			if r.IntN(2) == 0 {
				s = s.With(f, pick(r, page.KitGap, page.NoGap, page.Px(1+r.IntN(60))))
			}
		}
		if !s.IsZero() {
			n.At = append(n.At, s)
		}
	}
}

// mark hides some blocks at some breakpoints, and gives some an id and classes.
func (m *maker) mark(b *page.Node) {
	r := m.own(b)
	if r.IntN(6) == 0 {
		for _, at := range m.k.Breakpoints {
			if r.IntN(2) == 0 {
				b.At = append(b.At, page.At(at.Name).With(page.Shown, pick(r, page.Shows, page.Hides, page.Hides)))
			}
		}
	}
	if r.IntN(8) == 0 {
		b.Anchor, b.Classes = b.ID+"-"+pick(r, "log", "tides"), pick(r, nil, []string{"lead", "story"})
	}
}

func pick[T any](r *rand.Rand, choices ...T) T { return choices[r.IntN(len(choices))] }

// Twelve is a kit of twelve columns and four breakpoints.
func Twelve() *kit.Kit {
	return &kit.Kit{
		ID: "kit", Name: "Wide", Technique: kit.Flex, Naming: kit.OurNaming,
		Columns: kit.Equal(12), Gutter: kit.GutterOf(kit.Px(24)), RowGutter: kit.Px(24), Narrowest: kit.Px(320),
		Breakpoints: []kit.Breakpoint{
			{Name: "base", Lane: kit.Px(360)},
			{Name: "mid", From: kit.Px(620), Container: kit.Fixed(kit.Px(604)), Lane: kit.Px(700)},
			{Name: "wide", From: kit.Px(920), Container: kit.Fixed(kit.Px(908)), Lane: kit.Px(1080)},
			{Name: "full", From: kit.Px(1280), Container: kit.Fixed(kit.Px(1240)), Lane: kit.Px(1440)},
		},
	}
}

// Wide is a page of so many columns, ten a row, on a kit of four breakpoints,
// for benchmarks.
func Wide(columns int) (*page.Page, *kit.Kit) {
	k := Twelve()
	m := maker{r: New(1), k: k, p: &page.Page{ID: "wide", Name: "Wide", File: "wide.html", Language: "en", Kit: k.ID}}
	m.minter = m.p.Minter()
	frame := m.node(page.Container)
	for range columns / 10 {
		row := m.node(page.Row)
		row.Element = ""
		for i := range 10 {
			c := m.node(page.Column)
			c.Element = ""
			c.At = []page.Setting{
				page.At("mid").With(page.Width, page.Take(6)),
				page.At("wide").With(page.Width, page.Take(2+i%3)).With(page.Skip, page.Of(i%2)),
				page.At("full").With(page.Width, page.Take(1+i%4)),
			}
			c.Children = []*page.Node{m.block()}
			row.Children = append(row.Children, c)
		}
		frame.Children = append(frame.Children, row)
	}
	m.p.Body = []*page.Node{frame}
	return m.p, k
}

// Every is a page of so many columns with every kind of setting on each, so many a row,
// for benchmarks.
func Every(columns, perRow int) (*page.Page, *kit.Kit) {
	k := Twelve()
	frame := &page.Node{ID: "frame", Kind: page.Container, Name: "Frame"}
	var row *page.Node
	for i := range columns {
		if i%perRow == 0 {
			row = &page.Node{ID: fmt.Sprintf("row-%d", i), Kind: page.Row, Name: "Row", At: []page.Setting{
				page.At("mid").With(page.GapX, page.Px(8)), page.At("wide").With(page.Align, page.Middle),
			}}
			frame.Children = append(frame.Children, row)
		}
		id := fmt.Sprintf("column-%d", i)
		shown := []page.Value{page.Shows, page.Hides}[i%5/4]
		row.Children = append(row.Children, &page.Node{ID: id, Kind: page.Column, Name: id, At: []page.Setting{
			page.At("base").With(page.Width, page.Take(2+i%5)).With(page.Skip, page.Of(i%3)).
				With(page.Order, page.Of(i%7)).With(page.Align, page.Top),
			page.At("mid").With(page.Width, page.Take(1+i%6)).With(page.Trail, page.Of(i%4)).With(page.Nudge,
				page.Of(i%3-1)),
			page.At("wide").With(page.Width, page.Share).With(page.Shown, shown),
			page.At("full").With(page.Width, page.Part(1, 3+i%3)).With(page.Shown, page.Shows),
		}})
	}
	return &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{frame}}, k
}

// Of wraps a page and its kit as a project.
func Of(p *page.Page, k *kit.Kit) *project.Project {
	return &project.Project{Format: "kitrows", Version: project.Version, ID: "sample", Name: "Sample",
		Kits: []*kit.Kit{k}, Pages: []*page.Page{p},
		Pictures: []*project.Picture{{ID: "picture", File: "picture.svg", Type: "image/svg+xml",
			Data: project.NewFile([]byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 3"/>`))}}}
}
