package edit

import (
	"fmt"
	"slices"
	"unicode/utf8"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// Source changes the file of a page that was read from markup, and reads it again. Nodes outside of what is changed
// stay what they are.
type Source struct {
	Stretches []Stretch   `json:"stretches" maxItems:"20000" doc:"In their order; they do not overlap."`
	Nodes     []Restored  `json:"nodes,omitzero" doc:"The nodes that were in the changed stretch."`
	Kit       string      `json:"kit,omitzero" doc:"The page's new kit; if empty, no change."`
	Sheets    *[]kit.File `json:"sheets,omitempty" doc:"Stylesheets linked besides the kit's; if absent, no change."`
	Named     *[]string   `json:"named,omitempty" maxItems:"40" doc:"The stylesheets a partial is shown with, if changed."`
	OwnRules  *bool       `json:"ownRules,omitempty" doc:"Whether it may have rules of its own; if absent, no change."`
	Mixins    *string     `json:"mixins,omitempty" maxLength:"1000" doc:"The mixins' stylesheet, if changed; empty: none."`
	File      string      `json:"file,omitzero" maxLength:"400" doc:"The new path of the file; if empty, no change."`
	Name      string      `json:"name,omitzero" maxLength:"120" doc:"The new name of the page; if empty, no change."`
	Summary   string      `json:"summary,omitzero" maxLength:"200"`
}

// A Stretch is what stands in the place of some bytes of a file.
type Stretch struct {
	From int    `json:"from" minimum:"0"`
	To   int    `json:"to" minimum:"0"`
	Text string `json:"text,omitzero"`
	Data []byte `json:"data,omitzero" doc:"In place of a text, bytes that are not UTF-8, in base64."`
}

// Restored is what a node was that stands at a place of a file's text.
type Restored struct {
	Place int        `json:"place"`
	Node  *page.Node `json:"node" doc:"Without what is read of the file."`
}

// Stretches are splices as an operation has them.
func Stretches(all []markup.Splice) (out []Stretch) {
	for _, p := range all {
		s := Stretch{From: p.From, To: p.To}
		if utf8.Valid(p.Bytes) {
			s.Text = string(p.Bytes)
		} else {
			s.Data = p.Bytes
		}
		out = append(out, s)
	}
	return out
}

// splices are the stretches as they change a file; the error says which of them cannot.
func (s *Source) splices(file []byte) (all []markup.Splice, err error) {
	at := 0
	for i, one := range s.Stretches {
		if one.From < at || one.To < one.From || one.To > len(file) {
			return nil, fault.New(fmt.Sprintf("stretches[%d]", i), fmt.Sprintf("%d to %d", one.From, one.To),
				"a stretch after the one before it, in a file of %d bytes", len(file))
		}
		b := one.Data
		if len(b) == 0 {
			b = []byte(one.Text)
		}
		all = append(all, markup.Splice{From: one.From, To: one.To, Bytes: b})
		at = one.To
	}
	return all, nil
}

func (s *Source) apply(e *editor) error {
	if err := keeperOf(e.page).file("page", ""); err != nil {
		return err
	}
	all, err := s.splices(e.page.Origin.Bytes())
	if err != nil {
		return err
	}
	to := e.kit
	if s.Kit != "" {
		if to = e.project.Kit(s.Kit); to == nil {
			return fault.New("kit", s.Kit, "the id of one of the project's kits")
		}
	}
	restored := map[int]*page.Node{}
	for _, r := range s.Nodes {
		restored[r.Place] = r.Node
	}
	before := e.page
	if s.Sheets != nil {
		e.page = origin.WithSheets(e.page, *s.Sheets)
	}
	if s.Named != nil {
		e.page = origin.WithNamed(e.page, *s.Named)
	}
	if s.Mixins != nil {
		e.page = origin.WithMixins(e.page, *s.Mixins)
	}
	if s.OwnRules != nil {
		c := *e.page
		c.OwnRules = *s.OwnRules
		e.page = &c
	}
	file := e.page.Origin.With(markup.Spliced(e.page.Origin.Bytes(), all))
	kept := origin.Kept(e.page, file, all)
	e.page = origin.Again(e.page, to, file, func(place int) *page.Node {
		if n := restored[place]; n != nil {
			return n
		}
		return kept(place)
	})
	e.inverse.Source = back(before, e.page, all, s.Summary)
	if s.Sheets != nil {
		e.inverse.Source.Sheets = &before.Origin.Sheets
	}
	if s.Named != nil {
		e.inverse.Source.Named = &before.Origin.Named
	}
	if s.Mixins != nil {
		e.inverse.Source.Mixins = &before.Origin.Mixins
	}
	if s.OwnRules != nil {
		e.inverse.Source.OwnRules = &before.OwnRules
	}
	if s.File != "" && s.File != before.File {
		c := *e.page
		c.File = s.File
		e.page, e.inverse.Source.File = &c, before.File
	}
	if s.Name != "" && s.Name != before.Name {
		c := *e.page
		c.Name = s.Name
		e.page, e.inverse.Source.Name = &c, before.Name
	}
	if e.page.Origin.Mixins != "" {
		e.page = rewrite.WithKit(e.page, to)
	}
	if e.kit = to; before.Kit != to.ID {
		e.inverse.Source.Kit = before.Kit
	}
	e.summary = s.Summary
	if e.summary == "" {
		e.summary = "Change " + e.page.File
	}
	e.written = true
	return nil
}

// back is what makes the file of a page what it is before splices are made that make it next, with the nodes that are
// not read there again as the same: those in what is changed, and such as follow a comment that has no end in next.
func back(p, next *page.Page, all []markup.Splice, summary string) *Source {
	splices := markup.Back(p.Origin.Bytes(), all)
	s := &Source{Stretches: Stretches(splices), Summary: summary}
	doc, read, moved := origin.Document(p.Origin), origin.Document(next.Origin), markup.Moved(splices)
	var same []*page.Node // that are kept when it is undone, and where they stand then: in the order of the file
	var places []int
	origin.Placed(next, func(n *page.Node, place int) {
		if to, kept := moved(read.Place(place)); kept {
			same, places = append(same, n), append(places, doc.At(to))
		}
	})
	origin.Placed(p, func(n *page.Node, place int) {
		for len(places) > 0 && places[0] < place {
			same, places = same[1:], places[1:]
		}
		if len(places) > 0 && places[0] == place && same[0].ID == n.ID {
			return
		}
		c := *n
		c.Children, c.At = nil, nil
		s.Nodes = append(s.Nodes, Restored{place, &c})
	})
	return s
}

// write brings what an operation changed on a page that was read from markup into its file. The inverse is that of the
// file.
func (e *editor) write(before *page.Page, was *kit.Kit) error {
	next, splices, err := rewritten(e.project, before, e.page, was, e.kit)
	if err != nil {
		return err
	}
	if before.Kit == next.Kit {
		next = rewrite.WithKit(next, e.kit)
	} else {
		next = linked(e.project, next, was, e.kit)
		splices = markup.Difference(before.Origin.Bytes(), next.Origin.Bytes())
	}
	e.inverse = Operation{Source: back(before, next, splices, e.summary)}
	if before.Kit != next.Kit {
		e.inverse.Source.Kit, e.inverse.Source.Sheets = before.Kit, &before.Origin.Sheets
	}
	if before.OwnRules != next.OwnRules {
		e.inverse.Source.OwnRules = &before.OwnRules
	}
	c := withPage(e.project, next)
	shared := rewrite.Share(c.Pages, c.Kit)
	if !slices.Equal(shared, c.Pages) {
		c.Pages = shared
		e.project, e.whole = c, true
		next = c.Page(next.ID)
	}
	e.page = next
	if n, _ := next.Find(e.selected); n == nil {
		e.selected = ""
	}
	return nil
}

// rewritten is a page with its file changed to hold what it holds, and how it was changed.
func rewritten(p *project.Project, before, after *page.Page, was, is *kit.Kit) (*page.Page, []markup.Splice, error) {
	if before.Origin.Mixins != "" {
		if err := origin.CheckMixins(is); err != nil {
			return nil, nil, err
		}
	}
	c := rewrite.Change{Before: before, After: after, BeforeKit: was, AfterKit: is, Project: p}
	next, splices, err := c.Page()
	if err != nil || next.Origin.Mixins == "" {
		return next, splices, err
	}
	selected, err := rewrite.Selectable(next, is, p)
	if err != nil || selected == next {
		return next, splices, err
	}
	return selected, markup.Difference(before.Origin.Bytes(), selected.Origin.Bytes()), nil
}
