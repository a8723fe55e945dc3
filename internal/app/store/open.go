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
	"syscall"

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver
)

//go:embed migrations/*.sql
var migrations embed.FS

// fileName is the store's file in its directory, and aboutName one beside it that says what
// it is: where that stands, the store was begun, and is neither missing nor empty.
const (
	fileName  = "kitrows.db"
	aboutName = "about.txt"
	about     = "kitrows.db holds projects laid out with Kit Rows, and their history. Copy it while Kit Rows is " +
		"not running.\n"
)

// What a refused store's message ends with.
const (
	wayOut  = "Put a copy of it back, or set it aside and begin a new one with --set-aside"
	another = "or choose another store with --data"
)

// Open opens the store in dir, which it makes when missing, and brings its
// tables up to date. Both are the user's alone. A store that is damaged, that is gone from
// where it was, or that a later version wrote, is refused and left as it is.
func Open(ctx context.Context, dir string) (*Store, error) {
	s, err := opened(ctx, dir)
	if err != nil {
		return nil, fmt.Errorf("the store in %s: %w", dir, plainly(trouble(err)))
	}
	return s, nil
}

func opened(ctx context.Context, dir string) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, err
	}
	name := filepath.Join(dir, fileName)
	_, err := os.Stat(filepath.Join(dir, aboutName))
	begun := err == nil
	switch info, err := os.Stat(name); {
	case begun && errors.Is(err, fs.ErrNotExist):
		return nil, fmt.Errorf("its file %s is missing. %s", fileName, wayOut)
	case begun && err == nil && info.Size() == 0:
		return nil, fmt.Errorf("its file %s is empty. %s", fileName, wayOut)
	}
	file, err := os.OpenFile(name, os.O_CREATE|os.O_RDWR, 0o600) // SQLite's other files have its mode
	if err == nil {
		err = errors.Join(file.Chmod(0o600), file.Close())
	}
	if err != nil {
		return nil, err
	}
	s, err := connected(name)
	if err != nil {
		return nil, err
	}
	err = s.begin(ctx, begun)
	if err == nil && !begun {
		err = os.WriteFile(filepath.Join(dir, aboutName), []byte(about), 0o600)
	}
	if err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

// connected makes a store of a file, of which nothing is read yet.
func connected(name string) (*Store, error) {
	address := "file:" + filepath.ToSlash(name) + "?_pragma=busy_timeout(5000)"
	db, err := sql.Open("sqlite", address+"&_txlock=immediate"+
		"&_pragma=journal_mode(WAL)"+
		"&_pragma=foreign_keys(ON)"+
		"&_pragma=synchronous(FULL)")
	if err != nil {
		return nil, err
	}
	db.SetMaxOpenConns(1)
	readers, err := sql.Open("sqlite", address+"&_txlock=deferred&_pragma=query_only(ON)")
	if err != nil {
		return nil, err
	}
	readers.SetMaxOpenConns(4)
	return &Store{db: db, readers: readers, known: map[string]known{}}, nil
}

// begin brings the tables up to date; those of a store that was begun must be there.
func (s *Store) begin(ctx context.Context, begun bool) error {
	var tables int
	err := s.readers.QueryRowContext(ctx, `SELECT count(*) FROM sqlite_master WHERE name = 'projects'`).Scan(&tables)
	if err != nil {
		return err
	}
	if begun && tables == 0 {
		return fmt.Errorf("its file %s holds no projects any more. %s", fileName, wayOut)
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, s.db, files)
	if err != nil {
		return err
	}
	version, err := p.GetDBVersion(ctx)
	if err != nil {
		return err
	}
	sources := p.ListSources()
	if newest := sources[len(sources)-1].Version; version > newest {
		return fmt.Errorf("a later version of Kit Rows wrote it (tables %d, this one knows %d); nothing was "+
			"changed. Use that version, %s", version, newest, another)
	}
	if _, err := p.Up(ctx); err != nil {
		return err
	}
	_, err = s.Touched(ctx)
	return err
}

// SetAside gives the files of the store in dir other names, so that Open begins a new one,
// and returns the new name of the store's file; it is empty when there was none.
func SetAside(dir string) (string, error) {
	to := ""
	for n := 1; to == ""; n++ {
		free := filepath.Join(dir, fmt.Sprintf("set-aside-%d-%s", n, fileName))
		if _, err := os.Stat(free); errors.Is(err, fs.ErrNotExist) {
			to = free
		} else if err != nil {
			return "", err
		}
	}
	moved := ""
	for _, end := range []string{"", "-wal", "-shm"} {
		err := os.Rename(filepath.Join(dir, fileName+end), to+end)
		if err == nil {
			moved = to
		} else if !errors.Is(err, fs.ErrNotExist) {
			return "", err
		}
	}
	if err := os.Remove(filepath.Join(dir, aboutName)); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return "", err
	}
	return moved, nil
}

// plainly says what is wrong with a directory or file, and what to do.
func plainly(err error) error {
	said := ""
	var t *TroubleError
	switch {
	case errors.As(err, &t):
		err = t.err
		switch {
		case t.damaged:
			said = "it is damaged; nothing was changed. " + wayOut
		case t.Full:
			said = "the disk is full. Make room on it, " + another
		default:
			said = t.Said
		}
	case errors.Is(err, fs.ErrPermission), errors.Is(err, syscall.EROFS):
		said = "it cannot be written. Make the directory and its files writable, " + another
	case errors.Is(err, syscall.ENOSPC):
		said = "the disk is full. Make room on it, " + another
	case errors.Is(err, syscall.ENOTDIR), errors.Is(err, fs.ErrExist):
		said = "it is no directory. Choose another with --data"
	default:
		return err
	}
	return fmt.Errorf("%s (%w)", said, err)
}
