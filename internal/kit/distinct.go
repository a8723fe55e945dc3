package kit

import "sync"

// distinctKey is all that decides whether a kit's classes are distinct: its
// templates, its breakpoints, and at each how many uneven columns there are.
type distinctKey struct {
	naming Naming
	names  string
	units  [MaxBreakpoints]int
}

// passes remembers what was found distinct, for finding it out is long and most
// kits are named alike.
type passes struct {
	sync.Mutex
	known map[distinctKey]bool
}

var distinct = passes{known: map[distinctKey]bool{}}

func (p *passes) check(key distinctKey, find func() error) error {
	p.Lock()
	known := p.known[key]
	p.Unlock()
	if known {
		return nil
	}
	err := find()
	if err == nil {
		p.Lock()
		if len(p.known) > 500 {
			clear(p.known)
		}
		p.known[key] = true
		p.Unlock()
	}
	return err
}
