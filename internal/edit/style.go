package edit

import (
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

func (s *Style) apply(e *editor) error { return keeperOf(e.page).style(e, s) }

func (made) style(e *editor, s *Style) error {
	if err := page.CheckStyle(s.Text); err != nil {
		return err
	}
	c := *e.page
	e.inverse.Style = &Style{Text: c.Style}
	c.Style = s.Text
	e.page, e.summary = &c, "Styles of "+c.Name
	return nil
}

// style changes a stylesheet that the page links, and the same one of other pages that link it. Those may have had
// another text, which the inverse has.
func (f filed) style(e *editor, s *Style) error {
	at := slices.IndexFunc(f.Origin.Sheets, func(o kit.File) bool { return o.Name == s.File })
	if at < 0 {
		return fault.New("file", s.File, "the address of a stylesheet that %s links, and that is none of its kit's",
			f.Name)
	}
	had := f.Origin.Sheets[at]
	if why := Unwritable(had); why != "" {
		return fault.New("file", s.File, "%s", why)
	}
	if err := page.CheckStyle(s.Text); err != nil && len(s.Text) > len(had.Text) {
		return err
	}
	text := withEnds(had.Text, s.Text)
	place := origin.Beside(f.File, s.File)
	e.inverse.Style = &Style{File: s.File, Text: had.Text}
	restyled := func(p *page.Page) *page.Page {
		text := text
		if at := slices.IndexFunc(s.Others, func(o Styled) bool { return o.Page == p.ID }); at >= 0 {
			text = s.Others[at].Text
		}
		sheets := slices.Clone(p.Origin.Sheets)
		for i, o := range sheets {
			if o.Name != s.File || p.ID != f.ID { // on other pages, where it is the same file
				if place == "" || origin.Beside(p.File, o.Name) != place {
					continue
				}
			}
			if sheets[i].Text = text; o.Text != had.Text {
				e.inverse.Style.Others = append(e.inverse.Style.Others, Styled{p.ID, o.Text})
			}
		}
		if slices.Equal(sheets, p.Origin.Sheets) {
			return p
		}
		return origin.Spliced(origin.WithSheets(p, sheets), e.project.Kit(p.Kit), nil,
			func(int) *page.Node { return nil })
	}
	for _, p := range origin.Pages(e.project.Pages) {
		if p.ID == e.page.ID {
			continue
		}
		if next := restyled(p); next != p {
			e.project, e.whole = withPage(e.project, next), true
		}
	}
	e.page, e.summary, e.written = restyled(e.page), "Styles in "+s.File, true
	return nil
}

// Unwritable is why a stylesheet that a page links is not written by hand here; empty where it may be.
func Unwritable(f kit.File) string {
	switch {
	case origin.IsGenerated(f):
		return "a stylesheet that is not written anew by every edit"
	case strings.HasPrefix(f.Name, origin.Style):
		return "a stylesheet in a file of its own"
	case strings.ContainsRune(f.Text, '�'):
		return "a stylesheet in UTF-8, or in the encoding that it or its page declares"
	}
	return ""
}

// withEnds is a text that was typed in the place of another, with the ends of lines that the other has: those of lines
// that did not change stay as they are, others have what most of its lines end with. A text with carriage returns has
// its ends already.
func withEnds(had, typed string) string {
	if strings.Contains(typed, "\r") || !strings.Contains(had, "\r\n") {
		return typed
	}
	ends := "\n"
	if 2*strings.Count(had, "\r\n") > strings.Count(had, "\n") {
		ends = "\r\n"
	}
	all := markup.Difference([]byte(strings.ReplaceAll(had, "\r\n", "\n")), []byte(typed))
	at, gone := 0, 0 // in the text as it was, and how many carriage returns before are not in the other
	was := func(to int) int {
		for ; at < to+gone; at++ {
			if strings.HasPrefix(had[at:], "\r\n") {
				gone++
				at++
			}
		}
		return at
	}
	for i, s := range all {
		all[i].From, all[i].To = was(s.From), was(s.To)
		all[i].Bytes = []byte(strings.ReplaceAll(string(s.Bytes), "\n", ends))
	}
	return string(markup.Spliced([]byte(had), all))
}
