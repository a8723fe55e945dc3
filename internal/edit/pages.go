package edit

import (
	"cmp"
	"fmt"
	"path"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
)

// addPage adds a page: on the kit of page near when no other is named.
func addPage(p *project.Project, near *page.Page, a *AddPage) (*Change, error) {
	pg, index := a.Back, a.Index
	if pg == nil {
		first := cmp.Or(near, p.Pages[0])
		if a.Kit != "" && p.Kit(a.Kit) == nil {
			return nil, fault.New("addPage.kit", a.Kit, "the id of one of the project's kits")
		}
		pg, index = newPage(p, a.Name), len(p.Pages)
		pg.File = fileOf(p, pg, a.Name)
		pg.Language, pg.Kit = first.Language, cmp.Or(a.Kit, first.Kit)
	}
	c, err := withPages(p, index, pg)
	if err != nil {
		return nil, fault.Under("addPage", err)
	}
	return &Change{Project: c, Page: pg.ID, Inverse: Operation{Page: pg.ID, DropPage: &DropPage{}},
		Summary: "Add page " + pg.Name}, nil
}

// withPages is a project with one page more.
func withPages(p *project.Project, index int, pg *page.Page) (*project.Project, error) {
	if index < 0 || index > len(p.Pages) {
		return nil, fault.New("index", index, "0 to %d", len(p.Pages))
	}
	c := *p
	c.Pages = slices.Insert(slices.Clone(p.Pages), index, pg)
	return &c, c.Check()
}

// newPage is an empty page of that name, with an id and a file no other page has.
func newPage(p *project.Project, name string) *page.Page {
	taken := func(id string) bool {
		return slices.ContainsFunc(p.Pages, func(pg *page.Page) bool { return pg.ID == id || pg.File == id+".html" })
	}
	n := len(p.Pages) + 1
	for ; taken(fmt.Sprintf("page-%d", n)); n++ {
	}
	id := fmt.Sprintf("page-%d", n)
	if strings.TrimSpace(name) == "" {
		name = fmt.Sprintf("Page %d", n)
	}
	return &page.Page{ID: id, Name: name, File: id + ".html", Body: []*page.Node{}}
}

// fileOf is what the file of a page that is made here is called: as the page is named, where no other file is called
// so.
func fileOf(p *project.Project, pg *page.Page, name string) string {
	file := code.Slug(name) + ".html"
	others := func(o *page.Page) bool { return o.ID != pg.ID && o.File == file }
	if file == ".html" || slices.ContainsFunc(p.Pages, others) {
		return pg.File
	}
	return file
}

func dropPage(p *project.Project, pg *page.Page) (*Change, error) {
	if len(p.Pages) == 1 {
		return nil, fault.New("dropPage", pg.Name, "a page that is not the project's only one")
	}
	c := *p
	index := slices.Index(p.Pages, pg)
	c.Pages = slices.Delete(slices.Clone(p.Pages), index, index+1)
	return &Change{Project: &c, Page: pg.ID, Dropped: pg,
		Inverse: Operation{Page: pg.ID, AddPage: &AddPage{Index: index, Back: pg}}, Summary: "Delete page " + pg.Name}, nil
}

// duplicatePage adds a copy of a page after it.
func duplicatePage(p *project.Project, pg *page.Page) (*Change, error) {
	empty := newPage(p, "")
	twin := *pg
	twin.ID = empty.ID
	base, ending := strings.TrimSuffix(pg.File, path.Ext(pg.File)), path.Ext(pg.File)
	for n := 2; ; n++ {
		twin.File, twin.Name = fmt.Sprintf("%s-%d%s", base, n, ending), fmt.Sprintf("%s %d", pg.Name, n)
		if !slices.ContainsFunc(p.Pages, func(o *page.Page) bool { return o.File == twin.File || o.Name == twin.Name }) {
			break
		}
	}
	if page.CheckName(twin.Name) != nil {
		twin.Name = empty.Name
	}
	c, err := withPages(p, slices.Index(p.Pages, pg)+1, &twin)
	if err != nil {
		return nil, fault.Under("duplicatePage", err)
	}
	return &Change{Project: c, Page: twin.ID, Inverse: Operation{Page: twin.ID, DropPage: &DropPage{}},
		Summary: "Duplicate page " + pg.Name}, nil
}

func (m *MovePage) apply(e *editor) error {
	at := slices.IndexFunc(e.project.Pages, func(p *page.Page) bool { return p.ID == e.page.ID })
	if m.Index < 0 || m.Index >= len(e.project.Pages) {
		return fault.New("index", m.Index, "0 to %d", len(e.project.Pages)-1)
	}
	c := *e.project
	c.Pages = slices.Delete(slices.Clone(c.Pages), at, at+1)
	c.Pages = slices.Insert(c.Pages, m.Index, e.page)
	e.project, e.inverse.MovePage, e.summary = &c, &MovePage{at}, "Move page "+e.page.Name
	return nil
}

func (d *DescribePage) apply(e *editor) error {
	if d.Name != nil {
		if err := page.CheckName(*d.Name); err != nil {
			return err
		}
	}
	for field, text := range map[string]*string{"title": d.Title, "description": d.Description} {
		if text != nil {
			if err := page.CheckHead(field, *text); err != nil {
				return err
			}
		}
	}
	if d.Language != nil {
		if err := page.CheckLanguage(*d.Language); err != nil {
			return err
		}
	}
	if err := keeperOf(e.page).describe(e, d); err != nil {
		return err
	}
	e.whole, e.summary = true, "Describe page "+e.page.Name // no two have one file
	return nil
}

func (made) describe(e *editor, d *DescribePage) error {
	pg := e.page
	c, was := *pg, DescribePage{}
	set := func(field *string, to *string, was **string) {
		if to != nil {
			*was, *field = new(*field), *to
		}
	}
	if own := pg.ID + ".html"; d.Name != nil && d.File == nil &&
		(pg.File == own || pg.File == code.Slug(pg.Name)+".html") {
		d = &DescribePage{d.Name, new(fileOf(e.project, pg, *d.Name)), d.Title, d.Description, d.Language}
	}
	set(&c.Name, d.Name, &was.Name)
	set(&c.File, d.File, &was.File)
	set(&c.Title, d.Title, &was.Title)
	set(&c.Description, d.Description, &was.Description)
	set(&c.Language, d.Language, &was.Language)
	e.page, e.inverse.DescribePage = &c, &was
	return nil
}

func (filed) describe(e *editor, d *DescribePage) error {
	doc := origin.Document(e.page.Origin)
	edits, err := origin.WithHead(doc, d.Title, d.Description, d.Language)
	if err != nil {
		return err
	}
	change := Source{Stretches: Stretches(doc.Splices(edits)), Summary: "Describe page " + e.page.Name}
	if d.Name != nil {
		change.Name = *d.Name
	}
	if d.File != nil {
		change.File = *d.File
	}
	return change.apply(e)
}
