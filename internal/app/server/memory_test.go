package server

import "testing"

// The last values are kept, each once; what was kept longest ago goes first.
func TestRecent(t *testing.T) {
	r := recent[int]{most: 2}
	for i, key := range []string{"a", "b", "a", "c"} {
		r.keep(key, i)
	}
	for key, want := range map[string]int{"a": 2, "c": 3} {
		if got, ok := r.find(key); !ok || got != want {
			t.Errorf("%s: %d %v, want %d", key, got, ok, want)
		}
	}
	if got, ok := r.find("b"); ok {
		t.Errorf("b is kept still: %d", got)
	}
}
