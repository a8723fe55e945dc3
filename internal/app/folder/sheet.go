package folder

import (
	"bytes"
	"context"
	"errors"
	"io/fs"
	"path"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// writeSheet writes a stylesheet that a page links, if an edit gave it another text than its file has, in the encoding
// that it has; and reports whether it did. A file that is not known as it is was changed outside, and is taken in
// first.
func (w *Follower) writeSheet(ctx context.Context, pg *page.Page, name, text string) bool {
	around := origin.Encoding(pg.Origin)
	had, known := w.known[name]
	now, err := w.read(name)
	is := css.Decode(now, around)
	switch {
	case errors.Is(err, fs.ErrNotExist) && !known: // a new one
		err = errors.Join(w.top().MkdirAll(path.Dir(name), 0o755), w.put(name, []byte(text), nil))
	case err != nil:
	case is == text:
		w.known[name] = []byte(text)
		return false
	case !known || string(had) == text:
		return false
	default:
		var want []byte
		if want, err = css.Encode(text, now, around); err != nil {
			break
		}
		if is == string(had) {
			had = now
		}
		var taken [][]byte
		var near string
		if taken, near, err = w.exchange(name, want, had); taken != nil {
			w.conflict(ctx, name, taken)
			w.status[pg.File] = w.status[name]
			return false
		} else if near != "" {
			w.follow(&beside{name: name, near: near, was: bytes.Clone(had)})
		}
	}
	if err != nil {
		w.unsaid = err
		w.status[pg.File] = Status{Unwritten, name + " cannot be written: " + err.Error() +
			"; the edit is in the history, and is written when it can be"}
		return false
	}
	w.known[name], w.status[pg.File] = []byte(text), Status{Written, name + " is written"}
	return true
}

// knownSheets are the stylesheets of those files that are known.
func (w *Follower) knownSheets() map[string][]byte {
	all := map[string][]byte{}
	for name, b := range w.known {
		if isSheet(name) {
			all[name] = b
		}
	}
	return all
}

// knowSheets notes what stylesheets hold, but for those that were written since they were known so.
func (w *Follower) knowSheets(since, same map[string][]byte) {
	for name, text := range same {
		if bytes.Equal(w.known[name], since[name]) {
			w.known[name] = text
		}
	}
}
