// Package kit defines a grid: its columns, breakpoints, gutters, container
// widths, technique and class names (domain section 3), and the arithmetic of
// its containers and tracks (sections 6.1 and 6.2).
package kit

import (
	"errors"
	"fmt"
	"math"
	"regexp"
	"strings"
	"unicode"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/fault"
)

// Bounds of a kit.
const (
	MaxColumns     = 48
	MaxBreakpoints = 8
	MaxName        = 120 // bytes
)

// A Technique is how the kit's stylesheet lays a row out (section 6.6).
type Technique string

// The techniques: flexible boxes that wrap, grid tracks, floats; and, of stylesheets that were brought
// in alone, inline blocks.
const (
	Flex   Technique = "flex"
	Grid   Technique = "grid"
	Float  Technique = "float"
	Inline Technique = "inline"
)

// A Kit is a grid's whole definition. A Kit that passed Check is safe to plan
// and code with at every viewport width.
type Kit struct {
	ID          string       `json:"id" pattern:"^[a-z0-9][a-z0-9-]{0,47}$"`
	Name        string       `json:"name" minLength:"1" maxLength:"120"`
	Technique   Technique    `json:"technique" enum:"flex,grid,float,inline"`
	Columns     Columns      `json:"columns"`
	Gutter      Gutter       `json:"gutter" doc:"The space between columns: 24px, or a part of a column: 1/5 column."`
	RowGutter   Length       `json:"rowGutter" doc:"The space between lines and between rows, in px."`
	GutterPlace Place        `json:"gutterPlace,omitzero"`
	Edge        Edge         `json:"edge" doc:"From a container's border to its first column: half, none or a length."`
	Cap         Length       `json:"cap,omitzero" doc:"The greatest width of capped containers; absent if none."`
	Narrowest   Length       `json:"narrowest" doc:"The narrowest viewport the kit serves."`
	Breakpoints []Breakpoint `json:"breakpoints" minItems:"1" maxItems:"8" doc:"From the narrowest to the widest."`
	Rigid       bool         `json:"rigid,omitzero" doc:"Fixed containers never shrink: narrow viewports scroll."`
	Ranges      bool         `json:"ranges,omitzero" doc:"Media queries use range syntax, as in (width >= 630px)."`
	Naming      Naming       `json:"naming"`
	Imported    *Imported    `json:"brought,omitempty" doc:"The stylesheet it was read from; absent if made here."`
	Shared      *Shared      `json:"shared,omitempty" doc:"The kit of the library that it is, and as which revision."`
}

// Shared is which kit of the library a project's kit is, and as which of its revisions.
type Shared struct {
	ID       string `json:"id" pattern:"^[a-z0-9][a-z0-9-]{0,47}$"`
	Revision int    `json:"revision" minimum:"1"`
}

// A Breakpoint is a range of viewport widths from its lower edge up to the next
// breakpoint's. What it does not say is as at the breakpoint before it.
type Breakpoint struct {
	Name      string  `json:"name" pattern:"^[A-Za-z0-9][A-Za-z0-9_-]{0,23}$" doc:"A class part."`
	From      Length  `json:"from" doc:"The lower edge in px or em; 0 for the first."`
	Container Extent  `json:"container" doc:"The outer width of a fixed container: fluid, a length, or such as 91%."`
	Lane      Length  `json:"lane" doc:"The viewport width its lane is drawn at unless told otherwise."`
	Columns   Columns `json:"columns,omitzero" doc:"The columns from here on, when they change."`
	Gutter    *Gutter `json:"gutter,omitempty" doc:"The gutter from here on, when it changes."`
	RowGutter *Length `json:"rowGutter,omitempty" doc:"The space between lines from here on, when it changes."`
	Edge      *Edge   `json:"edge,omitempty" doc:"The container's edge from here on, when it changes."`
}

// ColumnsAt is the kit's columns at breakpoint i.
func (k *Kit) ColumnsAt(i int) Columns {
	for ; i >= 0; i-- {
		if c := k.Breakpoints[i].Columns; !c.IsZero() {
			return c
		}
	}
	return k.Columns
}

// GutterAt is the kit's gutter at breakpoint i.
func (k *Kit) GutterAt(i int) Gutter {
	for ; i >= 0; i-- {
		if g := k.Breakpoints[i].Gutter; g != nil {
			return *g
		}
	}
	return k.Gutter
}

// RowGutterAt is the kit's vertical gutter at breakpoint i.
func (k *Kit) RowGutterAt(i int) Length {
	for ; i >= 0; i-- {
		if g := k.Breakpoints[i].RowGutter; g != nil {
			return *g
		}
	}
	return k.RowGutter
}

// EdgeAt is the edge of the kit's containers at breakpoint i.
func (k *Kit) EdgeAt(i int) Edge {
	for ; i >= 0; i-- {
		if e := k.Breakpoints[i].Edge; e != nil {
			return *e
		}
	}
	return k.Edge
}

// TrackAt divides what is w wide as the kit does at breakpoint i.
func (k *Kit) TrackAt(i int, w measure.Measure) Track {
	return NewTrack(k.ColumnsAt(i), k.GutterAt(i), k.GutterPlace, w)
}

// BreakpointAt is the index of the last breakpoint whose lower edge is at most
// a viewport of v px (section 6).
func (k *Kit) BreakpointAt(v float64) int {
	last := 0
	for i, b := range k.Breakpoints {
		if b.From.Px() <= v {
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

// Below is the widest viewport below breakpoint i, as a media query has it: as near to
// its edge as browsers tell widths apart.
func (k *Kit) Below(i int) Length {
	from := k.Breakpoints[i].From
	step := 0.02
	if !from.Plain() {
		step = 0.001
	}
	from.value -= step
	return from
}

// Range gives the lowest and highest whole viewport width, in px, that
// breakpoint i serves; the lowest may be a fraction where the edge is. The first
// starts at the kit's narrowest viewport. The last has no upper end, and bounded
// is false.
func (k *Kit) Range(i int) (low, high float64, bounded bool) {
	low = k.Breakpoints[i].From.Px()
	if i == 0 {
		low = k.Narrowest.Px()
	}
	if i+1 == len(k.Breakpoints) {
		return low, 0, false
	}
	return low, math.Ceil(k.Breakpoints[i+1].From.Px()) - 1, true
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

// IsName reports whether a text may be a name: something on one line.
func IsName(s string) bool {
	return strings.TrimSpace(s) != "" && len(s) <= MaxName &&
		!strings.ContainsFunc(s, func(r rune) bool { return unicode.IsControl(r) || r == '\u2028' || r == '\u2029' })
}

// Check refuses a kit that section 3 refuses. The error holds a fault.Fault for
// each wrong field.
func (k *Kit) Check() error {
	var errs []error
	wrong := func(field string, found any, want string, args ...any) {
		errs = append(errs, fault.New(field, found, want, args...))
	}
	if !IsName(k.Name) {
		wrong("name", k.Name, "a name of 1 to %d bytes on one line", MaxName)
	}
	if k.Technique != Flex && k.Technique != Grid && k.Technique != Float &&
		(k.Technique != Inline || k.Imported == nil) {
		wrong("technique", string(k.Technique), "flex, grid or float")
	}
	if n := k.Columns.N(); n < 1 || n > MaxColumns && k.Imported == nil {
		wrong("columns", n, "a whole number from 1 to %d", MaxColumns)
	}
	if !k.RowGutter.Rooted() {
		wrong("rowGutter", k.RowGutter, "a length in px or rem")
	}
	if k.Shared != nil && k.Shared.Revision < 1 {
		wrong("shared.revision", k.Shared.Revision, "1 or more")
	}
	if k.Narrowest.Px() <= 0 {
		wrong("narrowest", k.Narrowest, "a length over 0")
	}
	if n := len(k.Breakpoints); n < 1 || n > MaxBreakpoints {
		wrong("breakpoints", n, "1 to %d breakpoints", MaxBreakpoints)
	}
	errs = append(errs, k.checkBreakpoints()...)
	if len(errs) == 0 && k.Imported != nil {
		errs = append(errs, fault.Under("brought", k.Imported.check()))
	} else if len(errs) == 0 {
		errs = append(errs, k.checkColumns(), k.checkPitch(), fault.Under("naming", k.Naming.check(k)))
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
		case i == 0 && b.From.Px() != 0:
			wrong("from", b.From, "0 for the first breakpoint")
		case i > 0 && b.From.Px() <= k.Breakpoints[i-1].From.Px():
			wrong("from", b.From, "more than the %s of %s before it", k.Breakpoints[i-1].From, k.Breakpoints[i-1].Name)
		case i == 1 && b.From.Px() <= k.Narrowest.Px():
			wrong("from", b.From, "more than the narrowest viewport, %s", k.Narrowest)
		}
		if b.RowGutter != nil && !b.RowGutter.Rooted() {
			wrong("rowGutter", b.RowGutter, "a length in px or rem")
		}
		if len(errs) == 0 {
			if low, high, bounded := k.Range(i); b.Lane.Px() < low || bounded && b.Lane.Px() > high {
				wrong("lane", b.Lane, "a width inside the breakpoint's own range, from %spx on", Number(low))
			}
		}
	}
	return errs
}

// checkColumns refuses columns whose number changes where what is carried over
// the change, in proportion, could not be placed: uneven columns and grid tracks
// hold whole columns only.
func (k *Kit) checkColumns() error {
	var errs []error
	for i := range k.Breakpoints {
		here := k.ColumnsAt(i)
		for j := range i {
			before := k.ColumnsAt(j)
			if uneven := here.IsUneven() || before.IsUneven(); (uneven || k.Technique == Grid) &&
				here.N()%before.N() != 0 {
				why := "grid tracks"
				if uneven {
					why = "uneven columns"
				}
				errs = append(errs, fault.New(fmt.Sprintf("breakpoints[%d].columns", i), here.String(),
					"a multiple of the %d columns of %s: a carried width keeps its proportion, and %s hold whole columns only",
					before.N(), k.Breakpoints[j].Name, why))
				break
			}
		}
	}
	return errors.Join(errs...)
}

// checkPitch refuses a kit whose containers have no room for a column that takes the full line, at any width it serves.
// The content width only grows with the viewport inside a breakpoint, so its narrowest width decides, and of the kinds
// of container the narrowest.
func (k *Kit) checkPitch() error {
	var errs []error
	for i, b := range k.Breakpoints {
		low, _, _ := k.Range(i)
		for _, holder := range k.holders() {
			if t := k.TrackAt(i, k.Frame(i, low, holder).Content); t.Content.Px <= 0 {
				errs = append(errs, fault.New("gutter", k.GutterAt(i),
					"a gutter and an edge that leave room for a column: at %s px (%s) the content is %s px wide",
					Number(low), b.Name, Number(t.Content.Px)))
				break
			}
		}
	}
	return errors.Join(errs...)
}

// holders are the kinds of container that may be the narrowest.
func (k *Kit) holders() []Holder {
	if k.Cap.Px() > 0 {
		return []Holder{HeldFixed, HeldCapped}
	}
	return []Holder{HeldFixed}
}

// Cramped is up to which viewport width, in px, the gutters of breakpoint i leave no room for columns of one unit
// beside one another, from its narrowest on; is is false where there is room. Columns that take full lines are right
// there.
func (k *Kit) Cramped(i int) (upTo float64, is bool) {
	cramped := func(v float64) bool {
		for _, holder := range k.holders() {
			if t := k.TrackAt(i, k.Frame(i, v, holder).Content); t.Starved() {
				return true
			}
		}
		return false
	}
	low, high, bounded := k.Range(i)
	if !bounded {
		high = max(low, 4000)
	}
	if !cramped(low) {
		return 0, false
	}
	if cramped(high) {
		return high, true
	}
	for from, to := low, high; ; { // the content only grows
		if to-from <= 1 {
			return math.Floor(from), true
		}
		if middle := math.Floor((from + to) / 2); cramped(middle) {
			from = middle
		} else {
			to = middle
		}
	}
}
