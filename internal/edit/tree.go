package edit

import (
	"errors"
	"fmt"
	"slices"
	"strconv"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
)

func (a *AddRow) apply(e *editor) error {
	if e.kit.Index(a.Breakpoint) < 0 {
		return fault.New("breakpoint", a.Breakpoint, "one of %s", e.kit.BreakpointNames())
	}
	recipe := a.Recipe
	if recipe == "" {
		recipe = notation.HalvesOf(e.kit.ColumnsAt(e.kit.Index(a.Breakpoint)).N())
	}
	row, err := notation.ParseRecipe(recipe, e.kit, a.Breakpoint, e.minter)
	if err != nil {
		return fault.Under("recipe", err)
	}
	parent, index, err := a.place(e)
	if err != nil {
		return err
	}
	switch {
	case parent == nil:
		err = e.insert("", index, e.newFrame(row))
	case parent.Kind == page.Section:
		err = e.insert(parent.ID, index, e.newFrame(row))
	default:
		err = e.insert(parent.ID, index, row)
	}
	e.summary = "Add " + row.Name
	e.selected = row.Children[0].ID
	return err
}

// newFrame is a container that holds those rows.
func (e *editor) newFrame(rows ...*page.Node) *page.Node {
	id, number := e.minter.Mint(page.Container)
	return &page.Node{ID: id, Kind: page.Container, Name: fmt.Sprintf("Container %d", number), Children: rows}
}

// place finds where the row goes; no parent, or a section, asks for a container to
// be made there.
func (a *AddRow) place(e *editor) (parent *page.Node, index int, err error) {
	if a.Inside != "" {
		n, _, err := e.find("inside", a.Inside)
		if err == nil && !page.Holds(n.Kind, page.Row) && n.Kind != page.Section {
			err = fault.New("inside", n.Name, "a section, a container or a column: only those hold rows")
		}
		if err != nil {
			return nil, 0, err
		}
		return n, len(n.Children), nil
	}
	if a.Near != "" {
		n, at, err := e.find("near", a.Near)
		if err != nil {
			return nil, 0, err
		}
		for n.Kind != page.Row && at.Parent != nil {
			if n.Kind == page.Container || n.Kind == page.Section {
				break
			}
			n, at = e.page.Find(at.Parent.ID)
		}
		if near, at := e.page.Find(a.Near); n.Kind != page.Row && near.Kind != page.Container && near.Kind != page.Section &&
			e.holdsRow(at.Parent) { // an element or a block outside of rows
			if a.Before {
				return at.Parent, at.Index, nil
			}
			return at.Parent, at.Index + 1, nil
		}
		if n.Kind != page.Row {
			return n, len(n.Children), nil
		}
		if a.Before {
			return at.Parent, at.Index, nil
		}
		return at.Parent, at.Index + 1, nil
	}
	var last *page.Node
	e.page.Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Container {
			last = n
		}
	})
	if last == nil {
		return nil, len(e.page.Body), nil
	}
	return last, len(last.Children), nil
}

func (a *AddColumn) apply(e *editor) error {
	n, at, err := e.find("near", a.Near)
	if err != nil {
		return err
	}
	row, index := n, len(n.Children)
	if n.Kind == page.Column {
		row, index = at.Parent, at.Index+1
		if a.Before {
			index--
		}
	} else if n.Kind != page.Row {
		return fault.New("near", n.Name, "a column or a row: a %s holds no columns", n.Kind)
	}
	column := newColumn(e.minter)
	if index < len(row.Children) { // whose number would say another place
		column.Name = "New column"
		column.Children[0].Content.Text = column.Name + ": text to come."
	}
	if all := row.Columns(); len(all) > 0 {
		twin := all[min(len(all)-1, max(0, index-1))]
		column.At, column.Element = slices.Clone(twin.At), twin.Element
	}
	e.summary = "Add " + column.Name
	e.selected = column.ID
	return e.insert(row.ID, index, column)
}

func newColumn(m *page.Minter) *page.Node {
	id, number := m.Mint(page.Column)
	name := "Column " + strconv.Itoa(number)
	return &page.Node{ID: id, Kind: page.Column, Name: name, Children: []*page.Node{m.Placeholder(name)}}
}

// insert puts a subtree under the node of id parent, or the page when empty.
func (e *editor) insert(parent string, index int, n *page.Node) error {
	e.page = e.page.WithChildren(parent, func(all []*page.Node) []*page.Node { return slices.Insert(all, index, n) })
	e.inverse.Remove = &Remove{n.ID}
	return nil
}

func (i *Insert) apply(e *editor) error {
	children := e.page.Body
	if i.Parent != "" {
		parent, _, err := e.find("parent", i.Parent)
		if err != nil {
			return err
		}
		children = parent.Children
	}
	if i.Node == nil {
		return fault.New("node", "null", "a node")
	}
	if i.Index < 0 || i.Index > len(children) {
		return fault.New("index", i.Index, "0 to %d", len(children))
	}
	e.summary, e.selected = "Insert "+i.Node.Name, i.Node.ID
	return e.insert(i.Parent, i.Index, i.Node)
}

func (r *Remove) apply(e *editor) error {
	n, at, err := e.find("node", r.Node)
	if err != nil {
		return err
	}
	e.page = e.page.WithChildren(parentID(at),
		func(all []*page.Node) []*page.Node { return slices.Delete(all, at.Index, at.Index+1) })
	e.inverse.Insert = &Insert{parentID(at), at.Index, n}
	e.summary = "Delete " + n.Name
	e.selected = parentID(at)
	if at.Parent != nil && len(at.Parent.Children) > 1 {
		next := at.Index + 1
		if next == len(at.Parent.Children) {
			next = at.Index - 1
		}
		e.selected = at.Parent.Children[next].ID
	}
	return nil
}

func (d *Duplicate) apply(e *editor) error {
	n, at, err := e.find("node", d.Node)
	if err != nil {
		return err
	}
	twin := e.minter.Twin(n)
	e.summary, e.selected = "Duplicate "+n.Name, twin.ID
	return e.insert(parentID(at), at.Index+1, twin)
}

func (m *Move) apply(e *editor) error {
	n, from, err := e.find("node", m.Node)
	if err != nil {
		return err
	}
	kind := page.Kind("")
	if m.Parent != "" {
		parent, _, err := e.find("parent", m.Parent)
		if err != nil {
			return err
		}
		if inside, _ := (&page.Page{Body: []*page.Node{n}}).Find(m.Parent); inside != nil {
			return fault.New("parent", parent.Name, "a node outside the one that is moved")
		}
		kind = parent.Kind
	}
	if !page.Holds(kind, n.Kind) {
		return fault.New("parent", m.Parent, "a parent that may hold a %s", n.Kind)
	}
	e.page = e.page.WithChildren(parentID(from), func(all []*page.Node) []*page.Node {
		return slices.Delete(all, from.Index, from.Index+1)
	})
	siblings := e.page.Body
	if m.Parent != "" {
		parent, _ := e.page.Find(m.Parent)
		siblings = parent.Children
	}
	if m.Index < 0 || m.Index > len(siblings) {
		return fault.New("index", m.Index, "0 to %d", len(siblings))
	}
	e.page = e.page.WithChildren(m.Parent, func(all []*page.Node) []*page.Node {
		return slices.Insert(all, m.Index,
			n)
	})
	e.inverse.Move = &Move{n.ID, parentID(from), from.Index}
	e.summary, e.selected = "Move "+n.Name, n.ID
	if n.Kind == page.Block && !n.Content.Stand && m.Parent != parentID(from) {
		return e.giveWay(m.Parent)
	}
	return nil
}

// giveWay takes what holds the place of content to come out of a column into which content came.
func (e *editor) giveWay(column string) error {
	n, _ := e.page.Find(column)
	if n == nil || n.Kind != page.Column || standIn(n) < 0 {
		return nil
	}
	back, summary, selected := e.inverse, e.summary, e.selected
	e.inverse = Operation{}
	gone := Remove{n.Children[standIn(n)].ID}
	if err := gone.apply(e); err != nil {
		return err
	}
	steps := []Operation{e.inverse, back}
	for i := range steps {
		steps[i].Page = e.page.ID
	}
	e.inverse, e.summary, e.selected = Operation{Together: &Together{Steps: steps, Summary: summary}}, summary, selected
	return nil
}

func (h *Hop) apply(e *editor) error {
	n, at, err := e.find("node", h.Node)
	if err != nil {
		return err
	}
	holds := func(c *page.Node) bool { return c != nil && page.Holds(c.Kind, n.Kind) }
	for {
		siblings := e.page.Body
		if at.Parent != nil {
			siblings = at.Parent.Children
		}
		for i := at.Index + h.By; i >= 0 && i < len(siblings); i += h.By {
			var near *page.Node // the holder in that sibling that is nearest: the outermost, at its end or its beginning
			deep := 0
			(&page.Page{Body: []*page.Node{siblings[i]}}).Walk(func(c *page.Node, at page.Place) {
				if holds(c) && (near == nil || at.Depth < deep || at.Depth == deep && h.By < 0) {
					near, deep = c, at.Depth
				}
			})
			if near != nil {
				move := Move{Node: n.ID, Parent: near.ID}
				if h.By < 0 {
					move.Index = len(near.Children)
				}
				return move.apply(e)
			}
		}
		out := at.Parent
		if out == nil {
			return fault.New("node", n.Name, "a node with another before or after it that can hold a %s", n.Kind)
		}
		if _, at = e.page.Find(out.ID); holds(at.Parent) { // out of what it stands in
			move := Move{Node: n.ID, Parent: at.Parent.ID, Index: at.Index + max(0, h.By)}
			return move.apply(e)
		}
	}
}

func (d *Describe) apply(e *editor) error {
	n, _, err := e.find("node", d.Node)
	if err != nil {
		return err
	}
	changed, before := *n, Describe{Node: n.ID}
	if d.Name != nil {
		if err := page.CheckName(*d.Name); err != nil {
			return err
		}
		changed.Name, before.Name = *d.Name, new(n.Name)
		changed.Named = keeperOf(e.page).names()
	}
	if d.Element != nil {
		if err := page.CheckElement(n.Kind, *d.Element); err != nil {
			return err
		}
		changed.Element, before.Element = *d.Element, new(n.Element)
	}
	if d.Frame != nil {
		changed.Frame, before.Frame = *d.Frame, new(n.Frame)
	}
	if d.Anchor != nil {
		changed.Anchor, before.Anchor = *d.Anchor, new(n.Anchor)
	}
	if d.Classes != nil {
		changed.Classes, before.Classes = nil, new(slices.Clone(n.Classes))
		if len(*d.Classes) > 0 {
			changed.Classes = slices.Clone(*d.Classes)
		}
		if n.Classes == nil {
			before.Classes = new([]string{})
		}
	}
	if d.Selector != nil {
		changed.Selector, before.Selector = *d.Selector, new(n.Selector)
	}
	if d.Note != nil {
		changed.Note, before.Note = *d.Note, new(n.Note)
	}
	if d.Meant != nil {
		changed.Meant, before.Meant = nil, new(append([]string{}, n.Meant...))
		if len(*d.Meant) > 0 {
			changed.Meant = slices.Clone(*d.Meant)
		}
	}
	if err := errors.Join(page.CheckAnchor(changed.Anchor), page.CheckClasses(e.kit, changed.Classes),
		page.CheckSelector(changed.Selector), page.CheckNote(changed.Note), page.CheckMeant(changed.Meant)); err != nil {
		return err
	}
	e.page = e.page.Replaced(n.ID, func(*page.Node) *page.Node { return &changed })
	e.inverse.Describe = &before
	e.summary, e.selected = "Change "+changed.Name, n.ID
	return nil
}
