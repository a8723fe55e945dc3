package rewrite_test

import (
	"fmt"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// state is all that a page from markup is: its bytes, and its nodes with their ids and names.
func state(p *page.Page) string {
	text := string(p.Origin.Bytes()) + "\n" + p.Kit + p.File + "\n" + shown(p)
	p.Walk(func(n *page.Node, _ page.Place) { text += n.ID + " " + n.Name + " " + n.Note + " " + n.Selector + "\n" })
	return text
}

// parted is where two texts part, with what comes after.
func parted(got, want string) string {
	at := 0
	for at < min(len(got), len(want)) && got[at] == want[at] {
		at++
	}
	at = max(0, at-80)
	return fmt.Sprintf("\n…%.300q\nwant\n…%.300q", got[at:], want[at:])
}

// Any edits, all undone, all done again and all undone once more, as the history does it: the same bytes, ids and names
// at each step.
func TestUndoneAndDoneAgain(t *testing.T) {
	pages, edits := 0, 0
	for seed := uint64(7000); pages < sample.Rounds(20); seed++ {
		r := sample.New(seed)
		k, reading := sample.Team(r)
		if k == nil {
			continue
		}
		file := []byte(sample.Surrounded(r, k, sample.Worded(r, k, reading.Words.Words)))
		if seed%5 == 0 {
			file = wide(string(file))
		}
		o := page.NewOrigin(file, nil)
		k, _, err := origin.Kit(t.Context(), "kit", o, nil)
		if err != nil {
			continue
		}
		if seed%3 == 0 { // on a kit that is made here
			k = sample.Twelve()
		}
		pr := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: "Page",
			Kits:  []*kit.Kit{k},
			Pages: []*page.Page{origin.NewPage("page", "index.html", k, o)}}
		pages++
		states := []string{state(pr.Pages[0])}
		var back, ops []edit.Operation // the inverses of the edits, and they
		for range 25 {
			op := random(r, k, pr.Pages[0])
			change, err := edit.Apply(pr, op)
			if err != nil {
				continue
			}
			ops = append(ops, op)
			pr, back, states = change.Project, append(back, change.Inverse),
				append(states, state(change.Project.Pages[0]))
			edits++
		}
		forth := make([]edit.Operation, len(back))
		step := func(o edit.Operation, want int, what string) edit.Operation {
			t.Helper()
			change, err := edit.Apply(pr, o)
			if err != nil {
				t.Fatalf("seed %d: %s: %v", seed, what, err)
			}
			pr = change.Project
			if got := state(pr.Pages[0]); got != states[want] {
				t.Fatalf("seed %d: %s (%s): %s", seed, what, named(ops[min(want, len(ops)-1)]),
					parted(got, states[want]))
			}
			return change.Inverse
		}
		for _, again := range []string{"", " again"} {
			for i := len(back) - 1; i >= 0; i-- {
				forth[i] = step(back[i], i, fmt.Sprintf("edit %d is undone%s", i, again))
			}
			if again != "" {
				break
			}
			for i, o := range forth {
				step(o, i+1, fmt.Sprintf("edit %d is done again", i))
			}
		}
	}
	if edits < sample.Rounds(200) {
		t.Errorf("only %d edits", edits)
	}
}
