package bench

import (
	"reflect"
	"slices"

	"kitrows/internal/grid/page"
)

// A Delta is what makes one Bench of a page into another: all of it that is short,
// and of its long lists what changed. On a page of a thousand columns
// most edits change a few dozen of ten thousand boxes.
type Delta struct {
	From    int         `json:"from" doc:"The revision of the Bench it is of."`
	Head    Bench       `json:"head" doc:"The Bench without its nodes, lanes and code."`
	Nodes   NodeRuns    `json:"nodes"`
	Lanes   []LaneDelta `json:"lanes" doc:"One for every lane, in order."`
	Lines   LineRuns    `json:"lines" doc:"What is new among the code's lines."`
	Classes int         `json:"classes"`
	Left    bool        `json:"left"`
	CSS     *string     `json:"css,omitempty" doc:"Absent when it is as before."`
}

// A LaneDelta is what makes one lane into another.
type LaneDelta struct {
	Head   Lane      `json:"head" doc:"The lane without its boxes and empty runs."`
	Boxes  BoxRuns   `json:"boxes"`
	Empty  EmptyRuns `json:"empty"`
	Bare   RectRuns  `json:"bare"`
	Breaks MarkRuns  `json:"breaks"`
	Ghosts GhostRuns `json:"ghosts"`
}

// Runs of what is new in a list, from its end to its start.
type (
	NodeRuns  []Stretch[Node]
	BoxRuns   []Stretch[Box]
	EmptyRuns []Stretch[Run]
	RectRuns  []Stretch[Rect]
	MarkRuns  []Stretch[Mark]
	GhostRuns []Stretch[Ghost]
	LineRuns  []Stretch[CodeLine]
)

// A Stretch puts Put in the place of Gone entries from At on.
type Stretch[T any] struct {
	At   int `json:"at"`
	Gone int `json:"gone"`
	Put  []T `json:"put"`
}

// NewDelta makes a Delta from one Bench to another of the same page.
func NewDelta(from, to *Bench) *Delta {
	d := &Delta{From: from.Revision, Head: *to, Nodes: runs(from.Nodes, to.Nodes, sameNode),
		Lines: runs(from.Code.Lines, to.Code.Lines, same[CodeLine]), Classes: to.Code.Classes, Left: to.Code.Left}
	d.Head.Nodes, d.Head.Lanes, d.Head.Code = []Node{}, []Lane{}, Code{Lines: []CodeLine{}}
	if from.Code.CSS != to.Code.CSS {
		d.CSS = &to.Code.CSS
	}
	for i := range to.Lanes {
		a, b := &from.Lanes[i], &to.Lanes[i]
		lane := LaneDelta{
			Head: *b, Boxes: runs(a.Boxes, b.Boxes, same[Box]), Empty: runs(a.Empty, b.Empty, same[Run]),
			Bare:   runs(a.Bare, b.Bare, same[Rect]),
			Breaks: runs(a.Breaks, b.Breaks, same[Mark]), Ghosts: runs(a.Ghosts, b.Ghosts, same[Ghost]),
		}
		lane.Head.Boxes, lane.Head.Empty, lane.Head.Bare, lane.Head.Breaks, lane.Head.Ghosts = []Box{}, []Run{},
			[]Rect{}, []Mark{}, []Ghost{}
		d.Lanes = append(d.Lanes, lane)
	}
	return d
}

// Onto gives the Bench that the Delta makes of the one it is from.
func (d *Delta) Onto(from *Bench) *Bench {
	b := d.Head
	b.Nodes, b.Lanes = patched(from.Nodes, d.Nodes), make([]Lane, len(d.Lanes))
	b.Code = Code{Lines: patched(from.Code.Lines, d.Lines), Classes: d.Classes, Left: d.Left, CSS: from.Code.CSS}
	if d.CSS != nil {
		b.Code.CSS = *d.CSS
	}
	for i, lane := range d.Lanes {
		was := &from.Lanes[i]
		b.Lanes[i] = lane.Head
		b.Lanes[i].Boxes, b.Lanes[i].Empty = patched(was.Boxes, lane.Boxes), patched(was.Empty, lane.Empty)
		b.Lanes[i].Bare, b.Lanes[i].Breaks, b.Lanes[i].Ghosts = patched(was.Bare, lane.Bare),
			patched(was.Breaks, lane.Breaks), patched(was.Ghosts, lane.Ghosts)
	}
	return &b
}

func same[T comparable](a, b *T) bool { return *a == *b }

func sameNode(a, b *Node) bool {
	return a.ID == b.ID && a.Kind == b.Kind && a.Name == b.Name && a.Element == b.Element && a.Item == b.Item &&
		a.Parent == b.Parent &&
		a.Index == b.Index && a.Depth == b.Depth &&
		a.Frame == b.Frame && a.Anchor == b.Anchor && a.Selector == b.Selector && a.Note == b.Note &&
		a.Comfort == b.Comfort &&
		slices.Equal(a.Classes, b.Classes) && slices.Equal(a.Cells, b.Cells) && sameContent(a.Content, b.Content) &&
		slices.EqualFunc(a.Sums, b.Sums, func(a, b Sum) bool {
			return a.Text == b.Text && a.State == b.State && a.Short == b.Short && a.Full == b.Full &&
				slices.Equal(a.Reasons, b.Reasons)
		})
}

// sameContent reports whether two blocks hold the same; mostly they are one.
func sameContent(a, b *page.Content) bool { return a == b || reflect.DeepEqual(a, b) }

// runs lists what differs between two lists. Lists of one length are
// held entry against entry; of others, what stands between their like starts and
// ends is one run.
func runs[T any](from, to []T, same func(a, b *T) bool) []Stretch[T] {
	all := []Stretch[T]{}
	if len(from) == len(to) {
		for i := len(to) - 1; i >= 0; i-- {
			if same(&from[i], &to[i]) {
				continue
			}
			end := i + 1
			for i > 0 && !same(&from[i-1], &to[i-1]) {
				i--
			}
			all = append(all, Stretch[T]{i, end - i, to[i:end]})
		}
		return all
	}
	short := min(len(from), len(to))
	start, end := 0, 0
	for start < short && same(&from[start], &to[start]) {
		start++
	}
	for end < short-start && same(&from[len(from)-1-end], &to[len(to)-1-end]) {
		end++
	}
	return append(all, Stretch[T]{start, len(from) - end - start, to[start : len(to)-end]})
}

// patched is a list with runs put into it.
func patched[T any](from []T, runs []Stretch[T]) []T {
	list := slices.Clone(from)
	for _, r := range runs {
		list = slices.Replace(list, r.At, r.At+r.Gone, r.Put...)
	}
	return list
}
