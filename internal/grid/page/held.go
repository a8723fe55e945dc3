package page

import (
	"math/bits"

	"kitrows/internal/grid/kit"
)

// A Holding is what holds of one field: its value, and the index of the breakpoint it
// was set at, -1 for the default.
type Holding struct {
	Value
	From int8
}

// Held is everything that holds for a row or column at one breakpoint, by field.
type Held [NumFields]Holding

// Defaults is what holds for a node of that kind on which nothing was set.
func Defaults(kind Kind) (h Held) {
	for f := range h {
		h[f] = Holding{Field(f).Default(kind), -1}
	}
	return h
}

// Take holds what is set at breakpoint i from there on.
func (h *Held) Take(s *Setting, i int) {
	for set := s.set & people; set != 0; set &= set - 1 {
		f := bits.TrailingZeros32(set)
		h[f] = Holding{s.fields[f], int8(i)}
	}
}

// people are the bits of the fields that people set.
var people = func() (set uint32) {
	for _, f := range written {
		set |= 1 << f
	}
	return set
}()

// Last is the index of the breakpoint at which something was set last, -1 for none.
func (h *Held) Last() int {
	last := -1
	for _, f := range written {
		last = max(last, int(h[f].From))
	}
	return last
}

// Setting is all that holds for a node of that kind as a setting of the breakpoint of
// that name.
func (h *Held) Setting(from string, kind Kind) Setting {
	s := At(from)
	for _, f := range written {
		if f.On(kind) {
			s = s.With(f, h[f].Value)
		}
	}
	return s
}

// HeldAt resolves a row's or column's settings at breakpoint i of k.
func (n *Node) HeldAt(k *kit.Kit, i int) *Held {
	h := Defaults(n.Kind)
	for at := range n.At {
		s := &n.At[at]
		if from := k.Index(s.From); from >= 0 && from <= i {
			h.Take(s, from)
		}
	}
	return &h
}

// ShownAt reports whether the node is shown at breakpoint i of k, as far as its own settings say.
func (n *Node) ShownAt(k *kit.Kit, i int) bool {
	shown := true
	for at := range n.At {
		s := &n.At[at]
		if v, set := s.Get(Shown); set {
			if from := k.Index(s.From); from >= 0 && from <= i {
				shown = v != Hides
			}
		}
	}
	return shown
}

// SettingAt is what was set on the node at the breakpoint of that name; a
// Setting that IsZero when nothing was.
func (n *Node) SettingAt(name string) Setting {
	for _, s := range n.At {
		if s.From == name {
			return s
		}
	}
	return At(name)
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
