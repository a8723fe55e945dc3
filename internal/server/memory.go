package server

import (
	"fmt"
	"slices"
	"sync"

	"kitrows/internal/bench"
)

// memory keeps the last Benches that were answered, so that the next answer need
// only say what is other.
type memory struct {
	mu    sync.Mutex
	known []remembered // the last used at the end
}

type remembered struct {
	key   string
	bench *bench.Bench
}

// mostKnown is how many Benches are kept; one of a thousand columns is some 5 MB.
const mostKnown = 8

// memoryKey names a page as it is looked at.
func memoryKey(project, page string, v bench.View) string { return fmt.Sprint(project, "/", page, v) }

// last gives the Bench that was answered last for a key; nil when it is not known.
func (m *memory) last(key string) *bench.Bench {
	m.mu.Lock()
	defer m.mu.Unlock()
	if i := slices.IndexFunc(m.known, func(r remembered) bool { return r.key == key }); i >= 0 {
		return m.known[i].bench
	}
	return nil
}

func (m *memory) keep(key string, b *bench.Bench) {
	m.mu.Lock()
	defer m.mu.Unlock()
	m.known = slices.DeleteFunc(m.known, func(r remembered) bool { return r.key == key })
	if len(m.known) == mostKnown {
		m.known = slices.Delete(m.known, 0, 1)
	}
	m.known = append(m.known, remembered{key, b})
}
