package compare

import (
	"maps"
	"slices"
)

// widths are those that were looked at, in their order.
func (s *scan) widths() []int { return slices.Sorted(maps.Keys(s.seen)) }

// runs calls found for each run of widths that were looked at at which key is the same and not the zero value. A run
// ends where the next width that was looked at begins another.
func runs[K comparable](widths []int, key func(v int) K, found func(k K, seen []int, w Widths)) {
	var none K
	for first := 0; first < len(widths); {
		k, end := key(widths[first]), first+1
		for end < len(widths) && key(widths[end]) == k {
			end++
		}
		if k != none {
			w := Widths{widths[first], widths[end-1]}
			if end < len(widths) {
				w.To = widths[end] - 1
			}
			found(k, widths[first:end], w)
		}
		first = end
	}
}

// moves are what became of each box, from one width to another.
func (s *scan) moves() (all []Move) {
	seen := s.widths()
	for i, n := range s.nodes {
		runs(seen, func(v int) What { return s.seen[v].boxes[i].what }, func(what What, at []int, w Widths) {
			m := Move{Node: n.id, Name: n.name, Kind: n.kind, What: what, Widths: w, Follows: true}
			for j, v := range at {
				d := s.seen[v].boxes[i]
				m.Follows = m.Follows && d.follows
				m.Across = m.Across || d.across
				m.Estimated = m.Estimated || d.estimated
				if by := float64(d.by); j == 0 || by > m.By {
					m.At, m.By = v, by
				}
			}
			all = append(all, m)
		})
	}
	s.stand(all)
	return all
}

// stand finds where the boxes of moves were and are, at the widths at which they moved most.
func (s *scan) stand(all []Move) {
	at := map[int][]*Move{}
	for i := range all {
		at[all[i].At] = append(at[all[i].At], &all[i])
	}
	for v, moves := range at {
		before, after := boxes(s.before, v), boxes(s.after, v)
		for _, m := range moves {
			m.Was, m.Is = rect(before.boxes[m.Node]), rect(after.boxes[m.Node])
		}
	}
}

// breaks are the rows that break into other lines, from one width to another.
func (s *scan) breaks() (all []Break) {
	seen := s.widths()
	for _, n := range s.nodes {
		type counts struct{ was, is int }
		key := func(v int) counts {
			b := s.seen[v].breaks[n.id]
			return counts{b.Was, b.Is}
		}
		runs(seen, key, func(_ counts, at []int, w Widths) {
			b := s.seen[at[0]].breaks[n.id]
			b.Widths = w
			all = append(all, b)
		})
	}
	return all
}

// An Along is what goes along with others from one width to another.
type Along struct {
	Widths Widths
	Names  []string
}

// Along are the moves of boxes that only go along with others, by their widths.
func (c *Comparison) Along() (all []Along) {
	for _, m := range c.Moves {
		if !m.Follows {
			continue
		}
		at := slices.IndexFunc(all, func(a Along) bool { return a.Widths == m.Widths })
		if at < 0 {
			all = append(all, Along{Widths: m.Widths})
			at = len(all) - 1
		}
		all[at].Names = append(all[at].Names, m.Name)
	}
	return all
}
