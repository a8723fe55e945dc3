// Package drawing draws a page as planned at one width, for sheets and reports.
package drawing

import (
	_ "embed"
	"html/template"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A Lane is the page drawn at a width.
type Lane struct {
	Title         string
	Width, Height float64
	Left, Shown   float64 // where it begins on paper, and how wide it is there, in px
	Letter        float64 // the size of names, in px of the page
	Boxes         []Box
}

// A Box is drawn by its class: its kind, and what more is said of it.
type Box struct {
	ID                  string
	X, Y, Width, Height float64
	Class               string
	Name                string // where there is room for it
	NameX, NameY        float64
}

// letter is how large names are on paper, in px, and slim how wide a letter is, as a part of that.
const (
	letter = 12
	slim   = 0.56
)

//go:embed drawing.html
var source string

// Templates are those that draw: paint is the style, and boxes the content of an SVG of a Lane.
func Templates(name string) *template.Template {
	return template.Must(template.New(name).Parse(source))
}

// Of draws a page in a viewport of v px, at most so many px wide on paper. Say gives what is added to the class of a
// box, and its name; rows and sections are not drawn but for their units.
func Of(l *layout.Layout, v, shown float64, say func(b *layout.Box) (class, name string)) Lane {
	plan := l.Plan(v)
	e := Lane{Width: plan.Width, Shown: min(shown, plan.Width)}
	scale := e.Width / e.Shown
	e.Letter = letter * scale
	tracks := map[string]*kit.Track{}
	for _, line := range plan.Lines {
		tracks[line.Row.ID] = line.Track
	}
	for i := range plan.Boxes {
		b := &plan.Boxes[i]
		if !b.Shown {
			continue
		}
		if t := tracks[b.ID]; t != nil {
			e.Boxes = append(e.Boxes, units(b, t)...)
		}
		e.Height = max(e.Height, b.Y+b.Height)
		if b.Kind == page.Row || b.Kind == page.Section {
			continue
		}
		more, name := say(b)
		e.Boxes = append(e.Boxes, Box{ID: b.ID, X: b.X, Y: b.Y, Width: b.Width, Height: b.Height,
			Class: string(b.Kind) + more, Name: cut(name, int((b.Width-8*scale)/(e.Letter*slim))),
			NameX: b.X + 4*scale, NameY: b.Y + e.Letter*1.2})
	}
	return e
}

// units are those of a row, bare.
func units(b *layout.Box, t *kit.Track) (all []Box) {
	out, _ := t.Out()
	for u := range t.Columns.N() {
		all = append(all, Box{X: b.X + b.Before + out + t.Origin() + t.Offset(0, float64(u)).Px, Y: b.Y,
			Width: t.Width(u, 1).Px, Height: b.Height, Class: "unit"})
	}
	return all
}

// Tall is how high the lane is on paper, in px.
func (l Lane) Tall() float64 { return l.Height * l.Shown / l.Width }

// cut is a name in so many letters; empty where there is no room for three.
func cut(name string, letters int) string {
	all := []rune(name)
	switch {
	case letters < 3:
		return ""
	case len(all) <= letters:
		return name
	}
	return string(all[:letters-1]) + "…"
}
