package bench

import (
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
)

// Two moments: the lines that are new and gone stand between those that stayed, and a
// page that was not there is nothing.
func TestCompare(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	change, err := edit.Apply(p, edit.Operation{Page: "front-page", Together: &edit.Together{Steps: []edit.Operation{
		{Type: &edit.Type{Cells: []edit.Cell{{Node: "log", Breakpoint: "wide"}}, Text: "6"}},
		{Remove: &edit.Remove{Node: "supporters"}},
	}}})
	if err != nil {
		t.Fatal(err)
	}
	c, err := Compare(t.Context(), p, change.Project, "front-page", View{})
	if err != nil {
		t.Fatal(err)
	}
	if c.Added != 1 || c.Gone != 4 || c.Before == nil || c.After == nil {
		t.Errorf("%d new, %d gone", c.Added, c.Gone)
	}
	said := map[string]string{}
	for _, s := range c.Shifts {
		said[s.Breakpoint] += s.Name + " " + s.What + " " + s.Text + "; "
	}
	want := "Log narrower 556 → 410 px; Morning narrower 264 → 191 px; Evening narrower 264 → 191 px; Tide table " +
		"moved moved; Supporters gone gone; "
	if said["wide"] != want || said["base"] != "Supporters gone gone; " {
		t.Errorf("at wide %s, at base %s", said["wide"], said["base"])
	}
	before, after := 0, 0
	for _, line := range c.Code {
		if line.Before > 0 {
			before++
		}
		if line.After > 0 {
			after++
		}
		if line.Before > 0 && line.Before != before || line.After > 0 && line.After != after {
			t.Fatalf("%+v is out of order", line)
		}
	}
	if same, err := Compare(t.Context(), p, p, "front-page", View{}); err != nil || same.Added+same.Gone != 0 ||
		len(same.Code) != before {
		t.Errorf("against itself: %d new, %d gone", same.Added, same.Gone)
	}
	if none, err := Compare(t.Context(), p, p, "nowhere", View{}); err != nil || none.Before != nil ||
		none.After != nil || len(none.Code) != 0 {
		t.Errorf("%+v", none)
	}
}

// The content sheet says what is placed and where.
func TestPieces(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	at := func(o edit.Operation) {
		t.Helper()
		o.Page = "front-page"
		change, err := edit.Apply(p, o)
		if err != nil {
			t.Fatal(err)
		}
		p = change.Project
	}
	at(edit.Operation{Pour: &edit.Pour{Text: "# Log\n\nTwo terns.\n\n- One\n- Two", As: "markdown"}})
	at(edit.Operation{Place: &edit.Place{Column: "address"}})
	at(edit.Operation{Place: &edit.Place{Piece: "piece-3", Column: "log"}})
	at(edit.Operation{Place: &edit.Place{Piece: "piece-3", Column: "address"}})
	for i, want := range []struct {
		text   string
		placed int
	}{{"Log", 1}, {"Two terns.", 0}, {"One · Two", 2}} {
		if piece := Pieces(p)[i]; piece.Text != want.text || len(piece.Placed) != want.placed {
			t.Errorf("%+v, want %+v", piece, want)
		}
	}
	at(edit.Operation{Remove: &edit.Remove{Node: "address"}})
	if pieces := Pieces(p); len(pieces[0].Placed) != 0 || len(pieces[2].Placed) != 1 {
		t.Error("what is gone from the page is still placed")
	}
}
