package notation

import (
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
)

// Whole is a block that is shown, as its cell has it.
const Whole = "*"

// ParseBlockCell reads the notation of a block's cell: whether it is shown; None for nothing set here.
func ParseBlockCell(text string) (page.Value, error) {
	switch strings.TrimSpace(text) {
	case "":
		return page.Value{}, nil
	case Hidden:
		return page.Hides, nil
	case Whole:
		return page.Shows, nil
	}
	return page.Value{}, fault.New("", text, "x (hidden), * (shown) or nothing (carried)")
}

// BlockCell is the cell of a block in the notation that ParseBlockCell reads; empty where nothing was ever set.
func BlockCell(shown page.Holding) string {
	switch {
	case shown.Value == page.Hides:
		return Hidden
	case shown.From >= 0:
		return Whole
	}
	return ""
}
