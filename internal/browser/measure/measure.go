// Package measure is lengths in px that grow with the viewport, and how a browser rounds them.
package measure

import "math"

// A Measure is a length in px that depends on the viewport: Px at the viewport's
// present width, and Per more for each px that it grows. It lets a plan say up to
// which width what it found stays so (section 6.8).
type Measure struct{ Px, Per float64 }

// Floor64 is a length in px as a browser keeps it: in whole sixty-fourths, with what is
// over cut off.
func Floor64(px float64) float64 { return math.Floor(px*64) / 64 }

// Calc is what a browser makes of calc(px + percent%) of a length: it works with numbers
// of single precision, in another order where there are no px, and keeps whole sixty-fourths
// of a px.
func Calc(px, percent, of float64) float64 {
	if px == 0 {
		return math.Trunc(float64(float32(of)*float32(percent)/100)*64) / 64
	}
	part := float32(float32(percent)/100) * float32(of)
	return math.Trunc(float64(float32(px)+float32(part))*64) / 64
}

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
