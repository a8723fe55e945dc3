package folder

import (
	"bytes"
	"crypto/sha256"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
)

// temporary is in the names of the files that are written beside a page, before they take its place.
const (
	temporary = ".kitrows-"
	partly    = ".kitrows+" // of those that are not whole yet
)

// exchange writes a file so that it is never half there: beside it first, whole and on disk, and then the two change
// places. What then stands beside it is what it was. Where that is not what was expected, somebody else wrote it in the
// meantime, and it holds again: taken is what they wrote, one after the other, the last of which is the file now. Else
// what it was is left under the name beside, for a program that may still be writing there. After an error nothing that
// others wrote is removed.
func (f *Folder) exchange(name string, want, expected []byte) (taken [][]byte, beside string, err error) {
	info, err := f.top().Lstat(name)
	switch {
	case err != nil:
		return nil, "", err
	case !info.Mode().IsRegular():
		return nil, "", fault.New(name, "a link or a device", "a file")
	case info.Mode().Perm()&0o200 == 0:
		return nil, "", fault.New(name, "a file that may not be written",
			"one that may: change its mode, and edit again")
	case info.Size() > page.MaxOrigin:
		return nil, "", tooLarge(name, info)
	}
	dir, err := f.top().Open(path.Dir(name))
	if err != nil {
		return nil, "", err
	}
	defer dir.Close()
	base := path.Base(name)
	f.count++
	other := fmt.Sprintf("%s%d-%s-%s-%s", temporary, f.count, sign(expected), sign(want), sign([]byte(base)))
	near := path.Join(path.Dir(name), other)
	if err := f.put(near, want, info); err != nil {
		return nil, "", fmt.Errorf("%s cannot be written: %w", name, err)
	}
	gone := func() { _ = f.top().Remove(near) }
	swap := func() error { return f.swap(dir, other, base) }
	// not on this system: what is there is kept by a second name
	if err := swap(); errors.Is(err, errors.ErrUnsupported) {
		if now, err := f.read(name); err != nil || !bytes.Equal(now, expected) {
			gone()
			return [][]byte{now}, "", err
		}
		kept := near + "-was"
		if f.top().Link(name, kept) != nil {
			kept = ""
		}
		return nil, kept, errors.Join(f.top().Rename(near, name), dir.Sync())
	} else if err != nil {
		gone()
		return nil, "", err
	}
	for placed := want; ; { // beside it now stands what was in its place
		was, err := f.read(near)
		if err == nil && bytes.Equal(was, expected) {
			if taken == nil {
				return nil, near, dir.Sync()
			}
			gone()
			return taken, "", dir.Sync()
		}
		if err := errors.Join(err, swap()); err != nil { // it holds, even where it cannot be read
			return taken, "", err
		}
		taken = append(taken, was)
		placed, expected = was, placed
	}
}

// sign is by what the content of a file is known again.
func sign(text []byte) string { return fmt.Sprintf("%x", sha256.Sum256(text))[:16] }

// put writes a new file, whole and on disk: of the mode and the owner of another, or of a new one where like is nil.
func (f *Folder) put(name string, text []byte, like fs.FileInfo) error {
	half := path.Join(path.Dir(name), partly+sign([]byte(path.Base(name)))) // until it is whole
	_ = f.top().Remove(half)
	mode := fs.FileMode(0o644)
	if like != nil {
		mode = like.Mode().Perm()
	}
	file, err := f.top().OpenFile(half, os.O_CREATE|os.O_WRONLY|os.O_EXCL, mode)
	if err != nil {
		return err
	}
	_, err = file.Write(text)
	if like != nil {
		own(file, like)
	}
	if err = errors.Join(err, file.Chmod(mode), file.Sync(), file.Close()); err == nil {
		err = f.top().Rename(half, name)
	}
	if err != nil {
		_ = f.top().Remove(half)
		if at := (*fs.PathError)(nil); errors.As(err, &at) { // which names a file that nobody knows
			err = at.Err
		}
		return err
	}
	return nil
}

// remains is a file that a killed program left beside a page: what it took out of its place, was about to put there, or
// what another program wrote.
type remains struct {
	near  string
	page  string // the path of the page's file
	bytes []byte
	knew  []string // the signs of what the program took out of its place, and put there
}

// ours reports whether a file has what the program knew.
func (r remains) ours(b []byte) bool { return slices.Contains(r.knew, sign(b)) }

// left finds the files that a killed program left beside pages, in the order in which it did; none is removed. Known
// are the paths of pages besides those that are there.
func (f *Folder) left(known []string) (all []remains) {
	for _, dir := range f.dirs {
		entries, err := fs.ReadDir(f.top().FS(), dir)
		if err != nil {
			continue
		}
		names := map[string]string{} // of files, by their signs
		for _, e := range entries {
			names[sign([]byte(e.Name()))] = e.Name()
		}
		for _, p := range known {
			if path.Dir(p) == dir {
				names[sign([]byte(path.Base(p)))] = path.Base(p)
			}
		}
		for _, e := range entries {
			if strings.HasPrefix(e.Name(), partly) { // it never became whole
				_ = f.top().Remove(path.Join(dir, e.Name()))
			}
			rest, is := strings.CutPrefix(e.Name(), temporary)
			parts := strings.SplitN(strings.TrimSuffix(rest, "-was"), "-", 4)
			if !is || !e.Type().IsRegular() || len(parts) < 4 {
				continue
			}
			r := remains{near: path.Join(dir, e.Name())}
			if r.bytes, err = f.read(r.near); err != nil {
				continue // it may be all that is left of what somebody wrote
			}
			r.knew = parts[1:3]
			base, is := names[parts[3]]
			if !is {
				base = parts[3] // as names were written before
			}
			r.page = path.Join(dir, base)
			all = append(all, r)
		}
	}
	slices.SortStableFunc(all, func(a, b remains) int { return number(a.near) - number(b.near) })
	return all
}

// number is the place of a file that was left among those of its program.
func number(near string) int {
	rest, _ := strings.CutPrefix(path.Base(near), temporary)
	text, _, _ := strings.Cut(rest, "-")
	n, _ := strconv.Atoi(text)
	return n
}
