package edit

import (
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
)

// partID marks a project file that carries one copied node: its page holds the
// node in as much of a page as it needs, and is named after its kind.
const partID = "copied-part"

// CopyPart writes a section, container, row or column with everything in it as a project
// file of its own: with its kit and its pictures, so that another project can take
// it in.
func CopyPart(p *project.Project, pg *page.Page, id string) ([]byte, error) {
	pg = origin.Plain(pg, p.Kit(pg.Kit))
	n, _ := pg.Find(id)
	if n == nil || n.Kind == page.Block {
		return nil, fault.New("node", id, "the id of a section, container, row or column on this page")
	}
	holder := n
	if n.Kind == page.Column {
		holder = &page.Node{ID: "part-row", Kind: page.Row, Name: "Row", Children: []*page.Node{holder}}
	}
	if !page.Holds("", n.Kind) {
		holder = &page.Node{ID: "part-container", Kind: page.Container, Name: "Container",
			Children: []*page.Node{holder}}
	}
	part := &project.Project{Format: "kitrows", Version: project.Version, ID: partID, Name: n.Name,
		Kits: []*kit.Kit{p.Kit(pg.Kit)},
		Pages: []*page.Page{{ID: partID, Name: string(n.Kind), File: "part.html", Language: pg.Language, Kit: pg.Kit,
			Body: []*page.Node{holder}}}}
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
		return nil, nil, fault.New("", part.Name, "a node copied from a page of Kit Rows")
	}
	n := part.Pages[0].Body[0]
	for string(n.Kind) != part.Pages[0].Name {
		if len(n.Children) != 1 {
			return nil, nil, fault.New("", part.Pages[0].Name, "a copied section, container, row or column")
		}
		n = n.Children[0]
	}
	return n, part, nil
}

// apply puts a copied node into a page. Pictures the project has not come along.
func (ps *Paste) apply(e *editor) error {
	n, part, err := readPart(ps.Part)
	if err != nil {
		return fault.Under("part", err)
	}
	had := len(e.project.Pictures)
	names := map[string]string{}
	for _, pic := range part.Pictures {
		e.project, names[pic.ID] = e.project.TakeIn(pic)
	}
	n = withPictures(e.minter.Renewed(n), names)
	parent, index, err := e.placeFor(n, ps.Near)
	if err != nil {
		return fault.Under("near", err)
	}
	if err := e.insert(parent, index, n); err != nil {
		return err
	}
	if added := len(e.project.Pictures) - had; added > 0 {
		e.whole = true
		e.inverse = Operation{Unpaste: &Unpaste{n.ID, added}}
	}
	e.summary, e.selected = "Paste "+n.Name, n.ID
	return nil
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
		if !page.Holds("", n.Kind) {
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
	if place.Parent == nil && !page.Holds("", n.Kind) {
		return "", 0, fault.New("", at.Name, "a node into or after which a %s can go", n.Kind)
	}
	return parentID(place), place.Index + 1, nil
}
