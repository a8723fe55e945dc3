package store

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"testing"
	"time"

	"kitrows/internal/browser/budget"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/project"
)

// Fifty editors at once: each edit is made, at the first try where it speaks of nodes, and none waits for the plan of
// another's.
func TestManyEditors(t *testing.T) {
	editors, edits := 50, 4
	if testing.Short() {
		edits = 1
	}
	ctx, s := t.Context(), stocked(t, t.TempDir())
	var all sync.WaitGroup
	for n := range editors {
		all.Go(func() {
			for i := range edits {
				made := Made{Revision: 1, Deed: fmt.Sprint(n, "-", i), Newest: true}
				if _, _, err := s.Edit(ctx, "gullwing-point", made, width("log", fmt.Sprint(1+(n+i)%12)),
					func(*project.Project, *edit.Change) {}); err != nil {
					t.Errorf("editor %d: %v", n, err)
				}
			}
		})
	}
	all.Wait()
	if state, err := s.Load(ctx, "gullwing-point"); err != nil || state.Revision != 1+editors*edits {
		t.Errorf("%+v, %v", state, err)
	}
	var stale *StaleError
	if _, _, err := s.Undo(ctx, "gullwing-point", Made{Revision: 1, Newest: true}); !errors.As(err, &stale) {
		t.Errorf("undo of what was not seen: %v", err)
	}
	anchored := edit.Operation{Page: "front-page",
		Together: &edit.Together{Steps: []edit.Operation{{Source: &edit.Source{}}}}}
	if _, _, err := s.Edit(ctx, "gullwing-point", Made{Revision: 1, Newest: true}, anchored); !errors.As(err, &stale) {
		t.Errorf("bytes of another revision: %v", err)
	}
}

// What speaks of a kit, or of the bytes of a page's file, is made where those are what they were, and else refused.
func TestEditsThatMeanAnotherByNowAreRefused(t *testing.T) {
	ctx, s := t.Context(), stocked(t, t.TempDir())
	state, err := s.Load(ctx, "gullwing-point")
	if err != nil {
		t.Fatal(err)
	}
	gutter := func(px float64) edit.Operation {
		k := *state.Project.Kits[0]
		k.Gutter = kit.GutterOf(kit.Px(px))
		return edit.Operation{Page: "front-page", ChangeKit: &edit.ChangeKit{Kit: &k}}
	}
	bring := edit.Operation{Page: "front-page", BringPage: &edit.BringPage{File: "log.html", Text: "<p>One</p><p>Two</p>"}}
	state, change, err := s.Edit(ctx, "gullwing-point", on(1), bring)
	if err != nil {
		t.Fatal(err)
	}
	typed := func(from, to int, text string) edit.Operation {
		return edit.Operation{Page: change.Page, Source: &edit.Source{Stretches: []edit.Stretch{{From: from, To: to,
			Text: text}}}}
	}
	for _, c := range []struct {
		name    string
		o       edit.Operation
		refused bool
	}{
		{"a width", width("log", "6"), false},
		{"a kit that is what it was", gutter(20), false},
		{"a kit that is another", gutter(24), true},
		{"bytes of a file that is what it was", typed(3, 6, "Eleven"), false},
		{"bytes of one that is another", typed(13, 16, "Three"), true},
		{"another width", width("log", "7"), false},
	} {
		var stale *StaleError
		_, _, err := s.Edit(ctx, "gullwing-point", Made{Revision: 2, Newest: true}, c.o)
		if refused := errors.As(err, &stale) && stale.Changed; refused != c.refused || !refused && err != nil {
			t.Errorf("%s: %v", c.name, err)
		}
	}
}

// While one edit's page is laid out others come on disk: the one writer is not held for it.
func TestEditsDoNotWaitForPlans(t *testing.T) {
	ctx, s := t.Context(), stocked(t, t.TempDir())
	begun, end := make(chan bool), make(chan bool)
	done := make(chan error, 1)
	go func() {
		_, _, err := s.Edit(ctx, "gullwing-point", on(1), width("log", "6"),
			func(*project.Project, *edit.Change) { close(begun); <-end })
		done <- err
	}()
	<-begun
	short, stop := context.WithTimeout(ctx, 20*time.Second)
	defer stop()
	for {
		_, _, err := s.Edit(short, "gullwing-point", Made{Revision: 1, Newest: true}, width("log", "7"))
		if state, _ := s.Load(short, "gullwing-point"); err == nil && state.Revision == 3 {
			break
		}
		if err != nil {
			t.Fatal(err)
		}
		t.Fatal("the second edit is not the third revision")
	}
	close(end)
	if err := <-done; err != nil {
		t.Error(err)
	}
}

// A panic beside an edit reaches who asked for the edit, and nobody else. What it was beside is on disk.
func TestPanicsBesideEdits(t *testing.T) {
	ctx, s := t.Context(), stocked(t, t.TempDir())
	err := budget.Recovered(func() {
		_, _, _ = s.Edit(ctx, "gullwing-point", on(1), width("log", "6"),
			func(*project.Project, *edit.Change) { panic("no plan") })
	})
	if panicked := (*budget.Panic)(nil); !errors.As(err, &panicked) || panicked.Value != "no plan" ||
		len(panicked.Stack) == 0 {
		t.Fatalf("%v", err)
	}
	if _, _, err := s.Edit(ctx, "gullwing-point", on(2), width("log", "7")); err != nil {
		t.Errorf("the next edit: %v", err)
	}
}
