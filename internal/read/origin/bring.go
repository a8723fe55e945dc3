package origin

import (
	"context"
	"errors"
	"fmt"
	"path"
	"slices"
	"strings"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/infer"
)

// Named gives files the names by which a document links them, where it does.
func Named(o *page.Origin, files []kit.File) []kit.File {
	all := append([]kit.File(nil), files...)
	for _, l := range Links(Document(o)) {
		if at := Find(all, l.Name); at >= 0 && !l.Here {
			all[at].Name = l.Name
		}
	}
	return all
}

// Kit reads a kit out of the stylesheets that hold for a document, in their order: of the files, and of those that
// stand in the document. One that we wrote states it. Else it is read of the only one with a grid in it or, where that
// is none or several, of all. Rest is the files that are none of the kit's; what we wrote of a page alone is no grid.
func Kit(ctx context.Context, id string, o *page.Origin, files []kit.File) (k *kit.Kit, rest []kit.File, err error) {
	sheets, _ := Sheets(Document(o), files)
	sheets = slices.DeleteFunc(sheets, func(s css.Source) bool { return ofPage(s.Text) })
	if len(sheets) == 0 {
		return nil, files, fault.New("stylesheet", "none",
			"a document that links a stylesheet with a grid in it, or files of stylesheets given with it")
	}
	if k := stated(sheets); k != nil {
		return k, files, nil
	}
	with, err := grids(ctx, sheets)
	if err != nil {
		return nil, files, err
	}
	k, _, err = infer.Kit(ctx, id, nameOf(strings.TrimSuffix(path.Base(with[0].Name), path.Ext(with[0].Name)),
		"Stylesheet"), with, nil)
	if err != nil {
		return nil, files, err
	}
	for _, f := range files {
		if Find(with, Address(f.Name)) < 0 {
			rest = append(rest, f)
		}
	}
	return k, rest, nil
}

// Stated is the kit that the stylesheets which hold for a document state, as those do that we write; nil for none.
func Stated(o *page.Origin, files []kit.File) *kit.Kit {
	sheets, _ := Sheets(Document(o), files)
	return stated(sheets)
}

func stated(sheets []css.Source) *kit.Kit {
	for _, s := range sheets {
		if k := kit.Defined(s.Text); k != nil {
			return k
		}
	}
	return nil
}

// mostCandidates is how many stylesheets of a document are looked at for whether there is a grid in them.
const mostCandidates = 100

// grids are the stylesheets that a kit is read of: the only one with a grid in it, with those it imports; or all, but
// for those that are too much by themselves.
func grids(ctx context.Context, sheets []css.Source) (with []kit.File, err error) {
	file := func(s css.Source) kit.File { return kit.File{Name: s.Name, Text: s.Text} }
	if len(sheets) == 1 {
		return []kit.File{file(sheets[0])}, nil
	}
	var all []kit.File
	err = budget.Within(ctx, budget.Sheets, func(b *budget.Budget) error {
		for _, s := range sheets[:min(len(sheets), mostCandidates)] {
			err := b.Part(4, func(b *budget.Budget) error {
				_, err := infer.Sheets(b, []css.Source{s}, nil)
				return err
			})
			if _, is := errors.AsType[*budget.SpentError](err); !is {
				all = append(all, file(s))
			}
			if err == nil {
				with = append(with, file(s))
			}
		}
		if len(with) == 1 { // and what it imports, or what imports it
			with = together(b, sheets, with[0])
		} else {
			with = all
			for _, s := range sheets[min(len(sheets), mostCandidates):] {
				with = append(with, file(s))
			}
		}
		return nil
	})
	switch n := len(with); {
	case err != nil:
		return nil, infer.TooMuch(err)
	case n == 0 || n > kit.MaxFiles:
		return nil, fault.New("stylesheet", fmt.Sprintf("%d stylesheets", n),
			"1 to %d stylesheets with a grid in them", kit.MaxFiles)
	}
	return with, nil
}

// together are the stylesheets that a file imports, with it.
func together(b *budget.Budget, sheets []css.Source, file kit.File) (all []kit.File) {
	c := css.NewCascade(b, sheets, flow.Expand)
	reached := map[string]bool{file.Name: true}
	for range sheets {
		for i, s := range sheets {
			for _, at := range c.Imports(i) {
				if reached[s.Name] {
					reached[sheets[at].Name] = true
				}
			}
		}
	}
	for _, s := range sheets {
		if reached[s.Name] {
			all = append(all, kit.File{Name: s.Name, Text: s.Text})
		}
	}
	return all
}

// NewPage makes a page of a file on kit k. File is its address among the project's.
func NewPage(id, file string, k *kit.Kit, o *page.Origin) *page.Page {
	p := &page.Page{ID: id, Name: titleOf(o, file), File: file, Language: "en", Kit: k.ID, Origin: o,
		OwnRules: k.Imported != nil && slices.ContainsFunc(o.Sheets, IsRules)}
	return Again(p, k, o, nil)
}

// WithSheets is page p with other stylesheets that it may link.
func WithSheets(p *page.Page, sheets []kit.File) *page.Page {
	c, doc := *p, Document(p.Origin)
	c.Origin = p.Origin.With(p.Origin.Bytes())
	c.Origin.Sheets = sheets
	c.Origin.Places = p.Origin.Places
	keep(c.Origin, doc, p.Origin)
	return &c
}

// WithNamed is page p, a part of a page, shown with the stylesheets of these addresses.
func WithNamed(p *page.Page, named []string) *page.Page {
	c := WithSheets(p, p.Origin.Sheets)
	c.Origin.Named = named
	return c
}

// Linking is a file with stylesheets that it links.
func Linking(o *page.Origin, sheets []kit.File) *page.Origin {
	c := page.NewOrigin(o.Bytes(), sheets)
	keep(c, Document(o), o)
	return c
}

// Inner is the class of the element inside each column, where the stylesheet of kit k has one; else empty.
func Inner(k *kit.Kit) string {
	if r := infer.Of(k); r != nil {
		return r.Inner
	}
	return ""
}

// Pages are those of a list that are from HTML: each has a file.
func Pages(all []*page.Page) (filed []*page.Page) {
	for _, p := range all {
		if p.Origin != nil {
			filed = append(filed, p)
		}
	}
	return filed
}

// Again is page p with another text of its file, read on kit k: nodes keep the ids, names and notes of what they were.
func Again(p *page.Page, k *kit.Kit, o *page.Origin, was Was) *page.Page {
	read := Read(Document(o), k, infer.VocabularyOf(k, p), Inner(k), was)
	c := *p
	c.Kit, c.Body = k.ID, read.Body
	c.Origin = o.With(o.Bytes())
	c.Origin.Places = read.Places
	doc := Document(o)
	keep(c.Origin, doc, p.Origin)
	if lang := languageIn(doc); page.CheckLanguage(lang) == nil {
		c.Language = lang
	}
	if c.Body == nil {
		c.Body = []*page.Node{}
	}
	return &c
}

// Here gives the nodes of a page by their places.
func Here(p *page.Page) Was {
	at := map[int]*page.Node{}
	Placed(p, func(n *page.Node, place int) { at[place] = n })
	return func(place int) *page.Node { return at[place] }
}

// Spliced is page p on kit k with its file changed: what is not changed keeps its nodes. Nodes that stood in it before
// have back what they had.
func Spliced(p *page.Page, k *kit.Kit, all []markup.Splice, back Was) *page.Page {
	next := p.Origin.With(markup.Spliced(p.Origin.Bytes(), all))
	kept := Kept(p, next, all)
	return Again(p, k, next, func(place int) *page.Node {
		if n := kept(place); n != nil || back == nil {
			return n
		}
		return back(place)
	})
}

// Kept gives the nodes of page p by the places that they have in its file once that is changed, those that are not
// changed.
func Kept(p *page.Page, next *page.Origin, all []markup.Splice) Was {
	doc, read := Document(p.Origin), Document(next)
	at, moved := make(map[int]*page.Node, len(p.Origin.Places)), markup.Moved(all)
	Placed(p, func(n *page.Node, place int) {
		if to, kept := moved(doc.Place(place)); kept {
			at[read.At(to)] = n
		}
	})
	return func(place int) *page.Node { return at[place] }
}

// titleOf is what a page is called: its title or, where it has none, its file.
func titleOf(o *page.Origin, file string) string {
	other := strings.TrimSuffix(path.Base(file), path.Ext(file))
	return nameOf(titleIn(Document(o)), nameOf(other, "Page"))
}
