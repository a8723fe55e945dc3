// Package fault holds the one error a user of Kit Rows is shown for a wrong
// value: which field, what was found there, and what would be right.
package fault

import (
	"errors"
	"fmt"
	"strings"
)

// A Fault is one wrong value. Field is a path such as
// "pages[0].body[2].at[1].width"; Found is the value as it was given; Want says
// what would be accepted, without a full stop. At is the character of a typed text
// that it is about, from 1; 0 where it is about no one character. Offer
// names what would make the value possible as it is; empty where nothing would.
type Fault struct {
	Field string
	Found string
	Want  string
	At    int
	Offer string
}

// Error reads "FIELD: found FOUND, want WANT".
func (f *Fault) Error() string {
	var b strings.Builder
	if f.Field != "" {
		b.WriteString(f.Field + ": ")
	}
	if f.Found != "" {
		b.WriteString("found " + f.Found + ", ")
	}
	b.WriteString("want " + f.Want)
	return b.String()
}

// New makes a Fault. A string found is quoted, any other value printed plainly;
// a value of over 60 bytes is cut.
func New(field string, found any, want string, args ...any) *Fault {
	text := ""
	switch v := found.(type) {
	case nil:
	case string:
		text = fmt.Sprintf("%q", cut(v))
	default:
		text = cut(fmt.Sprint(v))
	}
	return &Fault{Field: field, Found: text, Want: fmt.Sprintf(want, args...)}
}

// Found makes a Fault of a value as it stands in a file.
func Found(field, found, want string) *Fault {
	return &Fault{Field: field, Found: cut(found), Want: want}
}

func cut(s string) string {
	if len(s) <= 60 {
		return s
	}
	return strings.ToValidUTF8(s[:60], "") + "…"
}

// Under puts path before the field of every Fault in err and leaves other
// errors as they are. A nil err stays nil.
func Under(path string, err error) error {
	if err == nil {
		return nil
	}
	all := All(err)
	if len(all) == 0 {
		return fmt.Errorf("%s: %w", path, err)
	}
	moved := make([]error, len(all))
	for i, f := range all {
		moved[i] = &Fault{join(path, f.Field), f.Found, f.Want, f.At, f.Offer}
	}
	return errors.Join(moved...)
}

func join(path, field string) string {
	switch {
	case field == "":
		return path
	case path == "" || strings.HasPrefix(field, "["):
		return path + field
	}
	return path + "." + field
}

// All lists every Fault in err, in order.
func All(err error) []*Fault {
	if many, ok := err.(interface{ Unwrap() []error }); ok {
		var all []*Fault
		for _, e := range many.Unwrap() {
			all = append(all, All(e)...)
		}
		return all
	}
	var f *Fault
	if errors.As(err, &f) {
		return []*Fault{f}
	}
	return nil
}
