package kit

// Frame gives a container's outer and content width in px at breakpoint i in a
// viewport of v px (section 6.1): fluid containers are as wide as the viewport,
// fixed ones never wider than it. The content width is 0 or more.
func (k *Kit) Frame(i int, v float64, fluid bool) (outer, content float64) {
	outer = v
	if w, fixed := k.Breakpoints[i].Container.Width(); fixed && !fluid {
		outer = min(w, v)
	}
	return outer, max(0, outer-2*k.Edge.Px(k.Gutter.px))
}

// A Track is the grid inside one row: N equal columns with gutters between them
// (section 6.2). All lengths are in px.
type Track struct {
	Columns int
	Content float64 // W, the row's width
	Gutter  float64 // g
	Pitch   float64 // (W + g) / N
}

// Track divides a content width of w px into the kit's columns.
func (k *Kit) Track(w float64) Track {
	g := k.Gutter.px
	return Track{Columns: k.Columns, Content: w, Gutter: g, Pitch: (w + g) / float64(k.Columns)}
}

// Width is that of a column over n units: n·pitch − gutter, never under 0.
func (t Track) Width(n int) float64 { return max(0, float64(n)*t.Pitch-t.Gutter) }

// Offset is how far n units move a column: n·pitch.
func (t Track) Offset(n int) float64 { return float64(n) * t.Pitch }
