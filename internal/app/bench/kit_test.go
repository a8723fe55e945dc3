package bench

import (
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
)

// A kit on its screen: rulers stand where the plan puts the columns, and what a change does to a
// page is said with its numbers.
func TestKitView(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	v := NewKitView(p, p.Kits[0])
	if r := v.Rulers[2]; r.X != 96 || r.Width != 888 || len(r.Units) != 12 || r.Units[0].X != 116 ||
		r.Units[11].X != 919 || r.Units[1].Width != 45 {
		t.Errorf("the ruler at wide is %+v", r)
	}
	if v.Cells[0].Gutter != "16px" || v.Cells[1].Gutter != "28px" || v.Cells[2].Gutter != "" || len(v.Users) != 1 ||
		v.Widths[2].Widths[2].From != 191 {
		t.Errorf("%+v, used by %v", v.Cells, v.Users)
	}
	draft, err := p.Kits[0].NewDraft([]kit.Step{{Field: "gutter", Breakpoint: "wide", Text: "36"},
		{Field: "remove", Breakpoint: "mid"}})
	if err != nil {
		t.Fatal(err)
	}
	change, err := edit.Apply(p, edit.Operation{Page: "front-page", ChangeKit: &edit.ChangeKit{Kit: draft.Kit,
		Were: draft.Were}})
	if err != nil {
		t.Fatal(err)
	}
	effects := Effects(p, change, "plain-twelve", draft.Were)
	if len(effects) != 1 || effects[0].Moved != effects[0].All {
		t.Fatalf("%+v", effects)
	}
	said := strings.Join(append(effects[0].Breaks, effects[0].Worse...), "; ")
	for _, want := range []string{"Body at base: 1 line, was 2",
		"Pick 1 at base: 152 px, 28 under what its content needs"} {
		if !strings.Contains(said, want) {
			t.Errorf("%s is not in %s", want, said)
		}
	}
}

// Of random changes on random pages, what is reported is exactly what differs.
func TestEffects(t *testing.T) {
	r := sample.New(23)
	tried := 0
	for range 60 {
		k := sample.Kit(r)
		pg := sample.Page(r, k)
		p := sample.Of(pg, k)
		at := k.Breakpoints[r.IntN(len(k.Breakpoints))].Name
		draft, err := k.NewDraft([]kit.Step{[]kit.Step{
			{Field: "gutter", Breakpoint: at, Text: []string{"0", "3", "7", "1/9"}[r.IntN(4)]},
			{Field: "gutterPlace", Text: kit.Place(r.IntN(7)).String()},
			{Field: "edge", Breakpoint: at, Text: "9"},
			{Field: "container", Breakpoint: at, Text: "93%"},
			{Field: "naming", Text: kit.Presets()[r.IntN(9)].ID},
		}[r.IntN(5)]})
		if err != nil {
			continue
		}
		change, err := edit.Apply(p, edit.Operation{Page: pg.ID, ChangeKit: &edit.ChangeKit{Kit: draft.Kit,
			Were: draft.Were}})
		if err != nil {
			continue
		}
		tried++
		e := Effects(p, change, k.ID, draft.Were)[0]
		said := map[string]bool{}
		for _, s := range e.Shifts {
			said[s.Breakpoint+" "+s.Node] = true
		}
		there := 0 // those of the lanes that are shown
		for _, s := range e.Shifts {
			if s.Breakpoint == e.At && s.What != "hidden" && s.What != "gone" {
				there++
			}
		}
		if e.Before != nil && there != len(e.After.Changed) {
			t.Errorf("%d columns are other at %s, %d are marked", there, e.At, len(e.After.Changed))
		}
		before, after := sideOf(layout.Of(k, pg)), sideOf(layout.Of(draft.Kit, change.Project.Pages[0]))
		for i, lane := range after.Lanes {
			was, is := placed(before)[lane.Breakpoint], placed(after)[lane.Breakpoint]
			for id, now := range is {
				old := was[id]
				other := now.Shown && old.Shown && (differ(now.X, old.X) || differ(now.Y, old.Y) ||
					differ(now.Width, old.Width) ||
					differ(now.Before, old.Before) || differ(now.After, old.After)) || now.Shown != old.Shown
				if other != said[lane.Breakpoint+" "+id] {
					t.Fatalf("%s at %d: %+v became %+v, reported: %v", id, i, old, now, !other)
				}
			}
		}
	}
	if tried < 20 {
		t.Errorf("only %d changes were tried", tried)
	}
}
