package edit

import (
	"fmt"
	"slices"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
)

func (w *Wrap) apply(e *editor) error {
	if w.As != "" || len(w.Nodes) > 0 {
		return w.around(e)
	}
	n, at, err := e.find("node", w.Node)
	if err != nil {
		return err
	}
	switch {
	case n.Kind == page.Column:
		return e.wrapContent(n)
	case n.Kind == page.Row && (at.Parent == nil || at.Parent.Kind == page.Element): // on a page from markup
		frame := e.newFrame()
		frame.Children = []*page.Node{n}
		return e.rebody(n.ID, frame, "Wrap "+n.Name+" in a container", frame.ID)
	case n.Kind == page.Row && at.Parent.Kind == page.Column:
		inner := e.nest(nil, n)
		return e.rebody(n.ID, inner, "Wrap "+n.Name, inner.ID)
	case n.Kind == page.Row:
		e.inverse.Body = &Body{e.page.Body}
		e.summary = "Wrap " + n.Name + " in a container"
		return e.ownPart(run{at.Parent, []*page.Node{n}})
	}
	if page.Holds("", n.Kind) {
		section := e.newSection(n)
		return e.rebody(n.ID, section, "Wrap "+n.Name+" in a section", section.ID)
	}
	return fault.New("node", n.Name, "a section, container, row or column: a %s cannot be wrapped", n.Kind)
}

// nest is a row of one column, a full line wide, that holds what is given.
func (e *editor) nest(content []*page.Node, more ...*page.Node) *page.Node {
	id, number := e.minter.Mint(page.Row)
	column := newColumn(e.minter)
	if inside := append(slices.Clone(content), more...); len(inside) > 0 {
		column.Children = inside
	}
	return &page.Node{ID: id, Kind: page.Row, Name: fmt.Sprintf("Row %d", number), Children: []*page.Node{column}}
}

// wrapContent puts all that is in a column into a row nested in it.
func (e *editor) wrapContent(n *page.Node) error {
	wrapped := *n
	row := e.nest(n.Children)
	wrapped.Children = []*page.Node{row}
	e.summary, e.selected = "Wrap what is in "+n.Name, row.Children[0].ID
	replace := Replace{&wrapped}
	return replace.apply(e)
}

// rebody puts a node in the place of another, whatever its id.
func (e *editor) rebody(id string, with *page.Node, summary, selected string) error {
	e.inverse.Body = &Body{e.page.Body}
	e.page = e.page.Replaced(id, func(*page.Node) *page.Node { return with })
	e.summary, e.selected = summary, selected
	return nil
}

func (b *Body) apply(e *editor) error {
	e.inverse.Body = &Body{e.page.Body}
	copied := *e.page
	copied.Body = b.Nodes
	e.page = &copied
	e.summary = "Restore the page"
	return nil
}

func (a *AddContainer) apply(e *editor) error {
	return e.addFrame(e.newFrame(), a.Near, a.Before, a.Inside)
}

func (a *AddSection) apply(e *editor) error {
	return e.addFrame(e.newSection(e.newFrame()), a.Near, a.Before, a.Inside)
}

// newSection is a section around sections and containers.
func (e *editor) newSection(inside ...*page.Node) *page.Node {
	id, number := e.minter.Mint(page.Section)
	return &page.Node{ID: id, Kind: page.Section, Name: fmt.Sprintf("Section %d", number), Children: inside}
}

// addFrame puts a section or container after or before the one that near is or
// stands in, or into it.
func (e *editor) addFrame(n *page.Node, near string, before, inside bool) error {
	parent, index := "", len(e.page.Body)
	if near != "" {
		at, place, err := e.find("near", near)
		for err == nil && !page.Holds("", at.Kind) && place.Parent != nil {
			at, place, err = e.find("near", place.Parent.ID)
		}
		if err != nil {
			return err
		}
		switch {
		case inside && at.Kind != page.Section:
			return fault.New("near", at.Name, "a section: only a section holds a %s", n.Kind)
		case inside:
			parent, index = at.ID, len(at.Children)
		case before:
			parent, index = parentID(place), place.Index
		default:
			parent, index = parentID(place), place.Index+1
		}
	}
	e.summary, e.selected = "Add "+n.Name, n.ID
	return e.insert(parent, index, n)
}
