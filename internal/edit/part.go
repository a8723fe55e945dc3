package edit

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
)

// partID marks a project file that carries copied nodes: its page holds them in as much of a page as they need, and is
// named after the kind of the first.
const partID = "copied-part"

// markupID is the piece of a part's content sheet that has the markup of nodes of a page from HTML, as the file has it:
// on another such page it stands as it is.
const markupID = "copied-markup"

// CopyPart writes nodes with everything in them as a project file of its own: with their kit and their pictures, so
// that another project can take them in. Elements that are no part of the grid come as pieces of HTML.
func CopyPart(p *project.Project, pg *page.Page, ids ...string) ([]byte, error) {
	nodes, err := copied(pg, ids)
	if err != nil {
		return nil, err
	}
	nodes, text := origin.Copied(pg, p.Kit(pg.Kit), nodes)
	holder := nodes
	hold := func(kind page.Kind, name string) {
		holder = []*page.Node{{ID: "part-" + string(kind), Kind: kind, Name: name, Children: holder}}
	}
	if slices.ContainsFunc(nodes, func(n *page.Node) bool { return n.Kind == page.Block }) {
		hold(page.Column, "Column")
	}
	if holder[0].Kind == page.Column {
		hold(page.Row, "Row")
	}
	if !page.Holds("", holder[0].Kind) {
		hold(page.Container, "Container")
	}
	part := &project.Project{Format: "kitrows", Version: project.Version, ID: partID, Name: nodes[0].Name,
		Kits: []*kit.Kit{p.Kit(pg.Kit)},
		Pages: []*page.Page{{ID: partID, Name: string(nodes[0].Kind), File: "part.html", Language: pg.Language,
			Kit: pg.Kit, Body: holder}}}
	if text != "" && len(text) <= page.MaxText && pg.Origin.Address() == "" {
		part.Sheet = []project.Piece{{ID: markupID, Content: page.Content{Type: page.HTML, Text: text}}}
	}
	for _, pic := range p.Pictures {
		if slices.ContainsFunc(nodes, func(n *page.Node) bool { return slices.Contains(picturesIn(n), pic.ID) }) {
			part.Pictures = append(part.Pictures, pic)
		}
	}
	if err := part.Check(); err != nil {
		return nil, err
	}
	return part.Encode()
}

// copied are nodes of a page as they are copied, in their order, without those that stand in others of them. They can
// stand in one node together.
func copied(pg *page.Page, ids []string) (nodes []*page.Node, err error) {
	var visit func(all []*page.Node, in page.Kind)
	visit = func(all []*page.Node, in page.Kind) {
		for _, n := range all {
			if slices.Contains(ids, n.ID) {
				nodes = append(nodes, n)
			} else {
				visit(n.Children, n.Kind)
			}
		}
	}
	visit(pg.Body, "")
	if len(nodes) == 0 {
		return nil, fault.New("node", strings.Join(ids, ", "), "the ids of nodes on this page")
	}
	for _, n := range nodes[1:] {
		together := func(a, b page.Kind) bool { return grouping(a) == grouping(b) || a == page.Row && b == page.Block }
		if first := nodes[0]; !together(n.Kind, first.Kind) && !together(first.Kind, n.Kind) {
			return nil, fault.New("node", fmt.Sprintf("%s and %s, a %s and a %s", first.Name, n.Name, first.Kind, n.Kind),
				"nodes that can stand beside one another")
		}
	}
	return nodes, nil
}

// picturesIn lists the pictures a subtree shows.
func picturesIn(n *page.Node) (ids []string) {
	if n.Content != nil && n.Content.Type == page.Picture {
		ids = append(ids, n.Content.Picture)
		for _, s := range n.Content.Sources {
			ids = append(ids, s.Picture)
		}
	}
	for _, c := range n.Children {
		ids = append(ids, picturesIn(c)...)
	}
	return ids
}

// readPart gives the nodes that a part carries.
func readPart(text string) ([]*page.Node, *project.Project, error) {
	part, err := project.Decode(strings.NewReader(text))
	if err != nil {
		return nil, nil, err
	}
	if part.ID != partID || len(part.Pages) != 1 || len(part.Pages[0].Body) == 0 {
		return nil, nil, fault.New("", part.Name, "a node copied from a page of Kit Rows")
	}
	nodes := part.Pages[0].Body
	for string(nodes[0].Kind) != part.Pages[0].Name {
		if nodes = nodes[0].Children; len(nodes) == 0 {
			return nil, nil, fault.New("", part.Pages[0].Name, "copied nodes")
		}
	}
	return nodes, part, nil
}

// apply puts copied nodes into a page. Pictures the project has not come along.
func (ps *Paste) apply(e *editor) error {
	nodes, part, err := readPart(ps.Part)
	if err != nil {
		return fault.Under("part", err)
	}
	had := len(e.project.Pictures)
	names := map[string]string{}
	for _, pic := range part.Pictures {
		e.project, names[pic.ID] = e.project.TakeIn(pic)
	}
	parent, index, err := e.placeFor(nodes[0], ps.Near)
	if err != nil {
		return fault.Under("near", err)
	}
	if text := markupIn(part); text != "" && keeperOf(e.page).takesMarkup() &&
		kit.SameWords(part.Kits[0], e.kit) {
		name := nodes[0].Name
		nodes = []*page.Node{{ID: "part", Kind: page.Block, Name: name, Content: &page.Content{Type: page.HTML, Text: text}}}
	}
	var back []Operation
	for i, n := range nodes {
		n = withPictures(e.minter.Renewed(n), names)
		if err := e.insert(parent, index+i, n); err != nil {
			return err
		}
		back = append([]Operation{e.inverse}, back...)
		e.summary, e.selected = "Paste "+n.Name, n.ID
	}
	for _, pic := range e.project.Pictures[had:] {
		e.whole = true
		back = append(back, Operation{DropPicture: &DropPicture{pic.ID}})
	}
	if len(nodes) > 1 {
		e.summary = fmt.Sprintf("Paste %d nodes", len(nodes))
	}
	if e.inverse = back[0]; len(back) > 1 {
		for i := range back {
			back[i].Page = e.page.ID
		}
		e.inverse = Operation{Together: &Together{Steps: back, Summary: e.summary}}
	}
	if nodes[0].Kind == page.Block {
		return e.giveWay(parent)
	}
	return nil
}

// markupIn is the markup of what a part carries, as the file had it that it was copied from; empty for none.
func markupIn(part *project.Project) string {
	for _, p := range part.Sheet {
		if p.ID == markupID {
			return p.Content.Text
		}
	}
	return ""
}

// apply takes a pasted node away again, and the pictures that came with it.
func (u *Unpaste) apply(e *editor) error {
	n, at := e.page.Find(u.Node)
	had := e.project.Pictures
	if n == nil || u.Pictures < 0 || u.Pictures > len(had) {
		return fault.New("node", u.Node, "the id of a node on this page")
	}
	part, err := CopyPart(withPage(e.project, e.page), e.page, u.Node)
	if err != nil {
		return err
	}
	near := parentID(at)
	if at.Parent != nil && at.Index > 0 {
		near = at.Parent.Children[at.Index-1].ID
	}
	e.keepPictures(slices.Clone(had[:len(had)-u.Pictures]))
	e.page = e.page.WithChildren(parentID(at),
		func(all []*page.Node) []*page.Node { return slices.Delete(all, at.Index, at.Index+1) })
	e.inverse.Paste = &Paste{near, string(part)}
	e.summary, e.selected = "Remove pasted "+n.Name, parentID(at)
	return nil
}

// withPictures gives a subtree other pictures by name.
func withPictures(n *page.Node, names map[string]string) *page.Node {
	c := *n
	if n.Content != nil {
		content := *n.Content
		if to, ok := names[content.Picture]; ok {
			content.Picture = to
		}
		content.Sources = slices.Clone(content.Sources)
		for i := range content.Sources {
			if to, ok := names[content.Sources[i].Picture]; ok {
				content.Sources[i].Picture = to
			}
		}
		c.Content = &content
	}
	c.Children = nil
	for _, child := range n.Children {
		c.Children = append(c.Children, withPictures(child, names))
	}
	return &c
}

// placeFor finds where a node goes that is put in at another: into it if that can
// hold it, at the end, else after it or what it stands in.
func (e *editor) placeFor(n *page.Node, near string) (parent string, index int, err error) {
	if near == "" {
		if !e.holds("", n.Kind) {
			return "", 0, fault.New("", nil, "a selected node, into or after which a %s can go", n.Kind)
		}
		return "", len(e.page.Body), nil
	}
	at, place, err := e.find("", near)
	if err != nil {
		return "", 0, err
	}
	if e.holds(at.Kind, n.Kind) {
		return at.ID, len(at.Children), nil
	}
	for {
		if outer := place.Parent; outer == nil || e.holds(outer.Kind, n.Kind) {
			break
		}
		at, place = e.page.Find(place.Parent.ID)
	}
	if place.Parent == nil && !e.holds("", n.Kind) {
		return "", 0, fault.New("", at.Name, "a node into or after which a %s can go", n.Kind)
	}
	return parentID(place), place.Index + 1, nil
}

// holds reports whether nodes of a kind may stand in another, the empty kind for the page: on pages from HTML, content
// stands anywhere but straight in rows.
func (e *editor) holds(outer, inner page.Kind) bool {
	return page.Holds(outer, inner) ||
		keeperOf(e.page).lenient() && inner == page.Block && outer != page.Row && outer != page.Block
}
