package store

import (
	"bytes"
	"context"
	"fmt"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/rewrite"
)

// The document of a large project is some revisions behind; whoever opens the store reads the project as it is, and
// every revision of it.
func TestLargeProjectsAreReadAsTheyAre(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	s := open(t, dir)
	k := sample.Twelve()
	p := sample.Of(rewrite.WithKit(origin.NewPage("page", "index.html", k, page.NewOrigin(sample.Watches(760), nil)),
		k), k)
	if err := s.Add(ctx, p); err != nil || !large(p) {
		t.Fatalf("large: %v, %v", large(p), err)
	}
	const last = documentEvery + 4
	files := map[int][]byte{} // by revision
	note := func(revision int) {
		t.Helper()
		if revision%11 != 1 && revision != documentEvery && revision != last {
			return
		}
		var err error
		if files[revision], err = s.File(ctx, p.ID); err != nil {
			t.Fatal(err)
		}
	}
	note(1)
	for i := 1; i < last; i++ {
		var err error
		switch {
		case i%5 == 3:
			_, _, err = s.Undo(ctx, p.ID, on(i))
		case i%5 == 4:
			_, _, err = s.Redo(ctx, p.ID, on(i))
		default:
			_, _, err = s.Edit(ctx, p.ID, on(i), edit.Operation{Page: "page", Type: &edit.Type{
				Cells: []edit.Cell{{Node: "column-7", Breakpoint: "mid"}}, Text: fmt.Sprint(1 + i%12)}})
		}
		if err != nil {
			t.Fatalf("edit %d: %v", i, err)
		}
		note(i + 1)
	}
	var written int
	if err := s.db.QueryRowContext(ctx, `SELECT written FROM projects`).Scan(&written); err != nil ||
		written != documentEvery {
		t.Errorf("the document is of revision %d: %v", written, err)
	}
	s.Close()
	s = open(t, dir)
	state, err := s.Load(ctx, p.ID)
	if err != nil || state.Revision != last {
		t.Fatalf("revision %d, %v", state.Revision, err)
	}
	all, err := open(t, dir).List(ctx)
	if err != nil || len(all) != 1 || all[0].Unreadable != nil || all[0].Revision != last {
		t.Errorf("listed are %+v, %v", all, err)
	}
	for revision, want := range files {
		at, err := s.At(ctx, p.ID, revision)
		if err != nil {
			t.Fatal(err)
		}
		if got, _ := at.Encode(); !bytes.Equal(got, want) {
			t.Errorf("revision %d is another", revision)
		}
	}
}
