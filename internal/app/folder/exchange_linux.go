package folder

import (
	"errors"
	"io/fs"
	"os"
	"syscall"

	"golang.org/x/sys/unix"
)

// exchanged lets two files of a folder change places, at once.
func exchanged(dir *os.File, a, b string) error {
	err := unix.Renameat2(int(dir.Fd()), a, int(dir.Fd()), b, unix.RENAME_EXCHANGE)
	if errors.Is(err, unix.EINVAL) || errors.Is(err, unix.ENOSYS) { // the file system cannot
		return errors.ErrUnsupported
	}
	return err
}

// written reports whether any program has a file open for writing; known is false where the system does not tell. The
// file is open for reading.
func written(file *os.File) (is, known bool) {
	_, err := unix.FcntlInt(file.Fd(), unix.F_SETLEASE, unix.F_RDLCK) // which is only given where nobody writes
	if err == nil {
		_, err = unix.FcntlInt(file.Fd(), unix.F_SETLEASE, unix.F_UNLCK)
		return false, err == nil
	}
	return true, errors.Is(err, unix.EAGAIN)
}

// own gives a file the owner of another, where the program may.
func own(file *os.File, like fs.FileInfo) {
	if s, is := like.Sys().(*syscall.Stat_t); is {
		_ = file.Chown(int(s.Uid), int(s.Gid))
	}
}
