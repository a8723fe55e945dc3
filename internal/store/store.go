// Package store keeps projects in SQLite with a journal of every edit. What it
// has answered is on disk: a killed process loses nothing acknowledged.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"sync"

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver

	"kitrows/internal/fault"
	"kitrows/internal/project"
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNotFound is the error for a project that is not in the store.
var ErrNotFound = errors.New("no such project")

// A StaleError refuses a change that was made on a revision that is no longer
// the current one.
type StaleError struct{ Made, Current int }

func (e *StaleError) Error() string {
	return fmt.Sprintf("the change was made on revision %d, the project is at revision %d", e.Made, e.Current)
}

// A Store is open on one data directory. Its methods may be called at the same
// time; changes happen one after another.
type Store struct {
	db *sql.DB

	mu      sync.Mutex
	known   map[string]known // the projects that were loaded last, by id
	version int              // of the database, which only other connections raise
	touched bool             // another program changed it, and nobody asked yet
}

// known is a project as it was read from its document. Projects are never changed
// in place, so it may be handed out again as long as its revision is the current one.
type known struct {
	revision int
	project  *project.Project
}

// mostKnown is how many projects are kept.
const mostKnown = 20

// keep keeps a project for the next time its revision is read.
func (s *Store) keep(revision int, p *project.Project) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if len(s.known) >= mostKnown {
		clear(s.known)
	}
	s.known[p.ID] = known{revision, p}
}

// forget drops what is kept of a project, when its revisions begin anew or one of
// them may not have come on disk.
func (s *Store) forget(id string) {
	s.mu.Lock()
	defer s.mu.Unlock()
	delete(s.known, id)
}

// kept gives a project that was kept, if it is of that revision.
func (s *Store) kept(id string, revision int) *project.Project {
	s.mu.Lock()
	defer s.mu.Unlock()
	if k := s.known[id]; k.revision == revision {
		return k.project
	}
	return nil
}

// fileName is the store's file in its directory, and aboutName one beside it that says what
// it is: where that stands, the store was begun, and is not empty.
const (
	fileName  = "kitrows.db"
	aboutName = "about.txt"
	about     = "kitrows.db holds projects laid out with Kit Rows, and their history. Copy it while Kit Rows is not running.\n"
)

// Open opens the store in dir, which it makes when missing, and brings its
// tables up to date. Both are the user's alone. A store that is damaged, or that a later
// version wrote, is refused and left as it is.
func Open(ctx context.Context, dir string) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, err
	}
	name := filepath.Join(dir, fileName)
	_, begun := os.Stat(filepath.Join(dir, aboutName))
	if info, err := os.Stat(name); err == nil && info.Size() == 0 && begun == nil {
		return nil, fmt.Errorf("the store %s is empty, so its projects are gone. Put a copy of it back, or delete the file to begin anew",
			name)
	}
	file, err := os.OpenFile(name, os.O_CREATE|os.O_RDWR, 0o600) // SQLite's other files have its mode
	if err == nil {
		err = errors.Join(file.Chmod(0o600), file.Close())
	}
	if err != nil {
		return nil, fmt.Errorf("the store cannot be opened: %w", err)
	}
	db, err := sql.Open("sqlite", "file:"+filepath.ToSlash(name)+
		"?_txlock=immediate"+
		"&_pragma=busy_timeout(5000)"+
		"&_pragma=journal_mode(WAL)"+
		"&_pragma=foreign_keys(ON)"+
		"&_pragma=synchronous(FULL)")
	if err != nil {
		return nil, err
	}
	db.SetMaxOpenConns(1)
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	provider, err := goose.NewProvider(goose.DialectSQLite3, db, files)
	if err == nil {
		err = upgrade(ctx, provider)
	}
	if err != nil {
		db.Close()
		return nil, fmt.Errorf("the store in %s: %w", dir, err)
	}
	if begun != nil {
		if err := os.WriteFile(filepath.Join(dir, aboutName), []byte(about), 0o600); err != nil {
			db.Close()
			return nil, err
		}
	}
	return &Store{db: db, known: map[string]known{}}, nil
}

// upgrade brings the tables up to date.
func upgrade(ctx context.Context, p *goose.Provider) error {
	version, err := p.GetDBVersion(ctx)
	if err != nil {
		return fmt.Errorf("it cannot be read; nothing was changed. Put a copy of it back, or choose another with --data (%w)", err)
	}
	sources := p.ListSources()
	if newest := sources[len(sources)-1].Version; version > newest {
		return fmt.Errorf("a later version of Kit Rows wrote it (tables %d, this one knows %d); nothing was changed. Use that version, or choose another store with --data",
			version, newest)
	}
	_, err = p.Up(ctx)
	return err
}

// Sweep takes away what was put away more than a day ago.
func (s *Store) Sweep(ctx context.Context) error {
	_, err := s.db.ExecContext(ctx, `DELETE FROM projects WHERE removed = 1 AND coalesce(away, 0) < unixepoch() - 86400`)
	return err
}

// Touched reports whether another program has changed the store since it was last asked.
func (s *Store) Touched(ctx context.Context) (bool, error) {
	if err := s.check(ctx, s.db); err != nil {
		return false, err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	touched := s.touched
	s.touched = false
	return touched, nil
}

// check forgets every project when another program, the command line say, has changed the
// store: a revision alone does not tell one project from another of its id.
func (s *Store) check(ctx context.Context, db interface {
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}) error {
	var version int
	if err := db.QueryRowContext(ctx, `PRAGMA data_version`).Scan(&version); err != nil {
		return err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if version != s.version {
		clear(s.known)
		s.touched = s.version > 0
		s.version = version
	}
	return nil
}

// Close closes the store.
func (s *Store) Close() error { return s.db.Close() }

// A State is a project as it stands.
type State struct {
	Project  *project.Project
	Revision int    // from 1, one more with every change
	Undo     string // what undo would undo, empty when there is nothing
	Redo     string // what redo would do again

	ID         string // in lists
	Unreadable error  // in lists: why its document cannot be read; the project is nil then
}

// List gives every project in the order they came, with those that cannot be read.
func (s *Store) List(ctx context.Context) ([]*State, error) {
	rows, err := s.db.QueryContext(ctx, `SELECT id, revision, document FROM projects WHERE removed = 0 ORDER BY place`)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var all []*State
	for rows.Next() {
		var state State
		var document []byte
		if err := rows.Scan(&state.ID, &state.Revision, &document); err != nil {
			return nil, err
		}
		state.Project, state.Unreadable = project.Reread(document)
		all = append(all, &state)
	}
	return all, rows.Err()
}

// Load gives one project, or ErrNotFound.
func (s *Store) Load(ctx context.Context, id string) (*State, error) {
	var state *State
	err := s.within(ctx, func(tx *sql.Tx) (err error) {
		state, err = s.load(ctx, tx, id)
		return err
	})
	return state, err
}

// File gives a project's file, byte for byte as Add or the last change wrote it.
func (s *Store) File(ctx context.Context, id string) ([]byte, error) {
	var document []byte
	err := s.db.QueryRowContext(ctx, `SELECT document FROM projects WHERE id = ? AND removed = 0`, id).Scan(&document)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, ErrNotFound
	}
	return document, err
}

// Add takes a project in at revision 1. It refuses an id that the store has already, be it
// of a project that was put away.
func (s *Store) Add(ctx context.Context, p *project.Project) error {
	document, err := p.Encode()
	if err != nil {
		return err
	}
	defer s.forget(p.ID)
	return s.within(ctx, func(tx *sql.Tx) error {
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
		_, err = tx.ExecContext(ctx, `INSERT INTO projects (id, revision, document) VALUES (?, 1, ?)`, p.ID, document)
		return err
	})
}

// Known reports whether an id is a project's, or that of one that was put away.
func (s *Store) Known(ctx context.Context, id string) (known bool, err error) {
	err = s.db.QueryRowContext(ctx, `SELECT count(*) > 0 FROM projects WHERE id = ?`, id).Scan(&known)
	return known, err
}

// PutAway takes a project off the shelf with its journal, and PutBack puts it
// where it was, for a day at least. Both give ErrNotFound where there
// is nothing to take or to put.
func (s *Store) PutAway(ctx context.Context, id string) error { return s.put(ctx, id, 1) }

// PutBack undoes PutAway.
func (s *Store) PutBack(ctx context.Context, id string) error { return s.put(ctx, id, 0) }

func (s *Store) put(ctx context.Context, id string, removed int) error {
	result, err := s.db.ExecContext(ctx,
		`UPDATE projects SET removed = ?, away = unixepoch() WHERE id = ? AND removed <> ?`, removed, id, removed)
	if err != nil {
		return err
	}
	if n, err := result.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, ErrNotFound)
	}
	return nil
}

// Remove takes a project and its journal away; one that is not there is no error.
func (s *Store) Remove(ctx context.Context, id string) error {
	defer s.forget(id)
	_, err := s.db.ExecContext(ctx, `DELETE FROM projects WHERE id = ?`, id)
	return err
}

// within runs f in a transaction that is on disk when within returns nil.
func (s *Store) within(ctx context.Context, f func(*sql.Tx) error) error {
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback()
	if err := s.check(ctx, tx); err != nil {
		return err
	}
	if err := f(tx); err != nil {
		return err
	}
	return tx.Commit()
}

func (s *Store) load(ctx context.Context, tx *sql.Tx, id string) (*State, error) {
	state := &State{}
	err := tx.QueryRowContext(ctx, `SELECT revision FROM projects WHERE id = ? AND removed = 0`, id).Scan(&state.Revision)
	if state.Project = s.kept(id, state.Revision); err == nil && state.Project == nil {
		if state, err = scan(tx.QueryRowContext(ctx, `SELECT revision, document FROM projects WHERE id = ?`,
			id)); err == nil {
			s.keep(state.Revision, state.Project)
		}
	}
	if errors.Is(err, sql.ErrNoRows) {
		return nil, ErrNotFound
	}
	if err != nil {
		return nil, err
	}
	for _, next := range []struct {
		find    step
		summary *string
	}{{undo, &state.Undo}, {redo, &state.Redo}} {
		entry, err := next.find.next(ctx, tx, id)
		if err != nil {
			return nil, err
		}
		if entry != nil {
			*next.summary = entry.summary
		}
	}
	return state, nil
}

func scan(row interface{ Scan(...any) error }) (*State, error) {
	var state State
	var document []byte
	if err := row.Scan(&state.Revision, &document); err != nil {
		return nil, err
	}
	p, err := project.Reread(document)
	state.Project = p
	return &state, err
}
