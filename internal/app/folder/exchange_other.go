//go:build !linux

package folder

import (
	"errors"
	"io/fs"
	"os"
)

// exchanged lets two files of a folder change places, at once.
func exchanged(*os.File, string, string) error { return errors.ErrUnsupported }

// written reports whether any program has a file open for writing; known is false where the system does not tell.
func written(*os.File) (is, known bool) { return true, false }

// own gives a file the owner of another, where the program may.
func own(*os.File, fs.FileInfo) {}
