package page_test

import (
	"testing"

	"kitrows/internal/grid/page"
	"kitrows/internal/test/sample"
)

// A container's kind is a value of a field, said from the breakpoint that it names.
func TestFramesAreValues(t *testing.T) {
	k := sample.Twelve()
	for _, c := range []struct {
		frame page.Frame
		term  page.Term
		from  int
	}{
		{page.FixedFrame, page.Fixed, 0},
		{page.FluidFrame, page.Fluid, 0},
		{page.CappedFrame, page.Capped, 0},
		{page.FluidBelow("wide"), page.UpTo, 2},
	} {
		if v, from := c.frame.Value(k); v != (page.Value{Term: c.term}) || from != c.from {
			t.Errorf("%s: %+v from %d", c.frame, v, from)
		}
	}
}

// Code says units by their number alone, and where nothing is counted no place.
func TestBareValues(t *testing.T) {
	for v, want := range map[page.Value]page.Value{
		{Term: page.Taken, N: 3, Of: 12}:        page.Take(3),
		{Term: page.Taken, N: 3, Of: 5, At: 2}:  {Term: page.Taken, N: 3, At: 2},
		{Term: page.Number, N: 0, Of: 5, At: 2}: page.Of(0),
		page.Part(1, 3):                         page.Part(1, 3),
		page.Full:                               page.Full,
	} {
		if got := v.Bare(); got != want {
			t.Errorf("%+v: got %+v, want %+v", v, got, want)
		}
	}
}
