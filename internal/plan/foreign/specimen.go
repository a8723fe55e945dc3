package foreign

import (
	"fmt"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// mostShown is how many words a specimen has columns of.
const mostShown = 400

// Specimen is a page that shows what the words of a kit that was brought in do: a row for each, rows of equal
// columns, more of them at wider breakpoints, and rows inside columns. What no words say is left out.
func Specimen(k *kit.Kit, words []*vocab.Word) *page.Page {
	p, s := equals(k)
	frame := p.Body[0]
	for i, w := range words[:min(len(words), mostShown)] {
		switch {
		case w.On == page.Container && i > 0:
			outer := s.node(page.Container, w.Text)
			outer.Frame = page.FrameOf(k, w.Effects[0].Value)
			outer.Children = append(outer.Children, s.row("Row in "+w.Text, s.column(w.Text), s.column(w.Text)))
			p.Body = append(p.Body, outer)
		case w.On == page.Row && len(w.Effects) > 0:
			row := s.row(w.Text, s.column("Column"), s.column("Column"), s.column("Column"))
			row.At = s.settings(w)
			frame.Children = append(frame.Children, row)
		case w.On == page.Column && len(w.Effects) > 0:
			column := s.column(w.Text)
			column.At = s.settings(w)
			frame.Children = append(frame.Children, s.row(w.Text, column, s.column("Column beside "+w.Text)))
		}
	}
	p, _ = Fit(k, p)
	return p
}

// Equals is a page of rows of equal columns, as far as the words of the kit say them.
func Equals(k *kit.Kit) *page.Page {
	p, _ := equals(k)
	p, _ = Fit(k, p)
	return p
}

func equals(k *kit.Kit) (*page.Page, specimen) {
	p := &page.Page{ID: "specimen", Name: "Specimen", File: "specimen.html", Language: "en", Kit: k.ID}
	s := specimen{k: k, minter: p.Minter()}
	frame := s.node(page.Container, "Container")
	for of := 1; of <= k.Columns.N(); of++ {
		if k.Columns.N()%of == 0 {
			frame.Children = append(frame.Children, s.equal(of))
		}
	}
	p.Body = append(p.Body, frame)
	return p, s
}

// specimen makes the parts of one.
type specimen struct {
	k      *kit.Kit
	minter *page.Minter
}

func (s *specimen) node(kind page.Kind, name string) *page.Node {
	id, _ := s.minter.Mint(kind)
	return &page.Node{ID: id, Kind: kind, Name: name}
}

func (s *specimen) row(name string, columns ...*page.Node) *page.Node {
	row := s.node(page.Row, "Row of "+name)
	row.Children = columns
	return row
}

func (s *specimen) column(name string) *page.Node {
	c := s.node(page.Column, name)
	text := s.node(page.Block, "Text in "+name)
	text.Content = &page.Content{Type: page.Text, Height: kit.Px(float64(40 + 24*(len(name)%3))), Text: name}
	c.Children = append(c.Children, text)
	return c
}

// equal is a row of equal columns: so many to a line at the widest breakpoint, about half as many at each one
// narrower. The first column has a row of two inside it.
func (s *specimen) equal(of int) *page.Node {
	row := s.row(fmt.Sprintf("%d equal", of))
	n := s.k.Columns.N()
	var settings []page.Setting
	some := of
	for _, b := range slices.Backward(s.k.Breakpoints) {
		for n%some > 0 {
			some--
		}
		width := page.Take(n / some)
		if some == 1 {
			width = page.Full
		}
		settings = append(settings, page.At(b.Name).With(page.Width, width))
		some = max(1, some/2)
	}
	slices.Reverse(settings)
	for i := range of {
		c := s.column(fmt.Sprintf("Column %d of %d", i+1, of))
		c.At = slices.Clone(settings)
		if i == 0 && n%(2*of) == 0 {
			inner := s.row(c.Name, s.column("Inner"), s.column("Inner"))
			for _, half := range inner.Children {
				half.At = []page.Setting{page.At(s.k.Breakpoints[0].Name).With(page.Width, page.Part(1, 2))}
			}
			c.Children = append(c.Children, inner)
		}
		row.Children = append(row.Children, c)
	}
	return row
}

// settings set what a word says where it says it, as far as it can be set.
func (s *specimen) settings(w *vocab.Word) (all []page.Setting) {
	for i, b := range s.k.Breakpoints {
		at := page.At(b.Name)
		for _, e := range w.Effects {
			if e.In.Holds(i) && slices.Contains(page.Settable(w.On), e.Field) && int(e.In.From) == i {
				at = at.With(e.Field, e.Value)
			}
		}
		if !at.IsZero() {
			all = append(all, at)
		}
	}
	return all
}
