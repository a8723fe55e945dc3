package page

import "slices"

// A Control is how a screen edits a setting of a node at one breakpoint.
type Control struct {
	Field   string   `json:"field"`
	Label   string   `json:"label"`
	Kind    string   `json:"kind" enum:"width,number,choice,text,switch"`
	Low     int      `json:"low" doc:"The least number or number of units."`
	High    int      `json:"high"`
	Zero    string   `json:"zero,omitempty" doc:"What 0 means, in words."`
	Hint    string   `json:"hint,omitempty" doc:"What a text may be."`
	Options []Option `json:"options,omitempty" doc:"The values to choose from, or the suggestions for a text."`
}

// An Option is one value of a choice.
type Option struct {
	Value string `json:"value" doc:"As project files have it."`
	Label string `json:"label"`
}

// screen are the fields that people set, in the order in which a screen has them.
var screen = []Field{Width, Begin, Skip, Trail, Nudge, Order, Align, Shown, PerLine, Divides, GapX, GapY, Spread,
	Before, After}

// gaps are the gutters that a screen offers, in px.
var gaps = []int{4, 8, 12, 16, 20, 24, 32, 40, 48}

// Controls are those of a row or column; n is how many units its row, or it as a row, divides into.
func Controls(kind Kind, n int, held *Held) (all []Control) {
	for _, f := range screen {
		if f.On(kind) {
			all = append(all, f.control(kind, n, held[f].Value))
		}
	}
	return all
}

// control is the field's, where it has a value now.
func (f Field) control(kind Kind, n int, now Value) Control {
	x := &specs[f]
	c := Control{Field: x.name, Label: x.title, Kind: x.control, Low: x.low, High: x.high, Zero: x.zero, Hint: x.hint}
	if x.row != nil {
		c.Low, c.High = x.row(n)
	}
	if c.Kind != "choice" && !(c.Kind == "text" && slices.Contains(x.terms, Pixels)) {
		return c
	}
	add := func(v Value) {
		label := x.names[v]
		if label == "" {
			label = v.String()
		}
		c.Options = append(c.Options, Option{v.String(), label})
	}
	known := false
	values := f.values(kind)
	for _, v := range values {
		known = known || v == now
	}
	if !known && c.Kind == "choice" {
		add(now)
	}
	for _, v := range values {
		add(v)
	}
	return c
}

// values are those that a screen offers for a field with a choice.
func (f Field) values(kind Kind) (all []Value) {
	for _, t := range specs[f].terms {
		switch {
		case t == AsRow && kind == Row:
		case t == Pixels:
			all = append(all, NoGap)
			for _, px := range gaps {
				all = append(all, Px(px))
			}
		case t == Number:
			for n := specs[f].low; n <= specs[f].high; n++ {
				all = append(all, Of(n))
			}
		default:
			all = append(all, Value{Term: t})
		}
	}
	return all
}

// halves are the parts of a row that are offered, up and down.
var halves = [][2]int{{1, 2}, {1, 3}, {2, 3}, {1, 4}, {3, 4}}

// Values are those that a phrase may say of nodes in rows of n columns, as far as they are worth offering.
func (p *Phrase) Values(n int) (all []Value) {
	x := &specs[p.Field]
	terms := p.Terms
	if len(terms) == 0 {
		terms = x.terms
	}
	if len(terms) == 0 {
		return []Value{{}}
	}
	low, high := max(x.low, 0), min(x.high, n)
	if x.row != nil {
		_, high = x.row(n)
	}
	for _, t := range terms {
		switch t {
		case Taken, Number:
			for i := low; i <= min(high, n); i++ {
				all = append(all, Value{Term: t, N: int16(i)})
			}
		case Portion:
			for _, part := range halves {
				all = append(all, Part(part[0], part[1]))
			}
		case Pixels:
			all = append(all, NoGap)
			for _, px := range gaps {
				all = append(all, Px(px))
			}
		default:
			all = append(all, Value{Term: t})
		}
	}
	return all
}
