package store

import (
	"context"
	"database/sql"
	"errors"

	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// A Moment is one revision in a project's history.
type Moment struct {
	Revision int
	Kind     string // edit, undo or redo; empty of the first, with which the project came
	Summary  string // what was done, undone or done again
	Name     string // of a named point; empty of others
}

// History gives a project's moments, the newest first, at most so many.
func (s *Store) History(ctx context.Context, id string, most int) ([]Moment, error) {
	var all []Moment
	err := s.see(ctx, func(tx *sql.Tx) error {
		state, err := s.load(ctx, tx, id)
		if err != nil {
			return err
		}
		rows, err := tx.QueryContext(ctx,
			`SELECT j.revision, j.kind, j.summary, coalesce(p.name, '') FROM journal j
			 LEFT JOIN points p ON p.project = j.project AND p.revision = j.revision
			 WHERE j.project = ? ORDER BY j.revision DESC LIMIT ?`, id, most)
		if err != nil {
			return err
		}
		defer rows.Close()
		for rows.Next() {
			var m Moment
			if err := rows.Scan(&m.Revision, &m.Kind, &m.Summary, &m.Name); err != nil {
				return err
			}
			all = append(all, m)
		}
		if len(all) < most {
			first := Moment{Revision: state.Revision - len(all)}
			err := tx.QueryRowContext(ctx, `SELECT name FROM points WHERE project = ? AND revision = ?`, id,
				first.Revision).Scan(&first.Name)
			if err != nil && !errors.Is(err, sql.ErrNoRows) {
				return err
			}
			all = append(all, first)
		}
		return rows.Err()
	})
	return all, err
}

// At gives a project as it was at a revision, from 1 to the current one.
func (s *Store) At(ctx context.Context, id string, revision int) (p *project.Project, err error) {
	err = s.see(ctx, func(tx *sql.Tx) error {
		p, err = s.at(ctx, tx, id, revision)
		return err
	})
	return p, err
}

// at takes back what was done after the revision, from the nearest revision after
// it that is kept whole. A change of the whole project is never on the way: enter keeps
// the revision before it.
func (s *Store) at(ctx context.Context, tx *sql.Tx, id string, revision int) (*project.Project, error) {
	state, err := s.load(ctx, tx, id)
	if err != nil {
		return nil, err
	}
	if revision < 1 || revision > state.Revision {
		return nil, fault.New("revision", revision, "1 to %d", state.Revision)
	}
	p, from := state.Project, state.Revision
	var document []byte
	err = tx.QueryRowContext(ctx,
		`SELECT revision, document FROM points WHERE project = ? AND revision >= ? ORDER BY revision LIMIT 1`, id,
		revision).
		Scan(&from, &document)
	if err == nil {
		p, err = readProject(document, filesIn(ctx, tx))
	}
	if err != nil && !errors.Is(err, sql.ErrNoRows) {
		return nil, err
	}
	for ; from > revision; from-- {
		if p, err = s.across(ctx, tx, id, from, "inverse", p); err != nil {
			return nil, err
		}
	}
	return p, nil
}

// across is a project with what a revision did, or with what takes that back: the operation or the inverse in its
// journal.
func (s *Store) across(ctx context.Context, tx *sql.Tx, id string, revision int, column string, p *project.Project) (
	*project.Project, error) {
	var written []byte
	if err := tx.QueryRowContext(ctx, `SELECT `+column+` FROM journal WHERE project = ? AND revision = ?`, id,
		revision).
		Scan(&written); err != nil {
		return nil, err
	}
	o, err := s.readOperation(ctx, tx, id, written)
	if err != nil {
		return nil, err
	}
	change, err := edit.Apply(p, o)
	if err != nil {
		return nil, err
	}
	return change.Project, nil
}

// wholeEvery is how many revisions lie between two that are kept whole.
const wholeEvery = 64

// keepPoint keeps a revision whole, unless it is.
func keepPoint(ctx context.Context, tx *sql.Tx, state *State, document []byte) error {
	_, err := tx.ExecContext(ctx,
		`INSERT OR IGNORE INTO points (project, revision, name, document) VALUES (?, ?, '', ?)`, state.ID,
		state.Revision, document)
	return err
}

// Name gives a revision a name, by which it is found again; an empty one takes the
// name away.
func (s *Store) Name(ctx context.Context, id string, revision int, name string) error {
	p, err := s.At(ctx, id, revision)
	if err != nil {
		return err
	}
	if name != "" {
		if err := page.CheckName(name); err != nil {
			return err
		}
	}
	var w scribe
	document, err := w.document(p)
	if err != nil {
		return err
	}
	return s.change(ctx, func(tx *sql.Tx) error {
		if name == "" {
			_, err := tx.ExecContext(ctx, `UPDATE points SET name = '' WHERE project = ? AND revision = ?`, id,
				revision)
			return err
		}
		_, err := tx.ExecContext(ctx,
			`INSERT INTO points (project, revision, name, document) VALUES (?, ?, ?, ?)
			 ON CONFLICT (project, revision) DO UPDATE SET name = excluded.name`, id, revision, name, document)
		return err
	})
}
