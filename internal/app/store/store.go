// Package store keeps projects in SQLite with a journal of every edit. What it
// has answered is on disk: a killed process loses nothing acknowledged.
package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"sync"

	"kitrows/internal/grid/fault"
	"kitrows/internal/project"
)

// ErrNotFound is the error for a project that is not in the store.
var ErrNotFound = errors.New("no such project")

// A StaleError refuses a change that was made on a revision that is no longer
// the current one; Changed says that it cannot be made on that, for what it speaks of is another there.
type StaleError struct {
	Made, Current int
	Changed       bool
}

// A DoneError answers a change that was made already, when it was sent the first time.
type DoneError struct{ Revision int } // the project's revision after it

func (e *DoneError) Error() string {
	return fmt.Sprintf("this change was made already, as revision %d", e.Revision)
}

func (e *StaleError) Error() string {
	return fmt.Sprintf("the change was made on revision %d, the project is at revision %d", e.Made, e.Current)
}

// A Store is open on one data directory. Its methods may be called at the same
// time; changes happen one after another, and reading waits for none of them.
type Store struct {
	db      *sql.DB // the one connection that changes it
	readers *sql.DB // connections that cannot

	mu      sync.Mutex
	known   map[string]known       // the projects that were loaded last, by id
	version int                    // of the database as the writing connection sees it; other connections raise it
	lines   map[string]*sync.Mutex // in which the changes of a project wait for one another, by its id
}

// known is a project as it was read from its document. Projects are never changed
// in place, so it may be handed out again as long as its mark is the current one.
type known struct {
	mark    mark
	project *project.Project
}

// A mark tells one state of a project from every other on the store.
type mark struct {
	birth    int64 // random, of a project and its whole history
	revision int
}

// mostKnown is how many projects are kept.
const mostKnown = 20

// keep keeps a project for the next time it is read. An older revision takes no newer
// one's place.
func (s *Store) keep(m mark, p *project.Project) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if k, ok := s.known[p.ID]; ok && k.mark.birth == m.birth && k.mark.revision > m.revision {
		return
	}
	if len(s.known) >= mostKnown {
		clear(s.known)
	}
	s.known[p.ID] = known{m, p}
}

// line is where the changes of a project wait for one another.
func (s *Store) line(id string) *sync.Mutex {
	s.mu.Lock()
	defer s.mu.Unlock()
	l := s.lines[id]
	if l == nil {
		if s.lines == nil {
			s.lines = map[string]*sync.Mutex{}
		}
		l = &sync.Mutex{}
		s.lines[id] = l
	}
	return l
}

// forget drops what is kept of a project, when one of its revisions may not have come
// on disk.
func (s *Store) forget(id string) {
	s.mu.Lock()
	defer s.mu.Unlock()
	delete(s.known, id)
}

// kept gives a project that was kept, if it is the one of that mark.
func (s *Store) kept(id string, m mark) *project.Project {
	s.mu.Lock()
	defer s.mu.Unlock()
	if k := s.known[id]; k.mark == m {
		return k.project
	}
	return nil
}

// Sweep takes away what was put away more than a day ago, and files that nothing uses.
func (s *Store) Sweep(ctx context.Context) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		_, err := tx.ExecContext(ctx,
			`DELETE FROM projects WHERE removed = 1 AND coalesce(away, 0) < unixepoch() - 86400`)
		if err != nil {
			return err
		}
		if _, err = tx.ExecContext(ctx, `DELETE FROM measures WHERE project NOT IN (SELECT id FROM projects)`); err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, `DELETE FROM files WHERE digest NOT IN (SELECT digest FROM uses)`)
		return err
	})
}

// Touched reports whether another program has changed the store since it was last asked.
func (s *Store) Touched(ctx context.Context) (bool, error) {
	var version int
	if err := s.db.QueryRowContext(ctx, `PRAGMA data_version`).Scan(&version); err != nil {
		return false, err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	touched := version != s.version && s.version != 0
	s.version = version
	return touched, nil
}

// Close closes the store.
func (s *Store) Close() error { return errors.Join(s.readers.Close(), s.db.Close()) }

// A State is a project as it stands.
type State struct {
	Project  *project.Project
	Revision int    // from 1, one more with every change
	Undo     string // what undo would undo, empty when there is nothing
	Redo     string // what redo would do again

	ID         string
	Unreadable error // in lists: why its document cannot be read; the project is nil then

	birth int64
}

func (state *State) mark() mark { return mark{state.birth, state.Revision} }

// List gives every project in the order they came, with those that cannot be read. Their
// pictures may be without their files.
func (s *Store) List(ctx context.Context) (all []*State, err error) {
	err = s.see(ctx, func(tx *sql.Tx) error {
		rows, err := tx.QueryContext(ctx,
			`SELECT id, birth, revision, document, written FROM projects WHERE removed = 0 ORDER BY place`)
		if err != nil {
			return err
		}
		defer rows.Close()
		var documents []held
		for rows.Next() {
			var state State
			var h held
			if err := rows.Scan(&state.ID, &state.birth, &state.Revision, &h.document, &h.revision); err != nil {
				return err
			}
			if state.Project = s.kept(state.ID, state.mark()); state.Project != nil {
				h = held{}
			}
			all, documents = append(all, &state), append(documents, h)
		}
		for i, state := range all {
			if state.Project == nil {
				state.Project, state.Unreadable = s.read(ctx, tx, state.ID, state.Revision, documents[i], noFiles)
			}
		}
		return rows.Err()
	})
	return all, err
}

// Load gives one project, or ErrNotFound.
func (s *Store) Load(ctx context.Context, id string) (state *State, err error) {
	err = s.see(ctx, func(tx *sql.Tx) error {
		if state, err = s.load(ctx, tx, id); err != nil {
			return err
		}
		return state.ahead(ctx, tx)
	})
	return state, err
}

// File gives a project's file, as this version writes it. One that cannot be read is given as
// it was written.
func (s *Store) File(ctx context.Context, id string) (file []byte, err error) {
	err = s.see(ctx, func(tx *sql.Tx) error {
		var h held
		var revision int
		err := tx.QueryRowContext(ctx, `SELECT document, written, revision FROM projects WHERE id = ? AND removed = 0`,
			id).
			Scan(&h.document, &h.revision, &revision)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		if err != nil {
			return err
		}
		find := filesIn(ctx, tx)
		if p, err := s.read(ctx, tx, id, revision, h, find); err == nil {
			file, err = p.Encode()
			return err
		}
		file, err = asWritten(h.document, find)
		return err
	})
	return file, err
}

// Add takes a project in at revision 1. It refuses an id that the store has already, be it
// of a project that was put away.
func (s *Store) Add(ctx context.Context, p *project.Project) error {
	var w scribe
	document, err := w.document(p)
	if err != nil {
		return err
	}
	return s.change(ctx, func(tx *sql.Tx) error {
		var removed bool
		err := tx.QueryRowContext(ctx, `SELECT removed FROM projects WHERE id = ?`, p.ID).Scan(&removed)
		switch {
		case err == nil && removed:
			return fault.New("id", p.ID, "another id: a deleted project has this one, and can still be restored")
		case err == nil:
			return fault.New("id", p.ID, "an id that no project here has yet")
		case !errors.Is(err, sql.ErrNoRows):
			return err
		}
		if _, err = tx.ExecContext(ctx,
			`INSERT INTO projects (id, birth, revision, document, written) VALUES (?, random(), 1, ?, 1)`, p.ID,
			document); err != nil {
			return err
		}
		return w.keepFiles(ctx, tx, p.ID)
	})
}

// Known reports whether an id is a project's, or that of one that was put away.
func (s *Store) Known(ctx context.Context, id string) (known bool, err error) {
	err = s.readers.QueryRowContext(ctx, `SELECT count(*) > 0 FROM projects WHERE id = ?`, id).Scan(&known)
	return known, err
}

// PutAway takes a project off the shelf with its journal, and PutBack puts it
// where it was, for a day at least. Both give ErrNotFound where there
// is nothing to take or to put.
func (s *Store) PutAway(ctx context.Context, id string) error { return s.put(ctx, id, 1) }

// PutBack undoes PutAway.
func (s *Store) PutBack(ctx context.Context, id string) error { return s.put(ctx, id, 0) }

func (s *Store) put(ctx context.Context, id string, removed int) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		result, err := tx.ExecContext(ctx,
			`UPDATE projects SET removed = ?, away = unixepoch() WHERE id = ? AND removed <> ?`, removed, id, removed)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrNotFound)
		}
		return nil
	})
}

// Remove takes a project and its journal away; one that is not there is no error.
func (s *Store) Remove(ctx context.Context, id string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		_, err := tx.ExecContext(ctx, `DELETE FROM projects WHERE id = ?`, id)
		return err
	})
}

// change runs f in a transaction that is on disk when change returns nil.
func (s *Store) change(ctx context.Context, f func(*sql.Tx) error) error { return within(ctx, s.db, f) }

// see runs f in a transaction that reads one state of the store, whatever is changed
// meanwhile.
func (s *Store) see(ctx context.Context, f func(*sql.Tx) error) error {
	return within(ctx, s.readers, f)
}

func within(ctx context.Context, db *sql.DB, f func(*sql.Tx) error) error {
	tx, err := db.BeginTx(ctx, nil)
	if err != nil {
		return trouble(err)
	}
	defer tx.Rollback()
	if err := f(tx); err != nil {
		return trouble(err)
	}
	return trouble(tx.Commit())
}

// load reads a project, without what undo and redo would do.
func (s *Store) load(ctx context.Context, tx *sql.Tx, id string) (*State, error) {
	state := &State{ID: id}
	err := tx.QueryRowContext(ctx, `SELECT birth, revision FROM projects WHERE id = ? AND removed = 0`, id).
		Scan(&state.birth, &state.Revision)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, ErrNotFound
	}
	if err != nil {
		return nil, err
	}
	if state.Project = s.kept(id, state.mark()); state.Project != nil {
		return state, nil
	}
	var h held
	if err := tx.QueryRowContext(ctx, `SELECT document, written FROM projects WHERE id = ?`, id).Scan(&h.document,
		&h.revision); err != nil {
		return nil, err
	}
	if state.Project, err = s.read(ctx, tx, id, state.Revision, h, filesIn(ctx, tx)); err != nil {
		return nil, err
	}
	s.keep(state.mark(), state.Project)
	return state, nil
}

// ahead finds out what undo and redo would do.
func (state *State) ahead(ctx context.Context, tx *sql.Tx) error {
	for _, next := range []struct {
		find    step
		summary *string
	}{{undo, &state.Undo}, {redo, &state.Redo}} {
		e, err := next.find.next(ctx, tx, state.ID)
		if err != nil {
			return err
		}
		if *next.summary = ""; e != nil {
			*next.summary = e.summary
		}
	}
	return nil
}
