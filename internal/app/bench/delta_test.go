package bench

import (
	"bytes"
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
		had, _ := json.Marshal(before)
		want, _ := json.Marshal(after)
		got, err := sample.Patched(had, sent)
		whole, _ := sample.Patched([]byte("{}"), []byte(`{"head":`+string(want)+`}`)) // in the same order
		if err != nil || !bytes.Equal(got, whole) {
			t.Fatalf("%+v: the delta gives another Bench, %v", o, err)
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

// What is long on a long page does not go with the head: each list and text of a Bench is in its delta by what is new.
func TestDeltasHaveNothingLong(t *testing.T) {
	wide, k := sample.Wide(300)
	p := sample.Of(wide, k)
	b := made(t, p, wide, View{})
	var look func(path string, v reflect.Value)
	look = func(path string, v reflect.Value) {
		switch v.Kind() {
		case reflect.Struct:
			for i := range v.NumField() {
				look(path+"."+v.Type().Field(i).Name, v.Field(i))
			}
		case reflect.Slice:
			if v.Len() >= 100 {
				t.Errorf("%s has %d entries: it is none of the lists in NewDelta", path, v.Len())
			}
			for i := range v.Len() {
				look(path, v.Index(i))
			}
		case reflect.String:
			if v.Len() > 2000 {
				t.Errorf("%s has %d bytes: it is none of the texts in NewDelta", path, v.Len())
			}
		}
	}
	look("Bench", reflect.ValueOf(NewDelta(b, b).Head))
}

// Of one revision there are several Benches, as its content is measured: those that show the same have the same stamp.
func TestStamps(t *testing.T) {
	wide, k := sample.Wide(20)
	p := sample.Of(wide, k)
	stamp := func(change func(b *Bench)) int64 {
		b := made(t, p, wide, View{})
		change(b)
		b.Stamped("")
		return b.Stamp
	}
	one := stamp(func(*Bench) {})
	for name, c := range map[string]struct {
		change func(b *Bench)
		same   bool
	}{
		"nothing":                 {func(*Bench) {}, true},
		"what undo would undo":    {func(b *Bench) { b.Undo = "Add a row" }, true}, // which is in the head of every delta
		"a box that is measured":  {func(b *Bench) { b.Lanes[1].Boxes[3].Guessed = !b.Lanes[1].Boxes[3].Guessed }, false},
		"a box that is higher":    {func(b *Bench) { b.Lanes[0].Boxes[2].Height++ }, false},
		"a finding that is gone":  {func(b *Bench) { b.Findings = b.Findings[1:] }, false},
		"another revision":        {func(b *Bench) { b.Revision++ }, false},
		"a lane of another width": {func(b *Bench) { b.Lanes[0].Width++ }, false},
	} {
		if got := stamp(c.change) == one; got != c.same {
			t.Errorf("%s: the same stamp is %v, want %v", name, got, c.same)
		}
	}
}
