package kit

// A Measure is a length in px that depends on the viewport: Px at the viewport's
// present width, and Per more for each px that it grows. It lets a plan say up to
// which width what it found stays so (section 6.8).
type Measure struct{ Px, Per float64 }

// Plain is a measure that does not depend on the viewport.
func Plain(px float64) Measure { return Measure{Px: px} }

// Plus adds two measures.
func (m Measure) Plus(o Measure) Measure { return Measure{m.Px + o.Px, m.Per + o.Per} }

// Minus subtracts one measure from another.
func (m Measure) Minus(o Measure) Measure { return Measure{m.Px - o.Px, m.Per - o.Per} }

// Times multiplies a measure.
func (m Measure) Times(f float64) Measure { return Measure{m.Px * f, m.Per * f} }

// AtLeastZero is the measure, or 0 where it is less.
func (m Measure) AtLeastZero() Measure {
	if m.Px < 0 {
		return Measure{}
	}
	return m
}
