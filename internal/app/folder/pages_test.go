package folder_test

import (
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"testing"

	"kitrows/internal/app/store"
	"kitrows/internal/edit"
)

// pages makes an edit of a page, or of the pages, and has it written as the server does.
func (w *working) pages(o edit.Operation) {
	w.t.Helper()
	state, err := w.store.Load(w.t.Context(), "site")
	if err != nil {
		w.t.Fatal(err)
	}
	_, change, err := w.store.Edit(w.t.Context(), "site", store.Made{Revision: state.Revision}, o)
	if err != nil {
		w.t.Fatal(err)
	}
	w.keep(change)
}

// keep writes what a change of the pages made, as the server does.
func (w *working) keep(change *edit.Change) {
	w.t.Helper()
	if change.Dropped != nil {
		w.Drop(change.Dropped)
	}
	if err := w.Write(w.t.Context()); err != nil {
		w.t.Fatal(err)
	}
}

func (w *working) has(name string) bool {
	_, err := os.Lstat(filepath.Join(w.dir, name))
	return !errors.Is(err, fs.ErrNotExist)
}

// A page that is deleted takes its file with it, and undo gives it back; one that others changed stays. A copy has a
// file of its own, and a page that is called otherwise has it renamed.
func TestPagesOfAFolder(t *testing.T) {
	w := work(t, site{"index.html": front, "visit.html": front, "css/own.css": "p { color: red }\n"})
	visit := w.page("visit.html").ID
	w.pages(edit.Operation{Page: visit, DropPage: &edit.DropPage{}})
	if w.has("visit.html") || !w.has("index.html") {
		t.Error("the file of the deleted page is there, or another is gone")
	}
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	_, change, err := w.store.Undo(t.Context(), "site", store.Made{Revision: state.Revision})
	if err != nil {
		t.Fatal(err)
	}
	if w.keep(change); w.get("visit.html") != front {
		t.Error("undo does not give the file back")
	}
	w.pages(edit.Operation{Page: visit, DuplicatePage: &edit.DuplicatePage{}})
	if w.get("visit-2.html") != front {
		t.Error("the copy is not in a file")
	}
	w.pages(edit.Operation{Page: visit, DescribePage: &edit.DescribePage{File: new("plan/visit.html")}})
	if w.has("visit.html") || w.get("plan/visit.html") != front {
		t.Error("the file is not renamed")
	}
	w.put("visit-2.html", "<p>Mine")
	w.pages(edit.Operation{Page: w.page("visit-2.html").ID, DropPage: &edit.DropPage{}})
	if w.get("visit-2.html") != "<p>Mine" {
		t.Error("what another program wrote is gone")
	}
}
