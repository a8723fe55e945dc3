package edit

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/write/rewrite"
)

// A PageNote is a Note and the page it is about.
type PageNote struct {
	Page string `json:"page"`
	page.Note
}

// changeKit puts a kit in the place of the one of its id, with all pages that use it. It is
// undone by the project as it was.
func changeKit(p *project.Project, pg *page.Page, o *ChangeKit) (*Change, error) {
	if o.Kit == nil {
		return nil, fault.New("changeKit.kit", "null", "a kit")
	}
	at := slices.IndexFunc(p.Kits, func(k *kit.Kit) bool { return k.ID == o.Kit.ID })
	if at < 0 {
		return nil, fault.New("changeKit.kit.id", o.Kit.ID, "the id of one of the project's kits")
	}
	if err := infer.Check(o.Kit); err != nil {
		return nil, fault.Under("changeKit.kit", err)
	}
	refit, err := page.NewRefit(p.Kits[at], o.Kit, o.Were)
	if err != nil {
		return nil, fault.Under("changeKit", err)
	}
	c := *p
	c.Kits = slices.Clone(p.Kits)
	c.Kits[at] = o.Kit
	c.Pages = slices.Clone(p.Pages)
	var notes []PageNote
	for i, had := range p.Pages {
		if had.Kit != o.Kit.ID {
			continue
		}
		carried, said, err := keeperOf(had).refit(p, had, refit, p.Kits[at], o.Kit)
		if err != nil {
			return nil, err
		}
		c.Pages[i] = carried
		for _, n := range said {
			notes = append(notes, PageNote{had.ID, n})
		}
	}
	c.Pages = rewrite.Share(c.Pages, c.Kit)
	if err := c.CheckUsers(o.Kit.ID); err != nil {
		return nil, err
	}
	summary := "Change kit " + o.Kit.Name
	return &Change{Project: &c, Page: pg.ID, Inverse: Operation{Page: pg.ID, Put: &Put{p, summary}}, Summary: summary,
		Notes: notes}, nil
}

// moveAll moves all pages of the kit of one to another, but for those of which something would be left out and which
// are not to be moved anyway. It is undone by the project as it was.
func moveAll(p *project.Project, pg *page.Page, u UseKit) (*Change, error) {
	anyway := u.Anyway
	u.All, u.Anyway = false, nil
	all := &Change{Project: p, Page: pg.ID}
	count := 0
	for _, had := range p.Pages {
		if had.Kit != pg.Kit {
			continue
		}
		one, err := Apply(all.Project, Operation{Page: had.ID, UseKit: &u})
		if err != nil {
			return nil, err
		}
		if len(one.Notes) > 0 && !slices.Contains(anyway, had.ID) {
			continue
		}
		all.Project, all.Notes = one.Project, append(all.Notes, one.Notes...)
		count++
	}
	if count == 0 {
		return nil, fault.New("anyway", anyway, "a page to move: something would be left out of each")
	}
	moved := fmt.Sprint(count, " pages")
	if count == 1 {
		moved = pg.Name
	}
	all.Summary = fmt.Sprintf("Move %s to %s", moved, p.Kit(u.Kit).Name)
	all.Inverse = Operation{Page: pg.ID, Put: &Put{p, all.Summary}}
	return all, nil
}

func (u *UseKit) apply(e *editor) error {
	to := e.project.Kit(u.Kit)
	if to == nil || to == e.kit {
		return fault.New("kit", u.Kit, "the id of another of the project's kits")
	}
	e.inverse.UseKit = &UseKit{Kit: e.kit.ID, Back: e.page.Body}
	if u.Back != nil {
		c := *e.page
		c.Kit, c.Body = to.ID, u.Back
		e.page = &c
	} else {
		move, err := page.NewMove(e.kit, to, u.Pairs)
		if err != nil {
			return err
		}
		carried, said := move.Page(e.page)
		carried, unsaid := foreign.Fit(to, carried)
		said = append(said, unsaid...)
		if framed(e.kit, e.page) && !framed(to, carried) {
			carried.Walk(func(n *page.Node, _ page.Place) {
				if n.Kind == page.Container {
					said = append(said, page.Note{Node: n.ID, Name: n.Name,
						Text: to.Name + " has no class for containers: it is as wide as what it stands in now"})
				}
			})
		}
		e.page = carried
		for _, n := range said {
			e.notes = append(e.notes, PageNote{carried.ID, n})
		}
	}
	e.kit = to
	e.summary = fmt.Sprintf("Move %s to %s", e.page.Name, to.Name)
	return nil
}

// framed reports whether a kit has a class for containers.
func framed(k *kit.Kit, p *page.Page) bool {
	words := infer.VocabularyOf(k, p)
	return words.Base(page.Container) != nil ||
		words.Saying(page.Container, page.Frames, page.Value{Term: page.Fixed}, 0) != nil
}

func (a *AddKit) apply(e *editor) error {
	if a.Kit == nil {
		return fault.New("kit", "null", "a kit")
	}
	index := len(e.project.Kits)
	if a.Index != nil {
		index = *a.Index
	}
	if index < 0 || index > len(e.project.Kits) {
		return fault.New("index", index, "0 to %d", len(e.project.Kits))
	}
	if e.project.Kit(a.Kit.ID) != nil {
		return fault.New("kit.id", a.Kit.ID, "an id that no other kit of the project has")
	}
	e.keepKits(slices.Insert(slices.Clone(e.project.Kits), index, a.Kit))
	e.inverse.DropKit = &DropKit{a.Kit.ID}
	e.summary = "Add kit " + a.Kit.Name
	return nil
}

func (d *DropKit) apply(e *editor) error {
	kits := e.project.Kits
	at := slices.IndexFunc(kits, func(k *kit.Kit) bool { return k.ID == d.Kit })
	if at < 0 {
		return fault.New("kit", d.Kit, "the id of one of the project's kits")
	}
	var users []string
	for _, pg := range withPage(e.project, e.page).Pages {
		if pg.Kit == d.Kit {
			users = append(users, pg.Name)
		}
	}
	if len(users) > 0 {
		return fault.New("kit", d.Kit, "a kit that no page uses: this one is used by %s", strings.Join(users, ", "))
	}
	e.keepKits(slices.Delete(slices.Clone(kits), at, at+1))
	e.inverse.AddKit = &AddKit{Kit: kits[at], Index: &at}
	e.summary = "Delete kit " + kits[at].Name
	return nil
}

// keepKits gives the project those kits.
func (e *editor) keepKits(all []*kit.Kit) {
	c := *e.project
	c.Kits = all
	e.project, e.whole = &c, true
}
