// Package sample makes random kits and pages for tests of properties. The same
// source gives the same pages.
package sample

import (
	"fmt"
	"math"
	"math/rand/v2"

	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// New is a source of random numbers with a seed.
func New(seed uint64) *rand.Rand { return rand.New(rand.NewPCG(seed, 4170)) }

// Project is a random project of one kit and up to three pages that passes its
// Check.
func Project(r *rand.Rand) *project.Project {
	p := &project.Project{Format: "kitrows", Version: project.Version, ID: "sample", Name: "Sample", Kits: []*kit.Kit{Kit(r)}}
	for i := range 1 + r.IntN(3) {
		pg := Page(r, p.Kits[0])
		pg.ID, pg.Name, pg.File = fmt.Sprintf("page-%d", i), fmt.Sprintf("Page %d", i), fmt.Sprintf("page-%d.html", i)
		p.Pages = append(p.Pages, pg)
	}
	return p
}

// Kit is a random kit that passes its Check: 1 to 24 columns, 1 to 5 breakpoints.
func Kit(r *rand.Rand) *kit.Kit {
	for {
		k := &kit.Kit{
			ID: "kit", Name: "Random", Technique: kit.Flex, Naming: kit.OurNaming,
			Columns:   pick(r, 12, 12, 12, 1+r.IntN(24)),
			Gutter:    kit.Px(float64(pick(r, 0, 8, 16, 24, r.IntN(40)))),
			RowGutter: kit.Px(float64(pick(r, 0, 24, 10, r.IntN(40)))),
			Edge:      pick(r, kit.HalfGutter, kit.EdgeOf(kit.Px(0)), kit.EdgeOf(kit.Px(float64(r.IntN(30))))),
			Narrowest: kit.Px(float64(320 + r.IntN(60))),
		}
		from := k.Narrowest.Px()
		for i := range 1 + r.IntN(5) {
			b := kit.Breakpoint{Name: fmt.Sprintf("b%d", i)}
			if i > 0 {
				from += float64(40 + r.IntN(400))
				b.From = kit.Px(from)
			}
			b.Lane = kit.Px(from)
			if r.IntN(3) > 0 {
				b.Container = kit.Fixed(kit.Px(math.Round(from * (0.7 + 0.4*r.Float64()))))
			}
			k.Breakpoints = append(k.Breakpoints, b)
		}
		if k.Check() == nil {
			return k
		}
	}
}

// Page is a random page on k with nesting up to three rows deep.
func Page(r *rand.Rand, k *kit.Kit) *page.Page {
	m := maker{r: r, k: k, p: &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID}}
	m.minter = m.p.Minter()
	for range 1 + r.IntN(3) {
		c := m.node(page.Container)
		c.Fluid = r.IntN(3) == 0
		for range r.IntN(4) {
			c.Children = append(c.Children, m.row(1))
		}
		m.p.Body = append(m.p.Body, c)
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
		n.Element = pick(m.r, "", "", "section", "ul", "article", "figure", "aside", "ol")
	}
	return n
}

func (m *maker) row(depth int) *page.Node {
	row := m.node(page.Row)
	for range m.r.IntN(7) {
		c := m.node(page.Column)
		if row.Element == "ul" || row.Element == "ol" {
			c.Element = "li"
		}
		for _, b := range m.k.Breakpoints {
			if s := m.setting(b.Name); !s.IsZero() && m.r.IntN(2) == 0 {
				c.At = append(c.At, s)
			}
		}
		for range m.r.IntN(3) {
			if depth < 3 && m.r.IntN(4) == 0 {
				c.Children = append(c.Children, m.row(depth+1))
			} else {
				c.Children = append(c.Children, m.block())
			}
		}
		row.Children = append(row.Children, c)
	}
	return row
}

func (m *maker) setting(from string) page.Setting {
	s, n := page.Setting{From: from}, page.RowColumns(m.k)
	if m.r.IntN(4) > 0 {
		s.Width = new(pick(m.r, page.Full, page.Take(n), page.Take(1+m.r.IntN(n)), page.Take(1+m.r.IntN(n)), page.Take(max(1, n/3))))
	}
	if m.r.IntN(3) == 0 {
		s.Skip = new(pick(m.r, 0, m.r.IntN(n), min(2, n-1)))
	}
	if m.r.IntN(5) == 0 {
		s.Shown = new(m.r.IntN(2) == 0)
	}
	return s
}

func (m *maker) block() *page.Node {
	b := m.node(page.Block)
	b.Content = &page.Content{
		Type:   pick(m.r, page.Heading, page.Text, page.List),
		Height: kit.Px(float64(m.r.IntN(200)) + pick(m.r, 0, 0.5)),
		Text:   "Kittiwakes & <terns> on the outer stack, counted before noon.",
		Items:  []string{"One", "Two"},
	}
	if b.Content.Type == page.Heading {
		b.Content.Level = 1 + m.r.IntN(6)
	}
	return b
}

func pick[T any](r *rand.Rand, choices ...T) T { return choices[r.IntN(len(choices))] }

// Wide is a page of so many columns, ten a row, on a kit of four breakpoints,
// for benchmarks.
func Wide(columns int) (*page.Page, *kit.Kit) {
	k := &kit.Kit{
		ID: "kit", Name: "Wide", Technique: kit.Flex, Naming: kit.OurNaming,
		Columns: 12, Gutter: kit.Px(24), RowGutter: kit.Px(24), Narrowest: kit.Px(320),
		Breakpoints: []kit.Breakpoint{
			{Name: "base", Lane: kit.Px(360)},
			{Name: "mid", From: kit.Px(620), Container: kit.Fixed(kit.Px(604)), Lane: kit.Px(700)},
			{Name: "wide", From: kit.Px(920), Container: kit.Fixed(kit.Px(908)), Lane: kit.Px(1080)},
			{Name: "full", From: kit.Px(1280), Container: kit.Fixed(kit.Px(1240)), Lane: kit.Px(1440)},
		},
	}
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
				{From: "mid", Width: new(page.Take(6))},
				{From: "wide", Width: new(page.Take(2 + i%3)), Skip: new(i % 2)},
				{From: "full", Width: new(page.Take(1 + i%4))},
			}
			c.Children = []*page.Node{m.block()}
			row.Children = append(row.Children, c)
		}
		frame.Children = append(frame.Children, row)
	}
	m.p.Body = []*page.Node{frame}
	return m.p, k
}

// Of wraps a page and its kit as a project.
func Of(p *page.Page, k *kit.Kit) *project.Project {
	return &project.Project{Format: "kitrows", Version: project.Version, ID: "sample", Name: "Sample", Kits: []*kit.Kit{k}, Pages: []*page.Page{p}}
}
