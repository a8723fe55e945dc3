package compare

import (
	"fmt"
	"math"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// String is the widths in words: "630 to 909 px".
func (w Widths) String() string {
	if w.From == w.To {
		return fmt.Sprintf("%d px", w.From)
	}
	return fmt.Sprintf("%d to %d px", w.From, w.To)
}

// Text says what became of the box, with the numbers of the width at which it moved most.
func (m *Move) Text() string {
	if m.What != Moved {
		return "is " + string(m.What)
	}
	var all []string
	say := func(was, is float64, less, more string) {
		if d := is - was; math.Abs(d) > least {
			all = append(all, kit.Figure(math.Abs(d))+" px "+map[bool]string{true: more, false: less}[d > 0])
		}
	}
	size := func(was, is float64, word string) {
		if math.Abs(is-was) > least {
			all = append(all, fmt.Sprintf("%s → %s px %s", kit.Figure(was), kit.Figure(is), word))
		}
	}
	size(m.Was.Width, m.Is.Width, "wide")
	say(m.Was.X, m.Is.X, "further left", "further right")
	say(m.Was.Y, m.Is.Y, "higher", "lower")
	size(m.Was.Height, m.Is.Height, "tall")
	if len(all) == 0 { // a little of each, which comes to more
		all = append(all, kit.Figure(m.By)+" px from where it was")
	}
	text := strings.Join(all, ", ")
	if m.Widths.From != m.Widths.To {
		text += fmt.Sprintf(" at %d px", m.At)
	}
	if m.Estimated {
		text = "about " + text
	}
	return text
}

// Text says how the row breaks.
func (b *Break) Text() string {
	text := fmt.Sprintf("%d lines, was %d", b.Is, b.Was)
	switch {
	case b.Is == b.Was:
		text = fmt.Sprintf("%d lines, which begin with other columns", b.Is)
	case b.Is == 1:
		text = fmt.Sprintf("1 line, was %d", b.Was)
	}
	if b.Reason != "" {
		text += ": " + b.Reason
	}
	return text
}

// Summary says how much is other: "5 of 31 boxes move, 1 row breaks otherwise, 1 finding comes".
func (c *Comparison) Summary() string {
	moved := map[string]bool{}
	for _, m := range c.Moves {
		moved[m.Node] = true
	}
	rows := map[string]bool{}
	for _, b := range c.Breaks {
		rows[b.Row] = true
	}
	count := 0
	c.After.Page().Walk(func(*page.Node, page.Place) { count++ })
	all := []string{fmt.Sprintf("%d of %s", len(moved), counted(count, "box moves", "boxes move"))}
	if len(rows) > 0 {
		all = append(all, counted(len(rows), "row breaks otherwise", "rows break otherwise"))
	}
	if len(c.Came) > 0 {
		all = append(all, counted(len(c.Came), "finding comes", "findings come"))
	}
	if len(c.Went) > 0 {
		all = append(all, counted(len(c.Went), "finding goes", "findings go"))
	}
	return strings.Join(all, ", ")
}

// counted is a number of things: "1 row breaks", "2 rows break".
func counted(n int, one, more string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, more)
}
