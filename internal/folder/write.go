package folder

import (
	"bytes"
	"crypto/sha256"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/page"
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
	info, err := f.root.Lstat(name)
	switch {
	case err != nil:
		return nil, "", err
	case !info.Mode().IsRegular():
		return nil, "", fault.New(name, "a link or a device", "a file")
	case info.Mode().Perm()&0o200 == 0:
		return nil, "", fault.New(name, "a file that may not be written", "one that may: change its mode, and edit again")
	case info.Size() > page.MaxOrigin:
		return nil, "", tooLarge(name, info)
	}
	dir, err := f.root.Open(path.Dir(name))
	if err != nil {
		return nil, "", err
	}
	defer dir.Close()
	base := path.Base(name)
	f.count++
	other := fmt.Sprintf("%s%d-%s-%s-%s", temporary, f.count, sign(expected), sign(want), base)
	near := path.Join(path.Dir(name), other)
	if err := f.put(near, want, info.Mode().Perm()); err != nil {
		return nil, "", err
	}
	gone := func() { _ = f.root.Remove(near) }
	swap := func() error { return f.swap(dir, other, base) }
	if err := swap(); errors.Is(err, errors.ErrUnsupported) { // not on this system
		defer gone()
		if now, err := f.read(name); err != nil || !bytes.Equal(now, expected) {
			return [][]byte{now}, "", err
		}
		return nil, "", errors.Join(f.root.Rename(near, name), dir.Sync())
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

// put writes a new file, whole and on disk.
func (f *Folder) put(name string, text []byte, mode fs.FileMode) error {
	half := path.Join(path.Dir(name), partly+path.Base(name)) // until it is whole
	_ = f.root.Remove(half)
	file, err := f.root.OpenFile(half, os.O_CREATE|os.O_WRONLY|os.O_EXCL, mode)
	if err != nil {
		return err
	}
	_, err = file.Write(text)
	if err = errors.Join(err, file.Chmod(mode), file.Sync(), file.Close()); err == nil {
		err = f.root.Rename(half, name)
	}
	if err != nil {
		_ = f.root.Remove(half)
		return fmt.Errorf("%s cannot be written: %w", name, err)
	}
	return nil
}

// left are the files that a killed program left beside pages and that another one wrote, by the pages' paths. What it took out of
// its place, or was about to put there, is none of them; the name tells. All are gone then.
func (f *Folder) left() map[string][]byte {
	all := map[string][]byte{}
	for _, dir := range f.dirs {
		entries, err := fs.ReadDir(f.root.FS(), dir)
		if err != nil {
			continue
		}
		for _, e := range entries {
			if strings.HasPrefix(e.Name(), partly) {
				_ = f.root.Remove(path.Join(dir, e.Name()))
			}
			rest, is := strings.CutPrefix(e.Name(), temporary)
			parts := strings.SplitN(rest, "-", 4)
			if !is || !e.Type().IsRegular() {
				continue
			}
			name := path.Join(dir, e.Name())
			b, err := f.read(name)
			if err != nil {
				continue // it may be all that is left of what somebody wrote
			}
			if len(parts) == 4 && sign(b) != parts[1] && sign(b) != parts[2] {
				all[path.Join(dir, parts[3])] = b
			}
			_ = f.root.Remove(name)
		}
	}
	return all
}
