// Package kit defines a grid: its columns, breakpoints, gutters, container
// widths, technique and class names (domain section 3), and the arithmetic of
// its containers and tracks (sections 6.1 and 6.2).
package kit

import (
	"errors"
	"fmt"
	"regexp"

	"kitrows/internal/fault"
)

// Bounds of a kit.
const (
	MaxColumns     = 48
	MaxBreakpoints = 8
)

// A Technique is how the kit's stylesheet lays a row out.
type Technique string

// Flex lays rows out with flexible boxes that wrap.
const Flex Technique = "flex"

// A Kit is a grid's whole definition. A Kit that passed Check is safe to plan
// and code with at every viewport width.
type Kit struct {
	ID          string       `json:"id" pattern:"^[a-z0-9][a-z0-9-]{0,47}$"`
	Name        string       `json:"name" minLength:"1" maxLength:"120"`
	Technique   Technique    `json:"technique" enum:"flex"`
	Columns     int          `json:"columns" minimum:"1" maximum:"48" doc:"How many equal columns there are."`
	Gutter      Length       `json:"gutter" doc:"The space between columns, such as 24px."`
	RowGutter   Length       `json:"rowGutter" doc:"The space between lines and between rows."`
	Edge        Edge         `json:"edge" doc:"Between a container's border and its first column: half (of a gutter), none, or a length."`
	Narrowest   Length       `json:"narrowest" doc:"The narrowest viewport the kit serves."`
	Breakpoints []Breakpoint `json:"breakpoints" minItems:"1" maxItems:"8" doc:"From the narrowest to the widest."`
	Naming      Naming       `json:"naming"`
}

// A Breakpoint is a range of viewport widths from its lower edge up to the next
// breakpoint's.
type Breakpoint struct {
	Name      string `json:"name" pattern:"^[A-Za-z0-9][A-Za-z0-9_-]{0,23}$" doc:"A class part."`
	From      Length `json:"from" doc:"The lower edge; 0 for the first."`
	Container Extent `json:"container" doc:"The outer width of a fixed container here: fluid, or a length."`
	Lane      Length `json:"lane" doc:"The viewport width its lane is drawn at unless told otherwise."`
}

// BreakpointAt is the index of the last breakpoint whose lower edge is at most
// a viewport of v px (section 6).
func (k *Kit) BreakpointAt(v float64) int {
	last := 0
	for i, b := range k.Breakpoints {
		if b.From.px <= v {
			last = i
		}
	}
	return last
}

// Index finds a breakpoint by name; -1 when the kit has none of that name.
func (k *Kit) Index(name string) int {
	for i, b := range k.Breakpoints {
		if b.Name == name {
			return i
		}
	}
	return -1
}

// Range gives the lowest and highest whole viewport width, in px, that
// breakpoint i serves. The first starts at the kit's narrowest viewport. The
// last has no upper end, and bounded is false.
func (k *Kit) Range(i int) (low, high float64, bounded bool) {
	low = k.Breakpoints[i].From.px
	if i == 0 {
		low = k.Narrowest.px
	}
	if i+1 == len(k.Breakpoints) {
		return low, 0, false
	}
	return low, k.Breakpoints[i+1].From.px - 1, true
}

// BreakpointNames lists the names in order, as an error message wants them.
func (k *Kit) BreakpointNames() string {
	list := ""
	for i, b := range k.Breakpoints {
		if i > 0 {
			list += ", "
		}
		list += b.Name
	}
	return list
}

var namePattern = regexp.MustCompile(`^[A-Za-z0-9][A-Za-z0-9_-]{0,23}$`)

// Check refuses a kit that section 3 refuses. The error holds a fault.Fault for
// each wrong field.
func (k *Kit) Check() error {
	var errs []error
	wrong := func(field string, found any, want string, args ...any) {
		errs = append(errs, fault.New(field, found, want, args...))
	}
	if k.Name == "" || len(k.Name) > 120 {
		wrong("name", k.Name, "a name of 1 to 120 bytes")
	}
	if k.Technique != Flex {
		wrong("technique", string(k.Technique), "flex")
	}
	if k.Columns < 1 || k.Columns > MaxColumns {
		wrong("columns", k.Columns, "a whole number from 1 to %d", MaxColumns)
	}
	if k.Narrowest.px <= 0 {
		wrong("narrowest", k.Narrowest, "a length over 0")
	}
	if n := len(k.Breakpoints); n < 1 || n > MaxBreakpoints {
		wrong("breakpoints", n, "1 to %d breakpoints", MaxBreakpoints)
	}
	errs = append(errs, k.checkBreakpoints()...)
	if len(errs) == 0 {
		errs = append(errs, k.checkPitch(), fault.Under("naming", k.Naming.check(k.Columns, k.Breakpoints)))
	}
	return errors.Join(errs...)
}

func (k *Kit) checkBreakpoints() (errs []error) {
	seen := map[string]bool{}
	for i, b := range k.Breakpoints {
		wrong := func(field string, found any, want string, args ...any) {
			errs = append(errs, fault.New(fmt.Sprintf("breakpoints[%d].%s", i, field), found, want, args...))
		}
		if !namePattern.MatchString(b.Name) {
			wrong("name", b.Name, "a class part: 1 to 24 letters, digits, - and _, the first a letter or digit")
		}
		if seen[b.Name] {
			wrong("name", b.Name, "a name no other breakpoint has")
		}
		seen[b.Name] = true
		switch {
		case i == 0 && b.From.px != 0:
			wrong("from", b.From, "0 for the first breakpoint")
		case i > 0 && b.From.px <= k.Breakpoints[i-1].From.px:
			wrong("from", b.From, "more than the %s of %s before it", k.Breakpoints[i-1].From, k.Breakpoints[i-1].Name)
		case i == 1 && b.From.px <= k.Narrowest.px:
			wrong("from", b.From, "more than the narrowest viewport, %s", k.Narrowest)
		}
		if i < len(k.Breakpoints) && len(errs) == 0 {
			if low, high, bounded := k.Range(i); b.Lane.px < low || bounded && b.Lane.px > high {
				wrong("lane", b.Lane, "a width inside the breakpoint's own range, from %spx on", Number(low))
			}
		}
	}
	return errs
}

// checkPitch refuses a kit with a column of 0 px or less at any width it serves.
// The content width only grows with the viewport inside a breakpoint, so its
// narrowest width decides.
func (k *Kit) checkPitch() error {
	var errs []error
	for i, b := range k.Breakpoints {
		low, _, _ := k.Range(i)
		_, content := k.Frame(i, low, false)
		if t := k.Track(content); t.Pitch <= t.Gutter {
			errs = append(errs, fault.New("gutter", k.Gutter,
				"a gutter under one pitch: at %s px (%s) the content is %s px and %d pitches of %s px leave a column %s px",
				Number(low), b.Name, Number(content), k.Columns, Number(t.Pitch), Number(t.Pitch-t.Gutter)))
		}
	}
	return errors.Join(errs...)
}
