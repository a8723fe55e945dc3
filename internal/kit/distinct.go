package kit

import "sync"

// distinctKey is all that decides whether a kit's classes are distinct: its
// templates, its breakpoints, and at each how many uneven columns there are.
type distinctKey struct {
	naming Naming
	names  string
	units  [MaxBreakpoints]int
}

// passes remembers the classes of namings that were found distinct, for finding
// them is long and most kits are named alike.
type passes struct {
	sync.Mutex
	known map[distinctKey]map[string]string
}

var distinct = passes{known: map[distinctKey]map[string]string{}}

func (p *passes) find(key distinctKey, find func() (map[string]string, error)) (map[string]string, error) {
	p.Lock()
	known := p.known[key]
	p.Unlock()
	if known != nil {
		return known, nil
	}
	written, err := find()
	if err == nil {
		p.Lock()
		if len(p.known) > 50 {
			clear(p.known)
		}
		p.known[key] = written
		p.Unlock()
	}
	return written, err
}
