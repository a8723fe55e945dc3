package folder

import (
	"errors"
	"os"

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
