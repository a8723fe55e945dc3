package page

import "kitrows/internal/kit"

// A Setting is what was set on a column or a row at one breakpoint. It holds
// from there on at every wider one until set again (section 5). A nil field is
// not set here and carries on.
type Setting struct {
	From string `json:"from" doc:"The breakpoint's name."`

	Width *Width `json:"width,omitempty" pattern:"^(full|share|natural|take [0-9]{1,2})$" doc:"Of a column: full, take and a number of units, share, or natural."`
	Skip  *int   `json:"skip,omitempty" minimum:"0" maximum:"47" doc:"Empty units before the column."`
	Trail *int   `json:"trail,omitempty" minimum:"0" maximum:"47" doc:"Empty units after it."`
	Nudge *int   `json:"nudge,omitempty" minimum:"-47" maximum:"47" doc:"Units it is moved by on screen without making room."`
	Order *Order `json:"order,omitempty" doc:"first, last, or a number; 0 is the source order."`
	Shown *bool  `json:"shown,omitempty" doc:"false hides the column."`

	Align *Align `json:"align,omitempty" enum:"row,top,middle,bottom,stretch" doc:"Of a row, or of a column in place of its row's."`

	PerLine *int     `json:"perLine,omitempty" minimum:"0" maximum:"48" doc:"Of a row: equal columns a line; 0 is off."`
	GapX    *Gap     `json:"gapX,omitempty" doc:"Of a row: its gutter: kit, none, or px such as 16px."`
	GapY    *Gap     `json:"gapY,omitempty" doc:"Of a row: the space between its lines."`
	Spread  *Spread  `json:"spread,omitempty" enum:"start,centre,end,between,around,even" doc:"Of a row: where the unspent part of a line goes."`
	Divides *Divides `json:"divides,omitempty" doc:"Of a row: fresh, parent, or a number of columns."`
}

// IsZero tells whether nothing is set.
func (s Setting) IsZero() bool { return s == Setting{From: s.From} }

// forKind tells whether the setting has nothing that only the other kind of node
// has.
func (s Setting) forKind(kind Kind) bool {
	columns := s.Width != nil || s.Skip != nil || s.Trail != nil || s.Nudge != nil || s.Order != nil || s.Shown != nil
	rows := s.PerLine != nil || s.GapX != nil || s.GapY != nil || s.Spread != nil || s.Divides != nil
	return kind == Column && !rows || kind == Row && !columns
}

// A Span is everything that holds for a column at one breakpoint.
type Span struct {
	Width Width
	Skip  int
	Trail int
	Nudge int
	Order Order
	Shown bool
	Align Align
}

// Default is the span of a column that nothing was set on.
var Default = Span{Width: Full, Shown: true}

// A Ruling is everything that holds for a row at one breakpoint.
type Ruling struct {
	PerLine    int
	GapX, GapY Gap
	Align      Align
	Spread     Spread
	Divides    Divides
}

// Setting is all of the span as a setting of the breakpoint of that name.
func (s Span) Setting(from string) Setting {
	return Setting{From: from, Width: &s.Width, Skip: &s.Skip, Trail: &s.Trail, Nudge: &s.Nudge, Order: &s.Order, Shown: &s.Shown, Align: &s.Align}
}

// Setting is all of the ruling as a setting of the breakpoint of that name.
func (r Ruling) Setting(from string) Setting {
	return Setting{From: from, PerLine: &r.PerLine, GapX: &r.GapX, GapY: &r.GapY, Align: &r.Align, Spread: &r.Spread, Divides: &r.Divides}
}

// DefaultRuling is the ruling of a row that nothing was set on.
var DefaultRuling = Ruling{Align: Stretch}

// An Origin is the index of the breakpoint a setting was last made at, -1 for
// the default.
type Origin = int8

// A Held span knows where each of its parts comes from.
type Held struct {
	Span
	From struct{ Width, Skip, Trail, Nudge, Order, Shown, Align Origin }
	Last Origin // of the part set last
}

// Here tells whether any part was set at breakpoint i itself.
func (h Held) Here(i int) bool { return int(h.Last) == i }

// A HeldRuling knows where each of its parts comes from.
type HeldRuling struct {
	Ruling
	From struct{ PerLine, GapX, GapY, Align, Spread, Divides Origin }
	Last Origin
}

// Here tells whether any part was set at breakpoint i itself.
func (h HeldRuling) Here(i int) bool { return int(h.Last) == i }

// SpanAt resolves a column's settings at breakpoint i of k.
func (n *Node) SpanAt(k *kit.Kit, i int) Held {
	h := Held{Span: Default, Last: -1}
	f := &h.From
	f.Width, f.Skip, f.Trail, f.Nudge, f.Order, f.Shown, f.Align = -1, -1, -1, -1, -1, -1, -1
	n.upTo(k, i, func(s *Setting, from Origin) {
		h.Last = from
		hold(&h.Width, &f.Width, s.Width, from)
		hold(&h.Skip, &f.Skip, s.Skip, from)
		hold(&h.Trail, &f.Trail, s.Trail, from)
		hold(&h.Nudge, &f.Nudge, s.Nudge, from)
		hold(&h.Order, &f.Order, s.Order, from)
		hold(&h.Shown, &f.Shown, s.Shown, from)
		hold(&h.Align, &f.Align, s.Align, from)
	})
	return h
}

// RulingAt resolves a row's settings at breakpoint i of k.
func (n *Node) RulingAt(k *kit.Kit, i int) HeldRuling {
	h := HeldRuling{Ruling: DefaultRuling, Last: -1}
	f := &h.From
	f.PerLine, f.GapX, f.GapY, f.Align, f.Spread, f.Divides = -1, -1, -1, -1, -1, -1
	n.upTo(k, i, func(s *Setting, from Origin) {
		h.Last = from
		hold(&h.PerLine, &f.PerLine, s.PerLine, from)
		hold(&h.GapX, &f.GapX, s.GapX, from)
		hold(&h.GapY, &f.GapY, s.GapY, from)
		hold(&h.Align, &f.Align, s.Align, from)
		hold(&h.Spread, &f.Spread, s.Spread, from)
		hold(&h.Divides, &f.Divides, s.Divides, from)
	})
	return h
}

// upTo visits what was set at breakpoint i and the narrower ones, in order.
func (n *Node) upTo(k *kit.Kit, i int, visit func(*Setting, Origin)) {
	for at := range n.At {
		s := &n.At[at]
		if from := k.Index(s.From); from >= 0 && from <= i && !s.IsZero() {
			visit(s, Origin(from))
		}
	}
}

func hold[T any](value *T, origin *Origin, set *T, from Origin) {
	if set != nil {
		*value, *origin = *set, from
	}
}

// SettingAt is what was set on the node at the breakpoint of that name; a
// Setting that IsZero when nothing was.
func (n *Node) SettingAt(name string) Setting {
	for _, s := range n.At {
		if s.From == name {
			return s
		}
	}
	return Setting{From: name}
}

// WithSetting gives a copy of the node that has s at its breakpoint, in place of
// what was set there; a zero s clears it. Settings stay in the kit's order.
func (n *Node) WithSetting(k *kit.Kit, s Setting) *Node {
	c := *n
	c.At = make([]Setting, 0, len(n.At)+1)
	placed := s.IsZero()
	for _, old := range n.At {
		if !placed && k.Index(old.From) >= k.Index(s.From) {
			c.At, placed = append(c.At, s), true
		}
		if old.From != s.From {
			c.At = append(c.At, old)
		}
	}
	if !placed {
		c.At = append(c.At, s)
	}
	if len(c.At) == 0 {
		c.At = nil // as if nothing had ever been set
	}
	return &c
}
