package page

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
)

// Units of columns keep their proportion on another kit, and what does not come out is told.
func TestUnitsAreCarriedToAnotherKit(t *testing.T) {
	of := func(id string, n int) *kit.Kit {
		return &kit.Kit{ID: id, Name: id, Naming: kit.OurNaming, Technique: kit.Grid, Columns: kit.Equal(n),
			Narrowest: kit.Px(320), Breakpoints: []kit.Breakpoint{{Name: "base", Lane: kit.Px(400)}}}
	}
	from, to := of("twelve", 12), of("eighteen", 18)
	for _, c := range []struct{ was, want string }{
		{"width take 4", "width take 6 []"},
		{"skip 2", "skip 3 []"},
		{"place 7", "place 10 []"},
		{"place 1", "place 1 []"},
		{"place 4", "place 6 [unit 4 of 12 is unit 5.5 of 18 columns: it begins at unit 6 now]"},
	} {
		var name, text string
		if _, err := fmt.Sscanf(c.was, "%s", &name); err != nil {
			t.Fatal(err)
		}
		text = c.was[len(name)+1:]
		f, _ := FieldNamed(name)
		v, err := f.Parse(text)
		if err != nil {
			t.Fatal(err)
		}
		p := &Page{ID: "p", Kit: from.ID, Body: []*Node{{ID: "frame", Kind: Container, Children: []*Node{{ID: "row",
			Kind:     Row,
			Children: []*Node{{ID: "column", Kind: Column, At: []Setting{At("base").With(f, v)}}}}}}}}
		move, err := NewMove(from, to, nil)
		if err != nil {
			t.Fatal(err)
		}
		carried, notes := move.Page(p)
		column, _ := carried.Find("column")
		is, _ := column.SettingAt("base").Get(f)
		var texts []string
		for _, n := range notes {
			texts = append(texts, n.Text)
		}
		if got := fmt.Sprint(name, " ", is, " ", texts); got != c.want {
			t.Errorf("%s: %s, want %s", c.was, got, c.want)
		}
	}
}

// stepped is a kit with breakpoints of those names.
func stepped(id string, names ...string) *kit.Kit {
	k := &kit.Kit{ID: id, Name: id}
	for i, name := range names {
		k.Breakpoints = append(k.Breakpoints, kit.Breakpoint{Name: name, From: kit.Px(float64(300 * i)), Lane: kit.Px(400)})
	}
	return k
}

// Which breakpoint takes whose settings can be said; the first keeps the first one's, and no two change places.
func TestBreakpointsArePaired(t *testing.T) {
	from, to := stepped("from", "base", "mid", "wide"), stepped("to", "phone", "wide", "desk", "wall")
	for _, c := range []struct{ given, want string }{
		{"", "[phone wide wide] <nil>"}, // wide by its name, mid by where it begins
		{"phone desk wall", "[phone desk wall] <nil>"},
		{"phone phone phone", "[phone phone phone] <nil>"},
		{"wide desk wall", `[] pairs[0]: found "wide", want phone: what the first breakpoint says holds everywhere`},
		{"phone wall desk", `[] pairs[2]: found "desk", want wall or a wider one: what mid says holds from there on`},
		{"phone mid wide", `[] pairs[1]: found "mid", want one of phone, wide, desk, wall`},
		{"phone", `[] pairs: found 1, want a breakpoint of to for each of 3 of from`},
	} {
		move, err := NewMove(from, to, strings.Fields(c.given))
		names := []string{}
		if err == nil {
			names = move.Pairs()
		}
		if got := fmt.Sprint(names, err); got != c.want {
			t.Errorf("%s: %s, want %s", c.given, got, c.want)
		}
	}
}

// What is set on a node of any kind goes along, under the new kit's names.
func TestSettingsOfEveryKindOfNodeAreCarried(t *testing.T) {
	set := func(f Field, v Value) []Setting { return []Setting{At("mid").With(f, v)} }
	p := &Page{ID: "p", Kit: "from", Body: []*Node{{ID: "frame", Kind: Container, At: set(Before, Px(16)),
		Children: []*Node{{ID: "row", Kind: Row, At: set(After, KitGap), Children: []*Node{{ID: "column", Kind: Column,
			Children: []*Node{{ID: "block", Kind: Block, At: set(Shown, Hides), Content: &Content{Type: Text}}}}}}}}}}
	move, err := NewMove(stepped("from", "base", "mid"), stepped("to", "phone", "desk"), nil)
	if err != nil {
		t.Fatal(err)
	}
	carried, _ := move.Page(p)
	for id, f := range map[string]Field{"frame": Before, "row": After, "block": Shown} {
		was, _ := p.Find(id)
		n, _ := carried.Find(id)
		want, _ := was.SettingAt("mid").Get(f)
		if got, is := n.SettingAt("desk").Get(f); !is || got != want || len(n.At) != 1 {
			t.Errorf("%s: %v of %v", id, n.At, want)
		}
	}
}
