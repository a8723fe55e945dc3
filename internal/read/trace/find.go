package trace

import (
	"image"
)

// A Found is a frame that a picture shows, with those in it that stand beside one another.
type Found struct {
	Frame
	In []Found `json:"in,omitempty"`
}

// What is looked for, in CSS px: the gaps that part things beside and above one another, which those between words and
// lines do not, and the least that is a frame.
const (
	gapBeside = 12
	gapAbove  = 14
	least     = 12
	farthest  = 40 // below a column, what goes on in it
	deepest   = 4
)

// ink is by how much, of 255, a px must be another than its ground to belong to something, in one of its colours. Noise
// and what is left of a JPEG at 60 % are less.
const ink = 30

// Frames finds what stands beside one another in a picture that has so many px for each CSS px: empty bands part it
// into things above one another, and these into those beside one another, and so on inside them.
func (p *Picture) Frames(scale float64) []Found {
	f := finder{p, scale}
	return f.in(p.Bounds(), 0)
}

type finder struct {
	*Picture
	scale float64
}

// px is a length in px of the picture.
func (f *finder) px(v float64) int { return max(1, int(v*f.scale)) }

// in finds what stands beside one another in a part of the picture, from the top down.
func (f *finder) in(part image.Rectangle, depth int) (all []Found) {
	if depth > deepest || part.Dx() < f.px(2*least) || part.Dy() < f.px(least) {
		return nil
	}
	ground := f.ground(part)
	var rows [][]image.Rectangle // columns that stand beside one another
	for _, band := range f.runs(part, ground, false, f.px(gapAbove)) {
		var beside []image.Rectangle
		row := image.Rect(part.Min.X, band[0], part.Max.X, band[1])
		for _, run := range f.runs(row, ground, true, f.px(gapBeside)) {
			box := f.tight(image.Rect(run[0], band[0], run[1], band[1]), ground)
			if box.Dx() >= f.px(least) && box.Dy() >= f.px(least)/2 {
				beside = append(beside, box)
			}
		}
		if len(beside) == 0 {
			continue
		}
		if last := len(rows) - 1; last < 0 || !f.goOn(rows[last], beside) {
			rows = append(rows, beside)
		}
	}
	for _, row := range rows {
		for _, box := range row {
			one := Found{Frame: f.frame(box)}
			if box != part {
				one.In = f.in(box, depth+1)
			}
			for len(one.In) == 1 { // all that is in it, under one another
				one.In = one.In[0].In
			}
			all = append(all, one)
		}
	}
	return all
}

// goOn reports whether columns go on in what stands below them, and makes them as high and wide as both: each thing
// below begins where a column does or, where there are several, inside one.
func (f *finder) goOn(columns, below []image.Rectangle) bool {
	bottom := 0
	for _, c := range columns {
		bottom = max(bottom, c.Max.Y)
	}
	if below[0].Min.Y-bottom > f.px(farthest) {
		return false
	}
	to := make([]int, len(below)) // the column that each goes on
	begun := 0
	for i, b := range below {
		to[i] = -1
		for j, c := range columns {
			switch d := b.Min.X - c.Min.X; {
			case d >= -f.px(2) && d <= f.px(2):
				to[i] = j
				begun++
			case d > 0 && len(columns) > 1:
				to[i] = j
			}
		}
		if to[i] < 0 || to[i]+1 < len(columns) && b.Max.X > columns[to[i]+1].Min.X {
			return false
		}
	}
	if begun == 0 || begun < len(below) && begun < len(columns) {
		return false
	}
	for i, b := range below {
		columns[to[i]] = columns[to[i]].Union(b)
	}
	return true
}

func (f *finder) frame(r image.Rectangle) Frame {
	px := func(v int) float64 { return float64(v) / f.scale }
	return Frame{px(r.Min.X), px(r.Min.Y), px(r.Dx()), px(r.Dy())}
}

// ground is the colour that most of a part has.
func (f *finder) ground(part image.Rectangle) [3]int {
	type sum struct{ n, r, g, b int }
	counts := map[int]*sum{}
	step := max(1, part.Dx()*part.Dy()/40_000)
	at := 0
	for y := part.Min.Y; y < part.Max.Y; y++ {
		for x := part.Min.X + at%step; x < part.Max.X; x += step {
			i := f.PixOffset(x, y)
			r, g, b := int(f.Pix[i]), int(f.Pix[i+1]), int(f.Pix[i+2])
			key := r>>4<<8 | g>>4<<4 | b>>4
			s := counts[key]
			if s == nil {
				s = &sum{}
				counts[key] = s
			}
			s.n, s.r, s.g, s.b = s.n+1, s.r+r, s.g+g, s.b+b
		}
		at += 7
	}
	best := &sum{n: 1}
	for _, s := range counts {
		if s.n > best.n || s.n == best.n && s.r > best.r {
			best = s
		}
	}
	return [3]int{best.r / best.n, best.g / best.n, best.b / best.n}
}

// isInk reports whether a px is another than its ground.
func (f *finder) isInk(x, y int, ground [3]int) bool {
	i := f.PixOffset(x, y)
	for c := range 3 {
		if d := int(f.Pix[i+c]) - ground[c]; d > ink || d < -ink {
			return true
		}
	}
	return false
}

// runs are where there is something in a part, across or down, with gaps of at least so many px between.
func (f *finder) runs(part image.Rectangle, ground [3]int, across bool, gap int) (all [][2]int) {
	from, to, long := part.Min.Y, part.Max.Y, part.Dx()
	if across {
		from, to, long = part.Min.X, part.Max.X, part.Dy()
	}
	counts := make([]int, to-from)
	for y := part.Min.Y; y < part.Max.Y; y++ {
		for x := part.Min.X; x < part.Max.X; x++ {
			if !f.isInk(x, y, ground) {
				continue
			}
			if across {
				counts[x-from]++
			} else {
				counts[y-from]++
			}
		}
	}
	noise := long / 400 // single px
	for i, n := range counts {
		if n <= noise {
			continue
		}
		if last := len(all) - 1; last >= 0 && from+i-all[last][1] < gap {
			all[last][1] = from + i + 1
		} else {
			all = append(all, [2]int{from + i, from + i + 1})
		}
	}
	return all
}

// tight is a part without what is empty around it.
func (f *finder) tight(part image.Rectangle, ground [3]int) image.Rectangle {
	down := f.runs(part, ground, false, part.Dy()+1)
	if len(down) == 0 {
		return image.Rectangle{}
	}
	part.Min.Y, part.Max.Y = down[0][0], down[0][1]
	across := f.runs(part, ground, true, part.Dx()+1)
	if len(across) == 0 {
		return image.Rectangle{}
	}
	part.Min.X, part.Max.X = across[0][0], across[0][1]
	return part
}

// Flat are frames with all that are in them, in their order.
func Flat(found []Found) (frames []Frame) {
	for _, f := range found {
		frames = append(append(frames, f.Frame), Flat(f.In)...)
	}
	return frames
}
