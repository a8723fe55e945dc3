package folder

import (
	"bytes"
	"os"
	"time"
)

// beside is what an edit took the place of, for as long as a program may still write there: it had the file open.
type beside struct {
	name, near string // the page's file, and where this one stands now
	was        []byte // what it held when it was looked at last
	since      time.Time
}

// Times of looking at what stands beside a file: how often, and how long a file must stay as it is where the system
// does not tell who writes to it.
const (
	followEvery = 100 * time.Millisecond
	followLeast = 5 * time.Second
)

// follow lets what an edit took the place of go, or looks at it for as long as a program may write there. The lock is
// held.
func (w *Follower) follow(b *beside) {
	b.since = time.Now()
	if w.followed(b) {
		return
	}
	if w.besides = append(w.besides, b); !w.looking {
		w.looking = true
		w.following.Go(w.followAll)
	}
}

// followAll looks at all that stands beside files until nothing does.
func (w *Follower) followAll() {
	ticks := time.NewTicker(followEvery)
	defer ticks.Stop()
	for {
		last := false
		select {
		case <-w.closed:
			last = true
		case <-ticks.C:
		}
		if w.followOnce(last) {
			return
		}
	}
}

// followOnce looks at each of them once, and reports whether that is all: the last time, what is left is for the next
// program that opens the folder.
func (w *Follower) followOnce(last bool) (done bool) {
	w.mu.Lock()
	defer w.mu.Unlock()
	all := w.besides
	w.besides = nil
	for _, b := range all {
		if !w.followed(b) {
			w.besides = append(w.besides, b)
		}
	}
	done = len(w.besides) == 0 || last
	w.looking = !done
	return done
}

// followed takes in what was written to a file since it was looked at, and removes it once nobody can write there any
// more and all that was written is a step of the history; and reports whether it did. The lock is held.
func (w *Follower) followed(b *beside) bool {
	if w.taking[b.name] {
		return false
	}
	file, err := w.top().Open(b.near)
	if err != nil {
		return os.IsNotExist(err)
	}
	busy, known := written(file) // before it is read: then nothing comes after
	_ = file.Close()
	if !known {
		busy = time.Since(b.since) < followLeast
	}
	now, err := w.read(b.near)
	if err != nil {
		w.log.Warn("what is written beside a file cannot be read, and is left there", "file", b.near, "error", err)
		return false
	}
	if !bytes.Equal(now, b.was) {
		b.was, b.since = now, time.Now()
		if !bytes.Equal(now, w.known[b.name]) && !w.overtaken(b.name, now) {
			return false // it is all there is of it
		}
	}
	return !busy && w.refused[b.name] == nil && w.top().Remove(b.near) == nil
}

// overtaken makes what was written to a file that an edit took the place of the page's file, and a step of the history;
// and reports whether it is.
func (w *Follower) overtaken(name string, text []byte) bool {
	taken, other, err := w.exchange(name, text, w.known[name])
	if err != nil {
		w.log.Warn("a change is left beside its file until the folder is opened again", "file", name, "error", err)
		return false
	}
	if other != "" {
		w.follow(&beside{name: name, near: other, was: w.known[name]})
	}
	return w.conflict(w.ctx, name, append([][]byte{text}, taken...))
}
