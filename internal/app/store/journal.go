package store

import (
	"context"
	"database/sql"
	"errors"

	"kitrows/internal/browser/budget"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/project"
)

// Meanwhile is what is done with a change of a project while it is brought on disk.
type Meanwhile func(on *project.Project, change *edit.Change)

// Made says on which revision a change was made, and which deed of its client's it is: a
// text that no other change of the project has, or empty. A deed is never done twice.
type Made struct {
	Revision int
	Deed     string
	// Newest has an edit made on the newest revision, where others were made in between and it means the same there:
	// nodes have ids.
	Newest bool
}

// Edit applies an operation to a project at the revision it was made on and
// gives the project as it then stands. A StaleError, a DoneError or a refused operation
// changes nothing. While a change is brought on disk, meanwhile is called with it, and nobody else waits for that;
// whether the change is on disk is known when Edit returns.
func (s *Store) Edit(
	ctx context.Context, id string, made Made, o edit.Operation, meanwhile ...Meanwhile,
) (*State, *edit.Change, error) {
	return s.make(ctx, id, made, &scribe{}, edited{o, made.Revision}, meanwhile)
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
	made.Newest = false
	return s.make(ctx, id, made, &scribe{revisions: map[*project.Project]int{p: to}}, edited{o, made.Revision}, meanwhile)
}

// A maker finds what is to be done to a project, and notes in the journal what becomes of other entries.
type maker interface {
	find(ctx context.Context, s *Store, tx *sql.Tx, state *State) (*drafted, error)
	note(ctx context.Context, tx *sql.Tx, state *State, d *drafted) error
}

// drafted is what is to be done to a project, before it is done.
type drafted struct {
	operation edit.Operation
	kind      string
	target    *int   // the revision that it takes back, or does again
	summary   string // in place of the change's own
	deed      string
}

// errMoved says that others made a change in between.
var errMoved = errors.New("the project is at another revision")

// make makes a change. Nobody waits while it is worked out and written down; a project's changes come on disk one after
// the other, in the order in which they ask. Where another came in between, it is worked out once more, at the head of
// the line.
func (s *Store) make(
	ctx context.Context, id string, made Made, w *scribe, m maker, meanwhile []Meanwhile,
) (state *State, change *edit.Change, err error) {
	line := s.line(id)
	held := false
	hold := func() {
		if !held {
			line.Lock()
			held = true
		}
	}
	release := func() {
		if held {
			line.Unlock()
			held = false
		}
	}
	defer release()
	for {
		var d *drafted
		err = s.see(ctx, func(tx *sql.Tx) (err error) {
			if state, err = s.current(ctx, tx, id, made); err == nil {
				d, err = m.find(ctx, s, tx, state)
			}
			return err
		})
		if err != nil {
			return nil, nil, err
		}
		d.deed = made.Deed
		if change, err = edit.Apply(state.Project, d.operation); err != nil {
			return nil, nil, err
		}
		if d.summary != "" {
			change.Summary = d.summary
		}
		text, err := w.text(state, change, d)
		if err != nil {
			return nil, nil, err
		}
		hold()
		wait := func() {}
		err = s.change(ctx, func(tx *sql.Tx) error {
			if err := s.still(ctx, tx, state, made); err != nil {
				return err
			}
			wait = beside(state.Project, change, meanwhile)
			if err := m.note(ctx, tx, state, d); err != nil {
				return err
			}
			if err := w.enter(ctx, tx, state, change, d, text); err != nil {
				return err
			}
			return state.ahead(ctx, tx)
		})
		switch {
		case errors.Is(err, errMoved) && made.Newest:
			continue // with the line held: the next time nobody comes in between
		case errors.Is(err, errMoved):
			err = &StaleError{Made: made.Revision, Current: state.Revision + 1}
			if now, e := s.Load(ctx, id); e == nil {
				err = &StaleError{Made: made.Revision, Current: now.Revision}
			}
			return nil, nil, err
		case err != nil:
			s.forget(id) // it may have come on disk all the same
		default:
			s.keep(state.mark(), state.Project)
		}
		release()
		wait()
		if err != nil {
			return nil, nil, err
		}
		return state, change, nil
	}
}

// still refuses a change of a project that is no longer what it was, or that is done.
func (s *Store) still(ctx context.Context, tx *sql.Tx, was *State, made Made) error {
	now := mark{}
	err := tx.QueryRowContext(ctx, `SELECT birth, revision FROM projects WHERE id = ? AND removed = 0`,
		was.ID).Scan(&now.birth, &now.revision)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return ErrNotFound
	case err != nil:
		return err
	case now != was.mark():
		if err := notDone(ctx, tx, was.ID, made.Deed); err != nil {
			return err
		}
		return errMoved
	}
	return nil
}

// beside begins what is to be done with a change besides storing it, and gives a
// function that waits for its end.
func beside(on *project.Project, change *edit.Change, meanwhile []Meanwhile) (wait func()) {
	var work budget.Group
	for _, do := range meanwhile {
		work.Go(func() { do(on, change) })
	}
	return work.Wait
}

// edited is an edit that was made on a revision.
type edited struct {
	edit.Operation
	on int
}

// find refuses an edit that means another by now.
func (e edited) find(ctx context.Context, s *Store, tx *sql.Tx, state *State) (*drafted, error) {
	if e.IsAnchored() && e.on != state.Revision {
		then, err := s.at(ctx, tx, state.ID, e.on)
		if err != nil {
			return nil, err
		}
		if !e.Means(then, state.Project) {
			return nil, &StaleError{Made: e.on, Current: state.Revision, Changed: true}
		}
	}
	return &drafted{operation: e.Operation, kind: "edit"}, nil
}

// note drops what was undone: another edit was made.
func (e edited) note(ctx context.Context, tx *sql.Tx, state *State, _ *drafted) error {
	_, err := tx.ExecContext(ctx,
		`UPDATE journal SET state = 'dropped' WHERE project = ? AND state = 'undone' AND kind = 'edit'`, state.ID)
	return err
}

// Undo undoes the last edit that is not undone. There is nothing to undo when
// the State says so; asking all the same is refused. Of meanwhile as Edit says.
func (s *Store) Undo(ctx context.Context, id string, made Made, meanwhile ...Meanwhile) (*State, *edit.Change, error) {
	return s.make(ctx, id, strictly(made), &scribe{}, undo, meanwhile)
}

// Redo does the last undone edit again, until another edit is made.
func (s *Store) Redo(ctx context.Context, id string, made Made, meanwhile ...Meanwhile) (*State, *edit.Change, error) {
	return s.make(ctx, id, strictly(made), &scribe{}, redo, meanwhile)
}

// strictly is of a change that means another on another revision.
func strictly(made Made) Made {
	made.Newest = false
	return made
}

// A step is undo or redo.
type step struct {
	kind, from, to string
	order          string
}

var (
	undo = step{"undo", "done", "undone", "DESC"}
	redo = step{"redo", "undone", "done", "ASC"}
)

// An entry is an edit in the journal, with its inverse as it is written.
type entry struct {
	revision int
	summary  string
	inverse  []byte
}

// back is the operation that takes the step: the inverse of the edit, or of what undid it last. So what is done again
// is what was undone, to the byte, and not the edit made once more.
func (t step) back(ctx context.Context, tx *sql.Tx, id string, e *entry) (operation []byte, err error) {
	if t == undo {
		return e.inverse, nil
	}
	err = tx.QueryRowContext(ctx,
		`SELECT inverse FROM journal WHERE project = ? AND kind = 'undo' AND target = ?
			ORDER BY revision DESC LIMIT 1`, id, e.revision).
		Scan(&operation)
	return operation, err
}

// next finds the edit the step would take; nil when there is none.
func (t step) next(ctx context.Context, tx *sql.Tx, id string) (*entry, error) {
	var e entry
	err := tx.QueryRowContext(ctx,
		`SELECT revision, summary, inverse FROM journal
		 WHERE project = ? AND kind = 'edit' AND state = ? ORDER BY revision `+t.order+` LIMIT 1`, id, t.from).
		Scan(&e.revision, &e.summary, &e.inverse)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	return &e, err
}

func (t step) find(ctx context.Context, s *Store, tx *sql.Tx, state *State) (*drafted, error) {
	e, err := t.next(ctx, tx, state.ID)
	if err != nil {
		return nil, err
	}
	if e == nil {
		return nil, fault.New("", nil, "an edit to %s; there are none", t.kind)
	}
	written, err := t.back(ctx, tx, state.ID, e)
	if err != nil {
		return nil, err
	}
	o, err := s.readOperation(ctx, tx, state.ID, written)
	return &drafted{operation: o, kind: t.kind, target: &e.revision, summary: e.summary}, err
}

// note says of the edit that it is undone, or done again.
func (t step) note(ctx context.Context, tx *sql.Tx, state *State, d *drafted) error {
	_, err := tx.ExecContext(ctx, `UPDATE journal SET state = ? WHERE project = ? AND revision = ?`, t.to, state.ID,
		*d.target)
	return err
}

// current loads a project and refuses a change that was made on another revision, or is
// done.
func (s *Store) current(ctx context.Context, tx *sql.Tx, id string, made Made) (*State, error) {
	state, err := s.load(ctx, tx, id)
	if err != nil {
		return nil, err
	}
	if err := notDone(ctx, tx, id, made.Deed); err != nil {
		return nil, err
	}
	if made.Revision != state.Revision && !(made.Newest && made.Revision < state.Revision) {
		return nil, &StaleError{Made: made.Revision, Current: state.Revision}
	}
	return state, nil
}

// notDone refuses a deed that is done.
func notDone(ctx context.Context, tx *sql.Tx, id, deed string) error {
	var done int
	err := tx.QueryRowContext(ctx, `SELECT revision FROM journal WHERE project = ? AND deed = ? AND deed <> ''`, id,
		deed).Scan(&done)
	switch {
	case err == nil:
		return &DoneError{done}
	case errors.Is(err, sql.ErrNoRows):
		return nil
	}
	return err
}

// written is what is stored of a change, as the store writes it.
type written struct {
	before             []byte // the whole project before it, where operations name that
	document           []byte // the project after it; nil where its document may be behind
	operation, inverse []byte
}

// text writes down what is stored of a change of a project.
func (w *scribe) text(state *State, change *edit.Change, d *drafted) (t written, err error) {
	puts := d.operation.Put != nil || change.Inverse.Put != nil
	if puts {
		if t.before, err = w.document(state.Project); err != nil {
			return t, err
		}
		if w.revisions == nil {
			w.revisions = map[*project.Project]int{}
		}
		w.revisions[state.Project] = state.Revision
	}
	if puts || (state.Revision+1)%documentEvery == 0 || !large(change.Project) {
		if t.document, err = w.document(change.Project); err != nil {
			return t, err
		}
	}
	if t.operation, err = w.operation(d.operation); err != nil {
		return t, err
	}
	t.inverse, err = w.operation(change.Inverse)
	return t, err
}

// enter stores the changed project at its next revision with its journal entry,
// and brings state up to it.
func (w *scribe) enter(ctx context.Context, tx *sql.Tx, state *State, change *edit.Change, d *drafted,
	t written) error {
	if t.before != nil {
		if err := keepPoint(ctx, tx, state, t.before); err != nil {
			return err
		}
	}
	state.Revision++
	state.Project = change.Project
	if _, err := tx.ExecContext(ctx,
		`UPDATE projects SET written = iif(written, written, revision), revision = ? WHERE id = ?`,
		state.Revision, state.ID); err != nil {
		return err
	}
	if t.document != nil {
		if _, err := tx.ExecContext(ctx, `UPDATE projects SET document = ?, written = revision WHERE id = ?`,
			t.document, state.ID); err != nil {
			return err
		}
	}
	if _, err := tx.ExecContext(ctx,
		`INSERT INTO journal (project, revision, kind, target, state, summary, operation, inverse, deed)
		 VALUES (?, ?, ?, ?, 'done', ?, ?, ?, ?)`,
		state.ID, state.Revision, d.kind, d.target, change.Summary, t.operation, t.inverse, d.deed); err != nil {
		return err
	}
	if state.Revision%wholeEvery == 0 {
		if err := keepPoint(ctx, tx, state, t.document); err != nil {
			return err
		}
	}
	return w.keepFiles(ctx, tx, state.ID)
}
