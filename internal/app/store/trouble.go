package store

import (
	"errors"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// A TroubleError is an error of the disk or of the store on it, not of what was asked. The
// change it answers was not made.
type TroubleError struct {
	Said string // what happened and what to do, for the user
	Full bool   // there is no room on the disk
	err  error

	damaged bool
}

func (e *TroubleError) Error() string { return e.Said }

// Unwrap returns what the database said.
func (e *TroubleError) Unwrap() error { return e.err }

const damaged = "The store is damaged. Stop Kit Rows, then put a copy of the store back or start it with --set-aside."

// troubles is what is said of each kind of trouble.
var troubles = map[int]string{
	sqlite3.SQLITE_FULL: "The disk is full. Make room on it, then try again.",
	sqlite3.SQLITE_READONLY: "The store cannot be written: its file or its disk is read-only. Make it writable, " +
		"then try again.",
	sqlite3.SQLITE_BUSY: "Another program has been using the store for 5 seconds. Wait for it or close it, " +
		"then try again.",
	sqlite3.SQLITE_CORRUPT: damaged,
	sqlite3.SQLITE_NOTADB:  damaged,
	sqlite3.SQLITE_IOERR:   "The disk cannot be read or written. See whether it is still there, then try again.",
	sqlite3.SQLITE_CANTOPEN: "The store cannot be opened. See whether its directory is still there and can be " +
		"written, then try again.",
}

// trouble tells an error of the disk from others.
func trouble(err error) error {
	if e, ok := errors.AsType[*sqlite.Error](err); ok {
		kind := e.Code() & 0xff
		if said, ok := troubles[kind]; ok {
			damaged := kind == sqlite3.SQLITE_CORRUPT || kind == sqlite3.SQLITE_NOTADB
			return &TroubleError{said, kind == sqlite3.SQLITE_FULL, err, damaged}
		}
	}
	return err
}
