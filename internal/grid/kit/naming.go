package kit

import (
	"errors"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
)

// Naming holds the templates of every class a kit writes (domain section 9.1).
type Naming struct {
	Frame     Template `json:"frame" doc:"A fixed container."`
	FrameOpen Template `json:"frameOpen" doc:"A fluid container."`
	FrameUpTo Template `json:"frameUpTo" doc:"A container that is fluid below {bp} and fixed from it on."`
	FrameCap  Template `json:"frameCap" doc:"A capped container."`
	Row       Template `json:"row"`
	Of        Template `json:"of" doc:"A row of {n} units from {bp} on; the part in [] is left out at the first."`
	Per       Template `json:"per" doc:"A row of {n} equal columns a line from {bp} on, or off."`
	Told      Template `json:"told,omitzero" doc:"With floats: a row of {n} per line whose columns have line classes."`
	GapX      Template `json:"gapX" doc:"A row with a gutter of {n} px, or kit, from {bp} on."`
	GapY      Template `json:"gapY" doc:"The same between its lines."`
	Before    Template `json:"before,omitzero" doc:"A container or row with {n} px of space before it from {bp} on."`
	After     Template `json:"after,omitzero" doc:"The same after it."`
	Align     Template `json:"align" doc:"How a row aligns its columns from {bp} on: top, middle, bottom, stretch."`
	Spread    Template `json:"spread" doc:"How a row spreads what is free from {bp} on."`
	Cell      Template `json:"cell" doc:"A column."`
	First     Template `json:"first,omitzero" doc:"The first column of a row, where the kit trims it."`
	Last      Template `json:"last,omitzero" doc:"The last column of a row, where the kit trims it."`
	Take      Template `json:"take" doc:"{n} units wide from {bp} on; {at} is the unit it starts at in an uneven grid."`
	Full      Template `json:"full" doc:"The full line from {bp} on."`
	Part      Template `json:"part,omitzero" doc:"A part of the row from {bp} on; {n} is such as 1-3 for a third."`
	Share     Template `json:"share" doc:"An equal share of what is left from {bp} on."`
	Natural   Template `json:"natural" doc:"As wide as its content from {bp} on."`
	Skip      Template `json:"skip" doc:"{n} empty units before it from {bp} on."`
	Trail     Template `json:"trail" doc:"{n} empty units after it from {bp} on."`
	Nudge     Template `json:"nudge" doc:"Moved by {n} units on screen, m before the number for back, from {bp} on."`
	Begin     Template `json:"begin,omitzero" doc:"On grid tracks: begins at unit {n} from {bp} on, or off."`
	Place     Template `json:"place" doc:"Its order from {bp} on: first, last or a number."`
	Self      Template `json:"self" doc:"How this column is aligned from {bp} on; row: as its row says."`
	Gone      Template `json:"gone" doc:"Hidden from {bp} on."`
	Back      Template `json:"back" doc:"Shown again from {bp} on."`
	Lead      Template `json:"lead" doc:"With floats: starts its row's first line from {bp} on."`
	Run       Template `json:"run" doc:"With floats: runs on in its row's first line from {bp} on."`
	Turn      Template `json:"turn" doc:"With floats: starts another line from {bp} on."`
	Under     Template `json:"under" doc:"With floats: runs on in another line from {bp} on."`
	Fit       Template `json:"fit" doc:"A picture that is scaled to its column."`
	Clear     Template `json:"clear,omitzero" doc:"With floats: an empty element that ends and clears every row."`

	Lone   bool `json:"lone,omitzero" doc:"Only columns without a width class have the column class."`
	Beside bool `json:"beside,omitzero" doc:"Row and column classes work only beside the row or column class."`
}

// OurNaming is the naming of the kits that Kit Rows ships.
var OurNaming = Naming{
	Frame:     "kr-frame",
	FrameOpen: "kr-frame-open",
	FrameUpTo: "kr-frame-open-{bp}",
	FrameCap:  "kr-frame-cap",
	Row:       "kr-row",
	Of:        "kr-of-{n}[-{bp}]",
	Per:       "kr-per-{n}[-{bp}]",
	Told:      "kr-told",
	GapX:      "kr-gap-x-{n}[-{bp}]",
	GapY:      "kr-gap-y-{n}[-{bp}]",
	Before:    "kr-before-{n}[-{bp}]",
	After:     "kr-after-{n}[-{bp}]",
	Align:     "kr-align-{n}[-{bp}]",
	Spread:    "kr-spread-{n}[-{bp}]",
	Cell:      "kr-cell",
	First:     "kr-first",
	Last:      "kr-last",
	Take:      "kr-take-{n}[-at-{at}][-{bp}]",
	Part:      "kr-part-{n}[-{bp}]",
	Full:      "kr-full[-{bp}]",
	Share:     "kr-share[-{bp}]",
	Natural:   "kr-natural[-{bp}]",
	Skip:      "kr-skip-{n}[-at-{at}][-{bp}]",
	Trail:     "kr-trail-{n}[-at-{at}][-{bp}]",
	Nudge:     "kr-nudge-{n}[-at-{at}][-{bp}]",
	Begin:     "kr-begin-{n}[-{bp}]",
	Place:     "kr-place-{n}[-{bp}]",
	Self:      "kr-self-{n}[-{bp}]",
	Gone:      "kr-gone[-{bp}]",
	Back:      "kr-back[-{bp}]",
	Lead:      "kr-lead[-{bp}]",
	Run:       "kr-run[-{bp}]",
	Turn:      "kr-turn[-{bp}]",
	Under:     "kr-under[-{bp}]",
	Fit:       "kr-fit",
}

// A Named template is one of a Naming's, and what it must name.
type Named struct {
	Field                    string // its name in project files
	Template                 Template
	Counted, Placed, Stepped bool     // it names a number or word, a unit, a breakpoint
	Words                    []string // what {n} may stand for besides numbers
	Numbers                  bool     // {n} may be a number of units
	Negative                 bool     // also one below 0
	Later                    bool     // it is only written for breakpoints after the first
	Optional                 bool     // it may be empty: then what it says cannot be had

	at *Template
}

// Templates are all of the naming's, in the order their rules stand in a stylesheet.
func (n *Naming) Templates() []Named {
	word := func(field string, t *Template, words ...string) Named {
		return Named{Field: field, Template: *t, at: t, Counted: true, Stepped: true, Words: words, Optional: true}
	}
	number := func(x Named) Named {
		x.Numbers = true
		return x
	}
	units := func(field string, t *Template) Named {
		return Named{Field: field, Template: *t, at: t, Counted: true, Placed: true, Stepped: true, Numbers: true,
			Optional: true}
	}
	step := func(field string, t *Template) Named {
		return Named{Field: field, Template: *t, at: t, Stepped: true, Optional: true}
	}
	all := []Named{
		{Field: "frame", Template: n.Frame, at: &n.Frame},
		{Field: "frameOpen", Template: n.FrameOpen, at: &n.FrameOpen, Optional: true},
		{Field: "frameUpTo", Template: n.FrameUpTo, at: &n.FrameUpTo, Stepped: true, Later: true, Optional: true},
		{Field: "frameCap", Template: n.FrameCap, at: &n.FrameCap, Optional: true},
		{Field: "row", Template: n.Row, at: &n.Row},
		number(word("of", &n.Of, "kit")),
		number(word("per", &n.Per, "off")),
		{Field: "told", Template: n.Told, at: &n.Told},
		number(word("gapX", &n.GapX, "kit")),
		number(word("gapY", &n.GapY, "kit")),
		number(word("before", &n.Before, "kit")),
		number(word("after", &n.After, "kit")),
		word("align", &n.Align, "top", "middle", "bottom", "stretch"),
		word("spread", &n.Spread, "start", "centre", "end", "between", "around", "even"),
		{Field: "cell", Template: n.Cell, at: &n.Cell},
		{Field: "first", Template: n.First, at: &n.First, Optional: true},
		{Field: "last", Template: n.Last, at: &n.Last, Optional: true},
		step("gone", &n.Gone),
		step("back", &n.Back),
		number(word("place", &n.Place, "first", "last")),
		units("skip", &n.Skip),
		units("take", &n.Take),
		word("part", &n.Part, parts...),
		step("full", &n.Full),
		step("share", &n.Share),
		step("natural", &n.Natural),
		units("trail", &n.Trail),
		units("nudge", &n.Nudge),
		number(word("begin", &n.Begin, "off")),
		word("self", &n.Self, "top", "middle", "bottom", "stretch", "row"),
		step("lead", &n.Lead),
		step("run", &n.Run),
		step("turn", &n.Turn),
		step("under", &n.Under),
		{Field: "fit", Template: n.Fit, at: &n.Fit},
		{Field: "clear", Template: n.Clear, at: &n.Clear, Optional: true},
	}
	for i := range all {
		switch x := &all[i]; x.Field {
		case "nudge", "place":
			x.Negative = true
		case "take", "full", "lead", "run", "turn", "under":
			x.Optional = false
		}
	}
	return all
}

// of is the template of that name.
func (n *Naming) of(field string) Template {
	all := n.Templates()
	return all[slices.IndexFunc(all, func(t Named) bool { return t.Field == field })].Template
}

// Set gives a template, by its name in project files; ok is false where there is none of that name.
func (n *Naming) Set(field string, t Template) (ok bool) {
	for _, named := range n.Templates() {
		if named.Field == field {
			*named.at = t
			return true
		}
	}
	return false
}

// parts are parts of a row of every length that a class may say, such as 1-3.
var parts = []string{"1-1", "1-2", "2-3", "1-12", "12-22", "1-100", "33-100", "100-100"}

// check refuses templates that are malformed or of which two can write the same
// class for some word, number of units or breakpoint.
func (n *Naming) check(k *Kit) error {
	var errs []error
	uneven := false
	for i := range k.Breakpoints {
		uneven = uneven || k.ColumnsAt(i).IsUneven()
	}
	for _, t := range n.Templates() {
		errs = append(errs, fault.Under(t.Field, t.check(uneven)))
	}
	if n.Clear != "" && k.Technique != Float {
		errs = append(errs, fault.New("clear", string(n.Clear), "none: only rows of floats need to be cleared"))
	}
	if k.GutterPlace.Trims() && (n.First == "" || n.Last == "") {
		errs = append(errs, fault.New("first", string(n.First),
			"a class for the first and one for the last column of a row: "+
				"the kit trims them"))
	}
	if n.Lone && n.Beside {
		errs = append(errs, fault.New("beside", "yes", "no, where the column's class does not stand on every column"))
	}
	if err := errors.Join(errs...); err != nil {
		return err
	}
	return n.distinct(k)
}

// distinct refuses templates of which two can write the same class.
func (n *Naming) distinct(k *Kit) error {
	written := make(map[string]string, 1<<13)                // the field of its template, by class
	bare, worded := map[string]string{}, map[string]string{} // the same by attribute, without a word and with one
	part := n.reader(k, "part")
	for _, t := range n.Templates() {
		if t.Template == "" {
			continue
		}
		r := t.Reader(k)
		for i := range k.Breakpoints {
			if t.Later && i == 0 || i > 0 && !t.Stepped {
				continue
			}
			err := r.each(i, func(class string) error {
				if err := checkWritten(class); err != nil {
					return fault.Under(t.Field, err)
				}
				other, taken := written[class]
				switch {
				case taken && other == t.Field || t.Field == "part" && len(part.Read(class)) > 1:
					other = "it also writes at another breakpoint or for another number"
				case taken:
					other += " writes"
				case t.Field != "part" && len(part.Read(class)) > 0:
					other = "part writes"
				default:
					written[class] = t.Field
					if name, word, isAttribute := strings.Cut(class, "="); isAttribute && word == "" {
						bare[name] = t.Field
					} else if isAttribute {
						worded[name] = t.Field
					}
					return nil
				}
				return fault.New(t.Field, string(t.Template), "a template that cannot write %s, which %s", class, other)
			})
			if err != nil {
				return err
			}
		}
	}
	for name, field := range bare { // it selects elements that have the attribute with whatever words
		if other, both := worded[name]; both {
			return fault.New(field, string(n.of(field)), "a template with a word after the =: %s also writes %s",
				other, name)
		}
	}
	return nil
}

// Write gives what a template writes for n, in a column that starts at unit at of an uneven
// grid, from breakpoint i on; n and at may be empty.
func (k *Kit) Write(t Template, n, at string, i int) string {
	b := Blank{N: n, At: at, Of: strconv.Itoa(k.ColumnsAt(i).N())}
	if i > 0 {
		b.BP = k.Breakpoints[i].Name
	}
	return t.Write(b)
}
