package bench

import (
	"slices"
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/grid/prose"
	"kitrows/internal/project"
)

// A Piece is a piece of the content sheet, and where it stands on pages.
type Piece struct {
	ID     string           `json:"id"`
	Type   page.ContentType `json:"type" enum:"heading,text,list,picture,button,card,form,html"`
	Text   string           `json:"text" doc:"What it says, in short."`
	Placed []Standing       `json:"placed"`
	For    Ref              `json:"for" doc:"The page that it was brought for; empty where that is not known, or is gone."`
}

// A Standing is a column that holds a block made of a piece.
type Standing struct {
	Page   string `json:"page" doc:"The page's id."`
	Name   string `json:"name" doc:"The page's name."`
	Column string `json:"column"`
}

// A Picture is one of the project's pictures.
type Picture struct {
	ID   string `json:"id"`
	File string `json:"file"`
}

// Pieces is the content sheet, with what of it is placed.
func Pieces(p *project.Project) []Piece {
	placed := map[string][]Standing{}
	for _, pg := range p.Pages {
		pg.Walk(func(n *page.Node, at page.Place) {
			if n.Content != nil && n.Content.Piece != "" {
				placed[n.Content.Piece] = append(placed[n.Content.Piece], Standing{pg.ID, pg.Name, at.Parent.ID})
			}
		})
	}
	all := []Piece{}
	for _, piece := range p.Sheet {
		one := Piece{ID: piece.ID, Type: piece.Content.Type, Text: short(&piece.Content), Placed: []Standing{}}
		if i := slices.IndexFunc(p.Pages, func(pg *page.Page) bool { return pg.ID == piece.Page }); i >= 0 {
			one.For = Ref{p.Pages[i].ID, p.Pages[i].Name}
		}
		one.Placed = append(one.Placed, placed[piece.ID]...)
		all = append(all, one)
	}
	return all
}

// short is what content says in up to 200 letters.
func short(c *page.Content) string {
	text := c.Words()
	switch c.Type {
	case page.List:
		text = prose.Plain(strings.Join(c.Items, " · "))
	case page.Picture:
		text = c.Alt
	}
	letters := []rune(strings.Join(strings.Fields(text), " "))
	return string(letters[:min(len(letters), 200)])
}

// Pictures lists the project's pictures.
func Pictures(p *project.Project) []Picture {
	all := []Picture{}
	for _, pic := range p.Pictures {
		all = append(all, Picture{pic.ID, pic.File})
	}
	return all
}
