// Package design is a finished design under a page: a picture of it at a breakpoint, and the frames drawn over it
// (domain section 12). It knows nothing of units; package trace counts them.
package design

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"unicode/utf8"

	"kitrows/internal/grid/fault"
)

// A Design is the picture of a finished design at a breakpoint of a page. Lengths are in CSS px from the top left
// corner of the viewport.
type Design struct {
	ID      string  `json:"id" maxLength:"48"`
	Picture string  `json:"picture" maxLength:"60" doc:"The id of one of the project's pictures."`
	Width   float64 `json:"width" minimum:"100" maximum:"16384" doc:"The width in px of the viewport it shows."`
	Scale   float64 `json:"scale" minimum:"0.1" maximum:"10" doc:"How many px of the picture are one CSS px."`
	X       float64 `json:"x,omitzero" minimum:"-16384" maximum:"16384" doc:"The x of the picture's left edge, in px."`
	Y       float64 `json:"y,omitzero" minimum:"-16384" maximum:"16384" doc:"Where its top edge is, in px."`
	Frames  []Frame `json:"frames,omitzero" doc:"From the top down and from left to right."`
}

// A Frame is a rectangle drawn over a design. Frames of one id at several breakpoints are the same part of the page.
type Frame struct {
	ID     string  `json:"id" maxLength:"48"`
	Name   string  `json:"name,omitzero" maxLength:"120"`
	Type   string  `json:"type,omitzero" enum:",heading,text,list,picture,button,card,form" doc:"Default: text."`
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
	Loose  bool    `json:"loose,omitzero" doc:"Its words may end early, so it is extended to the end of a unit."`
	Units  int     `json:"units,omitzero" minimum:"0" maximum:"120" doc:"The units it divides into; best fit if absent."`
	Order  int     `json:"order,omitzero" minimum:"0" maximum:"1000" doc:"Its place in reading order, from 1."`
	Node   string  `json:"node,omitzero" maxLength:"48" doc:"The id of the element of the page that it is matched to."`
	Frames []Frame `json:"frames,omitzero" doc:"The frames in it."`
}

// Types are what a frame may hold.
var Types = []string{"heading", "text", "list", "picture", "button", "card", "form"}

// Bounds of a design.
const (
	MaxFrames = 1000
	MaxDeep   = 8
	MaxSide   = 16384 // px of a viewport or a frame
	MaxHigh   = 65536 // px of a page
	minFrame  = 1     // px
)

// Right is the frame's right edge.
func (f Frame) Right() float64 { return f.X + f.Width }

// Bottom is its lower edge.
func (f Frame) Bottom() float64 { return f.Y + f.Height }

// Center is its middle.
func (f Frame) Center() (x, y float64) { return f.X + f.Width/2, f.Y + f.Height/2 }

// Holds reports whether the middle of another frame is in it, and that is smaller.
func (f Frame) Holds(o Frame) bool {
	x, y := o.Center()
	return f.X <= x && x <= f.Right() && f.Y <= y && y <= f.Bottom() && o.Width*o.Height < f.Width*f.Height
}

// Walk visits frames with those in them, each before those, and the depth that it stands at.
func Walk(frames []Frame, visit func(f *Frame, depth int)) { walk(frames, 0, visit) }

func walk(frames []Frame, depth int, visit func(f *Frame, depth int)) {
	for i := range frames {
		visit(&frames[i], depth)
		walk(frames[i].Frames, depth+1, visit)
	}
}

// Flat are frames with all that are in them, each before those, and with none in it.
func Flat(frames []Frame) (all []Frame) {
	Walk(frames, func(f *Frame, _ int) {
		one := *f
		one.Frames = nil
		all = append(all, one)
	})
	return all
}

// Nested puts each frame into the smallest that holds it, and all from the top down and from left to right.
func Nested(flat []Frame) []Frame {
	order := slices.Clone(flat)
	for i := range order {
		order[i].Frames = nil
	}
	slices.SortStableFunc(order, func(a, b Frame) int { // the largest first
		return cmp.Compare(b.Width*b.Height, a.Width*a.Height)
	})
	top := &Frame{}
	for _, f := range order {
		in := top
		for {
			at := slices.IndexFunc(in.Frames, func(o Frame) bool { return o.Holds(f) })
			if at < 0 {
				break
			}
			in = &in.Frames[at]
		}
		in.Frames = append(in.Frames, f)
	}
	sort(top.Frames)
	return top.Frames
}

// Arranged are frames with ids, in those that hold them. Where some say what stands in them, it stays so.
func Arranged(frames []Frame) []Frame {
	deep := false
	Walk(frames, func(_ *Frame, depth int) { deep = deep || depth > 0 })
	if !deep {
		frames = Nested(frames)
	}
	Number(frames)
	return frames
}

// Number gives ids to frames that have none.
func Number(frames []Frame) {
	taken, number := map[string]bool{}, 0
	Walk(frames, func(f *Frame, _ int) { taken[f.ID] = true })
	Walk(frames, func(f *Frame, _ int) {
		for number++; f.ID == ""; number++ {
			if id := "part-" + strconv.Itoa(number); !taken[id] {
				f.ID = id
				return
			}
		}
	})
}

func sort(frames []Frame) {
	slices.SortStableFunc(frames, func(a, b Frame) int {
		return cmp.Or(cmp.Compare(a.Y, b.Y), cmp.Compare(a.X, b.X))
	})
	for i := range frames {
		sort(frames[i].Frames)
	}
}

var id = regexp.MustCompile(`^[a-z0-9][a-z0-9-]{0,47}$`)

// Check refuses a design with frames that are none, or that stand twice.
func (d *Design) Check() error {
	between := func(field string, v, low, high float64) error {
		if !(v >= low && v <= high) {
			return fault.New(field, v, "%v to %v", low, high)
		}
		return nil
	}
	for _, err := range []error{between("width", d.Width, 100, MaxSide), between("scale", d.Scale, 0.1, 10),
		between("x", d.X, -MaxSide, MaxSide), between("y", d.Y, -MaxSide, MaxSide)} {
		if err != nil {
			return err
		}
	}
	if !id.MatchString(d.ID) {
		return fault.New("id", d.ID, "small letters, digits and hyphens, 48 at most")
	}
	return CheckFrames(d.Frames)
}

// CheckFrames refuses frames that are no rectangles, that stand twice, or that are too many.
func CheckFrames(frames []Frame) (err error) {
	seen := map[string]bool{}
	Walk(frames, func(f *Frame, depth int) {
		field := "frames." + f.ID
		switch {
		case err != nil:
		case !id.MatchString(f.ID):
			err = fault.New("frames", f.ID, "ids of small letters, digits and hyphens, 48 at most")
		case seen[f.ID]:
			err = fault.New(field, "twice", "each id once")
		case len(seen) >= MaxFrames:
			err = fault.New("frames", fmt.Sprintf("over %d", MaxFrames), "at most %d", MaxFrames)
		case depth >= MaxDeep:
			err = fault.New(field, "in too many others", "frames in at most %d others", MaxDeep-1)
		case !(f.Width >= minFrame && f.Width <= MaxSide && f.Height >= minFrame && f.Height <= MaxHigh &&
			math.Abs(f.X) <= MaxSide && math.Abs(f.Y) <= MaxHigh):
			err = fault.New(field, fmt.Sprintf("%v, %v, %v × %v px", f.X, f.Y, f.Width, f.Height),
				"a rectangle of %d px or more on the picture", minFrame)
		case f.Type != "" && !slices.Contains(Types, f.Type):
			err = fault.New(field+".type", f.Type, "one of %v", Types)
		case len(f.Name) > 120 || !utf8.ValidString(f.Name):
			err = fault.New(field+".name", f.Name, "a name of at most 120 bytes")
		case f.Units < 0 || f.Units > 120:
			err = fault.New(field+".units", f.Units, "0 to 120")
		case f.Order < 0 || f.Order > MaxFrames:
			err = fault.New(field+".order", f.Order, "0 to %d", MaxFrames)
		}
		seen[f.ID] = true
	})
	return err
}
