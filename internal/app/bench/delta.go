package bench

import (
	"reflect"
	"slices"
	"strconv"

	"kitrows/internal/grid/page"
)

// A Delta is what makes one Bench of a page into another: all of it that is short,
// and of its long lists what changed. On a page of a thousand columns
// most edits change a few dozen of ten thousand boxes.
type Delta struct {
	From  int64       `json:"from" doc:"The stamp of the Bench it is of."`
	Head  Bench       `json:"head" doc:"The Bench with its long lists empty."`
	Lists []ListDelta `json:"lists" doc:"What is new in each of the long lists."`
	Same  []Path      `json:"same" doc:"Where unchanged long texts are."`
}

// A Path leads to a value in a Bench: names of fields, and numbers of entries from 0.
type Path []string

// A ListDelta is what is new in one list, from its end to its start.
type ListDelta struct {
	Path Path      `json:"path"`
	Runs []Stretch `json:"runs"`
}

// A Stretch puts Put in the place of Gone entries from At on.
type Stretch struct {
	At   int   `json:"at"`
	Gone int   `json:"gone"`
	Put  []any `json:"put"`
}

// NewDelta makes a Delta from one Bench to another of the same page. Its long lists and texts are named here alone.
func NewDelta(from, to *Bench) *Delta {
	d := &Delta{From: from.Stamp, Head: *to, Same: []Path{}}
	list(d, &d.Head.Nodes, from.Nodes, sameNode, "nodes")
	list(d, &d.Head.Code.Lines, from.Code.Lines, same[CodeLine], "code", "lines")
	list(d, &d.Head.Findings, from.Findings, sameFinding, "findings")
	list(d, &d.Head.Document, from.Document, same[string], "document")
	d.Head.Lanes = slices.Clone(to.Lanes)
	for i := range d.Head.Lanes {
		lane, was, at := &d.Head.Lanes[i], &from.Lanes[i], strconv.Itoa(i)
		list(d, &lane.Boxes, was.Boxes, same[Box], "lanes", at, "boxes")
		list(d, &lane.Empty, was.Empty, same[Run], "lanes", at, "empty")
		list(d, &lane.Bare, was.Bare, same[Rect], "lanes", at, "bare")
		list(d, &lane.Breaks, was.Breaks, same[Mark], "lanes", at, "breaks")
		list(d, &lane.Ghosts, was.Ghosts, same[Ghost], "lanes", at, "ghosts")
	}
	if from.Code.CSS == to.Code.CSS {
		d.Head.Code.CSS, d.Same = "", append(d.Same, Path{"code", "css"})
	}
	return d
}

// list takes a list out of the head, and tells what is new in it.
func list[T any](d *Delta, to *[]T, from []T, same func(a, b *T) bool, path ...string) {
	d.Lists = append(d.Lists, ListDelta{path, runs(from, *to, same)})
	*to = []T{}
}

func same[T comparable](a, b *T) bool { return *a == *b }

func sameNode(a, b *Node) bool {
	return a.ID == b.ID && a.Kind == b.Kind && a.Name == b.Name && a.Element == b.Element && a.Item == b.Item &&
		a.Parent == b.Parent &&
		a.Index == b.Index && a.Depth == b.Depth &&
		a.Frame == b.Frame && a.Anchor == b.Anchor && a.Selector == b.Selector && a.Note == b.Note &&
		a.Comfort == b.Comfort &&
		slices.Equal(a.Classes, b.Classes) && slices.Equal(a.Meant, b.Meant) && slices.Equal(a.Cells, b.Cells) &&
		sameContent(a.Content, b.Content) &&
		slices.EqualFunc(a.Sums, b.Sums, func(a, b Sum) bool {
			return a.Text == b.Text && a.State == b.State && a.Short == b.Short && a.Full == b.Full &&
				slices.Equal(a.Reasons, b.Reasons)
		})
}

func sameFinding(a, b *Finding) bool {
	return a.Code == b.Code && a.Node == b.Node && a.Text == b.Text && a.Line == b.Line && a.Column == b.Column &&
		a.Meant == b.Meant && slices.Equal(a.Breakpoints, b.Breakpoints) && reflect.DeepEqual(a.Fixes, b.Fixes)
}

// sameContent reports whether two blocks hold the same; mostly they are one.
func sameContent(a, b *page.Content) bool { return a == b || reflect.DeepEqual(a, b) }

// runs lists what differs between two lists. Lists of one length are
// held entry against entry; of others, what stands between their like starts and
// ends is one run.
func runs[T any](from, to []T, same func(a, b *T) bool) []Stretch {
	all := []Stretch{}
	put := func(entries []T) []any {
		list := make([]any, len(entries))
		for i := range entries {
			list[i] = &entries[i]
		}
		return list
	}
	if len(from) == len(to) {
		for i := len(to) - 1; i >= 0; i-- {
			if same(&from[i], &to[i]) {
				continue
			}
			end := i + 1
			for i > 0 && !same(&from[i-1], &to[i-1]) {
				i--
			}
			all = append(all, Stretch{i, end - i, put(to[i:end])})
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
	return append(all, Stretch{start, len(from) - end - start, put(to[start : len(to)-end])})
}
