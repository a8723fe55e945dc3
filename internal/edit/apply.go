package edit

import (
	"fmt"
	"reflect"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
)

// A Change is what an operation came to.
type Change struct {
	Project *project.Project
	Page    string    // the id of the page it changed or made
	Inverse Operation // applied to Project it gives the project as it was
	Summary string    // what was done, in a few words
	Select  string    // the node to select after it, if any

	Notes []PageNote // what could not follow a change of the kit exactly

	Dropped *page.Page // the page that it took away
}

// Apply makes the change. A refused operation gives an error that holds a
// fault.Fault and changes nothing.
func Apply(p *project.Project, o Operation) (*Change, error) {
	do, err := o.only()
	if err != nil {
		return nil, err
	}
	pg := p.Page(o.Page)
	if o.AddPage != nil {
		return addPage(p, pg, o.AddPage)
	}
	if pg == nil || pg.ID != o.Page {
		return nil, fault.New("page", o.Page, "the id of one of the project's pages")
	}
	if o.DropPage != nil {
		return dropPage(p, pg)
	}
	if o.DuplicatePage != nil {
		return duplicatePage(p, pg)
	}
	if o.BringPage != nil {
		return bringPage(p, pg, o.BringPage)
	}
	if o.Put != nil {
		return put(p, pg, o.Put)
	}
	if o.Across != nil {
		return across(p, pg, o.Across)
	}
	if o.ChangeKit != nil {
		return changeKit(p, pg, o.ChangeKit)
	}
	if o.UseGrid != nil {
		change, err := useGrid(p, pg, o.UseGrid)
		return change, fault.Under("useGrid", err)
	}
	if o.UseKit != nil && o.UseKit.All {
		return moveAll(p, pg, *o.UseKit)
	}
	e := &editor{project: p, kit: p.Kit(pg.Kit), page: pg, minter: pg.Minter()}
	if err := do.apply(e); err != nil {
		return nil, fault.Under(o.name(), err)
	}
	if err := e.page.CheckShape(); err != nil {
		return nil, err
	}
	if err := keeperOf(pg).finish(e, pg, p.Kit(pg.Kit)); err != nil {
		return nil, err
	}
	if err := e.fits(pg); err != nil {
		return nil, err
	}
	whole := withPage(e.project, e.page)
	if e.whole {
		if err := whole.Check(); err != nil {
			return nil, err
		}
	}
	e.inverse.Page = pg.ID
	return &Change{Project: whole, Page: pg.ID, Inverse: e.inverse, Summary: e.summary, Select: e.selected,
		Notes: e.notes}, nil
}

// fits refuses rows that came into columns where the kit's rows are containers of a width of their own.
func (e *editor) fits(before *page.Page) (err error) {
	if r := infer.Of(e.kit); r == nil || !r.Contain {
		return nil
	}
	e.page.Walk(func(n *page.Node, at page.Place) {
		if n.Kind != page.Row || at.Parent == nil || at.Parent.Kind != page.Column || err != nil {
			return
		}
		if had, was := before.Find(n.ID); had == nil || was.Parent == nil || was.Parent.Kind != page.Column {
			err = fault.New(n.ID, "a row in "+at.Parent.Name,
				"a row that stands in no column: the rows of %s are containers of a width of their own", e.kit.Name)
		}
	})
	return err
}

// action is an operation on one page, and on what the project keeps besides pages.
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

// put puts a whole project in the place of p.
func put(p *project.Project, pg *page.Page, o *Put) (*Change, error) {
	if o.Project == nil {
		return nil, fault.New("put.project", "null", "a project")
	}
	c := *o.Project
	c.ID = p.ID
	if err := c.Check(); err != nil {
		return nil, fault.Under("put.project", err)
	}
	shown := pg.ID
	if c.Page(shown) == nil {
		shown = c.Pages[0].ID
	}
	return &Change{Project: &c, Page: shown, Inverse: Operation{Page: shown, Put: &Put{p, o.Summary}},
		Summary: o.Summary}, nil
}

func (r *Rename) apply(e *editor) error {
	if err := page.CheckName(r.Name); err != nil {
		return err
	}
	c := *e.project
	e.inverse.Rename = &Rename{c.Name}
	c.Name = r.Name
	e.project, e.summary = &c, "Rename the project "+c.Name
	return nil
}

func (o *OwnRules) apply(e *editor) error {
	if e.kit.IsComplete() {
		return fault.New("allow", o.Allow,
			"a page on a kit that was read from a stylesheet: other kits have a class for every setting")
	}
	if !o.Allow {
		if err := keeperOf(e.page).drop(e); err != nil {
			return err
		}
	}
	c := *e.page
	e.inverse.OwnRules = &OwnRules{c.OwnRules}
	c.OwnRules = o.Allow
	e.page, e.summary = &c, "Rules of its own for "+c.Name
	if !o.Allow {
		e.summary = "No rules of its own for " + c.Name
	}
	return nil
}

// apply does every step on what those before it made; undone in the other order.
func (t *Together) apply(e *editor) error {
	var back []Operation
	var summary string
	for i, step := range t.Steps {
		do, err := step.only()
		if err == nil && do == nil {
			err = fault.New(step.name(), nil, "an operation inside one page")
		}
		if err == nil {
			e.inverse = Operation{}
			err = fault.Under(step.name(), do.apply(e))
		}
		if err == nil {
			err = e.page.CheckShape() // which the next step counts on
		}
		if err == nil { // before the next step doubles it again
			err = tooMuch(e.page)
		}
		if err != nil {
			return fault.Under(fmt.Sprintf("steps[%d]", i), err)
		}
		e.inverse.Page = e.page.ID
		back = append(back, e.inverse)
		if summary == "" {
			summary = e.summary
		}
	}
	slices.Reverse(back)
	e.inverse = Operation{Together: &Together{back, t.Summary}}
	if e.summary = t.Summary; t.Summary == "" {
		e.summary = summary
	}
	return nil
}

// across does the steps, each on its own page.
func across(p *project.Project, pg *page.Page, a *Across) (*Change, error) {
	all := &Change{Project: p, Page: pg.ID, Summary: a.Summary}
	var back []Operation
	for i, step := range a.Steps {
		do, err := step.only()
		if err == nil && do == nil {
			err = fault.New(step.name(), nil, "an operation inside one page")
		}
		var one *Change
		if err == nil {
			one, err = Apply(all.Project, step)
		}
		if err != nil {
			return nil, fault.Under(fmt.Sprintf("across.steps[%d]", i), err)
		}
		all.Project, all.Notes = one.Project, append(all.Notes, one.Notes...)
		back = append(back, one.Inverse)
		if all.Summary == "" {
			all.Summary = one.Summary
		}
	}
	slices.Reverse(back)
	all.Inverse = Operation{Page: pg.ID, Across: &Across{back, a.Summary}}
	return all, nil
}

// tooMuch refuses a page that holds more than a project may.
func tooMuch(p *page.Page) error {
	nodes, text := 0, 0
	p.Walk(func(n *page.Node, _ page.Place) {
		nodes++
		if text += len(n.Name) + len(n.Note); n.Content != nil {
			text += len(n.Content.Text)
			for _, item := range n.Content.Items {
				text += len(item)
			}
		}
	})
	switch {
	case nodes > page.MaxNodes:
		return fault.New("", nodes, "at most %d nodes in a page", page.MaxNodes)
	case text > project.MaxBytes:
		return fault.New("", text, "at most %d bytes of text in a project", project.MaxBytes)
	}
	return nil
}

// An editor is a page and its project while one operation changes them.
type editor struct {
	project  *project.Project
	whole    bool // the project changed besides the page, so all of it is checked
	kit      *kit.Kit
	page     *page.Page
	minter   *page.Minter
	inverse  Operation
	summary  string
	selected string
	notes    []PageNote
	byID     map[string]stand          // the nodes of a page
	standing *page.Page                // which
	partly   map[string]*layout.Layout // of its outermost rows, by their ids
	marked   map[string]page.Kind      // what elements of a page from markup became
	names    map[string]string         // what nodes were called, by their ids
	written  bool                      // the file of a page that was read from markup holds what was done
}

// find gives a node of the page, or a fault for the named field.
func (e *editor) find(field, id string) (*page.Node, page.Place, error) {
	n, at := e.page.Find(id)
	if n == nil {
		return nil, at, fault.New(field, id, "the id of a node on this page")
	}
	return n, at, nil
}

// A stand is a node, and what it stands in; nil for the page.
type stand struct {
	*page.Node
	in *page.Node
}

// stands are the nodes of the page as it is now, by their ids.
func (e *editor) stands() map[string]stand {
	if e.standing != e.page {
		e.standing, e.partly = e.page, map[string]*layout.Layout{}
		e.byID = make(map[string]stand, len(e.page.Origin.At()))
		e.page.Walk(func(n *page.Node, at page.Place) { e.byID[n.ID] = stand{n, at.Parent} })
	}
	return e.byID
}

// A settable is the page's rows and columns, with what an operation has made of some of them.
type settable struct {
	all  map[string]stand
	made map[string]*page.Node
}

func (e *editor) settable() *settable { return &settable{e.stands(), map[string]*page.Node{}} }

// node is the container, the row, the column or the block of an id; nil where there is none.
func (s *settable) node(id string) *page.Node {
	if n := s.made[id]; n != nil {
		return n
	}
	if n := s.all[id].Node; n != nil && len(page.Settable(n.Kind)) > 0 {
		return n
	}
	return nil
}

// cell gives the container, row, column or block of a cell from all, and its breakpoint's index.
func (e *editor) cell(all *settable, c Cell) (*page.Node, int, error) {
	n := all.node(c.Node)
	if n == nil {
		return nil, 0, fault.New("node", c.Node, "the id of a container, a row, a column or a block on this page")
	}
	i := e.kit.Index(c.Breakpoint)
	if i < 0 {
		return nil, 0, fault.New("breakpoint", c.Breakpoint, "one of %s", e.kit.BreakpointNames())
	}
	return n, i, nil
}

// around works out the rows around a node as they were before the operation: no more of the page than the outermost of
// them and what that stands in.
func (e *editor) around(id string) *layout.Layout {
	all := e.stands()
	var chain []*page.Node // from the node up to the page
	for n := all[id].Node; n != nil; n = all[n.ID].in {
		chain = append(chain, n)
	}
	outermost := len(chain) - 1
	for outermost > 0 && chain[outermost].Kind != page.Row {
		outermost--
	}
	row := chain[outermost]
	if l := e.partly[row.ID]; l != nil {
		return l
	}
	for _, n := range chain[outermost+1:] {
		c := *n
		c.Children = []*page.Node{row}
		row = &c
	}
	part := *e.page
	part.Origin, part.Body = nil, []*page.Node{row}
	l := layout.Of(e.kit, &part)
	e.partly[chain[outermost].ID] = l
	return l
}

// units is how many units the row of a column divides into at breakpoint i. The error says that it stands in none.
func (e *editor) units(column *page.Node, i int) (int, error) {
	if row := e.around(column.ID).RowAround(column.ID, i); row != nil {
		return row.Columns.N(), nil
	}
	return 0, fault.New("node", column.Name, "a column that stands in a row")
}

func parentID(at page.Place) string {
	if at.Parent == nil {
		return ""
	}
	return at.Parent.ID
}
