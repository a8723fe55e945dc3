// Package notation reads and writes what people type: cells of the span sheet, and
// row recipes.
package notation

import (
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Typed cell is what somebody typed into a column's: either Clear (nothing is
// set here), or Hidden, or a width with the units skipped before it, or the one it
// begins at, from 1, and those left after it. SkipGiven and TrailGiven tell "0_6_0"
// from "6".
type Typed struct {
	Clear      bool
	Hidden     bool
	Width      page.Value
	Begin      int // 0 where no unit was typed
	Skip       int
	Trail      int
	SkipGiven  bool
	TrailGiven bool
}

const understood = "6 (take 6), 2_6 (skip 2, take 6), 2_6_1 (and trail 1), @4_6 (begin at unit 4), 1/3 or " +
	"30% (a part of the row), = (share), ~ (natural), * (full line), x (hidden) or nothing (carried)"

// words are the widths that are not a number of units.
var words = [...]struct {
	text  string
	width page.Value
}{{"*", page.Full}, {"=", page.Share}, {"~", page.Natural}}

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
		return t, fault.New("", text, "%s", understood)
	}
	run := func(part, name string, units *int, given *bool) error {
		v, err := strconv.Atoi(part)
		if err != nil {
			return fault.New("", text, "%s", understood)
		}
		if v < 0 {
			return fault.New("", text, "a %s of 0 or more", name)
		}
		if v > n-1 {
			return fault.New("", text, "a %s of at most %d: the row has %d columns", name, n-1, n)
		}
		*units, *given = v, true
		return nil
	}
	if at, begins := strings.CutPrefix(parts[0], "@"); begins {
		switch unit, err := strconv.Atoi(at); {
		case err != nil:
			return t, fault.New("", text, "%s", understood)
		case unit < 1 || unit > n:
			return t, fault.New("", text, "a unit from 1 to %d after the @: the row has %d columns", n, n)
		case len(parts) == 1:
			return t, fault.New("", text, "a width after it, such as @%d_6", unit)
		default:
			t.Begin, parts = unit, parts[1:]
		}
	} else if len(parts) > 1 {
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
	for _, w := range words {
		if w.text == parts[0] {
			t.Width = w.width
			return t, nil
		}
	}
	if part, ok := page.ParsePart(parts[0]); ok {
		t.Width = part
		return t, nil
	}
	take, err := strconv.Atoi(parts[0])
	if err != nil {
		return t, fault.New("", text, "%s", understood)
	}
	if take < 1 {
		return t, fault.New("", text, "a width of at least 1")
	}
	if take > n {
		return t, fault.New("", text, "a width of at most %d: the row has %d columns", n, n)
	}
	t.Width = page.Take(take)
	return t, nil
}

// Hidden is the notation of a column that is not shown.
const Hidden = "x"

// A Cell is what a shown column's cell says. Units are as they hold, which need not be
// whole where they were carried off the grid; those of a width that is no take are not
// asked for.
type Cell struct {
	Width              page.Value
	Begin              int // the unit it begins at, from 1, in place of a skip; 0 for none
	Units, Skip, Trail float64
}

// String writes the cell in the notation ParseCell reads.
func (c Cell) String() string {
	text := kit.Figure(c.Units)
	if c.Width.Term == page.Portion {
		text = c.Width.String()
	}
	for _, w := range words {
		if w.width == c.Width {
			text = w.text
		}
	}
	switch {
	case c.Begin > 0:
		text = "@" + strconv.Itoa(c.Begin) + "_" + text
	case c.Skip > 0 || c.Trail > 0:
		text = kit.Figure(c.Skip) + "_" + text
	}
	if c.Trail > 0 {
		text += "_" + kit.Figure(c.Trail)
	}
	return text
}

// CellAt writes what holds for a column as it was set.
func CellAt(h *page.Held) string {
	if h[page.Shown].Value == page.Hides {
		return Hidden
	}
	return Cell{h[page.Width].Value, h[page.Begin].Int(), float64(h[page.Width].Units()), float64(h[page.Skip].N),
		float64(h[page.Trail].N)}.String()
}

// Setting is what a typed cell makes of what was set at a breakpoint, given what
// is carried into it: a skip, trail or hiding that was carried and not typed is
// undone, so that the cell then shows what was typed. What the notation does not
// say stays as it was.
func (t Typed) Setting(was page.Setting, carried *page.Held) page.Setting {
	var none page.Value
	if t.Clear {
		return page.At(was.From)
	}
	if t.Hidden {
		return was.With(page.Shown, page.Hides)
	}
	s := was.With(page.Shown, none).With(page.Width, t.Width).With(page.Skip, none).With(page.Trail, none)
	s = s.With(page.Begin, none)
	if t.Begin > 0 || carried[page.Begin].N != 0 {
		s = s.With(page.Begin, page.Of(t.Begin))
	}
	if t.SkipGiven || t.Begin == 0 && carried[page.Skip].N != 0 { // with a place, no skip counts
		s = s.With(page.Skip, page.Of(t.Skip))
	}
	if t.TrailGiven || carried[page.Trail].N != 0 {
		s = s.With(page.Trail, page.Of(t.Trail))
	}
	if carried[page.Shown].Value == page.Hides {
		s = s.With(page.Shown, page.Shows)
	}
	return s
}

// CarriedInto is what holds for column c just below breakpoint i.
func CarriedInto(c *page.Node, k *kit.Kit, i int) *page.Held { return c.HeldAt(k, i-1) }

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
	if k < 1 {
		return nil, fault.New("", text, "at least 1 column a line")
	}
	if k > kit.MaxColumns {
		return nil, fault.New("", text, "at most %d columns a line", kit.MaxColumns)
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
