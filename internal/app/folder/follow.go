package folder

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"slices"
	"sync"

	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
)

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

// unlocked does what may take long, such as reading what others wrote, while edits go on.
func (w *Follower) unlocked(do func()) {
	w.mu.Unlock()
	defer w.mu.Lock()
	do()
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
