package measure

import "testing"

// What a browser makes of lengths, as measured in one: whole sixty-fourths of a px, cut off
// towards 0 in calc(), down elsewhere.
func TestLengthsAreWholeSixtyFourths(t *testing.T) {
	for _, c := range []struct{ px, percent, of, want float64 }{
		{0, 100, 1000, 1000},
		{-24, 100.0 / 3, 1000, 309.328125}, // 309.3333…
		{0, 100.0 / 7, 1000, 142.84375},    // 142.857…
		{-10, 1, 995, -0.046875},           // −0.05
		{0, 100.0 / 71, 1176, 16.5625},     // 16.5634, a fifth of one of twelve columns
	} {
		if got := Calc(c.px, c.percent, c.of); got != c.want {
			t.Errorf("calc(%vpx + %v%%) of %v: got %v, want %v", c.px, c.percent, c.of, got, c.want)
		}
	}
	if got := Floor64(100.99); got != 100.984375 {
		t.Errorf("100.99 px: got %v", got)
	}
}
