package page

import "kitrows/internal/kit"

// A Setting is what was set on a column at one breakpoint. It holds from there
// on at every wider one until set again (section 5). A nil field is not set here
// and carries on.
type Setting struct {
	From  string `json:"from" doc:"The breakpoint's name."`
	Width *Width `json:"width,omitempty" pattern:"^(full|take [0-9]{1,2})$" doc:"full, or take and a number of units."`
	Skip  *int   `json:"skip,omitempty" minimum:"0" maximum:"47" doc:"Empty units before the column."`
	Shown *bool  `json:"shown,omitempty" doc:"false hides the column."`
}

// IsZero tells whether nothing is set.
func (s Setting) IsZero() bool { return s.Width == nil && s.Skip == nil && s.Shown == nil }

// A Span is everything that holds for a column at one breakpoint.
type Span struct {
	Width Width
	Skip  int
	Shown bool
}

// Default is the span of a column that nothing was set on.
var Default = Span{Width: Full, Shown: true}

// A Held span knows where it comes from: Origin is the index of the breakpoint
// that last set any part of it, -1 for the default, and Here whether that is the
// breakpoint asked for.
type Held struct {
	Span
	Origin int
	Here   bool
}

// SpanAt resolves a column's settings at breakpoint i of k.
func (n *Node) SpanAt(k *kit.Kit, i int) Held {
	h := Held{Span: Default, Origin: -1}
	for _, s := range n.At {
		from := k.Index(s.From)
		if from < 0 || from > i || s.IsZero() {
			continue
		}
		h.Origin = from
		if s.Width != nil {
			h.Width = *s.Width
		}
		if s.Skip != nil {
			h.Skip = *s.Skip
		}
		if s.Shown != nil {
			h.Shown = *s.Shown
		}
	}
	h.Here = h.Origin == i
	return h
}

// SettingAt is what was set on the column at the breakpoint of that name; a
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
