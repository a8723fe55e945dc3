package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"sync"

	"github.com/go-json-experiment/json"

	"kitrows/internal/edit"
	"kitrows/internal/fault"
	"kitrows/internal/project"
)

// Meanwhile is what is done with a change while it is brought on disk.
type Meanwhile func(*edit.Change)

// Edit applies an operation to a project at the revision it was made on and
// gives the project as it then stands. A StaleError or a refused operation
// changes nothing. While a change is brought on disk, meanwhile is called with it;
// whether it is on disk is known when Edit returns.
func (s *Store) Edit(
	ctx context.Context, id string, made int, o edit.Operation, meanwhile ...Meanwhile,
) (*State, *edit.Change, error) {
	var state *State
	var change *edit.Change
	err := s.within(ctx, func(tx *sql.Tx) (err error) {
		if state, err = s.current(ctx, tx, id, made); err != nil {
			return err
		}
		if change, err = edit.Apply(state.Project, o); err != nil {
			return err
		}
		defer beside(change, meanwhile)()
		if _, err = tx.ExecContext(ctx,
			`UPDATE journal SET state = 'dropped' WHERE project = ? AND state = 'undone' AND kind = 'edit'`, id); err != nil {
			return err
		}
		if err = write(ctx, tx, state, change, "edit", nil, o); err != nil {
			return err
		}
		state.Undo, state.Redo = change.Summary, ""
		return nil
	})
	s.settle(id, state, err)
	return state, change, err
}

// settle keeps what a change came to, or forgets what it may have come to.
func (s *Store) settle(id string, state *State, err error) {
	if err != nil {
		s.forget(id)
	} else {
		s.keep(state.Revision, state.Project)
	}
}

// beside begins what is to be done with a change besides storing it, and gives a
// function that waits for its end.
func beside(change *edit.Change, meanwhile []Meanwhile) (wait func()) {
	var work sync.WaitGroup
	for _, do := range meanwhile {
		work.Go(func() { do(change) })
	}
	return work.Wait
}

// Undo undoes the last edit that is not undone. There is nothing to undo when
// the State says so; asking all the same is refused. Of meanwhile as Edit says.
func (s *Store) Undo(ctx context.Context, id string, made int, meanwhile ...Meanwhile) (*State, *edit.Change, error) {
	return s.step(ctx, id, made, undo, meanwhile)
}

// Redo does the last undone edit again, until another edit is made.
func (s *Store) Redo(ctx context.Context, id string, made int, meanwhile ...Meanwhile) (*State, *edit.Change, error) {
	return s.step(ctx, id, made, redo, meanwhile)
}

// A step is undo or redo.
type step struct {
	kind, from, to string
	order          string
	operation      func(*entry) edit.Operation
}

var (
	undo = step{"undo", "done", "undone", "DESC", func(e *entry) edit.Operation { return e.inverse }}
	redo = step{"redo", "undone", "done", "ASC", func(e *entry) edit.Operation { return e.operation }}
)

// An entry is an edit in the journal.
type entry struct {
	revision           int
	summary            string
	operation, inverse edit.Operation
}

// next finds the edit the step would take; nil when there is none.
func (t step) next(ctx context.Context, tx *sql.Tx, id string) (*entry, error) {
	var e entry
	var operation, inverse []byte
	err := tx.QueryRowContext(ctx,
		`SELECT revision, summary, operation, inverse FROM journal
		 WHERE project = ? AND kind = 'edit' AND state = ? ORDER BY revision `+t.order+` LIMIT 1`, id, t.from).
		Scan(&e.revision, &e.summary, &operation, &inverse)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	if err == nil {
		err = errors.Join(json.Unmarshal(operation, &e.operation), json.Unmarshal(inverse, &e.inverse))
	}
	return &e, err
}

func (s *Store) step(
	ctx context.Context, id string, made int, t step, meanwhile []Meanwhile,
) (*State, *edit.Change, error) {
	var state *State
	var change *edit.Change
	err := s.within(ctx, func(tx *sql.Tx) (err error) {
		if state, err = s.current(ctx, tx, id, made); err != nil {
			return err
		}
		e, err := t.next(ctx, tx, id)
		if err != nil {
			return err
		}
		if e == nil {
			return fault.New("", nil, "an edit to %s: there is none", t.kind)
		}
		o := t.operation(e)
		if change, err = edit.Apply(state.Project, o); err != nil {
			return err
		}
		change.Summary = e.summary
		defer beside(change, meanwhile)()
		if _, err = tx.ExecContext(ctx, `UPDATE journal SET state = ? WHERE project = ? AND revision = ?`, t.to, id,
			e.revision); err != nil {
			return err
		}
		if err = write(ctx, tx, state, change, t.kind, &e.revision, o); err != nil {
			return err
		}
		state, err = s.load(ctx, tx, id)
		return err
	})
	s.settle(id, state, err)
	return state, change, err
}

// current loads a project and refuses a change made on another revision.
func (s *Store) current(ctx context.Context, tx *sql.Tx, id string, made int) (*State, error) {
	state, err := s.load(ctx, tx, id)
	if err == nil && made != state.Revision {
		return nil, &StaleError{Made: made, Current: state.Revision}
	}
	return state, err
}

// write stores the changed project at its next revision with its journal entry,
// and brings state up to it.
func write(
	ctx context.Context, tx *sql.Tx, state *State, change *edit.Change, kind string, target *int, o edit.Operation,
) error {
	document, err := change.Project.Encode()
	if err != nil {
		return err
	}
	if len(document) > project.MaxBytes {
		return fault.New("", fmt.Sprintf("%d bytes", len(document)), "a project of at most %d MiB", project.MaxBytes>>20)
	}
	operation, err := json.Marshal(o)
	if err != nil {
		return err
	}
	inverse, err := json.Marshal(change.Inverse)
	if err != nil {
		return err
	}
	id := state.Project.ID
	state.Revision++
	state.Project = change.Project
	if _, err := tx.ExecContext(ctx, `UPDATE projects SET revision = ?, document = ? WHERE id = ?`, state.Revision,
		document, id); err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx,
		`INSERT INTO journal (project, revision, kind, target, state, summary, operation, inverse) VALUES (?, ?, ?, ?, 'done', ?, ?, ?)`,
		id, state.Revision, kind, target, change.Summary, operation, inverse)
	return err
}
