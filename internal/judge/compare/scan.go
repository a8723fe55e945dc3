package compare

import (
	"math"
	"slices"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// What is what became of a box.
type What string

// What may become of one.
const (
	New    What = "new"    // there was none
	Gone   What = "gone"   // there is none
	Shown  What = "shown"  // it was hidden
	Hidden What = "hidden" // it is
	Moved  What = "moved"  // an edge of it is elsewhere
)

// A Rect is a border box in px, from the page's top left corner.
type Rect struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
}

// A Move is what became of a node's box from one width to another.
type Move struct {
	Node      string // its id
	Name      string
	Kind      page.Kind
	What      What
	Widths    Widths
	At        int     // the width at which it is the farthest from where it was; else the narrowest
	By        float64 // px, how far an edge of it is from where it was there; 0 where it was or is not shown
	Was, Is   Rect    // there
	Across    bool    // somewhere its left or right edge is elsewhere
	Follows   bool    // at each of the widths it only goes along with the box that holds it, or what stands above it
	Estimated bool    // where it was or is depends on an estimate
}

// Rounded is the box without the noise of binary fractions.
func (r Rect) Rounded() Rect {
	round := func(v float64) float64 { return math.Round(v*1e4) / 1e4 }
	return Rect{round(r.X), round(r.Y), round(r.Width), round(r.Height)}
}

// A Break is a row that breaks into other lines than it did, from one width to another.
type Break struct {
	Row     string // its id
	Name    string
	Widths  Widths
	Was, Is int    // how many lines
	Reason  string // why its second line begins where it does now; empty where it has one
}

// A scan is what two layouts of a page differ in, at some widths.
type scan struct {
	before, after *layout.Layout
	nodes         []node
	parents       map[string]string
	leaves        map[string]bool // what holds no node
	seen          map[int]*look
}

// A look is what they differ in at one width.
type look struct {
	boxes  []differing // by the scan's nodes
	breaks map[string]Break
}

// differing is what became of one box at one width. It is small, for there are many: where the box was and is, is
// worked out again where it is told.
type differing struct {
	what      What // empty where it stands as it did
	by        float32
	across    bool
	follows   bool
	estimated bool
}

func newScan(before, after *layout.Layout) *scan {
	s := &scan{before: before, after: after, nodes: nodes(before.Page(), after.Page()), parents: map[string]string{},
		leaves: map[string]bool{}, seen: map[int]*look{}}
	for _, l := range []*layout.Layout{before, after} { // as it is where it is there
		l.Page().Walk(func(n *page.Node, at page.Place) {
			s.leaves[n.ID], s.parents[n.ID] = len(n.Children) == 0, ""
			if at.Parent != nil {
				s.parents[n.ID] = at.Parent.ID
			}
		})
	}
	return s
}

// over looks at the widths: at those at which something may change at once, at steps between them, and where two of
// those differ in what moved, at what is between.
func (s *scan) over(w Widths) {
	all := []int{w.From, w.To}
	for v := w.From; v < w.To; v += step {
		all = append(all, v)
	}
	all = append(append(all, edges(s.before, w)...), edges(s.after, w)...)
	slices.Sort(all)
	all = slices.Compact(all)
	for i := range all[1:] {
		s.between(all[i], all[i+1])
	}
	s.at(w.To)
}

// between looks at two widths, and at those between them at which it changes what moved.
func (s *scan) between(low, high int) {
	if same := s.at(low).alike(s.at(high)); same || high-low < 2 {
		return
	}
	middle := (low + high) / 2
	s.between(low, middle)
	s.between(middle, high)
}

// alike reports whether the same boxes are other at two widths, in the same way.
func (l *look) alike(o *look) bool {
	if len(l.breaks) != len(o.breaks) {
		return false
	}
	for row, b := range l.breaks {
		if other, is := o.breaks[row]; !is || other.Was != b.Was || other.Is != b.Is {
			return false
		}
	}
	return slices.EqualFunc(l.boxes, o.boxes, func(a, b differing) bool {
		return a.what == b.what && a.follows == b.follows
	})
}

// at looks at one width.
func (s *scan) at(v int) *look {
	if l := s.seen[v]; l != nil {
		return l
	}
	before, after := boxes(s.before, v), boxes(s.after, v)
	l := &look{breaks: breaksAt(before.lines, after.lines)}
	for _, n := range s.nodes {
		l.boxes = append(l.boxes, s.box(n.id, before, after))
	}
	s.seen[v] = l
	return l
}

// stands is a page in a viewport of one width.
type stands struct {
	boxes map[string]layout.Box
	lines map[string][]layout.Line
}

func boxes(l *layout.Layout, v int) stands {
	plan := l.Plan(float64(v))
	s := stands{map[string]layout.Box{}, map[string][]layout.Line{}}
	for _, b := range plan.Boxes {
		s.boxes[b.ID] = b
	}
	for _, line := range plan.Lines {
		s.lines[line.Row.ID] = append(s.lines[line.Row.ID], line)
	}
	return s
}

// box is what became of the box of a node at one width.
func (s *scan) box(id string, before, after stands) differing {
	was, had := before.boxes[id]
	is, has := after.boxes[id]
	d := differing{estimated: was.Estimated || is.Estimated}
	switch {
	case !was.Shown && !is.Shown: // hidden all along, or not there at either
		return differing{}
	case !had:
		d.what = New
	case !has:
		d.what = Gone
	case !was.Shown:
		d.what = Shown
	case !is.Shown:
		d.what = Hidden
	default:
		across, along := apart(was.X, was.Width, is.X, is.Width), apart(was.Y, was.Height, is.Y, is.Height)
		if max(across, along) <= least {
			return differing{}
		}
		d.what, d.by, d.across = Moved, float32(max(across, along)), across > least
	}
	parent := s.parents[id]
	d.follows = s.follows(id, d, was, is, before.boxes[parent], after.boxes[parent])
	return d
}

func rect(b layout.Box) Rect {
	if !b.Shown {
		return Rect{}
	}
	return Rect{b.X, b.Y, b.Width, b.Height}
}

// apart is how far, in px, one of the two edges of a box is from where it was.
func apart(was, wide, is, now float64) float64 {
	return max(math.Abs(is-was), math.Abs(is+now-was-wide))
}

// follows reports whether a box goes along with others: with the one that holds it, which came or went, or is of
// another width, or stands elsewhere; or with what stands above it or in it, by which it is lower or taller.
func (s *scan) follows(id string, d differing, was, is, in, now layout.Box) bool {
	if d.what != Moved {
		return s.parents[id] != "" && in.Shown != now.Shown
	}
	if was.Line != is.Line || was.Unit != is.Unit || was.Units != is.Units {
		return false
	}
	if math.Abs(now.Width-in.Width) > least {
		return true
	}
	across := math.Abs((is.X-now.X-now.Before)-(was.X-in.X-in.Before)) > least || math.Abs(is.Width-was.Width) > least
	taller := s.leaves[id] && math.Abs(is.Height-was.Height) > least
	return !across && !taller
}

// breaksAt are the rows that break into other lines at one width.
func breaksAt(before, after map[string][]layout.Line) map[string]Break {
	all := map[string]Break{}
	for id, is := range after {
		was := before[id]
		if len(was) == 0 || slices.Equal(begins(was), begins(is)) {
			continue
		}
		b := Break{Row: id, Name: is[0].Row.Name, Was: len(was), Is: len(is)}
		if len(is) > 1 {
			b.Reason = is[1].Reason()
		}
		all[id] = b
	}
	return all
}

// begins are the columns that begin the lines of a row after its first.
func begins(lines []layout.Line) (ids []string) {
	for _, l := range lines[1:] {
		if cells := l.Cells(); len(cells) > 0 {
			ids = append(ids, cells[0].Node.ID)
		}
	}
	return ids
}
