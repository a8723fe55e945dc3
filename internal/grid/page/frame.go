package page

import (
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// A Frame is a container's kind (section 5). Its text is "fixed", "fluid",
// "fluid below mid" or "capped". The zero Frame is Fixed.
type Frame struct{ text string }

// The kinds of container that name no breakpoint.
var (
	FixedFrame  = Frame{}
	FluidFrame  = Frame{"fluid"}
	CappedFrame = Frame{"capped"}
)

const below = "fluid below "

// FluidBelow is a container that is fluid below the breakpoint of that name and
// fixed from it on.
func FluidBelow(breakpoint string) Frame { return Frame{below + breakpoint} }

// Below is the breakpoint a container is fluid below, if it is of that kind.
func (f Frame) Below() (breakpoint string, ok bool) { return strings.CutPrefix(f.text, below) }

// IsZero reports whether the kind is fixed.
func (f Frame) IsZero() bool { return f.text == "" }

// HolderAt is how the container is held at breakpoint i of k.
func (f Frame) HolderAt(k *kit.Kit, i int) kit.Holder {
	switch {
	case f == CappedFrame:
		return kit.HeldCapped
	case f == FluidFrame:
		return kit.HeldFluid
	}
	if name, ok := f.Below(); ok && i < k.Index(name) {
		return kit.HeldFluid
	}
	return kit.HeldFixed
}

// Value is the kind as the value of a field, and the index of the breakpoint of k that it
// is said from.
func (f Frame) Value(k *kit.Kit) (v Value, from int) {
	if name, ok := f.Below(); ok {
		return Value{Term: UpTo}, k.Index(name)
	}
	switch f {
	case FluidFrame:
		return Value{Term: Fluid}, 0
	case CappedFrame:
		return Value{Term: Capped}, 0
	}
	return Value{Term: Fixed}, 0
}

// FrameOf is the kind that a value of a field is, as a vocabulary reads it: N of one that is
// fluid below a breakpoint of k is that one's index.
func FrameOf(k *kit.Kit, v Value) Frame {
	switch v.Term {
	case UpTo:
		return FluidBelow(k.Breakpoints[v.N].Name)
	case Fluid:
		return FluidFrame
	case Capped:
		return CappedFrame
	}
	return FixedFrame
}

// Check refuses a kind that kit k cannot hold.
func (f Frame) Check(k *kit.Kit) error {
	if name, ok := f.Below(); ok && k.Index(name) < 1 {
		return fault.New("frame", f.String(), "a breakpoint of %s after the first: %s", k.Name, k.BreakpointNames())
	}
	if f == CappedFrame && k.Cap.Px() == 0 {
		return fault.New("frame", f.String(), "another kind: %s has no cap", k.Name)
	}
	return nil
}

// String is the kind in words.
func (f Frame) String() string {
	if f.text == "" {
		return "fixed"
	}
	return f.text
}

// MarshalText gives String's text.
func (f Frame) MarshalText() ([]byte, error) { return []byte(f.String()), nil }

// UnmarshalText reads what String writes.
func (f *Frame) UnmarshalText(b []byte) error {
	s := string(b)
	switch name, isBelow := strings.CutPrefix(s, below); {
	case s == "fixed":
		*f = FixedFrame
	case s == "fluid" || s == "capped":
		*f = Frame{s}
	case isBelow && name != "":
		*f = Frame{s}
	default:
		return fault.New("", s, "fixed, fluid, fluid below and a breakpoint, or capped")
	}
	return nil
}
