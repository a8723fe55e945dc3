package store

import (
	"bytes"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

func open(t testing.TB, dir string) *Store {
	t.Helper()
	s, err := Open(context.Background(), dir)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func stocked(t testing.TB, dir string) *Store {
	t.Helper()
	s := open(t, dir)
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Add(context.Background(), p); err != nil {
		t.Fatal(err)
	}
	return s
}

// on is a change made on that revision.
func on(revision int) Made { return Made{Revision: revision} }

func width(node, text string) edit.Operation {
	return edit.Operation{Page: "front-page",
		Type: &edit.Type{Cells: []edit.Cell{{Node: node, Breakpoint: "wide"}}, Text: text}}
}

func TestFilesComeBackAsTheSameBytes(t *testing.T) {
	ctx, s := context.Background(), open(t, t.TempDir())
	r := sample.New(31)
	for i := range 30 {
		p := sample.Project(r)
		p.ID = fmt.Sprintf("sample-%d", i)
		file, err := p.Encode()
		if err != nil {
			t.Fatal(err)
		}
		read, err := project.Decode(bytes.NewReader(file))
		if err != nil {
			t.Fatal(err)
		}
		if err := s.Add(ctx, read); err != nil {
			t.Fatal(err)
		}
		if back, err := s.File(ctx, p.ID); err != nil || !bytes.Equal(back, file) {
			t.Fatalf("%s came back as other bytes: %v", p.ID, err)
		}
	}
}

// Undo and redo go on where they were after a restart, and undoing everything
// gives the file that came in.
func TestUndoAndRedoOutliveARestart(t *testing.T) {
	ctx, dir := context.Background(), t.TempDir()
	s := stocked(t, dir)
	revision := 1
	for _, text := range []string{"4", "5", "2_6"} {
		state, _, err := s.Edit(ctx, "gullwing-point", on(revision), width("tide-table", text))
		if err != nil {
			t.Fatal(err)
		}
		revision = state.Revision
	}
	edited, _ := s.File(ctx, "gullwing-point")
	step := func(do func(context.Context, string, Made, ...Meanwhile) (*State, *edit.Change, error), undo,
		redo string) {
		t.Helper()
		state, _, err := do(ctx, "gullwing-point", on(revision))
		if err != nil {
			t.Fatal(err)
		}
		revision = state.Revision
		if state.Undo != undo || state.Redo != redo {
			t.Fatalf("then undo is %q and redo %q, want %q and %q", state.Undo, state.Redo, undo, redo)
		}
	}
	step(s.Undo, "Tide table: 5 at wide", "Tide table: 2_6 at wide")
	s.Close()
	s = open(t, dir)
	step(s.Undo, "Tide table: 4 at wide", "Tide table: 5 at wide")
	step(s.Undo, "", "Tide table: 4 at wide")
	if file, _ := s.File(ctx, "gullwing-point"); !bytes.Equal(file, demo.File()) {
		t.Error("undoing everything does not give the project as it came")
	}
	if _, _, err := s.Undo(ctx, "gullwing-point", on(revision)); err == nil {
		t.Error("there was one more to undo")
	}
	step(s.Redo, "Tide table: 4 at wide", "Tide table: 5 at wide")
	s.Close()
	s = open(t, dir)
	step(s.Redo, "Tide table: 5 at wide", "Tide table: 2_6 at wide")
	step(s.Redo, "Tide table: 2_6 at wide", "")
	if file, _ := s.File(ctx, "gullwing-point"); !bytes.Equal(file, edited) {
		t.Error("redoing everything does not give the project as it was edited")
	}
	step(s.Undo, "Tide table: 5 at wide", "Tide table: 2_6 at wide")
	state, _, err := s.Edit(ctx, "gullwing-point", on(revision), width("log", "6"))
	if err != nil || state.Redo != "" {
		t.Errorf("after a new edit redo is %q, %v", state.Redo, err)
	}
}

func TestRefusalsLoseNothing(t *testing.T) {
	ctx, s := context.Background(), stocked(t, t.TempDir())
	if _, _, err := s.Edit(ctx, "gullwing-point", on(1), width("log", "6")); err != nil {
		t.Fatal(err)
	}
	before, _ := s.File(ctx, "gullwing-point")
	var stale *StaleError
	if _, _, err := s.Edit(ctx, "gullwing-point", on(1), width("log", "7")); !errors.As(err, &stale) ||
		stale.Current != 2 {
		t.Errorf("a stale edit: %v", err)
	}
	if _, _, err := s.Edit(ctx, "gullwing-point", on(2), width("log", "13")); err == nil {
		t.Error("13 of 12 was taken")
	}
	if _, _, err := s.Edit(ctx, "elsewhere", on(1), width("log", "7")); !errors.Is(err, ErrNotFound) {
		t.Errorf("an unknown project: %v", err)
	}
	p, _ := demo.Project()
	if err := s.Add(ctx, p); err == nil || !strings.Contains(err.Error(), "an id that no project here has yet") {
		t.Errorf("the same id twice: %v", err)
	}
	if after, _ := s.File(ctx, "gullwing-point"); !bytes.Equal(before, after) {
		t.Error("a refused change changed the project")
	}
}

// A change that is sent again, because its answer never came, is not made again.
func TestDeedsAreDoneOnce(t *testing.T) {
	ctx, dir := t.Context(), t.TempDir()
	s := stocked(t, dir)
	for i, send := range []func(made Made) (*State, *edit.Change, error){
		func(made Made) (*State, *edit.Change, error) {
			return s.Edit(ctx, "gullwing-point", made, width("log", "6"))
		},
		func(made Made) (*State, *edit.Change, error) { return s.Undo(ctx, "gullwing-point", made) },
		func(made Made) (*State, *edit.Change, error) { return s.Redo(ctx, "gullwing-point", made) },
		func(made Made) (*State, *edit.Change, error) {
			return s.GoBack(ctx, "gullwing-point", made, 1, "front-page", "Back")
		},
	} {
		made := Made{Revision: 1 + i, Deed: fmt.Sprint("deed ", i)}
		if _, _, err := send(made); err != nil {
			t.Fatal(err)
		}
		s.Close()
		s = open(t, dir)
		for _, revision := range []int{made.Revision, made.Revision + 1} {
			var done *DoneError
			if _, _, err := send(Made{Revision: revision, Deed: made.Deed}); !errors.As(err, &done) ||
				done.Revision != made.Revision+1 {
				t.Errorf("sent again on revision %d: %v", revision, err)
			}
		}
	}
	if state, err := s.Load(ctx, "gullwing-point"); err != nil || state.Revision != 5 {
		t.Errorf("%v, %v", state, err)
	}
}

func BenchmarkEdit(b *testing.B) {
	ctx, s := context.Background(), stocked(b, b.TempDir())
	revision := 1
	for b.Loop() {
		state, _, err := s.Edit(ctx, "gullwing-point", on(revision), width("log", fmt.Sprint(1+revision%12)))
		if err != nil {
			b.Fatal(err)
		}
		revision = state.Revision
	}
}

// What was put away is put back with its journal, also after the store was opened again;
// a day later it goes.
func TestPutAwayAndBack(t *testing.T) {
	ctx, dir := t.Context(), t.TempDir()
	s, err := Open(ctx, dir)
	if err != nil {
		t.Fatal(err)
	}
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Add(ctx, p); err != nil {
		t.Fatal(err)
	}
	if _, _, err := s.Edit(ctx, p.ID, on(1),
		edit.Operation{Page: "front-page", Remove: &edit.Remove{Node: "log"}}); err != nil {
		t.Fatal(err)
	}
	for range 2 {
		if err := s.PutAway(ctx, p.ID); err != nil {
			t.Fatal(err)
		}
		if _, err := s.Load(ctx, p.ID); !errors.Is(err, ErrNotFound) {
			t.Errorf("put away: %v", err)
		}
		if err := s.PutBack(ctx, p.ID); err != nil {
			t.Fatal(err)
		}
	}
	if state, err := s.Load(ctx, p.ID); err != nil || state.Undo != "Delete Log" {
		t.Errorf("put back: %v, %v", state, err)
	}
	if err := s.PutBack(ctx, p.ID); !errors.Is(err, ErrNotFound) {
		t.Errorf("put back twice: %v", err)
	}
	if err := s.PutAway(ctx, p.ID); err != nil {
		t.Fatal(err)
	}
	s.Close()
	if s, err = Open(ctx, dir); err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	for age, want := range []bool{true, false} {
		_, err := s.db.ExecContext(ctx, `UPDATE projects SET away = away - ?`, age*90_000)
		if err := errors.Join(err, s.Sweep(ctx)); err != nil {
			t.Fatal(err)
		}
		if known, err := s.Known(ctx, p.ID); known != want || err != nil {
			t.Errorf("after %d days: %v, %v", age, known, err)
		}
	}
}

// A store that cannot be read, is gone, or is of a later version, is refused and left as it is;
// its files are the user's alone. Set aside, it is kept, and a new one begins.
func TestStoresThatAreRefused(t *testing.T) {
	ctx, dir := t.Context(), t.TempDir()
	file := filepath.Join(dir, fileName)
	stocked(t, dir).Close()
	if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("the store's file is %v, %v", info, err)
	}
	good, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	in := func(statement string) func() error {
		return func() error {
			db, err := sql.Open("sqlite", "file:"+file)
			if err != nil {
				return err
			}
			_, err = db.Exec(statement)
			return errors.Join(err, db.Close())
		}
	}
	write := func(b string) func() error { return func() error { return os.WriteFile(file, []byte(b), 0o600) } }
	for want, harm := range map[string]func() error{
		"a later version of Kit Rows wrote it (tables 99": in(
			`INSERT INTO goose_db_version (version_id, is_applied) VALUES (99, 1)`),
		"it is damaged; nothing was changed": write(strings.Repeat("no database", 1000)),
		"its file kitrows.db is empty":       write(""),
		"its file kitrows.db holds no projects any more": in(
			`PRAGMA foreign_keys = OFF; DROP TABLE points; DROP TABLE uses; DROP TABLE journal; DROP TABLE projects`),
		"its file kitrows.db is missing": func() error { return os.Remove(file) },
	} {
		if err := errors.Join(write(string(good))(), harm()); err != nil {
			t.Fatal(err)
		}
		before, _ := os.ReadFile(file)
		if s, err := Open(ctx, dir); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("got %v, %v, want %s", s, err, want)
		}
		if after, _ := os.ReadFile(file); !bytes.Equal(before, after) {
			t.Errorf("%s: it was changed", want)
		}
	}
	if err := write("no database")(); err != nil {
		t.Fatal(err)
	}
	to, err := SetAside(dir)
	if kept, read := os.ReadFile(to); err != nil || read != nil || string(kept) != "no database" {
		t.Errorf("set aside as %s: %v, %v", to, err, read)
	}
	if all, err := open(t, dir).List(ctx); err != nil || len(all) != 0 {
		t.Errorf("the new store has %v, %v", all, err)
	}
}

// What goes wrong with the disk is told by its cause; nothing of the change is kept, and it
// can be made when the trouble is over.
func TestTroubles(t *testing.T) {
	ctx, s := t.Context(), stocked(t, t.TempDir())
	other := open(t, filepath.Dir(file(t, s)))
	for want, c := range map[string]struct{ cause, over string }{
		"The disk is full": {`VACUUM; PRAGMA max_page_count = 1`, `PRAGMA max_page_count = 1000000`},
		"is read-only":     {`PRAGMA query_only = ON`, `PRAGMA query_only = OFF`},
		"Another program has been using the store": {`PRAGMA busy_timeout = 1`, `PRAGMA busy_timeout = 5000`},
	} {
		if _, err := s.db.Exec(c.cause); err != nil {
			t.Fatal(err)
		}
		release := func() error { return nil }
		if strings.Contains(c.cause, "busy") {
			tx, err := other.db.Begin()
			if err != nil {
				t.Fatal(err)
			}
			release = tx.Rollback
		}
		before, _ := s.Load(ctx, "gullwing-point")
		p, _ := demo.Project()
		p.ID = "another"
		err := s.Add(ctx, p)
		var trouble *TroubleError
		if !errors.As(err, &trouble) || !strings.Contains(trouble.Said, want) {
			t.Errorf("%s: %v", want, err)
		}
		_, over := s.db.Exec(c.over)
		if err := errors.Join(release(), over); err != nil {
			t.Fatal(err)
		}
		if _, _, err := s.Edit(ctx, "gullwing-point", on(before.Revision), width("log", "6")); err != nil {
			t.Errorf("after %s: %v", want, err)
		}
	}
	if all, err := s.List(ctx); err != nil || len(all) != 1 {
		t.Errorf("%d projects, %v", len(all), err)
	}
}

// file is the store's file.
func file(t *testing.T, s *Store) (name string) {
	t.Helper()
	if err := s.db.QueryRow(`SELECT file FROM pragma_database_list`).Scan(&name); err != nil {
		t.Fatal(err)
	}
	return name
}

// What another program does to the store is seen at once, and it takes nothing away that
// can still be put back.
func TestTwoProgramsOnOneStore(t *testing.T) {
	ctx, dir := t.Context(), t.TempDir()
	s := stocked(t, dir)
	if err := s.PutAway(ctx, "gullwing-point"); err != nil {
		t.Fatal(err)
	}
	other := open(t, dir)
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	if err := other.Add(ctx, p); err == nil || !strings.Contains(err.Error(), "can still be restored") {
		t.Errorf("over a project that was put away: %v", err)
	}
	if err := s.PutBack(ctx, p.ID); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Load(ctx, p.ID); err != nil { // it is kept now, at revision 1
		t.Fatal(err)
	}
	if touched, err := s.Touched(ctx); touched || err != nil {
		t.Errorf("nobody else changed anything: %v, %v", touched, err)
	}
	p.Name = "Another"
	if err := errors.Join(other.Remove(ctx, p.ID), other.Add(ctx, p)); err != nil {
		t.Fatal(err)
	}
	if touched, err := s.Touched(ctx); !touched || err != nil {
		t.Errorf("another program changed it: %v, %v", touched, err)
	}
	state, _, err := s.Edit(ctx, p.ID, on(1), width("log", "6"))
	if err != nil || state.Project.Name != "Another" {
		t.Fatalf("an edit was made on what had been kept: %v, %v", state, err)
	}
	if state, err := other.Load(ctx, p.ID); err != nil || state.Revision != 2 {
		t.Errorf("the other program sees %v, %v", state, err)
	}
}

// A project that an older version of the program wrote is read as this version's,
// and the first edit writes it so.
func TestOlderProjectsAreRead(t *testing.T) {
	ctx, dir := t.Context(), t.TempDir()
	s := open(t, dir)
	if _, err := s.db.ExecContext(ctx, `INSERT INTO projects (id, revision, document) VALUES ('gullwing-point', 7, ?)`,
		sample.FirstVersion); err != nil {
		t.Fatal(err)
	}
	state, err := s.Load(ctx, "gullwing-point")
	if err != nil || state.Project.Version != project.Version || state.Project.Kits[0].Columns.N() != 12 {
		t.Fatalf("read as %+v, %v", state, err)
	}
	if _, _, err := s.Edit(ctx, "gullwing-point", on(7), width("mark", "5")); err != nil {
		t.Fatal(err)
	}
	file, err := s.File(ctx, "gullwing-point")
	if err != nil || !bytes.Contains(file, []byte(`"version": 8`)) {
		t.Errorf("written as %.60s, %v", file, err)
	}
	if _, err := project.Decode(bytes.NewReader(file)); err != nil {
		t.Error(err)
	}
}

// However one goes back and forth, with restarts between, what stands at a place in the
// history is the same bytes as when it was made, and so is every revision at the end.
func TestBackAndForth(t *testing.T) {
	ctx, dir, r := context.Background(), t.TempDir(), sample.New(17)
	s := stocked(t, dir)
	file := func() string {
		b, err := s.File(ctx, "gullwing-point")
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	line, at, revision := []string{file()}, 0, 1 // what undo and redo walk along
	met := map[string]int{}
	was := []string{"", file()}
	for range 240 {
		var state *State
		var err error
		what := []string{"edit", "edit", "undo", "undo", "redo", "go back", "restart"}[r.IntN(7)]
		switch what {
		case "edit":
			cell := []string{"log", "tide-table", "mark"}[r.IntN(3)]
			state, _, err = s.Edit(ctx, "gullwing-point", on(revision), width(cell, fmt.Sprint(1+r.IntN(11))))
		case "go back":
			state, _, err = s.GoBack(ctx, "gullwing-point", on(revision), 1+r.IntN(revision), "front-page", "Back")
		case "undo":
			state, _, err = s.Undo(ctx, "gullwing-point", on(revision))
		case "redo":
			state, _, err = s.Redo(ctx, "gullwing-point", on(revision))
		case "restart":
			s.Close()
			s = open(t, dir)
		}
		switch {
		case what == "restart":
		case err != nil: // nothing to undo or redo
			if what == "undo" && at > 0 || what == "redo" && at < len(line)-1 || what == "edit" || what == "go back" {
				t.Fatalf("%s at %d of %d: %v", what, at, len(line), err)
			}
			what = "no " + what
		case what == "edit" || what == "go back":
			at, revision = at+1, state.Revision
			line = append(line[:at], file())
		case what == "undo":
			at, revision = at-1, state.Revision
		case what == "redo":
			at, revision = at+1, state.Revision
		}
		if met[what]++; revision == len(was) {
			was = append(was, file())
		}
		if file() != line[at] {
			t.Fatalf("after %s, at %d of %d, the project is another", what, at, len(line))
		}
	}
	for revision := 1; revision < len(was); revision++ {
		p, err := s.At(ctx, "gullwing-point", revision)
		if err != nil {
			t.Fatal(err)
		}
		if b, err := p.Encode(); err != nil || string(b) != was[revision] {
			t.Errorf("revision %d is not as it was: %v", revision, err)
		}
	}
	if len(was) < 2*wholeEvery || met["go back"] < 10 || met["undo"] < 10 || met["redo"] < 5 || met["restart"] < 5 ||
		met["no redo"] == 0 {
		t.Errorf("the walk met %v: too little", met)
	}
}

// A project that cannot be read stays on the shelf beside the others, with the reason.
func TestUnreadableProjects(t *testing.T) {
	ctx, s := t.Context(), stocked(t, t.TempDir())
	pic := project.NewFile([]byte("<svg/>"))
	if _, err := s.db.Exec(`INSERT INTO files VALUES (?, ?)`, pic.Digest(), pic.Bytes()); err != nil {
		t.Fatal(err)
	}
	named := `{"format":"kitrows","version":99,"pictures":[{"data":"sha256:` + pic.Digest() + `"}]}`
	for id, document := range map[string]string{"named": named, "torn": `{"format":"kit`,
		"later": `{"format":"kitrows","version":99}`} {
		_, err := s.db.ExecContext(ctx, `INSERT INTO projects (id, revision, document) VALUES (?, 3, ?)`, id,
			[]byte(document))
		if err != nil {
			t.Fatal(err)
		}
	}
	all, err := s.List(ctx)
	if err != nil || len(all) != 4 {
		t.Fatalf("%d projects, %v", len(all), err)
	}
	if file, err := s.File(ctx, "named"); err != nil || !strings.Contains(string(file), `"data": "PHN2Zy8+"`) {
		t.Errorf("its picture is not in %s: %v", file, err)
	}
	for _, state := range all {
		if (state.ID == "gullwing-point") != (state.Unreadable == nil) || state.Unreadable == nil &&
			state.Project == nil {
			t.Errorf("%s: %v, %v", state.ID, state.Project, state.Unreadable)
		}
		if file, err := s.File(ctx, state.ID); err != nil || len(file) == 0 {
			t.Errorf("%s cannot be had as a file: %v", state.ID, err)
		}
		if state.ID == "later" && !strings.Contains(state.Unreadable.Error(), "version") {
			t.Errorf("a later version: %v", state.Unreadable)
		}
	}
}

// Pictures are stored once, whatever is done with them: an edit beside 10 MB of them, going
// back and a copy of the project write little, and what nobody needs any more is taken away.
func TestPicturesAreStoredOnce(t *testing.T) {
	ctx, dir := t.Context(), t.TempDir()
	s := open(t, dir)
	written := func() int {
		var n int
		if err := s.db.QueryRow(`SELECT page_count * page_size FROM pragma_page_count, pragma_page_size`).Scan(
			&n); err != nil {
			t.Fatal(err)
		}
		return n
	}
	log := func() int {
		if _, err := s.db.Exec(`PRAGMA wal_checkpoint(TRUNCATE)`); err != nil {
			t.Fatal(err)
		}
		return 0
	}
	grown := func() int {
		info, err := os.Stat(filepath.Join(dir, fileName+"-wal"))
		if err != nil {
			t.Fatal(err)
		}
		return int(info.Size())
	}
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	for i := range 10 {
		drawing := fmt.Sprintf(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 %d">%s</svg>`, i+1,
			noise(1_000_000, uint64(i)))
		p.Pictures = append(p.Pictures, &project.Picture{ID: fmt.Sprint("big-", i), File: fmt.Sprintf("big-%d.svg", i),
			Type: "image/svg+xml", Data: project.NewFile([]byte(drawing))})
	}
	if err := errors.Join(p.Check(), s.Add(ctx, p)); err != nil {
		t.Fatal(err)
	}
	twin := *p
	twin.ID = "twin"
	if err := s.Add(ctx, &twin); err != nil {
		t.Fatal(err)
	}
	if n := written(); n > 11_000_000 {
		t.Errorf("two projects of the same 10 MB take %d bytes", n)
	}
	change := func(what string, do func() (*State, *edit.Change, error)) {
		t.Helper()
		log()
		if _, _, err := do(); err != nil {
			t.Fatal(err)
		}
		if n := grown(); n > 64_000 {
			t.Errorf("%s writes %d bytes", what, n)
		}
	}
	change("an edit", func() (*State, *edit.Change, error) { return s.Edit(ctx, p.ID, on(1), width("log", "6")) })
	change("going back", func() (*State, *edit.Change, error) {
		return s.GoBack(ctx, p.ID, on(2), 1, "front-page", "Back")
	})
	change("undoing it", func() (*State, *edit.Change, error) { return s.Undo(ctx, p.ID, on(3)) })
	s.Close()
	s = open(t, dir)
	for revision := 1; revision <= 4; revision++ {
		if then, err := s.At(ctx, p.ID, revision); err != nil ||
			then.Pictures[3].Data.Len() != p.Pictures[3].Data.Len() {
			t.Errorf("revision %d lost its pictures: %v", revision, err)
		}
	}
	if err := errors.Join(s.Remove(ctx, p.ID), s.Sweep(ctx)); err != nil {
		t.Fatal(err)
	}
	file, err := s.File(ctx, twin.ID)
	if want, _ := twin.Encode(); err != nil || !bytes.Equal(file, want) {
		t.Errorf("the copy lost something with the first: %v", err)
	}
	if _, err := project.Decode(bytes.NewReader(file)); err != nil {
		t.Errorf("a file of %d bytes does not come in again: %v", len(file), err)
	}
	var files int
	err = errors.Join(s.Remove(ctx, twin.ID), s.Sweep(ctx), s.db.QueryRow(`SELECT count(*) FROM files`).Scan(&files))
	if err != nil || files > 0 {
		t.Errorf("%d files are left, %v", files, err)
	}
}

// noise is so many letters that do not compress.
func noise(n int, seed uint64) string {
	r := sample.New(seed)
	b := make([]byte, n)
	for i := range b {
		b[i] = byte('a' + r.IntN(26))
	}
	return string(b)
}
