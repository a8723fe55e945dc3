package kit

import (
	"math"
	"testing"

	"kitrows/internal/browser/measure"
)

// A rough track is never a sixty-fourth of a px from the smooth one for each gutter it
// counts, and is smooth again when asked.
func TestRoughTracksStayNear(t *testing.T) {
	for _, g := range []Gutter{GutterOf(Px(24)), Fraction(1, 5)} {
		for _, columns := range []Columns{Equal(12), Equal(48), Uneven(1, 2, 3, 2, 1)} {
			smooth := NewTrack(columns, g, Between, measure.Plain(1111.25))
			rough := smooth.Rough()
			if rough.Smooth() != smooth {
				t.Fatalf("%s: rough and smooth are mixed up", columns)
			}
			for n := 1; n <= columns.N(); n++ {
				a, b := smooth.Width(0, float64(n)).Px, rough.Width(0, float64(n)).Px
				if math.Abs(a-b) > 1.0/16 || b*64 != math.Trunc(b*64) {
					t.Errorf("%d of %s with a gutter of %s: %v on paper, %v in a browser", n, columns, g, a, b)
				}
			}
		}
	}
}
