package store

import (
	"context"
	"database/sql"
	"errors"
	"sync"

	"kitrows/internal/edit"
	"kitrows/internal/fault"
	"kitrows/internal/project"
)

// Meanwhile is what is done with a change while it is brought on disk.
type Meanwhile func(*edit.Change)

// Made says on which revision a change was made, and which deed of its client's it is: a
// text that no other change of the project has, or empty. A deed is never done twice.
type Made struct {
	Revision int
	Deed     string
}

// Edit applies an operation to a project at the revision it was made on and
// gives the project as it then stands. A StaleError, a DoneError or a refused operation
// changes nothing. While a change is brought on disk, meanwhile is called with it;
// whether it is on disk is known when Edit returns.
func (s *Store) Edit(
	ctx context.Context, id string, made Made, o edit.Operation, meanwhile ...Meanwhile,
) (*State, *edit.Change, error) {
	return s.edit(ctx, id, made, o, &scribe{}, meanwhile)
}

// GoBack makes a project what it was at a revision, as an edit that is called summary
// and made on a page.
func (s *Store) GoBack(
	ctx context.Context, id string, made Made, to int, page, summary string, meanwhile ...Meanwhile,
) (*State, *edit.Change, error) {
	p, err := s.At(ctx, id, to)
	if err != nil {
		return nil, nil, fault.Under("to", err)
	}
	o := edit.Operation{Page: page, Put: &edit.Put{Project: p, Summary: summary}}
	return s.edit(ctx, id, made, o, &scribe{revisions: map[*project.Project]int{p: to}}, meanwhile)
}

func (s *Store) edit(
	ctx context.Context, id string, made Made, o edit.Operation, w *scribe, meanwhile []Meanwhile,
) (state *State, change *edit.Change, err error) {
	err = s.change(ctx, func(tx *sql.Tx) error {
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
		if err = w.enter(ctx, tx, state, change, "edit", nil, made.Deed, o); err != nil {
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
		s.keep(state.mark(), state.Project)
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
func (s *Store) Undo(ctx context.Context, id string, made Made, meanwhile ...Meanwhile) (*State, *edit.Change, error) {
	return s.step(ctx, id, made, undo, meanwhile)
}

// Redo does the last undone edit again, until another edit is made.
func (s *Store) Redo(ctx context.Context, id string, made Made, meanwhile ...Meanwhile) (*State, *edit.Change, error) {
	return s.step(ctx, id, made, redo, meanwhile)
}

// A step is undo or redo.
type step struct {
	kind, from, to string
	order          string
	operation      func(*entry) []byte
}

var (
	undo = step{"undo", "done", "undone", "DESC", func(e *entry) []byte { return e.inverse }}
	redo = step{"redo", "undone", "done", "ASC", func(e *entry) []byte { return e.operation }}
)

// An entry is an edit in the journal, with its operations as they are written.
type entry struct {
	revision           int
	summary            string
	operation, inverse []byte
}

// next finds the edit the step would take; nil when there is none.
func (t step) next(ctx context.Context, tx *sql.Tx, id string) (*entry, error) {
	var e entry
	err := tx.QueryRowContext(ctx,
		`SELECT revision, summary, operation, inverse FROM journal
		 WHERE project = ? AND kind = 'edit' AND state = ? ORDER BY revision `+t.order+` LIMIT 1`, id, t.from).
		Scan(&e.revision, &e.summary, &e.operation, &e.inverse)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	return &e, err
}

func (s *Store) step(
	ctx context.Context, id string, made Made, t step, meanwhile []Meanwhile,
) (state *State, change *edit.Change, err error) {
	err = s.change(ctx, func(tx *sql.Tx) error {
		if state, err = s.current(ctx, tx, id, made); err != nil {
			return err
		}
		e, err := t.next(ctx, tx, id)
		if err != nil {
			return err
		}
		if e == nil {
			return fault.New("", nil, "an edit to %s; there are none", t.kind)
		}
		o, err := s.readOperation(ctx, tx, id, t.operation(e))
		if err != nil {
			return err
		}
		if change, err = edit.Apply(state.Project, o); err != nil {
			return err
		}
		change.Summary = e.summary
		defer beside(change, meanwhile)()
		if _, err = tx.ExecContext(ctx, `UPDATE journal SET state = ? WHERE project = ? AND revision = ?`, t.to, id,
			e.revision); err != nil {
			return err
		}
		if err = new(scribe).enter(ctx, tx, state, change, t.kind, &e.revision, made.Deed, o); err != nil {
			return err
		}
		return state.ahead(ctx, tx)
	})
	s.settle(id, state, err)
	return state, change, err
}

// current loads a project and refuses a change that was made on another revision, or is
// done.
func (s *Store) current(ctx context.Context, tx *sql.Tx, id string, made Made) (*State, error) {
	state, err := s.load(ctx, tx, id)
	if err != nil {
		return nil, err
	}
	var done int
	err = tx.QueryRowContext(ctx, `SELECT revision FROM journal WHERE project = ? AND deed = ? AND deed <> ''`, id,
		made.Deed).Scan(&done)
	switch {
	case err == nil:
		return nil, &DoneError{done}
	case !errors.Is(err, sql.ErrNoRows):
		return nil, err
	case made.Revision != state.Revision:
		return nil, &StaleError{Made: made.Revision, Current: state.Revision}
	}
	return state, nil
}

// enter stores the changed project at its next revision with its journal entry,
// and brings state up to it.
func (w *scribe) enter(
	ctx context.Context, tx *sql.Tx, state *State, change *edit.Change, kind string, target *int, deed string,
	o edit.Operation,
) error {
	if o.Put != nil || change.Inverse.Put != nil {
		if err := w.keepWhole(ctx, tx, state); err != nil {
			return err
		}
	}
	var document []byte
	whole := o.Put != nil || change.Inverse.Put != nil || (state.Revision+1)%behind == 0 || !large(change.Project)
	if whole {
		var err error
		if document, err = w.document(change.Project); err != nil {
			return err
		}
	}
	operation, err := w.operation(o)
	if err != nil {
		return err
	}
	inverse, err := w.operation(change.Inverse)
	if err != nil {
		return err
	}
	state.Revision++
	state.Project = change.Project
	if _, err := tx.ExecContext(ctx, `UPDATE projects SET written = iif(written, written, revision), revision = ? WHERE id = ?`,
		state.Revision, state.ID); err != nil {
		return err
	}
	if whole {
		if _, err := tx.ExecContext(ctx, `UPDATE projects SET document = ?, written = revision WHERE id = ?`, document, state.ID); err != nil {
			return err
		}
	}
	if _, err := tx.ExecContext(ctx,
		`INSERT INTO journal (project, revision, kind, target, state, summary, operation, inverse, deed)
		 VALUES (?, ?, ?, ?, 'done', ?, ?, ?, ?)`,
		state.ID, state.Revision, kind, target, change.Summary, operation, inverse, deed); err != nil {
		return err
	}
	if state.Revision%apart == 0 {
		if err := keepPoint(ctx, tx, state, document); err != nil {
			return err
		}
	}
	return w.keepFiles(ctx, tx, state.ID)
}
