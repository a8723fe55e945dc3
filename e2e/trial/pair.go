package main

import (
	"bufio"
	"fmt"
	"math/rand/v2"

	"github.com/go-json-experiment/json"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/compare"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// A changed is a page before and after a few random edits, and what is told to have moved.
type changed struct {
	Name          string
	Before, After string // documents
	Moves         []moved
	Widths        []int
}

type moved struct {
	Node     string
	What     compare.What
	From, To int
}

// pairs prints so many pages before and after edits.
func pairs(out *bufio.Writer, n int, seed uint64) {
	r := sample.New(seed)
	for made := 0; made < n; {
		k := sample.Twelve()
		if made%4 > 0 {
			k = sample.Kit(r)
		}
		was := sample.Of(sample.Page(r, k), k)
		is, edits := was, r.IntN(3)+1
		for tries := 0; edits > 0 && tries < 40; tries++ {
			if change, err := edit.Apply(is, random(r, is)); err == nil && len(change.Project.Pages[0].Body) > 0 {
				is = change.Project
				edits--
			}
		}
		if is == was {
			continue
		}
		c := changed{Name: fmt.Sprintf("seed %d, pair %d", seed, made)}
		if printPair(out, &c, was, is, r) {
			made++
		}
	}
}

func printPair(out *bufio.Writer, c *changed, was, is *project.Project, r *rand.Rand) bool {
	lay := func(p *project.Project) (*layout.Layout, string) {
		l := layout.Of(p.Kits[0], p.Pages[0])
		return l, ship.Document(l, p, code.Options{Hold: true, Mark: true})
	}
	before, first := lay(was)
	after, second := lay(is)
	c.Before, c.After = first, second
	all := compare.Of(before, after, compare.Usual, nil)
	add := func(v int) {
		if v >= compare.Usual.From && v <= compare.Usual.To && !hairThin(before.Plan(float64(v)).Boxes) &&
			!hairThin(after.Plan(float64(v)).Boxes) {
			c.Widths = append(c.Widths, v)
		}
	}
	for range 4 {
		add(compare.Usual.From + r.IntN(compare.Usual.To-compare.Usual.From))
	}
	for _, b := range before.Kit().Breakpoints {
		add(int(b.From.Px()))
	}
	for _, m := range all.Moves {
		c.Moves = append(c.Moves, moved{m.Node, m.What, m.Widths.From, m.Widths.To})
		if r.IntN(6) == 0 {
			add(m.At)
		}
		if r.IntN(10) == 0 {
			add(m.Widths.From - 1)
			add(m.Widths.From)
			add(m.Widths.To)
			add(m.Widths.To + 1)
		}
	}
	if len(c.Widths) == 0 {
		return false
	}
	if err := json.MarshalWrite(out, c); err != nil {
		panic(err)
	}
	out.WriteByte('\n')
	return true
}

// random is an edit that the page may refuse.
func random(r *rand.Rand, p *project.Project) edit.Operation {
	pg, k := p.Pages[0], p.Kits[0]
	var all []*page.Node
	pg.Walk(func(n *page.Node, _ page.Place) { all = append(all, n) })
	n := all[r.IntN(len(all))]
	at := k.Breakpoints[r.IntN(len(k.Breakpoints))].Name
	o := edit.Operation{Page: pg.ID}
	one := func(of ...string) string { return of[r.IntN(len(of))] }
	switch choice := r.IntN(12); {
	case choice == 0:
		o.Remove = &edit.Remove{Node: n.ID}
	case choice == 1:
		o.Duplicate = &edit.Duplicate{Node: n.ID}
	case choice == 2:
		o.Hop = &edit.Hop{Node: n.ID, By: 1}
	case choice == 3:
		o.AddRow = &edit.AddRow{Near: n.ID, Recipe: one("", "÷3 x5"), Breakpoint: at}
	case choice == 4 && k.Imported == nil:
		other := *k
		other.Breakpoints = append([]kit.Breakpoint(nil), k.Breakpoints...)
		gutter := kit.GutterOf(kit.Px(float64(r.IntN(30))))
		other.Breakpoints[r.IntN(len(other.Breakpoints))].Gutter = &gutter
		o.ChangeKit = &edit.ChangeKit{Kit: &other}
	case n.Kind == page.Row:
		o.Type = &edit.Type{Cells: []edit.Cell{{Node: n.ID, Breakpoint: at}}, Text: one("÷2", "÷3", "off", "")}
	default:
		o.Type = &edit.Type{Cells: []edit.Cell{{Node: n.ID, Breakpoint: at}},
			Text: one("1", "2", "3", "4", "6", "1_2", "2_3", "=", "*", "x", "1/3", "", "5_1_1")}
	}
	return o
}
