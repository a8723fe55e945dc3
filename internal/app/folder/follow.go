package folder

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"path"
	"slices"
	"strings"
	"sync"

	"kitrows/internal/app/store"
	"kitrows/internal/browser/markup"
	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// A State is what became last of a page's file.
type State string

// The states: as it is known, written by an edit, changed by other means, changed at the same moment as an edit, gone,
// and not written, for a reason that is told.
const (
	Same      State = "same"
	Written   State = "written"
	Changed   State = "changed"
	Conflict  State = "conflict"
	Gone      State = "gone"
	Unwritten State = "unwritten"
)

// A Status is the state of one file, and what is to be said of it.
type Status struct {
	State State
	Text  string
}

// A Follower keeps a project of a store and a folder the same.
type Follower struct {
	*Folder
	store   *store.Store
	project string
	log     *slog.Logger
	told    func(revision int)   // of a revision that the folder made
	written func(names []string) // of files that have other bytes now

	first map[string]stamp // of the files before they were read: what changes from then on is looked at

	mu     sync.Mutex
	known  map[string][]byte // what files held when they were last read or written
	status map[string]Status

	refused map[string]error    // of files that hold what could not be taken in, why
	files   map[string]string   // of pages, by their ids, as the folder has them
	unread  map[string]unread   // of pages, by their ids: why their stylesheets are no kit
	shown   map[string][]string // of parts of pages, by their ids: with which stylesheets they were named to be shown
	unsaid  error               // why the last edits may not be in their files, to be tried again
	// files whose changes are being taken in, while the lock is let go: they are not written meanwhile
	taking map[string]bool
	late   bool   // an edit of one of those waits to be written
	polled string // why the folder is looked at from time to time, and changes are not told; empty where they are

	ctx       context.Context // of steps that are made while nobody waits
	besides   []*beside
	looking   bool // at what stands beside files
	following sync.WaitGroup
	closed    chan struct{}
	closing   sync.Once
}

// Follow brings the project and the folder together: what changed in the folder while nobody looked becomes steps of
// the project's history. Told is called with each revision that the folder makes, written with files that changed.
func (f *Folder) Follow(ctx context.Context, s *store.Store, id string, log *slog.Logger, told func(revision int),
	written func(names []string)) (*Follower, error) {
	w := &Follower{Folder: f, store: s, project: id, log: log, told: told, written: written, known: map[string][]byte{},
		status: map[string]Status{}, refused: map[string]error{}, unread: map[string]unread{}, shown: map[string][]string{},
		taking: map[string]bool{},
		files:  map[string]string{}, ctx: context.WithoutCancel(ctx), closed: make(chan struct{})}
	w.mu.Lock()
	defer w.mu.Unlock()
	w.first, _ = f.stamps()
	names := f.pages()
	state, err := s.Load(ctx, id)
	if err != nil {
		return nil, err
	}
	var known []string
	for _, pg := range state.Project.Pages {
		known = append(known, pg.File)
	}
	left := f.left(known)
	if err := w.unfinished(ctx, state); err != nil {
		return nil, err
	}
	for _, r := range left { // what another program wrote as this one was killed
		switch {
		case r.ours(r.bytes):
		case pageOf(state.Project, r.page) == nil:
			f.Notes = append(f.Notes, fmt.Sprintf(
				"%q is left alone: another program wrote it, and there is no page %q", r.near, r.page))
			continue
		default:
			if err := w.step(ctx, r.page, r.bytes); err != nil {
				f.Notes = append(f.Notes, fmt.Sprintf(
					"%q is left alone: another program wrote it, and it cannot be taken in: %v", r.near, err))
				continue
			}
			if now, err := f.read(r.page); err == nil && r.ours(now) { // it is newer than what the edit put there
				if _, near, err := f.exchange(r.page, r.bytes, now); err == nil && near != "" {
					_ = f.top().Remove(near)
				}
			}
		}
		_ = f.top().Remove(r.near) // it is in the history now
	}
	if state, err = s.Load(ctx, id); err != nil {
		return nil, err
	}
	for _, pg := range origin.Pages(state.Project.Pages) {
		w.known[pg.File], w.files[pg.ID] = origin.File(pg.Origin), pg.File
		names = append(names, pg.File)
	}
	slices.Sort(names)
	for _, name := range slices.Compact(names) {
		w.look(ctx, name)
	}
	w.looked(ctx, "")
	return w, nil
}

// Close ends looking at what edits took the place of. What a program still writes there is found when the folder is
// opened again.
func (w *Follower) Close() {
	w.closing.Do(func() { close(w.closed) })
	w.following.Wait()
}

// unfinished writes what the last edit made of files that are still as they were before it: the program was killed
// before it wrote them.
func (w *Follower) unfinished(ctx context.Context, state *store.State) error {
	if state.Revision < 2 {
		return nil
	}
	before, err := w.store.At(ctx, w.project, state.Revision-1)
	if err != nil {
		return nil // it need not be known
	}
	pages := origin.Pages(before.Pages)
	for _, pg := range origin.Pages(state.Project.Pages) {
		at := slices.IndexFunc(pages, func(p *page.Page) bool { return p.ID == pg.ID })
		if at < 0 {
			continue
		}
		was := pages[at]
		if bytes.Equal(origin.File(was.Origin),
			origin.File(pg.Origin)) {
			continue
		}
		if now, err := w.read(pg.File); err == nil && bytes.Equal(now, origin.File(was.Origin)) {
			_, near, err := w.exchange(pg.File, origin.File(pg.Origin), now)
			if err != nil {
				w.log.Warn("an edit is not in its file", "file", pg.File, "error", err)
				continue
			}
			if near != "" {
				w.known[pg.File] = origin.File(pg.Origin)
				w.follow(&beside{name: pg.File, near: near, was: now})
			}
		}
	}
	return nil
}

func pageOf(p *project.Project, file string) *page.Page {
	for _, pg := range origin.Pages(p.Pages) {
		if pg.File == file {
			return pg
		}
	}
	return nil
}

// Status is what became last of a page's file.
func (w *Follower) Status(file string) Status {
	w.mu.Lock()
	defer w.mu.Unlock()
	if s, has := w.status[file]; has {
		return s
	}
	return Status{State: Same}
}

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
				if sheets[name] = true; w.writeSheet(ctx, pg.File, name, s.Text) {
					names = append(names, name)
				}
			case !origin.Linked(pg, s.Name):
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

// unlocked does what may take long, such as reading what others wrote, while edits go on.
func (w *Follower) unlocked(do func()) {
	w.mu.Unlock()
	defer w.mu.Lock()
	do()
}

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

// do makes an edit of the newest revision, whatever others make meanwhile, if one is wanted; and reports whether it
// did.
func (w *Follower) do(ctx context.Context, make func(p *project.Project) (edit.Operation, bool)) (made bool,
	err error) {
	for {
		state, err := w.store.Load(ctx, w.project)
		if err != nil {
			return false, err
		}
		o, wanted := make(state.Project)
		if !wanted {
			return false, nil
		}
		next, _, err := w.store.Edit(ctx, w.project, store.Made{Revision: state.Revision}, o)
		if stale := (*store.StaleError)(nil); errors.As(err, &stale) {
			continue
		}
		if err == nil {
			w.told(next.Revision)
		}
		return err == nil, err
	}
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

// looked reads the stylesheets again that pages link, where one changed: the one of that name, or all of them. Those of
// a kit that was read from them are read as a newer version of it.
func (w *Follower) looked(ctx context.Context, name string) {
	for range 2 * project.MaxPages { // an edit for each page, and for each kit
		var made bool
		var err error
		known, same := w.knownSheets(), map[string][]byte{}
		w.unlocked(func() { made, err = w.restyle(ctx, name, known, same) })
		if err != nil {
			w.log.Warn("a stylesheet is not taken in", "file", name, "error", err)
		}
		if !made {
			w.knowSheets(known, same)
		}
		if !made {
			return
		}
	}
}

// restyle makes the next edit by which a page, or its kit, has its stylesheets as the folder has them, if one is
// needed. Known is what stylesheets held when they were last taken in or written: where one still does, what the page
// has is newer. Same is what pages have as the folder has it.
func (w *Follower) restyle(ctx context.Context, name string, known, same map[string][]byte) (bool, error) {
	return w.do(ctx, func(p *project.Project) (edit.Operation, bool) {
		clear(same)
		for _, pg := range origin.Pages(p.Pages) {
			found := w.sheets(pg.File, pg.Origin)
			newest(pg, found, known, same)
			k := p.Kit(pg.Kit)
			if k.Imported != nil {
				if files, other := newer(k.Files(), found); other {
					if d, err := infer.Again(ctx, k, files, k.Imported.Choices); err == nil {
						return edit.Operation{Page: pg.ID, ChangeKit: &edit.ChangeKit{Kit: d.Kit, Were: d.Were}}, true
					}
					w.log.Warn("a stylesheet is no grid any more", "file", name)
				}
				found = slices.DeleteFunc(found, func(s kit.File) bool {
					return origin.Find(k.Files(),
						s.Name) >= 0
				})
			}
			// which the page says
			found = slices.DeleteFunc(found, func(s kit.File) bool {
				return s.Name != "" && s.Name == pg.Origin.Mixins
			})
			if o, is := w.fits(ctx, p, pg, k, found); is {
				return o, true
			}
			own := found[:0:0]
			for _, s := range pg.Origin.Sheets { // the one that we write stays
				if origin.IsGenerated(s) && origin.Find(found, s.Name) < 0 {
					own = append(own, s)
				}
			}
			if sheets := append(own, found...); !slices.Equal(sheets, pg.Origin.Sheets) &&
				(len(sheets) > 0 || len(pg.Origin.Sheets) > 0) {
				return edit.Operation{Page: pg.ID, Source: &edit.Source{Stretches: []edit.Stretch{}, Sheets: &sheets,
					Summary: "Stylesheets changed outside"}}, true
			}
		}
		return edit.Operation{}, false
	})
}

// unread is why stylesheets are no kit; without an error they are one, and the page is on another.
type unread struct {
	sheets []kit.File
	err    error
}

// Unread is why the grid in the stylesheets of a page of that id could not be read; nil where it could, or where there
// is none in them.
func (w *Follower) Unread(id string) error {
	w.mu.Lock()
	defer w.mu.Unlock()
	if err := w.unread[id].err; infer.Seems(err) {
		return err
	}
	return nil
}

// isUnread reports whether it is known that a page does not come on the kit that its stylesheets are: they were read, of
// this page or of another that links the same.
func (w *Follower) isUnread(id string, sheets []kit.File) bool {
	w.mu.Lock()
	defer w.mu.Unlock()
	if slices.Equal(sheets, w.unread[id].sheets) {
		return true
	}
	for _, u := range w.unread {
		if u.err != nil && slices.Equal(sheets, u.sheets) {
			w.unread[id] = u
			return true
		}
	}
	return false
}

// fits is the edit by which a page that has nothing of its kit's, and none that is read from a stylesheet, comes on the
// kit that its stylesheets are, now that they can be read: the project has it first, and then the page.
func (w *Follower) fits(ctx context.Context, p *project.Project, pg *page.Page, k *kit.Kit, found []kit.File) (
	o edit.Operation, is bool) {
	if k.Imported != nil || len(found) == 0 || pg.Origin.Mixins != "" || w.isUnread(pg.ID, found) {
		return o, false
	}
	grid := false
	pg.Walk(func(n *page.Node, _ page.Place) {
		grid = grid || n.Kind == page.Row || n.Kind == page.Column || n.Kind == page.Container
	})
	if grid {
		return o, false
	}
	next, rest, err := origin.Kit(ctx, edit.FreeID("kit", func(id string) bool { return p.Kit(id) != nil }), pg.Origin,
		found)
	stays := err != nil || slices.Equal(found, pg.Origin.Sheets) // they were there when the page's kit was chosen
	w.mu.Lock()
	if delete(w.unread, pg.ID); stays {
		w.unread[pg.ID] = unread{slices.Clone(found), err}
	}
	w.mu.Unlock()
	if stays {
		return o, false
	}
	for _, has := range p.Kits {
		if has.Imported != nil && slices.Equal(has.Imported.Files, next.Imported.Files) {
			return edit.Operation{Page: pg.ID, Source: &edit.Source{Stretches: []edit.Stretch{}, Kit: has.ID,
				Sheets: &rest, Summary: "On the grid of its stylesheet"}}, true
		}
	}
	return edit.Operation{Page: pg.ID, AddKit: &edit.AddKit{Kit: next}}, true
}

// newest gives stylesheets that were found as they were known the text that a page has: an edit made it, and it is not
// written yet. Same gets those that are as the page has them.
func newest(pg *page.Page, found []kit.File, known, same map[string][]byte) {
	for i, f := range found {
		has := slices.IndexFunc(pg.Origin.Sheets, func(s kit.File) bool { return s.Name == f.Name })
		if has < 0 || origin.IsGenerated(f) {
			continue
		}
		name, text := origin.Beside(pg.File, f.Name), pg.Origin.Sheets[has].Text
		if was, is := known[name]; is && string(was) == f.Text {
			found[i].Text = text
		} else if f.Text == text {
			same[name] = []byte(text)
		}
	}
}

// newer is files with the texts of those found under the same names; other is whether any is another.
func newer(files, found []kit.File) (all []kit.File, other bool) {
	all = slices.Clone(files)
	for i := range all {
		if at := origin.Find(found, all[i].Name); at >= 0 && found[at].Text != all[i].Text {
			all[i].Text, other = found[at].Text, true
		}
	}
	return all, other
}
