package edit

import (
	"fmt"
	"strconv"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/page"
)

// A Typed cell is what somebody typed into one: either Clear (nothing is set
// here), or Hidden, or a width with the skip before it. SkipGiven tells "0_6"
// from "6".
type Typed struct {
	Clear     bool
	Hidden    bool
	Width     page.Width
	Skip      int
	SkipGiven bool
}

const understood = "6 (take 6), 2_6 (skip 2, take 6), * (full line), x (hidden) or nothing (carried)"

// ParseCell reads the notation of a column's cell in a row of n units. What it
// does not understand it refuses, saying what it would.
func ParseCell(text string, n int) (Typed, error) {
	word := strings.TrimSpace(text)
	switch word {
	case "":
		return Typed{Clear: true}, nil
	case "x", "X":
		return Typed{Hidden: true}, nil
	}
	var t Typed
	before, after, skips := strings.Cut(word, "_")
	width := before
	if skips {
		width = after
		skip, err := strconv.Atoi(before)
		if err != nil {
			return t, fault.New("", text, understood)
		}
		if skip < 0 || skip > n-1 {
			return t, fault.New("", text, "a skip of 0 to %d: the row has %d columns", n-1, n)
		}
		t.Skip, t.SkipGiven = skip, true
	}
	if width == "*" {
		return t, nil
	}
	take, err := strconv.Atoi(width)
	if err != nil {
		return t, fault.New("", text, understood)
	}
	if take < 1 || take > n {
		return t, fault.New("", text, "a width of 1 to %d: the row has %d columns", n, n)
	}
	t.Width = page.Take(take)
	return t, nil
}

// FormatCell writes a span in the notation ParseCell reads.
func FormatCell(s page.Span, n int) string {
	if !s.Shown {
		return "x"
	}
	width := "*"
	if !s.Width.IsFull() {
		width = strconv.Itoa(s.Width.Units(n))
	}
	if s.Skip > 0 {
		return fmt.Sprintf("%d_%s", s.Skip, width)
	}
	return width
}

// setting is what a typed cell sets at the breakpoint of that name, given what
// is carried into it: a skip or hiding that was carried and not typed is undone,
// so that the cell then shows what was typed.
func (t Typed) setting(breakpoint string, carried page.Span) page.Setting {
	s := page.Setting{From: breakpoint}
	switch {
	case t.Clear:
	case t.Hidden:
		s.Shown = new(false)
	default:
		s.Width = &t.Width
		if t.SkipGiven || carried.Skip != 0 {
			s.Skip = &t.Skip
		}
		if !carried.Shown {
			s.Shown = new(true)
		}
	}
	return s
}
