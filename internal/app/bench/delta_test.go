package bench

import (
	"encoding/json"
	"reflect"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// A Delta, sent, makes the Bench before an edit into the one after it, and holds
// little more than what changed.
func TestDeltaGivesTheBenchAfter(t *testing.T) {
	r := sample.New(51)
	for range 60 {
		p := sample.Project(r)
		pg := p.Pages[0]
		var ids []string
		pg.Walk(func(n *page.Node, _ page.Place) { ids = append(ids, n.ID) })
		id := ids[r.IntN(len(ids))]
		o := edit.Operation{Page: pg.ID, Duplicate: &edit.Duplicate{Node: id}}
		switch r.IntN(3) {
		case 0:
			o = edit.Operation{Page: pg.ID, Remove: &edit.Remove{Node: id}}
		case 1:
			o = edit.Operation{Page: pg.ID,
				Type: &edit.Type{Cells: []edit.Cell{{Node: id, Breakpoint: p.Kits[0].Breakpoints[0].Name}}, Text: "x"}}
		}
		change, err := edit.Apply(p, o)
		if err != nil {
			continue
		}
		before, after := made(t, p, pg, View{}), made(t, change.Project, change.Project.Page(pg.ID), View{})
		sent, err := json.Marshal(NewDelta(before, after))
		if err != nil {
			t.Fatal(err)
		}
		var d Delta
		if err := json.Unmarshal(sent, &d); err != nil {
			t.Fatal(err)
		}
		got := d.Onto(before)
		a, _ := json.Marshal(got)
		b, _ := json.Marshal(after)
		if !reflect.DeepEqual(a, b) {
			t.Fatalf("%+v: the delta gives another Bench", o)
		}
	}
	wide, k := sample.Wide(1000)
	p := sample.Of(wide, k)
	change, err := edit.Apply(p,
		edit.Operation{Page: "wide",
			Type: &edit.Type{Cells: []edit.Cell{{Node: "column-500", Breakpoint: "wide"}}, Text: "5"}})
	if err != nil {
		t.Fatal(err)
	}
	before, after := made(t, p, wide, View{}), made(t, change.Project, change.Project.Pages[0], View{})
	all, _ := json.Marshal(after)
	if sent, _ := json.Marshal(NewDelta(before, after)); len(sent)*10 > len(all) {
		t.Errorf("one cell of a thousand columns is %d bytes, all of it %d", len(sent), len(all))
	}
}

func BenchmarkDelta(b *testing.B) {
	wide, k := sample.Wide(1000)
	p := sample.Of(wide, k)
	change, err := edit.Apply(p,
		edit.Operation{Page: "wide",
			Type: &edit.Type{Cells: []edit.Cell{{Node: "column-500", Breakpoint: "wide"}}, Text: "5"}})
	if err != nil {
		b.Fatal(err)
	}
	before, after := made(b, p, wide, View{}), made(b, change.Project, change.Project.Pages[0], View{})
	for b.Loop() {
		NewDelta(before, after)
	}
}
