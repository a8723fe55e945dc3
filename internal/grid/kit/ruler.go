package kit

// A Ruler is the grid of a fixed container at a breakpoint in a viewport Viewport px wide. All
// stretches are px from the viewport's left end.
type Ruler struct {
	Viewport  float64
	Container Stretch   // its border box
	Columns   []Stretch // from content to content; where gutters are between them, their boxes as well
	Before    float64   // the padding of each column left of it, where gutters are inside
	After     float64   // and right of it
}

// A Stretch is from one place to another, in px.
type Stretch struct{ From, To float64 }

// Width is how long it is.
func (s Stretch) Width() float64 { return s.To - s.From }

// Ruler lays the kit's grid out at breakpoint i in a viewport of v px.
func (k *Kit) Ruler(i int, v float64) Ruler {
	f := k.Frame(i, v, HeldFixed)
	t := k.TrackAt(i, f.Content)
	left := max(0, v-f.Outer.Px) / 2
	r := Ruler{Viewport: v, Container: Stretch{left, left + f.Outer.Px}}
	r.Before, r.After = t.Padding()
	x := left + (f.Outer.Px-f.Content.Px)/2 + t.Origin()
	for unit := range t.Columns.N() {
		from := x + t.Offset(0, float64(unit)).Px
		r.Columns = append(r.Columns, Stretch{from, from + t.Width(unit, 1).Px})
	}
	return r
}
