package edit

import (
	"strconv"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/page"
)

// A Typed cell is what somebody typed into a column's: either Clear (nothing is
// set here), or Hidden, or a width with the units skipped before it and left
// after it. SkipGiven and TrailGiven tell "0_6_0" from "6".
type Typed struct {
	Clear      bool
	Hidden     bool
	Width      page.Width
	Skip       int
	Trail      int
	SkipGiven  bool
	TrailGiven bool
}

const understood = "6 (take 6), 2_6 (skip 2, take 6), 2_6_1 (and trail 1), = (share), ~ (natural), * (full line), x (hidden) or nothing (carried)"

// words are the widths that are not a number of units.
var words = map[string]page.Width{"*": page.Full, "=": page.Share, "~": page.Natural}

// ParseCell reads the notation of a column's cell in a row of n units. What it
// does not understand it refuses, saying what it would.
func ParseCell(text string, n int) (Typed, error) {
	var t Typed
	switch strings.TrimSpace(text) {
	case "":
		return Typed{Clear: true}, nil
	case "x", "X":
		return Typed{Hidden: true}, nil
	}
	parts := strings.Split(strings.TrimSpace(text), "_")
	if len(parts) > 3 {
		return t, fault.New("", text, understood)
	}
	run := func(part, name string, units *int, given *bool) error {
		v, err := strconv.Atoi(part)
		if err != nil {
			return fault.New("", text, understood)
		}
		if v < 0 || v > n-1 {
			return fault.New("", text, "a %s of 0 to %d: the row has %d columns", name, n-1, n)
		}
		*units, *given = v, true
		return nil
	}
	if len(parts) > 1 {
		if err := run(parts[0], "skip", &t.Skip, &t.SkipGiven); err != nil {
			return t, err
		}
		parts = parts[1:]
	}
	if len(parts) > 1 {
		if err := run(parts[1], "trail", &t.Trail, &t.TrailGiven); err != nil {
			return t, err
		}
	}
	if w, ok := words[parts[0]]; ok {
		t.Width = w
		return t, nil
	}
	take, err := strconv.Atoi(parts[0])
	if err != nil {
		return t, fault.New("", text, understood)
	}
	if take < 1 || take > n {
		return t, fault.New("", text, "a width of 1 to %d: the row has %d columns", n, n)
	}
	t.Width = page.Take(take)
	return t, nil
}

// FormatCell writes a column's span in the notation ParseCell reads. Units,
// skipped and trailing units are as they hold, which need not be whole where
// they were carried off the grid; those of a width that is no take are not asked
// for.
func FormatCell(s page.Span, units, skip, trail float64) string {
	if !s.Shown {
		return "x"
	}
	text := kit.Figure(units)
	for word, w := range words {
		if w == s.Width {
			text = word
		}
	}
	if skip > 0 || trail > 0 {
		text = kit.Figure(skip) + "_" + text
	}
	if trail > 0 {
		text += "_" + kit.Figure(trail)
	}
	return text
}

// setting is what a typed cell makes of what was set at a breakpoint, given what
// is carried into it: a skip, trail or hiding that was carried and not typed is
// undone, so that the cell then shows what was typed. What the notation does not
// say stays as it was.
func (t Typed) setting(was page.Setting, carried page.Span) page.Setting {
	if t.Clear {
		return page.Setting{From: was.From}
	}
	s := was
	s.Shown = nil
	if t.Hidden {
		s.Shown = new(false)
		return s
	}
	s.Width, s.Skip, s.Trail = &t.Width, nil, nil
	if t.SkipGiven || carried.Skip != 0 {
		s.Skip = &t.Skip
	}
	if t.TrailGiven || carried.Trail != 0 {
		s.Trail = &t.Trail
	}
	if !carried.Shown {
		s.Shown = new(true)
	}
	return s
}

const understoodOfRows = "÷3 or /3 (3 columns a line), off (as its columns say) or nothing (carried)"

// ParseRowCell reads the notation of a row's cell: how many columns stand on a
// line, 0 for off; nil for nothing set here.
func ParseRowCell(text string) (*int, error) {
	word := strings.TrimSpace(text)
	if word == "" {
		return nil, nil
	}
	if word == "off" {
		return new(0), nil
	}
	number, divided := strings.CutPrefix(word, "÷")
	if !divided {
		number, divided = strings.CutPrefix(word, "/")
	}
	k, err := strconv.Atoi(number)
	if !divided || err != nil {
		return nil, fault.New("", text, understoodOfRows)
	}
	if k < 1 || k > kit.MaxColumns {
		return nil, fault.New("", text, "1 to %d columns a line", kit.MaxColumns)
	}
	return &k, nil
}

// FormatRowCell writes how many columns stand on a line in the notation
// ParseRowCell reads.
func FormatRowCell(perLine int) string {
	if perLine == 0 {
		return "off"
	}
	return "÷" + strconv.Itoa(perLine)
}
