package server

import (
	"fmt"
	"slices"
	"sync"

	"kitrows/internal/app/bench"
)

// recent keeps the last values that were made, by their keys.
type recent[V any] struct {
	most  int
	mu    sync.Mutex
	known []kept[V] // the last kept at the end
}

type kept[V any] struct {
	key   string
	value V
}

// find gives the value that was kept last for a key.
func (r *recent[V]) find(key string) (value V, ok bool) {
	r.mu.Lock()
	defer r.mu.Unlock()
	i := slices.IndexFunc(r.known, func(k kept[V]) bool { return k.key == key })
	if i < 0 {
		return value, false
	}
	return r.known[i].value, true
}

func (r *recent[V]) keep(key string, value V) {
	r.mu.Lock()
	defer r.mu.Unlock()
	r.known = slices.DeleteFunc(r.known, func(k kept[V]) bool { return k.key == key })
	if len(r.known) == r.most {
		r.known = slices.Delete(r.known, 0, 1)
	}
	r.known = append(r.known, kept[V]{key, value})
}

// memory keeps the last Benches that were answered, so that the next answer need
// only say what changed. One of a thousand columns is some 5 MB.
type memory struct{ recent[*bench.Bench] }

// mostKnown is how many Benches are kept.
const mostKnown = 8

// memoryKey names a page as it is looked at.
func memoryKey(project, page string, v bench.View) string {
	return fmt.Sprint(project, "/", page, v.Lanes, v.Ends, v.Designs)
}

// last gives the Bench that was answered last for a key; nil when it is not known.
func (m *memory) last(key string) *bench.Bench {
	b, _ := m.find(key)
	return b
}
