package store

import (
	"bytes"
	"context"
	"database/sql"
	"errors"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
)

// MaxShared is how many kits the library holds.
const MaxShared = 200

// Library gives the newest revision of every kit that projects share, by id. Each says in Shared
// which it is.
func (s *Store) Library(ctx context.Context) (all []*kit.Kit, err error) {
	err = s.see(ctx, func(tx *sql.Tx) error {
		rows, err := tx.QueryContext(ctx, `SELECT id, max(revision), file FROM library GROUP BY id ORDER BY id`)
		if err != nil {
			return err
		}
		defer rows.Close()
		for rows.Next() {
			var of kit.Shared
			var file []byte
			if err := rows.Scan(&of.ID, &of.Revision, &file); err != nil {
				return err
			}
			k, err := sharedKit(of, file)
			if err != nil {
				return err
			}
			all = append(all, k)
		}
		return rows.Err()
	})
	return all, err
}

// Newest gives the newest revision of a kit of the library, or ErrNotFound.
func (s *Store) Newest(ctx context.Context, id string) (k *kit.Kit, err error) {
	err = s.see(ctx, func(tx *sql.Tx) error {
		of, file, err := newest(ctx, tx, id)
		if err == nil {
			k, err = sharedKit(of, file)
		}
		return err
	})
	return k, err
}

// Share puts a kit into the library: as the next revision of the one it is, if it is of that one's
// newest, or else as a new one under an id that is free. It gives which it is now. A kit that is
// as the newest revision makes no other. A StaleError tells that the library has a newer one.
func (s *Store) Share(ctx context.Context, k *kit.Kit, freeID func(taken func(string) bool) string) (of kit.Shared,
	err error) {
	if err := infer.Check(k); err != nil {
		return of, err
	}
	file, err := project.EncodeKit(k)
	if err != nil {
		return of, err
	}
	err = s.change(ctx, func(tx *sql.Tx) error {
		if k.Shared != nil {
			had, was, err := newest(ctx, tx, k.Shared.ID)
			switch {
			case err == nil && had.Revision != k.Shared.Revision:
				return &StaleError{Made: k.Shared.Revision, Current: had.Revision}
			case err == nil && bytes.Equal(file, was):
				of = had
				return nil
			case err == nil:
				of = kit.Shared{ID: had.ID, Revision: had.Revision + 1}
				return keepShared(ctx, tx, of, file)
			case !errors.Is(err, ErrNotFound):
				return err
			}
		}
		var count int
		if err := tx.QueryRowContext(ctx, `SELECT count(DISTINCT id) FROM library`).Scan(&count); err != nil {
			return err
		}
		if count >= MaxShared {
			return fault.New("kit", count, "fewer than %d kits in the library: remove one first", MaxShared)
		}
		of = kit.Shared{ID: freeID(func(id string) bool {
			_, _, err := newest(ctx, tx, id)
			return err == nil
		}), Revision: 1}
		return keepShared(ctx, tx, of, file)
	})
	return of, err
}

// Unshare takes a kit out of the library, with all its revisions. Projects keep theirs.
func (s *Store) Unshare(ctx context.Context, id string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		result, err := tx.ExecContext(ctx, `DELETE FROM library WHERE id = ?`, id)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrNotFound)
		}
		return nil
	})
}

func newest(ctx context.Context, tx *sql.Tx, id string) (of kit.Shared, file []byte, err error) {
	of.ID = id
	err = tx.QueryRowContext(ctx, `SELECT revision, file FROM library WHERE id = ? ORDER BY revision DESC LIMIT 1`, id).
		Scan(&of.Revision, &file)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return of, file, err
}

func keepShared(ctx context.Context, tx *sql.Tx, of kit.Shared, file []byte) error {
	_, err := tx.ExecContext(ctx, `INSERT INTO library (id, revision, file) VALUES (?, ?, ?)`, of.ID, of.Revision, file)
	return err
}

func sharedKit(of kit.Shared, file []byte) (*kit.Kit, error) {
	k, err := project.DecodeKit(bytes.NewReader(file))
	if err != nil {
		return nil, err
	}
	k.Shared = &of
	return k, nil
}
