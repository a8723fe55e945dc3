package lines_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/browser/lines"
)

func TestPlaces(t *testing.T) {
	text := "aé\n\r\nb\rc\n" + strings.Repeat("é", 2000) + "x"
	x := lines.New(text)
	for at, want := range map[int]lines.Place{
		0: {1, 1}, 1: {1, 2}, 3: {1, 3}, 4: {2, 1}, 6: {3, 1}, 7: {3, 2}, 8: {4, 1}, 10: {5, 1}, 10 + 2*700: {5, 701},
		len(text) - 1: {5, 2001}, len(text): {5, 2002}, len(text) + 9: {5, 2002},
	} {
		if got := x.Place(at); got != want {
			t.Errorf("byte %d: %v, want %v", at, got, want)
		}
	}
	if got := lines.New("").Place(0); got != (lines.Place{Line: 1, Column: 1}) {
		t.Errorf("of nothing: %v", got)
	}
}

func ExampleIndex_Place() {
	fmt.Println(lines.New("one\ntwo").Place(5))
	// Output: {2 2}
}
