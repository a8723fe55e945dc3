package kit

import (
	"errors"

	"kitrows/internal/fault"
)

// Naming holds the templates of every class a kit writes (domain section 9.1).
type Naming struct {
	Frame     Template `json:"frame" doc:"A fixed container."`
	FrameOpen Template `json:"frameOpen" doc:"A fluid container."`
	Row       Template `json:"row"`
	Cell      Template `json:"cell" doc:"A column."`
	Take      Template `json:"take" doc:"{n} units wide from {bp} on; what is in [] is left out at the first breakpoint."`
	Full      Template `json:"full" doc:"The full line from {bp} on."`
	Skip      Template `json:"skip" doc:"{n} empty units before it from {bp} on."`
	Gone      Template `json:"gone" doc:"Hidden from {bp} on."`
	Back      Template `json:"back" doc:"Shown again from {bp} on."`
}

// OurNaming is the naming of the kits that Kit Rows ships.
var OurNaming = Naming{
	Frame:     "kr-frame",
	FrameOpen: "kr-frame-open",
	Row:       "kr-row",
	Cell:      "kr-cell",
	Take:      "kr-take-{n}[-{bp}]",
	Full:      "kr-full[-{bp}]",
	Skip:      "kr-skip-{n}[-{bp}]",
	Gone:      "kr-gone[-{bp}]",
	Back:      "kr-back[-{bp}]",
}

// part is one template with what it must name.
type part struct {
	field            string
	template         Template
	counted, stepped bool
}

func (n Naming) parts() []part {
	return []part{
		{"frame", n.Frame, false, false},
		{"frameOpen", n.FrameOpen, false, false},
		{"row", n.Row, false, false},
		{"cell", n.Cell, false, false},
		{"take", n.Take, true, true},
		{"full", n.Full, false, true},
		{"skip", n.Skip, true, true},
		{"gone", n.Gone, false, true},
		{"back", n.Back, false, true},
	}
}

// check refuses templates that are malformed or of which two can write the same
// class for some number of 0 to columns units at some breakpoint.
func (n Naming) check(columns int, breakpoints []Breakpoint) error {
	var errs []error
	for _, p := range n.parts() {
		errs = append(errs, fault.Under(p.field, p.template.check(p.counted, p.stepped)))
	}
	if err := errors.Join(errs...); err != nil {
		return err
	}
	type use struct {
		field string
		units int
		at    int
	}
	written := map[string]use{}
	for _, p := range n.parts() {
		for i := range breakpoints {
			for units := range columns + 1 {
				if i > 0 && !p.stepped || units > 0 && !p.counted {
					continue
				}
				class := p.template.Write(units, Suffix(breakpoints, i))
				if other, taken := written[class]; taken && other != (use{p.field, units, i}) {
					return fault.New(p.field, string(p.template), "a template that cannot write %s, which %s writes", class, other.field)
				}
				written[class] = use{p.field, units, i}
			}
		}
	}
	return nil
}

// Suffix is what {bp} stands for at breakpoint i: nothing at the first.
func Suffix(breakpoints []Breakpoint, i int) string {
	if i == 0 {
		return ""
	}
	return breakpoints[i].Name
}
