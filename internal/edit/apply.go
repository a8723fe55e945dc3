package edit

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// A Change is what an operation came to.
type Change struct {
	Project *project.Project
	Page    string    // the id of the page it changed or made
	Inverse Operation // applied to Project it gives the project as it was
	Summary string    // what was done, in a few words
	Select  string    // the node to select after it, if any
}

// Apply makes the change. A refused operation gives an error that holds a
// fault.Fault and changes nothing.
func Apply(p *project.Project, o Operation) (*Change, error) {
	do, err := o.only()
	if err != nil {
		return nil, err
	}
	if o.AddPage != nil {
		return addPage(p, o.AddPage)
	}
	pg := p.Page(o.Page)
	if pg == nil || pg.ID != o.Page {
		return nil, fault.New("page", o.Page, "the id of one of the project's pages")
	}
	if o.DropPage != nil {
		return dropPage(p, pg)
	}
	if o.Rename != nil {
		c := *p
		c.Name = o.Rename.Name
		if err := page.CheckName(c.Name); err != nil {
			return nil, fault.Under("rename", err)
		}
		return &Change{&c, pg.ID, Operation{Page: pg.ID, Rename: &Rename{p.Name}}, "Rename the project " + c.Name, ""}, nil
	}
	if o.KeepRecipe != nil {
		return keepRecipe(p, pg, o.KeepRecipe)
	}
	if o.DropRecipe != nil {
		return dropRecipe(p, pg, o.DropRecipe)
	}
	if o.Paste != nil {
		return paste(p, pg, o.Paste)
	}
	if o.Unpaste != nil {
		return unpaste(p, pg, o.Unpaste)
	}
	e := &editor{kit: p.Kit(pg.Kit), page: pg, minter: pg.Minter()}
	if err := do.apply(e); err != nil {
		return nil, fault.Under(o.name(), err)
	}
	if err := e.page.Check(e.kit, p.HasPicture); err != nil {
		return nil, err
	}
	e.inverse.Page = pg.ID
	return &Change{withPage(p, e.page), pg.ID, e.inverse, e.summary, e.selected}, nil
}

// action is an operation inside one page.
type action interface{ apply(*editor) error }

// only gives the one action that is set.
func (o Operation) only() (action, error) {
	var set []string
	var found action
	v := reflect.ValueOf(o)
	for i := range v.NumField() {
		if f := v.Field(i); f.Kind() == reflect.Pointer && !f.IsNil() {
			set = append(set, o.fieldName(i))
			found, _ = f.Interface().(action)
		}
	}
	if len(set) != 1 {
		return nil, fault.New("", strings.Join(set, " and "), "exactly one action such as type, addRow or remove")
	}
	return found, nil
}

func (o Operation) fieldName(i int) string {
	name, _, _ := strings.Cut(reflect.TypeOf(o).Field(i).Tag.Get("json"), ",")
	return name
}

// name is the JSON name of the action that is set.
func (o Operation) name() string {
	v := reflect.ValueOf(o)
	for i := range v.NumField() {
		if f := v.Field(i); f.Kind() == reflect.Pointer && !f.IsNil() {
			return o.fieldName(i)
		}
	}
	return ""
}

func withPage(p *project.Project, pg *page.Page) *project.Project {
	c := *p
	c.Pages = slices.Clone(p.Pages)
	for i := range c.Pages {
		if c.Pages[i].ID == pg.ID {
			c.Pages[i] = pg
		}
	}
	return &c
}

func addPage(p *project.Project, a *AddPage) (*Change, error) {
	c := *p
	pg, index := a.Back, a.Index
	if pg == nil {
		pg, index = newPage(p, a.Name), len(p.Pages)
	}
	if index < 0 || index > len(p.Pages) {
		return nil, fault.New("addPage.index", index, "0 to %d", len(p.Pages))
	}
	c.Pages = slices.Insert(slices.Clone(p.Pages), index, pg)
	if err := c.Check(); err != nil {
		return nil, err
	}
	return &Change{Project: &c, Page: pg.ID, Inverse: Operation{Page: pg.ID, DropPage: &DropPage{}}, Summary: "Add page " + pg.Name}, nil
}

// newPage is an empty page of that name, with an id and a file no other page has.
func newPage(p *project.Project, name string) *page.Page {
	free := func(id string) bool {
		return !slices.ContainsFunc(p.Pages, func(pg *page.Page) bool { return pg.ID == id || pg.File == id+".html" })
	}
	n := len(p.Pages) + 1
	for ; !free(fmt.Sprintf("page-%d", n)); n++ {
	}
	id := fmt.Sprintf("page-%d", n)
	if strings.TrimSpace(name) == "" {
		name = fmt.Sprintf("Page %d", n)
	}
	first := p.Pages[0]
	return &page.Page{ID: id, Name: name, File: id + ".html", Language: first.Language, Kit: first.Kit, Body: []*page.Node{}}
}

func dropPage(p *project.Project, pg *page.Page) (*Change, error) {
	if len(p.Pages) == 1 {
		return nil, fault.New("dropPage", pg.Name, "a page that is not the project's only one")
	}
	c := *p
	index := slices.Index(p.Pages, pg)
	c.Pages = slices.Delete(slices.Clone(p.Pages), index, index+1)
	return &Change{Project: &c, Page: pg.ID, Inverse: Operation{Page: pg.ID, AddPage: &AddPage{Index: index, Back: pg}}, Summary: "Delete page " + pg.Name}, nil
}

// An editor is a page while one operation changes it.
type editor struct {
	kit      *kit.Kit
	page     *page.Page
	minter   *page.Minter
	inverse  Operation
	summary  string
	selected string
	laidOut  *layout.Layout
	parents  map[string]*page.Node // of what is settable
}

// find gives a node of the page, or a fault for the named field.
func (e *editor) find(field, id string) (*page.Node, page.Place, error) {
	n, at := e.page.Find(id)
	if n == nil {
		return nil, at, fault.New(field, id, "the id of a node on this page")
	}
	return n, at, nil
}

// settable lists the page's rows and columns by id, and keeps what they stand in.
func (e *editor) settable() map[string]*page.Node {
	all := map[string]*page.Node{}
	e.parents = map[string]*page.Node{}
	e.page.Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Column || n.Kind == page.Row {
			all[n.ID], e.parents[n.ID] = n, at.Parent
		}
	})
	return all
}

// cell gives the row or column of a cell from all, and its breakpoint's index.
func (e *editor) cell(all map[string]*page.Node, c Cell) (*page.Node, int, error) {
	n := all[c.Node]
	if n == nil {
		return nil, 0, fault.New("node", c.Node, "the id of a row or column on this page")
	}
	i := e.kit.Index(c.Breakpoint)
	if i < 0 {
		return nil, 0, fault.New("breakpoint", c.Breakpoint, "one of %s", e.kit.BreakpointNames())
	}
	return n, i, nil
}

// layout works the page out as it was before the operation.
func (e *editor) layout() *layout.Layout {
	if e.laidOut == nil {
		e.laidOut = layout.Of(e.kit, e.page)
	}
	return e.laidOut
}

// units is how many units the row of a column divides into at breakpoint i.
func (e *editor) units(column string, i int) int { return e.layout().RowAround(column, i).Columns.N() }

func parentID(at page.Place) string {
	if at.Parent == nil {
		return ""
	}
	return at.Parent.ID
}
