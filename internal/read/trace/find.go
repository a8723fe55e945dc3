package trace

import (
	"image"
	"slices"

	"kitrows/internal/grid/design"
)

// What is looked for, in CSS px: the gaps that part things beside and above one another, which those between words and
// lines do not, and the least that is a frame.
const (
	gapBeside = 12
	gapAbove  = 14
	least     = 12
	narrowest = 32 // of what stands beside something
	farthest  = 24 // below words in a column, what goes on in it
	caption   = 22 // below a picture or a box, words that belong to it
	under     = 13 // and anything else
	deepest   = 4
)

// oneLine is how high a line of words is at most, in CSS px.
const oneLine = 60

// wordGap is how wide a gap between words is at most, by the height of their line.
const wordGap = 0.7

// plain is which part of a box its ground must be for things to stand on it; of a photograph or a drawing it is less.
const plain = 0.45

// ink is by how much, of 255, a px must be another than its ground to belong to something, in one of its colours. Noise
// and what is left of a JPEG at 60 % are less.
const ink = 30

// Frames finds what stands beside one another in a picture that has so many px for each CSS px: empty bands part it
// into things above one another, and these into those beside one another, and so on inside them.
func (p *Picture) Frames(scale float64) []design.Frame {
	f := finder{p, scale}
	ground, _ := f.ground(p.Bounds())
	found := f.in(p.Bounds(), ground, 0)
	design.Number(found)
	return found
}

type finder struct {
	*Picture
	scale float64
}

// px is a length in px of the picture.
func (f *finder) px(v float64) int { return max(1, int(v*f.scale)) }

// in finds what stands beside one another on the ground of a part of the picture, from the top down.
func (f *finder) in(part image.Rectangle, ground [3]int, depth int) (all []design.Frame) {
	if depth > deepest || part.Dx() < f.px(2*least) || part.Dy() < f.px(least) {
		return nil
	}
	var rows [][]image.Rectangle // columns that stand beside one another
	for _, band := range f.runs(part, ground, false, f.px(gapAbove)) {
		var beside []image.Rectangle
		row := image.Rect(part.Min.X, band[0], part.Max.X, band[1])
		gap := f.px(gapBeside)
		if high := row.Dy(); high < f.px(oneLine) {
			gap = max(gap, int(float64(high)*wordGap))
		}
		for _, run := range f.runs(row, ground, true, gap) {
			box := f.tight(image.Rect(run[0], band[0], run[1], band[1]), ground)
			if box.Dx() >= f.px(narrowest) && box.Dy() >= f.px(least)/2 {
				beside = append(beside, box)
			}
		}
		beside = f.headed(beside, ground)
		if len(beside) == 0 {
			continue
		}
		last := len(rows) - 1
		if depth > 0 && last >= 0 && len(beside) == 1 && len(rows[last]) == 1 &&
			f.isPicture(beside[0], ground) != f.isPicture(rows[last][0], ground) { // blocks in a column
			rows = append(rows, beside)
			continue
		}
		if last < 0 || !f.goOn(rows[last], beside, ground) {
			rows = append(rows, beside)
		}
	}
	for _, row := range rows {
		for _, box := range row {
			one := f.frame(box, ground)
			inner, much := ground, 1.0
			if f.isFilled(box, ground) { // it has a ground of its own
				inner, much = f.ground(box)
			}
			if box != part && much >= plain {
				one.Frames = f.in(box, inner, depth+1)
			}
			for len(one.Frames) == 1 { // all that is in it, under one another
				one.Frames = one.Frames[0].Frames
			}
			if len(one.Frames) == 0 && f.isPicture(box, ground) {
				one.Type = "picture"
			}
			all = append(all, one)
		}
	}
	return all
}

// headed joins boxes that stand under something which is above the first of them alone, such as a heading: they are
// columns in a column.
func (f *finder) headed(beside []image.Rectangle, ground [3]int) (all []image.Rectangle) {
	for i := 0; i < len(beside); i++ {
		box, near := beside[i], f.px(4)
		end := i + 1
		for end < len(beside) && beside[end].Min.Y > box.Min.Y+f.px(least) &&
			abs(beside[end].Min.Y-beside[min(i+1, len(beside)-1)].Min.Y) <= near {
			end++
		}
		if end > i+1 {
			y := beside[i+1].Min.Y
			for _, run := range f.runs(box, ground, false, f.px(6)) {
				if run[0] > box.Min.Y && abs(run[0]-y) <= near {
					for _, other := range beside[i+1 : end] {
						box = box.Union(other)
					}
					i = end - 1
					break
				}
			}
		}
		all = append(all, box)
	}
	return all
}

func abs(v int) int { return max(v, -v) }

// goOn reports whether columns go on in what stands below them, and makes them as high and wide as both: each thing
// below begins where a column does or, where there are several, inside one.
func (f *finder) goOn(columns, below []image.Rectangle, ground [3]int) bool {
	bottom, far := 0, farthest
	for _, c := range columns {
		if bottom = max(bottom, c.Max.Y); !f.isLow(c, ground) {
			far = caption
		}
	}
	if far == caption && slices.ContainsFunc(below, func(b image.Rectangle) bool { return !f.isLoose(b, ground) }) {
		far = under
	}
	if below[0].Min.Y-bottom > f.px(float64(far)) {
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

func (f *finder) frame(r image.Rectangle, ground [3]int) design.Frame {
	px := func(v int) float64 { return float64(v) / f.scale }
	return design.Frame{X: px(r.Min.X), Y: px(r.Min.Y), Width: px(r.Dx()), Height: px(r.Dy()), Loose: f.isLoose(r, ground)}
}

// isLoose reports whether only some of what is in a frame reaches to its right edge, as of words.
func (f *finder) isLoose(r image.Rectangle, ground [3]int) bool {
	if r.Dy() < f.px(oneLine) { // a line of words, which may end with a high letter
		return !f.isFilled(r, ground)
	}
	reach := 0
	for y := r.Min.Y; y < r.Max.Y; y++ {
		for x := r.Max.X - f.px(2); x < r.Max.X; x++ {
			if f.isInk(x, y, ground) {
				reach++
				break
			}
		}
	}
	return reach*4 < r.Dy()*3
}

// What a picture is told by: how many colours, of those that a hundredth of it has, there are at least, and which part
// of it each has at most. Words on a ground have more of that.
const (
	shades   = 3
	mostOne  = 0.7
	seldomly = 0.01
)

// isPicture reports whether a box is filled with more than words on a ground.
func (f *finder) isPicture(r image.Rectangle, ground [3]int) bool {
	if !f.isFilled(r, ground) {
		return false
	}
	counts, all := map[[3]uint8]int{}, 0
	step := max(1, r.Dx()*r.Dy()/20_000)
	for at := 0; at < r.Dx()*r.Dy(); at += step {
		i := f.PixOffset(r.Min.X+at%r.Dx(), r.Min.Y+at/r.Dx())
		counts[[3]uint8{f.Pix[i] >> 4, f.Pix[i+1] >> 4, f.Pix[i+2] >> 4}]++
		all++
	}
	many, most := 0, 0
	for _, n := range counts {
		if most = max(most, n); float64(n) >= seldomly*float64(all) {
			many++
		}
	}
	return many >= shades && float64(most) <= mostOne*float64(all)
}

// filled is which part of the edges of a box is other than what is around it.
const filled = 0.8

// isFilled reports whether a box, or a line around it, parts what is in it from its ground.
func (f *finder) isFilled(r image.Rectangle, ground [3]int) bool {
	for _, edge := range []image.Rectangle{
		{r.Min, image.Pt(r.Max.X, r.Min.Y+f.px(2))}, {image.Pt(r.Min.X, r.Max.Y-f.px(2)), r.Max},
		{r.Min, image.Pt(r.Min.X+f.px(2), r.Max.Y)}, {image.Pt(r.Max.X-f.px(2), r.Min.Y), r.Max},
	} {
		edge = edge.Intersect(f.Rect)
		across := edge.Dx() >= edge.Dy()
		long, reach := max(edge.Dx(), edge.Dy()), 0
		for at := range long {
			for deep := range min(edge.Dx(), edge.Dy()) {
				x, y := edge.Min.X+deep, edge.Min.Y+at
				if across {
					x, y = edge.Min.X+at, edge.Min.Y+deep
				}
				if f.isInk(x, y, ground) {
					reach++
					break
				}
			}
		}
		if float64(reach) < filled*float64(long) {
			return false
		}
	}
	return true
}

// isLow reports whether only some of what is in a box reaches to its lower edge, as of words.
func (f *finder) isLow(r image.Rectangle, ground [3]int) bool {
	reach := 0
	for x := r.Min.X; x < r.Max.X; x++ {
		for y := r.Max.Y - f.px(2); y < r.Max.Y; y++ {
			if f.isInk(x, y, ground) {
				reach++
				break
			}
		}
	}
	return reach*10 < r.Dx()*7
}

// ground is the colour that most of a part has, and how much of it.
func (f *finder) ground(part image.Rectangle) (colour [3]int, much float64) {
	type sum struct{ n, r, g, b int }
	counts := map[int]*sum{}
	step := max(1, part.Dx()*part.Dy()/40_000)
	at, all := 0, 0
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
			all++
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
	return [3]int{best.r / best.n, best.g / best.n, best.b / best.n}, float64(best.n) / float64(max(1, all))
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

// isAlone reports whether fewer than two of the px around one are other than its ground.
func (f *finder) isAlone(x, y int, ground [3]int) bool {
	n := 0
	for dy := -1; dy <= 1; dy++ {
		for dx := -1; dx <= 1; dx++ {
			if (dx != 0 || dy != 0) && (image.Point{x + dx, y + dy}).In(f.Rect) && f.isInk(x+dx, y+dy, ground) {
				if n++; n == 2 {
					return false
				}
			}
		}
	}
	return true
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
			if !f.isInk(x, y, ground) || f.isAlone(x, y, ground) {
				continue
			}
			if across {
				counts[x-from]++
			} else {
				counts[y-from]++
			}
		}
	}
	noise := long / 1600
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
