package edit

import (
	"bytes"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// partID marks a project file that carries one copied node: its page holds the
// node in as much of a page as it needs, and is named after its kind.
const partID = "copied-part"

// CopyPart writes a container, row or column with everything in it as a project
// file of its own: with its kit and its pictures, so that another project can take
// it in.
func CopyPart(p *project.Project, pg *page.Page, id string) ([]byte, error) {
	n, at := pg.Find(id)
	if n == nil || n.Kind == page.Block {
		return nil, fault.New("node", id, "the id of a container, row or column on this page")
	}
	holder := n
	if n.Kind == page.Column { // in a row like its own, of which it may be an item
		holder = &page.Node{ID: "part-row", Kind: page.Row, Name: "Row", Element: at.Parent.Element, Children: []*page.Node{holder}}
	}
	if n.Kind != page.Container {
		holder = &page.Node{ID: "part-container", Kind: page.Container, Name: "Container", Children: []*page.Node{holder}}
	}
	part := &project.Project{Format: "kitrows", Version: project.Version, ID: partID, Name: n.Name, Kits: []*kit.Kit{p.Kit(pg.Kit)},
		Pages: []*page.Page{{ID: partID, Name: string(n.Kind), File: "part.html", Language: pg.Language, Kit: pg.Kit, Body: []*page.Node{holder}}}}
	for _, pic := range p.Pictures {
		if slices.Contains(picturesIn(n), pic.ID) {
			part.Pictures = append(part.Pictures, pic)
		}
	}
	if err := part.Check(); err != nil {
		return nil, err
	}
	return part.Encode()
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

// readPart gives the node a part carries.
func readPart(text string) (*page.Node, *project.Project, error) {
	part, err := project.Decode(strings.NewReader(text))
	if err != nil {
		return nil, nil, err
	}
	if part.ID != partID || len(part.Pages) != 1 || len(part.Pages[0].Body) != 1 {
		return nil, nil, fault.New("", part.Name, "something copied from a page of Kit Rows")
	}
	n := part.Pages[0].Body[0]
	for string(n.Kind) != part.Pages[0].Name {
		if len(n.Children) != 1 {
			return nil, nil, fault.New("", part.Pages[0].Name, "a container, row or column, copied")
		}
		n = n.Children[0]
	}
	return n, part, nil
}

// paste puts a copied node into a page. Pictures the project has not come along.
func paste(p *project.Project, pg *page.Page, ps *Paste) (*Change, error) {
	n, part, err := readPart(ps.Part)
	if err != nil {
		return nil, fault.Under("paste.part", err)
	}
	c := *p
	names := map[string]string{}
	for _, pic := range part.Pictures {
		names[pic.ID] = takeIn(&c, pic)
	}
	e := &editor{kit: p.Kit(pg.Kit), page: pg, minter: pg.Minter()}
	n = withPictures(e.minter.Renewed(n), names)
	parent, index, err := e.placeFor(n, ps.Near)
	if err != nil {
		return nil, fault.Under("paste.near", err)
	}
	if err := e.insert(parent, index, n); err != nil {
		return nil, err
	}
	if err := e.page.Check(e.kit, c.HasPicture); err != nil {
		return nil, err
	}
	e.inverse.Page = pg.ID
	if added := len(c.Pictures) - len(p.Pictures); added > 0 {
		e.inverse = Operation{Page: pg.ID, Unpaste: &Unpaste{n.ID, added}}
	}
	return &Change{withPage(&c, e.page), pg.ID, e.inverse, "Paste " + n.Name, n.ID}, nil
}

// unpaste takes a pasted node away again, and the pictures that came with it.
func unpaste(p *project.Project, pg *page.Page, u *Unpaste) (*Change, error) {
	n, at := pg.Find(u.Node)
	if n == nil || u.Pictures < 0 || u.Pictures > len(p.Pictures) {
		return nil, fault.New("unpaste.node", u.Node, "the id of a node on this page")
	}
	part, err := CopyPart(p, pg, u.Node)
	if err != nil {
		return nil, err
	}
	near := parentID(at)
	if at.Parent != nil && at.Index > 0 {
		near = at.Parent.Children[at.Index-1].ID
	}
	c := *p
	c.Pictures = slices.Clone(p.Pictures[:len(p.Pictures)-u.Pictures])
	if len(c.Pictures) == 0 {
		c.Pictures = nil
	}
	gone := pg.WithChildren(parentID(at), func(all []*page.Node) []*page.Node { return slices.Delete(all, at.Index, at.Index+1) })
	change := &Change{withPage(&c, gone), pg.ID, Operation{Page: pg.ID, Paste: &Paste{near, string(part)}}, "Take back " + n.Name, parentID(at)}
	return change, change.Project.Check()
}

// takeIn finds a picture in the project, or adds it, and gives its id there.
func takeIn(p *project.Project, pic *project.Picture) string {
	for _, had := range p.Pictures {
		if had.Type == pic.Type && bytes.Equal(had.Data, pic.Data) {
			return had.ID
		}
	}
	added := *pic
	for n := 2; p.HasPicture(added.ID); n++ {
		added.ID = pic.ID + "-" + strconv.Itoa(n)
	}
	p.Pictures = append(slices.Clone(p.Pictures), &added)
	return added.ID
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
		if n.Kind != page.Container {
			return "", 0, fault.New("", nil, "a selected node, into or after which a %s can go", n.Kind)
		}
		return "", len(e.page.Body), nil
	}
	at, place, err := e.find("", near)
	if err != nil {
		return "", 0, err
	}
	if page.Holds(at.Kind, n.Kind) {
		return at.ID, len(at.Children), nil
	}
	for {
		if outer := place.Parent; outer == nil || page.Holds(outer.Kind, n.Kind) {
			break
		}
		at, place = e.page.Find(place.Parent.ID)
	}
	if place.Parent == nil && n.Kind != page.Container {
		return "", 0, fault.New("", at.Name, "a node into or after which a %s can go", n.Kind)
	}
	return parentID(place), place.Index + 1, nil
}
