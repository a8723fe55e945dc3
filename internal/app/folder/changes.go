package folder

import (
	"bytes"
	"context"
	"errors"
	"io/fs"
	"path"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
)

// step makes a step of the history by which a page's file holds these bytes.
func (w *Follower) step(ctx context.Context, name string, b []byte) error {
	if isSheet(name) { // it is there, and read with all others
		delete(w.known, name)
		w.looked(ctx, name)
		return nil
	}
	err := w.taken(ctx, name, b)
	w.refused[name] = err
	return err
}

// taken is the same, for which the lock need not be held.
func (w *Follower) taken(ctx context.Context, name string, b []byte) error {
	var wrong error
	_, err := w.do(ctx, func(p *project.Project) (edit.Operation, bool) {
		pg := pageOf(p, name)
		if pg == nil || bytes.Equal(origin.File(pg.Origin), b) {
			return edit.Operation{}, false
		}
		var text []byte
		if text, wrong = origin.Taken(pg.Origin, b); wrong != nil {
			return edit.Operation{}, false
		}
		return edit.Operation{Page: pg.ID,
			Source: &edit.Source{Stretches: edit.Stretches(markup.Difference(pg.Origin.Bytes(), text)),
				Summary: "Changed outside: " + short(name)}}, true
	})
	return errors.Join(wrong, err)
}

// short is a path as it stands in the history.
func short(name string) string {
	if len(name) > 120 {
		return "…" + strings.ToValidUTF8(name[len(name)-120:], "")
	}
	return name
}

// look reads a file that may have changed, and makes a step of what did.
func (w *Follower) look(ctx context.Context, name string) {
	if idle(path.Base(name)) {
		return
	}
	b, err := w.read(name)
	had, known := w.known[name]
	switch {
	case errors.Is(err, fs.ErrNotExist) && known:
		w.status[name] = Status{Gone, name + " is gone"}
		return
	case err != nil && known:
		w.status[name] = Status{Unwritten, "what changed in " + name + " cannot be taken in: " + err.Error()}
		return
	case err != nil, known && bytes.Equal(had, b) && w.status[name].State != Gone:
		return
	}
	w.known[name] = b
	if isPage(name) {
		w.taking[name] = true
		var new bool
		var err error
		w.unlocked(func() {
			if new = w.missing(ctx, name, b); !new {
				err = w.taken(ctx, name, b)
			}
		})
		delete(w.taking, name)
		if new {
			return
		}
		if w.refused[name] = err; err != nil {
			w.log.Warn("a change is not taken in", "file", name, "error", err)
			w.status[name] = Status{Unwritten, "what changed in " + name + " cannot be taken in: " + err.Error()}
			return
		}
		if known {
			w.status[name] = Status{Changed, name + " was changed by another program"}
		}
	}
}

// missing takes in a page that the project does not have: one that was renamed, or a new one.
func (w *Follower) missing(ctx context.Context, name string, b []byte) bool {
	taken, was, id := false, "", ""
	_, err := w.do(ctx, func(p *project.Project) (edit.Operation, bool) {
		if pageOf(p, name) != nil {
			return edit.Operation{}, false
		}
		taken, was, id = true, "", ""
		for _, pg := range origin.Pages(p.Pages) {
			if _, err := w.top().Lstat(pg.File); errors.Is(err, fs.ErrNotExist) &&
				bytes.Equal(origin.File(pg.Origin), b) {
				was, id = pg.File, pg.ID
				return edit.Operation{Page: pg.ID, Source: &edit.Source{File: name, Summary: "Renamed to " +
					short(path.Base(name))}}, true
			}
		}
		return edit.Operation{Page: p.Pages[0].ID, BringPage: &edit.BringPage{File: name, Data: b,
			Sheets: w.sheets(name, page.NewOrigin(b, nil))}}, true
	})
	if err != nil {
		w.log.Warn("a page is not taken in", "file", name, "error", err)
	} else if was != "" {
		w.mu.Lock()
		delete(w.known, was)
		w.files[id] = name
		w.mu.Unlock()
	}
	return taken
}
