package store

import (
	"bytes"
	"context"
	"strings"
	"testing"

	"kitrows/internal/edit"
)

// Every revision can be had as it was, named or not, and going back to one is an
// edit like others.
func TestHistory(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	s := stocked(t, dir)
	file := func() []byte {
		b, err := s.File(ctx, "gullwing-point")
		if err != nil {
			t.Fatal(err)
		}
		return b
	}
	was := [][]byte{nil, file()}
	take := func(state *State, _ *edit.Change, err error) {
		t.Helper()
		if err != nil || state.Revision != len(was) {
			t.Fatalf("%+v, %v", state, err)
		}
		was = append(was, file())
	}
	take(s.Edit(ctx, "gullwing-point", on(1), width("log", "6")))
	take(s.Edit(ctx, "gullwing-point", on(2), width("log", "5")))
	take(s.Undo(ctx, "gullwing-point", on(3)))
	take(s.Edit(ctx, "gullwing-point", on(4), edit.Operation{Page: "front-page", Remove: &edit.Remove{Node: "body"}}))
	for revision, name := range map[int]string{1: "As it came", 4: "Before the cut"} {
		if err := s.Name(ctx, "gullwing-point", revision, name); err != nil {
			t.Fatal(err)
		}
	}
	s.Close()
	s = open(t, dir)
	as := func(revision int) edit.Operation {
		p, err := s.At(ctx, "gullwing-point", revision)
		if err != nil {
			t.Fatal(err)
		}
		b, err := p.Encode()
		if err != nil || !bytes.Equal(b, was[revision]) {
			t.Errorf("revision %d is not as it was: %v", revision, err)
		}
		return edit.Operation{Page: "front-page", Put: &edit.Put{Project: p, Summary: "Back"}}
	}
	for revision := 1; revision < len(was); revision++ {
		as(revision)
	}
	take(s.Edit(ctx, "gullwing-point", on(5), as(2)))
	if !bytes.Equal(was[6], was[2]) {
		t.Error("going back does not give the project as it was")
	}
	take(s.Undo(ctx, "gullwing-point", on(6)))
	if !bytes.Equal(was[7], was[5]) {
		t.Error("going back is not undone")
	}
	as(6)
	all, err := s.History(ctx, "gullwing-point", 100)
	if err != nil || len(all) != 7 {
		t.Fatalf("%+v, %v", all, err)
	}
	for i, want := range map[int]Moment{0: {7, "undo", "Back", ""}, 2: {5, "edit", "Delete Body", ""},
		3: {4, "undo", "Log: 5 at wide", "Before the cut"}, 6: {1, "", "", "As it came"}} {
		if all[i] != want {
			t.Errorf("moment %d is %+v, want %+v", i, all[i], want)
		}
	}
	if short, _ := s.History(ctx, "gullwing-point", 2); len(short) != 2 {
		t.Errorf("%+v", short)
	}
	for _, revision := range []int{0, 8} {
		if _, err := s.At(ctx, "gullwing-point", revision); err == nil || !strings.Contains(err.Error(), "1 to 7") {
			t.Errorf("revision %d: %v", revision, err)
		}
	}
	if err := s.Name(ctx, "gullwing-point", 4, ""); err != nil {
		t.Fatal(err)
	}
	if all, _ := s.History(ctx, "gullwing-point", 100); all[3].Name != "" {
		t.Error("the name is still there")
	}
}
