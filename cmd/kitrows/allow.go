package main

import (
	"math"
	"path/filepath"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/compare"
)

// An allowance is what may move without being counted.
type allowance struct {
	px      float64         // moves of at most so many
	heights bool            // moves that change no x and no width
	names   map[string]bool // of pages and nodes
}

// heights is how moves are allowed that change no x and no width.
const heights = "heights"

func newAllowance(all []string) (*allowance, error) {
	a := &allowance{names: map[string]bool{}}
	for _, text := range all {
		number, is := strings.CutSuffix(text, "px")
		v, err := strconv.ParseFloat(number, 64)
		switch {
		case is && err == nil && v >= 0 && !math.IsInf(v, 0):
			a.px = max(a.px, v)
		case text == heights:
			a.heights = true
		case strings.TrimSpace(text) == "":
			return nil, fault.New("--allow", text, "a page, a node, a number of px such as 2px, or heights")
		default:
			a.names[text] = true
		}
	}
	return a, nil
}

// known refuses names that no page and no node has, for they would allow nothing.
func (a *allowance) known(all []compared) error {
	has := map[string]bool{}
	for _, one := range all {
		has[one.name], has[filepath.Base(one.name)] = true, true
		for _, s := range []*side{one.before, one.after} {
			if s != nil {
				has[s.page.Name], has[s.page.ID] = true, true
				s.page.Walk(func(n *page.Node, _ page.Place) { has[n.ID], has[n.Name] = true, true })
			}
		}
	}
	for name := range a.names {
		if !has[name] {
			return fault.New("--allow", name, "the name or file of a page, the name or id of a node, a number of px "+
				"such as 2px, or heights")
		}
	}
	return nil
}

// all reports whether all that moves on a page is allowed, and rows that break otherwise.
func (a *allowance) all(c compared) bool {
	for _, s := range []*side{c.before, c.after} {
		if s != nil && (a.names[s.page.Name] || a.names[s.page.ID]) {
			return true
		}
	}
	if a.names[c.name] || a.names[filepath.Base(c.name)] {
		return true
	}
	if c.Comparison == nil {
		return false
	}
	within := map[string]bool{} // nodes that are named, and what is in them
	for _, s := range []*side{c.before, c.after} {
		s.page.Walk(func(n *page.Node, at page.Place) {
			if a.names[n.ID] || a.names[n.Name] || at.Parent != nil && within[at.Parent.ID] {
				within[n.ID] = true
			}
		})
	}
	for _, m := range c.Moves {
		if !within[m.Node] && !a.move(m) {
			return false
		}
	}
	for _, b := range c.Breaks {
		if !within[b.Row] {
			return false
		}
	}
	return true
}

// move reports whether a move is allowed, whatever node it is of.
func (a *allowance) move(m compare.Move) bool {
	if m.What != compare.Moved {
		return false
	}
	return m.By <= a.px || a.heights && !m.Across
}
