package folder

import (
	"context"
	"errors"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"strings"
	"time"

	"github.com/fsnotify/fsnotify"

	"kitrows/internal/app/store"
	"kitrows/internal/browser/budget"
)

// Times of looking at the folder.
const (
	settleTime    = 25 * time.Millisecond  // after a change, for programs save a file in several steps
	longestSettle = 100 * time.Millisecond // at most, where changes do not cease
	scanEvery     = 2 * time.Second        // for what nobody told of
	pollEvery     = 300 * time.Millisecond // where nobody tells of anything
	scanRest      = 20                     // times as long as a look takes, at least
)

// stamp is by what a file is seen to have changed.
type stamp struct {
	size     int64
	modified time.Time
	file     fs.FileInfo
}

func (s stamp) same(o stamp) bool {
	return s.size == o.size && s.modified.Equal(o.modified) && os.SameFile(s.file, o.file)
}

// watch is looking at a folder, as it is told of changes or finds them.
type watch struct {
	*Follower
	told    *fsnotify.Watcher // nil where the system tells nothing
	touched map[string]bool   // files and folders to be looked at
	seen    map[string]stamp
	dirs    map[string]bool // which are told of
}

// Watch looks at what changes in the folder until ctx ends. Where the system does not tell of changes, it looks for
// them from time to time.
func (w *Follower) Watch(ctx context.Context) {
	x := watch{Follower: w, touched: map[string]bool{}, seen: w.first, dirs: map[string]bool{}}
	var err error
	if x.told, err = w.tells(); err != nil {
		x.told = nil
		w.poll(err)
	} else {
		defer x.told.Close()
	}
	glance := time.NewTimer(0)
	soon := time.NewTimer(time.Hour)
	var first time.Time // of the changes that wait to be looked at
	look := func() {
		if err := budget.Recovered(func() { w.take(ctx, x.touched) }); err != nil {
			w.log.Error("looking at the folder panicked", "error", err)
		}
		clear(x.touched)
		first = time.Time{}
		x.listen()
	}
	for {
		var events chan fsnotify.Event
		var errs chan error
		if x.told != nil {
			events, errs = x.told.Events, x.told.Errors
		}
		select {
		case <-ctx.Done():
			return
		case err := <-errs:
			w.log.Warn("the folder is not watched whole", "error", err)
			glance.Reset(0)
		case e := <-events:
			if !x.event(e) {
				continue
			}
			if first.IsZero() {
				first = time.Now()
			}
			soon.Reset(min(settleTime, longestSettle-time.Since(first)))
		case <-soon.C:
			look()
		case <-glance.C:
			began := time.Now()
			if x.scan() {
				look()
			}
			w.again(ctx)
			glance.Reset(x.every(time.Since(began)))
		}
	}
}

// every is how long it is until the next look, after one that took so long.
func (x *watch) every(took time.Duration) time.Duration {
	every := scanEvery
	if x.polling() {
		every = pollEvery
	}
	return max(every, scanRest*took)
}

func (w *Follower) polling() bool {
	w.mu.Lock()
	defer w.mu.Unlock()
	return w.polled != ""
}

// poll notes why changes are not told.
func (w *Follower) poll(err error) {
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.polled == "" {
		w.polled = "The system does not tell of changes in the folder (" + err.Error() +
			"): it is looked at from time to time"
		w.log.Warn("the folder is not watched: it is looked at from time to time", "error", err)
	}
}

// Polled says why changes in the folder are found only from time to time; empty where they are told of at once.
func (w *Follower) Polled() string {
	w.mu.Lock()
	defer w.mu.Unlock()
	return w.polled
}

// event notes what the system tells of, and reports whether there is something to look at.
func (x *watch) event(e fsnotify.Event) bool {
	name, err := filepath.Rel(x.Dir, e.Name)
	if name = filepath.ToSlash(name); err != nil || name != "." && idle(path.Base(name)) {
		return false
	}
	if x.dirs[name] && (e.Has(fsnotify.Rename) || e.Has(fsnotify.Remove)) { // it is told of under its old name no more
		for dir := range x.dirs {
			if dir == name || strings.HasPrefix(dir, name+"/") || name == "." {
				_ = x.told.Remove(filepath.Join(x.Dir, dir))
				delete(x.dirs, dir)
			}
		}
	}
	if info, err := x.top().Lstat(name); err == nil && info.IsDir() || isPage(name) || isSheet(name) || x.isDir(name) {
		x.touched[name] = true
		return true
	}
	return false
}

// isDir reports whether a name was that of a folder with pages or stylesheets in it.
func (x *watch) isDir(name string) bool {
	for seen := range x.seen {
		if strings.HasPrefix(seen, name+"/") {
			return true
		}
	}
	return false
}

// scan looks at all pages and stylesheets of the folder, and notes those that are others than when they were seen last;
// and reports whether any is.
func (x *watch) scan() (some bool) {
	if x.anew() {
		for dir := range x.dirs {
			if x.told != nil {
				_ = x.told.Remove(filepath.Join(x.Dir, dir))
			}
		}
		clear(x.dirs)
	}
	seen, dirs := x.stamps()
	for name, s := range seen {
		if was, is := x.seen[name]; !is || !was.same(s) {
			x.touched[name], some = true, true
		}
	}
	for name := range x.seen {
		if _, is := seen[name]; !is {
			x.touched[name], some = true, true
		}
	}
	x.seen = seen
	x.mu.Lock()
	x.Folder.dirs = dirs
	x.mu.Unlock()
	x.listen()
	return some
}

// stamps are those of all pages and stylesheets of the folder, and the folders in it.
func (f *Folder) stamps() (seen map[string]stamp, dirs []string) {
	seen, count := map[string]stamp{}, 0
	_ = fs.WalkDir(f.top().FS(), ".", func(name string, e fs.DirEntry, err error) error {
		if count++; count > mostEntries {
			return fs.SkipAll
		}
		switch {
		case err != nil || name != "." && idle(e.Name()):
			if e != nil && e.IsDir() {
				return fs.SkipDir
			}
		case e.IsDir():
			dirs = append(dirs, name)
		case isPage(name) || isSheet(name):
			if info, err := e.Info(); err == nil {
				seen[name] = stamp{info.Size(), info.ModTime(), info}
			}
		}
		return nil
	})
	return seen, dirs
}

// listen has the system tell of the folders that it does not tell of yet.
func (x *watch) listen() {
	if x.told == nil {
		return
	}
	x.mu.Lock()
	dirs := x.Folder.dirs
	x.mu.Unlock()
	for _, dir := range dirs {
		if x.dirs[dir] {
			continue
		}
		if err := x.told.Add(filepath.Join(x.Dir, dir)); err != nil {
			if !os.IsNotExist(err) {
				x.poll(err)
			}
			continue
		}
		x.dirs[dir] = true
	}
}

// again tries what could not be done: edits that are not in their files, and changes that were not taken in.
func (w *Follower) again(ctx context.Context) {
	w.mu.Lock()
	defer w.mu.Unlock()
	for name, why := range w.refused {
		trouble := (*store.TroubleError)(nil) // of the disk, which may be over; what is wrong with the file is not
		if b, known := w.known[name]; errors.As(why, &trouble) && known && w.step(ctx, name, b) == nil {
			w.status[name] = Status{Changed, name + " was changed by another program"}
		}
	}
	if w.unsaid != nil {
		_ = w.writeAll(ctx)
	}
}

// take looks at what was touched.
func (w *Follower) take(ctx context.Context, touched map[string]bool) {
	w.mu.Lock()
	defer w.mu.Unlock()
	sheet, changed := "", false
	var names []string
	for name := range touched {
		switch {
		case isPage(name):
			before := w.known[name]
			w.look(ctx, name)
			changed = changed || string(before) != string(w.known[name])
			names = append(names, name)
		case isSheet(name):
			sheet = name
			names = append(names, name)
		default: // a folder, which may be new, or gone
			for _, inner := range w.pages() {
				if strings.HasPrefix(inner, name+"/") || name == "." {
					w.look(ctx, inner)
					changed = true
				}
			}
			for inner := range w.known {
				if strings.HasPrefix(inner, name+"/") && isPage(inner) {
					w.look(ctx, inner)
				}
			}
		}
	}
	switch {
	case sheet != "":
		w.looked(ctx, sheet)
	case changed: // it may link others now
		w.looked(ctx, "")
	}
	if len(names) > 0 {
		w.written(names)
	}
	if w.late {
		w.late = false
		_ = w.writeAll(ctx)
	}
}
