package kit

import (
	"errors"

	"kitrows/internal/fault"
)

// Naming holds the templates of every class a kit writes (domain section 9.1).
type Naming struct {
	Frame     Template `json:"frame" doc:"A fixed container."`
	FrameOpen Template `json:"frameOpen" doc:"A fluid container."`
	FrameUpTo Template `json:"frameUpTo" doc:"A container that is fluid below {bp} and fixed from it on."`
	FrameCap  Template `json:"frameCap" doc:"A capped container."`
	Row       Template `json:"row"`
	Of        Template `json:"of" doc:"A row that divides into {n} units, or as the kit, from {bp} on; what is in [] is left out at the first breakpoint."`
	Per       Template `json:"per" doc:"A row of {n} equal columns a line from {bp} on, or off."`
	GapX      Template `json:"gapX" doc:"A row with a gutter of {n} px, or kit, from {bp} on."`
	GapY      Template `json:"gapY" doc:"The same between its lines."`
	Align     Template `json:"align" doc:"How a row's columns stand in their line from {bp} on: top, middle, bottom or stretch."`
	Spread    Template `json:"spread" doc:"How a row spreads what is unspent from {bp} on."`
	Cell      Template `json:"cell" doc:"A column."`
	Take      Template `json:"take" doc:"{n} units wide from {bp} on; {at} is the unit it starts at in an uneven grid."`
	Full      Template `json:"full" doc:"The full line from {bp} on."`
	Share     Template `json:"share" doc:"An equal share of what is left from {bp} on."`
	Natural   Template `json:"natural" doc:"As wide as its content from {bp} on."`
	Skip      Template `json:"skip" doc:"{n} empty units before it from {bp} on."`
	Trail     Template `json:"trail" doc:"{n} empty units after it from {bp} on."`
	Nudge     Template `json:"nudge" doc:"Moved by {n} units on screen, m before the number for back, from {bp} on."`
	Place     Template `json:"place" doc:"Its order from {bp} on: first, last or a number."`
	Self      Template `json:"self" doc:"How this column stands in its line from {bp} on: top, middle, bottom, stretch, or row for the row's."`
	Gone      Template `json:"gone" doc:"Hidden from {bp} on."`
	Back      Template `json:"back" doc:"Shown again from {bp} on."`
	Lead      Template `json:"lead" doc:"With floats: starts its row's first line from {bp} on."`
	Run       Template `json:"run" doc:"With floats: runs on in its row's first line from {bp} on."`
	Turn      Template `json:"turn" doc:"With floats: starts another line from {bp} on."`
	Under     Template `json:"under" doc:"With floats: runs on in another line from {bp} on."`
	Fit       Template `json:"fit" doc:"A picture that is scaled to its column."`
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
	GapX:      "kr-gap-x-{n}[-{bp}]",
	GapY:      "kr-gap-y-{n}[-{bp}]",
	Align:     "kr-align-{n}[-{bp}]",
	Spread:    "kr-spread-{n}[-{bp}]",
	Cell:      "kr-cell",
	Take:      "kr-take-{n}[-at-{at}][-{bp}]",
	Full:      "kr-full[-{bp}]",
	Share:     "kr-share[-{bp}]",
	Natural:   "kr-natural[-{bp}]",
	Skip:      "kr-skip-{n}[-at-{at}][-{bp}]",
	Trail:     "kr-trail-{n}[-at-{at}][-{bp}]",
	Nudge:     "kr-nudge-{n}[-at-{at}][-{bp}]",
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

// part is one template with what it must name.
type part struct {
	field                    string
	template                 Template
	counted, placed, stepped bool
	words                    []string // what {n} may stand for besides numbers
	negative                 bool
	later                    bool // it is only written for breakpoints after the first
}

func (n Naming) parts() []part {
	return []part{
		{field: "frame", template: n.Frame},
		{field: "frameOpen", template: n.FrameOpen},
		{field: "frameUpTo", template: n.FrameUpTo, stepped: true, later: true},
		{field: "frameCap", template: n.FrameCap},
		{field: "row", template: n.Row},
		{field: "of", template: n.Of, counted: true, stepped: true, words: []string{"kit"}},
		{field: "per", template: n.Per, counted: true, stepped: true, words: []string{"off"}},
		{field: "gapX", template: n.GapX, counted: true, stepped: true, words: []string{"kit"}},
		{field: "gapY", template: n.GapY, counted: true, stepped: true, words: []string{"kit"}},
		{field: "align", template: n.Align, counted: true, stepped: true, words: []string{"top", "middle", "bottom", "stretch"}},
		{field: "spread", template: n.Spread, counted: true, stepped: true, words: []string{"start", "centre", "end", "between", "around", "even"}},
		{field: "cell", template: n.Cell},
		{field: "take", template: n.Take, counted: true, placed: true, stepped: true},
		{field: "full", template: n.Full, stepped: true},
		{field: "share", template: n.Share, stepped: true},
		{field: "natural", template: n.Natural, stepped: true},
		{field: "skip", template: n.Skip, counted: true, placed: true, stepped: true},
		{field: "trail", template: n.Trail, counted: true, placed: true, stepped: true},
		{field: "nudge", template: n.Nudge, counted: true, placed: true, stepped: true, negative: true},
		{field: "place", template: n.Place, counted: true, stepped: true, words: []string{"first", "last"}},
		{field: "self", template: n.Self, counted: true, stepped: true, words: []string{"top", "middle", "bottom", "stretch", "row"}},
		{field: "gone", template: n.Gone, stepped: true},
		{field: "back", template: n.Back, stepped: true},
		{field: "lead", template: n.Lead, stepped: true},
		{field: "run", template: n.Run, stepped: true},
		{field: "turn", template: n.Turn, stepped: true},
		{field: "under", template: n.Under, stepped: true},
		{field: "fit", template: n.Fit},
	}
}

// check refuses templates that are malformed or of which two can write the same
// class for some word, number of units or breakpoint.
func (n Naming) check(k *Kit) error {
	var errs []error
	uneven := false
	for i := range k.Breakpoints {
		uneven = uneven || k.ColumnsAt(i).IsUneven()
	}
	for _, p := range n.parts() {
		errs = append(errs, fault.Under(p.field, p.template.check(p, uneven)))
	}
	if err := errors.Join(errs...); err != nil {
		return err
	}
	_, err := n.written(k)
	return err
}

// Writes tells whether a class is one the kit may write.
func (k *Kit) Writes(class string) bool {
	written, _ := k.Naming.written(k)
	return written[class] != ""
}

// written gives every class that may be written, and the field of its template.
func (n Naming) written(k *Kit) (map[string]string, error) {
	key := distinctKey{naming: n, names: k.BreakpointNames()}
	for i := range k.Breakpoints {
		if c := k.ColumnsAt(i); c.IsUneven() {
			key.units[i] = c.N()
		}
	}
	return distinct.find(key, func() (map[string]string, error) { return n.distinct(k) })
}

// distinct gives every class with its template's field, and refuses templates of
// which two can write the same class.
func (n Naming) distinct(k *Kit) (map[string]string, error) {
	written := map[string]string{}
	for _, p := range n.parts() {
		mine := map[string]bool{}
		for i := range k.Breakpoints {
			if p.later && i == 0 || i > 0 && !p.stepped {
				continue
			}
			for _, class := range p.classes(k, i) {
				if other, taken := written[class]; taken || mine[class] {
					if mine[class] {
						other = "it also writes at another breakpoint or for another number"
					} else {
						other += " writes"
					}
					return nil, fault.New(p.field, string(p.template), "a template that cannot write %s, which %s", class, other)
				}
				mine[class] = true
			}
		}
		for class := range mine {
			written[class] = p.field
		}
	}
	return written, nil
}

// classes lists what the template may write at breakpoint i.
func (p part) classes(k *Kit, i int) []string {
	values := p.words
	if p.counted {
		for v := range MaxColumns + 1 {
			values = append(values, Whole(v))
			if p.negative && v > 0 {
				values = append(values, Whole(-v))
			}
		}
	} else {
		values = append(values, "")
	}
	starts := []string{""}
	if c := k.ColumnsAt(i); p.placed && c.IsUneven() {
		for u := range c.N() {
			starts = append(starts, Whole(u+1))
		}
	}
	all := make([]string, 0, len(values)*len(starts))
	for _, v := range values {
		for _, at := range starts {
			all = append(all, p.template.Write(v, at, k.Suffix(i)))
		}
	}
	return all
}

// Suffix is what {bp} stands for at breakpoint i: nothing at the first.
func (k *Kit) Suffix(i int) string {
	if i == 0 {
		return ""
	}
	return k.Breakpoints[i].Name
}
