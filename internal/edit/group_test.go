package edit_test

import (
	"math"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// places are where columns stand on a page at the lanes of its kit, by breakpoint and id.
func places(p *project.Project) map[string]layout.Box {
	all := map[string]layout.Box{}
	pg := p.Pages[0]
	k := p.Kit(pg.Kit)
	l := layout.Of(k, pg)
	for _, b := range k.Breakpoints {
		for _, box := range l.Plan(b.Lane.Px()).Boxes {
			if box.Kind == page.Column && box.Shown {
				all[b.Name+" "+box.ID] = box
			}
		}
	}
	return all
}

// Columns that are put into one stand where they stood, as long as they take units that fit one line, and so do all
// others; taken apart again the page is as it was, on screen.
func TestGroupsKeepTheirPlaces(t *testing.T) {
	r, grouped, kept := sample.New(31), 0, 0
	for range sample.Rounds(400) {
		p := sample.Project(r)
		pg := p.Pages[0]
		var rows []*page.Node
		pg.Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Row && len(n.Children) > 2 {
				rows = append(rows, n)
			}
		})
		if len(rows) == 0 {
			continue
		}
		row := rows[r.IntN(len(rows))]
		from := r.IntN(len(row.Children) - 1)
		var ids []string
		for _, c := range row.Children[from : from+2] {
			ids = append(ids, c.ID)
		}
		for i, text := range []string{"2", "1_2"} { // so that there is more to keep
			cell := edit.Cell{Node: ids[i], Breakpoint: p.Kit(pg.Kit).Breakpoints[0].Name}
			typed, err := edit.Apply(p, edit.Operation{Page: pg.ID, Type: &edit.Type{Cells: []edit.Cell{cell}, Text: text}})
			if err == nil {
				p, pg = typed.Project, typed.Project.Pages[0]
			}
		}
		row, _ = pg.Find(row.ID)
		change, err := edit.Apply(p, edit.Operation{Page: pg.ID, Wrap: &edit.Wrap{Nodes: ids, As: "column"}})
		if err != nil {
			continue
		}
		if inner := change.Project.Pages[0]; stacked(layout.Of(p.Kit(pg.Kit), inner), change.Select) {
			continue // the kit has no room for so many gutters
		}
		grouped++
		before, after := places(p), places(change.Project)
		k := p.Kit(pg.Kit)
		l := layout.Of(k, pg)
		reaches := !k.GutterPlace.Stays()
		for i, b := range k.Breakpoints {
			// whether the two take units on one line there
			a, z := l.Cell(ids[0], i), l.Cell(ids[1], i)
			if !reaches || a == nil || z == nil || !takes(l, ids[0], i) || !takes(l, ids[1], i) ||
				before[b.Name+" "+ids[0]].Line != before[b.Name+" "+ids[1]].Line || a.Order != z.Order || l.Row(row.ID,
				i).Spread != page.Start {
				continue
			}
			for _, id := range ids {
				was, is := before[b.Name+" "+id], after[b.Name+" "+id]
				if math.Abs(was.X-is.X) > 0.51 || math.Abs(was.Width-is.Width) > 0.51 {
					t.Errorf("%s at %s: x %v, %v wide, was %v, %v", id, b.Name, is.X, is.Width, was.X, was.Width)
				}
			}
			kept++
		}
		back, err := edit.Apply(change.Project, edit.Operation{Page: pg.ID,
			Unwrap: &edit.Unwrap{Nodes: []string{change.Select}}})
		if err != nil {
			t.Errorf("%v is not taken apart: %v", ids, err)
			continue
		}
		again := places(back.Project)
		for at, was := range before {
			if is := again[at]; math.Abs(was.X-is.X) > 0.51 || math.Abs(was.Width-is.Width) > 0.51 {
				t.Errorf("%v taken apart: %s: x %v, %v wide, was %v, %v", ids, at, is.X, is.Width, was.X, was.Width)
			}
		}
		if t.Failed() {
			return
		}
	}
	if grouped < 20 || kept < 20 {
		t.Errorf("only %d groups, %d of them kept", grouped, kept)
	}
}

// takes reports whether a column is set to take units at breakpoint i.
func takes(l *layout.Layout, id string, i int) bool {
	return l.Held(id, i)[page.Width].Value.Term == page.Taken
}

// stacked reports whether the row in a group has no room for its columns side by side somewhere.
func stacked(l *layout.Layout, group string) (is bool) {
	n, _ := l.Page().Find(group)
	for i := range l.Kit().Breakpoints {
		r := l.Row(n.Children[0].ID, i)
		is = is || r.Stacked || r.PerLine > 0
	}
	return is
}
