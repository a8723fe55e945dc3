package edit

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
)

// changed is the demo with its first kit changed.
func changed(t *testing.T, were []string, change func(k *kit.Kit)) (*Change, error) {
	t.Helper()
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	k := *p.Kits[0]
	k.Breakpoints = append([]kit.Breakpoint{}, k.Breakpoints...)
	change(&k)
	return Apply(p, Operation{Page: "front-page", ChangeKit: &ChangeKit{Kit: &k, Were: were}})
}

// Settings follow the kit by the name of their breakpoint and in the proportion of its columns.
func TestChangeKit(t *testing.T) {
	for name, c := range map[string]struct {
		were   []string
		change func(k *kit.Kit)
		node   string
		want   string // what is set on it, then notes
	}{
		"twice the columns": {nil, func(k *kit.Kit) {
			k.Columns, k.Gutter = kit.Equal(24), kit.GutterOf(kit.Px(4))
			k.Breakpoints[1].Gutter = nil
		},
			"tide-table", "mid take 10; wide take 6 skip 2"},
		"a third more": {nil, func(k *kit.Kit) {
			k.Columns, k.Gutter = kit.Equal(16), kit.GutterOf(kit.Px(8))
			k.Breakpoints[1].Gutter = nil
		},
			"tide-table", "mid 5/12; wide take 4 skip 1 | mid: 5 of 12 is 6.67 of 16 columns: it is 5/12 of the " +
				"row now" + " | wide: skip 1 of 12 is 1.33 of 16 columns: it is 1 now"},
		"renamed": {[]string{"base", "mid", "wide", "full"}, func(k *kit.Kit) { k.Breakpoints[2].Name = "broad" },
			"log", "mid take 7; broad take 8"},
		"one gone": {nil, func(k *kit.Kit) { k.Breakpoints = append(k.Breakpoints[:2:2], k.Breakpoints[3]) },
			"tide-table", "mid take 3 skip 1 | mid: take 5 is left out: what wide says holds"},
		"one more": {[]string{"base", "", "mid", "wide", "full"}, func(k *kit.Kit) {
			more := k.Breakpoints[0]
			more.Name, more.From, more.Lane = "small", kit.Px(480), kit.Px(500)
			k.Breakpoints = append([]kit.Breakpoint{k.Breakpoints[0], more}, k.Breakpoints[1:]...)
		}, "log", "mid take 7; wide take 8"},
		"moved": {nil, func(k *kit.Kit) { k.Breakpoints[1].From = kit.Px(700) }, "log", "mid take 7; wide take 8"},
	} {
		change, err := changed(t, c.were, c.change)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		n, _ := change.Project.Pages[0].Find(c.node)
		var all []string
		for _, s := range n.At {
			text := s.From
			for f := range page.NumFields {
				if v, set := s.Get(f); set && f == page.Skip {
					text += " skip " + v.String()
				} else if set && f == page.Width {
					text = strings.Replace(text, s.From, s.From+" "+v.String(), 1)
				}
			}
			all = append(all, text)
		}
		got := strings.Join(all, "; ")
		for _, note := range change.Notes {
			if note.Node == c.node {
				got += " | " + note.Breakpoint + ": " + note.Text
			}
		}
		if got != c.want {
			t.Errorf("%s: got %s\nwant %s", name, got, c.want)
		}
	}
	for want, change := range map[string]func(k *kit.Kit){
		"that leave room for a column":      func(k *kit.Kit) { k.Edge = kit.EdgeOf(kit.Px(200)) },
		"one of the project's kits":         func(k *kit.Kit) { k.ID = "another" },
		"changeKit.kit.breakpoints[2].from": func(k *kit.Kit) { k.Breakpoints[2].From = kit.Px(100) },
	} {
		if _, err := changed(t, nil, change); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("got %v, want %s", err, want)
		}
	}
	if _, err := changed(t, []string{"base", "base", "wide", "full"}, func(*kit.Kit) {}); err == nil {
		t.Error("one breakpoint became two")
	}
}

// Where the columns become twice as many and there are no gutters, nothing on any page moves.
func TestProportionIsKept(t *testing.T) {
	r := sample.New(9)
	for i := range 40 {
		k := sample.Kit(r)
		k.Columns, k.Gutter, k.Technique, k.Edge = kit.Equal(1+r.IntN(12)), kit.GutterOf(kit.Px(0)), kit.Flex,
			kit.EdgeOf(kit.Px(0))
		for b := range k.Breakpoints {
			k.Breakpoints[b].Columns, k.Breakpoints[b].Gutter = kit.Columns{}, nil
		}
		pg := sample.Page(r, k)
		p := sample.Of(pg, k)
		if p.Check() != nil {
			continue
		}
		twice := *k
		twice.Columns = kit.Equal(2 * k.Columns.N())
		change, err := Apply(p, Operation{Page: pg.ID, ChangeKit: &ChangeKit{Kit: &twice}})
		if err != nil {
			t.Fatalf("page %d: %v", i, err)
		}
		shares := false // a share is one column at least, which is half as wide now
		pg.Walk(func(n *page.Node, _ page.Place) {
			for _, s := range n.At {
				v, _ := s.Get(page.Width)
				d, _ := s.Get(page.Divides)
				shares = shares || v == page.Share || d.Term != page.None
			}
		})
		if shares {
			continue
		}
		was, is := layout.Of(k, pg), layout.Of(&twice, change.Project.Pages[0])
		for _, b := range k.Breakpoints {
			before, after := was.Plan(b.Lane.Px()), is.Plan(b.Lane.Px())
			for n, box := range before.Boxes {
				if now := after.Boxes[n]; math.Abs(box.X-now.X) > 0.05 || math.Abs(box.Width-now.Width) > 0.05 ||
					box.Line != now.Line {
					t.Fatalf("page %d at %s: %+v became %+v", i, b.Name, box, now)
				}
			}
		}
	}
}

// A page moves to another kit and back; kits come and go, but for those in use.
func TestKitsOfAProject(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	moved, err := Apply(p, Operation{Page: "front-page", UseKit: &UseKit{Kit: "fifth-gap"}})
	if err != nil {
		t.Fatal(err)
	}
	pg := moved.Project.Pages[0]
	if n, _ := pg.Find("tide-table"); pg.Kit != "fifth-gap" ||
		fmt.Sprint(n.At) != fmt.Sprint(mustFind(t, p.Pages[0], "tide-table").At) &&
			len(n.At) == 0 {
		t.Errorf("moved: %s, %v", pg.Kit, n.At)
	}
	// of all pages of a kit, those stay of which something would be left out, unless they are to be moved anyway
	some, err := Apply(p, Operation{Page: "front-page", AddPage: &AddPage{Name: "Small"}})
	if err != nil {
		t.Fatal(err)
	}
	lossy := Operation{Page: "front-page", UseKit: &UseKit{Kit: "five-uneven", All: true}}
	left, err := Apply(some.Project, lossy)
	if err != nil || left.Project.Page("front-page").Kit != "plain-twelve" ||
		left.Project.Page(some.Page).Kit != "five-uneven" {
		t.Errorf("moved what loses something: %v", err)
	}
	if _, err := Apply(p, lossy); err == nil || !strings.Contains(err.Error(), "something would be left out of each") {
		t.Errorf("nothing was moved: %v", err)
	}
	lossy.UseKit.Anyway = []string{"front-page"}
	if all, err := Apply(some.Project, lossy); err != nil || all.Project.Page("front-page").Kit != "five-uneven" {
		t.Errorf("not moved anyway: %v", err)
	}
	all, err := Apply(p, Operation{Page: "front-page", UseKit: &UseKit{Kit: "fifth-gap", All: true}})
	if err != nil {
		t.Fatal(err)
	}
	for _, pg := range all.Project.Pages {
		if pg.Kit == "plain-twelve" {
			t.Errorf("%s stays behind", pg.Name)
		}
	}
	if undone, err := Apply(all.Project, all.Inverse); err != nil || !slices.Equal(undone.Project.Pages, p.Pages) {
		t.Errorf("undone: %v", err)
	}
	for want, o := range map[string]Operation{
		"this one is used by Front page": {DropKit: &DropKit{"plain-twelve"}},
		"another of the project's kits":  {UseKit: &UseKit{Kit: "plain-twelve"}},
		"no other kit of the project":    {AddKit: &AddKit{Kit: p.Kits[1]}},
	} {
		o.Page = "front-page"
		if _, err := Apply(p, o); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("got %v, want %s", err, want)
		}
	}
}

func mustFind(t *testing.T, p *page.Page, id string) *page.Node {
	t.Helper()
	n, _ := p.Find(id)
	if n == nil {
		t.Fatalf("no %s", id)
	}
	return n
}
