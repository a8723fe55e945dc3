package css

import (
	"strings"

	"kitrows/internal/browser/budget"
)

// A layer is a cascade layer; those in it come before it.
type layer struct {
	in    []*layer
	known map[string]*layer // those of them that have a name
	place int
}

// named is the layer of a name in another, at most as deep as blocks may stand.
func (l *layer) named(b *budget.Budget, name string) *layer {
	for i, part := range strings.SplitN(name, ".", deepest+1) {
		part = strings.TrimSpace(part)
		next := l.known[part]
		if i == deepest || next == nil {
			b.Hold(layerSize)
			b.Step(8)
			next = &layer{}
			l.in = append(l.in, next)
			if l.known == nil {
				l.known = map[string]*layer{}
			}
			if part != "" {
				l.known[part] = next
			}
		}
		l = next
	}
	return l
}

func (l *layer) number(next *int) {
	for _, o := range l.in {
		o.number(next)
	}
	l.place = *next
	*next++
}
