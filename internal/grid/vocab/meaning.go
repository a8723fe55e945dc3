package vocab

import (
	"fmt"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Meaning is what a word of kit k says, a text for each thing: what, and at which breakpoints.
func (w *Word) Meaning(k *kit.Kit) (all []string) {
	if w.Base || len(w.Effects) == 0 {
		return []string{"is a " + string(w.On)}
	}
	for _, e := range w.Effects {
		text, in := e.Field.Words(e.Value), e.In
		switch {
		case e.Field == page.Frames && e.Value.Term == page.UpTo && int(e.Value.N) < len(k.Breakpoints):
			text, in = "is a container: fluid below "+k.Breakpoints[e.Value.N].Name, Range{0, int8(len(k.Breakpoints))}
		case e.Field == page.Frames:
			text = "is a container: " + e.Value.String()
		case e.Field == page.Ends && e.Value == page.First:
			text = "begins a line"
		case e.Field == page.Ends:
			text = "ends a line"
		}
		all = append(all, text+in.words(k))
	}
	return all
}

// words are the breakpoints of a range of kit k; empty where it is all of them.
func (r Range) words(k *kit.Kit) string {
	b := k.Breakpoints
	switch from, to := int(r.From), int(r.To); {
	case from == 0 && to == len(b):
		return ""
	case to == len(b):
		return " from " + b[from].Name
	case from == 0:
		return " below " + b[to].Name
	case to == from+1:
		return " at " + b[from].Name
	default:
		return fmt.Sprintf(" from %s up to %s", b[from].Name, b[to-1].Name)
	}
}
