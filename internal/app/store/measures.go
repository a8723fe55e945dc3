package store

import (
	"context"
	"database/sql"
	"errors"
)

// Measures gives what was kept of a page's measures; nil where nothing was.
func (s *Store) Measures(ctx context.Context, project, page string) (text []byte, err error) {
	err = s.see(ctx, func(tx *sql.Tx) error {
		err := tx.QueryRowContext(ctx, `SELECT body FROM measures WHERE project = ? AND page = ?`, project, page).Scan(&text)
		if errors.Is(err, sql.ErrNoRows) {
			return nil
		}
		return err
	})
	return text, err
}

// KeepMeasures keeps a page's measures beside its project: they are no part of its history.
func (s *Store) KeepMeasures(ctx context.Context, project, page string, text []byte) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		_, err := tx.ExecContext(ctx, `INSERT INTO measures (project, page, body) VALUES (?, ?, ?)
			ON CONFLICT (project, page) DO UPDATE SET body = excluded.body`, project, page, text)
		return err
	})
}
