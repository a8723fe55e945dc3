package folder

// A State is what became last of a page's file.
type State string

// The states: as it is known, written by an edit, changed by other means, changed at the same moment as an edit, gone,
// and not written, for a reason that is told.
const (
	Same      State = "same"
	Written   State = "written"
	Changed   State = "changed"
	Conflict  State = "conflict"
	Gone      State = "gone"
	Unwritten State = "unwritten"
)

// A Status is the state of one file, and what is to be said of it.
type Status struct {
	State State
	Text  string
}

// Status is what became last of a page's file.
func (w *Follower) Status(file string) Status {
	w.mu.Lock()
	defer w.mu.Unlock()
	if s, has := w.status[file]; has {
		return s
	}
	return Status{State: Same}
}
