package folder

import (
	"bytes"
	"errors"
	"io/fs"
	"path"

	"kitrows/internal/grid/kit"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// picture writes a picture that came into the project, where the folder has none of its name.
func (w *Follower) picture(name string, file []byte) {
	if _, err := w.top().Lstat(name); !errors.Is(err, fs.ErrNotExist) {
		return
	}
	if err := errors.Join(w.top().MkdirAll(path.Dir(name), 0o755), w.put(name, file, nil)); err != nil {
		w.log.Warn("a picture is not written", "file", name, "error", err)
	}
}

// keepAll brings the files up to date that are made for a page, and gives the names of those that changed. Made are
// those of this writing, by their paths: of two pages that need different ones the first has its own. Tell is whether
// the page's own file is as it should be, and nothing is to be said of it.
func (w *Follower) keepAll(file string, all []code.File, made map[string]string, tell bool) (names []string) {
	trouble := ""
	for _, f := range all {
		if text, has := made[f.Name]; has && text != f.Text {
			trouble = f.Name + " is kept for another page, and this one needs another: choose another place"
			continue
		}
		made[f.Name] = f.Text
		if w.keep(f.Name, []byte(f.Text)) {
			names = append(names, f.Name)
		} else if now, err := w.read(f.Name); err != nil || string(now) != f.Text {
			trouble = f.Name + " is not kept up to date: it cannot be written, or another than Kit Rows wrote " +
				"what is there"
		}
	}
	switch {
	case trouble != "":
		w.status[file] = Status{Unwritten, trouble}
	case tell && len(names) > 0:
		w.status[file] = Status{Written, names[len(names)-1] + " is written"}
	}
	return names
}

// keep brings a file that is made for a page up to date: one that we wrote, or that is not there yet.
func (w *Follower) keep(name string, text []byte) (wrote bool) {
	now, err := w.read(name)
	defer func() {
		if isSheet(name) && (wrote || err == nil && bytes.Equal(now, text)) {
			w.known[name] = text
		}
	}()
	switch {
	case errors.Is(err, fs.ErrNotExist):
		err = errors.Join(w.top().MkdirAll(path.Dir(name), 0o755), w.put(name, text, nil))
	case err == nil && bytes.Equal(now, text):
		return false
	case err == nil && origin.IsGenerated(kit.File{Text: string(now)}) || err == nil && ship.IsKept(string(now)):
		var taken [][]byte
		var near string
		if taken, near, err = w.exchange(name, text, now); len(taken) > 0 {
			err = errors.New("another program wrote it at the same moment")
		} else if near != "" {
			_ = w.top().Remove(near) // it is made, by us
		}
	case err == nil:
		return false // it is the user's
	}
	if err != nil {
		w.log.Warn("a stylesheet is not written", "file", name, "error", err)
	}
	return err == nil
}
