// Package review writes what a change does to pages as one file of HTML, with the lanes before and after, to attach to
// a review. It loads nothing and runs no script.
package review

import (
	_ "embed"
	"html/template"
	"math"
	"slices"
	"strings"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/compare"
	"kitrows/internal/plan/layout"
	"kitrows/internal/write/drawing"
)

// A Review is pages before and after a change.
type Review struct {
	Before, After string // what was compared
	Pages         []Page
}

// A Page is what became of one page.
type Page struct {
	Name      string
	New, Gone bool
	*compare.Comparison
}

//go:embed review.html
var source string

var document = template.Must(drawing.Templates("review").Parse(source))

// HTML is the file.
func (r *Review) HTML() string {
	var all struct {
		Before, After string
		Pages         []sheet
		Same          []string
	}
	all.Before, all.After = r.Before, r.After
	for _, p := range r.Pages {
		if p.Comparison != nil && p.Same() {
			all.Same = append(all.Same, p.Name)
			continue
		}
		all.Pages = append(all.Pages, newSheet(p))
	}
	var b strings.Builder
	if err := document.Execute(&b, all); err != nil {
		panic(err) // the template is ours
	}
	return b.String()
}

// A sheet is what is written of a page.
type sheet struct {
	Name      string
	New, Gone bool
	Summary   string
	Moves     []line
	Along     []line
	Came      []line
	Went      []line
	Pairs     []pair
}

// A line is a sentence about something at some widths.
type line struct{ Name, Where, Text string }

// A pair is a page at one width, before and after.
type pair struct {
	Breakpoint string
	Width      int
	Lanes      []drawing.Lane
}

func newSheet(p Page) sheet {
	s := sheet{Name: p.Name, New: p.New, Gone: p.Gone}
	c := p.Comparison
	if c == nil {
		return s
	}
	s.Summary = c.Summary()
	for _, m := range c.Moves {
		if !m.Follows {
			s.Moves = append(s.Moves, line{m.Name, m.Widths.String(), m.Text()})
		}
	}
	for _, b := range c.Breaks {
		s.Moves = append(s.Moves, line{b.Name, b.Widths.String(), b.Text()})
	}
	for _, a := range c.Along() {
		s.Along = append(s.Along, line{"", a.Widths.String(), strings.Join(a.Names, ", ")})
	}
	s.Came, s.Went = told(c.After, c.Came), told(c.Before, c.Went)
	s.Pairs = pairs(c)
	return s
}

func told(l *layout.Layout, all []finding.Finding) (lines []line) {
	for _, f := range all {
		one := line{"", strings.Join(f.Breakpoints, ", "), f.Text + " [" + string(f.Code) + "]"}
		if n, _ := l.Page().Find(f.Node); n != nil {
			one.Name = n.Name
		}
		lines = append(lines, one)
	}
	return lines
}

// pairs are the page at each breakpoint at which something is other, at the width at which it is most so.
func pairs(c *compare.Comparison) (all []pair) {
	k := c.After.Kit()
	for i, b := range k.Breakpoints {
		low, high := int(math.Ceil(b.From.Px())), c.Widths.To
		if i+1 < len(k.Breakpoints) {
			high = int(math.Ceil(k.Breakpoints[i+1].From.Px())) - 1
		}
		low, high = max(low, c.Widths.From), min(high, c.Widths.To)
		if at := most(c, low, high); at > 0 {
			before, after := newLane("before", c.Before, c, at), newLane("after", c.After, c, at)
			all = append(all, pair{b.Name, at, []drawing.Lane{before, after}})
		}
	}
	return all
}

// most is the width of a range at which a box is the farthest from where it was, one of those that do not only go
// along; 0 where nothing is other.
func most(c *compare.Comparison, low, high int) (at int) {
	by := -1.0
	look := func(w compare.Widths, v int, d float64) {
		if w.From <= high && w.To >= low && d > by {
			at, by = min(max(v, low), high, w.To), d
		}
	}
	for _, b := range c.Breaks {
		look(b.Widths, (b.Widths.From+b.Widths.To)/2, 0)
	}
	for _, m := range c.Moves {
		d := m.By
		if m.Follows {
			d = 0
		}
		look(m.Widths, m.At, d)
	}
	return at
}

// drawn is how wide a lane is on paper at most, in px.
const drawn = 440

func newLane(title string, l *layout.Layout, c *compare.Comparison, v int) drawing.Lane {
	states := statesOf(c, v)
	e := drawing.Of(l, float64(v), drawn, func(b *layout.Box) (class, name string) {
		if n := l.Node(b.Node); b.Kind == page.Column && n != nil {
			name = n.Name
		}
		return states[b.ID], name
	})
	e.Title = title
	// What moved is drawn over the rest.
	over := func(b drawing.Box) int { return strings.Count(b.Class, " ") - strings.Count(b.Class, "unit") }
	slices.SortStableFunc(e.Boxes, func(a, b drawing.Box) int { return over(a) - over(b) })
	return e
}

// Drawing is a page in a viewport of v px before and after a change, beside one another, as a file of SVG. Where both
// are the same there is one.
func Drawing(c *compare.Comparison, v int) string {
	const apart = 20 // px
	d := struct {
		Width, Height float64
		Lanes         []drawing.Lane
	}{}
	layouts := []*layout.Layout{c.Before, c.After}
	if c.Before == c.After {
		layouts = layouts[:1]
	}
	for _, l := range layouts {
		e := newLane("", l, c, v)
		if len(d.Lanes) > 0 {
			d.Width += apart
		}
		e.Left = d.Width
		d.Width += e.Shown
		d.Height = max(d.Height, e.Tall())
		d.Lanes = append(d.Lanes, e)
	}
	var b strings.Builder
	if err := document.ExecuteTemplate(&b, "pair", d); err != nil {
		panic(err) // the template is ours
	}
	return b.String()
}

// statesOf are what the drawing says of boxes at a width, by the ids of nodes: " moved" or " along".
func statesOf(c *compare.Comparison, v int) map[string]string {
	states := map[string]string{}
	for _, m := range c.Moves {
		switch {
		case v < m.Widths.From || v > m.Widths.To:
		case m.Follows:
			states[m.Node] = " along"
		default:
			states[m.Node] = " moved"
		}
	}
	return states
}
