package folder

import (
	"bytes"
	"context"
	"errors"
	"io/fs"
	"path"
	"slices"

	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// Write writes the files of pages that an edit changed, those that the newest revision has. The error says why it is
// not known what they should hold: it is tried again from time to time.
func (w *Follower) Write(ctx context.Context) error {
	w.mu.Lock()
	defer w.mu.Unlock()
	return w.writeAll(ctx)
}

func (w *Follower) writeAll(ctx context.Context) error {
	state, err := w.store.Load(ctx, w.project)
	if w.unsaid = err; err != nil {
		for name := range w.known {
			if isPage(name) {
				w.status[name] = Status{Unwritten, "whether " + name + " has the last edits is not known: " +
					err.Error()}
			}
		}
		return err
	}
	var names []string
	relinked := false
	made := map[string]string{}
	sheets := map[string]bool{} // those that were looked at: what others wrote meanwhile is not in this state
	for _, pg := range origin.Pages(state.Project.Pages) {
		if w.taking[pg.File] {
			w.late = true
			continue
		}
		w.renamed(state.Project, pg)
		file := origin.File(pg.Origin)
		wrote := w.write(ctx, state.Project, pg.File, file)
		if wrote {
			names = append(names, pg.File)
			relinked = relinked || w.lacks(pg)
		}
		if !slices.Equal(w.shown[pg.ID], pg.Origin.Named) {
			w.shown[pg.ID], relinked = pg.Origin.Named, true
		}
		tell := !wrote && bytes.Equal(w.known[pg.File], file)
		for _, s := range pg.Origin.Sheets {
			switch name := origin.Beside(pg.File, s.Name); {
			case name == "":
			case !origin.IsGenerated(s):
				if had, known := w.known[name]; sheets[name] || known && string(had) == s.Text ||
					!known && !origin.Linked(pg, s.Name) {
					continue
				}
				if sheets[name] = true; w.writeSheet(ctx, pg, name, s.Text) {
					names = append(names, name)
				}
			case !origin.Linked(pg, s.Name) && !origin.IsImported(pg.Origin.Sheets, s.Name):
			case s.Name == pg.Origin.Mixins && slices.ContainsFunc(pg.Origin.Kept,
				func(k page.Kept) bool { return k.Form == string(ship.Plain) }):
				// it is kept below
			case s.Name == pg.Origin.Mixins:
				names = append(names, w.keepAll(pg.File, []code.File{{Name: name, Text: s.Text}}, made, tell)...)
			case w.keep(name, []byte(s.Text)):
				names = append(names, name)
			}
		}
		for _, kept := range pg.Origin.Kept {
			names = append(names, w.keepAll(pg.File, ship.Kept(state.Project, pg, kept), made, tell)...)
		}
		for _, pic := range state.Project.Pictures {
			link := "pictures/" + pic.File
			if name := origin.Beside(pg.File, link); name != "" && bytes.Contains(pg.Origin.Bytes(), []byte(link)) {
				w.picture(name, pic.Data.Bytes())
			}
		}
	}
	if len(names) > 0 {
		w.written(names)
	}
	if relinked {
		w.looked(ctx, "")
	}
	return nil
}

// lacks reports whether a page links a stylesheet that it does not have yet, and that may be in the folder.
func (w *Follower) lacks(pg *page.Page) bool {
	return slices.ContainsFunc(origin.Links(origin.Document(pg.Origin)), func(l origin.Link) bool {
		return !l.Here && origin.Find(pg.Origin.Sheets, l.Name) < 0 && origin.Beside(pg.File, l.Name) != ""
	})
}

// write writes a page's file, if it is another than is known; and reports whether it did.
func (w *Follower) write(ctx context.Context, p *project.Project, name string, want []byte) bool {
	had, known := w.known[name]
	if !known {
		return w.begun(p, name, want)
	}
	if bytes.Equal(had, want) {
		return false
	}
	if w.refused[name] != nil { // what another program wrote is never written over
		if err := w.step(ctx, name, had); err != nil {
			w.status[name] = Status{Unwritten, "what changed in " + name + " cannot be taken in: " + err.Error() +
				"; the edit is in the history, and not in the file"}
		}
		return false
	}
	taken, near, err := w.exchange(name, want, had)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		w.status[name] = Status{Gone, name + " is gone: the edit is in the history, and not in a file"}
		return false
	case err != nil:
		w.unsaid = err
		w.status[name] = Status{Unwritten, err.Error() + "; the edit is in the history, and is written when it can be"}
		return false
	case taken != nil:
		w.conflict(ctx, name, taken)
		return false
	}
	w.known[name], w.status[name] = want, Status{Written, name + " is written"}
	if near != "" {
		w.follow(&beside{name: name, near: near, was: had})
	}
	return true
}

// renamed gives a page's file the name that the page has by an edit, such as when a change of it from outside is
// undone: one that is as it is known, and where there is no file of that name.
func (w *Follower) renamed(p *project.Project, pg *page.Page) {
	was, is := w.files[pg.ID]
	w.files[pg.ID] = pg.File
	if had, known := w.known[was]; !is || was == pg.File || !known || pageOf(p, was) != nil {
		return
	} else if now, err := w.read(was); err != nil || !bytes.Equal(now, had) {
		return
	}
	if _, err := w.top().Lstat(pg.File); !errors.Is(err, fs.ErrNotExist) {
		return
	}
	if err := errors.Join(w.top().MkdirAll(path.Dir(pg.File), 0o755), w.top().Rename(was, pg.File)); err != nil {
		w.status[pg.File] = Status{Unwritten, was + " cannot be renamed: " + err.Error()}
		return
	}
	w.known[pg.File] = w.known[was]
	delete(w.known, was)
	w.status[pg.File] = Status{Written, was + " is called " + pg.File + " again"}
}

// Drop removes the file of a page that an edit took away, if it is as it is known: what others wrote into it stays.
func (w *Follower) Drop(pg *page.Page) {
	w.mu.Lock()
	defer w.mu.Unlock()
	name := w.files[pg.ID]
	had, known := w.known[name]
	now, err := w.read(name)
	if pg.Origin == nil || !known || w.taking[name] || err != nil || !bytes.Equal(now, had) ||
		!bytes.Equal(had, origin.File(pg.Origin)) {
		return
	}
	if err := w.top().Remove(name); err != nil {
		w.log.Warn("the file of a deleted page stays", "file", name, "error", err)
		return
	}
	delete(w.known, name)
	delete(w.files, pg.ID)
	delete(w.status, name)
}

// begun writes the file of a page that came into the project by other ways, where there is none of its name; and
// reports whether it did. A page that has another name in the folder now is none.
func (w *Follower) begun(p *project.Project, name string, want []byte) bool {
	for other, b := range w.known {
		if bytes.Equal(b, want) && pageOf(p, other) == nil {
			return false
		}
	}
	if _, err := w.top().Lstat(name); !errors.Is(err, fs.ErrNotExist) {
		return false
	}
	if err := w.put(name, want, nil); err != nil {
		w.unsaid = err
		w.status[name] = Status{Unwritten, name + " cannot be written: " + err.Error()}
		return false
	}
	w.known[name], w.status[name] = want, Status{Written, name + " is written"}
	return true
}

// conflict takes in what others wrote, one after the other, as an edit was written: the last of it holds. It reports
// whether all of it is in the history.
func (w *Follower) conflict(ctx context.Context, name string, texts [][]byte) bool {
	all := true
	for _, b := range texts {
		w.known[name] = b
		if err := w.step(ctx, name, b); err != nil {
			w.log.Warn("a change is not taken in", "file", name, "error", err)
			all = false
		}
	}
	w.status[name] = Status{Conflict,
		name + " was changed by another program at the same moment: its text holds, the edit is in the history"}
	return all
}
